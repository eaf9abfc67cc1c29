import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Papa from 'papaparse'
import { PDFDocument } from 'pdf-lib'
import { PNG } from 'pngjs'
import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import {
  labelPages,
  labelsOf,
  legendStrips,
  makePaper,
  PAPER_IDS,
  SHEETS,
  stripPages,
  USUAL_SHEET,
  type PaperSource,
} from '@/core/papers'
import { makeBook } from '.'
import { bundleZip, readBundle } from '../bundle'
import { labelCsv, pagesSvg } from '../labels'
import { pagesPdf } from '../labels/pagesPdf'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../../tests/builds'

const demos = Object.entries(DEMOS).map(([name, make]) => [name, make!()] as const)
const sourceOf = (plan: PaperSource['plan']): PaperSource => ({
  plan,
  evaluation: evaluate(plan, []),
  log: [],
  stock: [],
})
const RASTER = existsSync('/usr/bin/pdftoppm') ? '/usr/bin/pdftoppm' : null
const TEXT = existsSync('/usr/bin/pdftotext') ? '/usr/bin/pdftotext' : null

describe('papers', () => {
  it.each([...demos, ...BUILDS.map(({ name, plan }) => [name, plan] as const)])(
    '%s: each can be made, every row has a cell for each column, and no word is missing',
    (_, plan) => {
      const source = sourceOf(plan)
      for (const id of PAPER_IDS)
        for (const block of makePaper(id, source).blocks) {
          expect(JSON.stringify(block)).not.toMatch(/undefined|\[object|NaN|Infinity/)
          if (block.kind === 'table') for (const row of block.rows) expect(row).toHaveLength(block.columns.length)
        }
    },
  )
  it.each(demos)('%s: every wire stands in the book by wire, with both ends, and in that by device', (_, plan) => {
    const source = sourceOf(plan)
    const words = (id: 'wires' | 'devices') => JSON.stringify(makePaper(id, source).blocks)
    const wires = Object.values(plan.wires).filter((wire) => wire!.origin !== 'remove')
    for (const { label } of wires as { label: string }[])
      for (const id of ['wires', 'devices'] as const) expect(words(id)).toContain(`"${label}"`)
  })
  it('a conversion says how to put it back; a new box says that there is nothing', () => {
    const plan = demos[0]![1]
    expect(JSON.stringify(makePaper('putBack', sourceOf(plan)).blocks)).toMatch(/nothing to put back/)
    const [id] = Object.keys(plan.devices)
    const changed = {
      ...plan,
      devices: {
        ...plan.devices,
        [id!]: { ...plan.devices[id as keyof typeof plan.devices]!, origin: 'remove' as const },
      },
    }
    expect(JSON.stringify(makePaper('putBack', sourceOf(changed)).blocks)).toMatch(/Goes back in/)
  })
  it('never says that anything is safe', () => {
    for (const id of PAPER_IDS) expect(JSON.stringify(makePaper(id, sourceOf(demos[0]![1])))).not.toMatch(/\bsafe\b/i)
  })
})

const bookOf = (plan: PaperSource['plan'], papers = PAPER_IDS) =>
  makeBook({ ...sourceOf(plan), evaluation: evaluate(plan), revision: 7 }, { photos: [], papers, sheet: 'A4' })

describe('the book', () => {
  it.skipIf(TEXT === null)(
    'has plan, revision and page number on every page, and each paper that was asked for',
    async () => {
      const plan = demos[1]![1]
      const folder = mkdtempSync(join(tmpdir(), 'book-'))
      const file = join(folder, 'a.pdf')
      writeFileSync(file, await bookOf(plan))
      const pages = execFileSync(TEXT!, ['-layout', file, '-']).toString().split('\f').slice(0, -1)
      rmSync(folder, { recursive: true })
      pages.forEach((page, i) => {
        expect(page).toMatch(/revision 7/)
        expect(page).toContain(`${i + 1} of ${pages.length}`)
      })
      const all = pages.join('\n')
      for (const title of ['Wiring book, by wire', 'Cut list', 'Shopping list', 'Test sheet', 'What was not checked'])
        expect(all).toContain(title)
      expect(all).not.toContain('?')
    },
  )
  it('of some papers alone is shorter, and the same plan makes the same file', async () => {
    const plan = demos[3]![1]
    const [one, again] = [await bookOf(plan, ['cables']), await bookOf(plan, ['cables'])]
    expect(Buffer.from(one).equals(Buffer.from(again))).toBe(true)
    expect((await PDFDocument.load(one)).getPageCount()).toBeLessThan(5)
  })
})

const DPI = 300
const toMm = (pixels: number) => (pixels * 25.4) / DPI

/** Columns of a page in which a long upright line stands, in millimetres. */
function uprights(bytes: Uint8Array, from_mm: number, to_mm: number): readonly number[] {
  const folder = mkdtempSync(join(tmpdir(), 'labels-'))
  writeFileSync(join(folder, 'a.pdf'), bytes)
  execFileSync(RASTER!, [
    '-r',
    String(DPI),
    '-gray',
    '-png',
    '-f',
    '1',
    '-l',
    '1',
    '-singlefile',
    join(folder, 'a.pdf'),
    join(folder, 'a'),
  ])
  const png = PNG.sync.read(readFileSync(join(folder, 'a.png')))
  rmSync(folder, { recursive: true })
  const rows = { from: Math.round((from_mm / 25.4) * DPI), to: Math.round((to_mm / 25.4) * DPI) }
  const columns: number[] = []
  for (let x = 0; x < png.width; x += 1) {
    let ink = 0
    for (let y = rows.from; y < rows.to; y += 1) if (png.data[(y * png.width + x) * 4]! < 160) ink += 1
    if (ink > 0.9 * (rows.to - rows.from)) columns.push(x)
  }
  // A line is one or two pixels wide: its middle.
  const lines: number[][] = []
  for (const x of columns) {
    const last = lines.at(-1)
    if (last && x - last.at(-1)! <= 1) last.push(x)
    else lines.push([x])
  }
  return lines.map((line) => toMm(line.reduce((sum, x) => sum + x + 0.5, 0) / line.length))
}

describe.skipIf(RASTER === null)('printed and measured (rasterised by Debian’s poppler)', () => {
  it('fields of a legend strip are as wide as the terminals are apart, within 0.2 mm', async () => {
    const pitches = [0, 5.08, 10.16, 15.24, 20.32, 25.4, 35.4]
    const strip = {
      device: 'device:a1' as never,
      title: 'A1',
      length_mm: 35.4,
      fields: pitches.slice(0, -1).map((from_mm, i) => ({ text: `${i}`, from_mm, to_mm: pitches[i + 1]! })),
    }
    const pages = stripPages([strip], 'A4')
    const [first] = pages[0]!.boxes.filter(({ height_mm }) => height_mm === 8)
    const lines = uprights(await pagesPdf(pages, 'x'), first!.y_mm + 0.5, first!.y_mm + 7.5)
    const fields = lines.slice(0, pitches.length)
    expect(fields).toHaveLength(pitches.length)
    fields.forEach((x, i) => expect(Math.abs(x - fields[0]! - pitches[i]!)).toBeLessThan(0.2))
  })
  it('the bar of a strip page is 100 mm within 0.2 mm', async () => {
    const pages = stripPages([], 'A4')
    const bar = pages[0]!.boxes.find(({ width_mm }) => width_mm === 100)!
    const lines = uprights(await pagesPdf(pages, 'x'), bar.y_mm + 0.4, bar.y_mm + 1.6)
    expect(Math.abs(lines.at(-1)! - lines[0]! - 100)).toBeLessThan(0.2)
  })
  it('pieces of tape are as high and as wide as they are said to be', async () => {
    const [label] = labelsOf(demos[0]![1])
    const [page] = labelPages([label!], { kind: 'tape', height_mm: 12 })
    const made = await PDFDocument.load(await pagesPdf([page!], 'x'))
    const { width, height } = made.getPage(0).getSize()
    expect((height * 25.4) / 72).toBeCloseTo(12, 3)
    expect((width * 25.4) / 72).toBeCloseTo(page!.width_mm, 3)
  })
})

describe('labels', () => {
  const plan = demos[1]![1]
  const labels = labelsOf(plan)
  it('stand at both ends of every wire and cable, on every device, and beside every way out', () => {
    const ids = labels.map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
    const own = Object.entries(plan.wires).filter(([, wire]) => wire!.cable === null && wire!.origin !== 'remove')
    for (const [id] of own) for (const side of ['from', 'to']) expect(ids).toContain(`${id}:${side}`)
    for (const id of Object.keys(plan.cables)) for (const end of ['a', 'b']) expect(ids).toContain(`${id}:${end}`)
    for (const id of Object.keys(plan.devices)) expect(ids).toContain(id)
  })
  it('lie each within its sticker, one a sticker, after those that are used already', () => {
    const media = { ...USUAL_SHEET, skip: 5 }
    const pages = labelPages(labels, media)
    const perPage = media.columns * media.rows
    expect(pages).toHaveLength(Math.ceil((labels.length + 5) / perPage))
    const seen = new Map<string, number>()
    pages.forEach((page, p) => {
      for (const { text, x_mm, y_mm, size_mm } of page.texts) {
        const column = Math.floor((x_mm - media.left_mm) / (media.width_mm + media.gapX_mm))
        const row = Math.floor((y_mm - media.top_mm) / (media.height_mm + media.gapY_mm))
        const left = media.left_mm + column * (media.width_mm + media.gapX_mm)
        expect(x_mm).toBeGreaterThan(left)
        // Helvetica's widest letters are as wide as high; the usual ones two thirds of it.
        expect(x_mm + [...text].length * 0.62 * size_mm).toBeLessThanOrEqual(left + media.width_mm + 1e-6)
        const at = `${p} ${column} ${row}`
        seen.set(at, (seen.get(at) ?? 0) + 1)
        if (p === 0) expect(row * media.columns + column).toBeGreaterThanOrEqual(5)
      }
    })
    for (const count of seen.values()) expect(count).toBeLessThanOrEqual(2)
    expect(seen.size).toBe(labels.length)
  })
  it('as CSV are read back by a general reader, and no cell is a formula', () => {
    const rows = Papa.parse<string[]>(
      labelCsv([...labels, { kind: 'device', id: 'x', text: '=1+1', under: '+A' }]).trim(),
    ).data
    expect(rows).toHaveLength(labels.length + 2)
    for (const row of rows.slice(1)) for (const cell of row) expect(cell).not.toMatch(/^[=+\-@]/)
  })
  it('as SVG hold hostile names as text, and are in millimetres', () => {
    const svg = pagesSvg(labelPages([{ kind: 'device', id: 'x', text: '<b>&"', under: "it's" }], USUAL_SHEET), 'A & B')
    // XML 1.0, 2.4: no bare ampersand and no foreign tag in the text.
    expect(svg).toContain('&lt;b&gt;&amp;&quot;')
    expect(svg).not.toMatch(/&(?!amp;|lt;|gt;|quot;|#39;)|<b>/)
    expect(svg).toContain(`width="${SHEETS.A4.width_mm}mm"`)
  })
  it('strips follow the places of terminals: fields touch, and each is as wide as its terminal has room', () => {
    const strips = demos.flatMap(([, each]) => legendStrips(each))
    expect(strips.length).toBeGreaterThan(3)
    for (const { fields, length_mm } of strips) {
      fields.forEach((field, i) => {
        if (i > 0) expect(field.from_mm).toBeGreaterThanOrEqual(fields[i - 1]!.to_mm - 1e-9)
        expect(field.to_mm).toBeGreaterThan(field.from_mm)
      })
      expect(fields.at(-1)!.to_mm).toBeCloseTo(length_mm, 9)
    }
  })
})

describe('an archive of all', () => {
  const contents = { plan: demos[2]![1], logbook: [], photos: [], parts: [], stock: [] }
  it('is read back whole', () => {
    const read = readBundle(bundleZip(contents, { 'book.pdf': 'x' }))
    expect(read).toMatchObject({ kind: 'bundle', plan: contents.plan, logbook: [], photos: [] })
  })
  it.each([
    ['nothing', new Uint8Array(0)],
    ['no archive', new TextEncoder().encode('PK not really')],
    ['one without a plan', bundleZip(contents, {}).slice(0, 200)],
  ])('%s is refused', (_, bytes) => expect(readBundle(bytes).kind).toBe('refused'))
  it('a damaged plan in it is refused with its place', () => {
    const broken = { ...contents, plan: { ...contents.plan, format: 'other' } as never }
    const read = readBundle(bundleZip(broken, {}))
    expect(read).toMatchObject({ kind: 'refused' })
    expect(JSON.stringify(read)).toMatch(/plan-with-record.json/)
  })
})
