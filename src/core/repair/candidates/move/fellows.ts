import type { DeviceId, Part, TerminalId } from '@/core/plan'
import type { Change } from '../../change'
import { placeName, wireName, type End, type Near } from '../../near'
import { moved } from './ends'

export const fellowsOf = (near: Near, end: End): readonly Change[] => {
  const far = near.endOf(end.wire, end.side === 'from' ? 'to' : 'from')
  return far ? besideItsFellows(near, end, far) : []
}

/** Of a switch or probe of two leads one goes to a pin: the other belongs on that board's ground. */
export function beyondAContact({ plan, endsAt, endOf }: Near, end: End, far: End): readonly Change[] {
  const partOf = (device: DeviceId) => plan.parts[plan.devices[device]!.part]!
  if (partOf(far.device).draws.length > 0) return []
  const others = endsAt(far.device).filter(({ terminal }) => terminal !== far.terminal)
  if (others.length !== 1) return []
  const beyond = endOf(others[0]!.wire, others[0]!.side === 'from' ? 'to' : 'from')
  if (!beyond || beyond.device === far.device) return []
  // Either this lead lies wrong, or the one beyond.
  return [...ontoGround(end, beyond), ...ontoGround(beyond, end)]

  function ontoGround(from: End, board: End): readonly Change[] {
    const { terminals } = partOf(board.device)
    if (terminals[board.terminal]!.function !== 'signal') return []
    const taken = new Set(endsAt(board.device).map(({ terminal }) => terminal))
    const grounds = (Object.keys(terminals) as TerminalId[]).filter(
      (key) => (terminals[key]!.function === 'V-' || terminals[key]!.level_V === 0) && !taken.has(key),
    )
    // The one beside the pin, where it has one of its own.
    const { block } = terminals[board.terminal]!
    const ground = grounds.find((key) => block !== null && terminals[key]!.block === block) ?? grounds[0]
    if (ground === undefined) return []
    // On the board itself the lead lies a place too far, and nothing else is to be seen of it.
    const evidence = from.device === board.device ? 1 : 2
    return [moved(plan, from, { device: board.device, terminal: ground }, 1.5, evidence)]
  }
}

/**
 * A lead whose neighbours at its far end all come from one board belongs there too: the input of a relay beside others, a
 * pin beside others. To which of several free pins, the wiring does not say, and so it is not offered.
 */
export function besideItsFellows({ plan, endsAt, endOf }: Near, end: End, far: End): readonly Change[] {
  const partOf = (device: DeviceId) => plan.parts[plan.devices[device]!.part]!
  const own = partOf(far.device).terminals[far.terminal]!
  const others = endsAt(far.device).flatMap((each) => {
    const other = each.wire === end.wire ? null : endOf(each.wire, each.side === 'from' ? 'to' : 'from')
    return other && other.device !== end.device && other.device !== far.device ? [{ at: each.terminal, other }] : []
  })
  const fellows = others.flatMap(({ at, other }): End[] => {
    const { function: fn, block } = partOf(far.device).terminals[at]!
    if (fn === own.function && block === own.block && fn !== 'V+' && fn !== 'V-') return [other]
    // Both sides of a coil's own holding contact go where its feed comes from.
    const isHolding = partOf(far.device).links.some(
      (link) =>
        link.kind === 'contact' &&
        ((link.a === at && link.b === far.terminal) ||
          (link.b === at && link.a === far.terminal) ||
          (link.a === at && others.some((second) => second.at === link.b && second.other.device === other.device))),
    )
    return isHolding ? [other] : []
  })
  const boards = new Map(fellows.map((fellow) => [fellow.device, fellow]))
  return [...boards.values()].slice(0, 2).flatMap((fellow): Change[] => {
    const { terminals } = partOf(fellow.device)
    const like = terminals[fellow.terminal]!
    const holds = (key: TerminalId) => endsAt(fellow.device).filter(({ terminal }) => terminal === key).length
    const free = (Object.keys(terminals) as TerminalId[]).filter((key) => {
      const { function: fn, block, direction } = terminals[key]!
      const isFree = like.function === 'any' ? holds(key) < terminals[key]!.conductors.count : holds(key) === 0
      return fn === like.function && block === like.block && direction === like.direction && isFree
    })
    const [first] = free
    if (first === undefined) return []
    const change = moved(plan, end, { device: fellow.device, terminal: first }, 1.7)
    // Of two sides of a contact each is another thing, and one of them is right; of many pins each would do as well.
    if (like.function === 'any')
      return free.slice(0, 3).map((terminal) => moved(plan, end, { device: fellow.device, terminal }, 1.55))
    if (free.length === 1) return [change]
    const was = placeName(plan, { device: end.device, terminal: end.terminal })
    const words = `${wireName(plan, end.wire)} sits at ${was} and not at a pin of ${plan.devices[fellow.device]!.tag}`
    return [{ ...change, words, fix: null }]
  })
}

/**
 * A lead that makes the common of a driver's inputs comes from the board that gives their pulses: from the plus that it gives
 * out for that, or from a ground of its signals.
 */
export function ontoItsCommon({ plan, rule, endsAt, endOf }: Near, end: End, far: End): readonly Change[] {
  if (rule !== 'driver-without-signals' && rule !== 'voltage-beyond-range') return []
  const partOf = (device: DeviceId) => plan.parts[plan.devices[device]!.part]!
  if (partOf(end.device).behaviour.kind !== 'driver') return []
  const boards = new Set(
    endsAt(end.device).flatMap(({ wire, side, terminal }) => {
      const from = terminal === end.terminal ? null : endOf(wire, side === 'from' ? 'to' : 'from')
      const pin = from && partOf(from.device).terminals[from.terminal]!
      return pin && pin.function === 'signal' && pin.direction === 'out' ? [from.device] : []
    }),
  )
  return [...boards].slice(0, 1).flatMap((board) => {
    const { terminals } = partOf(board)
    const taken = new Set(endsAt(board).map(({ terminal }) => terminal))
    return (
      (Object.keys(terminals) as TerminalId[])
        .filter((key) => {
          const { function: fn, direction, level_V } = terminals[key]!
          return !taken.has(key) && ((fn === 'V+' && direction === 'out') || (fn === 'signal' && level_V === 0))
        })
        // What stands beside inputs is theirs.
        .toSorted((a, b) => Number(isOfInputs(terminals, a)) - Number(isOfInputs(terminals, b)))
        .slice(0, 1)
        .map((terminal) => moved(plan, far, { device: board, terminal }, 1.4))
    )
  })
}

/** Whether a terminal shares its block with what reads. */
const isOfInputs = (terminals: Part['terminals'], key: TerminalId): boolean =>
  Object.values(terminals).some((other) => {
    const { function: fn, direction, level_V, block } = other!
    return fn === 'signal' && direction === 'in' && level_V !== 0 && block === terminals[key]!.block
  })
