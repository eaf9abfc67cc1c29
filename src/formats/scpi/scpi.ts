/**
 * The text that bench meters speak: commands of IEEE 488.2 (those with a star) and of SCPI 1999 (from memory), a line each, an
 * answer a line to each that ends in a question mark.
 */

/** What a meter is asked to measure. */
export const MEASURED = ['volts DC', 'volts AC', 'resistance', 'continuity', 'amperes DC', 'amperes AC'] as const
export type Measured = (typeof MEASURED)[number]

export const IDENTIFY = '*IDN?'
export const CLEAR = '*CLS'
export const NEXT_ERROR = 'SYST:ERR?'

const FUNCTIONS: Readonly<Record<Measured, string>> = {
  'volts DC': 'VOLT:DC',
  'volts AC': 'VOLT:AC',
  resistance: 'RES',
  continuity: 'CONT',
  'amperes DC': 'CURR:DC',
  'amperes AC': 'CURR:AC',
}

/** What an instrument calls itself: maker, model, serial and version, divided by commas (IEEE 488.2, 10.14, from memory). Null for what is no such line. */
export function readIdentity(text: string): string | null {
  const plain = text.trim()
  return /^[\x20-\x7e]{7,80}$/.test(plain) && plain.split(',').length >= 4 ? plain : null
}

export const measureCommand = (what: Measured): string => `MEAS:${FUNCTIONS[what]}?`

/** What stands for beyond the range: SCPI 1999, 7.2.1.4 (from memory) has 9.9E37 for infinity. */
export const OVERLOAD = 9.9e37
/** What stands for no number at all, in the same place (from memory). */
const NO_NUMBER = 9.91e37
export const OVERLOAD_TEXT = '+9.90000000E+37'

/** Figures as instruments write them: sign, nine digits, exponent. */
export function writeFigure(value: number): string {
  if (!Number.isFinite(value)) return OVERLOAD_TEXT
  const [mantissa, exponent] = Math.abs(value).toExponential(8).split('e') as [string, string]
  const power = Number(exponent)
  return `${value < 0 ? '-' : '+'}${mantissa}E${power < 0 ? '-' : '+'}${String(Math.abs(power)).padStart(2, '0')}`
}

/** A figure that an instrument answered: Infinity for beyond the range, NaN where it says that it has no number, null for what is no figure. */
export function readFigure(text: string): number | null {
  const plain = text.trim()
  if (!/^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(plain)) return null
  const value = Number(plain)
  if (value >= NO_NUMBER && value < NO_NUMBER * 1.001) return NaN
  return Math.abs(value) >= OVERLOAD ? Math.sign(value) * Infinity : value
}

/** A command in its parts: the long form and the short one, capitals or not, are the same; `?` asks. */
export interface Command {
  readonly path: readonly string[]
  readonly asks: boolean
  readonly arguments: readonly string[]
}

const LONG_WORDS: readonly (readonly [string, string])[] = [
  ['MEASURE', 'MEAS'],
  ['CONFIGURE', 'CONF'],
  ['VOLTAGE', 'VOLT'],
  ['CURRENT', 'CURR'],
  ['RESISTANCE', 'RES'],
  ['CONTINUITY', 'CONT'],
  ['SYSTEM', 'SYST'],
  ['ERROR', 'ERR'],
  ['ROUTE', 'ROUT'],
  ['PROBES', 'PROB'],
  ['SIMULATE', 'SIM'],
  ['SUPPLY', 'SUPP'],
  ['HOLD', 'HOLD'],
]

export function readCommand(line: string): Command | null {
  const found = /^\s*(\*?[A-Za-z]+(?::[A-Za-z]+)*)(\?)?(?:\s+(.*\S))?\s*$/.exec(line)
  if (!found) return null
  const path = found[1]!.split(':').map((word) => {
    const own = word.toUpperCase()
    return LONG_WORDS.find(([long]) => long === own)?.[1] ?? own
  })
  return { path, asks: found[2] === '?', arguments: argumentsOf(found[3] ?? '') }
}

/** Divided by commas; what stands in quotation marks is one, whatever is in it. */
function argumentsOf(text: string): readonly string[] {
  const list: string[] = []
  for (const [, quoted, plain] of text.matchAll(/"((?:[^"]|"")*)"|([^,\s][^,]*)/g))
    list.push(quoted === undefined ? plain!.trim() : quoted.replaceAll('""', '"'))
  return list
}

export const quote = (text: string): string => `"${text.replaceAll('"', '""')}"`

/** What an instrument answers to a question about errors: a number, and words. 0 is none. */
export function readError(text: string): { readonly code: number; readonly words: string } | null {
  const found = /^\s*([+-]?\d+)\s*,\s*"((?:[^"]|"")*)"\s*$/.exec(text)
  return found ? { code: Number(found[1]), words: found[2]!.replaceAll('""', '"') } : null
}
