import { database } from '@/server/database'
import { answer, problem } from '@/server/http'
import { PlanStore } from '@/server/planStore'

export async function GET(request: Request, { params }: { readonly params: Promise<{ readonly id: string }> }): Promise<Response> {
  const since = Number(new URL(request.url).searchParams.get('since') ?? 0)
  if (!Number.isInteger(since) || since < 0) return problem(422, 'since must be a revision, a whole number from 0')
  return answer({ changes: await new PlanStore(await database()).since((await params).id, since) })
}
