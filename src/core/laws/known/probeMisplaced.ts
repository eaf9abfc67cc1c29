import { othersOn, terminalKey } from '@/core/model'
import { PART_KINDS, type DeviceId, type Part, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, isOnRail, hungOn, PIN_SLACK, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly on: 'two-inputs' | 'two-grounds' | 'output' | 'across' | 'no-input' | 'above-pin' | 'pulled-up' | 'no-ground'
}

type Landing = 'input' | 'output' | 'ground' | 'rail' | 'pin' | 'other'

/** What reads, or is worked: anything but a rail and what only joins. */
const isRead = (context: JoinedContext, device: DeviceId, terminal: TerminalId): boolean =>
  hungOn(context, terminalKey(device, terminal)).some(({ device: other, terminal: at }) => {
    const { function: fn, level_V, direction } = context.terminal(other, at)
    const { behaviour, draws } = context.part(other)
    if (fn === 'signal' || fn === 'data') return direction !== 'out' && level_V !== 0
    if (fn === 'any') return !PART_KINDS[behaviour.kind].passesOn
    // A lamp or a valve that it works by itself.
    return !RAILS.has(fn) || draws.some(({ plus, minus }) => plus === at || minus === at)
  })

const RAILS: ReadonlySet<string> = new Set(['V+', 'V-', 'PE', 'L', 'N'])

/** What a lead of a probe or switch lands on, at a board. */
function landingAt(context: JoinedContext, device: DeviceId, terminal: TerminalId): Landing {
  // What comes to it by its own closed contact lies at its other end.
  const isPassed = context.part(device).links.some((link) => link.kind === 'contact')
  const pins = othersOn(context.model, terminalKey(device, terminal)).map(({ device: other, terminal: at }) =>
    context.terminal(other, at),
  )
  const signals = pins.filter(({ function: fn }) => fn === 'signal' || fn === 'data')
  const key = terminalKey(device, terminal)
  const isMinus = context.potentials(key).some(({ kind }) => kind === '-')
  // Another's pin that was laid on the minus by mistake makes no pin of it.
  if (isMinus && isOnRail(context, key)) return 'ground'
  if (signals.some(({ level_V, direction }) => level_V !== null && level_V > 0 && direction === 'out')) return 'output'
  if (signals.some(({ level_V, direction }) => level_V !== null && level_V > 0 && direction !== 'out')) return 'input'
  if ((isMinus && !isPassed) || signals.some(({ level_V }) => level_V === 0)) return 'ground'
  const isPlus = context.potentials(key).some(({ kind }) => kind === '+') && isOnRail(context, key)
  // A board's own plus, which it gives out, is in no list of sources.
  if (isPlus || pins.some(({ function: fn }) => fn === 'V+')) return 'rail'
  return signals.length > 0 ? 'pin' : 'other'
}

/** Whether the rail on one lead is more than a pin on the other stands. */
function isAbovePin(context: JoinedContext, device: DeviceId, rail: TerminalId, pin: TerminalId): boolean {
  const volt_V = Math.max(0, ...context.potentials(terminalKey(device, rail)).map(({ voltage_V }) => voltage_V ?? 0))
  return othersOn(context.model, terminalKey(device, pin)).some(({ device: other, terminal }) => {
    const { function: fn, level_V, max_V, isolated } = context.terminal(other, terminal)
    const isPin = (fn === 'signal' || fn === 'data') && !isolated && level_V !== null && level_V > 0
    return isPin && volt_V > (max_V ?? level_V * PIN_SLACK)
  })
}

/** What watches a heater is read as warm as it pulls its input down: a switch may be read either way. */
const isWatching = (context: JoinedContext, id: DeviceId): boolean =>
  context.devices.some(({ device }) => device.watchedBy === id)

const isOutput = ({ terminals }: Part, terminal: TerminalId): boolean => {
  const { function: fn, direction } = terminals[terminal]!
  return (fn === 'signal' || fn === 'data') && direction === 'out'
}

export const probeMisplaced = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A probe between two pins that do not belong together',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const terminals = Object.keys(part.terminals) as TerminalId[]
      if (part.behaviour.kind !== 'sensor') return []
      if (part.draws.length > 0) {
        const outputs = terminals.filter(
          (terminal) => isOutput(part, terminal) && context.wiresAt(id, terminal).length > 0,
        )
        const isUnread = outputs.length > 0 && !outputs.some((terminal) => isRead(context, id, terminal))
        return isUnread ? [{ device: id, on: 'no-input' }] : []
      }
      if (terminals.length !== 2) return []
      const [a, b] = terminals.map((terminal) => landingAt(context, id, terminal)) as [Landing, Landing]
      if (a === 'output' || b === 'output') return [{ device: id, on: 'output' }]
      if (a === 'input' && b === 'input') return [{ device: id, on: 'two-inputs' }]
      const fixed = [a, b].filter((landing) => landing === 'rail' || landing === 'ground').length
      if (fixed === 2 && a !== b) return [{ device: id, on: 'across' }]
      if ((a === 'rail' && b === 'input') || (a === 'input' && b === 'rail')) {
        const [rail, pin] = a === 'rail' ? terminals : [...terminals].reverse()
        if (isAbovePin(context, id, rail!, pin!)) return [{ device: id, on: 'above-pin' }]
        return isWatching(context, id) ? [{ device: id, on: 'pulled-up' }] : []
      }
      const isByPin = (a === 'pin' && b === 'input') || (a === 'input' && b === 'pin')
      if (isByPin && isWatching(context, id)) return [{ device: id, on: 'no-ground' }]
      if (a === 'rail' && b === 'rail') return [{ device: id, on: 'no-input' }]
      return a === 'ground' && b === 'ground' ? [{ device: id, on: 'two-grounds' }] : []
    }),
  word: ({ device, on }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag}, ${context.device(device).name}, ${
      {
        'two-inputs': 'lies between two inputs',
        'two-grounds': 'has both leads on ground',
        output: 'hangs on an output',
        'above-pin': 'brings a rail to a pin that does not stand it',
        across: 'lies between a plus and its minus',
        'no-ground': 'lies between its input and a pin that is no ground',
        'pulled-up': 'lies between its input and a plus',
        'no-input': 'is on no input that reads it',
      }[on]
    }`,
    why:
      on === 'across'
        ? 'Closed, a switch shorts the supply there; a thermistor burns. Bring one of the two to its input.'
        : on === 'no-ground'
          ? 'It is read between its input and the ground beside it: against another pin it reads what that one happens to do, and the heater with it. Bring the second lead to that ground.'
          : on === 'above-pin'
            ? 'Closed, it puts the rail on the pin, and the chip behind it is gone. Bring it to the ground beside the input, or put an isolated input between.'
            : on === 'pulled-up'
              ? 'Its input pulls up by itself: between it and a plus the probe reads as cold, however hot it is, and the heater is driven on. Bring the second lead to the ground beside the input.'
              : on === 'no-input'
                ? 'Nobody learns what it says: a limit that nothing reads stops nothing. Bring its output to the input that is to read it.'
                : 'A thermistor or a switch is read between its own input and ground: like this it reads nothing, or two of them at once. Exchange the leads with its neighbour’s.',
  }),
})
