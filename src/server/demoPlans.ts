import { randomUUID } from 'node:crypto'
import { DEMOS } from '@demo/scenarios'
import { parsePlan } from '@/core/plan/schema'
import type { Models } from './models'

/** With `GLAD_RAFTER_DEMO=1` a data file that never held a plan gets the demo plans, all of them or none. */
export function wantsDemos(): boolean {
  return process.env.GLAD_RAFTER_DEMO === '1'
}

export async function putDemos({ Plan }: Models): Promise<void> {
  const at = new Date()
  for (const [key, make] of Object.entries(DEMOS).reverse()) {
    const parsed = parsePlan(JSON.parse(JSON.stringify(make())))
    if (parsed.kind === 'refused') throw new Error(`the demo ${key} is not a plan: ${JSON.stringify(parsed.issues[0])}`)
    await Plan.create({
      id: key,
      name: parsed.plan.name,
      document: JSON.stringify(parsed.plan),
      revision: 1,
      createdAt: at,
      updatedAt: new Date(at.getTime() + 1),
      deletedAt: null,
      lastEdit: '',
      createId: randomUUID(),
    })
    at.setMilliseconds(at.getMilliseconds() + 1)
  }
}
