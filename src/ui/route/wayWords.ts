import { newId } from '@/ui/primitives'
import type { LeadFigure, WayFigure } from '@/core/figures'
import type { CableId, Plan, Raceway, RacewayId, RacewayKind, WaySpot, WireId } from '@/core/plan'
import type { SectionKind } from '@/ui/charts/CrossSection'

export const KIND_WORDS: Readonly<Record<RacewayKind, string>> = {
  duct: 'Duct',
  'clip-line': 'Line of clips',
  gland: 'Gland',
  grommet: 'Grommet',
  hole: 'Bare hole',
  'hinge-loop': 'Hinge loop',
  chain: 'Cable chain',
  loop: 'Moving loop',
  sleeve: 'Sleeve',
  conduit: 'Conduit',
  stretch: 'Stretch outside',
}

/** What lies along a line on a face; what is set into one; what goes from one place to another. */
export const ON_FACE: readonly RacewayKind[] = ['duct', 'clip-line', 'conduit', 'sleeve']
export const INTO_WALL: readonly RacewayKind[] = ['gland', 'grommet', 'hole']
export const WITH_ENDS: readonly RacewayKind[] = ['stretch', 'chain', 'loop']

export const SECTION_OF: Readonly<Record<LeadFigure['kind'], SectionKind>> = {
  mains: 'mains',
  motor: 'motor',
  power: 'power',
  earth: 'earth',
  signal: 'signal',
  probe: 'signal',
}

/** "W12" or a cable's name. */
export function shortName(plan: Plan, id: WireId | CableId): string {
  if (id.startsWith('cable:')) return plan.cables[id as CableId]?.name ?? id
  return plan.wires[id as WireId]?.label || id
}

/** "PS1 to F2". */
export const endsOf = (plan: Plan, { ends }: LeadFigure): string =>
  ends.map(({ device }) => plan.devices[device]?.tag ?? '?').join(' to ')

export function spotWords(plan: Plan, spot: WaySpot | null): string {
  switch (spot?.kind) {
    case 'enclosure':
      return plan.enclosures[spot.enclosure]?.name ?? 'a box'
    case 'raceway':
      return plan.raceways[spot.raceway]?.name ?? 'a way'
    case 'device':
      return plan.devices[spot.device]?.tag ?? 'a device'
    case 'spot':
      return spot.name
    case 'face':
      return `${plan.enclosures[spot.enclosure]?.faces[spot.face]?.name ?? 'a face'}, ${Math.round(spot.x_mm)} across, ${Math.round(spot.y_mm)} down`
    default:
      return 'nowhere yet'
  }
}

/** How full against what it may be: the tone of a way in pictures and lists. */
export function toneOf({ fill_percent, limit_percent }: WayFigure): 'free' | 'near' | 'over' {
  if (fill_percent === null) return 'free'
  return fill_percent > limit_percent ? 'over' : fill_percent > 0.8 * limit_percent ? 'near' : 'free'
}
export const TONE_COLOUR = { free: 'var(--accent)', near: 'var(--caution)', over: 'var(--stop)' } as const

/** A name that no way has: "Duct 3". */
export function freeName(plan: Plan, kind: RacewayKind): string {
  const word = KIND_WORDS[kind].replace(' outside', '')
  const taken = new Set(Object.values(plan.raceways).map((raceway) => raceway!.name))
  for (let n = 1; ; n += 1) if (!taken.has(`${word} ${n}`)) return `${word} ${n}`
}

export const newWayId = (): RacewayId => `raceway:${newId().slice(0, 8)}` as RacewayId

/** Of a way on a face, so far along it. */
export function alongWay({ at, width_mm }: Raceway, along_mm: number): readonly [number, number] {
  return at!.axis === 'across'
    ? [at!.x_mm + along_mm, at!.y_mm + width_mm / 2]
    : [at!.x_mm + width_mm / 2, at!.y_mm + along_mm]
}

export const leadCount = (n: number): string => `${n} lead${n === 1 ? '' : 's'}`
