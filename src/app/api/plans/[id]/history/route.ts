import { authorOf } from '@/server/author'
import { database } from '@/server/database'
import { answer, notFound, readQuery } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { historyRequest } from '@/server/requests'
import { route } from '@/server/route'

/** What changed after a revision, at most 1,000 changes; ask again from the last one for more. With where the plan stands now. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request, { id = '' }) {
    const query = readQuery(request, historyRequest)
    if (query.kind === 'refused') return query.response
    const store = new PlanStore(await database())
    const standing = await store.standing(id, authorOf(request.headers))
    const changes = standing && standing.revision > query.value.since ? await store.since(id, query.value.since) : []
    return standing && changes ? answer({ ...standing, changes }) : notFound()
  },
})
