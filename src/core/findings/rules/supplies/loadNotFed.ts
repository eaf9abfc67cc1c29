import { othersOn } from '@/core/figures'
import type { DeviceId, TerminalId } from '@/core/plan'
import { drawPower_W, terminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import type { Context } from '../../context'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly draw: string
  /** A way leads to it and back: only no state closes what stands in it. */
  readonly hasWay: boolean
}

/** What a logic pin gives or takes, and up to which level a pin is one; common practice. */
const PIN_A = 0.04
const LOGIC_V = 5.5

/**
 * Whether it hangs on a pin of a board, of which the plan knows no volts: what the pin gives is its program's.
 * A lamp or a sounder may; a board, a motor or a string of pixels takes more than a pin has.
 */
function isOnPin(context: Context, device: DeviceId, terminal: TerminalId, current_A: number): boolean {
  const key = terminalKey(device, terminal)
  if (context.potentials(key).length > 0) return false
  return othersOn(context.model, key).some((other) => {
    const { function: fn, level_V, direction, rated_A } = context.terminal(other.device, other.terminal)
    const isPin = (fn === 'signal' || fn === 'data') && level_V !== 0 && direction !== 'in'
    const gives_A = level_V !== null && level_V <= LOGIC_V ? PIN_A : (rated_A ?? Infinity)
    return isPin && current_A <= gives_A
  })
}

export const loadNotFed = defineRule<Facts>({
  severity: 'stop',
  title: 'Wired, and fed in no state',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.draws.flatMap(({ device, draw, voltage_V }) => {
      if (context.device(device).origin === 'remove' || Object.values(voltage_V).some((value) => value !== null))
        return []
      const entry = context.part(device).draws.find(({ id }) => id === draw)!
      const isWired = [entry.plus, entry.minus].every((terminal) => context.wiresAt(device, terminal).length > 0)
      // What takes nothing in any state is not missed, and what cannot be solved is said elsewhere.
      const takes =
        drawPower_W(context.device(device), entry) > 0 &&
        Object.entries(context.plan.states).some(
          ([, state]) => ((state!.shares as Readonly<Record<string, number>>)[device] ?? state!.defaultShare) > 0,
        )
      const hasWay = context.ways.some((way) => way.device === device)
      const current_A = drawPower_W(context.device(device), entry) / entry.nominal_V
      if ([entry.plus, entry.minus].some((terminal) => isOnPin(context, device, terminal, current_A))) return []
      return isWired && takes && Object.values(context.reckoning.states).every(({ isSolved }) => isSolved)
        ? [{ device, draw, hasWay }]
        : []
    }),
  word: ({ device, draw, hasWay }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    alike: `${hasWay}`,
    what: `${context.device(device).tag}, ${context.part(device).draws.find(({ id }) => id === draw)!.name}, has its wires and nothing reaches it`,
    why: hasWay
      ? 'A contact or switch in its way is closed in no state of the plan. Add a state in which it is, or look what should close it.'
      : 'One of its sides leads to no source, or a supply on the way is not fed itself: a wire was left out, or lands elsewhere.',
    severity: hasWay ? 'caution' : 'stop',
  }),
})
