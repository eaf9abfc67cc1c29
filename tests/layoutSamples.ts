/** Plans that trip the rules of the lay-out, and plans that do not. */
import { PlanBuilder } from '@/core/patterns'
import {
  newRaceway,
  type Device,
  type DeviceId,
  type Enclosure,
  type EnclosureId,
  type Face,
  type FaceId,
  type Opening,
  type Plan,
  type Seat,
  type Raceway,
  type RacewayId,
} from '@/core/plan'

type Sample = { readonly bad: readonly (() => Plan)[]; readonly good: readonly (() => Plan)[] }
type Rest = Partial<Device>

const MAIN = 'enclosure:main' as EnclosureId
const INNER = { width_mm: 400, height_mm: 500, depth_mm: 150 }

export const onFace = (
  face: string,
  x_mm: number,
  y_mm: number,
  rotation_deg: 0 | 90 | 180 | 270 = 0,
): { readonly place: Device['place'] } => ({
  place: { kind: 'face', enclosure: MAIN, face: `face:${face}` as FaceId, x_mm, y_mm, rotation_deg },
})

/** A steel box, 400 × 500 × 150 mm, with what the callback puts in. */
function laid(build: (b: PlanBuilder) => PlanBuilder, changes: Partial<Enclosure> = {}): Plan {
  return build(
    new PlanBuilder('laid out', 'IEC').box('main', {
      name: 'Box',
      kind: 'box',
      inner: INNER,
      wall: { material: 'painted-steel', thickness_mm: 1.5 },
      sealed: false,
      ...changes,
    }),
  ).build()
}

function withFace(plan: Plan, face: string, changes: Partial<Face>): Plan {
  const box = plan.enclosures[MAIN]!
  const id = `face:${face}` as FaceId
  return {
    ...plan,
    enclosures: {
      ...plan.enclosures,
      [MAIN]: { ...box, faces: { ...box.faces, [id]: { ...box.faces[id]!, ...changes } } },
    },
  }
}

const rail = (x_mm: number, y_mm: number, length_mm: number, axis: 'across' | 'down' = 'across') => ({
  rails: [{ id: 'r1', x_mm, y_mm, length_mm, axis }],
})

function withRaceway(plan: Plan, key: string, raceway: Partial<Raceway> & Pick<Raceway, 'kind'>): Plan {
  return {
    ...plan,
    raceways: {
      ...plan.raceways,
      [`raceway:${key}` as RacewayId]: newRaceway({
        name: key,
        enclosure: MAIN,
        width_mm: 40,
        height_mm: 60,
        length_mm: 300,
        fillLimit_percent: 60,
        ...raceway,
      }),
    },
  }
}
const at = (face: string, x_mm: number, y_mm: number, axis: 'across' | 'down' = 'across') => ({
  at: { face: `face:${face}` as FaceId, x_mm, y_mm, axis },
})
const gland = (plan: Plan, key: string, face: string, x_mm: number, y_mm: number, rest: Partial<Raceway> = {}) =>
  withRaceway(plan, key, {
    kind: 'gland',
    width_mm: 20,
    length_mm: 30,
    thread: 'M20',
    ...at(face, x_mm, y_mm),
    ...rest,
  })
const opening = (rest: Partial<Opening>): Opening => ({
  id: 'o1',
  name: 'an opening',
  shape: { kind: 'round', diameter_mm: 16 },
  x_mm: 60,
  y_mm: 100,
  origin: 'there',
  use: 'open',
  device: null,
  ...rest,
})

const one = (tag: string, part: string, rest: Rest) => laid((b) => b.device(tag, part, tag, rest))
const two = (
  first: readonly [string, string, Rest],
  second: readonly [string, string, Rest],
  changes: Partial<Enclosure> = {},
) =>
  laid(
    (b) => b.device(first[0], first[1], first[0], first[2]).device(second[0], second[1], second[0], second[2]),
    changes,
  )

const outdoor = {
  sun: 'shade' as const,
  hasRainHood: false,
  night_C: 5,
  humidity_percent: 70,
  hanging: null,
  isFixed: true,
}

/** Mains through a relay beside a board that has a signal. */
const mixed = (x_mm: number) =>
  laid((b) =>
    b
      .device('X1', 'inlet')
      .device('K1', 'relay-1co', 'Relay', { hasCover: true, ...onFace('plate', 60, 100) })
      .device('A1', 'motion-board-24', 'Board', onFace('plate', x_mm, 100))
      .device('S1', 'end-stop')
      .wire('X1.L', 'K1.COM', 'L')
      .wire('A1.E1S', 'S1.S', 'signal'),
  )
/** A lamp of 40 W below a computer, or beside it. */
const warm = (y_mm: number) =>
  laid((b) =>
    b
      .device('X1', 'inlet')
      .device('PS1', 'supply-24-350', 'Supply', { settings: { mains: '230 V' }, ...onFace('plate', 100, 330) })
      .device('E1', 'heater-24', 'Heater', { place: { kind: 'field', path: 'out' }, loads: { load: { power_W: 250 } } })
      .device('A2', 'computer-5', 'Computer', onFace('plate', 100, y_mm))
      .wire('X1.L', 'PS1.L', 'L')
      .wire('X1.N', 'PS1.N', 'N')
      .wire('X1.PE', 'PS1.PE', 'PE')
      .wire('PS1.V+1', 'E1.+', 'V+')
      .wire('PS1.V-1', 'E1.-', 'V-'),
  )
const bare = (rest: Rest) =>
  laid((b) => b.device('X1', 'inlet').device('K1', 'ssr-ac', 'Relay', rest).wire('X1.L', 'K1.1', 'L'))
const carrier = (build: (b: PlanBuilder) => PlanBuilder) =>
  laid((b) => build(b.device('A1', 'driver-carrier-3', 'Carrier', onFace('plate', 200, 200))))
const module = (b: PlanBuilder, tag: string, socket: string, part = 'driver-module', seated: Seat = 'right') =>
  b.device(tag, part, tag, { place: { kind: 'socket', device: 'device:a1' as DeviceId, socket, seated } })
/** A driver board at the left wall, its network jack toward it. */
const jack = (x_mm: number, plan: (p: Plan) => Plan = (p) => p) =>
  plan(one('A2', 'computer-5', onFace('plate', x_mm, 200, 180)))

export const LAYOUT_SAMPLES = {
  'part-on-duct': {
    bad: [
      () =>
        withRaceway(one('PS2', 'supply-5-25', onFace('plate', 150, 150)), 'duct', {
          kind: 'duct',
          ...at('plate', 20, 130),
        }),
    ],
    good: [
      () =>
        withRaceway(one('PS2', 'supply-5-25', onFace('plate', 150, 150)), 'duct', {
          kind: 'duct',
          ...at('plate', 20, 230),
        }),
    ],
  },
  'ducts-cover': {
    bad: [
      () =>
        withRaceway(
          withRaceway(
            laid((b) => b),
            'one',
            { kind: 'duct', ...at('plate', 20, 130) },
          ),
          'two',
          { kind: 'duct', ...at('plate', 20, 150) },
        ),
    ],
    good: [
      () =>
        withRaceway(
          withRaceway(
            laid((b) => b),
            'one',
            { kind: 'duct', ...at('plate', 20, 130) },
          ),
          'two',
          { kind: 'duct', ...at('plate', 20, 100, 'down') },
        ),
    ],
  },
  'vent-blocked': {
    bad: [
      () => one('PS1', 'supply-24-350', onFace('plate', 150, 120)),
      () => two(['PS1', 'supply-24-350', onFace('plate', 150, 300)], ['XL', 'strip-6', onFace('plate', 150, 160)]),
      () =>
        two(['V1', 'fan-24', onFace('left', 75, 250)], ['PS2', 'supply-5-25', onFace('plate', 52, 240)], {
          inner: { ...INNER, depth_mm: 100 },
        }),
    ],
    good: [() => one('PS1', 'supply-24-350', onFace('plate', 150, 250))],
  },
  'plug-blocked': {
    bad: [
      () => two(['A2', 'computer-5', onFace('plate', 100, 200)], ['PS2', 'supply-5-25', onFace('plate', 175, 200)]),
    ],
    good: [
      () => two(['A2', 'computer-5', onFace('plate', 100, 200)], ['PS2', 'supply-5-25', onFace('plate', 220, 200)]),
    ],
  },
  'terminal-faces-wall': {
    bad: [() => one('A7', 'controller-5', onFace('plate', 42, 200))],
    good: [() => one('A7', 'controller-5', onFace('plate', 200, 200))],
  },
  'setting-out-of-reach': {
    bad: [() => sided(345)],
    good: [() => sided(200)],
  },
  'meets-behind': {
    bad: [
      () =>
        two(['S1', 'emergency-stop', onFace('door', 100, 200)], ['U9', 'contactor-24', onFace('plate', 90, 190)], {
          inner: { ...INNER, depth_mm: 110 },
        }),
    ],
    good: [
      () => two(['S1', 'emergency-stop', onFace('door', 100, 200)], ['U9', 'contactor-24', onFace('plate', 90, 190)]),
      () =>
        two(['S1', 'emergency-stop', onFace('door', 300, 200)], ['U9', 'contactor-24', onFace('plate', 90, 190)], {
          inner: { ...INNER, depth_mm: 110 },
        }),
    ],
  },
  'door-does-not-shut': {
    bad: [
      () =>
        laid((b) => b.device('U9', 'contactor-24', 'Contactor', onFace('plate', 90, 190)), {
          inner: { ...INNER, depth_mm: 80 },
        }),
    ],
    good: [() => one('U9', 'contactor-24', onFace('plate', 90, 190))],
  },
  'door-swing-hits': {
    // A stop 38 mm deep behind its door; what stands beside it, away from the hinges, reaches up to within its depth.
    bad: [
      () =>
        two(['S1', 'emergency-stop', onFace('door', 100, 200)], ['K1', 'contactor-24', onFace('plate', 131, 190)], {
          inner: { ...INNER, depth_mm: 115 },
        }),
      () =>
        withFace(
          two(['S1', 'emergency-stop', onFace('door', 300, 200)], ['K1', 'contactor-24', onFace('plate', 249, 190)], {
            inner: { ...INNER, depth_mm: 115 },
          }),
          'door',
          { hinge: 'right' },
        ),
    ],
    good: [
      () =>
        two(['S1', 'emergency-stop', onFace('door', 100, 200)], ['K1', 'contactor-24', onFace('plate', 160, 190)], {
          inner: { ...INNER, depth_mm: 115 },
        }),
      () =>
        withFace(
          two(['S1', 'emergency-stop', onFace('door', 100, 200)], ['K1', 'contactor-24', onFace('plate', 131, 190)], {
            inner: { ...INNER, depth_mm: 115 },
          }),
          'door',
          { hinge: 'none' },
        ),
    ],
  },
  'nut-blocked': {
    bad: [
      () => gland(one('PS2', 'supply-5-25', onFace('plate', 100, 445)), 'lead', 'bottom', 110, 130),
      () =>
        gland(
          laid((b) => b),
          'lead',
          'bottom',
          12,
          75,
        ),
    ],
    good: [
      () => gland(one('PS2', 'supply-5-25', onFace('plate', 100, 400)), 'lead', 'bottom', 110, 130),
      () => gland(one('PS2', 'supply-5-25', onFace('plate', 100, 445)), 'lead', 'bottom', 200, 130),
    ],
  },
  'mains-beside-signals': { bad: [() => mixed(140)], good: [() => mixed(200)] },
  'hot-under-cool': { bad: [() => warm(180)], good: [() => warm(60)] },
  'not-on-rail': {
    bad: [
      () => one('XL', 'strip-6', onFace('plate', 100, 100)),
      () => withFace(one('XL', 'strip-6', onFace('plate', 100, 100)), 'plate', rail(105, 100, 200)),
      () => withFace(one('XL', 'strip-6', onFace('plate', 100, 100, 90)), 'plate', rail(20, 100, 200)),
    ],
    good: [
      () => withFace(one('XL', 'strip-6', onFace('plate', 100, 100)), 'plate', rail(20, 104, 200)),
      () => withFace(one('XL', 'strip-6', onFace('plate', 100, 100, 90)), 'plate', rail(100, 20, 200, 'down')),
      () => one('XL', 'strip-6', { ...onFace('plate', 100, 100), fixedWith: 'screws' }),
    ],
  },
  'part-on-wrong-face': {
    bad: [() => one('Q1', 'switch-2p', onFace('plate', 100, 100))],
    good: [() => one('Q1', 'switch-2p', onFace('door', 100, 100))],
  },
  'heavy-on-tape': {
    bad: [() => one('PS1', 'supply-24-350', { ...onFace('plate', 200, 250), fixedWith: 'tape' })],
    good: [
      () => one('A7', 'controller-5', { ...onFace('plate', 200, 250), fixedWith: 'tape' }),
      () => one('PS1', 'supply-24-350', onFace('plate', 200, 250)),
    ],
  },
  'mains-terminals-bare': {
    bad: [() => bare({})],
    good: [() => bare({ hasCover: true }), () => one('K1', 'ssr-ac', {})],
  },
  'screw-misfits': {
    bad: [
      () => one('K1', 'ssr-ac', { ...onFace('plate', 200, 200), screw_mm: 20 }),
      () => one('K1', 'ssr-ac', { ...onFace('plate', 200, 200), screw_mm: 4 }),
    ],
    good: [
      () => one('K1', 'ssr-ac', onFace('plate', 200, 200)),
      () => one('A7', 'controller-5', onFace('plate', 200, 200)),
    ],
  },
  'board-slides': {
    bad: [() => one('A7', 'controller-5', { ...onFace('plate', 200, 250), fixedWith: 'tape' })],
    good: [() => one('A7', 'controller-5', onFace('plate', 200, 250))],
  },
  'fixing-out-of-reach': {
    bad: [() => two(['K1', 'ssr-ac', onFace('plate', 200, 200)], ['PS2', 'supply-5-25', onFace('plate', 200, 131.5)])],
    good: [() => two(['K1', 'ssr-ac', onFace('plate', 200, 200)], ['PS2', 'supply-5-25', onFace('plate', 200, 100)])],
  },
  'cannot-be-taken-out': {
    bad: [
      () =>
        laid((b) =>
          b
            .device('D1', 'flyback-diode', 'Diode', onFace('plate', 100, 100))
            .device('D2', 'flyback-diode', 'Diode', onFace('plate', 200, 100))
            .wire('D1.K', 'D2.K', 'V+'),
        ),
    ],
    good: [
      () =>
        laid((b) =>
          b
            .device('D1', 'flyback-diode', 'Diode', onFace('plate', 100, 100))
            .device('K1', 'contactor-24', 'Contactor', onFace('plate', 200, 100))
            .wire('D1.K', 'K1.A1', 'V+'),
        ),
    ],
  },
  'port-misses-hole': {
    bad: [() => jack(44)],
    // The jack at the board's left edge once turned: 46 mm down from its top, 10 mm above its underside.
    good: [
      () => jack(200),
      () =>
        jack(44, (plan) =>
          withFace(plan, 'left', {
            openings: [
              opening({
                shape: { kind: 'rectangle', width_mm: 20, height_mm: 20, corner_mm: 1 },
                x_mm: 10 + 10 + 10,
                y_mm: 10 + 200 - 28 + 46,
                use: 'device',
                device: 'device:a2' as DeviceId,
              }),
            ],
          }),
        ),
    ],
  },
  'seated-wrong': {
    bad: [
      () => carrier((b) => module(b, 'A2', 'D1', 'driver-module', 'turned')),
      () => carrier((b) => module(b, 'A2', 'D1', 'driver-module', 'offset')),
    ],
    good: [() => carrier((b) => module(b, 'A2', 'D1'))],
  },
  'module-key-wrong': {
    bad: [() => carrier((b) => module(b, 'K1', 'D1', 'relay-5'))],
    good: [() => carrier((b) => module(b, 'M1', 'D1'))],
  },
  'socket-shared': {
    bad: [() => carrier((b) => module(module(b, 'M1', 'D1'), 'M2', 'D1'))],
    good: [() => carrier((b) => module(module(b, 'M1', 'D1'), 'M2', 'D2'))],
  },
  'modules-without-air': {
    bad: [() => carrier((b) => module(module(b, 'M1', 'D1'), 'M2', 'D2'))],
    good: [
      () =>
        carrier((b) =>
          module(module(b, 'M1', 'D1'), 'M2', 'D2').device('V1', 'fan-24', 'Fan', onFace('left', 75, 100)),
        ),
      () => carrier((b) => module(b, 'M1', 'D1')),
    ],
  },
  'exit-upward': {
    bad: [
      () =>
        gland(
          laid((b) => b, { outdoor }),
          'lead',
          'top',
          100,
          75,
        ),
    ],
    good: [
      () =>
        gland(
          laid((b) => b, { outdoor }),
          'lead',
          'bottom',
          100,
          75,
        ),
      () =>
        gland(
          laid((b) => b),
          'lead',
          'top',
          100,
          75,
        ),
      () =>
        gland(
          laid((b) => b, { outdoor: { ...outdoor, hasRainHood: true } }),
          'lead',
          'top',
          100,
          75,
        ),
    ],
  },
  'no-drain': {
    bad: [() => laid((b) => b, { outdoor })],
    good: [
      () => laid((b) => b),
      () =>
        withFace(
          laid((b) => b, { outdoor }),
          'bottom',
          { openings: [opening({ origin: 'new', use: 'drain', shape: { kind: 'round', diameter_mm: 6 } })] },
        ),
    ],
  },
  'ip-lowered': {
    bad: [
      () => laid((b) => b.device('X1', 'inlet', 'Inlet', onFace('left', 75, 400)), { ip: 54 }),
      () =>
        withFace(
          laid((b) => b, { ip: 54 }),
          'left',
          { openings: [opening({})] },
        ),
    ],
    good: [
      () => laid((b) => b.device('S1', 'emergency-stop', 'Stop', onFace('door', 75, 400)), { ip: 54 }),
      () =>
        withFace(
          laid((b) => b, { ip: 54 }),
          'left',
          { openings: [opening({ use: 'blanked' })] },
        ),
      () => laid((b) => b.device('X1', 'inlet', 'Inlet', onFace('left', 75, 400))),
    ],
  },
  'hung-too-heavy': {
    bad: [() => laid((b) => b, { mass_g: 9000, outdoor: { ...outdoor, hanging: { points: 2, each_kg: 5 } } })],
    good: [
      () => laid((b) => b, { mass_g: 9000, outdoor: { ...outdoor, hanging: { points: 4, each_kg: 10 } } }),
      () => laid((b) => b, { mass_g: 9000, outdoor }),
    ],
  },
  'thermostat-low': {
    bad: [() => one('B2', 'thermostat', onFace('plate', 100, 400))],
    good: [() => one('B2', 'thermostat', onFace('plate', 100, 60))],
  },
  'fan-direction': {
    bad: [
      () => one('V1', 'fan-24', { ...onFace('left', 75, 420), blows: 'out' }),
      () =>
        two(
          ['V1', 'fan-24', { ...onFace('left', 75, 300), blows: 'out' }],
          ['V2', 'fan-24', { ...onFace('right', 75, 100), blows: 'in' }],
        ),
    ],
    good: [
      () =>
        two(
          ['V1', 'fan-24', { ...onFace('left', 75, 420), blows: 'in' }],
          ['V2', 'fan-24', { ...onFace('right', 75, 100), blows: 'out' }],
        ),
    ],
  },
  condensation: {
    bad: [() => laid((b) => b, { outdoor: { ...outdoor, humidity_percent: 90 } })],
    good: [() => laid((b) => b), () => laid((b) => b, { outdoor: { ...outdoor, humidity_percent: 20 } })],
  },
  'holes-too-close': {
    bad: [
      () =>
        gland(
          withFace(
            laid((b) => b),
            'left',
            { openings: [opening({ use: 'blanked' })] },
          ),
          'lead',
          'left',
          62,
          118,
        ),
      () =>
        gland(
          gland(
            laid((b) => b),
            'one',
            'bottom',
            100,
            75,
          ),
          'two',
          'bottom',
          122,
          75,
        ),
      () =>
        gland(
          gland(
            laid((b) => b),
            'one',
            'bottom',
            100,
            75,
          ),
          'two',
          'bottom',
          130,
          75,
        ),
      () =>
        gland(
          laid((b) => b),
          'one',
          'bottom',
          12,
          75,
        ),
      () =>
        gland(
          gland(
            laid((b) => b),
            'one',
            'bottom',
            100,
            75,
          ),
          'two',
          'bottom',
          105,
          75,
        ),
    ],
    good: [
      () =>
        withFace(
          laid((b) => b),
          'left',
          { openings: [opening({ use: 'blanked' }), opening({ id: 'o2', use: 'blanked', x_mm: 66 })] },
        ),
      () =>
        gland(
          gland(
            laid((b) => b),
            'one',
            'bottom',
            100,
            75,
          ),
          'two',
          'bottom',
          140,
          75,
        ),
      () => one('V1', 'fan-24', onFace('left', 75, 250)),
    ],
  },
  'hole-unknown': {
    bad: [() => one('H2', 'lamp-24', onFace('door', 200, 100))],
    good: [() => one('S1', 'emergency-stop', onFace('door', 200, 100))],
  },
  'opening-left': {
    bad: [
      () =>
        withFace(
          laid((b) => b),
          'left',
          { openings: [opening({})] },
        ),
      () => one('V1', 'fan-24', { ...onFace('left', 75, 250), origin: 'remove' }),
    ],
    good: [
      () =>
        withFace(
          laid((b) => b),
          'left',
          { openings: [opening({ use: 'blanked' })] },
        ),
      () =>
        withFace(one('V1', 'fan-24', { ...onFace('left', 75, 250), origin: 'remove' }), 'left', {
          openings: [opening({ use: 'blanked', x_mm: 75, y_mm: 250, shape: { kind: 'round', diameter_mm: 77 } })],
        }),
    ],
  },
  'thread-too-short': {
    bad: [
      () =>
        gland(
          laid((b) => b, { wall: { material: 'plastic', thickness_mm: 5 } }),
          'lead',
          'bottom',
          100,
          75,
        ),
      () =>
        laid((b) => b.device('S1', 'emergency-stop', 'Stop', onFace('door', 75, 400)), {
          wall: { material: 'wood', thickness_mm: 12 },
        }),
    ],
    good: [
      () =>
        gland(
          laid((b) => b, { wall: { material: 'plastic', thickness_mm: 3 } }),
          'lead',
          'bottom',
          100,
          75,
        ),
      () =>
        gland(
          laid((b) => b, { wall: { material: 'plastic', thickness_mm: 5 } }),
          'lead',
          'bottom',
          100,
          75,
          { thread: 'M32', width_mm: 32 },
        ),
    ],
  },
  'spares-missing': {
    bad: [
      () =>
        gland(
          laid((b) => b),
          'lead',
          'bottom',
          100,
          75,
        ),
    ],
    good: [
      () =>
        gland(
          gland(
            laid((b) => b),
            'lead',
            'bottom',
            100,
            75,
          ),
          'spare',
          'bottom',
          160,
          75,
          { isBlanked: true },
        ),
      () => laid((b) => b),
    ],
  },
} satisfies Readonly<Record<string, Sample>>

/** A supply whose output is trimmed from its right side, that far from the wall. */
function sided(x_mm: number): Plan {
  const plan = one('PS2', 'supply-5-25', onFace('plate', x_mm, 200))
  const part = Object.entries(plan.parts)[0]!
  return {
    ...plan,
    parts: {
      [part[0]]: {
        ...part[1]!,
        settings: [
          {
            id: 'trim',
            name: 'Output trim',
            kind: 'pot',
            options: ['5.0 V', '5.2 V'],
            initial: '5.0 V',
            beforeMounting: false,
            side: 'right',
            volts_per_A: null,
          },
        ],
      },
    },
  } as Plan
}
