import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { alongWalls_mm, enclosureOf, routesOf, terminalOnFace, terminalPoint, type Routes } from '@/core/figures'
import { PlanBuilder } from '@/core/patterns'
import {
  apply,
  newRaceway,
  type Command,
  type DeviceId,
  type EnclosureId,
  type FaceId,
  type Place,
  type Plan,
  type RacewayId,
} from '@/core/plan'
import { FREE_WEIGHT } from '@/core/routing'
import { DEMOS } from '@demo/scenarios'
import { demo } from '../builds/routes'

const edited = (plan: Plan, ...commands: readonly Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused')
    throw new Error(outcome.issues.map(({ path, message }) => `${path}: ${message}`).join('; '))
  return outcome.plan
}

/** Leads between two places of one box or one door: their length, and the least along the axes. */
function within(
  plan: Plan,
  routes: Routes,
): readonly { readonly id: string; readonly share: number; readonly over_mm: number }[] {
  return routes.leads.flatMap(({ id, ends, laid }) => {
    const [a, b] = ends.map(({ device, terminal }) => terminalPoint(plan, device, terminal))
    if (!a || !b || a.region !== b.region || laid.kind === 'none') return []
    const air_mm = Math.abs(a.point.x - b.point.x) + Math.abs(a.point.y - b.point.y) + Math.abs(a.point.z - b.point.z)
    // Held against an independent shortest path in alongWalls.test.ts.
    const least_mm = alongWalls_mm(plan.enclosures[enclosureOf(a.region)]!, a, b)
    return [{ id, share: laid.length_mm / Math.max(1, least_mm), over_mm: laid.length_mm - air_mm }]
  })
}

const BOX = 'enclosure:box' as EnclosureId
const PLATE = 'face:plate' as FaceId
const place = (x_mm: number, y_mm: number, turn = 0): Place => ({
  kind: 'face',
  enclosure: BOX,
  face: PLATE,
  x_mm,
  y_mm,
  rotation_deg: turn as 0,
})

/** A plate of 600 by 500 mm with splices here and there, each joined to the next. */
function plateWith(
  spots: readonly { readonly x: number; readonly y: number }[],
  kind: 'box' | 'open-frame' | 'machine-base' = 'box',
  more: (box: PlanBuilder) => PlanBuilder = (box) => box,
): Plan {
  let box = new PlanBuilder('Drawn', 'IEC')
  spots.forEach((_, i) => (box = box.device(`W${i + 1}`, 'splice-3', `Splice ${i + 1}`)))
  spots.slice(1).forEach((_, i) => (box = box.wire(`W${i + 1}.2`, `W${i + 2}.1`, 'V+', { size: '1 mm²' })))
  return edited(
    more(box).build(),
    {
      type: 'addEnclosure',
      id: BOX,
      enclosure: {
        name: 'Box',
        kind,
        inner: { width_mm: 600, height_mm: 500, depth_mm: 200 },
        wall: { material: 'painted-steel', thickness_mm: 1.5 },
        sealed: false,
        mounting: null,
        origin: 'new',
        faces: {
          [PLATE]: {
            name: 'Plate',
            kind: 'plate',
            width_mm: 600,
            height_mm: 500,
            side: null,
            standsOff_mm: null,
            left_mm: null,
            top_mm: null,
            hinge: null,
            pullsOut_mm: null,
            openings: [],
            rails: [],
          },
        },
        rackUnits: null,
        ip: null,
        outdoor: null,
        mass_g: null,
        where: null,
      },
    },
    ...spots.map(({ x, y }, i): Command => ({
      type: 'moveDevice',
      id: `device:w${i + 1}` as DeviceId,
      place: place(x, y),
    })),
  )
}

const duct = (i: number, axis: 'across' | 'down', at_mm: number, from_mm: number, length_mm: number): Command => ({
  type: 'addRaceway',
  id: `raceway:d${i}` as RacewayId,
  raceway: newRaceway({
    name: `D${i}`,
    kind: 'duct',
    enclosure: BOX,
    width_mm: 30,
    height_mm: 40,
    length_mm,
    at: {
      face: PLATE,
      x_mm: axis === 'across' ? from_mm : at_mm,
      y_mm: axis === 'across' ? at_mm : from_mm,
      axis,
    },
  }),
})

describe('no lead is longer than 1.3 times the shortest way along walls and plates', () => {
  it.each(Object.keys(DEMOS))('%s', (name) => {
    const plan = demo(name)
    const found = within(plan, routesOf(plan))
    expect(found.length).toBeGreaterThan(10)
    for (const { id, share, over_mm } of found) {
      expect(share, id).toBeLessThanOrEqual(FREE_WEIGHT + 1e-6)
      expect(over_mm, id).toBeGreaterThan(-1e-6)
    }
  })
  it('on drawn plates, whatever ducts are there', () => {
    const spot = fc.record({ x: fc.integer({ min: 40, max: 560 }), y: fc.integer({ min: 40, max: 460 }) })
    const ducts = fc.array(
      fc.record({
        axis: fc.constantFrom('across' as const, 'down' as const),
        at: fc.integer({ min: 5, max: 440 }),
        from: fc.integer({ min: 0, max: 100 }),
        length: fc.integer({ min: 100, max: 380 }),
      }),
      { maxLength: 5 },
    )
    fc.assert(
      fc.property(fc.array(spot, { minLength: 2, maxLength: 6 }), ducts, (spots, drawn) => {
        const plan = edited(
          plateWith(spots),
          ...drawn.map(({ axis, at, from, length }, i) => duct(i, axis, at, from, length)),
        )
        for (const { share, over_mm } of within(plan, routesOf(plan))) {
          if (share > 1.000001) expect(share).toBeLessThanOrEqual(FREE_WEIGHT + 1e-6)
          expect(over_mm).toBeGreaterThan(-1e-6)
        }
      }),
      { numRuns: 200 },
    )
  })
  it('takes the duct where that is hardly longer, and leaves it where it is three sides of a square', () => {
    const spots = [
      { x: 80, y: 100 },
      { x: 480, y: 100 },
    ]
    const near = routesOf(edited(plateWith(spots), duct(1, 'across', 120, 20, 540))).leads[0]!
    expect(near.parts.map(({ raceway }) => raceway)).toEqual(['raceway:d1'])
    const far = routesOf(edited(plateWith(spots), duct(1, 'across', 440, 20, 540))).leads[0]!
    expect(far.laid.kind).toBe('direct')
  })
})

describe('a frame without walls', () => {
  /** From the splice over the nearest edge of its plate, and 1,200 mm as measured from there to a lamp on the machine. */
  const outside = (kind: 'open-frame' | 'machine-base'): Plan => {
    const plan = plateWith([{ x: 150, y: 320 }], kind, (box) =>
      box.device('H1', 'lamp-24', 'Lamp').wire('W1.3', 'H1.+', 'V+', { size: '1 mm²' }),
    )
    const h1 = 'device:h1' as DeviceId
    return edited(
      plan,
      { type: 'moveDevice', id: h1, place: { kind: 'field', path: 'machine' } },
      {
        type: 'addRaceway',
        id: 'raceway:stretch' as RacewayId,
        raceway: newRaceway({
          name: 'To the lamp',
          kind: 'sleeve',
          length_mm: 1200,
          ends: { a: { kind: 'enclosure', enclosure: BOX }, b: { kind: 'device', device: h1 } },
        }),
      },
    )
  }
  const lengthOut = (plan: Plan) => routesOf(plan).leads.find(({ isOutside }) => isOutside.some(Boolean))!.laid

  it.each(['open-frame', 'machine-base'] as const)('%s: the run on its plate counts, to the nearest edge', (kind) => {
    const plan = outside(kind)
    const { x_mm, y_mm } = terminalOnFace(plan, 'device:w1' as DeviceId, '3' as never)!
    const edge_mm = Math.min(x_mm, 600 - x_mm, y_mm, 500 - y_mm)
    expect(edge_mm).toBeGreaterThan(100)
    expect(lengthOut(plan).length_mm).toBeCloseTo(1200 + edge_mm, 3)
  })
  it('a base with an opening in its wall has walls: leads leave by that', () => {
    const wall: Command = {
      type: 'addFace',
      enclosure: BOX,
      face: 'face:right' as FaceId,
      data: {
        name: 'Right wall',
        kind: 'wall',
        width_mm: 200,
        height_mm: 500,
        side: 'right',
        standsOff_mm: null,
        left_mm: null,
        top_mm: null,
        hinge: null,
        pullsOut_mm: null,
        openings: [],
        rails: [],
      },
    } as Command
    const hole: Command = {
      type: 'addRaceway',
      id: 'raceway:hole' as RacewayId,
      raceway: newRaceway({
        name: 'Hole',
        kind: 'grommet',
        enclosure: BOX,
        width_mm: 20,
        height_mm: 20,
        length_mm: 2,
        at: { face: 'face:right' as FaceId, x_mm: 100, y_mm: 250, axis: 'across' },
      }),
    }
    const { length_mm, spans } = lengthOut(edited(outside('machine-base'), wall, hole))
    const { x_mm, y_mm } = terminalOnFace(outside('machine-base'), 'device:w1' as DeviceId, '3' as never)!
    expect(spans.length).toBeGreaterThan(0)
    // Across the plate to the right wall, down to the hole and out to its middle, and the wall itself.
    expect(length_mm).toBeGreaterThanOrEqual(1200 + 600 - x_mm + Math.abs(250 - y_mm))
  })
})
