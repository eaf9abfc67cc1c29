import { database } from '@/server/database'
import { notFound } from '@/server/http'
import { PlanStore } from '@/server/planStore'

export async function GET(_request: Request, { params }: { readonly params: Promise<{ readonly id: string }> }): Promise<Response> {
  const stored = await new PlanStore(await database()).load((await params).id)
  if (!stored) return notFound()
  const file = stored.plan.name.replace(/[^A-Za-z0-9]+/g, '-').replace(/^-|-$/g, '').toLowerCase() || 'plan'
  return new Response(`${JSON.stringify(stored.plan, null, 1)}\n`, {
    headers: { 'content-type': 'application/json; charset=utf-8', 'content-disposition': `attachment; filename="${file}.plan.json"`, 'cache-control': 'no-store' },
  })
}
