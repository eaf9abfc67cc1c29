import { gapBetween, overlaps, type Rect } from '@/core/geometry'
import type { ArrangeItem, ArrangeProgress, ArrangeRequest, ArrangeScore, Arrangement } from './types'

/** Weights that make the parts of the score comparable: a rule broken costs as much as this many metres of wire. */
const BREAK_m = 3
const UNPLACED_m = 50
const HEAT_m_PER_W = 0.02
/** How far above a warm part its warmth counts. */
const RISES_mm = 100
/** From here on a part warms what is above it. */
const HOT_W = 15
/** Railed parts of one row stand this close. */
const RAILED_GAP_mm = 1
/** A rail reaches beyond its outermost parts by this, for end stops. */
const RAIL_END_mm = 10
const GRID_mm = 1
/** Beside a duct, for fingers. */
const FINGERS_mm = 10
const YIELD_EVERY = 40

/** A small generator of evenly spread numbers (xorshift), so that the same seed gives the same arrangement. */
function randomFrom(seed: number): () => number {
  let state = seed | 0 || 1
  return () => {
    state ^= state << 13
    state ^= state >>> 17
    state ^= state << 5
    return (state >>> 0) / 4294967296
  }
}

const onGrid = (value: number) => Math.ceil(value / GRID_mm - 1e-9) * GRID_mm

interface Placed {
  readonly item: ArrangeItem
  readonly rect: Rect
}

interface Laid {
  readonly placed: readonly Placed[]
  readonly unplaced: readonly ArrangeItem[]
  readonly ducts: readonly Rect[]
}

/** A part of the face still to be filled: between what ends above it and a limit below, right of what stands before it. */
interface Region {
  readonly left_mm: number
  readonly top_mm: number
  readonly bottom_mm: number
  /** Room that what is above wants below itself; null at the face's own edge. */
  readonly above_mm: number | null
  readonly before: ArrangeItem | null
}

/**
 * Rows from top to bottom in the order given: the first part that fits sets the height of its row, and what is right of it
 * is filled the same way, so that low parts stack beside a high one. Between rows lies room for a duct, fingers and air.
 */
function layRows(request: ArrangeRequest, order: readonly ArrangeItem[]): Laid {
  const { face, edge_mm, duct_mm, standing, apart_mm } = request
  const left = [...order]
  const placed: Placed[] = []
  const ducts: Rect[] = []
  const right_mm = face.width_mm - edge_mm
  const passage_mm = duct_mm > 0 ? duct_mm + 2 * FINGERS_mm : 0

  const spotIn = (region: Region, item: ArrangeItem): Rect | null => {
    const { top, right, bottom, left: margin } = item.margins
    const gap_x =
      region.before === null
        ? Math.max(margin, edge_mm)
        : region.before.isRailed && item.isRailed
          ? RAILED_GAP_mm
          : Math.max(
              region.before.margins.right,
              margin,
              region.before.isMains !== item.isMains && (region.before.isSignal || item.isSignal) ? apart_mm : 0,
            )
    const from_y = onGrid(
      region.top_mm + (region.above_mm === null ? Math.max(top, edge_mm) : Math.max(region.above_mm, top, passage_mm)),
    )
    const ends_at_face = region.bottom_mm >= face.height_mm
    if (from_y + item.height_mm + (ends_at_face ? Math.max(bottom, edge_mm) : 0) > region.bottom_mm + 1e-9) return null
    let from_x = onGrid(region.left_mm + gap_x)
    for (;;) {
      const rect = {
        left_mm: from_x,
        right_mm: from_x + item.width_mm,
        top_mm: from_y,
        bottom_mm: from_y + item.height_mm,
      }
      if (rect.right_mm + Math.max(right - edge_mm, 0) > right_mm + 1e-9) return null
      const obstacle = standing.find((each) => overlaps(each.rect, rect))
      if (!obstacle) return rect
      from_x = onGrid(obstacle.rect.right_mm)
    }
  }

  const fill = (region: Region): void => {
    let { top_mm, above_mm } = region
    for (;;) {
      const row: Region = { ...region, top_mm, above_mm }
      let rect: Rect | null = null
      const index = left.findIndex((item) => (rect = spotIn(row, item)) !== null)
      if (index < 0 || !rect) return
      const spot: Rect = rect
      const [item] = left.splice(index, 1) as [ArrangeItem]
      const from = placed.length
      placed.push({ item, rect: spot })
      fill({ left_mm: spot.right_mm, top_mm, bottom_mm: spot.bottom_mm, above_mm, before: item })
      // The duct above this row, right under what is above it.
      if (above_mm !== null && duct_mm > 0)
        ducts.push({
          left_mm: region.left_mm + Math.max(FINGERS_mm / 2, region.before?.margins.right ?? edge_mm),
          right_mm,
          top_mm: top_mm + FINGERS_mm,
          bottom_mm: top_mm + FINGERS_mm + duct_mm,
        })
      above_mm = Math.max(...placed.slice(from).map((each) => each.item.margins.bottom))
      top_mm = spot.bottom_mm
    }
  }
  fill({ left_mm: 0, top_mm: 0, bottom_mm: face.height_mm, above_mm: null, before: null })
  // A last duct below everything, where there is room: leads go down to their glands.
  const lowest = placed.length === 0 ? 0 : Math.max(...placed.map(({ rect }) => rect.bottom_mm))
  if (duct_mm > 0 && placed.length > 0 && lowest + FINGERS_mm + duct_mm <= face.height_mm - edge_mm)
    ducts.push({ left_mm: edge_mm, right_mm, top_mm: lowest + FINGERS_mm, bottom_mm: lowest + FINGERS_mm + duct_mm })
  return { placed, unplaced: left, ducts }
}

/** How good a set of places is: wire, warmth under cool parts, rules broken, parts left over. */
export function scorePlaces(
  request: ArrangeRequest,
  placed: readonly { readonly item: ArrangeItem; readonly rect: Rect }[],
  unplaced: number,
): ArrangeScore {
  const at = new Map<string, { readonly x_mm: number; readonly y_mm: number }>()
  const middle = ({ left_mm, right_mm, top_mm, bottom_mm }: Rect) => ({
    x_mm: (left_mm + right_mm) / 2,
    y_mm: (top_mm + bottom_mm) / 2,
  })
  for (const { id, rect } of request.standing) at.set(id, middle(rect))
  for (const { item, rect } of placed) at.set(item.id, middle(rect))
  let wire_m = 0
  for (const { a, b, weight } of request.pulls) {
    const [from, to] = [typeof a === 'string' ? at.get(a) : a, typeof b === 'string' ? at.get(b) : b]
    // Ducts run across and down: so does the wire.
    if (from && to) wire_m += (weight * (Math.abs(from.x_mm - to.x_mm) + Math.abs(from.y_mm - to.y_mm))) / 1000
  }
  let heat = 0
  let breaks = 0
  for (const one of placed) {
    for (const other of placed) {
      if (one === other) continue
      const gap = one.rect.top_mm - other.rect.bottom_mm
      if (
        one.item.heat_W >= HOT_W &&
        other.item.isCool &&
        gap > -1e-6 &&
        gap < RISES_mm &&
        Math.min(one.rect.right_mm, other.rect.right_mm) > Math.max(one.rect.left_mm, other.rect.left_mm)
      )
        heat += one.item.heat_W * (1 - gap / RISES_mm) + HOT_W
      if (
        one.item.isMains &&
        other.item.isSignal &&
        !other.item.isMains &&
        gapBetween(one.rect, other.rect) < request.apart_mm - 1e-6
      )
        breaks += 1
    }
  }
  return {
    wire_m,
    heat,
    breaks,
    unplaced,
    total: wire_m + heat * HEAT_m_PER_W + breaks * BREAK_m + unplaced * UNPLACED_m,
  }
}

/** The arrangement that filling the rows in one order gives. */
export function arrangeInOrder(request: ArrangeRequest, order: readonly ArrangeItem[]): Arrangement {
  const { placed, unplaced, ducts } = layRows(request, order)
  const { face, standing } = request
  return {
    places: Object.fromEntries(
      placed.map(({ item, rect }) => [
        item.id,
        { x_mm: (rect.left_mm + rect.right_mm) / 2, y_mm: (rect.top_mm + rect.bottom_mm) / 2 },
      ]),
    ),
    unplaced: unplaced.map(({ id }) => id),
    rails: railsUnder(placed, face.width_mm),
    ducts: longestApart(ducts.filter((duct) => ![...standing, ...placed].some(({ rect }) => overlaps(rect, duct)))).map(
      ({ left_mm, right_mm, top_mm }) => ({ x_mm: left_mm, y_mm: top_mm, length_mm: right_mm - left_mm }),
    ),
    score: scorePlaces(request, placed, unplaced.length),
  }
}

/** Of ducts at one level, which nested rows may ask for several times, the longest. */
function longestApart(ducts: readonly Rect[]): readonly Rect[] {
  const kept: Rect[] = []
  for (const duct of [...ducts].sort((a, b) => b.right_mm - b.left_mm - (a.right_mm - a.left_mm)))
    if (!kept.some((other) => overlaps(other, duct))) kept.push(duct)
  return kept.sort((a, b) => a.top_mm - b.top_mm || a.left_mm - b.left_mm)
}

/** A rail under every run of neighbours that clip on one, with a little more for end stops where there is room. */
function railsUnder(placed: readonly Placed[], width_mm: number): Arrangement['rails'] {
  const railed = placed
    .filter(({ item }) => item.isRailed)
    .map(({ rect }) => ({ centre_mm: (rect.top_mm + rect.bottom_mm) / 2, rect }))
    .sort((a, b) => a.centre_mm - b.centre_mm || a.rect.left_mm - b.rect.left_mm)
  const runs: { centre_mm: number; left_mm: number; right_mm: number }[] = []
  for (const { centre_mm, rect } of railed) {
    const last = runs.at(-1)
    if (last && last.centre_mm === centre_mm && rect.left_mm - last.right_mm <= 2 * RAIL_END_mm)
      last.right_mm = rect.right_mm
    else runs.push({ centre_mm, left_mm: rect.left_mm, right_mm: rect.right_mm })
  }
  return runs.map(({ centre_mm, left_mm, right_mm }) => {
    const band = { top_mm: centre_mm - 18, bottom_mm: centre_mm + 18 }
    const isFree = (from: number, to: number) =>
      !placed.some(({ item, rect }) => !item.isRailed && overlaps(rect, { left_mm: from, right_mm: to, ...band }))
    const from = isFree(left_mm - RAIL_END_mm, left_mm) ? Math.max(0, left_mm - RAIL_END_mm) : left_mm
    const to = isFree(right_mm, right_mm + RAIL_END_mm) ? Math.min(width_mm, right_mm + RAIL_END_mm) : right_mm
    return { x_mm: from, y_mm: centre_mm, length_mm: to - from }
  })
}

/** Mains first, then by height: the order that a person would start with. */
function firstOrder(items: readonly ArrangeItem[]): ArrangeItem[] {
  const zone = (item: ArrangeItem) => (item.isMains && !item.isSignal ? 0 : item.isSignal ? 2 : 1)
  return [...items].sort(
    (a, b) => zone(a) - zone(b) || b.height_mm - a.height_mm || b.width_mm - a.width_mm || a.id.localeCompare(b.id),
  )
}

/**
 * A first arrangement of a plate: rows with ducts between them, bettered by simulated annealing over the order in which the
 * rows are filled. Yields its progress, so that whoever runs it may stop; what it returns is never worse than its start.
 */
export function* arrange(request: ArrangeRequest): Generator<ArrangeProgress, Arrangement> {
  const best = yield* anneal(request)
  // Where all will not go on with ducts, perhaps it does without them.
  if (best.unplaced.length === 0 || request.duct_mm === 0) return best
  const bare = yield* anneal({ ...request, duct_mm: 0 })
  return bare.unplaced.length < best.unplaced.length ? bare : best
}

function* anneal(request: ArrangeRequest): Generator<ArrangeProgress, Arrangement> {
  const random = randomFrom(request.seed)
  let order = firstOrder(request.items)
  const first = arrangeInOrder(request, order)
  let best = first
  let present = first.score.total
  const { tries } = request
  const hot = Math.max(0.05, first.score.total * 0.08)
  for (let k = 0; k < tries && order.length > 1; k += 1) {
    const next = [...order]
    const [i, j] = [Math.floor(random() * next.length), Math.floor(random() * next.length)]
    if (random() < 0.5) [next[i], next[j]] = [next[j]!, next[i]!]
    else next.splice(j, 0, ...next.splice(i, 1))
    const candidate = arrangeInOrder(request, next)
    const worse = candidate.score.total - present
    if (worse <= 0 || random() < Math.exp(-worse / (hot * (1 - k / tries) + 1e-9))) {
      order = next
      present = candidate.score.total
    }
    if (candidate.score.total < best.score.total) best = candidate
    if (k % YIELD_EVERY === YIELD_EVERY - 1) yield { done: k + 1, of: tries, start: first.score, best: best.score }
  }
  return best
}
