import { editRequest } from '@/core/plan/schema'
import { authorOf } from '@/server/author'
import { database } from '@/server/database'
import { answer, LIMITS, notFound, problem, readBody } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { route } from '@/server/route'

/** The one way a plan changes. 409 when it changed meanwhile, with what changed. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async POST(request, { id = '' }) {
    const body = await readBody(request, LIMITS.edit, editRequest)
    if (body.kind === 'refused') return body.response
    const outcome = await new PlanStore(await database()).edit(id, body.value, authorOf(request.headers))
    switch (outcome.kind) {
      case 'committed': {
        const { revision, change, undo, redo } = outcome
        return answer({ revision, change, undo, redo })
      }
      case 'stale': {
        const { revision, since, wentBack, undo, redo } = outcome
        const message = wentBack
          ? 'The server has an older copy of this plan than the window'
          : 'The plan changed meanwhile'
        return answer({ error: { message, issues: [] }, revision, since, wentBack, undo, redo }, 409)
      }
      case 'refused':
        return problem(422, outcome.message, outcome.issues)
      case 'nothing':
        return problem(422, outcome.message)
      case 'missing':
        return notFound()
    }
  },
})
