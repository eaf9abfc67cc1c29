import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { settlePlan } from '@/core/figures'
import { allOn, situationOf, terminalKey } from '@/core/model'
import type { DeviceId, StateId, TerminalId } from '@/core/plan'
import {
  alteration,
  AS_PLANNED,
  benchOf,
  explainReading,
  measure,
  METER_OHM,
  nodeName,
  readVolts,
  type Alteration,
} from '@/core/proof/bench'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../builds'
import { NGSPICE } from '../../ngspice'
import { solveAllBySpice } from './spice'

const key = (device: string, terminal: string) => terminalKey(`device:${device}` as DeviceId, terminal as TerminalId)
const DEAD = allOn({ sources: { mains: false, usb: false, battery: false } })

/** Faults of every sort that change a solution: an open lead, a poor one, a bridge, a dead output. */
function someFaults(bench: ReturnType<typeof benchOf>): readonly Alteration[] {
  const wires = bench.model.conductors.filter((_, i) => i % 9 === 0)
  return [
    AS_PLANNED,
    ...wires.map(({ id }) => alteration({ series: new Map([[id, Infinity]]) })),
    ...wires.map(({ id }) => alteration({ series: new Map([[id, 5]]) })),
    ...wires
      .slice(1)
      .map(({ jointFrom }, i) => alteration({ across: [{ a: wires[i]!.jointFrom, b: jointFrom, ohm: 0.05 }] })),
    ...bench.sources.filter(({ isMains }) => !isMains).map(({ id }) => alteration({ outputs: new Map([[id, 0]]) })),
  ]
}

describe.skipIf(!NGSPICE)('readings against ngspice on the exported network (skipped where it is missing)', () => {
  it.each(Object.keys(DEMOS))('%s: volts in every state, healthy and faulted, to 1e-6', (name) => {
    const plan = DEMOS[name]!()
    const bench = benchOf(plan)
    let compared = 0
    for (const state of Object.keys(plan.states) as StateId[]) {
      const situation = situationOf(plan, state)
      const cases = someFaults(bench).map((altered) => ({ altered, solution: bench.solve(situation, altered) }))
      for (const system of ['ac', 'dc'] as const) {
        const solved = solveAllBySpice(
          cases.map(({ altered, solution }) => bench.liveNetwork(solution, altered, system)),
        )
        cases.forEach(({ solution }, i) => {
          const own = system === 'ac' ? solution.ac_V : solution.dc_V
          // Within each island; between islands there are no volts to compare.
          const first = new Map<number, number>()
          own.forEach((volt, joint) => {
            const spice = solved[i]!.get(nodeName(joint))
            if (spice === undefined) return
            const island = solution.network.islandOf(joint)
            const reference = first.get(island)
            if (reference === undefined) return void first.set(island, joint)
            const mine = volt - own[reference]!
            const wanted = spice - solved[i]!.get(nodeName(reference))!
            expect(Math.abs(mine - wanted)).toBeLessThan(1e-6 * Math.max(1, Math.abs(wanted)))
            compared += 1
          })
        })
      }
    }
    expect(compared).toBeGreaterThan(1000)
  })

  it.each(Object.keys(DEMOS))('%s: ohms of every wire, dead, to 1e-6', (name) => {
    const bench = benchOf(DEMOS[name]!())
    const wires = bench.model.conductors.filter(({ jointFrom, jointTo }) => jointFrom !== jointTo)
    const network = bench.deadNetwork(DEAD.held, 'highest', AS_PLANNED)
    const dead = bench.dead(DEAD.held, 'highest')
    const solved = solveAllBySpice(
      wires.map(({ jointFrom, jointTo }) => [
        ...network,
        { id: 'probe', type: 'I' as const, a: nodeName(jointTo), b: nodeName(jointFrom), value: 1 },
      ]),
    )
    wires.forEach(({ jointFrom, jointTo }, i) => {
      const wanted = solved[i]!.get(nodeName(jointFrom))! - solved[i]!.get(nodeName(jointTo))!
      expect(Math.abs(dead.ohms(jointFrom, jointTo) - wanted)).toBeLessThan(1e-6 * Math.max(1, wanted))
    })
  })
})

describe('the bench and all other figures', () => {
  it.each([...Object.entries(DEMOS).map(([name, make]) => [name, make] as const)])(
    '%s: what loads get is what the settled plan says, but for what they take more or less in a state',
    (_, make) => {
      const plan = make()
      const bench = benchOf(plan)
      for (const [state, solution] of settlePlan(plan).sized.states) {
        const own = bench.solve(situationOf(plan, state))
        expect(own.isRestless).toBe(false)
        expect(own.blown).toEqual([])
        for (const { id, plus, minus, draw } of bench.model.draws) {
          const wanted = solution.drawVoltage_V.get(id)
          if (wanted === undefined) continue
          const { ac_V, dc_V } = readVolts(own, plus, minus)
          const mine = Math.abs(ac_V) > Math.abs(dc_V) ? ac_V : dc_V
          expect(Math.abs(mine - wanted)).toBeLessThan(0.05 * draw.nominal_V)
        }
      }
    },
  )
  it.each(BUILDS.map((build) => [build.name, build.plan] as const))('%s: rests, and nothing blows', (_, plan) => {
    const solution = benchOf(plan).solve(allOn())
    expect(solution.blown).toEqual([])
    expect(solution.isRestless).toBe(false)
  })
})

describe('how a reading comes about', () => {
  const plan = DEMOS['clay-printer']!()
  const bench = benchOf(plan)
  const joints = bench.model.draws.map(({ plus, minus }) => [plus, minus] as const)

  // Kirchhoff's voltage law: whichever way is taken, its parts add up to the reading.
  it('parts along the way add up to what is read, volts and ohms', () => {
    let compared = 0
    for (const [p, q] of joints)
      for (const what of ['volts-dc', 'volts-ac', 'ohms'] as const) {
        const situation = what === 'ohms' ? DEAD : allOn()
        const explained = explainReading(plan, bench, situation, what, p, q)
        if (!explained) continue
        const wanted =
          what === 'ohms'
            ? bench.dead(situation.held, 'highest').ohms(p, q)
            : (({ ac_V, dc_V }) => (what === 'volts-ac' ? ac_V[p]! - ac_V[q]! : dc_V[p]! - dc_V[q]!))(
                bench.solve(situation),
              )
        expect(Math.abs(explained.sum - wanted)).toBeLessThan(1e-6 * Math.max(1, Math.abs(wanted)))
        compared += 1
      }
    expect(compared).toBeGreaterThan(10)
  })
  it('says nothing where nothing joins the two', () => {
    const [plus, earth] = [bench.model.jointOf(key('ps1', 'V+1')), bench.model.jointOf(key('x1', 'PE'))]
    expect(explainReading(plan, bench, allOn(), 'volts-dc', plus, earth)).toBeNull()
  })
})

describe('a meter on the clay printer', () => {
  const plan = DEMOS['clay-printer']!()
  const bench = benchOf(plan)
  const joint = (device: string, terminal: string) => bench.model.jointOf(key(device, terminal))
  const read = (
    what: 'volts' | 'ohms',
    a: readonly [string, string],
    b: readonly [string, string],
    live = true,
    altered = AS_PLANNED,
  ) => measure(bench, live ? allOn() : DEAD, { what, red: joint(...a), black: joint(...b) }, altered)

  it('ohms on a live circuit is refused with the lesson', () =>
    expect(read('ohms', ['ps1', 'V+1'], ['ps1', 'V-1'])).toMatchObject({ what: 'refused', why: /destroy/ as never }))
  it('rails that nothing joins read as floating', () => {
    // The 24 V of the printer is bonded to nothing of the mains side.
    expect(read('volts', ['ps1', 'V+1'], ['x1', 'PE'])).toMatchObject({ isFloating: true, dc_V: 0 })
    expect(read('volts', ['ps1', 'V+1'], ['ps1', 'V-1'])).toMatchObject({ isFloating: false })
  })
  it('a meter of 10 MΩ loads what hangs on 10 MΩ: it shows the half', () => {
    const altered = alteration({ across: [{ a: joint('ps1', 'V+1'), b: joint('a1', 'E4S'), ohm: METER_OHM }] })
    const across = readVolts(bench.solve(allOn(), altered), joint('a1', 'E4S'), joint('ps1', 'V-1'))
    expect(across.dc_V).toBeCloseTo(12, 1)
  })
  it('through electronics ohms are no figure', () =>
    expect(read('ohms', ['ps1', 'V+1'], ['ps1', 'V-1'], false)).toMatchObject({
      says: 'not short',
      most_ohm: Infinity,
    }))
  it('a strand across a rail is a short, dead, and blows its fuse, live', () => {
    const altered = alteration({ across: [{ a: joint('v1', '+'), b: joint('v1', '-'), ohm: 0.05 }] })
    expect(read('ohms', ['v1', '+'], ['v1', '-'], false, altered)).toMatchObject({ says: 'short' })
    expect(bench.solve(allOn(), altered).blown).toContain('device:f2/F4')
  })
  it('line and neutral against earth: the mains, and nothing; the plate’s ohms are V²/P', () => {
    expect(read('volts', ['x1', 'L'], ['x1', 'PE'])).toMatchObject({ what: 'volts' })
    const line = read('volts', ['x1', 'L'], ['x1', 'PE'])
    expect(line.what === 'volts' && line.ac_V).toBeCloseTo(230, 0)
    const plate = read('ohms', ['e1', '1'], ['e1', '2'], false)
    const { power_W, nominal_V } = plan.parts[plan.devices['device:e1' as DeviceId]!.part]!.draws[0]!
    expect(plate.what === 'ohms' && plate.most_ohm).toBeCloseTo(nominal_V ** 2 / power_W!, 0)
  })
  it('amperes through an opened lead are what the figures say of it', () => {
    const { reckoning } = evaluate(plan)
    const feed = bench.model.conductors.find(({ from, to }) => from === key('x1', 'L') && to === key('q1', '1'))!
    const reading = measure(bench, allOn(), { what: 'amperes', branch: feed.id })
    expect(reading.what).toBe('amperes')
    const wanted = reckoning.mains.current_A['state:full' as StateId]!
    expect(reading.what === 'amperes' && Math.abs(reading.ac_A)).toBeGreaterThan(0.85 * wanted)
    expect(reading.what === 'amperes' && Math.abs(reading.ac_A)).toBeLessThan(1.15 * wanted)
  })
})
