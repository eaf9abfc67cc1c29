import { database } from '@/server/database'
import { answer, notFound } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { route } from '@/server/route'

export const { GET, POST, PUT, PATCH, DELETE } = route({
  async POST(_request, { id = '' }) {
    return (await new PlanStore(await database()).restore(id)) ? answer({ restored: true }) : notFound()
  },
})
