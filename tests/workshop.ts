import { deviceIdOf, PlanBuilder } from '@/core/patterns'
import {
  newRaceway,
  type EnclosureId,
  type FaceId,
  type Place,
  type Plan,
  type RacewayId,
  type StateId,
} from '@/core/plan'

/** Supplies, each with fused boards that have motors and end stops of their own: about 600 wires, and nothing wrong but the inrush of so many supplies. */
export function workshop(supplies: number): Plan {
  const b = new PlanBuilder('workshop', 'IEC', { site: { outletBreaker_A: 16 } })
    .device('X1', 'inlet-locking')
    .device('XL', 'strip-12')
    .device('XN', 'strip-12')
    .device('PE1', 'earth-stud')
    .device('PE2', 'earth-stud')
    .wire('X1.L', 'XL.1', 'L')
    .wire('X1.N', 'XN.1', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PE2.PE', 'PE')
  let board = 0
  for (let s = 1; s <= supplies; s += 1) {
    b.device(`PS${s}`, 'supply-24-350', '24 V supply', { settings: { mains: '230 V' } })
      .device(`F${s}`, 'fuse-block-6')
      .device(`Z${s}`, 'strip-12')
      .wire(`XL.${s + 1}`, `PS${s}.L`, 'L')
      .wire(`XN.${s + 1}`, `PS${s}.N`, 'N')
      .wire(s <= 3 ? 'PE1.PE' : 'PE2.PE', `PS${s}.PE`, 'PE')
      .wire(`PS${s}.V+1`, `F${s}.IN`, 'V+')
      .wire(`PS${s}.V-1`, `Z${s}.1`, 'V-')
    for (let k = 1; k <= 4; k += 1) {
      board += 1
      b.device(`A${board}`, 'motion-board-24')
        .wire(`F${s}.${k}`, `A${board}.V+`, 'V+')
        .wire(`Z${s}.${k + 1}`, `A${board}.V-`, 'V-')
      for (const m of [1, 2, 3]) {
        b.device(`M${board}${m}`, 'stepper').device(`S${board}${m}`, 'end-stop')
        for (const pin of ['A+', 'A-', 'B+', 'B-'])
          b.wire(`A${board}.M${m}${pin}`, `M${board}${m}.${pin}`, 'signal', { size: '0.34 mm²' })
        b.wire(`A${board}.E${m}S`, `S${board}${m}.S`, 'signal').wire(`A${board}.E${m}G`, `S${board}${m}.G`, 'signal')
      }
    }
  }
  return b.build()
}

/** The same as a real plan: each supply with its boards on the plate of a cabinet, ducts between them, motors and end stops on the machines, three states. */
export function laidOutWorkshop(supplies: number): Plan {
  const plan = workshop(supplies)
  const b = new PlanBuilder('boxes', 'IEC')
  for (let s = 0; s <= supplies; s += 1)
    b.box(`c${s}`, {
      name: s === 0 ? 'Mains cabinet' : `Cabinet ${s}`,
      kind: 'box',
      inner: { width_mm: 700, height_mm: 600, depth_mm: 200 },
      wall: { material: 'painted-steel', thickness_mm: 1.5 },
      sealed: false,
    })
      .duct('plate', 10, 180, 660)
      .duct('plate', 10, 400, 660)
      .duct('plate', 10, 210, 190, 'down')
      .rail('plate', 60, 300, 500)
  const boxes = b.build()
  const out = (s: number) => `enclosure:c${s}` as EnclosureId
  const raceways = { ...boxes.raceways } as Record<string, Plan['raceways'][RacewayId]>
  for (let s = 0; s <= supplies; s += 1) {
    raceways[`raceway:out${s}`] = newRaceway({
      name: `Way out ${s}`,
      kind: 'grommet',
      enclosure: out(s),
      width_mm: 90,
      height_mm: 90,
      length_mm: 30,
      holdsLead: true,
      at: { face: 'face:bottom' as FaceId, x_mm: 500, y_mm: 100, axis: 'across' },
    })
    if (s > 0) {
      raceways[`raceway:to${s}`] = newRaceway({
        name: `To machine ${s}`,
        kind: 'stretch',
        length_mm: 1500,
        ends: { a: { kind: 'enclosure', enclosure: out(s) }, b: { kind: 'spot', name: `machine ${s}` } },
      })
      raceways[`raceway:between${s}`] = newRaceway({
        name: `Between ${s}`,
        kind: 'stretch',
        length_mm: 800 + 700 * s,
        ends: { a: { kind: 'enclosure', enclosure: out(0) }, b: { kind: 'enclosure', enclosure: out(s) } },
      })
    }
  }
  /** Of a motor or end stop: the machine of its board. */
  const machineOf = (tag: string) => `machine ${Math.ceil(Number(tag.slice(1, -1)) / 4)}`
  const places = new Map<string, Place>()
  const put = (tag: string, box: number, face: string, x_mm: number, y_mm: number) =>
    places.set(deviceIdOf(tag), {
      kind: 'face',
      enclosure: `enclosure:c${box}` as EnclosureId,
      face: `face:${face}` as FaceId,
      x_mm,
      y_mm,
      rotation_deg: 0,
    })
  put('X1', 0, 'bottom', 100, 80)
  put('XL', 0, 'plate', 150, 300)
  put('XN', 0, 'plate', 350, 300)
  put('PE1', 0, 'plate', 100, 500)
  put('PE2', 0, 'plate', 200, 500)
  for (let s = 1; s <= supplies; s += 1) {
    put(`PS${s}`, s, 'plate', 160, 500)
    put(`F${s}`, s, 'plate', 400, 500)
    put(`Z${s}`, s, 'plate', 300, 300)
    for (let k = 1; k <= 4; k += 1) put(`A${(s - 1) * 4 + k}`, s, 'plate', 40 + k * 130, 80)
  }
  const [full] = Object.values(plan.states)
  return {
    ...plan,
    enclosures: boxes.enclosures,
    raceways: raceways as Plan['raceways'],
    devices: Object.fromEntries(
      Object.entries(plan.devices).map(([id, device]) => [
        id,
        places.has(id)
          ? { ...device!, place: places.get(id)! }
          : { ...device!, place: { kind: 'field', path: 'along the machine' }, spot: machineOf(device!.tag) },
      ]),
    ) as Plan['devices'],
    states: {
      ...plan.states,
      ['state:half' as StateId]: { ...full!, name: 'Half of the machines', defaultShare: 0.5 },
      ['state:start' as StateId]: { ...full!, name: 'All start at once', startUp: true },
    },
  }
}
