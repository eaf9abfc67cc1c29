import { database } from '@/server/database'
import { answer, LIMITS, notFound, readBody } from '@/server/http'
import { Logbook } from '@/server/logbook'
import { logRequest } from '@/server/requests'
import { route } from '@/server/route'

export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(_request, { id = '' }) {
    const entries = await new Logbook(await database()).read(id)
    return entries ? answer({ entries }) : notFound()
  },
  async POST(request, { id = '' }) {
    const body = await readBody(request, LIMITS.small, logRequest)
    if (body.kind === 'refused') return body.response
    const entry = await new Logbook(await database()).append(id, body.value)
    return entry ? answer({ entry }, 201) : notFound()
  },
})
