import { database } from '@/server/database'
import { answer, LIMITS, notFound, readBody } from '@/server/http'
import { Logbook } from '@/server/logbook'
import { logRequest } from '@/server/requests'

type Context = { readonly params: Promise<{ readonly id: string }> }

export async function GET(_request: Request, { params }: Context): Promise<Response> {
  return answer({ entries: await new Logbook(await database()).read((await params).id) })
}

export async function POST(request: Request, { params }: Context): Promise<Response> {
  const body = await readBody(request, LIMITS.small, logRequest)
  if (body.kind === 'refused') return body.response
  const entry = await new Logbook(await database()).append((await params).id, body.value)
  return entry ? answer({ entry }, 201) : notFound()
}
