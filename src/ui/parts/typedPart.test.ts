import { describe, expect, it } from 'vitest'
import { CATALOGUE } from '@/core/catalogue'
import { blankPart, rowOfTerminals } from '@/core/ownParts'
import type { Part } from '@/core/plan'
import { asPart, asTyped, placeOf, typedPart } from './typedPart'

const PARTS = Object.values(CATALOGUE) as readonly Part[]
const faults = (part: Part) => {
  const read = typedPart.safeParse(asTyped(part))
  return read.success ? [] : read.error.issues.map(({ path, message }) => [path.join('.'), message] as const)
}
const start = blankPart('other')

describe('a part in the form', () => {
  it('comes out as it went in, every one of the catalogue', () => {
    for (const part of PARTS) expect(asPart(asTyped(part))).toEqual(part)
  })

  it('of the catalogue has no fault', () => {
    for (const part of PARTS) expect([part.name, faults(part)]).toEqual([part.name, []])
  })

  it('is told a fault at the field that has it, also where a key holds a dot', () => {
    const row = rowOfTerminals(start, {
      count: 2,
      label: '#',
      block: 'X',
      function: 'signal',
      direction: null,
      clamp: 'screw',
      side: 'top',
      from_mm: 5,
      pitch_mm: 5,
      level_V: null,
      rated_A: null,
      need: 'optional',
      min_mm2: 0.5,
      max_mm2: 2.5,
    })
    const typed = asTyped(row)
    const at = typed.terminals.findIndex(({ key }) => key === 'X.2')
    expect(at).toBeGreaterThan(0)
    const wrong = asPart({
      ...typed,
      terminals: typed.terminals.map((each, i) => (i === at ? { ...each, rated_A: -1 } : each)),
    })
    const [fault] = faults(wrong)
    expect(fault![0]).toBe(`terminals.${at}.rated_A`)
    expect(placeOf(asTyped(wrong), fault![0])).toBe('terminal X 2 carries')
  })

  it('whose range ends before it begins is told at its end', () => {
    const [draw] = start.draws
    const wrong = { ...start, draws: [{ ...draw!, min_V: 9, max_V: 5 }] }
    expect(faults(wrong).map(([path]) => path)).toEqual(['draws.0.max_V'])
    expect(faults({ ...start, draws: [{ ...draw!, min_V: 5, max_V: 5 }] })).toEqual([])
  })

  it('whose terminal is gone is told where it is missed', () => {
    const typed = asTyped(start)
    const wrong = asPart({ ...typed, terminals: typed.terminals.slice(1) })
    expect(faults(wrong).some(([path]) => path.startsWith('draws.0'))).toBe(true)
  })
})
