import { chainOf, FREE_mm, hingeLoop, type Access, type Segment, type Way, type WayGraph } from '@/core/routing'
import { glandThread } from '@/core/reference'
import type { DeviceId, Enclosure, EnclosureId, FaceId, Plan, Raceway, RacewayId, Side, WaySpot } from '@/core/plan'
import { sideOf } from '../space/faces'
import { alongWalls_mm, footOf, type Stand } from './alongWalls'
import { allowedFill_percent, sectionArea_mm2 } from './section'
import {
  between,
  enclosureOf,
  isLeaf,
  pointOn,
  regionOf,
  toEdge_mm,
  type PlacedPoint,
  type Point,
  type Region,
} from './terminalPoints'

/** Ways whose bodies come this near are one. */
const JOINED_mm = 25
/** While leads are laid, how many there will be is not known: a table by count is read for several. */
const SEVERAL = 3

/** Ways that lie along a line on a face. */
const LINEAR: ReadonlySet<Raceway['kind']> = new Set([
  'duct',
  'clip-line',
  'conduit',
  'sleeve',
  'chain',
  'loop',
  'hinge-loop',
])
export const OPENINGS: ReadonlySet<Raceway['kind']> = new Set(['gland', 'grommet', 'hole'])
/**
 * Enclosures without walls, where leads come and go over the edges; a base with an opening drawn in one of its walls has walls,
 * and leads leave it by its openings.
 */
function isOpen(plan: Plan, id: EnclosureId): boolean {
  const kind = plan.enclosures[id]?.kind
  if (kind !== 'machine-base') return kind === 'open-frame'
  return !Object.values(plan.raceways).some(
    (way) =>
      way!.enclosure === id &&
      way!.at !== null &&
      way!.origin !== 'remove' &&
      OPENINGS.has(way!.kind) &&
      plan.enclosures[id]!.faces[way!.at.face]?.kind === 'wall',
  )
}

/** As thick as tells the front of a plate from its back. */
const PLATE_mm = 0.5

/** An opening that leads out: one in a plate, or joined to another, leads behind that. */
export const leadsOut = ({ enclosures }: Plan, { kind, joins, enclosure, at }: Raceway): boolean =>
  OPENINGS.has(kind) &&
  joins.length === 0 &&
  (enclosure === null || at === null || enclosures[enclosure]?.faces[at.face]?.kind !== 'plate')

interface Line {
  readonly id: RacewayId
  readonly region: Region
  readonly side: Side
  readonly face: FaceId
  readonly a: Point
  readonly b: Point
  readonly length_mm: number
  readonly half_mm: number
  readonly marks: number[]
  /** So far along it, to the nearest edge of its face. */
  edgeAt(along_mm: number): number
}

interface Stop {
  readonly vertex: number
  readonly region: Region
  readonly stand: Stand
}

/** The ways of a plan as a graph, and how a terminal or a thing outside comes to it. */
export interface Ways {
  readonly graph: WayGraph
  /** What a terminal or point reaches; empty where nothing is in its region. */
  accessOf(placed: PlacedPoint): readonly Access[]
  outsideOf(enclosure: EnclosureId): number
  ofDevice(id: DeviceId): number
  /** Where a thing outside can be reached at all. */
  isMeasured(id: DeviceId): boolean
  /** Whether anybody measured a way from one box to another. */
  areJoined(one: EnclosureId, other: EnclosureId): boolean
}

const knownWays = new WeakMap<object, { readonly key: readonly unknown[]; readonly ways: Ways }>()

/** @param plan where only raceways, enclosures and the places of things outside count */
export function waysOf(plan: Plan): Ways {
  const fields = Object.entries(plan.devices)
    .filter(([, device]) => device!.place.kind === 'field' && device!.origin !== 'remove')
    .map(([id, device]) => `${id} ${device!.spot ?? ''}`)
    .join('|')
  const known = knownWays.get(plan.raceways)
  if (known && known.key[0] === plan.enclosures && known.key[1] === fields) return known.ways
  const ways = new Builder(plan).build()
  knownWays.set(plan.raceways, { key: [plan.enclosures, fields], ways })
  return ways
}

class Builder {
  private readonly segments: Segment[] = []
  private readonly lines: Line[] = []
  private readonly stops: Stop[] = []
  private readonly pointOf = new Map<number, PlacedPoint>()
  private readonly named = new Map<string, number>()
  private readonly ways = new Map<string, Way>()
  private readonly openings = new Set<string>()
  /** Of each opening its vertex outside; of what has two ends, both. */
  private readonly outsideAt = new Map<RacewayId, readonly [number, number]>()
  private readonly linePieces = new Map<
    number,
    { readonly segments: readonly number[]; readonly from: readonly number[] }
  >()
  private vertices = 0

  constructor(private readonly plan: Plan) {}

  build(): Ways {
    // In the order of their ids: of ways that cost the same the first is taken, whatever was entered first.
    const raceways = (Object.entries(this.plan.raceways) as [RacewayId, Raceway][])
      .filter(([, { origin }]) => origin !== 'remove')
      .sort(([a], [b]) => (a < b ? -1 : 1))
    for (const [id, raceway] of raceways) {
      this.ways.set(id, wayOf(this.plan, id, raceway))
      if (OPENINGS.has(raceway.kind)) this.openings.add(id)
    }
    for (const [id, raceway] of raceways) this.onFace(id, raceway)
    for (const [id, raceway] of raceways) if (raceway.ends) this.withEnds(id, raceway)
    this.join(raceways)
    this.cut()
    for (const id of Object.keys(this.plan.enclosures) as EnclosureId[]) if (isOpen(this.plan, id)) this.open(id)
    for (const [id, device] of Object.entries(this.plan.devices))
      if (device!.place.kind === 'field' && device!.spot !== null)
        this.bridge(this.vertex(`device ${id}`), this.vertexOfSpot(device!.spot), 0)
    return this.answer()
  }

  private vertex(name: string): number {
    let at = this.named.get(name)
    if (at === undefined) this.named.set(name, (at = this.vertices++))
    return at
  }

  private vertexOfSpot(name: string): number {
    return this.vertex(`spot ${name.trim().toLowerCase()}`)
  }

  private stopAt({ region, point, side, face, edge_mm }: Omit<PlacedPoint, 'raised_mm'>): number {
    const vertex = this.vertices++
    this.stops.push({ vertex, region, stand: { point, side, face, raised_mm: 0 } })
    this.pointOf.set(vertex, { region, point, side, face, raised_mm: 0, edge_mm })
    return vertex
  }

  /** The same place on the far side of a plate. */
  private behind(stop: number): number {
    const { point, ...rest } = this.pointOf.get(stop)!
    return this.stopAt({ ...rest, point: footOf({ point, side: rest.side, raised_mm: PLATE_mm }), face: null })
  }

  private boxOf(region: Region): Enclosure {
    return this.plan.enclosures[enclosureOf(region)]!
  }

  /** From a place to where it comes to a line: nearest along the axes, and as far as the way there is. */
  private toLine(line: Line, from: Stand): { readonly along_mm: number; readonly apart_mm: number } {
    const { along_mm } = nearestOn(line, from.point)
    const point = along(line.a, line.b, line.length_mm === 0 ? 0 : along_mm / line.length_mm)
    return {
      along_mm,
      apart_mm: alongWalls_mm(this.boxOf(line.region), from, { point, side: line.side, face: line.face, raised_mm: 0 }),
    }
  }

  private bridge(a: number, b: number, length_mm: number, way: string | null = null): void {
    this.segments.push({ way, isFree: false, a, b, length_mm })
  }

  private free(a: number, b: number, length_mm: number): void {
    this.segments.push({ way: null, isFree: true, a, b, length_mm })
  }

  private onFace(id: RacewayId, raceway: Raceway): void {
    const { at, kind, enclosure: home, width_mm, height_mm, length_mm } = raceway
    const enclosure = home === null ? undefined : this.plan.enclosures[home]
    if (!at || !enclosure?.faces[at.face] || home === null) return
    const region = regionOf(home, at.face, isLeaf(enclosure, at.face))
    if (OPENINGS.has(kind)) {
      const inside = this.stopAt({
        region,
        point: pointOn(enclosure, at.face, at.x_mm, at.y_mm, 0),
        side: sideOf(enclosure.faces[at.face]!),
        face: at.face,
        edge_mm: toEdge_mm(enclosure.faces[at.face]!, at.x_mm, at.y_mm),
      })
      // A hole in a plate leads behind it, and not out.
      const isInner = enclosure.faces[at.face]!.kind === 'plate'
      const outside = isInner ? this.behind(inside) : this.vertices++
      this.bridge(inside, outside, length_mm, id)
      if (!isInner) this.bridge(outside, this.vertex(`outside ${home}`), 0)
      this.outsideAt.set(id, [outside, inside])
      return
    }
    if (!LINEAR.has(kind) || raceway.ends) return
    const middle = kind === 'duct' ? height_mm / 2 : Math.min(height_mm, width_mm) / 2
    const on = (along: number) =>
      at.axis === 'across'
        ? pointOn(enclosure, at.face, at.x_mm + along, at.y_mm + width_mm / 2, middle)
        : pointOn(enclosure, at.face, at.x_mm + width_mm / 2, at.y_mm + along, middle)
    const face = enclosure.faces[at.face]!
    this.lines.push({
      id,
      region,
      side: sideOf(face),
      face: at.face,
      a: on(0),
      b: on(length_mm),
      length_mm,
      half_mm: width_mm / 2,
      marks: [0, length_mm],
      edgeAt: (mm) =>
        at.axis === 'across'
          ? toEdge_mm(face, at.x_mm + mm, at.y_mm + width_mm / 2)
          : toEdge_mm(face, at.x_mm + width_mm / 2, at.y_mm + mm),
    })
  }

  /** Hinge loops, chains, loops and stretches: from one place to another, as long as they are or are reckoned to be. */
  private withEnds(id: RacewayId, raceway: Raceway): void {
    const { ends } = raceway
    const [a, b] = [ends!.a, ends!.b].map((spot, k) => (spot ? this.vertexOf(spot, k === 0 ? 'a' : 'b') : null))
    if (a === null || b === null || a === undefined || b === undefined) return
    this.bridge(a, b, lengthOfWay(this.plan, raceway), id)
    this.outsideAt.set(id, [a, b])
  }

  private vertexOf(spot: WaySpot, end: 'a' | 'b'): number | null {
    switch (spot.kind) {
      case 'spot':
        return this.vertexOfSpot(spot.name)
      case 'enclosure':
        return this.vertex(`outside ${spot.enclosure}`)
      case 'device':
        return this.vertex(`device ${spot.device}`)
      case 'face': {
        const enclosure = this.plan.enclosures[spot.enclosure]
        if (!enclosure?.faces[spot.face]) return null
        return this.stopAt({
          region: regionOf(spot.enclosure, spot.face, isLeaf(enclosure, spot.face)),
          point: pointOn(enclosure, spot.face, spot.x_mm, spot.y_mm, 0),
          side: sideOf(enclosure.faces[spot.face]!),
          face: spot.face,
          edge_mm: toEdge_mm(enclosure.faces[spot.face]!, spot.x_mm, spot.y_mm),
        })
      }
      case 'raceway': {
        const known = this.outsideAt.get(spot.raceway)
        if (known) return OPENINGS.has(this.plan.raceways[spot.raceway]!.kind) ? known[0] : known[end === 'a' ? 1 : 0]!
        const line = this.lines.find(({ id }) => id === spot.raceway)
        if (!line) return null
        // Whichever end of the duct: the nearer is found by the way itself.
        const at_mm = end === 'a' ? line.length_mm : 0
        return this.stopAt({
          region: line.region,
          point: end === 'a' ? line.b : line.a,
          side: line.side,
          face: line.face,
          edge_mm: line.edgeAt(at_mm),
        })
      }
    }
  }

  /** Where ways touch or come near one another. */
  private join(raceways: readonly (readonly [RacewayId, Raceway])[]): void {
    const wanted = new Set(
      raceways.flatMap(([id, { joins }]) => joins.flatMap((other) => [`${id} ${other}`, `${other} ${id}`])),
    )
    this.lines.forEach((one, i) => {
      for (const other of this.lines.slice(i + 1)) {
        const isWanted = wanted.has(`${one.id} ${other.id}`)
        if (one.region !== other.region && !isWanted) continue
        const near = nearest(one, other)
        const gap = near.apart_mm - one.half_mm - other.half_mm
        if (!isWanted && gap > JOINED_mm) continue
        one.marks.push(near.onOne)
        other.marks.push(near.onOther)
        this.joints.push({
          one: i,
          onOne: near.onOne,
          other: this.lines.indexOf(other),
          onOther: near.onOther,
          apart_mm: near.apart_mm,
        })
      }
    })
    for (const stop of this.stops) {
      const found = this.lines
        .map((line, at) => ({ at, line }))
        .filter(({ line }) => line.region === stop.region)
        .map(({ at, line }) => ({ at, line, ...this.toLine(line, stop.stand) }))
      const least = Math.min(Infinity, ...found.map(({ apart_mm }) => apart_mm))
      for (const { at, line, along_mm, apart_mm } of found) {
        if (apart_mm > Math.max(FREE_mm, least + 1)) continue
        line.marks.push(along_mm)
        this.stopJoints.push({ line: at, along_mm, vertex: stop.vertex, apart_mm })
      }
    }
    this.behindPlates(raceways, wanted)
    this.acrossGaps()
    this.stops.forEach((one, i) => {
      for (const other of this.stops.slice(i + 1)) {
        if (one.region !== other.region) continue
        this.free(one.vertex, other.vertex, alongWalls_mm(this.boxOf(one.region), one.stand, other.stand))
      }
    })
  }

  /** Holes of one face that a person joined: through the plate by one, behind it, and back by the other. */
  private behindPlates(raceways: readonly (readonly [RacewayId, Raceway])[], wanted: ReadonlySet<string>): void {
    const holes = raceways.filter(([id, { kind, at }]) => OPENINGS.has(kind) && at !== null && this.outsideAt.has(id))
    holes.forEach(([one, { enclosure, at }], i) => {
      for (const [other, way] of holes.slice(i + 1)) {
        if (!wanted.has(`${one} ${other}`) || way.enclosure !== enclosure || way.at!.face !== at!.face) continue
        const apart_mm = Math.abs(way.at!.x_mm - at!.x_mm) + Math.abs(way.at!.y_mm - at!.y_mm)
        this.bridge(this.outsideAt.get(one)![0], this.outsideAt.get(other)![0], apart_mm)
      }
    })
  }

  /** Ways of a region that nothing joins are joined where they are nearest: leads go across, though nothing holds them there. */
  private acrossGaps(): void {
    const group = this.lines.map((_, i) => i)
    const find = (i: number): number => (group[i] === i ? i : (group[i] = find(group[i]!)))
    for (const { one, other } of this.joints) group[find(one)] = find(other)
    for (const { vertex } of this.stops) {
      const [first, ...others] = this.stopJoints.filter((joint) => joint.vertex === vertex)
      for (const { line } of others) group[find(line)] = find(first!.line)
    }
    const byRegion = new Map<Region, number[]>()
    this.lines.forEach(({ region }, i) => byRegion.set(region, [...(byRegion.get(region) ?? []), i]))
    for (const members of byRegion.values()) this.spanning(members, find, (i, j) => (group[find(i)] = find(j)))
  }

  /** The shortest bridges that make ways one (Prim, 1957), of those that nothing joins yet. */
  private spanning(
    members: readonly number[],
    find: (i: number) => number,
    unite: (i: number, j: number) => void,
  ): void {
    const [first, ...others] = members
    if (first === undefined) return
    const waiting = new Map(others.map((i) => [i, { by: first, near: this.apart(first, i, find) }]))
    while (waiting.size > 0) {
      let next = -1
      for (const [i, { near }] of waiting)
        if (next < 0 || near.apart_mm < waiting.get(next)!.near.apart_mm - 1e-9) next = i
      const { by, near } = waiting.get(next)!
      waiting.delete(next)
      if (find(by) !== find(next)) {
        this.lines[by]!.marks.push(near.onOne)
        this.lines[next]!.marks.push(near.onOther)
        this.joints.push({ one: by, onOne: near.onOne, other: next, onOther: near.onOther, apart_mm: near.apart_mm })
        unite(by, next)
      }
      for (const [i, present] of waiting) {
        const own = this.apart(next, i, find)
        if (own.apart_mm < present.near.apart_mm - 1e-9) waiting.set(i, { by: next, near: own })
      }
    }
  }

  /** Ways that are joined already are no distance apart. */
  private apart(i: number, j: number, find: (at: number) => number): ReturnType<typeof nearest> {
    return find(i) === find(j) ? { onOne: 0, onOther: 0, apart_mm: -1 } : nearest(this.lines[i]!, this.lines[j]!)
  }

  private readonly joints: { one: number; onOne: number; other: number; onOther: number; apart_mm: number }[] = []
  private readonly stopJoints: { line: number; along_mm: number; vertex: number; apart_mm: number }[] = []

  /** Cuts every line at its marks. */
  private cut(): void {
    const vertexAt = this.lines.map(({ id, marks, a, b, length_mm, region, side, face, edgeAt }, at) => {
      const sorted = [...new Set(marks.map((mark) => Math.round(mark * 100) / 100))].sort((one, other) => one - other)
      const vertices = new Map<number, number>()
      const segments: number[] = []
      sorted.forEach((mark, k) => {
        const vertex = this.vertices++
        vertices.set(mark, vertex)
        const point = along(a, b, length_mm === 0 ? 0 : mark / length_mm)
        this.pointOf.set(vertex, { region, point, side, face, raised_mm: 0, edge_mm: edgeAt(mark) })
        if (k === 0) return
        segments.push(this.segments.length)
        this.bridge(vertices.get(sorted[k - 1]!)!, vertex, mark - sorted[k - 1]!, id)
      })
      this.linePieces.set(at, { segments, from: sorted.slice(0, -1) })
      return (mark: number) => vertices.get(Math.round(mark * 100) / 100)!
    })
    for (const { one, onOne, other, onOther, apart_mm } of this.joints)
      this.free(vertexAt[one]!(onOne), vertexAt[other]!(onOther), apart_mm)
    for (const { line, along_mm, vertex, apart_mm } of this.stopJoints)
      this.free(vertexAt[line]!(along_mm), vertex, apart_mm)
  }

  /** An open frame has no wall: from the end of any way one goes over its edge. */
  private open(id: EnclosureId): void {
    const outside = this.vertex(`outside ${id}`)
    for (const [vertex, { region, edge_mm }] of this.pointOf)
      if (enclosureOf(region) === id) this.free(vertex, outside, edge_mm)
  }

  private answer(): Ways {
    const { plan, lines, stops, linePieces, segments } = this
    const openRegions = new Set((Object.keys(plan.enclosures) as EnclosureId[]).filter((id) => isOpen(plan, id)))
    const outsideOf = (id: EnclosureId) => this.vertex(`outside ${id}`)
    const ofDevice = (id: DeviceId) => this.vertex(`device ${id}`)
    // Named before the graph is closed: each has a vertex.
    for (const id of Object.keys(plan.enclosures) as EnclosureId[]) outsideOf(id)
    for (const [id, device] of Object.entries(plan.devices))
      if (device!.place.kind === 'field') ofDevice(id as DeviceId)
    const groupOf = joinedOutside(this.vertices, segments, this.pointOf)
    const touched = new Set(segments.flatMap(({ a, b }) => [a, b]))
    const graph: WayGraph = { vertexCount: this.vertices, segments, ways: this.ways, openings: this.openings }
    const byRegion = new Map<Region, { lines: number[]; stops: Stop[] }>()
    const inRegion = (region: Region) => {
      let own = byRegion.get(region)
      if (!own) byRegion.set(region, (own = { lines: [], stops: [] }))
      return own
    }
    lines.forEach(({ region }, at) => inRegion(region).lines.push(at))
    for (const stop of stops) inRegion(stop.region).stops.push(stop)
    return {
      graph,
      outsideOf,
      ofDevice,
      isMeasured: (id) => touched.has(ofDevice(id)),
      areJoined: (one, other) => groupOf(outsideOf(one)) === groupOf(outsideOf(other)),
      accessOf: (placed) => {
        const { region, edge_mm } = placed
        const own = inRegion(region)
        const box = this.boxOf(region)
        const found = own.lines.flatMap((at): Access[] => {
          const { along_mm, apart_mm } = this.toLine(lines[at]!, placed)
          const { segments: pieces, from } = linePieces.get(at)!
          let k = from.length - 1
          while (k > 0 && from[k]! > along_mm) k -= 1
          return pieces[k] === undefined
            ? []
            : [{ kind: 'segment', segment: pieces[k]!, at_mm: along_mm - from[k]!, length_mm: apart_mm }]
        })
        for (const { vertex, stand } of own.stops)
          found.push({ kind: 'vertex', vertex, length_mm: alongWalls_mm(box, placed, stand) })
        const id = enclosureOf(region)
        return openRegions.has(id) ? [...found, { kind: 'vertex', vertex: outsideOf(id), length_mm: edge_mm }] : found
      },
    }
  }
}

/** Vertices that ways outside make one; what is within a box does not join boxes. */
function joinedOutside(
  count: number,
  segments: readonly Segment[],
  inside: ReadonlyMap<number, PlacedPoint>,
): (vertex: number) => number {
  const group = Array.from({ length: count }, (_, i) => i)
  const find = (i: number): number => (group[i] === i ? i : (group[i] = find(group[i]!)))
  for (const { a, b } of segments) if (!inside.has(a) && !inside.has(b)) group[find(a)] = find(b)
  return find
}

function wayOf(plan: Plan, id: RacewayId, raceway: Raceway): Way {
  const { kind, carries, isDivided, isBlanked, thread } = raceway
  const gland = kind === 'gland' && thread !== null ? glandThread(thread) : null
  const largest = gland === null ? null : largestInsert(gland.clampMax_mm)
  const area_mm2 = sectionArea_mm2(raceway)
  return {
    id,
    room_mm2:
      gland !== null ? largest : area_mm2 === null ? null : (area_mm2 * allowedFill_percent(raceway, SEVERAL)) / 100,
    isSingle: kind === 'gland' && raceway.hasInsert !== true,
    clamps: gland === null ? null : { min_mm: gland.clampMin_mm, max_mm: gland.clampMax_mm },
    carries,
    isDivided: isDivided === true,
    isBlanked: isBlanked === true,
    home: OPENINGS.has(kind) ? raceway.enclosure : null,
    isExit: leadsOut(plan, raceway),
  }
}

/** What a bundle in a clamp may have of leads: two thirds of its circle is about the fullest that few leads pack. */
const largestInsert = (clampMax_mm: number) => (Math.PI * clampMax_mm * clampMax_mm * 0.68) / 4

/** How long what has two ends is: as measured, or by its geometry where nobody measured it. */
export function lengthOfWay(plan: Plan, raceway: Raceway): number {
  const { kind, length_mm, travel_mm, bendRadius_mm, chain } = raceway
  if (kind === 'chain' && chain && travel_mm !== null && bendRadius_mm !== null)
    return chain.links !== null
      ? chain.links * chain.pitch_mm
      : chainOf({ travel_mm, radius_mm: bendRadius_mm, ...chain }).length_mm
  if (length_mm > 0) return length_mm
  if (kind === 'hinge-loop') return reckonHinge(plan, raceway)?.length_mm ?? 0
  if (kind === 'loop' && travel_mm !== null) return travel_mm / 2 + Math.PI * (bendRadius_mm ?? 0)
  return 0
}

/** A hinge opens a door so far; a lid lifted off lies beside its box. */
const OPENS_deg = 180

/** Of a hinge loop between a still face and a door. */
export function reckonHinge(plan: Plan, { ends }: Raceway) {
  const [a, b] = [ends?.a, ends?.b]
  if (a?.kind !== 'face' || b?.kind !== 'face' || a.enclosure !== b.enclosure) return null
  const enclosure = plan.enclosures[a.enclosure]
  if (!enclosure?.faces[a.face] || !enclosure.faces[b.face]) return null
  const [still, door] = isLeaf(enclosure, b.face) ? [a, b] : [b, a]
  const leaf = enclosure.faces[door.face]!
  if (leaf.kind !== 'door') return null
  const { width_mm, height_mm, depth_mm } = enclosure.inner
  const at = {
    still: pointOn(enclosure, still.face, still.x_mm, still.y_mm, 0),
    door: pointOn(enclosure, door.face, door.x_mm, door.y_mm, 0),
  }
  const hinge = leaf.hinge ?? 'left'
  // Any leaf is turned so that its hinge's line runs along one axis; off counts outward of the leaf.
  const sideways = sideOf(leaf) === 'front'
  const alongOf = ({ x, y, z }: Point) => {
    const [across, down, out] = sideways ? [x, y, z - depth_mm] : [x, z, -y]
    const length = sideways ? height_mm : depth_mm
    switch (hinge) {
      case 'right':
        return { along: width_mm - across, apart: down, out }
      case 'top':
        return { along: down, apart: across, out }
      case 'bottom':
        return { along: length - down, apart: across, out }
      default:
        return { along: across, apart: down, out }
    }
  }
  const [s, d] = [alongOf(at.still), alongOf(at.door)]
  return hingeLoop({
    still: { along_mm: s.along, off_mm: s.out },
    door: { along_mm: d.along, off_mm: d.out },
    apart_mm: Math.abs(s.apart - d.apart),
    opens_deg: OPENS_deg,
  })
}

const along = (a: Point, b: Point, share: number): Point => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
  z: a.z + (b.z - a.z) * share,
})

/** The place on a line nearest to a point, as leads run: along the axes. */
function nearestOn({ a, b, length_mm }: Pick<Line, 'a' | 'b' | 'length_mm'>, point: Point) {
  const axis = (['x', 'y', 'z'] as const).find((each) => Math.abs(a[each] - b[each]) > 1e-9)
  const raw = axis ? (point[axis] - a[axis]) * Math.sign(b[axis] - a[axis]) : 0
  const along_mm = Math.min(length_mm, Math.max(0, raw))
  return { along_mm, apart_mm: between(point, along(a, b, length_mm === 0 ? 0 : along_mm / length_mm)) }
}

/** The two places at which two lines are nearest, each along an axis. */
function nearest(
  one: Line,
  other: Line,
): { readonly onOne: number; readonly onOther: number; readonly apart_mm: number } {
  let best = { onOne: 0, onOther: 0, apart_mm: Infinity }
  const tryAt = (onOne: number, onOther: number) => {
    const apart_mm = between(
      along(one.a, one.b, one.length_mm === 0 ? 0 : onOne / one.length_mm),
      along(other.a, other.b, other.length_mm === 0 ? 0 : onOther / other.length_mm),
    )
    if (apart_mm < best.apart_mm - 1e-9) best = { onOne, onOther, apart_mm }
  }
  for (const end of [0, other.length_mm]) {
    const point = end === 0 ? other.a : other.b
    tryAt(nearestOn(one, point).along_mm, end)
  }
  for (const end of [0, one.length_mm]) {
    const point = end === 0 ? one.a : one.b
    tryAt(end, nearestOn(other, point).along_mm)
  }
  // Across one another: where their axes meet.
  const crossing = nearestOn(one, along(other.a, other.b, 0.5)).along_mm
  tryAt(crossing, nearestOn(other, along(one.a, one.b, one.length_mm === 0 ? 0 : crossing / one.length_mm)).along_mm)
  return best
}
