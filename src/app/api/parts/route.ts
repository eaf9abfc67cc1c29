import { partsDocument, readPart, readParts } from '@/core/ownParts'
import { database } from '@/server/database'
import { answer, download, LIMITS, problem, readJson } from '@/server/http'
import { PartStore } from '@/server/partStore'
import { route } from '@/server/route'

/** The shelf of own parts: all of them, one put there, or a file of them taken in. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request) {
    const parts = await new PartStore(await database()).list()
    return new URL(request.url).searchParams.has('file')
      ? download(
          'glad-rafter-parts.json',
          'application/json; charset=utf-8',
          JSON.stringify(partsDocument(parts), null, 1),
        )
      : answer({ parts })
  },
  async POST(request) {
    const body = await readJson(request, LIMITS.plan)
    if (body.kind === 'refused') return body.response
    const isFile = typeof body.value === 'object' && body.value !== null && 'format' in body.value
    const read = isFile ? readParts(body.value) : readPart(body.value)
    if (read.kind === 'refused')
      return problem(422, 'This is not a part that can be used; nothing was changed', read.issues)
    return answer({ parts: await new PartStore(await database()).put(read.parts) }, 201)
  },
})
