import { terminalKey, type TerminalKey } from '@/core/model'
import {
  PART_KINDS,
  factsOf,
  isCommanded,
  isPluggedIn,
  moverOf,
  type DeviceId,
  type Plan,
  type StateId,
  type TerminalId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { cite, SOURCES } from '@/core/reference'
import { feedWays, isHazard, mayBeHazard } from '@/core/behaviour'
import { settlePlan, type BranchWay, type DrawReckoning, type Rail, type Reckoning } from '@/core/figures'
import { EARTH_FIRST, NO_HOT_PLUGGING, NO_SWITCH, NOT_ALONE, PROVE_DEAD } from '../cautions'
import type { Act } from '../types'
import type { FactsOf } from './checks'
import { closedWays, holding, standsDead } from './closedWays'
import { deadFirst } from './deadFirst'
import { MINUTES, actOf } from './draft'
import { endsOf, type Ends } from './ends'
import { exitActs, OUTPUT_TOLERANCE } from './exits'
import { inTurn } from './inTurn'
import { lastActs } from './last'
import { mainsPowerSteps, stopCautions } from './mainsPower'
import { isJoinedOnPurpose } from './railShorts'
import { firstStopActs, heatActs, stopActs, stoppedDevices } from './stopping'
import { outsideActs, seenWords, truthActs } from './truth'
import { atSwitchedOutputs } from './switched'
import { stepMaking } from './wires'

/** A battery stands between empty and freshly charged, about its nominal volts. From memory; its chemistry decides. */
const BATTERY_LOW = 0.85
const BATTERY_HIGH = 1.2

/** Supplies let go of their charge within it; then it is measured, not believed. Common practice. */
export const DISCHARGE_MIN = 5

/** First power: every branch open, the mains, each source alone, off again, then what controls, the stops, and load after load. */
export function powerSteps(
  plan: Plan,
  reckoning: Reckoning,
  checks: readonly string[],
  factsOf: FactsOf,
): readonly Act[] {
  const open = openAct(plan, reckoning, checks)
  const before = open ? [open.id] : checks
  const mains = mainsPowerSteps(plan, before)
  const [bare, relays] = [
    mains.filter(({ test }) => test?.group === 'bare'),
    mains.filter(({ test }) => test?.group !== 'bare'),
  ]
  /** Fuses that are in again, in the order of the work. */
  const fitted = new Set<string>()
  const sources = sourceSteps(plan, reckoning, [...before, ...bare.map(({ id }) => id)], fitted)
  const outside = outsideActs(plan, checks)
  const off = sources.length === 0 ? [] : [downAct(plan, [...sources, ...outside])]
  const stops = sources.length === 0 ? [] : firstStopActs(plan, reckoning)
  const loads = sources.length === 0 ? [] : loadSteps(plan, reckoning, factsOf, fitted, stops.length > 0)
  const later = inTurn([
    ...loads,
    ...stops,
    ...(sources.length === 0 ? [] : exitActs(plan, reckoning, factsOf, endsOf(plan), 'power:down')),
    ...truthActs(plan, factsOf),
    ...relays,
    ...heatActs(plan),
    ...stopActs(plan, reckoning),
  ])
  const all = [...(open ? [open] : []), ...bare, ...sources, ...outside, ...off, ...later]
  return [...all, ...inTurn(lastActs(plan, reckoning, all))]
}

/** Before any power: the fuses that were in for the dead tests come out again, and what has none is taken off its rail. */
function openAct(plan: Plan, reckoning: Reckoning, checks: readonly string[]): Act | null {
  const rails = reckoning.rails.filter(({ kind, source }) => kind === 'dc' && isGiver(plan, source))
  const lines = isolation(plan, rails)
  if (lines.length === 0) return null
  return actOf({
    id: 'power:open',
    phase: 'first-power',
    title: 'Before any power: every load off its rail',
    lines: [...lines, 'They come in one after the other, each once the volts before it were measured.'],
    minutes: MINUTES.check,
    after: checks,
    cautions: deadFirst(plan),
    facts: { rails: rails.map(({ id }) => id).join(' ') },
    why: 'A source that gives the wrong volts then meets a meter, and no board.',
    test: {
      group: 'bare',
      red: null,
      black: null,
      situation: 'dead',
      meter: null,
      held: null,
      ifOff: 'What is still on its rail gets whatever comes first.',
      source: cite(SOURCES.practice),
    },
  })
}

/** A source of the plan itself, whose volts are tried alone. */
const isGiver = (plan: Plan, id: DeviceId): boolean => {
  const device = plan.devices[id]
  return (
    device !== undefined && device.origin !== 'remove' && plan.parts[device.part]!.behaviour.kind !== 'outside-source'
  )
}

function downAct(plan: Plan, after: readonly Act[]): Act {
  return actOf({
    id: 'power:down',
    phase: 'first-power',
    tools: ['meter'],
    title: isPluggedIn(plan) ? 'Off, unplug, wait, measure' : 'Off, sources off, wait, measure',
    lines: ['From here on one load comes in at a time, each with the power off.'],
    minutes: 3,
    wait_min: DISCHARGE_MIN,
    after: after.map(({ id }) => id),
    cautions: [...deadFirst(plan), ...(isPluggedIn(plan) ? [PROVE_DEAD] : [])],
    facts: {},
    why: 'Nothing is connected under power.',
    test: {
      group: 'alone',
      red: null,
      black: null,
      situation: 'dead',
      meter: null,
      held: null,
      ifOff: 'Volts that stay: it is not off, or something else feeds it.',
      source: cite(SOURCES.practice),
    },
  })
}

const tagsOf = (plan: Plan, ids: readonly DeviceId[]) => [...new Set(ids)].map((id) => plan.devices[id]!.tag).join(', ')

/** What keeps loads off a rail while its source is tried: fuses out where there are fuses, leads lifted where there are none. */
function isolation(plan: Plan, rails: readonly Rail[]): readonly string[] {
  const branches = rails.flatMap((rail) => rail.branches)
  const fused = branches.flatMap(({ inputs }) => inputs.flatMap(({ fuse }) => (fuse ? [fuse.device] : [])))
  const bare = branches.flatMap(({ inputs, device }) => (inputs.every(({ fuse }) => fuse) ? [] : [device]))
  return [
    ...(fused.length > 0 ? [`Fuses out, or breakers off: ${tagsOf(plan, fused)}.`] : []),
    ...(bare.length > 0 ? [`No fuse before ${tagsOf(plan, bare)}: unplug it, or lift its plus and insulate it.`] : []),
  ]
}

interface PulledIn {
  /** Contactors and relays through which it is fed, none of which is closed at rest. */
  readonly switches: readonly DeviceId[]
  /** Of them, those that somebody must start: with the others the power alone does. */
  readonly started: readonly DeviceId[]
  /** What else they feed, and what may move or heat then. */
  readonly beside: readonly DeviceId[]
}

/** What must have pulled in before a source has what it makes its own volts from: a supply its mains, a converter its rail. */
function pulledInFor(plan: Plan, reckoning: Reckoning, supply: DeviceId): PulledIn {
  const { model } = settlePlan(plan)
  const ways = feedWays(plan, model)
  const switches = new Set(
    ways.flatMap(({ device, passages }) =>
      device !== supply
        ? []
        : passages.flatMap(({ device: by, link }) => {
            const part = model.deviceById.get(by)!.part
            if (!('actuator' in link) || !isCommanded(part, link) || link.closedIn.includes(moverOf(part, link).rest))
              return []
            return [by]
          }),
    ),
  )
  const beside = ways.flatMap(({ device, passages }) => {
    const { part } = model.deviceById.get(device)!
    const isOn = device !== supply && passages.some(({ device: by }) => switches.has(by))
    return isOn && part.behaviour.kind !== 'supply' && (isHazard(part) || mayBeHazard(part)) ? [device] : []
  })
  return {
    switches: [...switches],
    started: [...switches].filter((by) => !reckoning.idle.includes(by)),
    beside: [...new Set(beside)],
  }
}

/** What must be on its rail before a source gives anything: what feeds a converter, and the coils of what switches its feed. */
interface Needs {
  readonly supply: DeviceId
  readonly branches: readonly { readonly rail: Rail; readonly branch: Rail['branches'][number] }[]
}

function needsOf(plan: Plan, reckoning: Reckoning, supply: DeviceId, switches: readonly DeviceId[]): Needs {
  const { kind } = plan.parts[plan.devices[supply]!.part]!.behaviour
  const wanted = new Set([...(kind === 'converter' ? [supply] : []), ...switches])
  return {
    supply,
    branches: reckoning.rails.flatMap((rail) =>
      rail.kind !== 'dc' || !isGiver(plan, rail.source)
        ? []
        : rail.branches.flatMap((branch) => (wanted.has(branch.device) ? [{ rail, branch }] : [])),
    ),
  }
}

/** Sources in an order in which each finds what feeds it measured before it. */
function inOrderOfFeeding(all: readonly Needs[]): readonly Needs[] {
  const left = [...all]
  const ordered: Needs[] = []
  const done = new Set<DeviceId>()
  while (left.length > 0) {
    const open = new Set(left.map(({ supply }) => supply))
    const next = left.findIndex(({ supply, branches }) =>
      branches.every(({ rail }) => rail.source === supply || done.has(rail.source) || !open.has(rail.source)),
    )
    const [own] = left.splice(Math.max(0, next), 1)
    ordered.push(own!)
    done.add(own!.supply)
  }
  return ordered
}

/** What comes onto its rail for this: by its fuse, or by its plug or its plus. */
function bringIn(plan: Plan, { branches }: Needs, fitted: Set<string>): readonly string[] {
  return branches.flatMap(({ branch: { device, inputs } }) =>
    inputs.flatMap((way) => {
      const key = way.fuse ? `${way.fuse.device}/${way.fuse.link}` : `${device} without a fuse`
      if (fitted.has(key)) return []
      fitted.add(key)
      return [
        way.fuse
          ? `Power off. Put in fuse ${way.fuse.link} of ${plan.devices[way.fuse.device]!.tag}: it feeds ${plan.devices[device]!.tag}.`
          : `Power off. Plug ${plan.devices[device]!.tag} in again, or land its plus.`,
      ]
    }),
  )
}

function sourceSteps(plan: Plan, reckoning: Reckoning, before: readonly string[], fitted: Set<string>): readonly Act[] {
  const present = Object.values(reckoning.supplies).filter(({ device }) => isGiver(plan, device))
  const waits = new Map(present.map(({ device }) => [device, pulledInFor(plan, reckoning, device)]))
  const order = inOrderOfFeeding(
    present.map(({ device }) => needsOf(plan, reckoning, device, waits.get(device)!.switches)),
  )
  const last: string[] = []
  return order.flatMap((needs) => {
    const supply = reckoning.supplies[needs.supply]!
    const { tag, part: partId } = plan.devices[supply.device]!
    const part = plan.parts[partId]!
    const { kind } = part.behaviour
    const label = (key: string) => part.terminals[key.slice(key.indexOf('|') + 1) as TerminalId]!.label
    const isBattery = kind === 'battery'
    const { started, beside } = waits.get(supply.device)!
    const bringing = bringIn(plan, needs, fitted)
    const after = [...before, ...(needs.branches.length > 0 ? last : [])]
    return Object.entries(supply.outputs).map(([output, { voltage_V, plus, minus }], i) => {
      // Another source holds its rail up meanwhile: a battery, or what charges it.
      const others = present.filter(
        ({ device, outputs }) =>
          device !== supply.device && Object.values(outputs).some((each) => isJoinedOnPurpose(plan, each.plus, plus)),
      )
      const act = actOf({
        id: `power:${supply.device}/${output}`,
        phase: 'first-power',
        tools: ['meter'],
        device: supply.device,
        title: `${tag} alone: ${formatNumber(voltage_V)} V`,
        minutes: MINUTES.power,
        after,
        cautions: isBattery ? [NO_SWITCH] : [NOT_ALONE, EARTH_FIRST, ...stopCautions(plan)],
        lines: [
          ...(i === 0 ? bringing : []),
          ...(beside.length > 0 ? [`Unplug or take off its line what comes on with it: ${tagsOf(plan, beside)}.`] : []),
          ...(others.length > 0
            ? [
                `Its lead off ${tagsOf(
                  plan,
                  others.map(({ device }) => device),
                )}, or the fuse between them out: with both on one rail each hides that the other gives nothing.`,
              ]
            : []),
          ...(started.length > 0
            ? [`It is fed only while ${tagsOf(plan, started)} is pulled in: start that as in service.`]
            : []),
          `${SOURCE_WORDS[kind as keyof typeof SOURCE_WORDS] ?? 'Power it'}, measure ${label(plus)} against ${label(minus)}. Nothing hangs on it yet.`,
        ],
        reading: {
          what: 'Volts without load',
          unit: 'V',
          from: round(voltage_V * (isBattery ? BATTERY_LOW : 1 - OUTPUT_TOLERANCE)),
          to: round(voltage_V * (isBattery ? BATTERY_HIGH : 1 + OUTPUT_TOLERANCE)),
        },
        facts: { part: partId, mains: `${plan.site.mains_V}` },
        test: {
          group: 'bare',
          red: others.length > 0 ? null : plus,
          black: others.length > 0 ? null : minus,
          situation: started.length > 0 ? 'all on' : 'idle',
          meter: 'volts-dc',
          held: null,
          ifOff:
            'Nothing: its input, its fuse, its selector. Minus: the leads are exchanged. Low and ticking: a load is still on it, or a short.',
          source: cite(SOURCES.practice),
        },
        why: isBattery
          ? 'A battery put in the wrong way round, or flat, shows before it reaches a board.'
          : 'A wrong selector or a trimmed-off output shows before it reaches a board.',
      })
      last.push(act.id)
      return act
    })
  })
}

const SOURCE_WORDS = {
  supply: 'Plug in, switch on',
  adapter: 'Plug the adapter in',
  battery: 'Before its lead is joined to the box',
  converter: 'Power what feeds it',
} as const

/** A load at one of the inputs that a rail feeds. */
interface Feeding {
  readonly rail: Rail
  readonly device: DeviceId
  readonly way: BranchWay
  readonly draw: DrawReckoning
  readonly plus: TerminalId
  readonly minus: TerminalId
  /** The first of the device on this rail goes by the device alone. */
  readonly isFirst: boolean
}

/** What each rail feeds: a device that is fed at several pairs of terminals counts at each, once. */
function feedings(plan: Plan, { rails, draws }: Reckoning): readonly Feeding[] {
  return rails.flatMap((rail) =>
    rail.kind !== 'dc'
      ? []
      : rail.branches.flatMap(({ device, inputs }) => {
          const found: Feeding[] = []
          for (const way of inputs) {
            const draw = draws.find((each) => each.device === device && each.draw === way.draw)
            if (!draw || Object.values(draw.voltage_V).every((volts) => volts === null)) continue
            const { plus, minus } = plan.parts[plan.devices[device]!.part]!.draws.find(({ id }) => id === draw.draw)!
            if (found.some((each) => each.plus === plus && each.minus === minus)) continue
            found.push({ rail, device, way, draw, plus, minus, isFirst: found.length === 0 })
          }
          return found
        }),
  )
}

/** One load after the other, in the order of the rails; what a stop takes away last. */
function loadSteps(
  plan: Plan,
  reckoning: Reckoning,
  factsOf: FactsOf,
  fitted: Set<string>,
  hasStops: boolean,
): readonly Act[] {
  const outputs = atSwitchedOutputs(plan)
  let before = 'power:down'
  const all = feedings(plan, reckoning)
  const ends = endsOf(plan)
  const stopped = hasStops ? stoppedDevices(plan, reckoning) : new Set<DeviceId>()
  const isLast = ({ device }: Feeding) => stopped.has(device)
  const ordered = inOrderOfCommand(plan, all)
  return [...ordered.filter((each) => !isLast(each)), ...ordered.filter(isLast)].flatMap((feeding) => {
    const { rail, device, way, draw, plus, minus, isFirst } = feeding
    const low = Math.min(...Object.values(draw.voltage_V).filter((value): value is number => value !== null))
    const { tag, name, part } = plan.devices[device]!
    const { terminals } = plan.parts[part]!
    const isOnly = all.filter((each) => each.device === device).length === 1
    const step = actOf({
      id: `power:load/${device}/${rail.id}${isFirst ? '' : `/${draw.draw}`}`,
      phase: 'first-power',
      tools: ['meter'],
      device,
      title: isOnly ? `${tag}, ${name}` : `${tag}, ${name}: ${terminals[plus]!.label} and ${terminals[minus]!.label}`,
      lines: [
        joinWords(plan, feeding, fitted),
        ...commandWords(plan, feeding, outputs),
        ...seenWords(plan, device),
        'Power again, measure at its terminals.',
      ],
      minutes: MINUTES.power,
      after: [before],
      cautions: [NO_HOT_PLUGGING],
      reading: {
        what: 'Volts at its terminals',
        unit: 'V',
        from: round(low * (1 - OUTPUT_TOLERANCE)),
        to: round(rail.voltage_V * (1 + OUTPUT_TOLERANCE)),
      },
      facts: { part, wires: factsOf(way.wires.map(stepMaking(plan))) },
      test: {
        group: hasStops && !isLast(feeding) ? 'control' : 'loads',
        red: terminalKey(device, plus),
        black: terminalKey(device, minus),
        situation: 'all on',
        meter: 'volts-dc',
        held: null,
        ifOff:
          'Nothing: its fuse, its plus, its return. Low: a poor contact or a lead too thin. Minus: off at once, exchange the leads.',
        source: cite(SOURCES.practice),
      },
      why: `One at a time. At full work ${formatNumber(low)} V are expected here.`,
    })
    before = step.id
    return [step, ...reversedSteps(plan, reckoning, ends, feeding, step)]
  })
}

/** Where a switch of several positions turns a load round: the same volts the other way. */
function reversedSteps(
  plan: Plan,
  reckoning: Reckoning,
  ends: Ends,
  { rail, device, way, plus, minus }: Feeding,
  step: Act,
): readonly Act[] {
  const output = Object.values(reckoning.supplies[rail.source]?.outputs ?? {}).find(
    (each) => each.voltage_V === rail.voltage_V,
  )
  if (!output) return []
  return way.through.flatMap((by) =>
    plan.parts[plan.devices[by]!.part]!.actuators.flatMap((actuator) =>
      actuator.by !== 'hand' || actuator.positions.length < 3
        ? []
        : actuator.positions.flatMap((position): Act[] => {
            const held = { device: by, actuator: actuator.id, position }
            const stands = holding(standsDead(plan), held)
            const from = (key: TerminalKey) => closedWays(plan, reckoning, ends, key, stands)
            const isTurned =
              from(output.plus).has(terminalKey(device, minus)) && from(output.minus).has(terminalKey(device, plus))
            if (!isTurned) return []
            const { from: low, to: high } = step.reading!
            return [
              {
                ...step,
                id: `${step.id}/${by}/${position}`,
                title: `${step.title}: ${plan.devices[by]!.tag} on “${position}”`,
                lines: ['Power off, switch over, power again. It goes the other way; at both ends it stops by itself.'],
                after: [step.id],
                reading: {
                  what: 'Volts at its terminals',
                  unit: 'V',
                  from: high === null ? null : -high,
                  to: low === null ? null : -low,
                },
                why: 'The same volts, turned round.',
                test: {
                  ...step.test!,
                  held,
                  ifOff: 'Plus: the crossing leads of the switch are not crossed. Nothing: one of them is open.',
                },
              },
            ]
          }),
    ),
  )
}

/** Boards first, then drivers and relays that they command, then what those switch; within a rank rail by rail. */
function inOrderOfCommand(plan: Plan, list: readonly Feeding[]): readonly Feeding[] {
  const rank = ({ device }: Feeding) => {
    const part = plan.parts[plan.devices[device]!.part]!
    const { kind } = part.behaviour
    if (kind === 'driver' || PART_KINDS[kind].switchesOnCommand) return 1
    return factsOf(part).isCommanding ? 0 : 2
  }
  return list
    .map((each, at) => ({ each, at }))
    .sort((x, y) => rank(x.each) - rank(y.each) || x.at - y.at)
    .map(({ each }) => each)
}

/** How this load comes onto its rail; a fuse that is in already brings it along. */
function joinWords(plan: Plan, { way: { fuse }, device }: Feeding, fitted: Set<string>): string {
  const tag = plan.devices[device]!.tag
  if (!fuse)
    return fitted.has(`${device} without a fuse`)
      ? `${tag} is on its rail already.`
      : `Power off. Plug ${tag} in again, or land its plus.`
  const key = `${fuse.device}/${fuse.link}`
  const words = `fuse ${fuse.link} of ${plan.devices[fuse.device]!.tag}`
  if (fitted.has(key)) return `It comes with ${words}, which is in.`
  fitted.add(key)
  return `Power off. Put in ${words}.`
}

/** A switched load reads nothing until it is commanded. One that merely draws nothing in a state has its volts all the same. */
function commandWords(
  plan: Plan,
  { device, way, draw, plus, minus }: Feeding,
  outputs: ReadonlySet<string>,
): readonly string[] {
  const switches = way.through.filter(
    (id) => PART_KINDS[plan.parts[plan.devices[id]!.part]!.behaviour.kind].switchesOnCommand,
  )
  const atOutput = [plus, minus].some((terminal) => outputs.has(`${device}|${terminal}`))
  if (switches.length === 0 && !atOutput) return []
  const states = Object.entries(draw.voltage_V) as [StateId, number | null][]
  const fed = states.filter(([, volts]) => volts !== null)
  const by = plan.devices[device]!.commandedBy
  const who = by === null ? switches : [by]
  const as =
    fed.length < states.length ? `, as in state “${fed.map(([id]) => plan.states[id]!.name).join('” or “')}”` : ''
  return [
    `It is switched${who.length > 0 ? ` by ${tagsOf(plan, who)}` : ''}: have it on${as}. Until then nothing is read.`,
  ]
}

function round(value: number): number {
  return Math.round(value * 10) / 10
}
