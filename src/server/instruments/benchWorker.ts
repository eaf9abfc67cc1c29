/** The virtual bench beside the request loop; bundled on its own. */
import { parentPort, workerData } from 'node:worker_threads'
import type { Plan } from '@/core/plan'
import type { FromBench } from './benchBeside'
import { startBench } from './startBench'

const { plan, fault } = workerData as { readonly plan: Plan; readonly fault: string | null }
const send = (message: FromBench) => parentPort?.postMessage(message)

startBench(plan, fault).then(
  ({ meter, boards }) => send({ kind: 'started', meter, boards }),
  (error: unknown) => send({ kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
)
