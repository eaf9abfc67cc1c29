import { describe, expect, it } from 'vitest'
import { TREATMENTS } from '@/core/plan'
import { COMMON_TOOL, dieFor, TOOL_OF, toolProfile, treatEnd } from '.'

const contact = (pitch_mm: number | null, size: string, kind: 'contact' | 'sealed-contact' = 'contact') => ({
  kind,
  pitch_mm,
  size,
})

describe('dies of a contact crimper', () => {
  // One common hand tool: 2.0 mm pitch 1.0 then 1.4 mm, 2.5 mm pitch 1.4 then 1.9 mm; common practice.
  it.each([
    [2, '0.25 mm²', '1.0 mm', '1.4 mm'],
    [2.5, '0.25 mm²', '1.4 mm', '1.9 mm'],
    [2.54, '26 AWG', '1.4 mm', '1.9 mm'],
  ])('%d mm pitch on %s: %s and %s', (pitch, size, conductor, jacket) =>
    expect(dieFor(COMMON_TOOL, contact(pitch, size))).toEqual({ kind: 'die', conductor, jacket }),
  )
  it('a conductor that the tool does not crimp is told, with what it does', () => {
    const found = dieFor(COMMON_TOOL, contact(2, '1.5 mm²'))
    expect(found).toMatchObject({ kind: 'none' })
    expect((found as { why: string }).why).toMatch(/2 mm pitch on 0.05 to 0.25 mm²; 1.5 mm² is outside/)
  })
  it('an own tool has its own dies', () => {
    const own = toolProfile.parse({
      name: 'Ratchet crimper',
      dies: [{ kind: 'contact', pitch_mm: 2.5, min_mm2: 0.05, max_mm2: 0.5, conductor: 'nest B', jacket: 'nest C' }],
    })
    expect(dieFor(own, contact(2.5, '0.34 mm²'))).toEqual({ kind: 'die', conductor: 'nest B', jacket: 'nest C' })
    expect(dieFor(own, contact(2.5, '0.34 mm²', 'sealed-contact'))).toMatchObject({ kind: 'none' })
  })
  it.each([
    [{ name: '', dies: [] }],
    [{ name: 'x', dies: [{ kind: 'contact', pitch_mm: 2, min_mm2: 1, max_mm2: 0.5, conductor: 'a', jacket: 'b' }] }],
    [{ name: 'x', dies: [{ kind: 'contact', pitch_mm: -2, min_mm2: 1, max_mm2: 2, conductor: 'a', jacket: 'b' }] }],
  ])('what is no tool is refused: %j', (value) => expect(toolProfile.safeParse(value).success).toBe(false))
})

const base = {
  clampSize_mm: null,
  torque_Nm: null,
  strip_mm: null,
  size: '0.75 mm²',
  construction: 'flexible' as const,
  screwEnds: 'ferrule' as const,
  ferruleCode: 'DIN 46228-4' as const,
  wanted: null,
}

describe('the whole treatment of an end', () => {
  it.each(TREATMENTS)('%s has a tool, how it is made, and what a bad one looks like', (wanted) => {
    const clamp = wanted === 'hook' || wanted === 'fork' ? ('binding-screw' as const) : ('screw' as const)
    const end = treatEnd({ ...base, clamp, wanted })
    expect(end.tool).toBe(TOOL_OF[wanted])
    expect(end.actions.length).toBeGreaterThan(0)
    expect(end.bad).not.toBe('')
  })
  it.each([
    ['binding-screw', 'solid', 'hook'],
    ['binding-screw', 'flexible', 'fork'],
    ['sealed-housing', 'flexible', 'sealed-contact'],
    ['butt-barrel', 'flexible', 'butt-splice'],
    ['stud', 'flexible', 'eyelet'],
  ] as const)('in a %s a %s conductor is made as %s', (clamp, construction, treatment) =>
    expect(treatEnd({ ...base, clamp, construction }).treatment).toBe(treatment),
  )
  it('a hook under anything but a binding screw is refused, and so is a fork in a cage clamp', () => {
    expect(treatEnd({ ...base, clamp: 'screw', wanted: 'hook' }).feasible).toBe(false)
    expect(treatEnd({ ...base, clamp: 'spring', wanted: 'fork' }).feasible).toBe(false)
  })
  it('what is slid on comes before the strip: seals and heat-shrink', () => {
    for (const [clamp, word] of [
      ['sealed-housing', /Seal onto/],
      ['butt-barrel', /Heat-shrink/],
      ['solder-lug', /Heat-shrink/],
    ] as const) {
      const { actions } = treatEnd({ ...base, clamp })
      expect(actions.findIndex((action) => word.test(action))).toBe(0)
      expect(actions.findIndex((action) => action.startsWith('Strip'))).toBeGreaterThan(0)
    }
  })
  it('a solid core is pushed into a spring without a ferrule', () => {
    const end = treatEnd({ ...base, clamp: 'spring', construction: 'solid' })
    expect(end.treatment).toBe('solid')
    expect(end.actions.join()).toMatch(/Push in until it stops/)
  })
})
