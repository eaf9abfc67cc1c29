import { fileStem } from '@/formats/fileStem'
import { runHeavy } from '@/server/heavy'
import { download, problem, readQuery } from '@/server/http'
import { Logbook } from '@/server/logbook'
import { PhotoStore } from '@/server/photoStore'
import { planOf } from '@/server/planOf'
import { papersRequest } from '@/server/requests'
import { route } from '@/server/route'
import { StockStore } from '@/server/workshopStore'

/** The book of a plan as one PDF, or the papers of it that are asked for. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request, { id = '' }) {
    const query = readQuery(request, papersRequest)
    if (query.kind === 'refused') return query.response
    const found = await planOf(id)
    if (found.kind === 'refused') return found.response
    const { stored, db } = found
    const { pages, paper, derive } = query.value
    const outcome = await runHeavy({
      kind: 'book',
      wish: {
        plan: stored.plan,
        revision: stored.revision,
        log: (await new Logbook(db).read(id)) ?? [],
        stock: await new StockStore(db).list(),
        photos: pages.includes('record') ? await new PhotoStore(db).ofPlan(id) : [],
        papers: pages,
        chosen: derive,
        sheet: paper,
      },
    })
    if (outcome.kind === 'refused') return problem(503, outcome.message)
    const stem = fileStem(stored.plan.name, 'plan')
    return download(`${stem}-${pages.length === 1 ? pages[0]! : 'book'}.pdf`, 'application/pdf', outcome.result)
  },
})
