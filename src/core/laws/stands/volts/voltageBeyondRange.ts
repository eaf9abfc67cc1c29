import {
  driverInputs,
  drawRange,
  TOO_LITTLE,
  UNUSUALLY_MUCH,
  type DeviceId,
  type Part,
  type TerminalId,
} from '@/core/plan'
import { othersOn, terminalKey } from '@/core/model'
import { formatNumber, formatVolts } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { ofJoints, type Context, type JoinedContext, isOnRail, PIN_SLACK, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly kind: 'load' | 'low' | 'pin' | 'through' | 'ground'
  readonly volt_V: number
  readonly stands_V: number
  /** Nobody stated what it stands. */
  readonly isAssumed: boolean
  readonly isGrave: boolean
}

/** Where a part states no greatest volts, more than this share of nominal burns it; common practice. */
const BURNS = 1.6
/** Where a part states no least volts, below this share of nominal it does not work at all; common practice. */
const NOT_AT_ALL = 0.55

/** What a ground of signals may stand at: the drop along a lead; common practice. */
const GROUND_V = 1

/** What the lamp of an opto input takes off; from memory. */
const LAMP_V = 1.2

const PIN_GONE =
  'The pin and mostly the chip behind it are gone at once. Put a level shifter, a divider or an isolated input between.'

const WHY: Readonly<Record<Facts['kind'], string>> = {
  load: 'It burns out, at once or within the hour. Feed it from a rail of its own voltage, or by a converter.',
  low: 'It does not start, resets, or runs hot at half its speed. Feed it from a rail of its own voltage.',
  pin: PIN_GONE,
  through: PIN_GONE,
  ground:
    'The rail is put on the ground of what sends to it: it is shorted through the part, or the inputs burn. The ground of signals goes to the ground of what sends them.',
}

function limitWords(kind: Facts['kind'], stands_V: number, isAssumed: boolean): string {
  const volts = `${formatNumber(stands_V)} V`
  if (kind === 'ground') return 'is the ground of its signals'
  if (kind === 'pin' || kind === 'through') return `is a pin of ${volts}`
  const [unstated, stated] =
    kind === 'low'
      ? ['the least that it works at', `wants ${volts} at least`]
      : ['what it stands at most', `stands ${volts} at most`]
  return isAssumed ? `is made for ${volts}; ${unstated} is not stated` : stated
}

export const voltageBeyondRange = defineRule<Facts>({
  severity: 'stop',
  title: 'Volts that it is not made for',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) => [
    ...context.devices.flatMap(({ id, part }) => loads(context, id, part)),
    ...ofJoints(context, pinsOnRails),
  ],
  word: ({ device, terminal, kind, volt_V, stands_V, isAssumed, isGrave }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    // One wire on the wrong rail spoils all that is joined to it, and every pin that meets it through what hangs on it.
    alike: context.potentials(terminalKey(device, terminal)).some(({ voltage_V }) => voltage_V !== null)
      ? `${kind} ${context.model.netOf(terminalKey(device, terminal))}`
      : `${kind} ${formatVolts(volt_V)} from beyond`,
    what: `${context.terminalName(device, terminal)} gets ${formatVolts(volt_V)} ${kind === 'through' ? 'through a load that is off ' : ''}and ${limitWords(kind, stands_V, isAssumed)}`,
    why: WHY[kind],
    severity: isGrave ? 'stop' : 'caution',
  }),
})

const pinsOnRails = (context: JoinedContext): readonly Facts[] =>
  context.devices.flatMap(({ id, part }) => [...pins(context, id, part), ...pinsBehindOptos(context, id, part)])

/** Loads by the volts that they get, whichever state gives most. */
function loads(context: Context, device: DeviceId, part: Part): readonly Facts[] {
  return part.draws.flatMap((draw): Facts[] => {
    const { voltage_V } = context.draw(device, draw.id)!
    const solved_V = Math.max(0, ...Object.values(voltage_V).map((value) => Math.abs(value ?? 0)))
    const full_V = unsagged_V(context, device, draw.plus)
    const volt_V = Math.max(solved_V, full_V)
    const { least_V: wants_V, most_V } = drawRange(part, draw)
    const isAssumed = most_V === null
    const stands_V = most_V ?? draw.nominal_V
    const least_V = Math.min(...Object.values(voltage_V).map((value) => Math.abs(value ?? Infinity)))
    const least = (wants_V ?? draw.nominal_V * TOO_LITTLE) * 0.9995
    // What sags because too much is asked of its source is told of the source.
    if (volt_V > 0 && least_V < least && full_V < least) {
      const isGraveLow = wants_V !== null || least_V < draw.nominal_V * NOT_AT_ALL
      const common = { device, terminal: draw.plus, kind: 'low' as const, volt_V: least_V }
      return [{ ...common, stands_V: wants_V ?? draw.nominal_V, isAssumed: wants_V === null, isGrave: isGraveLow }]
    }
    if (volt_V <= stands_V * (isAssumed ? UNUSUALLY_MUCH : 1.0005)) return []
    const isGrave = !isAssumed || volt_V > stands_V * BURNS
    return [{ device, terminal: draw.plus, kind: 'load', volt_V, stands_V, isAssumed, isGrave }]
  })
}

/** Where a source limits, what it feeds sags: what stands there before all of it runs. */
function unsagged_V(context: Context, device: DeviceId, plus: TerminalId): number {
  const limiting = new Set(
    Object.values(context.reckoning.states).flatMap(({ overloads }) => overloads.map(({ source }) => source)),
  )
  if (limiting.size === 0) return 0
  const plusses = context.potentials(terminalKey(device, plus)).filter(({ kind }) => kind === '+')
  // Of a battery and its charger the one holds the other down.
  if (new Set(plusses.map((at) => at.device)).size !== 1) return 0
  const volts = plusses.map((at) => (limiting.has(at.device) ? (at.voltage_V ?? 0) : 0))
  return Math.max(0, ...volts)
}

/** Pins of a level that a rail is wired to. */
function pins(context: JoinedContext, device: DeviceId, part: Part): readonly Facts[] {
  return (Object.keys(part.terminals) as TerminalId[]).flatMap((terminal): Facts[] => {
    const { function: fn, level_V, max_V, isolated } = part.terminals[terminal]!
    if ((fn !== 'signal' && fn !== 'data') || isolated) return []
    const stands_V = max_V ?? (level_V === null ? null : level_V * PIN_SLACK)
    if (stands_V === null || !context.isJoined(device, terminal)) return []
    const volt_V = Math.max(
      0,
      ...context
        .potentials(terminalKey(device, terminal))
        .map(({ kind, voltage_V }) =>
          kind === 'L' || kind === 'N' ? context.plan.site.mains_V : kind === '+' ? (voltage_V ?? 0) : 0,
        ),
    )
    if (level_V === 0)
      return volt_V > GROUND_V && isOnRail(context, terminalKey(device, terminal))
        ? [{ device, terminal, kind: 'ground', volt_V, stands_V: 0, isAssumed: false, isGrave: true }]
        : []
    const found = { device, terminal, stands_V: level_V ?? stands_V, isAssumed: false, isGrave: true }
    if (volt_V > stands_V) return [{ ...found, kind: 'pin', volt_V }]
    const through_V = voltsThroughLoad(context, device, terminal)
    return through_V > stands_V ? [{ ...found, kind: 'through', volt_V: through_V }] : []
  })
}

/** What a pin sees through a load that hangs between it and a plus, while nothing draws the load's minus down. */
function voltsThroughLoad(context: JoinedContext, device: DeviceId, terminal: TerminalId): number {
  const key = terminalKey(device, terminal)
  if (isOnRail(context, key)) return 0
  const volts = othersOn(context.model, key).flatMap((at) => {
    const draw = context.part(at.device).draws.find(({ minus }) => minus === at.terminal)
    if (!draw) return []
    // The lamp of an input takes something off, and a pin may well sink it from a rail a little above its own.
    const isLamp = context.terminal(at.device, at.terminal).function === 'control-'
    return context
      .potentials(terminalKey(at.device, draw.plus))
      .map(({ kind, voltage_V }) => (kind === '+' ? (voltage_V ?? 0) - (isLamp ? LAMP_V : 0) : 0))
      .filter((volt_V) => !isLamp || volt_V > (context.terminal(device, terminal).level_V ?? 0) * BURNS)
  })
  return Math.max(0, ...volts)
}

/** Pins that sink the lamp of an opto input, whose other end stands on a rail far above their level. */
function pinsBehindOptos(context: JoinedContext, device: DeviceId, part: Part): readonly Facts[] {
  if (part.behaviour.kind !== 'driver') return []
  return driverInputs(part).flatMap(({ plus, minus }): Facts[] => {
    if (minus === null || !part.terminals[plus]!.isolated) return []
    const volt_V = Math.max(
      0,
      ...context
        .potentials(terminalKey(device, plus))
        .map(({ kind, voltage_V }) => (kind === '+' ? (voltage_V ?? 0) - LAMP_V : 0)),
    )
    return othersOn(context.model, terminalKey(device, minus)).flatMap((at): Facts[] => {
      const { function: fn, level_V, isolated: isApart, direction } = context.terminal(at.device, at.terminal)
      const isPin = (fn === 'signal' || fn === 'data') && !isApart && direction !== 'in' && level_V !== null
      return isPin && level_V > 0 && volt_V > level_V * BURNS
        ? [{ ...at, kind: 'pin', volt_V, stands_V: level_V, isAssumed: false, isGrave: true }]
        : []
    })
  })
}
