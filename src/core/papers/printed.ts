import * as z from 'zod'
import type { Label, LegendStrip } from './labels'
import { SHEETS } from './sheets'

const mm = (least: number, most: number) =>
  z
    .number({ error: 'must be a number' })
    .min(least, { error: `must be ${least} mm or more` })
    .max(most, { error: `must be ${most} mm or less` })
const count = (most: number) =>
  z
    .number({ error: 'must be a number' })
    .int({ error: 'must be a whole number' })
    .min(1, { error: 'must be 1 or more' })
    .max(most, { error: `must be ${most} or less` })

/** What labels are printed on: a sheet of stickers measured with a ruler, or a tape of some width. */
export const labelMedia = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('sheet'),
    paper: z.enum(['A4', 'Letter']),
    /** Of one sticker. */
    width_mm: mm(5, 200),
    height_mm: mm(4, 200),
    columns: count(20),
    rows: count(60),
    /** From the paper's corner to the first sticker's. */
    left_mm: mm(0, 100),
    top_mm: mm(0, 100),
    /** From one sticker's edge to the next one's. */
    gapX_mm: mm(0, 50),
    gapY_mm: mm(0, 50),
    /** Stickers of the first sheet that are used already. */
    skip: z.number().int({ error: 'must be a whole number' }).min(0).max(1000),
  }),
  z.strictObject({ kind: z.literal('tape'), height_mm: mm(3, 60) }),
])
export type LabelMedia = z.output<typeof labelMedia>

/** A common sheet of small stickers; measure yours. */
export const USUAL_SHEET: Extract<LabelMedia, { kind: 'sheet' }> = {
  kind: 'sheet',
  paper: 'A4',
  width_mm: 45,
  height_mm: 12,
  columns: 4,
  rows: 22,
  left_mm: 12,
  top_mm: 14,
  gapX_mm: 2,
  gapY_mm: 0,
  skip: 0,
}

/** A line of print: its baseline's left end, on its page. */
export interface PrintedText {
  readonly text: string
  readonly x_mm: number
  readonly y_mm: number
  readonly size_mm: number
  readonly isBold: boolean
}
export interface PrintedBox {
  readonly x_mm: number
  readonly y_mm: number
  readonly width_mm: number
  readonly height_mm: number
}
export interface PrintedPage {
  readonly width_mm: number
  readonly height_mm: number
  /** Cut along these; stickers have their own edges and none are drawn. */
  readonly boxes: readonly PrintedBox[]
  readonly texts: readonly PrintedText[]
}

/** About the width of a letter for its size, capitals and figures among them: labels are sized before a font is known. */
const LETTER = 0.62
const PAD_mm = 1.2
const widthOf = (text: string, size_mm: number) => [...text].length * LETTER * size_mm

/** As large as fits, from half the height down to what can be read. */
const LEAST_mm = 1.4
function fitting(text: string, width_mm: number, most_mm: number): { readonly text: string; readonly size_mm: number } {
  const size_mm = Math.min(most_mm, width_mm / Math.max(1, [...text].length * LETTER))
  if (size_mm >= LEAST_mm) return { text, size_mm }
  const keep = Math.max(1, Math.floor(width_mm / (LEAST_mm * LETTER)) - 1)
  return { text: [...text].length > keep ? `${[...text].slice(0, keep).join('')}…` : text, size_mm: LEAST_mm }
}

function linesIn({ text, under }: Label, box: PrintedBox): readonly PrintedText[] {
  const width_mm = box.width_mm - 2 * PAD_mm
  const first = fitting(text, width_mm, box.height_mm * (under === '' ? 0.6 : 0.44))
  const second = under === '' ? null : fitting(under, width_mm, Math.min(box.height_mm * 0.24, first.size_mm))
  const x_mm = box.x_mm + PAD_mm
  return [
    {
      ...first,
      x_mm,
      y_mm: box.y_mm + box.height_mm * 0.5 + (second ? 0 : first.size_mm * 0.35),
      isBold: true,
    },
    ...(second ? [{ ...second, x_mm, y_mm: box.y_mm + box.height_mm * 0.84, isBold: false }] : []),
  ]
}

/** Labels on sheets of stickers, or along a tape. */
export function labelPages(labels: readonly Label[], media: LabelMedia): readonly PrintedPage[] {
  if (media.kind === 'tape') return tapePages(labels, media.height_mm)
  const { paper, width_mm, height_mm, columns, rows, left_mm, top_mm, gapX_mm, gapY_mm, skip } = media
  const perPage = columns * rows
  const pages: PrintedPage[] = []
  for (let from = -skip; from < labels.length; from += perPage) {
    const texts = labels.slice(Math.max(0, from), from + perPage).flatMap((label, i) => {
      const at = i + (from < 0 ? -from : 0)
      return linesIn(label, {
        x_mm: left_mm + (at % columns) * (width_mm + gapX_mm),
        y_mm: top_mm + Math.floor(at / columns) * (height_mm + gapY_mm),
        width_mm,
        height_mm,
      })
    })
    pages.push({ ...SHEETS[paper], boxes: [], texts })
  }
  return pages.filter(({ texts }, i) => texts.length > 0 || i === 0)
}

/** One long piece a label; as long as its words want. */
function tapePages(labels: readonly Label[], height_mm: number): readonly PrintedPage[] {
  return labels.map((label) => {
    const width_mm = Math.ceil(
      Math.max(widthOf(label.text, height_mm * 0.44), widthOf(label.under, height_mm * 0.24)) + 2 * PAD_mm + 1,
    )
    const box = { x_mm: 0, y_mm: 0, width_mm, height_mm }
    return { width_mm, height_mm, boxes: [box], texts: linesIn(label, box) }
  })
}

const STRIP_mm = 8
const STRIP_GAP_mm = 12
const MARGIN_mm = 12

/** Legend strips at true pitch, to be cut out: long ones go on over the next line, where a field begins. */
export function stripPages(strips: readonly LegendStrip[], paper: 'A4' | 'Letter'): readonly PrintedPage[] {
  const size = SHEETS[paper]
  const room_mm = size.width_mm - 2 * MARGIN_mm
  const pages: { boxes: PrintedBox[]; texts: PrintedText[] }[] = [{ boxes: [], texts: [] }]
  let y_mm = MARGIN_mm + 6
  const bar = (page: (typeof pages)[number]) => {
    page.boxes.push({ x_mm: MARGIN_mm, y_mm: size.height_mm - 16, width_mm: 100, height_mm: 2 })
    page.texts.push({
      text: '100 mm: print without scaling and measure before you cut',
      x_mm: MARGIN_mm,
      y_mm: size.height_mm - 18,
      size_mm: 2.6,
      isBold: false,
    })
  }
  bar(pages[0]!)
  for (const { title, fields } of strips) {
    let rest = [...fields]
    while (rest.length > 0) {
      const start = rest[0]!.from_mm
      const fits = rest.filter(({ to_mm }) => to_mm - start <= room_mm)
      const taken = fits.length > 0 ? fits : rest.slice(0, 1)
      if (y_mm + STRIP_mm + STRIP_GAP_mm > size.height_mm - 22) {
        pages.push({ boxes: [], texts: [] })
        bar(pages.at(-1)!)
        y_mm = MARGIN_mm + 6
      }
      const page = pages.at(-1)!
      page.texts.push({ text: title, x_mm: MARGIN_mm, y_mm: y_mm - 1.6, size_mm: 2.8, isBold: true })
      for (const { text, from_mm, to_mm } of taken) {
        const box = { x_mm: MARGIN_mm + from_mm - start, y_mm, width_mm: to_mm - from_mm, height_mm: STRIP_mm }
        page.boxes.push(box)
        // What stands first is printed on the part; what goes there is the second line.
        const [first = '', ...others] = text.split(' ')
        page.texts.push(...linesIn({ kind: 'device', id: '', text: first, under: others.join(' ') }, box))
      }
      y_mm += STRIP_mm + STRIP_GAP_mm
      rest = rest.slice(taken.length)
    }
  }
  return pages.map((page) => ({ ...size, ...page }))
}
