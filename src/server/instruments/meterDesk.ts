import { faultsOf } from '@/core/diagnosis'
import { PART_KINDS, type DeviceId, type Plan } from '@/core/plan'
import { benchOf } from '@/core/proof/bench'
import { quote, type Measured } from '@/formats/scpi'
import { openScpiMeter, type Instrument } from './instrument'
import type { LineServer } from './lineServer'
import { LineSocket } from './lineSocket'
import { SimulatedBench } from './simulatedBench'
import { startSimulatedBoard } from './simulatedBoard'
import { SIMULATED_IDENTITY, startSimulatedMeter } from './simulatedMeter'

/** A stand-in for a board of the plan, which answers plain lines. */
export interface BoardState {
  readonly device: DeviceId
  readonly port: number
}

export interface MeterState {
  readonly identity: string
  readonly host: string
  readonly port: number
  readonly isSimulated: boolean
  readonly boards: readonly BoardState[]
}

interface Connected extends MeterState {
  readonly instrument: Instrument
  /** What runs in this process for it. */
  readonly servers: readonly LineServer[]
}

/** One meter at a time is on the line; kept through reloads of the code that asks for it. */
const kept = globalThis as { gladRafterMeter?: Connected | null }

export function meterNow(): MeterState | null {
  const now = kept.gladRafterMeter
  if (now && !now.instrument.isOpen) disconnectMeter()
  const own = kept.gladRafterMeter
  if (!own) return null
  const { identity, host, port, isSimulated, boards } = own
  return { identity, host, port, isSimulated, boards }
}

/** Throws in words when nothing that measures answers there. */
export async function connectMeter(
  host: string,
  port: number,
  servers: readonly LineServer[] = [],
  boards: readonly BoardState[] = [],
): Promise<MeterState> {
  const instrument = await openScpiMeter(host, port)
  disconnectMeter()
  kept.gladRafterMeter = {
    instrument,
    servers,
    boards,
    host,
    port,
    identity: instrument.identity,
    isSimulated: instrument.identity === SIMULATED_IDENTITY,
  }
  return meterNow()!
}

/** The stand-in on a plan's bench, with one fault in it where one is named. Throws in words. */
export async function simulateMeter(plan: Plan, fault: string | null): Promise<MeterState> {
  const bench = benchOf(plan)
  const found = fault === null ? null : faultsOf(bench.model.plan, bench).find(({ id }) => id === fault)
  if (found === undefined) throw new Error(`This plan knows no fault ${fault}`)
  const simulated = new SimulatedBench(plan, found?.alteration)
  const servers: LineServer[] = []
  try {
    const meter = await startSimulatedMeter(simulated)
    servers.push(meter)
    const boards: BoardState[] = []
    for (const { id, part } of bench.model.devices) {
      if (!PART_KINDS[part.behaviour.kind].isCommanding || !part.actuators.some(({ by }) => by === 'firmware')) continue
      const board = await startSimulatedBoard(simulated, id)
      servers.push(board)
      boards.push({ device: id, port: board.port })
    }
    return await connectMeter('127.0.0.1', meter.port, servers, boards)
  } catch (error) {
    for (const server of servers) server.close()
    throw error
  }
}

/** Says a line to a board's stand-in and gives its answer. Throws in words. */
export async function askBoard(device: string, line: string): Promise<string> {
  const board = meterNow()?.boards.find((each) => each.device === device)
  if (!board) throw new Error('This board has no stand-in on the bench')
  const socket = await LineSocket.open('127.0.0.1', board.port)
  try {
    return await socket.ask(line)
  } finally {
    socket.close()
  }
}

export function disconnectMeter(): void {
  const now = kept.gladRafterMeter
  kept.gladRafterMeter = null
  now?.instrument.close()
  for (const server of now?.servers ?? []) server.close()
}

const connected = (): Instrument => {
  if (!meterNow()) throw new Error('No meter is on the line')
  return kept.gladRafterMeter!.instrument
}

/** Throws in words. */
export async function takeReading(what: Measured): Promise<number> {
  return connected().measure(what)
}

/** Of the stand-in: how the bench stands, and where the probes are put. Throws in words. */
export async function placeProbes(
  red: string,
  black: string,
  situation: string,
  held: { readonly device: string; readonly actuator: string; readonly position: string } | null = null,
): Promise<void> {
  const instrument = connected()
  const commands = [
    `SIM:STAT ${quote(situation)}`,
    ...(held ? [`SIM:HOLD ${[held.device, held.actuator, held.position].map(quote).join(',')}`] : []),
    `ROUT:PROB ${quote(red)},${quote(black)}`,
  ]
  for (const command of commands) {
    const error = await instrument.tell(command)
    if (error !== null) throw new Error(error)
  }
}
