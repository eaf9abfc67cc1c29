import { describe, expect, it } from 'vitest'
import { CATALOGUE } from '@/core/catalogue'
import { review } from '@/core/findings'
import {
  apply,
  landingOf,
  type CableId,
  type Command,
  type DeviceId,
  type Plan,
  type TerminalId,
  type WireId,
} from '@/core/plan'
import { CONNECTOR_FAMILIES } from '@/core/reference'
import { PlanBuilder } from '@/core/patterns'

import {
  bindWires,
  CABLE_KINDS,
  cableOf,
  connectorsOf,
  fitOf,
  freeCable,
  joinBareEnd,
  NETWORK_A,
  NETWORK_B,
  placesFor,
  plugByLabels,
  plugIn,
  plugOf,
  pullOut,
  stateOf,
  STEPPER_LEADS,
  takeIn,
} from '.'
import { readKitList } from './kitList'

const done = (plan: Plan, commands: readonly Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
  return outcome.plan
}
const device = (tag: string) => `device:${tag.toLowerCase()}` as DeviceId
const kindOf = (id: string) => CABLE_KINDS.find((kind) => kind.id === id)!
const withCable = (plan: Plan, kind: string): readonly [Plan, CableId] => {
  const { id } = freeCable(plan)
  return [done(plan, [{ type: 'addCable', id, cable: cableOf(kindOf(kind)) }]), id]
}
/** "A1 M1A+" for each core, from its first end to its second. */
const waysOf = (plan: Plan, cable: CableId) =>
  Object.values(plan.wires)
    .filter((wire) => wire!.cable === cable)
    .map((wire) =>
      [wire!.from, wire!.to].map((end) => {
        const at = landingOf(plan, end)
        return at ? `${plan.devices[at.device]!.tag}.${at.terminal}` : end.kind
      }),
    )

const board = () =>
  new PlanBuilder('Board', 'IEC')
    .device('A1', 'printer-board-24-8')
    .device('M1', 'stepper-42-40', 'X')
    .device('M2', 'stepper-42-40', 'Y')
    .device('A2', 'computer-5-15')
    .device('A3', 'network-switch-5')
    .build()

describe('families of plugs', () => {
  // Common practice of the trade: pitches as their names say them, and the gauges that contacts of that pitch are sold for.
  it.each([
    ['1.25', 1.25, 28],
    ['2.0', 2, 24],
    ['2.5', 2.5, 22],
    ['2.54', 2.54, 22],
    ['3.96', 3.96, 16],
    ['5.08 block', 5.08, 12],
  ] as const)('%s: pitch, and the thickest conductor by gauge', (id, pitch_mm, awg) => {
    const own = CONNECTOR_FAMILIES[id]
    expect(own.pitch_mm).toBe(pitch_mm)
    // ASTM B258: diameter 0.127 mm × 92^((36 − n) / 39).
    const area = (Math.PI / 4) * (0.127 * 92 ** ((36 - awg) / 39)) ** 2
    expect(Math.abs(own.max_mm2 / area - 1)).toBeLessThan(0.02)
    expect(own.min_mm2).toBeLessThan(own.max_mm2)
  })
  it('nothing but the pitch tells 2.0 and 2.5 apart, and it does', () => {
    const socket = CATALOGUE['part:printer-board-24-8' as never]!.connectors.find(({ id }) => id === 'M1')!
    expect(fitOf(plugOf('2.5', 4), socket).goes).toBe('fits')
    expect(fitOf(plugOf('2.0', 4), socket)).toMatchObject({
      goes: 'no',
      reason: expect.stringMatching(/pitch/) as string,
    })
    expect(fitOf(plugOf('2.5', 3), socket)).toMatchObject({
      goes: 'amiss',
      reason: expect.stringMatching(/3 ways/) as string,
    })
  })
})

describe('colours of cores', () => {
  const names = (cores: typeof NETWORK_A) =>
    cores.map(({ colour }) => [colour!.base, colour!.stripe].filter(Boolean).join('/'))
  // ANSI/TIA-568, pin by pin (from memory).
  it('network pairs by scheme B and A', () => {
    expect(names(NETWORK_B)).toEqual([
      'white/orange',
      'orange',
      'white/green',
      'blue',
      'white/blue',
      'green',
      'white/brown',
      'brown',
    ])
    expect(names(NETWORK_A)).toEqual([
      'white/green',
      'green',
      'white/orange',
      'blue',
      'white/blue',
      'orange',
      'white/brown',
      'brown',
    ])
  })
  // Common practice for four-lead steppers: black and green are one winding, red and blue the other.
  it('stepper leads', () => expect(names(STEPPER_LEADS)).toEqual(['black', 'green', 'red', 'blue']))
})

describe('a cable', () => {
  it('plugs in with one action, and its cores go way by way', () => {
    const [plan, id] = withCable(board(), 'motor-4')
    const plugged = done(plan, plugIn(plan, id, 'a', { device: device('A1'), connector: 'M1' }))
    expect(waysOf(plugged, id)).toEqual(['A+', 'A-', 'B+', 'B-'].map((lead) => [`A1.M1${lead}`, 'parked']))
    expect(stateOf(plugged, id).state).toBe('half')
    expect(review(plugged).some(({ rule, what }) => rule === 'cable-unused' && /other end/.test(what))).toBe(true)
    const ports = ['A+', 'A-', 'B+', 'B-'].map((terminal) => ({
      device: device('M1'),
      terminal: terminal as TerminalId,
    }))
    const joined = done(plugged, joinBareEnd(plugged, id, 'b', ports))
    expect(waysOf(joined, id)).toEqual(['A+', 'A-', 'B+', 'B-'].map((lead) => [`A1.M1${lead}`, `M1.${lead}`]))
    expect(stateOf(joined, id).state).toBe('joined')
    expect(review(joined).some(({ rule }) => rule === 'cable-unused' || rule === 'core-open')).toBe(false)
  })
  it('pulled out, it hangs loose, and plugged in elsewhere its cores follow', () => {
    const [plan, id] = withCable(board(), 'motor-4')
    const first = done(plan, plugIn(plan, id, 'a', { device: device('A1'), connector: 'M1' }))
    const pulled = done(first, pullOut(first, id, 'a'))
    expect(waysOf(pulled, id).flat()).toEqual(Array(4).fill(['plug', 'parked']).flat())
    const moved = done(pulled, plugIn(pulled, id, 'a', { device: device('A1'), connector: 'M3' }))
    expect(waysOf(moved, id)[0]).toEqual(['A1.M3A+', 'parked'])
  })
  it('of a network joins eight ways straight through', () => {
    const [plan, id] = withCable(board(), 'network')
    const one = done(plan, plugIn(plan, id, 'a', { device: device('A2'), connector: 'NET' }))
    const both = done(one, plugIn(one, id, 'b', { device: device('A3'), connector: 'NET2' }))
    expect(waysOf(both, id)).toEqual(Array.from({ length: 8 }, (_, i) => [`A2.NET.${i + 1}`, `A3.NET2.${i + 1}`]))
    expect(connectorsOf(both).filter(({ state }) => state === 'plugged')).toHaveLength(2)
  })
  it('is bound from wires that are there: what goes to one socket becomes its plug, and nothing else moves', () => {
    const plan = new PlanBuilder('Bound', 'IEC')
      .device('A1', 'printer-board-24-8')
      .device('M1', 'stepper-42-40')
      .wire('A1.M1A+', 'M1.A+', 'signal')
      .wire('M1.A-', 'A1.M1A-', 'signal')
      .wire('A1.M1B+', 'M1.B+', 'signal')
      .wire('A1.M1B-', 'M1.B-', 'signal')
      .build()
    const landings = (at: Plan) =>
      Object.values(at.wires).map((wire) =>
        [wire!.from, wire!.to].map((end) => landingOf(at, end)).map((end) => end && [end.device, end.terminal]),
      )
    const bound = done(plan, bindWires(plan, Object.keys(plan.wires) as WireId[], 'Motor X'))
    expect(landings(bound)).toEqual(landings(plan))
    const [cable] = Object.values(bound.cables)
    expect(cable).toMatchObject({
      name: 'Motor X',
      ends: { a: { kind: 'plug', mates: { connector: 'M1' } }, b: { kind: 'bare' } },
    })
    expect(Object.values(bound.wires).every((wire) => wire!.cable !== null && wire!.jacket === 'jacketed')).toBe(true)
  })
})

describe('a kit taken in as a list', () => {
  const LIST = `label;end A;end B;ways;length
M1;2.5 mm plug;bare;4;1.2 m
M2;2.5 mm plug;bare;4;900
M3;2.5 mm plug;bare;3;900 mm
USB1;USB;USB;4;0.5 m
NET;network;network;8;1 m
Spare;2.5 mm plug;bare;2;300`
  const read = readKitList(LIST)
  if (read.kind === 'refused') throw new Error('refused')
  const plan = done(board(), takeIn(board(), 'Printer kit', read.rows))
  const named = (name: string) => (Object.keys(plan.cables) as CableId[]).find((id) => plan.cables[id]!.name === name)!

  it('has a cable a line, with its label, ends and length in millimetres', () => {
    expect(Object.values(plan.cables).map((cable) => [cable!.printed, cable!.length_mm, cable!.ends.a.ways])).toEqual([
      ['M1', 1200, 4],
      ['M2', 900, 4],
      ['M3', 900, 3],
      ['USB1', 500, 4],
      ['NET', 1000, 8],
      ['Spare', 300, 2],
    ])
  })
  it('offers the port of its label first', () => {
    expect(placesFor(plan, named('M2'), 'a')[0]).toMatchObject({ device: device('A1'), connector: 'M2' })
    expect(placesFor(plan, named('NET'), 'a')[0]).toMatchObject({ device: device('A2'), connector: 'NET' })
  })
  it('says of a plug with a way too few that it is amiss, and it is a stop', () => {
    const plugged = done(plan, plugIn(plan, named('M3'), 'a', { device: device('A1'), connector: 'M3' }))
    expect(stateOf(plugged, named('M3'))).toMatchObject({
      state: 'amiss',
      words: expect.stringMatching(/3 ways, the socket 4/) as string,
    })
    expect(review(plugged).some(({ rule, severity }) => rule === 'plug-misfits' && severity === 'stop')).toBe(true)
  })
  it('what is left over is a stop until it is set aside with the reason', () => {
    const stops = (at: Plan) =>
      review(at).filter(({ rule, what }) => rule === 'cable-unused' && what.includes('Spare')).length
    expect(stops(plan)).toBe(1)
    expect(
      stops(done(plan, [{ type: 'updateCable', id: named('Spare'), changes: { aside: 'kept as a spare' } }])),
    ).toBe(0)
  })
  it('is plugged in by its labels in one go, each socket once', () => {
    const { commands, count } = plugByLabels(plan)
    const plugged = done(plan, commands)
    expect(count).toBe(5)
    const used = connectorsOf(plugged)
      .filter(({ state }) => state === 'plugged')
      .map(({ device: id, connector }) => `${plugged.devices[id]!.tag} ${connector}`)
    expect(used.sort()).toEqual(['A1 M1', 'A1 M2', 'A1 M3', 'A2 NET', 'A2 USB1'])
    expect(plugByLabels(plugged).count).toBe(0)
  })
  it('names line and column of what cannot be read, and takes nothing', () => {
    expect(readKitList('M1;2.5;bare;four;300\nM1;2.5;bare;4;long')).toEqual({
      kind: 'refused',
      issues: [
        expect.objectContaining({ path: 'line 1, ways' }),
        expect.objectContaining({ path: 'line 2, label' }),
        expect.objectContaining({ path: 'line 2, length' }),
      ],
    })
    expect(readKitList('').kind).toBe('refused')
  })
})
