import { describe, expect, it } from 'vitest'
import { dictionaryOf } from '@/core/diagnosis'
import { allOn } from '@/core/model'
import type { DeviceId } from '@/core/plan'
import { benchOf, measure, type Reading } from '@/core/proof/bench'
import { DEMOS } from '@demo/scenarios'
import { DIFFICULTIES, hideFault, referenceRun, scoreOf } from '.'
import { isStepDone, LESSON, lessonPlan } from './lesson'

describe('a drill', () => {
  const plan = DEMOS['shadow-stage']!()
  const dictionary = dictionaryOf(plan)

  it('hides what shows somewhere, of the kinds of its difficulty, the same for the same seed', () => {
    for (const difficulty of DIFFICULTIES)
      for (let seed = 0; seed < 60; seed += 1) {
        const fault = hideFault(dictionary, difficulty, seed)!
        expect(dictionary.isSilent[fault]).toBe(0)
        expect(hideFault(dictionary, difficulty, seed)).toBe(fault)
        if (difficulty === 'first') expect(dictionary.faults[fault]!.kind).toMatch(/open wire|fuse|dead|earth|selector/)
      }
    const drawn = new Set(Array.from({ length: 60 }, (_, seed) => hideFault(dictionary, 'usual', seed)))
    expect(drawn.size).toBeGreaterThan(8)
  })
  it('compares with a run of the diagnosis itself, which ends with the fault', () => {
    const fault = hideFault(dictionary, 'first', 3)!
    const run = referenceRun(plan, dictionary, fault)
    expect(run.length).toBeGreaterThan(0)
    expect(run.length).toBeLessThan(30)
    // Each measurement leaves fewer to think of, or as many.
    expect(run.at(-1)!.left).toBeLessThanOrEqual(run[0]!.left)
    for (const step of run) expect(step.title).not.toBe('')
  })
  it('scores 100 for no more probes than the diagnosis needs, half for twice as many', () => {
    expect(scoreOf(3, 5).percent).toBe(100)
    expect(scoreOf(5, 5).percent).toBe(100)
    expect(scoreOf(10, 5).percent).toBe(50)
  })
})

const volts = (reading: Reading | undefined, system: 'ac' | 'dc' = 'dc') =>
  reading?.what === 'volts' ? reading[`${system}_V`] : NaN

describe('the first lesson', () => {
  const bench = benchOf(lessonPlan())
  const [leads, open, closed, straight, turned, wrongSetting, refused, overOpen, overClosed, flows] = LESSON.map(
    ({ wants }): Reading => {
      const held = wants.switch === null ? {} : { ['device:s1' as DeviceId]: { hand: wants.switch } }
      const situation = allOn({ held, sources: { mains: false, usb: false, battery: wants.battery } })
      const wire = bench.model.conductors.find(({ from, to }) => from === wants.red && to === wants.black)
      if (wants.mode === 'amperes') return measure(bench, situation, { what: 'amperes', branch: wire!.id })
      const [red, black] = [bench.model.jointOf(wants.red!), bench.model.jointOf(wants.black!)]
      return measure(bench, situation, { what: wants.mode === 'ohms' ? 'ohms' : 'volts', red, black })
    },
  )
  // By Ohm's law on a 12 V battery and a lamp of 10 W, and by what a switch is.
  it('shows on the bench what it says: continuity, open, closed', () => {
    expect(leads!).toMatchObject({ what: 'ohms', says: 'short' })
    expect(open!).toMatchObject({ what: 'ohms', least_ohm: expect.any(Number) as number })
    expect(open!.what === 'ohms' ? open!.most_ohm : null).toBe(Infinity)
    expect(closed!).toMatchObject({ what: 'ohms', says: 'short' })
  })
  it('volts, minus with the leads exchanged, nothing on AC', () => {
    expect(volts(straight)).toBeCloseTo(12, 1)
    expect(volts(turned)).toBeCloseTo(-12, 1)
    expect(Math.abs(volts(wrongSetting, 'ac'))).toBeLessThan(0.001)
  })
  it('refuses ohms on a live circuit', () => expect(refused!.what).toBe('refused'))
  it('has the volts across what is open, and none across what is closed', () => {
    expect(volts(overOpen)).toBeCloseTo(12, 1)
    expect(Math.abs(volts(overClosed, 'dc'))).toBeLessThan(0.1)
  })
  it('10 W at 12 V are 0.83 A', () =>
    expect(flows!.what === 'amperes' ? Math.abs(flows!.dc_A) : null).toBeCloseTo(10 / 12, 1))
  it('takes probes either way round where the way does not matter, and only then', () => {
    const [first, , , , exchanged] = LESSON
    const { mode, red, black, battery } = first!.wants
    expect(isStepDone(first!, { mode, red: black, black: red, battery, switch: 'rest' })).toBe(true)
    const { wants } = exchanged!
    expect(isStepDone(exchanged!, { ...wants, switch: 'rest', red: wants.black, black: wants.red })).toBe(false)
    expect(isStepDone(exchanged!, { ...wants, switch: 'rest' })).toBe(true)
  })
})
