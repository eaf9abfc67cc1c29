import { colourName, landingOf, type Plan, type Wire, type WireEnd, type WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { EndTreatment, Reckoning, WireReckoning } from '@/core/figures'
import { EARTH_FIRST, UNPLUG } from '../cautions'
import { wireFacts } from '../facts'
import type { Phase, Step } from '../types'
import { mountStep } from './devices'
import { MINUTES, rememberSteps, stepOf } from './draft'

export const wireStep = (id: WireId) => `wire:${id}`

const PHASE_OF_WIRE: Readonly<Record<Wire['function'], Phase>> = {
  L: 'mains',
  N: 'mains',
  PE: 'earth',
  'V+': 'dc',
  'V-': 'dc',
  signal: 'dc',
}

/** Wires that are made, by what they do. */
export function wiresOf(plan: Plan, ...functions: readonly Wire['function'][]): readonly WireId[] {
  return (Object.entries(plan.wires) as [WireId, Wire][]).flatMap(([id, wire]) =>
    wire.origin !== 'remove' && functions.includes(wire.function) ? [id] : [],
  )
}

const remembered = rememberSteps<Wire>()

/** A step for every wire: cut, make both ends, join, tug. */
export function wireSteps(plan: Plan, reckoning: Reckoning): readonly Step[] {
  return (Object.entries(plan.wires) as [WireId, Wire][]).flatMap(([id, wire]) => {
    if (wire.origin === 'remove') return []
    const reckoned = reckoning.wires[id]
    const ends = [wire.from, wire.to].flatMap((end) => {
      const at = landingOf(plan, end)
      return at ? [plan.devices[at.device], plan.parts[plan.devices[at.device]!.part]] : [null]
    })
    const cable = wire.cable === null ? null : plan.cables[wire.cable]
    return remembered(wire, [reckoned, plan.practice, cable, ...ends], () => [stepFor(plan, id, wire, reckoned)])
  })
}

function stepFor(plan: Plan, id: WireId, wire: Wire, reckoned: WireReckoning | undefined): Step {
  const phase = PHASE_OF_WIRE[wire.function]
  const colour = wire.colour ?? plan.practice.colours[wire.function]
  const size = reckoned?.size ?? wire.size ?? 'size not derived'
  const length_mm = reckoned?.length_mm ?? wire.measured_mm ?? wire.length_mm ?? plan.practice.assumedLength_mm
  const isMains = phase === 'mains' || phase === 'earth'
  return stepOf({
    id: wireStep(id),
    phase,
    wire: id,
    title: `${wire.label || id}: ${size}, ${colourName(colour)}, ${formatNumber(length_mm, 4)} mm`,
    lines: [
      endWords(plan, wire.from, reckoned?.from ?? null),
      endWords(plan, wire.to, reckoned?.to ?? null),
      'Label both ends. Tug each: a hand’s firm pull must not move it.',
    ],
    minutes: wire.function === 'PE' ? MINUTES.earth : wire.function === 'signal' ? MINUTES.signal : MINUTES.wire,
    cautions: isMains ? [UNPLUG, ...(phase === 'earth' ? [EARTH_FIRST] : [])] : [],
    after: [wire.from, wire.to].flatMap((end) => (end.kind === 'terminal' ? [mountStep(end.device)] : [])),
    why: whyWire(wire),
    facts: wireFacts(wire, reckoned, size, colour),
  })
}

function endWords(plan: Plan, end: WireEnd, treatment: EndTreatment | null): string {
  if (end.kind === 'parked') return `park it: ${end.where}, ${end.insulated ? 'insulated' : 'not insulated'}`
  if (end.kind === 'plug') return `way ${end.way} of the plug of ${plan.cables[end.cable]!.name}`
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
