import { randomUUID } from 'node:crypto'
import { DEMOS } from '@demo/scenarios'
import { parsePlan } from '@/core/plan'
import { database, type OpenOptions } from './database'
import { DataTrouble } from './dataTrouble'
import type { Models } from './models'

/** With `GLAD_RAFTER_DEMO=1` a data file that never held a plan gets the demo plans, all of them or none. */
export function prepareOptions(): OpenOptions {
  return process.env.GLAD_RAFTER_DEMO === '1' ? { fill: putDemos } : {}
}

async function putDemos({ Plan }: Models): Promise<void> {
  const at = new Date()
  for (const [key, make] of Object.entries(DEMOS).reverse()) {
    const parsed = parsePlan(JSON.parse(JSON.stringify(make())))
    if (parsed.kind === 'refused') throw new Error(`the demo ${key} is not a plan: ${JSON.stringify(parsed.issues[0])}`)
    await Plan.create({
      id: key, name: parsed.plan.name, document: JSON.stringify(parsed.plan), revision: 1, createdAt: at, updatedAt: new Date(at.getTime() + 1), deletedAt: null, lastEdit: '', createId: randomUUID(),
    })
    at.setMilliseconds(at.getMilliseconds() + 1)
  }
}

/** An earlier release left its file without plans, or with some of the demos only: an empty one still gets them, in one transaction. */
async function putDemosIntoEmpty(): Promise<void> {
  const db = await database()
  if (process.env.GLAD_RAFTER_DEMO !== '1' || (await db.models.Plan.count()) > 0) return
  await db.write((models) => putDemos(models))
}

/**
 * At start: the data file is opened and migrated. What passes by itself is shown in the browser and tried again; what does
 * not ends the start with one line that names the file and the remedy.
 */
export async function prepareData(): Promise<void> {
  try {
    await database()
    await putDemosIntoEmpty()
  } catch (error) {
    if (!(error instanceof DataTrouble)) throw error
    console.error(`Glad Rafter: ${error.message}.`)
    if (!error.isPassing) process.exit(1)
  }
}
