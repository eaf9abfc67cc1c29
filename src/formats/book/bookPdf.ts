import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib'
import type { Block, Column, Paper } from '@/core/papers'
import { PAPERS as SHEETS, type Paper as Sheet } from '../drillSheet'
import { printable, pt, wrapped } from '../pdf'

export interface BookPhoto {
  readonly id: string
  readonly type: 'image/jpeg' | 'image/png'
  readonly bytes: Uint8Array
}

/** Finished PDF pages, at 1:1, after the paper of that name. */
export interface BookInsert {
  readonly after: Paper['id']
  readonly bytes: Uint8Array
}

/** What goes into a book: its papers, and finished pages that come after one of them. */
export interface BookRequest {
  readonly title: string
  readonly revision: number
  readonly sheet: Sheet
  readonly papers: readonly Paper[]
  readonly inserts: readonly BookInsert[]
  readonly photos: readonly BookPhoto[]
}

const MARGIN_mm = 16
const FOOT_mm = 14
const TEXT_mm = 3.1
const LINE_mm = 4.3
const SMALL_mm = 2.7
const HEADING_mm = 4
const TITLE_mm = 6.4
const CELL_mm = 1.2
const TICK_mm = 3.2
const INK = rgb(0.07, 0.1, 0.12)
const MUTE = rgb(0.38, 0.43, 0.46)
const HAIR = rgb(0.78, 0.81, 0.83)
const WASH = rgb(0.94, 0.955, 0.96)
const ACCENT = rgb(0.04, 0.42, 0.43)

interface Fonts {
  readonly plain: PDFFont
  readonly bold: PDFFont
}

/** Writes blocks down the page and turns it when it is full. */
class Writer {
  private page!: PDFPage
  private at_mm = 0
  readonly width_mm: number

  constructor(
    private readonly document: PDFDocument,
    private readonly fonts: Fonts,
    private readonly sheet: { readonly width_mm: number; readonly height_mm: number },
    private readonly photos: ReadonlyMap<string, BookPhoto>,
  ) {
    this.width_mm = sheet.width_mm - 2 * MARGIN_mm
  }

  turn(): void {
    this.page = this.document.addPage([pt(this.sheet.width_mm), pt(this.sheet.height_mm)])
    this.at_mm = MARGIN_mm
  }

  /** Turns the page where so much does not fit on it any more. */
  private need(height_mm: number): boolean {
    if (this.at_mm + height_mm <= this.sheet.height_mm - FOOT_mm - 6) return false
    this.turn()
    return true
  }

  private y(mm: number): number {
    return pt(this.sheet.height_mm - mm)
  }

  private words(text: string, x_mm: number, y_mm: number, size_mm: number, font: PDFFont, color = INK): void {
    this.page.drawText(printable(text, font), {
      x: pt(MARGIN_mm + x_mm),
      y: this.y(y_mm),
      size: pt(size_mm),
      font,
      color,
    })
  }

  private line(x1: number, y1: number, x2: number, y2: number, width_mm = 0.15, color = HAIR): void {
    this.page.drawLine({
      start: { x: pt(MARGIN_mm + x1), y: this.y(y1) },
      end: { x: pt(MARGIN_mm + x2), y: this.y(y2) },
      thickness: pt(width_mm),
      color,
    })
  }

  title(text: string): void {
    this.turn()
    this.at_mm += TITLE_mm
    this.words(text, 0, this.at_mm, TITLE_mm, this.fonts.bold)
    this.at_mm += 2.6
    this.line(0, this.at_mm, this.width_mm, this.at_mm, 0.5, ACCENT)
    this.at_mm += 3
  }

  /** What of a block must stand on one page with its heading. */
  private least_mm(block: Block | undefined): number {
    if (block?.kind === 'face') return block.height_mm * this.faceScale(block) + 8
    return block?.kind === 'table' || block?.kind === 'text' ? 5 * LINE_mm : 2 * LINE_mm
  }

  private faceScale({ width_mm, height_mm }: Extract<Block, { kind: 'face' }>): number {
    return Math.min(1, this.width_mm / width_mm, 150 / height_mm)
  }

  /** @param next what comes below it: a heading does not stay behind alone */
  async block(block: Block, next: Block | undefined): Promise<void> {
    switch (block.kind) {
      case 'heading':
        this.need(HEADING_mm + 4 + this.least_mm(next))
        this.at_mm += HEADING_mm + 2
        for (const [i, line] of wrapped(block.text, this.fonts.bold, HEADING_mm, this.width_mm).entries()) {
          if (i > 0) this.at_mm += HEADING_mm + 1
          this.words(line, 0, this.at_mm, HEADING_mm, this.fonts.bold)
        }
        this.at_mm += 2
        return
      case 'text':
        return this.text(block.text, block.isStrong === true)
      case 'ticks':
        for (const item of block.items) this.tick(item)
        this.at_mm += 1
        return
      case 'table':
        return this.table(block)
      case 'face':
        return this.face(block)
      case 'photos':
        return this.pictures(block)
    }
  }

  private text(text: string, isStrong: boolean): void {
    const font = isStrong ? this.fonts.bold : this.fonts.plain
    for (const line of wrapped(text, font, TEXT_mm, this.width_mm)) {
      this.need(LINE_mm)
      this.at_mm += LINE_mm
      this.words(line, 0, this.at_mm - 1, TEXT_mm, font)
    }
    this.at_mm += 1
  }

  private box(x_mm: number, y_mm: number): void {
    this.page.drawRectangle({
      x: pt(MARGIN_mm + x_mm),
      y: this.y(y_mm),
      width: pt(TICK_mm),
      height: pt(TICK_mm),
      borderColor: INK,
      borderWidth: pt(0.25),
    })
  }

  private tick(item: string): void {
    const lines = wrapped(item, this.fonts.plain, TEXT_mm, this.width_mm - 6)
    for (const [i, line] of lines.entries()) {
      this.need(LINE_mm)
      this.at_mm += LINE_mm
      if (i === 0) this.box(0, this.at_mm - 0.8)
      this.words(line, 6, this.at_mm - 1, TEXT_mm, this.fonts.plain)
    }
  }

  private table({ columns, rows, hasTicks }: Extract<Block, { kind: 'table' }>): void {
    const left_mm = hasTicks === true ? TICK_mm + 2 : 0
    const shares = columns.reduce((sum, { share }) => sum + share, 0)
    const widths = columns.map(({ share }) => ((this.width_mm - left_mm) * share) / shares)
    const starts = widths.map((_, i) => left_mm + widths.slice(0, i).reduce((sum, width) => sum + width, 0))
    const head = () => {
      this.need(2 * LINE_mm + 2)
      this.at_mm += LINE_mm
      columns.forEach((column, i) =>
        this.cell(column.title, column, starts[i]!, widths[i]!, this.at_mm - 1, this.fonts.plain, MUTE),
      )
      this.line(0, this.at_mm + 0.6, this.width_mm, this.at_mm + 0.6, 0.25, MUTE)
      this.at_mm += 0.8
    }
    head()
    rows.forEach((row, n) => {
      const cells = columns.map((_, i) => wrapped(row[i] ?? '', this.fonts.plain, SMALL_mm, widths[i]! - 2 * CELL_mm))
      const height_mm = Math.max(...cells.map((lines) => lines.length)) * (SMALL_mm + 1.1) + 1.2
      if (this.at_mm + height_mm > this.sheet.height_mm - FOOT_mm - 6) {
        this.turn()
        head()
      }
      if (n % 2 === 1)
        this.page.drawRectangle({
          x: pt(MARGIN_mm),
          y: this.y(this.at_mm + height_mm),
          width: pt(this.width_mm),
          height: pt(height_mm),
          color: WASH,
        })
      if (hasTicks === true) this.box(0.4, this.at_mm + TICK_mm + 0.7)
      cells.forEach((lines, i) =>
        lines.forEach((line, k) =>
          this.cell(
            line,
            columns[i]!,
            starts[i]!,
            widths[i]!,
            this.at_mm + (k + 1) * (SMALL_mm + 1.1) - 0.4,
            this.fonts.plain,
          ),
        ),
      )
      this.at_mm += height_mm
    })
    this.line(0, this.at_mm, this.width_mm, this.at_mm)
    this.at_mm += 2.5
  }

  private cell(
    text: string,
    column: Column,
    start_mm: number,
    width_mm: number,
    y_mm: number,
    font: PDFFont,
    color = INK,
  ): void {
    const own = font.widthOfTextAtSize(printable(text, font), pt(SMALL_mm)) / pt(1)
    const x_mm = column.isFigure === true ? start_mm + width_mm - CELL_mm - own : start_mm + CELL_mm
    this.words(text, x_mm, y_mm, SMALL_mm, font, color)
  }

  /** To scale, as large as the page lets it be. */
  private face(block: Extract<Block, { kind: 'face' }>): void {
    const { width_mm, height_mm, items, ways, caption } = block
    const scale = this.faceScale(block)
    this.need(height_mm * scale + 8)
    this.at_mm += 2
    const top = this.at_mm
    const draw = (x: number, y: number, w: number, h: number, style: object) =>
      this.page.drawRectangle({
        x: pt(MARGIN_mm + x * scale),
        y: this.y(top + (y + h) * scale),
        width: pt(w * scale),
        height: pt(h * scale),
        ...style,
      })
    draw(0, 0, width_mm, height_mm, { borderColor: INK, borderWidth: pt(0.3) })
    for (const way of ways) draw(way.left_mm, way.top_mm, way.width_mm, way.height_mm, { color: WASH })
    for (const item of items) {
      draw(item.left_mm, item.top_mm, item.width_mm, item.height_mm, { borderColor: INK, borderWidth: pt(0.2) })
      const size_mm = Math.max(1.6, Math.min(3.2, (item.width_mm * scale) / Math.max(2, item.tag.length * 0.7)))
      const own = this.fonts.bold.widthOfTextAtSize(printable(item.tag, this.fonts.bold), pt(size_mm)) / pt(1)
      this.words(
        item.tag,
        (item.left_mm + item.width_mm / 2) * scale - own / 2,
        top + (item.top_mm + item.height_mm / 2) * scale + size_mm / 3,
        size_mm,
        this.fonts.bold,
      )
    }
    this.at_mm = top + height_mm * scale + 4
    this.words(`${caption}, drawn 1:${Math.round(100 / scale) / 100}`, 0, this.at_mm, SMALL_mm, this.fonts.plain, MUTE)
    this.at_mm += 2
  }

  private async pictures({ ids, caption }: Extract<Block, { kind: 'photos' }>): Promise<void> {
    for (const id of ids) {
      const photo = this.photos.get(id)
      if (!photo) {
        this.text(`A photograph of ${caption} is not here any more.`, false)
        continue
      }
      const image =
        photo.type === 'image/jpeg'
          ? await this.document.embedJpg(photo.bytes)
          : await this.document.embedPng(photo.bytes)
      const scale = Math.min(this.width_mm / image.width, 110 / image.height)
      const height_mm = image.height * scale
      this.need(height_mm + 8)
      this.page.drawImage(image, {
        x: pt(MARGIN_mm),
        y: this.y(this.at_mm + height_mm),
        width: pt(image.width * scale),
        height: pt(height_mm),
      })
      this.at_mm += height_mm + 4
      this.words(caption, 0, this.at_mm, SMALL_mm, this.fonts.plain, MUTE)
      this.at_mm += 3
    }
  }
}

/** The book: each paper on pages of its own, plain, with plan, revision and page number at the foot of every one. */
export async function bookPdf({ title, revision, sheet, papers, inserts, photos }: BookRequest): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  document.setTitle(title)
  document.setCreator('Glad Rafter')
  // Same plan, same file.
  document.setCreationDate(new Date(0))
  document.setModificationDate(new Date(0))
  const fonts: Fonts = {
    plain: await document.embedFont(StandardFonts.Helvetica),
    bold: await document.embedFont(StandardFonts.HelveticaBold),
  }
  const size = SHEETS[sheet]
  const writer = new Writer(document, fonts, size, new Map(photos.map((photo) => [photo.id, photo])))
  const names: string[] = []
  const nameUpTo = (name: string) => {
    while (names.length < document.getPageCount()) names.push(name)
  }
  for (const paper of papers) {
    writer.title(paper.title)
    for (const [i, block] of paper.blocks.entries()) await writer.block(block, paper.blocks[i + 1])
    nameUpTo(paper.title)
    for (const { bytes } of inserts.filter(({ after }) => after === paper.id)) {
      const made = await PDFDocument.load(bytes)
      for (const page of await document.copyPages(made, made.getPageIndices())) document.addPage(page)
      nameUpTo(paper.title)
    }
  }
  const pages = document.getPages()
  pages.forEach((page, i) => {
    const { width } = page.getSize()
    const foot = `${title}, revision ${revision}`
    const number = `${i + 1} of ${pages.length}`
    const own = fonts.plain.widthOfTextAtSize(number, pt(SMALL_mm))
    const style = { y: pt(6), size: pt(SMALL_mm), font: fonts.plain, color: MUTE }
    page.drawText(printable(foot.slice(0, 70), fonts.plain), { x: pt(MARGIN_mm), ...style })
    page.drawText(printable(names[i]!, fonts.plain), { x: width / 2 - pt(18), ...style })
    page.drawText(number, { x: width - pt(MARGIN_mm) - own, ...style })
  })
  return document.save()
}
