import { fileStem } from '@/formats/fileStem'
import { runHeavy } from '@/server/heavy'
import { download, problem } from '@/server/http'
import { Logbook } from '@/server/logbook'
import { PartStore } from '@/server/partStore'
import { PhotoStore } from '@/server/photoStore'
import { planOf } from '@/server/planOf'
import { route } from '@/server/route'
import { StockStore } from '@/server/workshopStore'

/** Everything of a plan in one archive, read back whole at /api/bundle. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(_request, { id = '' }) {
    const found = await planOf(id)
    if (found.kind === 'refused') return found.response
    const { stored, db } = found
    const outcome = await runHeavy({
      kind: 'bundle',
      contents: {
        plan: stored.plan,
        logbook: (await new Logbook(db).read(id)) ?? [],
        photos: await new PhotoStore(db).ofPlan(id),
        parts: await new PartStore(db).list(),
        stock: await new StockStore(db).list(),
      },
      revision: stored.revision,
    })
    if (outcome.kind === 'refused') return problem(503, outcome.message)
    return download(`${fileStem(stored.plan.name, 'plan')}.zip`, 'application/zip', outcome.result)
  },
})
