/** Signs that make a spreadsheet take a cell for a formula, full-width ones included, with whatever blanks come before them. */
const FORMULA = /^[\s\u00a0\ufeff]*[=+\-@\uff1d\uff0b\uff0d\uff20]|^[\t\r\n]/

/** A text guarded: an apostrophe before what would be a formula, and one more before what looks guarded already, so that each comes back to the letter. */
export function guarded(text: string): string {
  return FORMULA.test(text.replace(/^'+/, '')) ? `'${text}` : text
}

/** What stood there before it was guarded. */
export function unguarded(cell: string): string {
  return cell.startsWith("'") && FORMULA.test(cell.replace(/^'+/, '')) ? cell.slice(1) : cell
}

/** A cell that no spreadsheet takes for a formula. */
export function csvCell(value: string | number): string {
  const text = typeof value === 'number' ? String(value) : FORMULA.test(value) ? `'${value}` : value
  return /[",\n\r]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text
}

/** Lines of cells as RFC 4180 has them. */
export function csvText(lines: readonly (readonly (string | number)[])[]): string {
  return `${lines.map((line) => line.map(csvCell).join(',')).join('\r\n')}\r\n`
}
