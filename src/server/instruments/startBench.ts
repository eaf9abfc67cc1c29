import { faultsOf } from '@/core/diagnosis'
import { factsOf, type DeviceId, type Plan } from '@/core/plan'
import { benchOf } from '@/core/proof/bench'
import type { LineServer } from './lineServer'
import { SimulatedBench } from './simulatedBench'
import { startSimulatedBoard } from './simulatedBoard'
import { startSimulatedMeter } from './simulatedMeter'

/** A stand-in for a board of the plan, which answers plain lines. */
export interface BoardState {
  readonly device: DeviceId
  readonly port: number
}

/** A meter and the boards of a plan as stand-ins on one virtual bench. */
export interface StartedBench {
  /** The meter's port. */
  readonly meter: number
  readonly boards: readonly BoardState[]
  readonly server: { close(): void }
}

/** Starts them in this thread. Throws in words where the plan knows no such fault. */
export async function startBench(plan: Plan, fault: string | null): Promise<StartedBench> {
  const bench = benchOf(plan)
  const found = fault === null ? null : faultsOf(bench.model.plan, bench).find(({ id }) => id === fault)
  if (found === undefined) throw new Error(`This plan knows no fault ${fault}`)
  const simulated = new SimulatedBench(plan, found?.alteration)
  const servers: LineServer[] = []
  const close = () => {
    for (const server of servers) server.close()
  }
  try {
    const meter = await startSimulatedMeter(simulated)
    servers.push(meter)
    const boards: BoardState[] = []
    for (const { id, part } of bench.model.devices) {
      if (!factsOf(part).isCommanding || !part.actuators.some(({ by }) => by === 'firmware')) continue
      const board = await startSimulatedBoard(simulated, id)
      servers.push(board)
      boards.push({ device: id, port: board.port })
    }
    return { meter: meter.port, boards, server: { close } }
  } catch (error) {
    close()
    throw error
  }
}
