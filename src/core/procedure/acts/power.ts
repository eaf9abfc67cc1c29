import { terminalKey } from '@/core/model'
import { PART_KINDS, type DeviceId, type Plan, type StateId, type TerminalId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { cite, SOURCES } from '@/core/reference'
import type { Branch, DrawReckoning, Rail, Reckoning } from '@/core/figures'
import { EARTH_FIRST, NO_HOT_PLUGGING, NO_SWITCH, NOT_ALONE, PROVE_DEAD } from '../cautions'
import type { Act } from '../types'
import type { FactsOf } from './checks'
import { deadFirst, isPluggedIn } from './deadFirst'
import { MINUTES, actOf } from './draft'
import { inTurn } from './inTurn'
import { lastActs } from './last'
import { mainsPowerSteps, stopCautions } from './mainsPower'
import { heatActs, stopActs } from './stopping'
import { outsideActs, seenWords, truthActs } from './truth'
import { atSwitchedOutputs, COMMANDED } from './switched'
import { stepMaking } from './wires'

/** Supplies without load stay this close to their figure. Common practice. */
const OUTPUT_TOLERANCE = 0.05
/** A battery stands between empty and freshly charged, about its nominal volts. From memory; its chemistry decides. */
const BATTERY_LOW = 0.85
const BATTERY_HIGH = 1.2

/** Supplies let go of their charge within it; then it is measured, not believed. Common practice. */
export const DISCHARGE_MIN = 5

/** First power: the mains, each source alone, off again, then load after load. */
export function powerSteps(
  plan: Plan,
  reckoning: Reckoning,
  checks: readonly string[],
  factsOf: FactsOf,
): readonly Act[] {
  const mains = mainsPowerSteps(plan, checks)
  const [bare, relays] = [
    mains.filter(({ test }) => test?.group === 'bare'),
    mains.filter(({ test }) => test?.group !== 'bare'),
  ]
  const sources = sourceSteps(plan, reckoning, [...checks, ...bare.map(({ id }) => id)])
  const outside = outsideActs(plan, checks)
  const off = sources.length === 0 ? [] : [downAct(plan, [...sources, ...outside])]
  const loads = sources.length === 0 ? [] : loadSteps(plan, reckoning, factsOf)
  const later = inTurn([
    ...loads,
    ...truthActs(plan, factsOf),
    ...relays,
    ...heatActs(plan),
    ...stopActs(plan, reckoning),
  ])
  const all = [...bare, ...sources, ...outside, ...off, ...later]
  return [...all, ...inTurn(lastActs(plan, reckoning, all))]
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
  const fused = branches.flatMap(({ fuse }) => (fuse ? [fuse.device] : []))
  const bare = branches.flatMap(({ fuse, device }) => (fuse ? [] : [device]))
  return [
    ...(fused.length > 0 ? [`Fuses out, or breakers off: ${tagsOf(plan, fused)}.`] : []),
    ...(bare.length > 0 ? [`No fuse before ${tagsOf(plan, bare)}: unplug it, or lift its plus and insulate it.`] : []),
  ]
}

function sourceSteps(plan: Plan, reckoning: Reckoning, before: readonly string[]): readonly Act[] {
  return Object.values(reckoning.supplies).flatMap((supply) => {
    const { tag, origin, part: partId } = plan.devices[supply.device]!
    const part = plan.parts[partId]!
    const { kind } = part.behaviour
    if (origin === 'remove' || kind === 'outside-source') return []
    const label = (key: string) => part.terminals[key.slice(key.indexOf('|') + 1) as TerminalId]!.label
    const isBattery = kind === 'battery'
    const rails = reckoning.rails.filter(({ kind: each, source }) => each === 'dc' && source === supply.device)
    return Object.entries(supply.outputs).map(([output, { voltage_V, plus, minus }]) =>
      actOf({
        id: `power:${supply.device}/${output}`,
        phase: 'first-power',
        tools: ['meter'],
        device: supply.device,
        title: `${tag} alone: ${formatNumber(voltage_V)} V`,
        minutes: MINUTES.power,
        after: before,
        cautions: isBattery ? [NO_SWITCH] : [NOT_ALONE, EARTH_FIRST, ...stopCautions(plan)],
        lines: [
          ...isolation(plan, rails),
          `${SOURCE_WORDS[kind as keyof typeof SOURCE_WORDS] ?? 'Power it'}, measure ${label(plus)} against ${label(minus)}.`,
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
          red: plus,
          black: minus,
          situation: 'idle',
          meter: 'volts-dc',
          held: null,
          ifOff:
            'Nothing: its input, its fuse, its selector. Minus: the leads are exchanged. Low and ticking: a load is still on it, or a short.',
          source: cite(SOURCES.practice),
        },
        why: isBattery
          ? 'A battery put in the wrong way round, or flat, shows before it reaches a board.'
          : 'A wrong selector or a trimmed-off output shows before it reaches a board.',
      }),
    )
  })
}

const SOURCE_WORDS = {
  supply: 'Plug in, switch on',
  adapter: 'Plug the adapter in',
  battery: 'Before its lead is joined to the box',
  converter: 'Power what feeds it',
} as const

/** One load after the other, in the order of the rails. */
function loadSteps(plan: Plan, reckoning: Reckoning, factsOf: FactsOf): readonly Act[] {
  const drawOf = new Map([...reckoning.draws].reverse().map((draw) => [draw.device, draw]))
  const fitted = new Set<string>()
  const outputs = atSwitchedOutputs(plan)
  let before = 'power:down'
  const branches = reckoning.rails.flatMap((rail) =>
    rail.kind === 'dc' ? rail.branches.map((branch) => ({ rail, branch })) : [],
  )
  return inOrderOfCommand(plan, branches).flatMap(({ rail, branch }) => {
    const draw = drawOf.get(branch.device)
    const volts = draw ? Object.values(draw.voltage_V).filter((value): value is number => value !== null) : []
    if (!draw || volts.length === 0) return []
    const low = Math.min(...volts)
    const { tag, name, part } = plan.devices[branch.device]!
    const pair = plan.parts[part]!.draws.find(({ id }) => id === draw.draw)!
    const step = actOf({
      id: `power:load/${branch.device}/${rail.id}`,
      phase: 'first-power',
      tools: ['meter'],
      device: branch.device,
      title: `${tag}, ${name}`,
      lines: [
        joinWords(plan, branch, fitted),
        ...commandWords(plan, branch, draw, outputs),
        ...seenWords(plan, branch.device),
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
      facts: { part, wires: factsOf(branch.wires.map(stepMaking(plan))) },
      test: {
        group: 'loads',
        red: terminalKey(branch.device, pair.plus),
        black: terminalKey(branch.device, pair.minus),
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
    return [step]
  })
}

/** Boards first, then drivers and relays that they command, then what those switch; within a rank rail by rail. */
function inOrderOfCommand<T extends { readonly branch: Branch }>(plan: Plan, list: readonly T[]): readonly T[] {
  const rank = ({ branch }: T) => {
    const { kind } = plan.parts[plan.devices[branch.device]!.part]!.behaviour
    if (kind === 'driver' || COMMANDED.has(kind)) return 1
    return PART_KINDS[kind].isCommanding ? 0 : 2
  }
  return list
    .map((each, at) => ({ each, at }))
    .sort((x, y) => rank(x.each) - rank(y.each) || x.at - y.at)
    .map(({ each }) => each)
}

/** How this load comes onto its rail; a fuse that is in already brings it along. */
function joinWords(plan: Plan, { fuse, device }: Branch, fitted: Set<string>): string {
  if (!fuse) return `Power off. Plug ${plan.devices[device]!.tag} in again, or land its plus.`
  const key = `${fuse.device}/${fuse.link}`
  const words = `fuse ${fuse.link} of ${plan.devices[fuse.device]!.tag}`
  if (fitted.has(key)) return `It comes with ${words}, which is in.`
  fitted.add(key)
  return `Power off. Put in ${words}.`
}

/** A switched load reads nothing until it is commanded. One that merely draws nothing in a state has its volts all the same. */
function commandWords(
  plan: Plan,
  branch: Branch,
  draw: DrawReckoning,
  outputs: ReadonlySet<string>,
): readonly string[] {
  const part = plan.parts[plan.devices[branch.device]!.part]!
  const { plus, minus } = part.draws.find(({ id }) => id === draw.draw)!
  const switches = branch.through.filter((id) => COMMANDED.has(plan.parts[plan.devices[id]!.part]!.behaviour.kind))
  const atOutput = [plus, minus].some((terminal) => outputs.has(`${branch.device}|${terminal}`))
  if (switches.length === 0 && !atOutput) return []
  const states = Object.entries(draw.voltage_V) as [StateId, number | null][]
  const fed = states.filter(([, volts]) => volts !== null)
  const by = plan.devices[branch.device]!.commandedBy
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
