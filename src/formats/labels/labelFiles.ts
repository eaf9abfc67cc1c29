import type { Label, PrintedPage } from '@/core/papers'
import { csvText } from '../csv'
import { xmlText } from '../xml'

const n = (value: number) => String(Math.round(value * 1000) / 1000)
const GAP_mm = 4

/** Pages one below the other, in millimetres; a printer's program scales nothing. */
export function pagesSvg(pages: readonly PrintedPage[], title: string): string {
  const width_mm = Math.max(1, ...pages.map((page) => page.width_mm))
  const height_mm = Math.max(
    1,
    pages.reduce((sum, page) => sum + page.height_mm + GAP_mm, -GAP_mm),
  )
  let top = 0
  const groups = pages.map((page) => {
    const group = [
      `<g transform="translate(0 ${n(top)})">`,
      ...page.boxes.map(
        ({ x_mm, y_mm, width_mm: w, height_mm: h }) =>
          `<rect x="${n(x_mm)}" y="${n(y_mm)}" width="${n(w)}" height="${n(h)}" fill="none" stroke="#000" stroke-width="0.15"/>`,
      ),
      ...page.texts.map(
        ({ text, x_mm, y_mm, size_mm, isBold }) =>
          `<text x="${n(x_mm)}" y="${n(y_mm)}" font-size="${n(size_mm)}"${isBold ? ' font-weight="700"' : ''}>${xmlText(text)}</text>`,
      ),
      '</g>',
    ]
    top += page.height_mm + GAP_mm
    return group.join('\n')
  })
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${n(width_mm)}mm" height="${n(height_mm)}mm" viewBox="0 0 ${n(width_mm)} ${n(height_mm)}" font-family="Helvetica, Arial, sans-serif">
<title>${xmlText(title)}</title>
${groups.join('\n')}
</svg>
`
}

/** For any label printer's program: a line a label. */
export function labelCsv(labels: readonly Label[]): string {
  return csvText([
    ['kind', 'line_1', 'line_2', 'id'],
    ...labels.map(({ kind, text, under, id }) => [kind, text, under, id]),
  ])
}
