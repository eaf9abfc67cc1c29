import type { BehaviourAnswers, ToBehaviour } from './behaviourMessages'
import { KeptWorker } from './keptWorker'

/** What happens when, solved in a web worker. */
export class BehaviourClient extends KeptWorker<ToBehaviour, BehaviourAnswers> {
  constructor() {
    super(new Worker(new URL('./behaviour.worker.ts', import.meta.url), { type: 'module' }), 'that solves situations')
  }
}
