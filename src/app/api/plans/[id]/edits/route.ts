import { database } from '@/server/database'
import { answer, LIMITS, notFound, problem, readBody } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { editRequest } from '@/server/requests'

/** The one way a plan changes. 409 when it changed meanwhile, with what changed. */
export async function POST(request: Request, { params }: { readonly params: Promise<{ readonly id: string }> }): Promise<Response> {
  const body = await readBody(request, LIMITS.edit, editRequest)
  if (body.kind === 'refused') return body.response
  const outcome = await new PlanStore(await database()).edit((await params).id, body.value)
  switch (outcome.kind) {
    case 'committed':
      return answer({ revision: outcome.change.revision, change: outcome.change, undo: outcome.undo, redo: outcome.redo })
    case 'stale':
      return answer({ error: { message: 'The plan changed meanwhile', issues: [] }, revision: outcome.revision, since: outcome.since, undo: outcome.undo, redo: outcome.redo }, 409)
    case 'refused':
      return problem(422, 'This edit does not fit the plan', outcome.issues)
    case 'nothing':
      return problem(422, outcome.message)
    case 'missing':
      return notFound()
  }
}
