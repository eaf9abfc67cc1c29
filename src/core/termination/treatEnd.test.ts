import { describe, expect, it } from 'vitest'
import { CLAMPS, TREATMENTS } from '@/core/plan'
import { treatEnd, type TreatEndRequest } from './treatEnd'

const base: TreatEndRequest = {
  clamp: 'screw',
  clampSize_mm: null,
  torque_Nm: 0.5,
  strip_mm: null,
  size: '0.75 mm²',
  construction: 'flexible',
  screwEnds: 'ferrule',
  ferruleCode: 'DIN 46228-4',
  wanted: null,
}
const make = (changes: Partial<TreatEndRequest>) => treatEnd({ ...base, ...changes })

/** DIN 46228-4 colours and the other code sold beside it, from memory. */
describe('ferrules', () => {
  it.each([
    ['0.5 mm²', 'white', 'white'],
    ['0.75 mm²', 'grey', 'blue'],
    ['1 mm²', 'red', 'red'],
    ['1.5 mm²', 'black', 'black'],
    ['2.5 mm²', 'blue', 'grey'],
    ['4 mm²', 'grey', 'orange'],
    ['6 mm²', 'yellow', 'green'],
    ['10 mm²', 'red', 'brown'],
  ])('%s: %s by DIN, %s by the French code', (size, din, french) => {
    expect(make({ size }).colour).toBe(din)
    expect(make({ size, ferruleCode: 'French' }).colour).toBe(french)
  })

  it.each([
    ['22 AWG', '0.34'],
    ['20 AWG', '0.5'],
    ['18 AWG', '1'],
    ['16 AWG', '1.5'],
    ['14 AWG', '2.5'],
    ['12 AWG', '4'],
    ['10 AWG', '6'],
    ['8 AWG', '10'],
  ])('%s takes the customary %s mm² sleeve', (size, area) =>
    expect(make({ size }).what).toMatch(new RegExp(`^Ferrule ${area} `)),
  )

  it('strips two millimetres more than the sleeve', () =>
    expect(make({})).toMatchObject({ strip_mm: 10, sleeve_mm: 8, die: '0.75 mm², square' }))
  it('has none for very thin wire, and says what to do', () =>
    expect(make({ size: '28 AWG', wanted: 'ferrule' })).toMatchObject({
      feasible: false,
      reasons: [expect.stringMatching(/thicker wire/)],
    }))
})

/** What holds where: common practice, as the clamps' own sheets show it. */
describe('an end that its clamp does not hold', () => {
  it.each([
    ['lever', 'eyelet'],
    ['spring', 'fork'],
    ['pluggable', 'blade-receptacle'],
    ['blade-tab', 'ferrule'],
    ['blade-tab', 'bare'],
    ['stud', 'ferrule'],
    ['stud', 'bare'],
    ['screw', 'contact'],
    ['screw', 'hook'],
    ['crimp-housing', 'bare'],
    ['crimp-housing', 'ferrule'],
    ['sealed-housing', 'contact'],
    ['solder-lug', 'bare'],
  ] as const)('%s refuses %s, and says what it takes', (clamp, wanted) =>
    expect(make({ clamp, wanted })).toMatchObject({
      feasible: false,
      reasons: [expect.stringMatching(/does not hold there: it takes/)],
    }),
  )

  it('every clamp takes what is usual for it, and what came moulded', () => {
    for (const clamp of CLAMPS)
      for (const construction of ['flexible', 'solid'] as const) {
        const usual = make({ clamp, construction })
        expect(usual.reasons.join(), clamp).not.toMatch(/does not hold/)
        expect(make({ clamp, construction, wanted: 'moulded' }).reasons.join(), clamp).not.toMatch(/does not hold/)
      }
  })
})

describe('by clamp', () => {
  it.each([
    ['screw', 'ferrule'],
    ['spring', 'ferrule'],
    ['lever', 'bare'],
    ['blade-tab', 'blade-receptacle'],
    ['stud', 'eyelet'],
    ['crimp-housing', 'contact'],
  ] as const)('%s takes %s', (clamp, treatment) => expect(make({ clamp }).treatment).toBe(treatment))

  it('a solid conductor goes in as it is', () =>
    expect(make({ construction: 'solid' })).toMatchObject({ treatment: 'solid', feasible: true }))
  it('the house rule decides under screws only', () => {
    expect(make({ screwEnds: 'bare' }).treatment).toBe('bare')
    expect(make({ screwEnds: 'bare', clamp: 'stud' }).treatment).toBe('eyelet')
  })
  it('tinned ends under a screw are refused with the reason', () => {
    for (const request of [{ screwEnds: 'tinned' as const }, { wanted: 'tinned' as const }])
      expect(make(request)).toMatchObject({ feasible: false, reasons: [expect.stringMatching(/creeps/)] })
  })
  it('a ferrule on a solid conductor is refused', () =>
    expect(make({ construction: 'solid', wanted: 'ferrule' }).feasible).toBe(false))
})

/** Insulated crimps: red 22–16, blue 16–14, yellow 12–10 AWG; common practice. */
describe('insulated crimps', () => {
  it.each([
    ['22 AWG', 'red'],
    ['18 AWG', 'red'],
    ['0.75 mm²', 'red'],
    ['14 AWG', 'blue'],
    ['1.5 mm²', 'blue'],
    ['2.5 mm²', 'blue'],
    ['12 AWG', 'yellow'],
    ['10 AWG', 'yellow'],
    ['6 mm²', 'yellow'],
  ])('%s takes %s', (size, colour) => expect(make({ clamp: 'blade-tab', clampSize_mm: 6.3, size }).colour).toBe(colour))
  it('nothing fits 8 AWG', () => expect(make({ clamp: 'stud', size: '8 AWG' }).feasible).toBe(false))
})

it('every clamp and every treatment has words to look by, for the common sizes', () => {
  for (const clamp of CLAMPS) expect(make({ clamp }).look.length).toBeGreaterThan(10)
  for (const wanted of TREATMENTS) expect(make({ wanted, clamp: 'lever' }).trace.length).toBeGreaterThan(0)
})

describe('the sleeve by its clamp (lengths as sold, common practice)', () => {
  const made = (size: string, strip_mm: number | null, wanted: 'ferrule' | null = null) =>
    treatEnd({
      clamp: 'spring',
      clampSize_mm: null,
      torque_Nm: null,
      strip_mm,
      size,
      construction: 'flexible',
      screwEnds: 'ferrule',
      ferruleCode: 'DIN 46228-4',
      wanted,
    })
  it.each([
    ['0.75 mm²', null, 8, 10],
    ['0.75 mm²', 7, 6, 8],
    ['0.75 mm²', 10, 10, 12],
    ['1.5 mm²', 12, 12, 14],
    ['0.25 mm²', 12, 8, 10],
    ['2.5 mm²', 7, 8, 10],
  ] as const)('%s in a clamp for %s mm: sleeve %d mm, stripped %d mm', (size, strip_mm, sleeve_mm, stripped_mm) => {
    expect(made(size, strip_mm)).toMatchObject({ feasible: true, sleeve_mm, strip_mm: stripped_mm })
  })
  it('goes in bare where no sleeve is short enough', () =>
    expect(made('6 mm²', 8)).toMatchObject({ feasible: true, treatment: 'bare' }))
  it('is refused where no sleeve is short enough, with what to do', () => {
    const { feasible, reasons } = made('6 mm²', 8, 'ferrule')
    expect(feasible).toBe(false)
    expect(reasons.join()).toMatch(/8 mm of bare conductor.*bare/)
  })
})
