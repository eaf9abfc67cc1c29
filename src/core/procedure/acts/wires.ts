import {
  colourName,
  isCutWhereItLies,
  landed,
  landingOf,
  type Cable,
  type CableId,
  type Clamp,
  type Plan,
  type RacewayKind,
  type Wire,
  type WireEnd,
  type WireId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { EndTreatment, Reckoning, WireReckoning } from '@/core/figures'
import type { Securing } from '@/core/securing'
import { TOOL_KINDS } from '@/core/termination'
import { EARTH_FIRST, UNPLUG } from '../cautions'
import { endsOfWire } from '../ends'
import { endCode, wireFacts } from '../facts'
import type { Phase, Act } from '../types'
import { mountStep } from './devices'
import { MINUTES, rememberActs, actOf } from './draft'
import { solderAct } from './solder'
import { wayWords } from './ways'

export const wireStep = (id: WireId) => `wire:${id}`

const PHASE_OF_WIRE: Readonly<Record<Wire['function'], Phase>> = {
  L: 'mains',
  N: 'mains',
  PE: 'earth',
  'V+': 'dc',
  'V-': 'dc',
  signal: 'signals',
}

const MOVING: ReadonlySet<RacewayKind> = new Set(['chain', 'loop', 'hinge-loop'])

/** When a wire's turn is: what lies in a chain, a moving loop or over a hinge comes when what stands still is in. */
function phaseOf(
  plan: Plan,
  reckoning: Reckoning,
  id: WireId | CableId,
  functions: readonly Wire['function'][],
): Phase {
  const usual = functions.map((each) => PHASE_OF_WIRE[each])
  if (usual.includes('mains')) return 'mains'
  if (functions.length === 1 && usual[0] === 'earth') return 'earth'
  const moves = reckoning.routes.leads[id]?.parts.some(
    ({ raceway }) => raceway !== null && MOVING.has(plan.raceways[raceway]!.kind),
  )
  if (moves) return 'moving'
  return usual.includes('dc') ? 'dc' : 'signals'
}

const cableStep = (id: CableId) => `cable:${id}`

/** A cable that is bought ready-made with a plug at each end: it is plugged in, not made. */
const isPluggedIn = ({ premade, ends }: Cable) => premade && ends.a.kind === 'plug' && ends.b.kind === 'plug'

/** The step in which a wire comes to be: its own, or that of the bought cable it is a core of. */
export function stepMaking(plan: Plan): (id: WireId) => string {
  return (id) => {
    const { cable } = plan.wires[id]!
    return cable !== null && isPluggedIn(plan.cables[cable]!) ? cableStep(cable) : wireStep(id)
  }
}

/** Wires that are made, by what they do. */
export function wiresOf(plan: Plan, ...functions: readonly Wire['function'][]): readonly WireId[] {
  return (Object.entries(plan.wires) as [WireId, Wire][]).flatMap(([id, wire]) =>
    wire.origin !== 'remove' && functions.includes(wire.function) ? [id] : [],
  )
}

const remembered = rememberActs<Wire>()

/** Pulled by one and fed by another. Common practice. */
const LONG_mm = 2500

/** A step for every wire: cut, make both ends, join, tug. */
export function wireSteps(plan: Plan, reckoning: Reckoning, securing: Securing): readonly Act[] {
  return (Object.entries(plan.wires) as [WireId, Wire][]).flatMap(([id, wire]) => {
    // What is there already is not made again; what is proved about it stands among the checks.
    if (wire.origin !== 'new') return []
    const reckoned = reckoning.wires[id]
    const ends = [wire.from, wire.to].flatMap((end) => {
      const at = landingOf(plan, end)
      return at ? [plan.devices[at.device], plan.parts[plan.devices[at.device]!.part]] : [null]
    })
    const cable = wire.cable === null ? null : plan.cables[wire.cable]!
    if (cable && isPluggedIn(cable)) return []
    // A core of a cable that is made here goes the cable's way.
    const way = wayWords(plan, reckoning, securing, wire.cable ?? id)
    const phase = phaseOf(plan, reckoning, wire.cable ?? id, [wire.function])
    const isLong = (reckoned?.length_mm ?? 0) > LONG_mm
    return remembered(wire, [reckoned, plan.practice, cable, way.join('|'), phase, ...ends], () => [
      actFor(plan, id, wire, reckoned, way, phase, isLong),
    ])
  })
}

/** A bought cable with plugs is one step: plug it in at both ends. */
export function cableSteps(plan: Plan, reckoning: Reckoning, securing: Securing): readonly Act[] {
  const coresOf = new Map<CableId, Wire[]>()
  for (const wire of Object.values(plan.wires) as Wire[])
    if (wire.cable !== null) coresOf.set(wire.cable, [...(coresOf.get(wire.cable) ?? []), wire])
  return (Object.entries(plan.cables) as [CableId, Cable][]).flatMap(([id, cable]) => {
    if (!isPluggedIn(cable) || cable.origin !== 'new') return []
    const cores = coresOf.get(id) ?? []
    const mates = [cable.ends.a.mates, cable.ends.b.mates]
    const places = mates.map((mate) =>
      mate
        ? `${plan.devices[mate.device]!.tag} “${plan.parts[plan.devices[mate.device]!.part]!.connectors.find((each) => each.id === mate.connector)?.name ?? mate.connector}”`
        : 'an end that hangs loose',
    )
    const phase = phaseOf(plan, reckoning, id, cores.length > 0 ? cores.map((wire) => wire.function) : ['signal'])
    const hasMains = phase === 'mains'
    return [
      actOf({
        id: cableStep(id),
        phase,
        title: `Plug in ${cable.name}: ${places.join(' to ')}`,
        lines: [
          ...wayWords(plan, reckoning, securing, id),
          'Key and latch the right way round, pressed home at both ends, slack left at each.',
          ...(cable.restLies ? [`What it is too long: ${cable.restLies}.`] : []),
          'Label it at both ends.',
        ],
        minutes: MINUTES.plugged,
        cautions: hasMains ? [UNPLUG] : [],
        after: mates.flatMap((mate) => (mate ? [mountStep(mate.device)] : [])),
        facts: {
          ends: mates.map((mate) => (mate ? `${mate.device}|${mate.connector}` : 'loose')).join(' '),
          cores: cores
            .map((wire) => `${endCode(wire.from)} ${endCode(wire.to)}`)
            .sort()
            .join(';'),
        },
        why: 'Bought ready-made: what can go wrong is the wrong socket, the wrong way round, or a latch that did not catch.',
      }),
    ]
  })
}

function actFor(
  plan: Plan,
  id: WireId,
  wire: Wire,
  reckoned: WireReckoning | undefined,
  way: readonly string[],
  phase: Phase,
  isLong: boolean,
): Act {
  const made = endsOfWire(id, landed(plan).wires[id] ?? wire, reckoned)
  const colour = wire.colour ?? plan.practice.colours[wire.function]
  const size = reckoned?.size ?? wire.size ?? 'size not derived'
  const length_mm = reckoned?.length_mm ?? wire.measured_mm ?? wire.length_mm ?? plan.practice.assumedLength_mm
  const isMains = phase === 'mains' || phase === 'earth'
  const isHeld = isCutWhereItLies(plan.practice, wire)
  return actOf({
    id: wireStep(id),
    phase,
    wire: id,
    heldAlong: isHeld ? id : null,
    title: `${wire.label || id}, ${routeWords(plan, wire)}: ${size}, ${colourName(colour)}, ${lengthWords(length_mm, reckoned, isHeld)}`,
    lines: [
      ...way,
      ...(isHeld ? [HOLD_ALONG] : []),
      endWords(plan, wire.from, reckoned?.from ?? null),
      endWords(plan, wire.to, reckoned?.to ?? null),
      'Label both ends. Tug each: a hand’s firm pull must not move it.',
    ],
    minutes: wire.function === 'PE' ? MINUTES.earth : wire.function === 'signal' ? MINUTES.signal : MINUTES.wire,
    cautions: isMains ? [UNPLUG, ...(phase === 'earth' ? [EARTH_FIRST] : [])] : [],
    after: [wire.from, wire.to]
      .flatMap((end) => landingOf(plan, end) ?? [])
      .flatMap(({ device }) => [solderAct(device), mountStep(device)]),
    why: whyWire(wire),
    facts: wireFacts(wire, reckoned, size, colour),
    hands: isLong ? 2 : 1,
    tools: [
      ...new Set([
        ...(made.length > 0 ? ['cutter and stripper'] : []),
        ...made.flatMap(({ treatment: { tool } }) => (tool === 'none' ? [] : [TOOL_KINDS[tool]])),
        ...[wire.from, wire.to].flatMap((end) => driverFor(plan, end)),
      ]),
    ],
    ends: made.map(({ id: end, facts, earlierFacts }) => ({ id: end, facts, earlierFacts })),
  })
}

const DRIVERS: Partial<Readonly<Record<Clamp, string>>> = {
  screw: 'screwdriver',
  'binding-screw': 'screwdriver',
  pluggable: 'small screwdriver',
  stud: 'spanner',
}

function driverFor(plan: Plan, end: WireEnd): readonly string[] {
  const at = landingOf(plan, end)
  const driver = at ? DRIVERS[plan.parts[plan.devices[at.device]!.part]!.terminals[at.terminal]!.clamp] : undefined
  return driver === undefined ? [] : [driver]
}

const HOLD_ALONG =
  'Hold it along its way from end to end, slack left where it bends or moves; mark it, both ends to be made over, and cut at the mark.'

/** What is assumed is measured in place before anybody cuts. */
function lengthWords(length_mm: number, reckoned: WireReckoning | undefined, isHeld: boolean): string {
  const words = `${formatNumber(length_mm, 4)} mm`
  if (isHeld) return `cut where it lies, ${reckoned?.lengthFrom === 'assumed' ? 'length not known' : `about ${words}`}`
  return reckoned?.lengthFrom === 'assumed' ? `length assumed (${words}): measure before you cut` : words
}

/** "PS1 +V to F2 in", as the wire is called out at the bench. */
function routeWords(plan: Plan, wire: Wire): string {
  return [wire.from, wire.to]
    .map((end) => {
      const at = landingOf(plan, end)
      if (!at) return end.kind === 'parked' ? 'parked' : `way ${'way' in end ? end.way : '?'} of a loose plug`
      const device = plan.devices[at.device]!
      const terminal = plan.parts[device.part]!.terminals[at.terminal]!
      return `${device.tag} ${terminal.block ? `${terminal.block} ` : ''}${terminal.label}`
    })
    .join(' to ')
}

function endWords(plan: Plan, end: WireEnd, treatment: EndTreatment | null): string {
  if (end.kind === 'parked') return `park it: ${end.where}, ${end.insulated ? 'insulated' : 'not insulated'}`
  if (end.kind === 'plug')
    return `way ${end.way} of the plug of ${plan.cables[end.cable]!.name}${treatment ? `: ${treatment.what}` : ''}`
  const terminal = plan.parts[plan.devices[end.device]!.part]!.terminals[end.terminal]!
  const torque = terminal.torque_Nm ? `, ${terminal.torque_Nm} N·m` : ''
  return `${plan.devices[end.device]!.tag} ${terminal.block ? `${terminal.block} ` : ''}“${terminal.label}”: ${treatment?.what ?? 'treatment not derived'}${treatment?.strip_mm ? `, strip ${treatment.strip_mm} mm` : ''}${torque}`
}

function whyWire(wire: Wire): string {
  switch (wire.function) {
    case 'PE':
      return 'Bare metal under the eyelet, its own stud, and the longest lead at the strain relief: it lets go last.'
    case 'L':
    case 'N':
      return 'Mains first, while nothing else is in the way.'
    case 'V+':
    case 'V-':
      return 'Feed and return side by side; polarity checked at both ends.'
    case 'signal':
      return 'Away from mains and motor leads.'
  }
}
