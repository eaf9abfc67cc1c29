import type { Sequelize } from 'sequelize'
import { run } from '../sql'

/** A plan that is coming in piece by piece is marked, and hidden like a deleted one, until all of it is there. */
export const comingMark = (planId: string) => `coming in: ${planId}`

/** Plans of an import that has not ended. */
export const COMING = "SELECT id FROM plans WHERE createId LIKE 'coming in: %'"

/** Takes away what an import that was cut off has left. */
export async function removeHalfTaken(writer: Sequelize): Promise<void> {
  for (const table of ['edits', 'logbook', 'photos', 'stacks'])
    await run(writer, `DELETE FROM ${table} WHERE planId IN (${COMING})`)
  await run(writer, `DELETE FROM plans WHERE id IN (${COMING})`)
}
