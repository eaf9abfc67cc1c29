import type { ExtraPoint } from '@/core/diagnosis'
import type { Plan } from '@/core/plan'
import { KeptWorker } from './keptWorker'
import type { Answers, ToProve } from './proveMessages'

/** A bench kept in a web worker. */
export class ProveClient extends KeptWorker<ToProve, Answers> {
  constructor(plan: Plan, extra: readonly ExtraPoint[]) {
    super(new Worker(new URL('./prove.worker.ts', import.meta.url), { type: 'module' }), 'of the bench')
    void this.ask({ type: 'open', plan, extra })
  }
}
