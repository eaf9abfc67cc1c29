import { othersOn, reachedFrom, splitKey, terminalKey, waysFrom, type TerminalKey } from '@/core/model'
import { PART_KINDS, type DeviceId, type Terminal, type TerminalId } from '@/core/plan'
import type { JoinedContext } from './context'

/** A pin with a level: no ground of a signal, and nothing of which the level is unknown. */
export const hasLevel = ({ function: fn, level_V }: Pick<Terminal, 'function' | 'level_V'>): boolean =>
  (fn === 'signal' || fn === 'data') && level_V !== null && level_V > 0

/** Whether a program, a hand, a coil or warmth can change what stands at a terminal: a rail or a ground nobody changes. */
function isSender(context: JoinedContext, device: DeviceId, terminal: TerminalId): boolean {
  const part = context.part(device)
  const { function: fn, direction, level_V } = part.terminals[terminal]!
  if (part.links.some((link) => 'actuator' in link && (link.a === terminal || link.b === terminal))) return true
  switch (fn) {
    case 'signal':
    case 'data':
      return direction !== 'in' && level_V !== 0
    case 'any':
      return !PART_KINDS[part.behaviour.kind].passesOn
    case 'contact-COM':
    case 'contact-NO':
    case 'contact-NC':
      return true
    default:
      return false
  }
}

/** Whether a terminal stands on a rail: a source's own pole, with fuses at most between. */
export function isOnRail({ model }: JoinedContext, key: TerminalKey): boolean {
  const joint = model.jointOf(key)
  return model.sources.some(({ potential, terminal }) => {
    const way = potential.kind === 'PE' ? undefined : waysFrom(model, terminal).get(joint)
    return way !== undefined && way.every(({ link }) => link.kind === 'protective')
  })
}

/** The terminals of other parts on a joint, and on all that resistors join to it, where no rail holds them. */
export function hungOn(context: JoinedContext, key: TerminalKey): readonly ReturnType<typeof splitKey>[] {
  const { model } = context
  const own = splitKey(key).device
  const reached = reachedFrom(model, [model.jointOf(key)], ({ passage }) => !passage || !('actuator' in passage.link))
  // One place on each net of all that is reached.
  const places = new Map(
    [...reached.keys()].reverse().map((joint) => {
      const at = model.terminalOfJoint[joint]!
      return [model.netOf(at), at] as const
    }),
  )
  return [...places].flatMap(([net, at]) =>
    isOnRail(context, at)
      ? []
      : (model.netById.get(net)?.terminals ?? []).map(splitKey).filter(({ device }) => device !== own),
  )
}

/** Whether anything sends to one of these terminals of a device. */
export const isSentTo = (context: JoinedContext, device: DeviceId, terminals: readonly TerminalId[]): boolean =>
  terminals.some((terminal) =>
    hungOn(context, terminalKey(device, terminal)).some((at) => isSender(context, at.device, at.terminal)),
  )

/** Whether a pin of another part reads a contact: it cuts nothing by itself then, and what it is for, the program says. */
export const isReadByPin = (context: JoinedContext, device: DeviceId): boolean =>
  (Object.keys(context.part(device).terminals) as TerminalId[]).some((terminal) =>
    othersOn(context.model, terminalKey(device, terminal)).some(({ device: other, terminal: at }) => {
      const { function: fn, direction } = context.terminal(other, at)
      return (fn === 'signal' || fn === 'data') && direction !== 'out'
    }),
  )
