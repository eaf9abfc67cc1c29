import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { courseOf, reckon, routesOf } from '@/core/figures'
import { PlanBuilder } from '@/core/patterns'
import {
  apply,
  newBox,
  newPlate,
  newRaceway,
  standardFaces,
  type Command,
  type DeviceId,
  type Enclosure,
  type EnclosureId,
  type Face,
  type FaceId,
  type Plan,
  type Raceway,
  type RacewayId,
  type Side,
  type WaySpot,
} from '@/core/plan'
import { proposeGlands, proposeWays } from '@/core/proposals'

/**
 * Ten builds with lengths that were measured on a drawing of their faces at true scale, piece by piece along the faces and over
 * their edges; each sum stands beside its lead. Every lead goes from the middle of a splice's lower edge, 10 mm below its
 * middle and 4.5 mm off its face, to another's.
 */
interface Built {
  readonly name: string
  readonly boxes: Readonly<Record<string, Enclosure>>
  /** By tag: box, face, and the splice's middle there. */
  readonly splices: Readonly<Record<string, readonly [box: string, face: string, x_mm: number, y_mm: number]>>
  /** On the machine, by tag. */
  readonly outside?: readonly string[]
  readonly ways?: Readonly<Record<string, Partial<Raceway> & Pick<Raceway, 'kind'>>>
  /** Lead by lead, as measured. */
  readonly measured: Readonly<Record<string, readonly number[]>>
}

const box = (w: number, h: number, d: number, kind: Enclosure['kind'] = 'box') =>
  newBox('Box', { width_mm: w, height_mm: h, depth_mm: d }, kind)
const withFaces = (own: Enclosure, faces: Readonly<Record<string, Face>>): Enclosure => ({ ...own, faces })
const plate = (own: Enclosure, side: Side, rest: Partial<Face> = {}): Face => ({
  ...newPlate(side, side, own.inner),
  standsOff_mm: 0,
  left_mm: 0,
  top_mm: 0,
  ...rest,
})
const id = (of: string) => `enclosure:${of}` as EnclosureId
const face = (of: string) => `face:${of}` as FaceId
const onFace = (of: string, on: string, x_mm: number, y_mm: number): WaySpot => ({
  kind: 'face',
  enclosure: id(of),
  face: face(on),
  x_mm,
  y_mm,
})
const spot = (name: string): WaySpot => ({ kind: 'spot', name })
const thing = (tag: string): WaySpot => ({ kind: 'device', device: `device:${tag.toLowerCase()}` as DeviceId })
const opening = (of: string, x_mm: number, y_mm: number, kind: Raceway['kind'] = 'gland') => ({
  kind,
  enclosure: id(of),
  length_mm: 30,
  width_mm: 16,
  height_mm: 16,
  thread: kind === 'gland' ? 'M16' : null,
  at: { face: face('bottom'), x_mm, y_mm, axis: 'across' as const },
})
const stretch = (a: WaySpot, b: WaySpot, length_mm: number) => ({ kind: 'stretch' as const, ends: { a, b }, length_mm })

const frame = box(400, 450, 380, 'open-frame')
const base = box(500, 200, 400, 'machine-base')
const wall = box(300, 400, 120)
const post = box(300, 300, 120)
const twoPlates = box(400, 300, 150)
const rack = box(440, 88, 300, 'rack-shelf')
const weather = box(400, 300, 120)
const hand = box(100, 180, 40)
const robot = box(300, 150, 300, 'machine-base')
/** The plate is 10 mm off the back and 10 mm from each wall. */
const BUILDS: readonly Built[] = [
  {
    name: 'an open printer of four faces',
    boxes: {
      main: withFaces(frame, {
        'face:floor': plate(frame, 'bottom'),
        'face:back': plate(frame, 'back'),
        'face:left': plate(frame, 'left'),
        'face:right': plate(frame, 'right'),
      }),
    },
    splices: {
      W1: ['main', 'floor', 100, 100],
      W2: ['main', 'back', 300, 200],
      W3: ['main', 'left', 80, 300],
      W4: ['main', 'right', 90, 300],
      W5: ['main', 'back', 50, 400],
    },
    measured: {
      // Along the floor to the back, sideways, up the back.
      'W1 W2': [110, 200, 240],
      // From the left side to the right one along the back: 300 mm deep, 400 across, 90 out again.
      'W3 W4': [300, 400, 90],
      // Along the left side to the back, across, down.
      'W3 W5': [300, 50, 100],
    },
  },
  {
    name: 'a base with a shelf',
    boxes: {
      main: withFaces(base, {
        'face:floor': plate(base, 'bottom'),
        'face:shelf': plate(base, 'bottom', { standsOff_mm: 90, left_mm: 150, width_mm: 200 }),
      }),
    },
    splices: {
      W1: ['main', 'floor', 60, 100],
      W2: ['main', 'shelf', 100, 200],
      W3: ['main', 'floor', 250, 300],
      W4: ['main', 'shelf', 100, 60],
    },
    measured: {
      // To the shelf's edge, down, along the floor.
      'W1 W2': [90, 100, 90, 100],
      // What lies under the shelf: out to its edge, down, and in again.
      'W3 W4': [100, 240, 90, 100],
    },
  },
  {
    name: 'the same shelf with a hole in it',
    boxes: {
      main: withFaces(base, {
        'face:floor': plate(base, 'bottom'),
        'face:shelf': plate(base, 'bottom', { standsOff_mm: 90, left_mm: 150, width_mm: 200 }),
      }),
    },
    splices: { W3: ['main', 'floor', 250, 300], W4: ['main', 'shelf', 100, 60] },
    ways: {
      hole: {
        ...opening('main', 0, 0, 'hole'),
        length_mm: 2,
        at: { face: face('shelf'), x_mm: 100, y_mm: 250, axis: 'across' },
      },
    },
    // Along the shelf to the hole, down through it, along the floor.
    measured: { 'W3 W4': [180, 90, 60] },
  },
  {
    name: 'a wall box with a door',
    boxes: { main: wall },
    splices: { W1: ['main', 'plate', 40, 100], W2: ['main', 'door', 60, 120] },
    ways: {
      loop: {
        kind: 'hinge-loop',
        ends: { a: onFace('main', 'plate', 5, 200), b: onFace('main', 'door', 20, 200) },
        length_mm: 250,
      },
    },
    // Down and left to the loop, over the hinge, and up the door.
    measured: { 'W1 W2': [35, 90, 250, 40, 70] },
  },
  {
    name: 'two boxes and a post',
    boxes: { left: post, right: post },
    splices: { W1: ['left', 'plate', 100, 200], W2: ['right', 'plate', 100, 200] },
    ways: {
      gland1: opening('left', 150, 60),
      gland2: opening('right', 100, 60),
      one: stretch({ kind: 'enclosure', enclosure: id('left') }, spot('post'), 800),
      two: stretch(spot('post'), { kind: 'enclosure', enclosure: id('right') }, 600),
    },
    // Down the plate and to the wall, to the gland, out, along, in, and up: the plate stands 10 mm off the back.
    measured: { 'W1 W2': [80, 40, 50, 30, 800, 600, 30, 10, 50, 80] },
  },
  {
    name: 'a chain over a bed',
    boxes: { main: post },
    splices: { W1: ['main', 'plate', 140, 200] },
    outside: ['W2'],
    ways: {
      gland: opening('main', 150, 60),
      chain: {
        kind: 'chain',
        ends: { a: { kind: 'enclosure', enclosure: id('main') }, b: thing('W2') },
        width_mm: 40,
        height_mm: 25,
        travel_mm: 300,
        bendRadius_mm: 60,
        // 20 links of 30 mm are in hand.
        chain: {
          pitch_mm: 30,
          link_mm: 30,
          fixedAt_percent: 50,
          links: 20,
          opens: true,
          moves: 'above',
          room_mm: null,
        },
      },
    },
    measured: { 'W1 W2': [80, 50, 30, 600] },
  },
  {
    name: 'a second plate on spacers',
    boxes: {
      main: withFaces(twoPlates, {
        'face:plate': plate(twoPlates, 'back'),
        'face:second': plate(twoPlates, 'back', {
          standsOff_mm: 80,
          left_mm: 200,
          top_mm: 50,
          width_mm: 150,
          height_mm: 120,
        }),
      }),
    },
    splices: {
      W1: ['main', 'plate', 60, 100],
      W2: ['main', 'second', 40, 50],
      W3: ['main', 'plate', 270, 90],
      W4: ['main', 'second', 60, 40],
    },
    measured: {
      // To the second plate's edge, back along its spacers, along the first.
      'W1 W2': [180, 80],
      // Under it, over its upper edge: 50 up, 80 back, 50 down, 10 sideways.
      'W3 W4': [50, 80, 50, 10],
    },
  },
  {
    name: 'a rack unit',
    boxes: { main: { ...rack, faces: standardFaces(rack.inner, 'rack-shelf') } },
    splices: { W1: ['main', 'plate', 100, 100], W2: ['main', 'door', 350, 30] },
    // Along the shelf, 10 mm up, to the front, across, and up the panel.
    measured: { 'W1 W2': [190, 250, 38] },
  },
  {
    name: 'a weather box with sixteen pigtails',
    boxes: { main: weather },
    splices: Object.fromEntries(
      Array.from({ length: 16 }, (_, i) => [`W${i + 1}`, ['main', 'plate', 15 + i * 23, 150] as const]),
    ),
    outside: Array.from({ length: 16 }, (_, i) => `H${i + 1}`),
    ways: Object.fromEntries(
      Array.from({ length: 16 }, (_, i) => [
        [`gland${i + 10}`, opening('main', 25 + i * 23, 60)],
        [`pigtail${i + 10}`, stretch({ kind: 'enclosure', enclosure: id('main') }, thing(`H${i + 1}`), 500)],
      ]).flat() as [string, Partial<Raceway> & Pick<Raceway, 'kind'>][],
    ),
    // Each straight down, to its own gland, out, and its pigtail.
    measured: Object.fromEntries(Array.from({ length: 16 }, (_, i) => [`W${i + 1} H${i + 1}`, [130, 50, 30, 500]])),
  },
  {
    name: 'a hand controller',
    boxes: { main: hand },
    splices: { W1: ['main', 'plate', 20, 20], W2: ['main', 'plate', 60, 150], W3: ['main', 'left', 20, 40] },
    measured: {
      // Down to the plate, along it, and up.
      'W1 W2': [4.5, 40, 130, 4.5],
      // Past the plate’s margin of 10 mm to the left wall, up it, and off it to where the leads come out behind the part.
      'W2 W3': [4.5, 70, 120, 10, 9],
    },
  },
  {
    name: 'a robot base',
    boxes: { main: withFaces(robot, { 'face:floor': plate(robot, 'bottom') }) },
    splices: { W1: ['main', 'floor', 150, 60] },
    outside: ['W2'],
    ways: {
      arm: stretch({ kind: 'enclosure', enclosure: id('main') }, spot('elbow'), 450),
      tool: stretch(spot('elbow'), thing('W2'), 300),
    },
    // Over the rear edge of the floor, up the arm, to the tool.
    measured: { 'W1 W2': [70, 450, 300] },
  },
]

function planOf({ boxes, splices, outside = [], ways = {}, measured }: Built): Plan {
  const b = new PlanBuilder('Measured', 'IEC')
  for (const tag of Object.keys(splices)) b.device(tag, 'splice-3', tag)
  for (const tag of outside) b.device(tag, 'splice-3', tag, { place: { kind: 'field', path: 'machine' } })
  const used = new Set<string>()
  for (const lead of Object.keys(measured)) {
    const [from, to] = lead.split(' ') as [string, string]
    b.wire(`${from}.2`, `${to}.2`, 'signal', { size: '0.5 mm²', label: lead })
    used.add(from)
  }
  const commands: Command[] = [
    ...Object.entries(boxes).map(([key, enclosure]): Command => ({ type: 'addEnclosure', id: id(key), enclosure })),
    ...Object.entries(splices).map(([tag, [of, on, x_mm, y_mm]]): Command => ({
      type: 'moveDevice',
      id: `device:${tag.toLowerCase()}` as DeviceId,
      place: { kind: 'face', enclosure: id(of), face: face(on), x_mm, y_mm, rotation_deg: 0 },
    })),
    ...Object.entries(ways).map(([key, way]): Command => ({
      type: 'addRaceway',
      id: `raceway:${key}` as RacewayId,
      raceway: newRaceway({ name: key, ...way }),
    })),
  ]
  return edited(b.build(), commands)
}

function edited(plan: Plan, commands: readonly Command[]): Plan {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
  return outcome.plan
}

describe.each(BUILDS)('$name', (built) => {
  const plan = planOf(built)
  const leads = Object.values(reckon(plan).routes.leads)

  it.each(Object.entries(built.measured))('%s is as long as it was measured', (name, pieces) => {
    const lead = leads.find(({ wires }) => plan.wires[wires[0]!]!.label === name)!
    const sum_mm = pieces.reduce((sum, mm) => sum + mm, 0)
    expect(lead.bare_mm).not.toBeNull()
    expect(Math.abs(lead.bare_mm! - sum_mm) / sum_mm, `${lead.bare_mm} against ${sum_mm} mm`).toBeLessThan(0.05)
    expect(courseOf(plan, lead).length).toBeGreaterThan(0)
  })

  it('proposals pressed twice propose nothing the second time, and spoil no lead', () => {
    for (const box of Object.keys(plan.enclosures) as EnclosureId[])
      for (const propose of [
        (at: Plan) => proposeWays(at, evaluate(at, []).reckoning, box),
        (at: Plan) => proposeGlands(at, evaluate(at, []).reckoning, box).commands,
      ]) {
        const once = edited(plan, propose(plan))
        expect(propose(once)).toEqual([])
        for (const { id: key, laid } of routesOf(plan).leads)
          if (laid.kind !== 'none') expect(routesOf(once).byId.get(key)!.laid.kind).not.toBe('none')
      }
  })
})
