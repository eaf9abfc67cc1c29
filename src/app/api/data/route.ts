import { saveAll, takeAll } from '@/server/archive'
import { database } from '@/server/database'
import { answer, download, LIMITS, problem, readBytes } from '@/server/http'
import { route } from '@/server/route'

/** All data as one file, and back in. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET() {
    const day = new Date().toISOString().slice(0, 10)
    return download(`glad-rafter-data-${day}.jsonl`, 'application/x-ndjson; charset=utf-8', saveAll(await database()))
  },
  async POST(request) {
    const body = await readBytes(request, LIMITS.data)
    if (body.kind === 'refused') return body.response
    const outcome = await takeAll(await database(), body.value.toString('utf8'))
    return outcome.kind === 'taken'
      ? answer(outcome.taken)
      : problem(422, 'This file cannot be taken in; nothing was changed', outcome.issues)
  },
})
