import { describe, expect, it } from 'vitest'
import { dictionaryOf, situationNamed, type FaultKind } from '@/core/diagnosis'
import { evaluate } from '@/core/evaluate'
import { AS_PLANNED, benchOf, measure, type Alteration, type Bench } from '@/core/proof/bench'
import type { Act } from '@/core/procedure'
import type { Plan } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../builds'

const PLANS = [
  ...BUILDS.map(({ name, plan }) => [name, plan] as const),
  ...Object.entries(DEMOS).map(([name, make]) => [name, make()] as const),
]

const testsOf = (plan: Plan): readonly Act[] =>
  evaluate(plan).procedure.flatMap(({ acts }) => acts.filter(({ test }) => test !== null))

/** What the bench, which the circuit simulator agrees with, reads where a line of the sheet puts its probes; null where it puts none. */
function readings(bench: Bench, { test }: Act, altered: Alteration): readonly number[] | null {
  const { red, black, meter, situation, held } = test!
  if (red === null || black === null || meter === null) return null
  const plain = situationNamed(bench.model, situation)
  const at = held
    ? {
        ...plain,
        held: { ...plain.held, [held.device]: { ...plain.held[held.device], [held.actuator]: held.position } },
      }
    : plain
  const [p, q] = [red, black].map((key) => bench.model.jointOf(key)) as [number, number]
  const read = measure(bench, at, { what: meter === 'ohms' ? 'ohms' : 'volts', red: p, black: q }, altered)
  if (read.what === 'ohms') return [read.least_ohm, read.most_ohm]
  if (read.what === 'volts') return [meter === 'volts-ac' ? Math.abs(read.ac_V) : read.dc_V]
  return null
}

const isOff = ({ reading }: Act, values: readonly number[]) =>
  values.some(
    (value) =>
      (reading!.from !== null && value < reading!.from - 1e-9) || (reading!.to !== null && value > reading!.to + 1e-9),
  )

describe('a box that is as planned passes every line of its sheet', () => {
  it.each(PLANS)('%s', (_, plan) => {
    const bench = benchOf(plan)
    const measured = testsOf(plan).flatMap((act) => {
      const values = readings(bench, act, AS_PLANNED)
      return values ? [{ act, values }] : []
    })
    expect(measured.length).toBeGreaterThan(0)
    expect(
      measured
        .filter(({ act, values }) => isOff(act, values))
        .map(({ act, values }) => [act.title, values, act.reading]),
    ).toEqual([])
  })
})

/**
 * What a first switch-on must not leave to luck (IEC 60204-1, 18.2: continuity of the protective conductors; 18.6: functions.
 * From memory), by the kinds of fault: each such fault that any reading shows is shown by a line of the sheet that is measured.
 */
const MUST_SHOW: readonly FaultKind[] = [
  'missing earth',
  'line and neutral exchanged',
  'reversed polarity',
  'supply dead',
  'selector wrong',
]
/** Found by looking at which way round they lie: the meter's ohms do not tell a diode's ends. */
const isDiode = (plan: Plan, devices: readonly string[]) =>
  devices.some((id) => plan.parts[plan.devices[id as never]!.part]!.name.startsWith('Flyback diode'))

describe('what endangers or burns is found by a line that is measured', () => {
  it.each(PLANS)('%s', (_, plan) => {
    const dictionary = dictionaryOf(plan)
    const tests = testsOf(plan)
    const unseen = dictionary.faults.filter(
      ({ kind, devices, alteration }, i) =>
        MUST_SHOW.includes(kind) &&
        !dictionary.isSilent[i] &&
        !isDiode(plan, devices) &&
        // Two sources on one rail: each is measured by itself, with a lead off that the bench has on.
        !tests.some(({ device, test, reading }) => reading && test?.red === null && devices.includes(device!)) &&
        !tests.some((act) => {
          const values = readings(dictionary.bench, act, alteration)
          return values !== null && isOff(act, values)
        }),
    )
    expect(unseen.map(({ words }) => words)).toEqual([])
  })

  // Pulled out one by one: a meter finds each by the lines of the sheet alone.
  it.each([
    ['rack strip', 'X13', 'missing earth'],
    ['switched outlets', 'X12', 'missing earth'],
    ['room for more', 'X6', 'reversed polarity'],
    ['router, converted', 'K1 1–2', 'contact shorted'],
    ['arm of six axes', 'DIR− to A16 PUL−', 'open wire'],
  ] as const)('%s: %s, %s', (name, tag, kind) => {
    const plan = PLANS.find((each) => each[0] === name)![1]
    const { faults, bench, isSilent } = dictionaryOf(plan)
    const meant = faults.filter((fault, i) => fault.kind === kind && fault.words.includes(tag) && !isSilent[i])
    expect(meant.length).toBeGreaterThan(0)
    for (const { alteration, words } of meant)
      expect(
        testsOf(plan).some((act) => {
          const values = readings(bench, act, alteration)
          return values !== null && isOff(act, values)
        }),
        words,
      ).toBe(true)
  })

  it('a switch that turns a motor round is tried in each position', () => {
    const plan = PLANS.find(([name]) => name === 'hatch')![1]
    const turned = testsOf(plan).find(({ test }) => test!.held?.position === 'in' && test!.meter === 'volts-dc')!
    expect(turned.reading!.to!).toBeLessThan(-10)
  })

  it('nothing that goes out is measured or looked for', () => {
    const plan = PLANS.find(([name]) => name === 'taken over')![1]
    const goes = Object.values(plan.devices).find((device) => device!.origin === 'remove')!.tag
    expect(testsOf(plan).filter(({ title }) => title.includes(goes))).toEqual([])
    expect(dictionaryOf(plan).faults.filter(({ words }) => words.includes(goes))).toEqual([])
  })
})
