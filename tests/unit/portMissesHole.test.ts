import { describe, expect, it } from 'vitest'
import { findBy } from '@/core/findings'
import { PlanBuilder } from '@/core/patterns'
import type { EnclosureId, FaceId, Plan } from '@/core/plan'

/** A board of 60 × 40 mm in a box of 400 × 500 × 150 mm, on the plate at its back, with one jack of 12 × 8 mm. */
const INNER = { width_mm: 400, height_mm: 500, depth_mm: 150 }
const BODY = { w: 60, h: 40 }
const JACK = { along: 20, above: 14, wide: 12, high: 8 }
/** The plate's face and the board's pillars hold its underside so far from the back. */
const UNDERSIDE_mm = 20
const GAP_mm = 5
/** The plate begins so far from the walls. */
const PLATE_mm = 10

type Side = 'top' | 'right' | 'bottom' | 'left'
type Turn = 0 | 90 | 180 | 270
const NORMAL = { top: [0, -1], right: [1, 0], bottom: [0, 1], left: [-1, 0] } as const

/** Turned to the right as seen from the front: plane geometry, with y downwards. */
function turned([x, y]: readonly [number, number], turn: Turn): readonly [number, number] {
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]
  return [Math.round(x * cos - y * sin), Math.round(x * sin + y * cos)]
}

/** The middle of the jack from the middle of the board, before it is turned. */
function jackAt(side: Side): readonly [number, number] {
  const [x, y] = [-BODY.w / 2 + JACK.along, -BODY.h / 2 + JACK.along]
  return { top: [x, -BODY.h / 2], bottom: [x, BODY.h / 2], left: [-BODY.w / 2, y], right: [BODY.w / 2, y] }[side] as [
    number,
    number,
  ]
}

interface Hole {
  readonly dx?: number
  readonly dy?: number
  readonly isGone?: boolean
}

/** The board turned so, its jack near the wall that it then faces, and a hole of just its size there, shifted. */
function board(side: Side, turn: Turn, hole: Hole | null): Plan {
  const out = turned(NORMAL[side], turn)
  const [w, h] = turn % 180 === 0 ? [BODY.w, BODY.h] : [BODY.h, BODY.w]
  const x = out[0] === 0 ? 200 : out[0] > 0 ? INNER.width_mm - GAP_mm - w / 2 : GAP_mm + w / 2
  const y = out[1] === 0 ? 250 : out[1] > 0 ? INNER.height_mm - GAP_mm - h / 2 : GAP_mm + h / 2
  const from = turned(jackAt(side), turn)
  const [jx, jy, jz] = [x + from[0], y + from[1], UNDERSIDE_mm + JACK.above]
  const wall: Side = out[0] === 0 ? (out[1] > 0 ? 'bottom' : 'top') : out[0] > 0 ? 'right' : 'left'
  // A side's own axes: from its upper left as one looks at it from outside, unfolded beside the front.
  const middle = {
    left: [jz, jy],
    right: [INNER.depth_mm - jz, jy],
    top: [jx, jz],
    bottom: [jx, INNER.depth_mm - jz],
  }[wall] as [number, number]
  const isUpright = wall === 'left' || wall === 'right'
  const plan = new PlanBuilder('jack', 'IEC')
    .box('main', {
      name: 'Box',
      kind: 'box',
      inner: INNER,
      wall: { material: 'painted-steel', thickness_mm: 1.5 },
      sealed: false,
    })
    .device('A2', 'computer-5', 'Board', {
      place: {
        kind: 'face',
        enclosure: 'enclosure:main' as EnclosureId,
        face: 'face:plate' as FaceId,
        x_mm: x - PLATE_mm,
        y_mm: y - PLATE_mm,
        rotation_deg: turn,
      },
    })
    .build()
  const box = plan.enclosures['enclosure:main' as EnclosureId]!
  const [key, part] = Object.entries(plan.parts)[0]!
  const face = box.faces[`face:${wall}` as FaceId]!
  const openings =
    hole === null
      ? []
      : [
          {
            id: 'o1',
            name: 'for the jack',
            shape: {
              kind: 'rectangle' as const,
              width_mm: isUpright ? JACK.high : JACK.wide,
              height_mm: isUpright ? JACK.wide : JACK.high,
              corner_mm: 0,
            },
            x_mm: middle[0] + (hole.dx ?? 0),
            y_mm: middle[1] + (hole.dy ?? 0),
            origin: hole.isGone ? ('remove' as const) : ('there' as const),
            use: 'open' as const,
            device: null,
          },
        ]
  return {
    ...plan,
    parts: {
      [key]: {
        ...part!,
        body: { ...part!.body!, width_mm: BODY.w, height_mm: BODY.h },
        ports: [
          {
            id: 'j',
            name: 'jack',
            side,
            along_mm: JACK.along,
            above_mm: JACK.above,
            width_mm: JACK.wide,
            height_mm: JACK.high,
          },
        ],
      },
    } as Plan['parts'],
    enclosures: {
      ...plan.enclosures,
      ['enclosure:main' as EnclosureId]: {
        ...box,
        faces: { ...box.faces, [`face:${wall}` as FaceId]: { ...face, openings } },
      },
    },
  }
}

const misses = (plan: Plan) => findBy(plan, 'port-misses-hole').length

describe.each(['top', 'right', 'bottom', 'left'] as const)('a jack at a board’s %s edge', (side) => {
  it.each([0, 90, 180, 270] as const)(
    'turned by %d°: meets a hole of its size where it stands, and no other',
    (turn) => {
      expect(misses(board(side, turn, {}))).toBe(0)
      for (const shift of [{ dx: 1 }, { dx: -1 }, { dy: 1 }, { dy: -1 }])
        expect(misses(board(side, turn, shift))).toBe(1)
      expect(misses(board(side, turn, null))).toBe(1)
      expect(misses(board(side, turn, { isGone: true }))).toBe(1)
    },
  )
})
