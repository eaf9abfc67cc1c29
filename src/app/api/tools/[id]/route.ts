import { database } from '@/server/database'
import { answer, problem } from '@/server/http'
import { route } from '@/server/route'
import { ToolStore } from '@/server/workshopStore'

export const { GET, POST, PUT, PATCH, DELETE } = route({
  async DELETE(_, { id = '' }) {
    const isGone = await new ToolStore(await database()).remove(decodeURIComponent(id))
    return isGone ? answer({ removed: true }) : problem(404, 'There is no such tool')
  },
})
