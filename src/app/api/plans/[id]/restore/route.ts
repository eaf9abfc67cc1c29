import { database } from '@/server/database'
import { answer, notFound } from '@/server/http'
import { PlanStore } from '@/server/planStore'

export async function POST(_request: Request, { params }: { readonly params: Promise<{ readonly id: string }> }): Promise<Response> {
  return (await new PlanStore(await database()).restore((await params).id)) ? answer({ restored: true }) : notFound()
}
