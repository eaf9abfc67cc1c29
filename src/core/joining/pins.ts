import { isBoard, type Part, type DeviceId, type TerminalFunction } from '@/core/plan'
import { makeRoom } from './distribute'
import type { Draft, Port } from './draft'

/** What runs a program that commands and reads. */
export const isProgram = (part: Part): boolean => isBoard(part) || part.behaviour.kind === 'computer'

export const isCoil = (fn: TerminalFunction) => fn === 'coil-A' || fn === 'coil-B'

export const isSignal = (fn: TerminalFunction) => fn === 'signal' || fn === 'data'

export const plain = (label: string) => label.toUpperCase().replace(/[−–]/g, '-').replace(/\s/g, '')

/** From so many volts on an output of a controller feeds a load by itself; below that it is a pin; common practice. */
export const POWER_PIN_V = 10
/** What such an output gives where its part does not say; common practice. */
const POWER_PIN_A = 0.5

export function feedsByItself(
  draft: Draft,
  { port, level_V }: { readonly port: Port; readonly level_V: number },
  range: { readonly least_V: number; readonly most_V: number; readonly current_A: number },
): boolean {
  return (
    level_V >= POWER_PIN_V &&
    level_V >= range.least_V &&
    level_V <= range.most_V &&
    range.current_A <= (draft.terminal(port).rated_A ?? POWER_PIN_A)
  )
}

/** A board's ground with room for so many, by a strip where its own terminals do not suffice. */
export function roomFor(draft: Draft, ground: Port, wanted: number): Port {
  return makeRoom(draft, ground, wanted, 'signal', `ground of ${draft.tag(ground.device)}`) ?? ground
}

/** A board's ground: the one beside a signal of that block, else one that stands for all, a pin before the feed's own minus. */
export function groundOf(draft: Draft, device: DeviceId, block: string | null = null): Port | null {
  const grounds = draft.ports(device).filter((port) => {
    const { function: fn, level_V } = draft.terminal(port)
    return ((isSignal(fn) && level_V === 0) || fn === 'V-') && draft.freeOnNet(port) !== null
  })
  const rank = (port: Port) => {
    const own = draft.terminal(port)
    if (block !== null && own.block === block) return draft.wiresAt(port) === 0 ? 0 : 3
    if (own.function === 'V-' && own.direction === 'in') return 4
    return isBesideSignal(draft, port) ? 2 : 1
  }
  return [...grounds].sort((a, b) => rank(a) - rank(b))[0] ?? null
}

function isBesideSignal(draft: Draft, port: Port): boolean {
  const { block } = draft.terminal(port)
  return (
    block !== null &&
    draft
      .ports(port.device)
      .some((other) => draft.terminal(other).block === block && (draft.terminal(other).level_V ?? 0) > 0)
  )
}

/** Pins of boards that give a level and have no other name. */
export function freePins(draft: Draft): readonly { readonly port: Port; readonly level_V: number }[] {
  return draft.devices.flatMap(({ id, part }) =>
    isProgram(part)
      ? draft.ports(id).flatMap((port) => {
          const { function: fn, level_V, direction, label, need } = draft.terminal(port)
          const isNamed = /^(TX|RX|SDA|SCL|STEP|PULSE|PUL|DIR|EN|ENA|CLK|D\+|D-)$/.test(plain(label))
          return isSignal(fn) &&
            (level_V ?? 0) > 0 &&
            (direction === 'out' || direction === 'both') &&
            need !== 'later' &&
            !isNamed &&
            !draft.isWired(port)
            ? [{ port, level_V: level_V! }]
            : []
        })
      : [],
  )
}
