import { database } from '@/server/database'
import { answer, problem } from '@/server/http'
import { PartStore } from '@/server/partStore'
import { route } from '@/server/route'

export const { GET, POST, PUT, PATCH, DELETE } = route({
  async DELETE(_, { id }) {
    const isGone = await new PartStore(await database()).remove(decodeURIComponent(id!))
    return isGone
      ? answer({ removed: true })
      : problem(404, 'There is no such part on the shelf; it may have been removed')
  },
})
