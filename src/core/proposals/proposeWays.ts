import { contains, grow, overlaps, reachOf, type Rect } from '@/core/geometry'
import {
  apply,
  newRaceway,
  type Command,
  type EnclosureId,
  type FaceId,
  type Plan,
  type Raceway,
  type RacewayId,
} from '@/core/plan'
import { FREE_WEIGHT } from '@/core/routing'
import { isLeaf, routesOf, sideOf, type LeadRoute, type Reckoning } from '@/core/figures'

/** What is sold for a plate, the widest first; where not even the narrowest has room, a line of clips. Common practice. */
const DUCT_WIDTHS_mm = [30, 25, 20, 15] as const
const DUCT_HEIGHT_mm = 40
const CLIPS_mm = 8
const BESIDE_mm = 1
/** Rows of ducts on a bare plate are no nearer than this. */
const ROWS_APART_mm = 90
const HINGE_FROM_EDGE_mm = 30
/** Where a loop is held nothing else is. */
const HELD_mm = 20

type Axis = 'across' | 'down'

/**
 * Ways where there is none: ducts between rows of parts on a plate that has none, ducts or clips between those that nothing
 * joins, and a loop over the hinge of each door whose parts are wired to the box. What no lead would take, and what would make
 * the way of any lead worse than it is, is not proposed. Asked again it proposes nothing more.
 */
export function proposeWays(plan: Plan, reckoning: Reckoning, enclosure: EnclosureId): readonly Command[] {
  let wanted = withoutHarm(plan, allWays(plan, reckoning, enclosure))
  for (;;) {
    const useful = wantedByLeads(plan, wanted)
    if (useful.length === wanted.length) return wanted
    wanted = useful
  }
}

/** Without the ways that no lead would take: they are not worth their holes. */
function wantedByLeads(plan: Plan, wanted: readonly Command[]): readonly Command[] {
  const fills = after(plan, wanted)?.fills
  return fills === undefined
    ? []
    : wanted.filter(
        (command) => command.type !== 'addRaceway' || (fills.get(command.id as RacewayId)?.leads.length ?? 0) > 0,
      )
}

const after = (plan: Plan, wanted: readonly Command[]) => {
  const outcome = apply(plan, wanted)
  return outcome.kind === 'refused' ? null : routesOf(outcome.plan)
}

/** All of them where no lead fares worse for it; else one by one, as far as none does. */
function withoutHarm(plan: Plan, wanted: readonly Command[]): readonly Command[] {
  const { leads } = routesOf(plan)
  const harms = (commands: readonly Command[]): boolean => {
    const { byId } = after(plan, commands) ?? { byId: null }
    return byId === null || leads.some((lead) => isWorse(lead, byId.get(lead.id)))
  }
  if (wanted.length === 0 || !harms(wanted)) return wanted
  return wanted.reduce<readonly Command[]>(
    (kept, command) => (harms([...kept, command]) ? kept : [...kept, command]),
    [],
  )
}

/** Within this a way is as long as it was: ducts are not drawn to the millimetre. */
const LONGER_mm = 1
/** What lies in a duct may go so much farther than what hangs free. */
const IN_DUCT = FREE_WEIGHT

function isWorse(before: LeadRoute, now: LeadRoute | undefined): boolean {
  if (before.laid.kind === 'none') return false
  if (now === undefined || now.laid.kind === 'none') return true
  if (before.laid.despite === 'nothing' && now.laid.despite !== 'nothing') return true
  return now.laid.length_mm > before.laid.length_mm * (before.laid.kind === 'direct' ? IN_DUCT : 1) + LONGER_mm
}

function allWays(plan: Plan, reckoning: Reckoning, enclosure: EnclosureId): readonly Command[] {
  const box = plan.enclosures[enclosure]!
  const ids = namesFor(plan, enclosure)
  const commands: Command[] = []
  for (const face of reckoning.faces) {
    if (face.enclosure !== enclosure || !face.isPlate) continue
    const data = box.faces[face.face]!
    const whole: Rect = { left_mm: 0, top_mm: 0, right_mm: data.width_mm, bottom_mm: data.height_mm }
    const bodies = face.items.filter(({ hangs }) => !hangs).map(({ body }) => body)
    const inTheWay = [...bodies, ...otherWays(plan, enclosure, face.face)]
    const isFree = (rect: Rect) =>
      contains(whole, rect) &&
      !inTheWay.some((body) =>
        overlaps(body, grow(rect, { top: BESIDE_mm, right: BESIDE_mm, bottom: BESIDE_mm, left: BESIDE_mm })),
      )
    const lines = face.raceways.flatMap(({ raceway, body }): Line[] => {
      const { kind, at } = plan.raceways[raceway]!
      return at && ['duct', 'clip-line', 'conduit', 'sleeve'].includes(kind) ? [{ rect: body, axis: at.axis }] : []
    })
    if (face.items.length < 2) continue
    if (lines.length === 0)
      for (const rect of rowsOf(whole, isFree)) {
        lines.push({ rect, axis: 'across' })
        commands.push(put(ids, enclosure, face.face, 'duct', rect, 'across'))
      }
    for (const { rect, axis, kind } of links(lines, isFree))
      commands.push(put(ids, enclosure, face.face, kind, rect, axis))
  }
  return [...commands, ...hingeLoops(plan, enclosure, ids)]
}

/** What is held on a face and is no line along it: openings, holes, and where loops and stretches begin. */
function otherWays(plan: Plan, enclosure: EnclosureId, face: FaceId): readonly Rect[] {
  const square = (x_mm: number, y_mm: number, half_mm: number): Rect => ({
    left_mm: x_mm - half_mm,
    right_mm: x_mm + half_mm,
    top_mm: y_mm - half_mm,
    bottom_mm: y_mm + half_mm,
  })
  const ways = Object.values(plan.raceways).flatMap((way): Rect[] => {
    const { at, kind, width_mm, ends, origin } = way!
    if (origin === 'remove') return []
    if (at && way!.enclosure === enclosure && at.face === face)
      return ['gland', 'grommet', 'hole'].includes(kind) ? [square(at.x_mm, at.y_mm, width_mm / 2)] : []
    return [ends?.a, ends?.b].flatMap((end) =>
      end?.kind === 'face' && end.enclosure === enclosure && end.face === face
        ? [square(end.x_mm, end.y_mm, HELD_mm / 2)]
        : [],
    )
  })
  const holes = plan.enclosures[enclosure]!.faces[face]!.openings.map(({ x_mm, y_mm, shape }) => {
    const { across_mm, down_mm } = reachOf(shape)
    return square(x_mm, y_mm, Math.max(across_mm, down_mm))
  })
  return [...ways, ...holes]
}

interface Line {
  readonly rect: Rect
  readonly axis: Axis
}

function namesFor(plan: Plan, enclosure: EnclosureId) {
  const taken = new Set(Object.keys(plan.raceways))
  const names = new Set(Object.values(plan.raceways).map((raceway) => raceway!.name))
  return (kind: 'duct' | 'clip-line' | 'hinge-loop') => {
    const word = { duct: 'Duct', 'clip-line': 'Clips', 'hinge-loop': 'Hinge loop' }[kind]
    for (let n = 1; ; n += 1) {
      const id = `raceway:${enclosure.slice(10)}-${kind}${n}` as RacewayId
      if (taken.has(id) || names.has(`${word} ${n}`)) continue
      taken.add(id)
      names.add(`${word} ${n}`)
      return { id, name: `${word} ${n}` }
    }
  }
}
type Names = ReturnType<typeof namesFor>

function put(
  names: Names,
  enclosure: EnclosureId,
  face: FaceId,
  kind: 'duct' | 'clip-line',
  { left_mm, top_mm, right_mm, bottom_mm }: Rect,
  axis: Axis,
): Command {
  const [length_mm, width_mm] =
    axis === 'across' ? [right_mm - left_mm, bottom_mm - top_mm] : [bottom_mm - top_mm, right_mm - left_mm]
  return {
    type: 'addRaceway',
    ...withName(names(kind), {
      kind,
      enclosure,
      width_mm,
      height_mm: kind === 'duct' ? DUCT_HEIGHT_mm : width_mm,
      length_mm,
      at: { face, x_mm: left_mm, y_mm: top_mm, axis },
    }),
  }
}

const withName = (
  { id, name }: { readonly id: RacewayId; readonly name: string },
  given: Omit<Parameters<typeof newRaceway>[0], 'name'>,
): { readonly id: RacewayId; readonly raceway: Raceway } => ({ id, raceway: newRaceway({ name, ...given }) })

/** Free bands from edge to edge, from the top, as wide as they go. */
function rowsOf(whole: Rect, isFree: (rect: Rect) => boolean): readonly Rect[] {
  const rows: Rect[] = []
  for (let y = 5; y < whole.bottom_mm; y += 1) {
    const last = rows.at(-1)
    if (last && y - last.top_mm < ROWS_APART_mm) continue
    const width = DUCT_WIDTHS_mm.find((each) =>
      isFree({ left_mm: 5, right_mm: whole.right_mm - 5, top_mm: y, bottom_mm: y + each }),
    )
    if (width !== undefined) rows.push({ left_mm: 5, right_mm: whole.right_mm - 5, top_mm: y, bottom_mm: y + width })
  }
  return rows
}

const touches = (a: Rect, b: Rect) =>
  a.left_mm <= b.right_mm + 25 &&
  b.left_mm <= a.right_mm + 25 &&
  a.top_mm <= b.bottom_mm + 25 &&
  b.top_mm <= a.bottom_mm + 25

/** Pieces between ways that nothing joins, until all are one or nothing has room. */
function* links(lines: readonly Line[], isFree: (rect: Rect) => boolean) {
  const all = [...lines]
  for (let tries = 0; tries < lines.length; tries += 1) {
    const groups = grouped(all.map(({ rect }) => rect))
    if (new Set(groups).size < 2) return
    const found = shortestLink(all, groups, isFree)
    if (!found) return
    all.push(found)
    yield found
  }
}

function grouped(rects: readonly Rect[]): readonly number[] {
  const group = rects.map((_, i) => i)
  const find = (i: number): number => (group[i] === i ? i : (group[i] = find(group[i]!)))
  rects.forEach((one, i) =>
    rects.slice(i + 1).forEach((other, k) => touches(one, other) && (group[find(i)] = find(i + 1 + k))),
  )
  return rects.map((_, i) => find(i))
}

function shortestLink(lines: readonly Line[], groups: readonly number[], isFree: (rect: Rect) => boolean) {
  let best: { rect: Rect; axis: Axis; kind: 'duct' | 'clip-line'; length: number } | null = null
  for (const width of [...DUCT_WIDTHS_mm, CLIPS_mm]) {
    lines.forEach((one, i) =>
      lines.forEach((other, j) => {
        if (i === j || groups[i] === groups[j]) return
        for (const axis of ['down', 'across'] as const) {
          const rect = corridor(one.rect, other.rect, axis, width, isFree)
          if (!rect) continue
          const length = axis === 'down' ? rect.bottom_mm - rect.top_mm : rect.right_mm - rect.left_mm
          if (!best || length < best.length - 1e-9)
            best = { rect, axis, kind: width === CLIPS_mm ? 'clip-line' : 'duct', length }
        }
      }),
    )
    // A wider one is preferred to a shorter one.
    if (best) return best as { rect: Rect; axis: Axis; kind: 'duct' | 'clip-line'; length: number }
  }
  return null
}

/** A straight free piece from the lower edge of one to the upper edge of the other (or from side to side), nearest their middle. */
function corridor(one: Rect, other: Rect, axis: Axis, width: number, isFree: (rect: Rect) => boolean): Rect | null {
  const isDown = axis === 'down'
  const [gapFrom, gapTo] = isDown ? [one.bottom_mm, other.top_mm] : [one.right_mm, other.left_mm]
  if (gapTo <= gapFrom) return null
  const [from, to] = isDown
    ? [Math.max(one.left_mm, other.left_mm), Math.min(one.right_mm, other.right_mm) - width]
    : [Math.max(one.top_mm, other.top_mm), Math.min(one.bottom_mm, other.bottom_mm) - width]
  const middle = Math.round((from + to) / 2)
  for (let off = 0; off <= (to - from) / 2 + 1; off += 1)
    for (const at of off === 0 ? [middle] : [middle + off, middle - off]) {
      if (at < from || at > to) continue
      const rect = isDown
        ? { left_mm: at, right_mm: at + width, top_mm: gapFrom, bottom_mm: gapTo }
        : { top_mm: at, bottom_mm: at + width, left_mm: gapFrom, right_mm: gapTo }
      if (isFree(rect)) return rect
    }
  return null
}

/** For each door with leads that find no way: a loop beside its hinge, half way between what it joins. */
function hingeLoops(plan: Plan, enclosure: EnclosureId, names: Names): readonly Command[] {
  const box = plan.enclosures[enclosure]!
  const plate = Object.entries(box.faces).find(([, face]) => face!.kind === 'plate')
  if (!plate) return []
  return (Object.keys(box.faces) as FaceId[]).flatMap((key): Command[] => {
    const door = box.faces[key]!
    if (!isLeaf(box, key)) return []
    const isOn = (route: LeadRoute) =>
      route.ends.some(({ device }) => {
        const { place } = plan.devices[device]!
        return place.kind === 'face' && place.enclosure === enclosure && place.face === key
      })
    const stuck = routesOf(plan).leads.filter((route) => route.laid.kind === 'none' && isOn(route))
    if (stuck.length === 0 || sideOf(door) !== 'front') return []
    const heights = stuck.flatMap(({ ends }) =>
      ends.flatMap(({ device }) => {
        const { place } = plan.devices[device]!
        return place.kind === 'face' && place.face === key ? [place.y_mm] : []
      }),
    )
    const y_mm = Math.round(heights.reduce((sum, y) => sum + y, 0) / heights.length)
    const hinge = door.hinge ?? 'left'
    const [face, data] = plate
    const x = (width_mm: number) => (hinge === 'right' ? width_mm - HINGE_FROM_EDGE_mm : HINGE_FROM_EDGE_mm)
    const end = (at: FaceId, width_mm: number, height_mm: number) => ({
      kind: 'face' as const,
      enclosure,
      face: at,
      x_mm: x(width_mm),
      y_mm: Math.min(height_mm, y_mm),
    })
    return [
      {
        type: 'addRaceway',
        ...withName(names('hinge-loop'), {
          kind: 'hinge-loop',
          enclosure,
          ends: { a: end(face as FaceId, data!.width_mm, data!.height_mm), b: end(key, door.width_mm, door.height_mm) },
        }),
      },
    ]
  })
}
