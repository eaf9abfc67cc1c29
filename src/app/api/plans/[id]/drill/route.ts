import { database } from '@/server/database'
import { runHeavy } from '@/server/heavy'
import { download, notFound, problem, readQuery } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { drillRequest } from '@/server/requests'
import { route } from '@/server/route'

export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request, { id = '' }) {
    const query = readQuery(request, drillRequest)
    if (query.kind === 'refused') return query.response
    const loaded = await new PlanStore(await database()).load(id)
    if (!loaded) return notFound()
    if (loaded.kind === 'unreadable') return problem(422, `This plan cannot be read: ${loaded.why}`)
    const { plan } = loaded.stored
    const { format, paper, ...sheet } = query.value
    if (!plan.enclosures[sheet.enclosure]?.faces[sheet.face]) return problem(404, 'The plan has no such face')
    const { name, type, bytes } = await runHeavy({ kind: 'drill', request: { plan, ...sheet }, format, paper })
    return download(name, type, bytes)
  },
})
