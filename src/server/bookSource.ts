import type { WireId } from '@/core/plan'
import type { Paper as Sheet } from '@/formats/drillSheet'
import type { Database } from './database'
import type { BookSource } from './heavy'
import { Logbook } from './logbook'
import type { StoredPlan } from './planStore'
import { StockStore } from './workshopStore'

/** All that the papers of a plan are made from, as it stands at this moment. */
export async function bookSourceOf(
  db: Database,
  { id, plan, revision, lastEdit }: StoredPlan,
  sheet: Sheet,
  chosen: readonly WireId[] = [],
): Promise<BookSource> {
  return {
    key: `${id} ${revision} ${lastEdit}`,
    plan,
    revision,
    log: (await new Logbook(db).read(id)) ?? [],
    stock: await new StockStore(db).list(),
    chosen,
    sheet,
  }
}
