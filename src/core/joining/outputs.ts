import { PART_KINDS, type BehaviourKind, type DeviceId, type Part, type TerminalFunction } from '@/core/plan'
import { portOf } from './distribute'
import type { Draft, Port } from './draft'
import { isProgram, feedsByItself, freePins, groundOf, plain, roomFor } from './pins'

/** A pair of a board's terminals that its program switches: "H0 +" and "H0 −". */
interface Output {
  readonly device: DeviceId
  readonly block: string
  readonly plus: Port
  readonly minus: Port
  readonly voltage_V: number
  readonly rated_A: number | null
}

/** A board's own feed: the volts that its switched outputs give. */
const feedOf_V = (part: Part): number => Math.max(0, ...part.draws.map(({ nominal_V }) => nominal_V))

function outputsOf(draft: Draft): readonly Output[] {
  return draft.devices.flatMap(({ id, part }): Output[] => {
    if (!isProgram(part)) return []
    const switched = new Set(
      part.links.flatMap((link) => (link.kind === 'semiconductor' || link.kind === 'contact' ? [link.a, link.b] : [])),
    )
    const blocks = new Map<string, Port[]>()
    for (const port of draft.ports(id)) {
      const { block, direction, function: fn } = draft.terminal(port)
      if (block === null || direction === 'in' || (fn !== 'V+' && fn !== 'V-')) continue
      blocks.set(block, [...(blocks.get(block) ?? []), port])
    }
    return [...blocks].flatMap(([block, ports]): Output[] => {
      const plus = ports.find((port) => draft.terminal(port).function === 'V+')
      const minus = ports.find((port) => draft.terminal(port).function === 'V-')
      if (!plus || !minus || draft.wiresAt(plus) > 0 || draft.wiresAt(minus) > 0) return []
      if (!switched.has(plus.terminal) && !switched.has(minus.terminal)) return []
      const rated_A = draft.terminal(minus).rated_A ?? draft.terminal(plus).rated_A
      return [{ device: id, block, plus, minus, voltage_V: feedOf_V(part), rated_A }]
    })
  })
}

/** For which kinds of load an output is printed; an output of any other name takes all. */
function suits(block: string, kind: BehaviourKind): number {
  const name = plain(block)
  if (/^FAN/.test(name)) return kind === 'fan' ? 0 : 3
  if (/^(H\d|HE|HEAT|BED|E\d)/.test(name)) return kind === 'heater' ? 0 : 3
  if (/^(CTL|AUX|OUT|Q)/.test(name)) return kind === 'relay' || kind === 'solid-state-relay' ? 0 : 2
  return 1
}

/** The best of a board's outputs for a load of those volts, taken once. */
function takeOutput(
  draft: Draft,
  pool: Output[],
  kind: BehaviourKind,
  range: { readonly least_V: number; readonly most_V: number; readonly current_A: number },
): Output | null {
  const fitting = pool
    .filter(
      ({ voltage_V, rated_A, block }) =>
        voltage_V >= range.least_V &&
        voltage_V <= range.most_V &&
        (rated_A === null || rated_A >= range.current_A) &&
        suits(block, kind) < (kind === 'heater' || kind === 'fan' ? 2 : 3),
    )
    .sort(
      (a, b) =>
        // The weakest that does: the strong one is for the bed.
        suits(a.block, kind) - suits(b.block, kind) || (a.rated_A ?? 0) - (b.rated_A ?? 0),
    )
  const [best] = fitting
  if (best) pool.splice(pool.indexOf(best), 1)
  return best ?? null
}

/** Heaters, fans and control inputs to the outputs of boards. */
export function proposeOutputs(draft: Draft): void {
  draft.begin(
    'outputs',
    'Heaters, fans and control inputs to outputs',
    'What a program switches hangs on the output that is printed for it; an input of a relay on an output of its volts, or on a pin and the board’s ground.',
  )
  const pool = [...outputsOf(draft)]
  for (const { id, part } of draft.devices) {
    const { kind } = part.behaviour
    if (!PART_KINDS[kind].asksSafeState || !draft.isWanted(id)) continue
    for (const { plus, minus, nominal_V, power_W, current_A } of part.draws) {
      const [a, b] = [portOf(id, plus), portOf(id, minus)]
      if (draft.isWired(a) || draft.isWired(b)) continue
      const takes_A = (power_W ?? 0) / nominal_V + (current_A ?? 0)
      // A heater too strong for the board has a transistor module, where one stands ready.
      const range = { least_V: nominal_V * 0.9, most_V: nominal_V * 1.1, current_A: takes_A }
      const output = kind === 'heater' || kind === 'fan' ? takeOutput(draft, pool, kind, range) : null
      const pin = output ? undefined : freePins(draft).find((each) => feedsByItself(draft, each, range))
      if (pin) {
        // What gives plus by itself switches the plus; the minus goes home with the others.
        draft.join(pin.port, a, 'signal', `${draft.name(pin.port)} switches its plus`)
        continue
      }
      if (output) {
        draft.join(output.plus, a, 'V+', `${draft.tag(output.device)} ${output.block} is for it`)
        draft.join(output.minus, b, 'V-', `${draft.tag(output.device)} ${output.block} switches its minus`)
        if ((draft.plan.devices[id]!.commandedBy ?? null) === null && kind === 'heater')
          draft.say(`${draft.tag(output.device)} commands ${draft.tag(id)}`, {
            type: 'updateDevice',
            id,
            changes: { commandedBy: output.device },
          })
        continue
      }
      if (kind !== 'heater') continue
      const module = draft.devices.find(
        (each) => each.part.behaviour.kind === 'mosfet-module' && draft.isWanted(each.id) && draft.isBare(each.id),
      )
      const outs = module ? draft.ports(module.id).filter((port) => draft.terminal(port).direction === 'out') : []
      const of = (fn: TerminalFunction) => outs.find((port) => draft.terminal(port).function === fn) ?? null
      if (!module || !of('V+') || !of('V-')) continue
      draft.join(of('V+'), a, 'V+', `${draft.tag(module.id)} switches it`)
      draft.join(of('V-'), b, 'V-', `${draft.tag(module.id)} switches its minus`)
    }
  }
  proposeControls(draft, pool)
}

/** Inputs of relays and transistor modules: an output of their volts, else a pin. */
function proposeControls(draft: Draft, pool: Output[]): void {
  const inputs = draft.devices.flatMap(({ id, part, device }) =>
    !draft.isWanted(id) || part.behaviour.kind === 'contactor'
      ? []
      : part.actuators.flatMap(({ coil, by }) =>
          by !== 'coil' || !coil || draft.isWired(portOf(id, coil.plus)) ? [] : [{ id, part, device, coil }],
        ),
  )
  for (const [i, { id, part, device, coil }] of inputs.entries()) {
    const [plus, minus] = [portOf(id, coil.plus), portOf(id, coil.minus)]
    const own = part.draws.find((draw) => draw.plus === coil.plus)
    const nominal_V = own?.nominal_V ?? null
    const range = {
      least_V: coil.pickUp_V ?? (nominal_V ?? 0) * 0.75,
      most_V: coil.max_V ?? own?.max_V ?? (nominal_V ?? 30) * 1.2,
      current_A: 0,
    }
    const output = takeOutput(draft, pool, part.behaviour.kind, range)
    if (output) {
      draft.join(output.plus, plus, 'V+', `${draft.tag(output.device)} ${output.block} works it`)
      if (!draft.isWired(minus))
        draft.join(output.minus, minus, 'V-', `${draft.tag(output.device)} ${output.block} switches its minus`)
    } else {
      const pin = freePins(draft).find(({ level_V }) => level_V >= range.least_V && level_V <= range.most_V)
      if (!pin) {
        draft.left.push(
          `${draft.tag(id)}, ${device.name}: no free output gives ${Number(range.least_V.toPrecision(3))} to ${Number(range.most_V.toPrecision(3))} V for its input`,
        )
        continue
      }
      draft.join(pin.port, plus, 'signal', `${draft.name(pin.port)} works it`)
      // One that shares the feed's minus has its way back there.
      const ground = draft.terminal(minus).function === 'V-' ? null : groundOf(draft, pin.port.device)
      if (ground && !draft.isWired(minus))
        draft.join(roomFor(draft, ground, inputs.length - i), minus, 'signal', 'its way back to the board’s ground')
    }
  }
}
