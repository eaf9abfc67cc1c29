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

/** Where a fault is, in words: the terminal by its name, not by its number in the list. */
export const placeOf = (part: TypedPart, path: string): string =>
  path.replace(/^terminals\.(\d+)\.?/, (all, i: string) => {
    const terminal = part.terminals[Number(i)]
    return terminal ? `${terminalName(part, terminal.key)} ` : all
  })

/** Judges a half-made part by the rules that a whole one is read by. */
export const typedPart: z.ZodType<Part, TypedPart> = z
  .custom<TypedPart>(() => true)
  .transform((typed, context): Part => {
    const read = readPart({ id: 'part:own-new', part: asPart(typed) })
    if (read.kind === 'read') return read.parts[0]!.part
    for (const { path, message } of read.issues)
      context.addIssue({ code: 'custom', path: fieldOf(typed, path), message })
    return z.NEVER
  })
