import {
  facesWithHoles,
  labelPages,
  labelsOf,
  legendStrips,
  makePaper,
  stripPages,
  USUAL_SHEET,
  type Paper,
  type PaperId,
  type PaperSource,
} from '@/core/papers'
import { drillSheetFile, type Paper as Sheet } from '../drillSheet'
import { pagesPdf } from '../labels/pagesPdf'
import { bookPdf, type BookInsert, type BookPhoto } from './bookPdf'

/** One paper of a book, and the pages at 1:1 that come behind it. */
export interface MadePaper {
  readonly paper: Paper
  readonly inserts: readonly BookInsert[]
}

/** Papers that are made, bound into one file. */
export interface BookWish {
  readonly title: string
  readonly revision: number
  readonly made: readonly MadePaper[]
  readonly photos: readonly BookPhoto[]
  readonly sheet: Sheet
}

export async function makeBookPaper(id: PaperId, source: PaperSource, sheet: Sheet): Promise<MadePaper> {
  return { paper: makePaper(id, source), inserts: await insertsFor(source, id, sheet) }
}

export function bindBook({ made, ...rest }: BookWish): Promise<Uint8Array> {
  return bookPdf({
    ...rest,
    papers: made.map(({ paper }) => paper),
    inserts: made.flatMap(({ inserts }) => inserts),
  })
}

/** The book of a plan, or some papers of it, as one PDF; what is printed at 1:1 comes as pages of its own. */
export async function makeBook(
  source: PaperSource,
  { papers, photos, sheet }: { readonly papers: readonly PaperId[] } & Pick<BookWish, 'photos' | 'sheet'>,
): Promise<Uint8Array> {
  const made: MadePaper[] = []
  for (const id of papers) made.push(await makeBookPaper(id, source, sheet))
  return bindBook({ title: source.plan.name, revision: source.revision ?? 1, made, photos, sheet })
}

async function insertsFor(source: PaperSource, id: PaperId, sheet: Sheet): Promise<readonly BookInsert[]> {
  const { plan } = source
  switch (id) {
    case 'drill': {
      const inserts: BookInsert[] = []
      for (const { enclosure, face } of facesWithHoles(source)) {
        const { bytes } = await drillSheetFile(
          { plan, enclosure, face, view: 'outside', corner: 'lower left' },
          'pdf',
          sheet,
        )
        inserts.push({ after: id, bytes })
      }
      return inserts
    }
    case 'labels': {
      const pages = labelPages(labelsOf(plan), { ...USUAL_SHEET, paper: sheet, rows: sheet === 'Letter' ? 20 : 22 })
      return [{ after: id, bytes: await pagesPdf(pages, 'Labels') }]
    }
    case 'strips': {
      const strips = legendStrips(plan)
      return strips.length > 0 ? [{ after: id, bytes: await pagesPdf(stripPages(strips, sheet), 'Legend strips') }] : []
    }
    default:
      return []
  }
}
