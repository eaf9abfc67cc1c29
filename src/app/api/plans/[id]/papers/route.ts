import { fileStem } from '@/formats/fileStem'
import { bookSourceOf } from '@/server/bookSource'
import { makeBookInPieces } from '@/server/heavy'
import { download, readQuery } from '@/server/http'
import { PhotoStore } from '@/server/photoStore'
import { planOf } from '@/server/planOf'
import { progressOf } from '@/server/progress'
import { papersRequest } from '@/server/requests'
import { route } from '@/server/route'

/** The book of a plan as one PDF, or the papers of it that are asked for. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request, { id = '' }) {
    const query = readQuery(request, papersRequest)
    if (query.kind === 'refused') return query.response
    const found = await planOf(id)
    if (found.kind === 'refused') return found.response
    const { stored, db } = found
    const { pages, paper, derive } = query.value
    const source = await bookSourceOf(db, stored, paper, derive)
    const photos = pages.includes('record') ? await new PhotoStore(db).ofPlan(id) : []
    const progress = progressOf(request)
    let book: Uint8Array
    try {
      book = await makeBookInPieces(source, pages, photos, progress)
    } finally {
      progress.end()
    }
    const stem = fileStem(stored.plan.name, 'plan')
    return download(`${stem}-${pages.length === 1 ? pages[0]! : 'book'}.pdf`, 'application/pdf', book)
  },
})
