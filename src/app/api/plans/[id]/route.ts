import { database } from '@/server/database'
import { answer, notFound, problem } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { authorOf, route } from '@/server/route'

export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request, { id = '' }) {
    const loaded = await new PlanStore(await database()).load(id, authorOf(request.headers))
    if (!loaded) return notFound()
    return loaded.kind === 'plan' ? answer(loaded.stored) : problem(422, `This plan cannot be read: ${loaded.why}`)
  },
  async DELETE(_request, { id = '' }) {
    return (await new PlanStore(await database()).remove(id)) ? answer({ deleted: true }) : notFound()
  },
})
