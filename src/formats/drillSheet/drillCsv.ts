import type { DrillDrawing } from './drillDrawing'

/** A cell that no spreadsheet takes for a formula. */
function cell(value: string | number): string {
  const text = typeof value === 'number' ? String(value) : /^[=+\-@\t\r]/.test(value) ? `'${value}` : value
  return /[",\n\r]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text
}

/** The hole table, millimetres and inches side by side. */
export function drillCsv({ rows }: DrillDrawing): string {
  const fixed = (value: number, digits: number) => Number(value.toFixed(digits))
  const lines = [
    ['no', 'for', 'x_mm', 'y_mm', 'x_in', 'y_in', 'size', 'pilot_mm', 'how'],
    ...rows.map(({ number, hole, x_mm, y_mm, x_in, y_in, size, pilot_mm, tool }) => [number, hole.label, fixed(x_mm, 2), fixed(y_mm, 2), fixed(x_in, 4), fixed(y_in, 4), size, pilot_mm ?? '', tool]),
  ]
  return `${lines.map((line) => line.map(cell).join(',')).join('\r\n')}\r\n`
}
