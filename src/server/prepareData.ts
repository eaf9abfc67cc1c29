import { removeHalfTaken } from './archive/incoming'
import { database } from './database'
import { isDataTrouble } from './dataTrouble'
import { putDemos, wantsDemos } from './demoPlans'

/** An earlier release left its file without plans, or with some of the demos only: an empty one still gets them, in one transaction. */
async function putDemosIntoEmpty(): Promise<void> {
  const db = await database()
  if (!wantsDemos() || (await db.models.Plan.count()) > 0) return
  await db.write(putDemos)
}

/**
 * At start: the data file is opened and migrated, and what an import that was cut off has left is taken away. What passes by itself is shown in the browser and tried again; what does
 * not ends the start with one line that names the file and the remedy.
 */
export async function prepareData(): Promise<void> {
  try {
    await database()
    await (await database()).write((_, writer) => removeHalfTaken(writer))
    await putDemosIntoEmpty()
  } catch (error) {
    if (!isDataTrouble(error)) throw error
    console.error(`Glad Rafter: ${error.message}.`)
    if (!error.isPassing) process.exit(1)
  }
}
