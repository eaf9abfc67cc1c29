import { reckon } from '@/core/figures'
import type { DeviceId, Part } from '@/core/plan'
import { portOf } from './distribute'
import type { Draft } from './draft'

/** An auxiliary contact carries no more; common practice. */
const AUXILIARY_A = 10

/** A contactor by the stops: plus through every stop and guard, in series, to its coil. */
export function proposeStops(draft: Draft): void {
  const contactor = draft.devices.find(
    ({ id, part }) => part.behaviour.kind === 'contactor' && draft.isWanted(id) && coilOpen(draft, id, part),
  )
  const stops = draft.devices.filter(
    ({ id, part }) =>
      (part.behaviour.kind === 'emergency-stop' || (part.behaviour.kind === 'button' && isClosedAtRest(part))) &&
      draft.isWanted(id) &&
      draft.isBare(id),
  )
  const wired = draft.devices.filter(({ id, part }) => part.behaviour.kind === 'emergency-stop' && !draft.isBare(id))
  const bare = stops.filter(({ part }) => part.behaviour.kind === 'emergency-stop')
  if (wired.length > 0)
    for (const { id } of bare)
      draft.left.push(
        `${draft.tag(id)}: the stop circuit is wired already; open it beside ${draft.tag(wired[0]!.id)} and put this stop in series by hand`,
      )
  else if (!contactor)
    for (const { id } of bare)
      draft.left.push(`${draft.tag(id)}: a stop wants a contactor to work; add one and ask again`)
  if (!contactor) return
  if (wired.length > 0) return besideHeld(draft, contactor)
  const { coil, nominal_V } = coilOf(contactor.part)
  const source = draft.devices.find(
    ({ id, part }) =>
      'outputs' in part.behaviour &&
      part.behaviour.outputs.some(({ voltage_V }) => Math.abs(voltage_V - nominal_V) <= nominal_V * 0.1) &&
      // What the contactor itself switches cannot hold it.
      !isBehind(draft, id, contactor.id),
  )
  if (!source || !('outputs' in source.part.behaviour)) {
    draft.left.push(`${draft.tag(contactor.id)}: no supply of ${nominal_V} V stands before it, to hold its coil`)
    return
  }
  draft.begin(
    'stops',
    'The stop circuit',
    'Plus goes through every stop and guard in turn to the coil: any of them opened, or any wire of it broken, lets the contactor go.',
  )
  const output = source.part.behaviour.outputs[0]!
  let from = portOf(source.id, output.plus)
  for (const { id, part } of stops) {
    const [first] = part.links.flatMap((link) => (link.kind === 'contact' ? [link] : []))
    if (!first) continue
    draft.join(from, portOf(id, first.a), 'V+', `through ${draft.tag(id)}`)
    from = portOf(id, first.b)
  }
  const start = draft.devices.find(
    ({ id, part }) =>
      part.behaviour.kind === 'button' && !isClosedAtRest(part) && draft.isWanted(id) && draft.isBare(id),
  )
  const hold = contactor.part.links.find(
    (link) =>
      link.kind === 'contact' &&
      !draft.isWired(portOf(contactor.id, link.a)) &&
      !draft.isWired(portOf(contactor.id, link.b)) &&
      contactor.part.terminals[link.a]!.need === 'optional' &&
      (link.rated_A ?? Infinity) <= AUXILIARY_A,
  )
  const press = start?.part.links.find((link) => link.kind === 'contact')
  if (start && press?.kind === 'contact' && hold?.kind === 'contact') {
    const coilPlus = portOf(contactor.id, coil.plus)
    draft.join(from, portOf(start.id, press.a), 'V+', `${draft.tag(start.id)} starts it`)
    draft.join(portOf(start.id, press.a), portOf(contactor.id, hold.a), 'V+', 'its own contact goes on holding it')
    draft.join(portOf(start.id, press.b), portOf(contactor.id, hold.b), 'V+', 'beside the button')
    draft.join(portOf(start.id, press.b), coilPlus, 'V+', 'holds the contactor: a stop let go starts nothing')
  } else draft.join(from, portOf(contactor.id, coil.plus), 'V+', 'holds the contactor')
  draft.join(portOf(source.id, output.minus), portOf(contactor.id, coil.minus), 'V-', 'its way back')
}

/**
 * A contactor more, where the stops are wired: its coil beside one that all of them let go, as solved. Where there is none it
 * is said, for a coil fed past a stop holds what the stop is for.
 */
function besideHeld(draft: Draft, { id, part }: { readonly id: DeviceId; readonly part: Part }): void {
  const own = coilOf(part)
  const stops = reckon(draft.plan).stops.filter(({ isEmergency }) => isEmergency)
  const held = draft.devices.find(
    (other) =>
      other.id !== id &&
      other.part.behaviour.kind === 'contactor' &&
      coilOf(other.part).nominal_V === own.nominal_V &&
      stops.every(({ cuts }) => cuts.includes(other.id)),
  )
  if (!held) {
    draft.left.push(
      `${draft.tag(id)}: the stops are wired, and no coil of ${own.nominal_V} V goes off with all of them; join its coil behind them by hand`,
    )
    return
  }
  const beside = coilOf(held.part).coil
  draft.begin(
    'stops',
    'The stop circuit',
    `Its coil lies beside that of ${draft.tag(held.id)}, which every emergency stop lets go.`,
  )
  draft.join(
    portOf(held.id, beside.plus),
    portOf(id, own.coil.plus),
    'V+',
    `held and let go with ${draft.tag(held.id)}`,
  )
  draft.join(portOf(held.id, beside.minus), portOf(id, own.coil.minus), 'V-', 'its way back')
}

function coilOf(part: Part) {
  const coil = part.actuators.find((each) => each.coil)!.coil!
  return { coil, nominal_V: part.draws.find(({ plus }) => plus === coil.plus)?.nominal_V ?? coil.pickUp_V ?? 24 }
}

const coilOpen = (draft: Draft, id: DeviceId, { actuators }: Part) =>
  actuators.some(({ coil }) => coil && !draft.isWired(portOf(id, coil.plus)))

const isClosedAtRest = ({ links, actuators }: Part) =>
  links.some(
    (link) =>
      link.kind === 'contact' && actuators.some(({ id, rest }) => id === link.actuator && link.closedIn.includes(rest)),
  )

/** Whether a supply's line comes from that contactor. */
function isBehind(draft: Draft, supply: DeviceId, contactor: DeviceId): boolean {
  const { behaviour } = draft.part(supply)
  if (behaviour.kind !== 'supply') return false
  const outs = new Set(
    draft.part(contactor).links.flatMap((link) => (link.kind === 'contact' ? [link.b as string] : [])),
  )
  return draft
    .net(portOf(supply, behaviour.line))
    .some(({ device, terminal }) => device === contactor && outs.has(terminal))
}
