import { splitKey, terminalKey, othersOn } from '@/core/model'
import { isBoard, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule, waysTo } from '@/core/judging'

interface Facts {
  readonly heater: DeviceId
  readonly sensor: DeviceId
  readonly on: string
  /** The output on which the heater hangs; null where the sensor is on no input for sensors of heat at all. */
  readonly wants: string | null
  readonly board: DeviceId
}

/** "H0", "HE 1" and "T1" by their number, what is a bed's by that: common names of outputs and inputs that belong together. */
const NAMES = {
  output: /^(?:H|HE|HEAT|HEATER|HOTEND)(\d+)$/,
  input: /^(?:T|TH|TEMP|THERM)(\d+)$/,
} as const

function keyOf(block: string | null, side: keyof typeof NAMES): string | null {
  if (block === null) return null
  const name = block.toUpperCase().replace(/[\s_-]/g, '')
  if (/BED/.test(name) || name === (side === 'output' ? 'HB' : 'TB')) return 'bed'
  return NAMES[side].exec(name)?.[1] ?? null
}

/** The block of a board by which a heater is switched, whether straight or by a transistor or relay of its own. */
function outputOf(context: JoinedContext, heater: DeviceId): { readonly board: DeviceId; readonly key: string } | null {
  const steps = waysTo(context, heater).flatMap(({ passages }) => passages)
  const direct = steps.flatMap(({ device, a, b, link }) =>
    'actuator' in link && isBoard(context.part(device)) ? [a, b] : [],
  )
  const byCoil = steps.flatMap(({ device }) =>
    context
      .part(device)
      .actuators.flatMap(({ coil }) =>
        coil
          ? [coil.plus, coil.minus].flatMap((terminal) =>
              othersOn(context.model, terminalKey(device, terminal)).map(({ device: other, terminal: at }) =>
                terminalKey(other, at),
              ),
            )
          : [],
      ),
  )
  for (const key of [...direct, ...byCoil]) {
    const { device, terminal } = splitKey(key)
    const part = context.part(device)
    const isSwitched = part.links.some((link) => 'actuator' in link && (link.a === terminal || link.b === terminal))
    const found = isBoard(part) && isSwitched ? keyOf(context.terminal(device, terminal).block, 'output') : null
    if (found !== null) return { board: device, key: found }
  }
  return null
}

/** The block of a board that a sensor's leads go to. */
function inputOf(
  context: JoinedContext,
  sensor: DeviceId,
): { readonly board: DeviceId; readonly key: string; readonly block: string } | null {
  for (const terminal of Object.keys(context.part(sensor).terminals) as TerminalId[])
    for (const { device, terminal: at } of othersOn(context.model, terminalKey(sensor, terminal))) {
      const { block, function: fn, level_V } = context.terminal(device, at)
      const key = isBoard(context.part(device)) ? keyOf(block, 'input') : null
      // A ground that all inputs share says nothing, and an output beside them neither.
      if (key !== null && (fn === 'signal' || fn === 'data') && level_V !== 0)
        return { board: device, key, block: block! }
    }
  return null
}

/** A pin that reads or sends something else, on a board that has inputs for sensors of heat; null where there is none such. */
function strayPin(context: JoinedContext, sensor: DeviceId): { readonly board: DeviceId; readonly pin: string } | null {
  for (const terminal of Object.keys(context.part(sensor).terminals) as TerminalId[])
    for (const { device, terminal: at } of othersOn(context.model, terminalKey(sensor, terminal))) {
      const part = context.part(device)
      const { terminals } = part
      const { block, label, level_V, function: fn } = terminals[at]!
      const isPin = isBoard(part) && (fn === 'signal' || fn === 'data') && level_V !== null && level_V > 0
      const hasOwn = Object.values(terminals).some((each) => keyOf(each.block, 'input') !== null)
      if (isPin && hasOwn && keyOf(block, 'input') === null)
        return { board: device, pin: block === null ? label : `${block} ${label}` }
    }
  return null
}

export const sensorsExchanged = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A heater watched by another heater’s sensor',
  stage: 'connect',
  source: SOURCES.iec60204Failure,
  find: (context) =>
    context.devices.flatMap(({ id, device }): Facts[] => {
      if (device.watchedBy === null || context.plan.devices[device.watchedBy] === undefined) return []
      const stray = strayPin(context, device.watchedBy)
      if (stray) return [{ heater: id, sensor: device.watchedBy, on: stray.pin, wants: null, board: stray.board }]
      const [out, into] = [outputOf(context, id), inputOf(context, device.watchedBy)]
      if (!out || !into || out.board !== into.board || out.key === into.key) return []
      return [{ heater: id, sensor: device.watchedBy, on: into.block, wants: out.key, board: out.board }]
    }),
  word: ({ heater, sensor, on, wants, board }, context) => ({
    subjects: [heater, sensor, board].map((id) => ({ kind: 'device', id })),
    what:
      wants === null
        ? `${context.device(sensor).tag}, which watches ${context.device(heater).tag}, is on ${on} of ${context.device(board).tag}, which is no input for a sensor of heat`
        : `${context.device(heater).tag} hangs on output ${wants} of ${context.device(board).tag}, and its sensor ${context.device(sensor).tag} on input ${on}`,
    why:
      wants === null
        ? 'The program sees a broken sensor and stops, or nonsense and heats on. Bring it to the input of its heater.'
        : 'The program heats one thing and looks at another: it never sees the target, and heats on. Exchange the sensors’ plugs, or say which sensor watches which heater.',
  }),
})
