import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { explainLength, reckon, routesOf, terminalOnFace } from '@/core/figures'
import { findAll } from '@/core/findings'
import { glandThread } from '@/core/reference'
import { chooseGland, clamps, fillDuct } from '@/core/routing/entries'
import { along, holdSpacing_mm } from '@/core/securing'
import {
  apply,
  newRaceway,
  type Command,
  type DeviceId,
  type EnclosureId,
  type FaceId,
  type Plan,
  type RacewayId,
  type WireId,
} from '@/core/plan'
import { proposeWays } from '@/core/proposals'
import { DEMOS } from '@demo/scenarios'
import { cableTo, demo, glandOf, ofCable } from '../builds/routes'

const edited = (plan: Plan, ...commands: Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(outcome.issues.map(({ message }) => message).join('; '))
  return outcome.plan
}
const aboutWays = (plan: Plan) =>
  evaluate(plan, []).findings.filter(({ stage, severity }) => stage === 'route' && severity !== 'note')

describe('the demos', () => {
  it.each(Object.keys(DEMOS))('%s is led without stop or caution, and no length is assumed', (name) => {
    const plan = demo(name)
    const { reckoning } = evaluate(plan, [])
    expect(aboutWays(plan).map(({ what }) => what)).toEqual([])
    for (const { id, lengthFrom } of Object.values(reckoning.wires)) expect(lengthFrom, id).not.toBe('assumed')
    // Bonds to the box itself, which stands on none of its faces, keep what a person said.
    const said = Object.values(reckoning.wires).filter(({ lengthFrom }) => lengthFrom === 'planned')
    for (const { function: fn } of said) expect(fn).toBe('PE')
  })

  it('with a cable too short, a lead in the wrong gland, a chain too full and a solid core that moves, into a crimp: those five', () => {
    const plan = demo('clay-printer')
    const chain = Object.keys(plan.raceways).find((id) => plan.raceways[id as never]!['name'] === 'Head chain')!
    const [core] = ofCable(plan, cableTo(plan, 'H2'))
    const spoilt = edited(
      plan,
      { type: 'updateCable', id: cableTo(plan, 'H1'), changes: { length_mm: 500, premade: true } },
      { type: 'updateCable', id: cableTo(plan, 'M5'), changes: { route: [glandOf(plan, 'M1')] } },
      { type: 'updateCable', id: cableTo(plan, 'M1'), changes: { route: [glandOf(plan, 'M5')] } },
      { type: 'updateRaceway', id: chain as never, changes: { width_mm: 20, height_mm: 12 } },
      { type: 'updateWire', id: core!, changes: { construction: 'solid' } },
    )
    const before = new Set(evaluate(plan, []).findings.map(({ id }) => id))
    const raised = evaluate(spoilt, []).findings.filter(({ id }) => !before.has(id))
    expect(raised.map(({ rule }) => rule).sort()).toEqual([
      'cable-length-wrong',
      'end-cannot-be-made',
      'lead-misfits-gland',
      'solid-moves',
      'way-overfull',
    ])
    const said = raised.map(({ what }) => what).join('\n')
    expect(said).toMatch(/Lead of Screen .* is 500 mm long and its way .* mm short/)
    expect(said).toMatch(/Lead of Auger motor .* too thick for M1 leads \(M12 clamps 3–6.5 mm\)/)
    expect(said).toMatch(/Head chain is \d+(\.\d+)? % full and 60 % is the most/)
  })
})

describe('a length', () => {
  it('is the sum of its pieces, its slack and its ends, and says so', () => {
    const plan = demo('clay-printer')
    const routes = routesOf(plan)
    for (const route of routes.leads) {
      if (route.bare_mm === null) continue
      const pieces = route.parts.reduce((sum, { length_mm }) => sum + length_mm, 0)
      if (route.laid.kind === 'ways')
        expect(route.laid.drops_mm[0] + route.laid.drops_mm[1] + pieces).toBeCloseTo(route.bare_mm, 1)
      const lay = routes.lays.get(route.wires[0]!)!
      const moves = route.parts.filter(
        ({ raceway }) => raceway && ['chain', 'loop', 'hinge-loop'].includes(plan.raceways[raceway]!.kind),
      ).length
      expect(lay.cut_mm).toBe(Math.ceil((lay.bare_mm * 1.1 + 2 * 25 + moves * 40) / 5 - 1e-9) * 5)
      expect(
        explainLength(plan, { ...route, laid: route.laid.kind, drops_mm: route.laid.drops_mm }, lay).at(-1)!.detail,
      ).toContain('slack')
    }
  })
  it('is what a person measured where it was, and what a bought cable has', () => {
    const plan = demo('clay-printer')
    const id = 'wire:w21' as WireId
    const lengthOf = (of: Plan) => evaluate(of, []).reckoning.wires[id]!
    expect(lengthOf(plan).lengthFrom).toBe('routed')
    const measured = edited(plan, { type: 'updateWire', id, changes: { measured_mm: 777 } })
    expect(lengthOf(measured)).toMatchObject({ length_mm: 777, lengthFrom: 'measured' })
    const lead = cableTo(plan, 'E2')
    const [core] = ofCable(plan, lead)
    const bought = edited(plan, { type: 'updateCable', id: lead, changes: { length_mm: 2500 } })
    expect(evaluate(bought, []).reckoning.wires[core!]).toMatchObject({ length_mm: 2500, lengthFrom: 'planned' })
  })
  it('by house rule is long and to be trimmed', () => {
    const plan = demo('clay-printer')
    const trimmed = edited(plan, { type: 'setPractice', changes: { cutting: 'long-and-trim' } })
    const [before, after] = [plan, trimmed].map((of) => routesOf(of).lays)
    for (const [wire, { cut_mm }] of before!) expect(after!.get(wire)!.cut_mm).toBe(cut_mm + 150)
  })
  it('grows when its part is moved away, and feeds the drop', () => {
    const plan = demo('clay-printer')
    const id = Object.keys(plan.devices).find((key) => plan.devices[key as never]!['tag'] === 'A2')! as never
    const { place } = plan.devices[id]! as Plan['devices'][never]
    if (place.kind !== 'face') throw new Error('not placed')
    const farther = edited(plan, { type: 'moveDevice', id, place: { ...place, y_mm: place.y_mm + 250 } })
    const wire = Object.values(evaluate(plan, []).reckoning.wires).find(
      ({ id: key, function: fn }) => fn === 'V+' && JSON.stringify(plan.wires[key]).includes('device:a2'),
    )!
    const now = evaluate(farther, []).reckoning.wires[wire.id]!
    expect(now.length_mm).not.toBe(wire.length_mm)
    expect(Math.sign(now.drop.value! - wire.drop.value!)).toBe(Math.sign(now.length_mm - wire.length_mm))
  })
})

describe('fills', () => {
  it('are those of the duct calculator, and clamps those of the gland calculator', () => {
    const plan = demo('clay-printer')
    const { fills, byId } = routesOf(plan)
    for (const { raceway, fill_percent, fullest, leads } of fills.values()) {
      const { kind, width_mm, height_mm, thread } = plan.raceways[raceway]!
      const items = fullest.map((id) => ({ od_mm: byId.get(id)!.od_mm, count: 1 }))
      if (kind === 'duct' && items.length > 0)
        expect(fill_percent).toBeCloseTo(
          fillDuct({ width_mm, height_mm, items, limit_percent: 60 }).result.fill_percent,
          6,
        )
      if (kind === 'gland' && leads.length === 1) {
        const { cable_mm } = chooseGland({ items, family: 'M' }).result
        expect(cable_mm).toBeCloseTo(items[0]!.od_mm, 6)
        expect(clamps(glandThread(thread!)!, cable_mm)).toBe(true)
      }
    }
  })
})

describe('what holds a bundle', () => {
  it.each([100, 350, 1000, 2400])('over %d mm is one near each end and none farther than the spacing', (length_mm) => {
    const spacing = holdSpacing_mm(10)
    const at = along(length_mm, spacing)
    expect(at[0]!).toBeLessThanOrEqual(50)
    expect(length_mm - at.at(-1)!).toBeLessThanOrEqual(50)
    for (const [i, each] of at.slice(1).entries()) expect(each - at[i]!).toBeLessThanOrEqual(spacing + 1e-9)
  })
  it('is clamped on both sides of everything that moves', () => {
    const plan = demo('clay-printer')
    const { holds } = evaluate(plan, []).securing
    for (const [id, raceway] of Object.entries(plan.raceways)) {
      if (raceway!.kind !== 'chain') continue
      expect(holds.find((hold) => hold.raceway === id && hold.kind === 'clamp')).toMatchObject({ count: 2 })
    }
  })
  it('slides on first what cannot come after: the nut of every gland', () => {
    const plan = demo('clay-printer')
    const { slideOn } = evaluate(plan, []).securing
    const lead = cableTo(plan, 'M1')
    expect(slideOn.find((each) => each.lead === lead)).toMatchObject({
      first: [{ what: expect.stringContaining('M1 leads') }],
      after: ['a', 'b'],
    })
  })
})

describe('ways proposed', () => {
  it('join what is apart, and none is proposed that no lead takes', () => {
    const plan = demo('clay-printer')
    const ducts = Object.keys(plan.raceways).filter((id) => id.includes('main-duct'))
    expect(ducts.length).toBeGreaterThan(0)
    const without = edited(plan, ...ducts.map((id): Command => ({ type: 'removeRaceway', id: id as never })))
    const box = Object.keys(plan.enclosures)[0] as never
    const commands = proposeWays(without, evaluate(without, []).reckoning, box)
    const again = edited(without, ...commands)
    const { fills } = routesOf(again)
    for (const command of commands)
      if (command.type === 'addRaceway') expect(fills.get(command.id)!.leads.length).toBeGreaterThan(0)
    expect(proposeWays(again, evaluate(again, []).reckoning, box)).toEqual([])
  })
})

describe('a lead within a box', () => {
  const hole = (
    id: string,
    face: string,
    x_mm: number,
    y_mm: number,
    kind: 'hole' | 'grommet',
    joins: string[] = [],
  ): Command => ({
    type: 'addRaceway',
    id: `raceway:${id}` as RacewayId,
    raceway: newRaceway({
      name: id,
      kind,
      enclosure: 'enclosure:main' as EnclosureId,
      width_mm: 20,
      height_mm: 20,
      length_mm: 2,
      joins: joins.map((other) => `raceway:${other}` as RacewayId),
      at: { face: face as FaceId, x_mm, y_mm, axis: 'across' },
    }),
  })
  const inside = (plan: Plan) => {
    const { leads } = evaluate(plan, []).reckoning.routes
    return Object.values(leads).filter(({ ends }) =>
      ends.every(({ device }) => {
        const { place } = plan.devices[device]!
        return place.kind === 'face' && place.enclosure === 'enclosure:main'
      }),
    )
  }
  const plan = demo('clay-printer')
  const before = new Map(inside(plan).map(({ id, cut_mm }) => [id, cut_mm]))

  it.each([
    ['hole', 'face:bottom'],
    ['grommet', 'face:bottom'],
    ['hole', 'face:plate'],
    ['grommet', 'face:left'],
    ['hole', 'face:top'],
  ] as const)('does not leave it by a %s and come back by another, however near they are: %s', (kind, face) => {
    const { width_mm, height_mm } = plan.enclosures['enclosure:main' as EnclosureId]!.faces[face as FaceId]!
    const holed = edited(
      plan,
      hole('za', face, 15, height_mm / 2, kind),
      hole('zb', face, width_mm - 15, height_mm / 2, kind),
    )
    for (const { id, cut_mm, parts } of inside(holed)) {
      expect(cut_mm).toBe(before.get(id))
      expect(parts.map(({ raceway }) => raceway)).not.toContain('raceway:za')
    }
  })
  it('goes behind the plate by holes that a person joined, where that is shorter, as far as they are apart', () => {
    const onPlate = inside(plan).filter(
      ({ ends, laid }) =>
        laid === 'ways' &&
        ends.every(({ device }) => (plan.devices[device]!.place as { face?: string }).face === 'face:plate'),
    )
    const at = (lead: (typeof onPlate)[number], k: 0 | 1) =>
      terminalOnFace(plan, lead.ends[k].device, lead.ends[k].terminal)!
    const apart = (lead: (typeof onPlate)[number]) =>
      Math.abs(at(lead, 0).x_mm - at(lead, 1).x_mm) + Math.abs(at(lead, 0).y_mm - at(lead, 1).y_mm)
    // The one that goes farthest round about.
    const [lead] = [...onPlate].sort((a, b) => b.bare_mm! - apart(b) - (a.bare_mm! - apart(a)))
    const [a, b] = [at(lead!, 0), at(lead!, 1)]
    const joined = edited(
      plan,
      hole('zb', 'face:plate', b.x_mm, b.y_mm, 'grommet'),
      hole('za', 'face:plate', a.x_mm, a.y_mm, 'grommet', ['zb']),
    )
    const now = inside(joined).find(({ id }) => id === lead!.id)!
    const ways = now.parts.map(({ raceway }) => raceway)
    expect(ways).toContain('raceway:za')
    expect(ways).toContain('raceway:zb')
    expect(now.bare_mm!).toBeLessThan(lead!.bare_mm!)
    expect(now.bare_mm!).toBeGreaterThanOrEqual(apart(lead!))
  })
})

// Common practice: whoever pulls a tray out with its leads on has left them so much longer.
describe('what comes out with its leads on', () => {
  const [MAIN, PLATE] = ['enclosure:main', 'face:plate'] as const as unknown as readonly [EnclosureId, FaceId]
  const pulled = (mm: number | null) =>
    demo('clay-printer', { type: 'updateFace', enclosure: MAIN, face: PLATE, changes: { pullsOut_mm: mm } })
  const cutOf = (plan: Plan) => reckon(plan).routes.leads

  it('has leads that much longer to everything beside it, and none longer to what comes with it', () => {
    const [stays, comes] = [pulled(null), pulled(300)]
    const [before, now] = [cutOf(stays), cutOf(comes)]
    const onPlate = (id: DeviceId) => {
      const { place } = stays.devices[id]!
      return place.kind === 'face' && place.face === PLATE
    }
    let [longer, alike] = [0, 0]
    for (const [id, lead] of Object.entries(before)) {
      if (lead.cut_mm === null || stays.devices[lead.ends[0].device]!.place.kind === 'socket') continue
      const crosses = onPlate(lead.ends[0].device) !== onPlate(lead.ends[1].device)
      expect(now[id]!.bare_mm).toBe(lead.bare_mm)
      expect(now[id]!.cut_mm! - lead.cut_mm).toBe(crosses ? 300 : 0)
      if (crosses) longer += 1
      else alike += 1
    }
    expect(longer).toBeGreaterThan(10)
    expect(alike).toBeGreaterThan(10)
  })

  it('tells a bought lead that reaches its place and not so far out', () => {
    const id = cableTo(pulled(null), 'M1')
    const has_mm = cutOf(pulled(null))[id]!.cut_mm!
    const bought = (mm: number | null) => {
      const outcome = apply(pulled(mm), [{ type: 'updateCable', id, changes: { premade: true, length_mm: has_mm } }])
      if (outcome.kind === 'refused') throw new Error('refused')
      return findAll(outcome.plan).filter(({ rule }) => rule === 'cable-length-wrong').length
    }
    expect(bought(400)).toBe(bought(null) + 1)
  })
})
