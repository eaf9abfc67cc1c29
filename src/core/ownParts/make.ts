import { CATALOGUE } from '@/core/catalogue'
import type { BehaviourKind, BodySide, Clamp, Part, Terminal, TerminalFunction, TerminalId } from '@/core/plan'

const isOnMains = ({ terminals }: Part) => Object.values(terminals).some((terminal) => terminal!.function === 'PE')

/** The plainest part of a kind to begin with: none on mains where there is another, fewest terminals, the first by name. */
export function blankPart(kind: BehaviourKind): Part {
  const own = Object.values(CATALOGUE)
    .filter((part) => part.behaviour.kind === kind)
    .sort(
      (a, b) =>
        Number(isOnMains(a)) - Number(isOnMains(b)) ||
        Object.keys(a.terminals).length - Object.keys(b.terminals).length ||
        a.name.localeCompare(b.name, 'en'),
    )
  const plainest = own[0]
  if (plainest)
    return {
      ...plainest,
      name: 'My part',
      note: '',
      price: null,
      supplier: null,
      draws: plainest.draws.map((draw, i) => ({ ...draw, name: i === 0 ? 'Load' : `Load ${i + 1}` })),
    }
  const other = CATALOGUE['part:valve-24' as never] as Part
  return { ...other, name: 'My part', behaviour: { kind } as Part['behaviour'] }
}

/** "6 of these in a row, 5.08 mm pitch". */
export interface RowSpec {
  readonly count: number
  /** With "#" for its number: "IN#"; without, the number goes behind. */
  readonly label: string
  readonly block: string | null
  readonly function: TerminalFunction
  readonly direction: Terminal['direction']
  readonly clamp: Clamp
  readonly side: BodySide
  /** From the side's upper or left end to the first. */
  readonly from_mm: number
  readonly pitch_mm: number
  readonly min_mm2: number
  readonly max_mm2: number
  readonly level_V: number | null
  readonly rated_A: number | null
  readonly need: Terminal['need']
}

const labelOf = (pattern: string, n: number, count: number) =>
  pattern.includes('#') ? pattern.replace('#', String(n)) : count === 1 ? pattern : `${pattern}${n}`

/** Adds terminals to a part, each in its place on the outline; keys that are taken are counted on. */
export function rowOfTerminals(part: Part, spec: RowSpec): Part {
  const terminals: Record<TerminalId, Terminal> = { ...part.terminals } as never
  for (let i = 0; i < spec.count; i += 1) {
    const label = labelOf(spec.label, i + 1, spec.count)
    const wanted =
      `${spec.block ? `${spec.block}.` : ''}${label}`
        .replace(/[^A-Za-z0-9+\-.]/g, '')
        .replace(/^\.+/, '')
        .slice(0, 24) || 'T'
    let key = wanted
    for (let n = 2; Object.hasOwn(terminals, key); n += 1) key = `${wanted.slice(0, 20)}.${n}`
    terminals[key as TerminalId] = {
      label: label.slice(0, 24),
      block: spec.block,
      position: spec.count > 1 ? i + 1 : null,
      function: spec.function,
      direction: spec.direction,
      place: { side: spec.side, along_mm: spec.from_mm + i * spec.pitch_mm, above_mm: 0 },
      system: null,
      min_V: null,
      max_V: null,
      level_V: spec.level_V,
      active: null,
      isolated: false,
      clamp: spec.clamp,
      clampSize_mm: spec.clamp === 'crimp-housing' || spec.clamp === 'pin-header' ? spec.pitch_mm : null,
      torque_Nm: null,
      strip_mm: null,
      conductors: { min_mm2: spec.min_mm2, max_mm2: spec.max_mm2, count: 1 },
      polarised: spec.function === 'V+' || spec.function === 'V-',
      rated_V: null,
      rated_A: spec.rated_A,
      need: spec.need,
      excludes: [],
    }
  }
  return { ...part, terminals: terminals as Part['terminals'] }
}

/** Where a terminal is drawn on the outline as seen from the front: across and down, in mm; null where its place is not known. */
export function placeInRow(
  { body }: Part,
  { place }: Terminal,
): { readonly x_mm: number; readonly y_mm: number } | null {
  if (!place) return null
  const { side, along_mm } = place
  switch (side) {
    case 'top':
      return { x_mm: along_mm, y_mm: 0 }
    case 'bottom':
      return { x_mm: along_mm, y_mm: body.height_mm }
    case 'left':
      return { x_mm: 0, y_mm: along_mm }
    case 'right':
      return { x_mm: body.width_mm, y_mm: along_mm }
    default:
      return { x_mm: along_mm, y_mm: body.height_mm / 2 }
  }
}
