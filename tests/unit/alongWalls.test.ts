import fc from 'fast-check'
import Graph from 'graphology'
import { dijkstra } from 'graphology-shortest-path'
import { describe, expect, it } from 'vitest'
import { pointOn, routesOf, terminalOnFace, terminalPoint, type Point } from '@/core/figures'
import { PlanBuilder } from '@/core/patterns'
import {
  newBox,
  newPlate,
  type DeviceId,
  type Enclosure,
  type EnclosureId,
  type FaceId,
  type Plan,
  type TerminalId,
} from '@/core/plan'

const BOX = 'enclosure:box' as EnclosureId
const [W1, W2] = ['device:w1', 'device:w2'] as const as readonly [DeviceId, DeviceId]
/** Between lines of the grid. */
const STEP_mm = 20
/** Straight across up to here; see FREE_mm of the core. */
const HOP_mm = 150

interface Drawn {
  readonly size: readonly [number, number, number]
  readonly kind: 'box' | 'machine-base'
  readonly spots: readonly { readonly face: number; readonly x: number; readonly y: number }[]
}

/** A box with its walls, or a base of five plates; sizes on the grid, so that its edges are lines of it. */
function boxOf({ size: [w, h, d], kind }: Drawn): Enclosure {
  const inner = { width_mm: w, height_mm: h, depth_mm: d }
  const box = newBox('Box', inner)
  const flat = { standsOff_mm: 0, left_mm: 0, top_mm: 0 }
  if (kind === 'box') {
    const plate = { ...box.faces['face:plate' as FaceId]!, width_mm: w, height_mm: h, ...flat }
    return { ...box, faces: { ...box.faces, ['face:plate' as FaceId]: plate } }
  }
  const sides = ['back', 'left', 'right', 'top', 'bottom'] as const
  return {
    ...box,
    kind,
    faces: Object.fromEntries(sides.map((side) => [`face:${side}`, { ...newPlate(side, side, inner), ...flat }])),
  }
}

/** Two splices on faces that do not open, joined by one wire. */
function drawn(given: Drawn): Plan | null {
  const box = boxOf(given)
  const faces = (Object.keys(box.faces) as FaceId[]).filter((face) => box.faces[face]!.kind !== 'door')
  const plan = new PlanBuilder('Drawn', 'IEC')
    .device('W1', 'splice-3', 'One')
    .device('W2', 'splice-3', 'Other')
    .wire('W1.2', 'W2.1', 'V+', { size: '1 mm²' })
    .build()
  const placed = given.spots.map(({ face, x, y }) => {
    const key = faces[face % faces.length]!
    const { width_mm, height_mm } = box.faces[key]!
    return {
      kind: 'face' as const,
      enclosure: BOX,
      face: key,
      x_mm: 20 + x * (width_mm - 40),
      y_mm: 20 + y * (height_mm - 40),
      rotation_deg: 0 as const,
    }
  })
  return {
    ...plan,
    enclosures: { [BOX]: box },
    devices: {
      ...plan.devices,
      [W1]: { ...plan.devices[W1]!, place: placed[0]! },
      [W2]: { ...plan.devices[W2]!, place: placed[1]! },
    },
  }
}

const keyOf = ({ x, y, z }: Point) => [x, y, z].map((mm) => Math.round(mm * 10)).join(' ')

/** Lines at every step, and through what lies on the face. */
function linesOf(most_mm: number, own: readonly number[]): readonly number[] {
  const all = Array.from({ length: Math.round(most_mm / STEP_mm) + 1 }, (_, i) => i * STEP_mm)
  return [...new Set([...all, ...own])].sort((a, b) => a - b)
}

/** The least from terminal to terminal over the faces that do not open, along a grid of lines, by a library's shortest path. */
function byGrid(plan: Plan): number {
  const box = plan.enclosures[BOX]!
  const ends = [terminalOnFace(plan, W1, '2' as TerminalId)!, terminalOnFace(plan, W2, '1' as TerminalId)!]
  const feet = ends.map(({ face, x_mm, y_mm }) => pointOn(box, face, x_mm, y_mm, 0))
  const graph = new Graph({ type: 'undirected' })
  const join = (a: string, b: string, mm: number) => {
    graph.mergeNode(a)
    graph.mergeNode(b)
    // Faces that share an edge share its points.
    if (a !== b) graph.mergeUndirectedEdge(a, b, { mm })
  }
  for (const face of Object.keys(box.faces) as FaceId[]) {
    const { kind, width_mm, height_mm } = box.faces[face]!
    if (kind === 'door') continue
    // A lead goes straight on over an edge: each end has its lines on every face.
    const origin = pointOn(box, face, 0, 0, 0)
    const linesAlong = (unit: Point, most_mm: number) =>
      linesOf(
        most_mm,
        feet
          .map((foot) =>
            (['x', 'y', 'z'] as const).reduce(
              (sum, axis) => sum + (foot[axis] - origin[axis]) * (unit[axis] - origin[axis]),
              0,
            ),
          )
          .filter((mm) => mm > 0 && mm < most_mm),
      )
    const xs = linesAlong(pointOn(box, face, 1, 0, 0), width_mm)
    const ys = linesAlong(pointOn(box, face, 0, 1, 0), height_mm)
    const at = (x: number, y: number) => keyOf(pointOn(box, face, x, y, 0))
    xs.forEach((x, i) =>
      ys.forEach((y, k) => {
        if (i > 0) join(at(xs[i - 1]!, y), at(x, y), x - xs[i - 1]!)
        if (k > 0) join(at(x, ys[k - 1]!), at(x, y), y - ys[k - 1]!)
      }),
    )
  }
  const [from, to] = feet.map(keyOf)
  const path = dijkstra.bidirectional(graph, from!, to!, 'mm')!
  const along_mm = path
    .slice(1)
    .reduce((sum, next, i) => sum + (graph.getEdgeAttribute(path[i]!, next, 'mm') as number), 0)
  return along_mm + ends[0]!.inward_mm + ends[1]!.inward_mm
}

const onGrid = (min: number, max: number) =>
  fc.integer({ min: min / STEP_mm, max: max / STEP_mm }).map((lines) => lines * STEP_mm)
const share = fc.double({ min: 0, max: 1, noNaN: true })
const spot = fc.record({ face: fc.nat(4), x: share, y: share })

describe('a free lead', () => {
  // The reference is a shortest path of graphology on the faces themselves, which knows nothing of how the core goes about it.
  it('is as long as the shortest way over the faces of its box, on 200 drawn boxes and bases', () => {
    let judged = 0
    fc.assert(
      fc.property(
        fc.record({
          size: fc.tuple(onGrid(200, 600), onGrid(200, 600), onGrid(100, 260)),
          kind: fc.constantFrom('box' as const, 'machine-base' as const),
          spots: fc.tuple(spot, spot),
        }),
        (given) => {
          const plan = drawn(given)!
          const [a, b] = [terminalPoint(plan, W1, '2' as TerminalId)!, terminalPoint(plan, W2, '1' as TerminalId)!]
          const air_mm =
            Math.abs(a.point.x - b.point.x) + Math.abs(a.point.y - b.point.y) + Math.abs(a.point.z - b.point.z)
          const { laid } = routesOf(plan).leads[0]!
          expect(laid.kind).toBe('direct')
          if (air_mm <= HOP_mm) {
            expect(laid.length_mm).toBeCloseTo(air_mm, 6)
            return
          }
          judged += 1
          const reference_mm = byGrid(plan)
          expect(Math.abs(laid.length_mm - reference_mm) / reference_mm).toBeLessThan(0.03)
        },
      ),
      { numRuns: 200 },
    )
    expect(judged).toBeGreaterThan(120)
  }, 120_000)
})
