import { PAPER_IDS } from '@/core/papers'
import { fileStem } from '@/formats/fileStem'
import { bookSourceOf } from '@/server/bookSource'
import { makeBookInPieces, runHeavy } from '@/server/heavy'
import { download } from '@/server/http'
import { PartStore } from '@/server/partStore'
import { PhotoStore } from '@/server/photoStore'
import { planOf } from '@/server/planOf'
import { progressOf } from '@/server/progress'
import { route } from '@/server/route'

/** Everything of a plan in one archive, read back whole at /api/bundle. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request, { id = '' }) {
    const found = await planOf(id)
    if (found.kind === 'refused') return found.response
    const { stored, db } = found
    const source = await bookSourceOf(db, stored, stored.plan.site.region === 'NEC' ? 'Letter' : 'A4')
    const photos = await new PhotoStore(db).ofPlan(id)
    const parts = await new PartStore(db).list()
    const progress = progressOf(request)
    try {
      const book = await makeBookInPieces(source, PAPER_IDS, photos, progress)
      const archive = await runHeavy(
        { kind: 'bundle', contents: { logbook: source.log, stock: source.stock, photos, parts }, source, book },
        { near: source.key, onAhead: progress.step('The archive', PAPER_IDS.length, PAPER_IDS.length + 1) },
      )
      return download(`${fileStem(stored.plan.name, 'plan')}.zip`, 'application/zip', archive)
    } finally {
      progress.end()
    }
  },
})
