import type { Treatment } from '@/core/plan'
import { wireSize } from '@/core/quantity'
import type { ToolProfile } from './toolProfile'

/** What makes an end. A tool is taken in hand once for all the ends that it makes. */
export const TOOL_KINDS = {
  none: 'stripper alone',
  ferrules: 'ferrule crimper',
  terminals: 'crimper for insulated terminals',
  contacts: 'contact crimper',
  iron: 'soldering iron',
  jaws: 'flat jaws',
} as const
export type ToolKind = keyof typeof TOOL_KINDS

/** Every treatment and what makes it. */
export const TOOL_OF: Readonly<Record<Treatment, ToolKind>> = {
  ferrule: 'ferrules',
  'twin-ferrule': 'ferrules',
  bare: 'none',
  hook: 'none',
  tinned: 'iron',
  solid: 'none',
  'blade-receptacle': 'terminals',
  eyelet: 'terminals',
  fork: 'terminals',
  'butt-splice': 'terminals',
  contact: 'contacts',
  'sealed-contact': 'contacts',
  solder: 'iron',
  displaced: 'jaws',
  moulded: 'none',
}

/** Dies of one common hand tool with round nests; common practice. */
export const COMMON_TOOL: ToolProfile = {
  name: 'Common hand tool',
  dies: [
    { kind: 'contact', pitch_mm: 2, min_mm2: 0.05, max_mm2: 0.25, conductor: '1.0 mm', jacket: '1.4 mm' },
    { kind: 'contact', pitch_mm: 2.5, min_mm2: 0.08, max_mm2: 0.35, conductor: '1.4 mm', jacket: '1.9 mm' },
    { kind: 'contact', pitch_mm: 2.54, min_mm2: 0.08, max_mm2: 0.35, conductor: '1.4 mm', jacket: '1.9 mm' },
    { kind: 'contact', pitch_mm: 3.96, min_mm2: 0.3, max_mm2: 0.9, conductor: '1.9 mm', jacket: '2.2 mm' },
    { kind: 'sealed-contact', pitch_mm: null, min_mm2: 0.3, max_mm2: 1.1, conductor: '1.9 mm', jacket: 'seal, 2.2 mm' },
  ],
}

export type DieChoice =
  | { readonly kind: 'die'; readonly conductor: string; readonly jacket: string }
  /** The tool has none for it: said, and not guessed. */
  | { readonly kind: 'none'; readonly why: string }

/** The nests of a tool for a contact on a conductor. */
export function dieFor(
  { name, dies }: ToolProfile,
  contact: { readonly kind: 'contact' | 'sealed-contact'; readonly pitch_mm: number | null; readonly size: string },
): DieChoice {
  const { area_mm2 } = wireSize(contact.size)
  const ofContact = dies.filter(
    ({ kind, pitch_mm }) =>
      kind === contact.kind &&
      (pitch_mm === null || contact.pitch_mm === null || Math.abs(pitch_mm - contact.pitch_mm) < 0.05),
  )
  const pitch = contact.pitch_mm === null ? '' : ` of ${contact.pitch_mm} mm pitch`
  if (ofContact.length === 0)
    return { kind: 'none', why: `${name} has no die for ${contact.kind.replace('-', ' ')}s${pitch}` }
  const die = ofContact.find(({ min_mm2, max_mm2 }) => area_mm2 >= min_mm2 - 0.01 && area_mm2 <= max_mm2 + 0.01)
  if (die) return { kind: 'die', conductor: die.conductor, jacket: die.jacket }
  return {
    kind: 'none',
    why: `${name} crimps contacts${pitch} on ${ofContact.map(({ min_mm2, max_mm2 }) => `${min_mm2} to ${max_mm2} mm²`).join(', ')}; ${contact.size} is outside`,
  }
}
