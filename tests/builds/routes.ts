import { DEMOS } from '@demo/scenarios'
import { routesOf, wantedHoles } from '@/core/figures'
import type { RuleId } from '@/core/findings'
import {
  apply,
  newRaceway,
  type CableId,
  type Command,
  type DeviceId,
  type EnclosureId,
  type FaceId,
  type Plan,
  type RacewayId,
  type WaySpot,
  type WireId,
} from '@/core/plan'

/** Mistakes with ways, made in the demo plans that are led right: each trips its rule, and the right one does not. */
type Sample = { readonly bad: readonly (() => Plan)[]; readonly good: readonly (() => Plan)[] }

const made = new Map<string, Plan>()
export function demo(name: string, ...commands: readonly Command[]): Plan {
  let plan = made.get(name)
  if (!plan) made.set(name, (plan = DEMOS[name]!()))
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(outcome.issues.map(({ message }) => message).join('; '))
  return outcome.plan
}
const clay = (...commands: readonly Command[]) => demo('clay-printer', ...commands)
const foam = (...commands: readonly Command[]) => demo('foam-gantry', ...commands)

export const way = (id: string, changes: Extract<Command, { type: 'updateRaceway' }>['changes']): Command => ({
  type: 'updateRaceway',
  id: `raceway:${id}` as RacewayId,
  changes,
})
export const cable = (id: string, changes: Extract<Command, { type: 'updateCable' }>['changes']): Command => ({
  type: 'updateCable',
  id: `cable:${id}` as CableId,
  changes,
})
export const wire = (id: string, changes: Extract<Command, { type: 'updateWire' }>['changes']): Command => ({
  type: 'updateWire',
  id: `wire:${id}` as WireId,
  changes,
})
/** The cable that goes to a device, by its tag. */
export function cableTo(plan: Plan, tag: string): CableId {
  const found = (Object.keys(plan.cables) as CableId[]).find((id) => plan.cables[id]!.printed === tag)
  if (!found) throw new Error(`No cable is printed ${tag}`)
  return found
}
export function glandOf(plan: Plan, tag: string): RacewayId {
  const found = (Object.keys(plan.raceways) as RacewayId[]).find((id) => plan.raceways[id]!.name === `${tag} leads`)
  if (!found) throw new Error(`No gland is for ${tag}`)
  return found
}
export const ofCable = (plan: Plan, id: CableId): readonly WireId[] =>
  (Object.keys(plan.wires) as WireId[]).filter((each) => plan.wires[each]!.cable === id)

const own = (tag: string) => cableTo(clay(), tag)
const gland = (tag: string) => glandOf(clay(), tag)
const glands = () => (Object.keys(clay().raceways) as RacewayId[]).filter((id) => clay().raceways[id]!.kind === 'gland')

/** As long as it would be cut. */
function cutOf(tag: string): number {
  const plan = clay()
  return routesOf(plan).lays.get(ofCable(plan, cableTo(plan, tag))[0]!)!.cut_mm
}

const onDoor: Command = {
  type: 'moveDevice',
  id: 'device:a2' as DeviceId,
  place: {
    kind: 'face',
    enclosure: 'enclosure:main' as EnclosureId,
    face: 'face:door' as FaceId,
    x_mm: 200,
    y_mm: 200,
    rotation_deg: 0,
  },
}
const onFace = (face: string, x_mm: number, y_mm: number) => ({
  kind: 'face' as const,
  enclosure: 'enclosure:main' as EnclosureId,
  face: `face:${face}` as FaceId,
  x_mm,
  y_mm,
})
const loopBetween = (a: WaySpot, b: WaySpot, length_mm: number): Command => ({
  type: 'addRaceway',
  id: 'raceway:hinge' as RacewayId,
  raceway: newRaceway({
    name: 'Hinge loop',
    kind: 'hinge-loop',
    enclosure: 'enclosure:main' as EnclosureId,
    length_mm,
    ends: { a, b },
  }),
})
export const hingeLoop = (x_mm: number, length_mm = 0): Command =>
  loopBetween(onFace('plate', x_mm, 80), onFace('door', 30, 80), length_mm)
/** Held on the door and, as far up, on the plate before it. */
const loopAt = (x_mm: number, y_mm: number, length_mm: number): Command =>
  loopBetween(onFace('plate', 5, y_mm), onFace('door', x_mm, y_mm), length_mm)

const loopFromNowhere: Command = {
  type: 'addRaceway',
  id: 'raceway:hinge' as RacewayId,
  raceway: newRaceway({
    name: 'Hinge loop',
    kind: 'hinge-loop',
    enclosure: 'enclosure:main' as EnclosureId,
    ends: { a: null, b: onFace('door', 30, 80) },
  }),
}

const CHAIN = {
  pitch_mm: 30,
  link_mm: 35,
  fixedAt_percent: 50,
  links: null,
  opens: true,
  moves: 'above' as const,
  room_mm: null,
}

/** What the inlet wants cut, where it stands. */
function inletAt() {
  const plan = clay()
  const { place, part } = plan.devices['device:x1' as DeviceId]!
  if (place.kind !== 'face') throw new Error('The inlet stands in a wall')
  return { ...wantedHoles(plan.parts[part]!, place)[0]!, enclosure: place.enclosure, face: place.face }
}

/** A box that came with a hole, given to the inlet. */
function inletHole(changes: Partial<Extract<Command, { type: 'putOpening' }>['opening']>): readonly Command[] {
  const { enclosure, face, shape, x_mm, y_mm } = inletAt()
  return [
    {
      type: 'putOpening',
      enclosure,
      face,
      opening: {
        id: 'given',
        name: 'Inlet hole',
        shape,
        x_mm,
        y_mm,
        origin: 'there',
        use: 'device',
        device: 'device:x1' as DeviceId,
        ...changes,
      },
    },
  ]
}

export const ROUTE_SAMPLES = {
  'no-way': {
    bad: [
      () => clay(...glands().map((id): Command => ({ type: 'removeRaceway', id }))),
      () => clay(...glands().map((id): Command => ({ type: 'updateRaceway', id, changes: { isBlanked: true } }))),
      () => clay(onDoor),
      () => clay(onDoor, loopFromNowhere),
    ],
    good: [() => clay(), () => clay(onDoor, hingeLoop(140))],
  },
  'cable-length-wrong': {
    bad: [
      () => clay({ type: 'updateCable', id: own('E2'), changes: { length_mm: 900 } }),
      () => clay({ type: 'updateCable', id: own('E2'), changes: { length_mm: 9000 } }),
    ],
    good: [
      () => clay(),
      () => clay({ type: 'updateCable', id: own('E2'), changes: { length_mm: cutOf('E2') } }),
      () =>
        clay({ type: 'updateCable', id: own('E2'), changes: { length_mm: 9000, restLies: 'coiled under the tray' } }),
    ],
  },
  'piece-too-short': {
    bad: [() => clay(wire('w21', { measured_mm: 100 })), () => clay(wire('w21', { length_mm: 100 }))],
    good: [() => clay(), () => clay(wire('w21', { measured_mm: 600 }))],
  },
  'way-overfull': {
    bad: [() => clay(way('out5', { width_mm: 20, height_mm: 12 }))],
    good: [() => clay()],
  },
  'lead-misfits-gland': {
    bad: [
      () => clay({ type: 'updateCable', id: own('M5'), changes: { route: [gland('B2')] } }),
      () => clay({ type: 'updateRaceway', id: gland('B2'), changes: { thread: 'M25' } }),
    ],
    good: [() => clay(), () => clay({ type: 'updateRaceway', id: gland('M5'), changes: { thread: 'M20' } })],
  },
  'gland-shared': {
    bad: [
      () => clay({ type: 'updateCable', id: own('S1'), changes: { route: [gland('S2')] } }),
      () =>
        clay(
          { type: 'setSite', changes: { place: 'outdoors' } },
          { type: 'updateCable', id: own('S1'), changes: { route: [gland('S2')] } },
        ),
    ],
    good: [
      () => clay(),
      () =>
        clay(
          { type: 'updateCable', id: own('S1'), changes: { route: [gland('S2')] } },
          { type: 'updateRaceway', id: gland('S2'), changes: { hasInsert: true } },
        ),
    ],
  },
  'bend-too-tight': {
    bad: [() => clay(way('out5', { bendRadius_mm: 35 }))],
    good: [() => clay()],
  },
  'rigid-in-motion': {
    bad: [
      () => clay({ type: 'updateCable', id: own('M5'), changes: { flexClass: 'fixed' } }),
      () =>
        clay(
          { type: 'updateCable', id: own('M5'), changes: { flexClass: 'fixed' } },
          ...ofCable(clay(), own('M5')).map((id): Command => ({
            type: 'updateWire',
            id,
            changes: { construction: 'solid', flexClass: 'fixed' },
          })),
        ),
    ],
    good: [() => clay()],
  },
  'insulation-below-place': {
    bad: [() => clay(way('out4', { warm_C: 90 }))],
    good: [() => clay(), () => clay(way('out4', { warm_C: 60 }))],
  },
  'beside-higher-voltage': {
    bad: [
      () => foam(),
      () => foam(wire('w41', { rated_V: 60 })),
      () =>
        clay(
          ...ofCable(clay(), cableTo(clay(), 'B1')).map((id): Command => ({
            type: 'updateWire',
            id,
            changes: { cable: null, core: null, jacket: 'basic' },
          })),
        ),
    ],
    good: [() => demo('shadow-stage')],
  },
  'cord-not-held': {
    bad: [
      () => clay({ type: 'updateRaceway', id: gland('E1'), changes: { kind: 'grommet' } }),
      () => clay({ type: 'updateRaceway', id: gland('E1'), changes: { kind: 'hole' } }),
    ],
    good: [
      () => clay(),
      () => clay({ type: 'updateRaceway', id: gland('E1'), changes: { kind: 'grommet', holdsLead: true } }),
    ],
  },
  'pull-unrelieved': {
    bad: [() => clay({ type: 'updateCable', id: own('E1'), changes: { relief: 'nothing' } })],
    good: [() => clay(), () => clay({ type: 'updateCable', id: own('E1'), changes: { relief: 'clamp' } })],
  },
  'screen-open': {
    bad: [() => clay({ type: 'updateCable', id: own('M1'), changes: { shielded: true, screenAt: 'neither' } })],
    good: [
      () => clay(),
      () => clay({ type: 'updateCable', id: own('M1'), changes: { shielded: true, screenAt: 'both' } }),
      // Nobody looked: nothing is known of it.
      () => clay({ type: 'updateCable', id: own('M1'), changes: { shielded: true } }),
    ],
  },
  'chain-hits': {
    bad: [
      () =>
        clay(
          way('out5', {
            chain: {
              pitch_mm: 30,
              link_mm: 35,
              fixedAt_percent: 50,
              links: null,
              opens: null,
              moves: 'above',
              room_mm: 120,
            },
          }),
        ),
    ],
    good: [() => clay()],
  },
  'chain-short': {
    // 360 mm of travel and a bend of 75 mm want 180 + 236 mm: 14 links of 30 mm; 12 do not reach.
    bad: [
      () =>
        clay(
          way('out5', {
            chain: {
              pitch_mm: 30,
              link_mm: 35,
              fixedAt_percent: 50,
              links: 12,
              opens: true,
              moves: 'above',
              room_mm: null,
            },
          }),
        ),
    ],
    good: [
      () => clay(),
      () =>
        clay(
          way('out5', {
            chain: {
              pitch_mm: 30,
              link_mm: 35,
              fixedAt_percent: 50,
              links: 16,
              opens: true,
              moves: 'above',
              room_mm: null,
            },
          }),
        ),
    ],
  },
  'chain-long': {
    // The same travel and bend want 16 links with two to spare; 24 sag.
    bad: [() => clay(way('out5', { chain: { ...CHAIN, links: 24 } }))],
    good: [() => clay(), () => clay(way('out5', { chain: { ...CHAIN, links: 17 } }))],
  },
  'removed-leaves-leads': {
    bad: [() => clay({ type: 'updateDevice', id: 'device:u3' as DeviceId, changes: { origin: 'remove' } })],
    good: [() => clay()],
  },
  'cover-misfits': {
    bad: [
      () => clay(way('out2', { covers: [{ kind: 'sleeve', from_mm: 100, length_mm: 300, inside_mm: 5 }] })),
      () => clay(way('out2', { covers: [{ kind: 'wrap', from_mm: 300, length_mm: 400, inside_mm: null }] })),
    ],
    good: [
      () => clay(way('out2', { covers: [{ kind: 'sleeve', from_mm: 100, length_mm: 300, inside_mm: null }] })),
      () => clay(way('out2', { covers: [{ kind: 'split-tube', from_mm: 0, length_mm: 600, inside_mm: 60 }] })),
    ],
  },
  'hole-misfits': {
    bad: [
      () => clay(...inletHole({ shape: { kind: 'round', diameter_mm: 22 } })),
      () => clay(...inletHole({ x_mm: inletAt().x_mm + 40 })),
    ],
    good: [() => clay(), () => clay(...inletHole({}))],
  },
  'loop-hits': {
    bad: [
      () => clay(onDoor, hingeLoop(140, 40)),
      () => clay(onDoor, hingeLoop(77)),
      // Held right above the part on the door, a long loop hangs behind it.
      () => clay(onDoor, loopAt(200, 130, 500)),
    ],
    good: [() => clay(onDoor, hingeLoop(140)), () => clay(onDoor, loopAt(40, 130, 500))],
  },
  'plug-passes-not': {
    bad: [() => clay({ type: 'updateCable', id: own('M1'), changes: { premade: true } })],
    good: [
      () => clay(),
      () =>
        clay(
          { type: 'updateCable', id: own('M1'), changes: { premade: true } },
          { type: 'updateRaceway', id: gland('M1'), changes: { kind: 'grommet', width_mm: 30, holdsLead: true } },
        ),
    ],
  },
  'way-unmeasured': {
    bad: [() => clay({ type: 'updateDevice', id: 'device:m1' as DeviceId, changes: { spot: null } })],
    good: [() => clay()],
  },
} satisfies Partial<Record<RuleId, Sample>>
