import { describe, expect, it } from 'vitest'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, EnclosureId, FaceId, Plan } from '@/core/plan'
import { makeFace } from '@/core/plan/schema'
import { DEMOS } from '@demo/scenarios'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { holesOfFace, reckon, sideOf, turnSide } from '..'
import { BUILDS } from '../../../../tests/builds'

const MAIN = 'enclosure:main' as EnclosureId
const on = (face: string, x_mm: number, y_mm: number, rotation_deg: 0 | 90 = 0) => ({
  place: { kind: 'face' as const, enclosure: MAIN, face: `face:${face}` as FaceId, x_mm, y_mm, rotation_deg },
})
const box = (depth_mm = 150) =>
  new PlanBuilder('box', 'IEC').box('main', {
    name: 'Box',
    kind: 'box',
    inner: { width_mm: 400, height_mm: 500, depth_mm },
    wall: { material: 'painted-steel', thickness_mm: 1.5 },
    sealed: false,
  })

describe('holes of a face', () => {
  it('a fan brings its air hole and four screws on their square, and turned they turn', () => {
    const plan = box()
      .device('V1', 'fan-24', 'Fan', on('left', 75, 250))
      .build()
    const holes = holesOfFace(plan, MAIN, 'face:left' as FaceId, plan.enclosures[MAIN]!.faces['face:left' as FaceId]!)
    expect(holes.filter(({ for: purpose }) => purpose === 'body')).toMatchObject([
      { x_mm: 75, y_mm: 250, shape: { kind: 'round', diameter_mm: 77 } },
    ])
    const screws = holes.filter(({ for: purpose }) => purpose === 'fixing')
    expect(screws).toHaveLength(4)
    // 71.5 mm square for an 80 mm fan: common practice.
    for (const { x_mm, y_mm } of screws) expect([Math.abs(x_mm - 75), Math.abs(y_mm - 250)]).toEqual([35.75, 35.75])
  })
  it('a rectangular cut-out lies across once its part is turned', () => {
    const plan = box()
      .device('X1', 'inlet-fused', 'Inlet', on('left', 75, 250, 90))
      .build()
    expect(
      holesOfFace(plan, MAIN, 'face:left' as FaceId, plan.enclosures[MAIN]!.faces['face:left' as FaceId]!)[0]!.shape,
    ).toMatchObject({ width_mm: 28, height_mm: 47 })
  })
  it('on a plate only screws are drilled; what clips on a rail has none, but its rail has', () => {
    const plan = box()
      .device('XL', 'strip-6', 'Strip', on('plate', 100, 100))
      .device('A1', 'controller-5', 'Board', on('plate', 200, 100))
      .rail('plate', 50, 100, 120)
      .build()
    const holes = holesOfFace(plan, MAIN, 'face:plate' as FaceId, plan.enclosures[MAIN]!.faces['face:plate' as FaceId]!)
    expect(holes.filter(({ owner }) => owner === 'device:xl')).toEqual([])
    expect(holes.filter(({ owner }) => owner === 'device:a1')).toHaveLength(4)
    expect(holes.filter(({ owner }) => owner.startsWith('rail:'))).toMatchObject([
      { x_mm: 70, y_mm: 100 },
      { x_mm: 150, y_mm: 100 },
    ])
  })
  it('what is held by tape wants no screws; what is there already is not drilled again', () => {
    const plan = box()
      .device('A1', 'controller-5', 'Board', { ...on('plate', 200, 100), fixedWith: 'tape' })
      .device('S1', 'emergency-stop', 'Stop', { ...on('door', 100, 100), origin: 'there' })
      .build()
    const holes = (face: string) =>
      holesOfFace(plan, MAIN, `face:${face}` as FaceId, plan.enclosures[MAIN]!.faces[`face:${face}` as FaceId]!)
    expect(holes('plate')).toEqual([])
    expect(holes('door')).toMatchObject([{ state: 'there' }])
  })
})

describe('space', () => {
  it('a switch in the left wall meets a part that stands at the plate’s left edge, near the front of neither', () => {
    const plan = (x_mm: number) =>
      reckon(
        box()
          .device('Q1', 'switch-2p', 'Switch', on('left', 40, 200))
          .device('PS1', 'supply-24-350', 'Supply', on('plate', x_mm, 190))
          .build(),
      )
    expect(plan(60).spaces[0]!.meeting.map((pair) => [...pair].sort())).toEqual([['device:ps1', 'device:q1']])
    expect(plan(120).spaces[0]!.meeting).toEqual([])
  })
  it('a board on standoffs stands 10 mm higher, a module higher still', () => {
    const plan = box()
      .device('A1', 'driver-carrier-3', 'Carrier', on('plate', 200, 200))
      .device('M1', 'driver-module', 'Module', {
        place: { kind: 'socket', device: 'device:a1' as DeviceId, socket: 'D2' },
      })
      .build()
    const { bodies } = reckon(plan).spaces[0]!
    const z = (id: string) => bodies.find(({ device }) => device === id)!.box.z
    expect(z('device:a1')).toEqual([20, 40])
    expect(z('device:m1')).toEqual([29, 47])
    // The middle socket sits over the carrier's middle across.
    expect(bodies.find(({ device }) => device === 'device:m1')!.box.x).toEqual([210 - 7.5, 210 + 7.5])
  })
  it('sides turn with the part', () => {
    expect(turnSide('top', 90)).toBe('right')
    expect(turnSide('left', 270)).toBe('bottom')
    expect(turnSide('front', 180)).toBe('front')
  })
  it('faces say their side, by kind, or by name', () => {
    expect(sideOf(makeFace({ name: 'Right wall', kind: 'wall', width_mm: 1, height_mm: 1 }))).toBe('right')
    expect(sideOf(makeFace({ name: 'Lid', kind: 'door', width_mm: 1, height_mm: 1 }))).toBe('front')
    expect(sideOf(makeFace({ name: 'Plate', kind: 'plate', width_mm: 1, height_mm: 1 }))).toBe('back')
  })
})

describe('the air outside', () => {
  it('no box is cooler than what stands about it: figures follow the site where it is warmer than the house rule', () => {
    const build = BUILDS.find(({ name }) => name === 'two supplies')!.plan
    const hot = { ...build, site: { ...build.site, ambient_C: 55 } }
    const [cool, warm] = [reckon(build), reckon(hot)]
    expect(cool.inside.value).toBe(build.practice.inside_C)
    expect(warm.inside.value).toBe(55)
    expect(warm.inside.trace[0]!.detail).toContain('as warm as the air outside')
    for (const [id, { ampacity, size }] of Object.entries(warm.wires)) {
      const before = cool.wires[id as keyof typeof cool.wires]!
      if (before.size === size && ampacity.value !== null)
        expect(ampacity.value, id).toBeLessThan(before.ampacity.value!)
    }
  })
})

describe('heat fed back', () => {
  const sealed = (): Plan => {
    const plan = clayPrinter()
    return { ...plan, enclosures: { [MAIN]: { ...plan.enclosures[MAIN]!, sealed: true } } }
  }
  it('a box warmer than the house rule counts: wires and supplies are reckoned at it, and it has settled', () => {
    const plan = sealed()
    const { inside, boxes, wires } = reckon(plan)
    expect(inside.value).toBeGreaterThan(plan.practice.inside_C + 1)
    expect(Math.abs(inside.value! - boxes[0]!.inside.value!)).toBeLessThan(0.6)
    const cool = reckon({
      ...plan,
      practice: { ...plan.practice, inside_C: 40 },
      devices: Object.fromEntries(
        Object.entries(plan.devices).map(([id, device]) => [
          id,
          { ...device!, place: { kind: 'unplaced', enclosure: null } },
        ]),
      ),
    })
    const hottest = (all: typeof wires) => Math.max(...Object.values(all).map(({ loading }) => loading.value ?? 0))
    expect(hottest(wires)).toBeGreaterThanOrEqual(hottest(cool.wires) - 1e-9)
  })
  it('a cooler one does not relax the house rule', () => expect(reckon(clayPrinter()).inside.value).toBe(40))
  it('the sun warms a box in the open', () => {
    const plan = clayPrinter()
    const outdoors = (sun: 'sun' | 'shade'): Plan => ({
      ...plan,
      enclosures: {
        [MAIN]: {
          ...plan.enclosures[MAIN]!,
          outdoor: { sun, hasRainHood: false, night_C: 5, humidity_percent: 60, hanging: null, isFixed: true },
        },
      },
    })
    expect(reckon(outdoors('sun')).boxes[0]!.inside.value!).toBeGreaterThan(
      reckon(outdoors('shade')).boxes[0]!.inside.value! + 1,
    )
  })
})

describe('the demo plans', () => {
  it.each(Object.entries(DEMOS))(
    '%s: everything for its box has its place, and its screws are counted',
    (_key, make) => {
      const plan = make()
      const left = Object.values(plan.devices).filter(
        (device) => device!.place.kind === 'unplaced' && plan.parts[device!.part]!.behaviour.kind !== 'exposed-metal',
      )
      expect(left).toEqual([])
      const { faces, fixings } = reckon(plan)
      const screws = faces
        .flatMap(({ holes }) => holes)
        .filter(({ for: purpose, owner }) => purpose === 'fixing' && owner.startsWith('device:'))
      expect(fixings.reduce((sum, { count }) => sum + count, 0)).toBe(screws.length)
    },
  )
})
