import { fileStem } from '@/formats/fileStem'
import { planFileText } from '@/formats/planFile'
import { database } from '@/server/database'
import { download, notFound, problem, readQuery } from '@/server/http'
import { Logbook } from '@/server/logbook'
import { PlanStore } from '@/server/planStore'
import { exportRequest } from '@/server/requests'
import { route } from '@/server/route'

/** The plan file, with its logbook where that is asked for. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request, { id = '' }) {
    const query = readQuery(request, exportRequest)
    if (query.kind === 'refused') return query.response
    const db = await database()
    const loaded = await new PlanStore(db).load(id)
    if (!loaded) return notFound()
    if (loaded.kind === 'unreadable')
      return problem(422, `This plan cannot be read: ${loaded.why}; take its document as it is at /api/plans/${id}/raw`)
    const { plan } = loaded.stored
    const withRecord = query.value.record === 'yes'
    const text = planFileText(plan, withRecord ? ((await new Logbook(db).read(id)) ?? []) : null)
    return download(
      `${fileStem(plan.name, 'plan')}${withRecord ? '.with-record' : ''}.plan.json`,
      'application/json; charset=utf-8',
      text,
    )
  },
})
