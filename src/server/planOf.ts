import { database } from './database'
import { notFound, problem } from './http'
import { PlanStore, type StoredPlan } from './planStore'

type PlanOf =
  | { readonly kind: 'plan'; readonly stored: StoredPlan; readonly db: Awaited<ReturnType<typeof database>> }
  | { readonly kind: 'refused'; readonly response: Response }

/** The plan of a request, or why there is none. */
export async function planOf(id: string): Promise<PlanOf> {
  const db = await database()
  const loaded = await new PlanStore(db).load(id)
  if (!loaded) return { kind: 'refused', response: notFound() }
  if (loaded.kind === 'unreadable')
    return {
      kind: 'refused',
      response: problem(
        422,
        `This plan cannot be read: ${loaded.why}; take its document as it is at /api/plans/${id}/raw`,
      ),
    }
  return { kind: 'plan', stored: loaded.stored, db }
}
