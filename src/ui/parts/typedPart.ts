import * as z from 'zod'
import { readPart } from '@/core/ownParts'
import type { Part, Terminal, TerminalId } from '@/core/plan'

export type TypedTerminal = Terminal & { readonly key: TerminalId }

/** A part as the form holds it: its terminals are a list, for a key may hold dots, which are steps in the name of a field. */
export type TypedPart = Omit<Part, 'terminals'> & { readonly terminals: readonly TypedTerminal[] }

export const asTyped = ({ terminals, ...rest }: Part): TypedPart => ({
  ...rest,
  terminals: (Object.entries(terminals) as [TerminalId, Terminal][]).map(([key, terminal]) => ({ key, ...terminal })),
})

export const asPart = ({ terminals, ...rest }: TypedPart): Part => ({
  ...rest,
  terminals: Object.fromEntries(terminals.map(({ key, ...terminal }) => [key, terminal])) as Part['terminals'],
})

/** As it is written on the part, with its block. */
export function terminalName({ terminals }: TypedPart, wanted: TerminalId | null): string {
  if (wanted === null) return 'none'
  const found = terminals.find(({ key }) => key === wanted)
  return found ? `${found.block ? `${found.block} ` : ''}${found.label}` : wanted
}

/** Where the form holds what the part's own rules name: `part.terminals.X1.2.max_V` is `terminals`, `3`, `max_V`. */
function fieldOf({ terminals }: TypedPart, path: string): (string | number)[] {
  const own = path.replace(/^part\.?/, '')
  const steps = (text: string) => text.split('.').map((step) => (/^\d+$/.test(step) ? Number(step) : step))
  if (!own.startsWith('terminals.')) return own === '' ? [] : steps(own)
  const rest = own.slice('terminals.'.length)
  const at = terminals.findIndex(({ key }) => rest === key || rest.startsWith(`${key}.`))
  if (at === -1) return steps(own)
  const within = rest.slice(terminals[at]!.key.length + 1)
  return ['terminals', at, ...(within === '' ? [] : steps(within))]
}

/** Fields by the words that stand over them. */
const WORDS: Readonly<Record<string, string>> = {
  'body.width_mm': 'width',
  'body.height_mm': 'height',
  'body.depth_mm': 'depth',
  'conductors.min_mm2': 'mm² from',
  'conductors.max_mm2': 'mm² to',
  level_V: 'level',
  rated_A: 'carries',
  rated_V: 'at how many volts',
  nominal_V: 'made for',
  power_W: 'watts',
  current_A: 'amperes',
  min_V: 'works from',
  max_V: 'stands',
  'coil.pickUp_V': 'works from',
  'coil.max_V': 'stands',
}

/** Where a fault is, in words: a terminal or a load by its name, not by its number in the list. */
export function placeOf(part: TypedPart, path: string): string {
  const [list, at, ...rest] = path.split('.')
  const thing =
    list === 'terminals'
      ? part.terminals[Number(at)] && `terminal ${terminalName(part, part.terminals[Number(at)]!.key)}`
      : list === 'draws' || list === 'connectors' || list === 'settings' || list === 'actuators'
        ? part[list][Number(at)]?.name
        : list === 'links'
          ? part.links[Number(at)] && `joint ${part.links[Number(at)]!.id}`
          : undefined
  if (!thing) return WORDS[path] ?? path.replaceAll('.', ' ').replaceAll('_', ', ')
  const field = rest.join('.')
  return `${thing} ${WORDS[field] ?? field.replaceAll('.', ' ')}`.trim()
}

const BELOW = 'must not be below what stands before it'

/** Ranges that end before they begin, by the field of their end. */
function* turned({ terminals, draws, actuators }: TypedPart): Generator<(string | number)[]> {
  const isTurned = (from: number | null | undefined, to: number | null | undefined) =>
    typeof from === 'number' && typeof to === 'number' && from > to
  for (const [i, { conductors, min_V, max_V }] of terminals.entries()) {
    if (isTurned(conductors.min_mm2, conductors.max_mm2)) yield ['terminals', i, 'conductors', 'max_mm2']
    if (isTurned(min_V, max_V)) yield ['terminals', i, 'max_V']
  }
  for (const [i, { min_V, max_V }] of draws.entries()) if (isTurned(min_V, max_V)) yield ['draws', i, 'max_V']
  for (const [i, { coil }] of actuators.entries())
    if (isTurned(coil?.pickUp_V, coil?.max_V)) yield ['actuators', i, 'coil', 'max_V']
}

/** Judges a half-made part by the rules that a whole one is read by. */
export const typedPart: z.ZodType<Part, TypedPart> = z
  .custom<TypedPart>(() => true)
  .transform((typed, context): Part => {
    const read = readPart({ id: 'part:own-new', part: asPart(typed) })
    const ends = [...turned(typed)]
    for (const path of ends) context.addIssue({ code: 'custom', path, message: BELOW })
    if (read.kind === 'read') return ends.length > 0 ? z.NEVER : read.parts[0]!.part
    for (const { path, message } of read.issues)
      context.addIssue({ code: 'custom', path: fieldOf(typed, path), message })
    return z.NEVER
  })
