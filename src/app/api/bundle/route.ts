import { takeBundle } from '@/server/bundleStore'
import { database } from '@/server/database'
import { runHeavy } from '@/server/heavy'
import { answer, LIMITS, problem, readBytes } from '@/server/http'
import { route } from '@/server/route'

/** An archive of a plan with its record, photographs, parts and stock comes back in, as a plan of its own. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async POST(request) {
    const bytes = await readBytes(request, LIMITS.bundle)
    if (bytes.kind === 'refused') return bytes.response
    const outcome = await runHeavy({ kind: 'unbundle', bytes: bytes.value })
    if (outcome.kind === 'refused') return problem(503, outcome.message)
    if (outcome.result.kind === 'refused')
      return problem(422, 'This archive cannot be taken in; nothing was changed', outcome.result.issues)
    const taken = await takeBundle(await database(), outcome.result)
    return taken.kind === 'taken'
      ? answer({ plan: taken.plan, entries: taken.entries, photos: taken.photos }, 201)
      : problem(422, 'This archive cannot be taken in; nothing was changed', taken.issues)
  },
})
