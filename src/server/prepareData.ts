import { DEMOS } from '@demo/scenarios'
import { database } from './database'
import { PlanStore } from './planStore'

/** Opens and migrates the data file; with `GLAD_RAFTER_DEMO=1` an empty one gets the demo plans. */
export async function prepareData(): Promise<void> {
  const store = new PlanStore(await database())
  if (process.env.GLAD_RAFTER_DEMO !== '1' || (await store.count()) > 0) return
  for (const [key, plan] of Object.entries(DEMOS).reverse()) await store.create(plan(), key)
}
