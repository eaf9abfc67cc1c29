import { Worker } from 'node:worker_threads'
import { HeavyRefused } from './heavyRefused'
import type { HeavyResult, HeavyWork } from './messages'
import { Pool, USUAL_LIMITS, type Asked } from './pool'

let pool: Pool<HeavyWork, HeavyResult[HeavyWork['kind']]> | null = null

/** Does work in a thread beside the request loop, within a limit of processor time and memory. Rejects with {@link HeavyRefused}. */
export async function runHeavy<W extends HeavyWork>(work: W, asked?: Asked): Promise<HeavyResult[W['kind']]> {
  pool ??= new Pool(
    () =>
      new Worker(new URL('./heavyWorker.ts', import.meta.url), {
        resourceLimits: { maxOldGenerationSizeMb: USUAL_LIMITS.memory_MB },
      }),
  )
  const outcome = await pool.run(work, asked)
  if (outcome.kind === 'refused') throw new HeavyRefused(outcome.message)
  return outcome.result as HeavyResult[W['kind']]
}
