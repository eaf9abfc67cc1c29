import { evaluate } from '@/core/evaluate'
import {
  facesWithHoles,
  labelPages,
  labelsOf,
  legendStrips,
  makePaper,
  stripPages,
  USUAL_SHEET,
  type PaperId,
  type PaperSource,
} from '@/core/papers'
import type { Plan, WireId } from '@/core/plan'
import type { LogEntry } from '@/core/procedure'
import type { Stocked } from '@/core/workshop'
import { drillSheetFile, type Paper as Sheet } from '../drillSheet'
import { pagesPdf } from '../labels/pagesPdf'
import { bookPdf, type BookPhoto } from './bookPdf'

export interface BookWish {
  readonly plan: Plan
  readonly revision: number
  readonly log: readonly LogEntry[]
  readonly stock: readonly Stocked[]
  readonly photos: readonly BookPhoto[]
  readonly papers: readonly PaperId[]
  readonly chosen: readonly WireId[]
  readonly sheet: Sheet
}

/** The book of a plan, or some papers of it, as one PDF; what is printed at 1:1 comes as pages of its own. */
export async function makeBook(wish: BookWish): Promise<Uint8Array> {
  const { plan, revision, sheet, photos, papers } = wish
  const source: PaperSource = {
    plan,
    evaluation: evaluate(plan),
    log: wish.log,
    stock: wish.stock,
    chosen: wish.chosen,
    revision,
  }
  return bookPdf({
    title: plan.name,
    revision,
    sheet,
    papers: papers.map((id) => makePaper(id, source)),
    inserts: await insertsFor(source, papers, sheet),
    photos,
  })
}

async function insertsFor(
  source: PaperSource,
  papers: readonly PaperId[],
  sheet: Sheet,
): Promise<readonly { readonly after: PaperId; readonly bytes: Uint8Array }[]> {
  const inserts: { after: PaperId; bytes: Uint8Array }[] = []
  const { plan } = source
  if (papers.includes('drill'))
    for (const { enclosure, face } of facesWithHoles(source)) {
      const { bytes } = await drillSheetFile(
        { plan, enclosure, face, view: 'outside', corner: 'lower left' },
        'pdf',
        sheet,
      )
      inserts.push({ after: 'drill', bytes })
    }
  if (papers.includes('labels')) {
    const pages = labelPages(labelsOf(plan), { ...USUAL_SHEET, paper: sheet, rows: sheet === 'Letter' ? 20 : 22 })
    inserts.push({ after: 'labels', bytes: await pagesPdf(pages, 'Labels') })
  }
  const strips = legendStrips(plan)
  if (papers.includes('strips') && strips.length > 0)
    inserts.push({ after: 'strips', bytes: await pagesPdf(stripPages(strips, sheet), 'Legend strips') })
  return inserts
}
