import { drillSheetFile } from '@/formats/drillSheet'
import { issuesOf } from '@/core/calculator'
import { database } from '@/server/database'
import { notFound, problem } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { drillRequest } from '@/server/requests'

export async function GET(request: Request, { params }: { readonly params: Promise<{ readonly id: string }> }): Promise<Response> {
  const parsed = drillRequest.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!parsed.success) return problem(422, 'The request is not right', issuesOf(parsed.error))
  const stored = await new PlanStore(await database()).load((await params).id)
  if (!stored) return notFound()
  const { format, paper, ...sheet } = parsed.data
  if (!stored.plan.enclosures[sheet.enclosure]?.faces[sheet.face]) return problem(404, 'The plan has no such face')
  const { name, type, bytes } = await drillSheetFile({ plan: stored.plan, ...sheet }, format, paper)
  return new Response(bytes as Uint8Array<ArrayBuffer>, { headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}"`, 'cache-control': 'no-store' } })
}
