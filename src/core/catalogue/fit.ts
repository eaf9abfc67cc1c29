/** How the built-in parts are fitted: what they want cut, where plugs and air go, what fingers reach. */
import type { HoleShape } from '@/core/geometry'
import type { Cutout, Part } from '@/core/plan'
import type { ScrewSize } from '@/core/reference'

type Fit = Pick<
  Part,
  | 'clearance_mm'
  | 'cutouts'
  | 'beforeWall_mm'
  | 'nut'
  | 'exits'
  | 'vents'
  | 'touch'
  | 'ports'
  | 'ip'
  | 'sockets'
  | 'plugsInto'
>

const cut = (shape: HoleShape): Cutout => ({ id: 'body', shape, x_mm: 0, y_mm: 0, for: 'body', screw: null })
const round = (diameter_mm: number) => cut({ kind: 'round', diameter_mm })
const rectangle = (width_mm: number, height_mm: number, corner_mm = 2) =>
  cut({ kind: 'rectangle', width_mm, height_mm, corner_mm })
/** Screws at points about the centre. */
const screws = (screw: ScrewSize, hole_mm: number, ...points: readonly (readonly [number, number])[]): Cutout[] =>
  points.map(([x_mm, y_mm], i) => ({
    id: `S${i + 1}`,
    shape: { kind: 'round', diameter_mm: hole_mm },
    x_mm,
    y_mm,
    for: 'fixing',
    screw,
  }))
const corners = (screw: ScrewSize, hole_mm: number, across_mm: number, down_mm: number) =>
  screws(
    screw,
    hole_mm,
    [-across_mm / 2, -down_mm / 2],
    [across_mm / 2, -down_mm / 2],
    [-across_mm / 2, down_mm / 2],
    [across_mm / 2, down_mm / 2],
  )
const exits = (room_mm: number, ...sides: readonly ('top' | 'right' | 'bottom' | 'left' | 'front' | 'back')[]) => ({
  exits: sides.map((side) => ({ side, room_mm })),
})
/** Side by side on their rail, fingers above and below. */
const rail: Partial<Fit> = {
  ...exits(25, 'top', 'bottom'),
  clearance_mm: { top: 10, right: 0, bottom: 10, left: 0, front: 20 },
  touch: 'finger-proof',
}

/** Fan frames by their edge: hole for the air, and the pitch of the screws; common practice. */
const FANS = { 40: [38, 32], 60: [57, 50], 80: [77, 71.5], 120: [116, 105] } as const
export const fanCutouts = (edge_mm: keyof typeof FANS): Cutout[] => [
  round(FANS[edge_mm][0]),
  ...corners('M4', 4.5, FANS[edge_mm][1], FANS[edge_mm][1]),
]

const FITS: Readonly<Record<string, Partial<Fit>>> = {
  'part:inlet': {
    cutouts: [rectangle(27.5, 20), ...screws('M3', 3.4, [-20, 0], [20, 0])],
    beforeWall_mm: 4,
    touch: 'with-cover',
    ip: 20,
  },
  'part:inlet-fused': { cutouts: [rectangle(47, 28)], beforeWall_mm: 4, touch: 'with-cover', ip: 20 },
  // 15/16 in, as locking jacks commonly want.
  'part:inlet-locking': {
    cutouts: [round(23.8), ...screws('M3', 3.4, [-12, -9.5], [12, 9.5])],
    beforeWall_mm: 6,
    touch: 'with-cover',
    ip: 20,
  },
  'part:outlet': { cutouts: [rectangle(47, 28)], beforeWall_mm: 4, touch: 'with-cover', ip: 20 },
  'part:switch-1p': { cutouts: [rectangle(27.2, 12.9, 1)], beforeWall_mm: 5, touch: 'with-cover', ip: 40 },
  'part:switch-2p': { cutouts: [rectangle(27.2, 22.2, 1)], beforeWall_mm: 5, touch: 'with-cover', ip: 40 },
  'part:emergency-stop': {
    cutouts: [cut({ kind: 'd-shaped', diameter_mm: 22.3, flat_mm: 10.4, flatAt: 'top' })],
    beforeWall_mm: 32,
    nut: { corners_mm: 29, thread_mm: 6 },
    touch: 'finger-proof',
    ip: 65,
  },
  'part:button-closed': {
    cutouts: [round(22.3)],
    beforeWall_mm: 12,
    nut: { corners_mm: 29, thread_mm: 6 },
    touch: 'finger-proof',
    ip: 65,
  },
  'part:button-open': {
    cutouts: [round(22.3)],
    beforeWall_mm: 12,
    nut: { corners_mm: 29, thread_mm: 6 },
    touch: 'finger-proof',
    ip: 65,
  },
  'part:guard-contact': { cutouts: screws('M4', 4.5, [-11, 0], [11, 0]), beforeWall_mm: 0, ip: 54 },
  'part:reset-breaker': {
    cutouts: [round(11.2)],
    beforeWall_mm: 10,
    nut: { corners_mm: 16, thread_mm: 6 },
    touch: 'with-cover',
    ip: 40,
  },
  'part:usb-lead': { cutouts: [rectangle(12.5, 8, 1)], beforeWall_mm: 3, ip: 20 },
  'part:screen-5': { cutouts: [rectangle(110, 63), ...corners('M3', 3.4, 114, 69)], beforeWall_mm: 2, ip: 20 },
  'part:fan-24': { cutouts: fanCutouts(80), beforeWall_mm: 0, vents: [{ side: 'back', room_mm: 25 }], ip: 20 },
  'part:fan-12': { cutouts: fanCutouts(80), beforeWall_mm: 0, vents: [{ side: 'back', room_mm: 25 }], ip: 20 },
  'part:strip-6': rail,
  'part:strip-12': rail,
  'part:fuse-holder': rail,
  'part:breaker-1p': rail,
  'part:branch-breaker-1p': rail,
  'part:residual-2p': rail,
  'part:contactor-24': rail,
  'part:thermostat': rail,
  'part:plc-24': rail,
  'part:ssr-ac': { cutouts: screws('M4', 4.5, [0, -23.5], [0, 23.5]), touch: 'open', ...exits(20, 'top', 'bottom') },
  'part:ssr-dc': { cutouts: screws('M4', 4.5, [0, -23.5], [0, 23.5]), ...exits(20, 'top', 'bottom') },
  'part:relay-1co': { cutouts: corners('M3', 3.4, 20, 44), touch: 'open', ...exits(20, 'top', 'bottom') },
  'part:relay-5': { cutouts: corners('M3', 3.4, 20, 44), touch: 'open', ...exits(20, 'top', 'bottom') },
  'part:relay-5-low': { cutouts: corners('M3', 3.4, 20, 44), touch: 'open', ...exits(20, 'top', 'bottom') },
  'part:mosfet-module': { cutouts: corners('M3', 3.4, 53, 43), ...exits(20, 'top', 'bottom') },
  'part:converter-24-5': { cutouts: corners('M3', 3.4, 53, 33), ...exits(15, 'left', 'right') },
  'part:earth-stud': {
    cutouts: [{ id: 'S1', shape: { kind: 'round', diameter_mm: 4.5 }, x_mm: 0, y_mm: 0, for: 'fixing', screw: 'M4' }],
  },
  'part:driver': { cutouts: screws('M4', 4.5, [-28, -55], [-28, 55]), ...exits(20, 'right') },
  'part:motion-board-24': {
    cutouts: corners('M3', 3.4, 102, 78),
    ...exits(15, 'left', 'right', 'bottom'),
    ports: [{ id: 'usb', name: 'USB', side: 'top', along_mm: 55, above_mm: 12, width_mm: 12, height_mm: 11 }],
  },
  'part:motion-board-12': {
    cutouts: corners('M3', 3.4, 102, 78),
    ...exits(15, 'left', 'right', 'bottom'),
    ports: [{ id: 'usb', name: 'USB', side: 'top', along_mm: 55, above_mm: 12, width_mm: 12, height_mm: 11 }],
  },
  'part:controller-5': { cutouts: corners('M3', 3.4, 72, 52), ...exits(15, 'left', 'right') },
  'part:computer-5': {
    cutouts: corners('M2.5', 2.9, 58, 49),
    ...exits(15, 'right', 'bottom'),
    ports: [{ id: 'net', name: 'network', side: 'right', along_mm: 10, above_mm: 10, width_mm: 16, height_mm: 14 }],
  },
}

function bySize(id: string, part: Part): Partial<Fit> {
  const { width_mm, height_mm } = part.body
  if (part.behaviour.kind === 'supply') {
    const vents =
      part.behaviour.power_W > 200
        ? {
            vents: [
              { side: 'top' as const, room_mm: 40 },
              { side: 'bottom' as const, room_mm: 40 },
            ],
          }
        : {}
    return {
      cutouts: corners('M4', 4.5, Math.min(50, width_mm - 12), height_mm - 30),
      touch: 'with-cover',
      ...exits(30, 'bottom'),
      ...vents,
    }
  }
  if (id.startsWith('part:fuse-block'))
    return {
      cutouts: screws('M4', 4.5, [-(width_mm / 2 - 6), 0], [width_mm / 2 - 6, 0]),
      ...exits(20, 'top', 'bottom'),
    }
  return {}
}

/** A part of the catalogue with how it is fitted. */
export const fitted = (id: string, part: Part): Part => ({ ...part, ...bySize(id, part), ...FITS[id] })
