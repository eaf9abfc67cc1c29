import { terminalKey, type TerminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { serveLines, type LineServer } from './lineServer'
import type { SimulatedBench } from './simulatedBench'

/** An input reads as pulled to its partner below this; board inputs have pull-ups of kilohms. From memory. */
const PULLED_OHM = 1000

/**
 * A stand-in for a board that is talked to by plain lines: `list`, `set FAN0 on`, `get E1S`. Outputs are its program's actuators;
 * an input reads `closed` while something joins it to the board's own minus, or to the partner it is wired with.
 */
export function startSimulatedBoard(bench: SimulatedBench, device: DeviceId, port = 0): Promise<LineServer> {
  const own = bench.bench.model.deviceById.get(device)
  if (!own) throw new Error(`There is no device ${device} on this bench`)
  const { part } = own
  const outputs = part.actuators.filter(({ by }) => by === 'firmware')
  const inputs = (Object.keys(part.terminals) as TerminalId[]).filter((id) => {
    const { function: fn, direction, level_V } = part.terminals[id]!
    return fn === 'signal' && direction !== 'out' && level_V !== 0
  })
  const minus = (Object.keys(part.terminals) as TerminalId[]).filter((id) => {
    const { function: fn, level_V } = part.terminals[id]!
    return fn === 'V-' || (fn === 'signal' && level_V === 0)
  })
  return serveLines((line) => {
    const [verb, name, value] = line.trim().split(/\s+/)
    switch (verb?.toLowerCase()) {
      case 'list':
        return `outputs ${outputs.map(({ id }) => id).join(',') || 'none'}; inputs ${inputs.join(',') || 'none'}`
      case 'set': {
        const output = outputs.find(({ id }) => id === name)
        if (!output) return `error: no output ${name ?? ''}; there are ${outputs.map(({ id }) => id).join(', ')}`
        const on = output.positions.find((position) => position !== output.rest)
        if (value !== 'on' && value !== 'off') return 'error: say on or off'
        const refused = bench.hold(device, output.id, value === 'on' ? on! : output.rest)
        return refused === null ? 'ok' : `error: ${refused}`
      }
      case 'get': {
        const input = inputs.find((id) => id === name)
        if (!input) return `error: no input ${name ?? ''}; there are ${inputs.join(', ')}`
        return isPulled(
          bench,
          terminalKey(device, input),
          minus.map((id) => terminalKey(device, id)),
        )
          ? 'closed'
          : 'open'
      }
      default:
        return 'error: say list, set or get'
    }
  }, port)
}

function isPulled(
  { bench, situation, altered }: SimulatedBench,
  input: TerminalKey,
  minus: readonly TerminalKey[],
): boolean {
  const network = bench.dead(situation.held, 'lowest', altered)
  const at = bench.model.jointOf(input)
  return minus.some((key) => network.ohms(at, bench.model.jointOf(key)) < PULLED_OHM)
}
