import { faultsOf } from '@/core/diagnosis'
import type { Plan } from '@/core/plan'
import { benchOf } from '@/core/proof/bench'
import { quote, type Measured } from '@/formats/scpi'
import { openScpiMeter, type Instrument } from './instrument'
import type { LineServer } from './lineServer'
import { SimulatedBench } from './simulatedBench'
import { SIMULATED_IDENTITY, startSimulatedMeter } from './simulatedMeter'

export interface MeterState {
  readonly identity: string
  readonly host: string
  readonly port: number
  readonly isSimulated: boolean
}

interface Connected extends MeterState {
  readonly instrument: Instrument
  /** The stand-in, where it runs in this process. */
  readonly server: LineServer | null
}

/** One meter at a time is on the line; kept through reloads of the code that asks for it. */
const kept = globalThis as { gladRafterMeter?: Connected | null }

export function meterNow(): MeterState | null {
  const now = kept.gladRafterMeter
  if (now && !now.instrument.isOpen) disconnectMeter()
  const own = kept.gladRafterMeter
  return own ? { identity: own.identity, host: own.host, port: own.port, isSimulated: own.isSimulated } : null
}

/** Throws in words when nothing that measures answers there. */
export async function connectMeter(host: string, port: number, server: LineServer | null = null): Promise<MeterState> {
  const instrument = await openScpiMeter(host, port)
  disconnectMeter()
  kept.gladRafterMeter = {
    instrument,
    server,
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
  const server = await startSimulatedMeter(new SimulatedBench(plan, found?.alteration))
  try {
    return await connectMeter('127.0.0.1', server.port, server)
  } catch (error) {
    server.close()
    throw error
  }
}

export function disconnectMeter(): void {
  const now = kept.gladRafterMeter
  kept.gladRafterMeter = null
  now?.instrument.close()
  now?.server?.close()
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
