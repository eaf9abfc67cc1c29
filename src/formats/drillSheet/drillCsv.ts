import { csvText } from '../csv'
import type { DrillDrawing } from './drillDrawing'

/** The hole table, millimetres and inches side by side. */
export function drillCsv({ rows }: DrillDrawing): string {
  const fixed = (value: number, digits: number) => Number(value.toFixed(digits))
  const lines = [
    ['no', 'for', 'x_mm', 'y_mm', 'x_in', 'y_in', 'size', 'pilot_mm', 'how'],
    ...rows.map(({ number, hole, x_mm, y_mm, x_in, y_in, size, pilot_mm, tool }) => [
      number,
      hole.label,
      fixed(x_mm, 2),
      fixed(y_mm, 2),
      fixed(x_in, 4),
      fixed(y_in, 4),
      size,
      pilot_mm ?? '',
      tool,
    ]),
  ]
  return csvText(lines)
}
