import type { Plan } from '@/core/plan'
import { quote, type Measured } from '@/formats/scpi'
import { openScpiMeter, type Instrument } from './instrument'
import { startBenchBeside, type BoardState } from './benchBeside'
import { LineSocket, type LinePace } from './lineSocket'
import { SIMULATED_IDENTITY } from './simulatedMeter'

/** The stand-in repeats nothing, and may solve for long where a plan is large. */
const BENCH_PACE: LinePace = { quiet_ms: 0, answer_ms: 60_000 }

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
  readonly servers: readonly { close(): void }[]
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
  servers: readonly { close(): void }[] = [],
  boards: readonly BoardState[] = [],
  pace?: LinePace,
): Promise<MeterState> {
  const instrument = await openScpiMeter(host, port, pace)
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

/** The stand-in on a plan's bench, with one fault in it where one is named. It solves beside the request loop. Throws in words. */
export async function simulateMeter(plan: Plan, fault: string | null, start = startBenchBeside): Promise<MeterState> {
  const { meter, boards, server } = await start(plan, fault)
  try {
    return await connectMeter('127.0.0.1', meter, [server], boards, BENCH_PACE)
  } catch (error) {
    server.close()
    throw error
  }
}

/** Says a line to a board's stand-in and gives its answer. Throws in words. */
export async function askBoard(device: string, line: string): Promise<string> {
  const board = meterNow()?.boards.find((each) => each.device === device)
  if (!board) throw new Error('This board has no stand-in on the bench')
  const socket = await LineSocket.open('127.0.0.1', board.port, BENCH_PACE)
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
