import {
  colourName,
  landingOf,
  type Cable,
  type CableId,
  type Plan,
  type Wire,
  type WireEnd,
  type WireId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { EndTreatment, Reckoning, WireReckoning } from '@/core/figures'
import type { Securing } from '@/core/securing'
import { EARTH_FIRST, UNPLUG } from '../cautions'
import { endCode, wireFacts } from '../facts'
import type { Phase, Step } from '../types'
import { mountStep } from './devices'
import { MINUTES, rememberSteps, stepOf } from './draft'
import { wayWords } from './ways'

export const wireStep = (id: WireId) => `wire:${id}`

const PHASE_OF_WIRE: Readonly<Record<Wire['function'], Phase>> = {
  L: 'mains',
  N: 'mains',
  PE: 'earth',
  'V+': 'dc',
  'V-': 'dc',
  signal: 'dc',
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

const remembered = rememberSteps<Wire>()

/** A step for every wire: cut, make both ends, join, tug. */
export function wireSteps(plan: Plan, reckoning: Reckoning, securing: Securing): readonly Step[] {
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
    return remembered(wire, [reckoned, plan.practice, cable, way.join('|'), ...ends], () => [
      stepFor(plan, id, wire, reckoned, way),
    ])
  })
}

/** A bought cable with plugs is one step: plug it in at both ends. */
export function cableSteps(plan: Plan, reckoning: Reckoning, securing: Securing): readonly Step[] {
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
    const hasMains = cores.some((wire) => PHASE_OF_WIRE[wire.function] === 'mains')
    return [
      stepOf({
        id: cableStep(id),
        phase: hasMains ? 'mains' : 'dc',
        title: `Plug in ${cable.name}: ${places.join(' to ')}`,
        lines: [
          ...wayWords(plan, reckoning, securing, id),
          'Key and latch the right way round, pressed home at both ends, slack left at each.',
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

function stepFor(
  plan: Plan,
  id: WireId,
  wire: Wire,
  reckoned: WireReckoning | undefined,
  way: readonly string[],
): Step {
  const phase = PHASE_OF_WIRE[wire.function]
  const colour = wire.colour ?? plan.practice.colours[wire.function]
  const size = reckoned?.size ?? wire.size ?? 'size not derived'
  const length_mm = reckoned?.length_mm ?? wire.measured_mm ?? wire.length_mm ?? plan.practice.assumedLength_mm
  const isMains = phase === 'mains' || phase === 'earth'
  return stepOf({
    id: wireStep(id),
    phase,
    wire: id,
    title: `${wire.label || id}, ${routeWords(plan, wire)}: ${size}, ${colourName(colour)}, ${formatNumber(length_mm, 4)} mm`,
    lines: [
      ...way,
      endWords(plan, wire.from, reckoned?.from ?? null),
      endWords(plan, wire.to, reckoned?.to ?? null),
      'Label both ends. Tug each: a hand’s firm pull must not move it.',
    ],
    minutes: wire.function === 'PE' ? MINUTES.earth : wire.function === 'signal' ? MINUTES.signal : MINUTES.wire,
    cautions: isMains ? [UNPLUG, ...(phase === 'earth' ? [EARTH_FIRST] : [])] : [],
    after: [wire.from, wire.to].flatMap((end) => landingOf(plan, end) ?? []).map(({ device }) => mountStep(device)),
    why: whyWire(wire),
    facts: wireFacts(wire, reckoned, size, colour),
  })
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
