import type { PDFFont } from 'pdf-lib'

const POINTS_PER_mm = 72 / 25.4
export const pt = (mm: number) => mm * POINTS_PER_mm

const knownLetters = new WeakMap<PDFFont, ReadonlySet<number>>()

function lettersOf(font: PDFFont): ReadonlySet<number> {
  const known = knownLetters.get(font) ?? new Set(font.getCharacterSet())
  knownLetters.set(font, known)
  return known
}

/** What the standard fonts do not know, as a person would type it. */
const STAND_INS: Readonly<Record<string, string>> = {
  '⌀': 'dia. ',
  '−': '-',
  '\u03a9': 'ohm',
  '\u2126': 'ohm',
  '→': '->',
  '←': '<-',
  '≥': 'at least ',
  '≤': 'at most ',
  '≈': 'about ',
  '′': "'",
  '✓': 'x',
  '₂': '2',
}

/** The standard fonts know the Latin letters of Windows; what they cannot print becomes a plain stand-in. */
export function printable(text: string, font: PDFFont): string {
  const known = lettersOf(font)
  return [...text.replace(/⌀ ?/g, 'dia. ').replace(/\s+/g, ' ')]
    .map((char) => (known.has(char.codePointAt(0)!) ? char : (STAND_INS[char] ?? '?')))
    .join('')
}

/** Lines no wider than a width; a word that is wider alone is cut where it ends. */
export function wrapped(text: string, font: PDFFont, size_mm: number, width_mm: number): readonly string[] {
  const width = (part: string) => font.widthOfTextAtSize(part, pt(size_mm)) / POINTS_PER_mm
  const lines: string[] = []
  let line = ''
  for (const word of printable(text, font).split(' ')) {
    const longer = line === '' ? word : `${line} ${word}`
    if (width(longer) <= width_mm) {
      line = longer
      continue
    }
    if (line !== '') lines.push(line)
    line = word
    while (width(line) > width_mm && line.length > 1) {
      let keep = line.length - 1
      while (keep > 1 && width(line.slice(0, keep)) > width_mm) keep -= 1
      lines.push(line.slice(0, keep))
      line = line.slice(keep)
    }
  }
  if (line !== '' || lines.length === 0) lines.push(line)
  return lines
}
