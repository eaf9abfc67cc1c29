import { fileStem } from '@/formats/fileStem'
import { runHeavy } from '@/server/heavy'
import { download } from '@/server/http'
import { planOf } from '@/server/planOf'
import { route } from '@/server/route'
import { StockStore } from '@/server/workshopStore'

/** What a plan needs, what the stock has, and what is to buy, for a spreadsheet. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(_request, { id = '' }) {
    const found = await planOf(id)
    if (found.kind === 'refused') return found.response
    const { stored, db } = found
    const text = await runHeavy({ kind: 'purchases', plan: stored.plan, stock: await new StockStore(db).list() })
    return download(`${fileStem(stored.plan.name, 'plan')}-purchases.csv`, 'text/csv; charset=utf-8', text)
  },
})
