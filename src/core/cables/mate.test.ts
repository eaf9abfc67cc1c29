import { describe, expect, it } from 'vitest'
import { DEMOS } from '@demo/scenarios'
import {
  apply,
  landingOf,
  type Cable,
  type CableId,
  type Command,
  type Place,
  type Plan,
  type Wire,
  type WireId,
} from '@/core/plan'
import { evaluate } from '@/core/evaluate'
import { terminalOnFace } from '@/core/figures'
import { needsOf } from '@/core/workshop'
import { endFromWords, freeCable, isJoint, layCable, mate, matesFor, otherOf, plugIn, pullApart, stateOf } from '.'

const done = (plan: Plan, commands: readonly Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
  return outcome.plan
}
const wiresOf = (plan: Plan, cable: CableId) =>
  (Object.entries(plan.wires) as [WireId, Wire][]).filter(([, wire]) => wire.cable === cable)
const told = (plan: Plan) =>
  evaluate(plan).findings.flatMap(({ severity, rule, title }) => (severity === 'note' ? [] : [`${rule}: ${title}`]))

const PRINTER = DEMOS['clay-printer']!()
/** Cables of the printer that are plugged in at both ends. */
const PLUGGED = (Object.keys(PRINTER.cables) as CableId[]).filter((id) => {
  const { ends } = PRINTER.cables[id]!
  return ends.a.mates !== null && ends.b.mates !== null
})

/** The same lead in two pieces: an extension with a socket, and the thing's own lead with a plug. */
function inTwo(id: CableId) {
  const whole = PRINTER.cables[id]!
  const { a, b } = whole.ends
  let plan = done(PRINTER, [
    ...wiresOf(PRINTER, id).map(([wire]) => ({ type: 'disconnect' as const, id: wire })),
    { type: 'removeCable', id },
  ])
  const lay = (name: string, ends: Cable['ends']): CableId => {
    const next = freeCable(plan).id
    plan = done(plan, layCable(plan, next, { ...whole, name, printed: null, ends }))
    return next
  }
  const near = lay('Extension', {
    a: { ...a, mates: null },
    b: { ...a, gender: 'socket', mates: null },
  })
  const far = lay('Own lead', { a: { ...a, gender: 'plug', mates: null }, b: { ...b, mates: null } })
  plan = done(plan, plugIn(plan, near, 'a', a.mates!))
  plan = done(plan, plugIn(plan, far, 'b', b.mates!))
  return { plan, near, far }
}

describe('a plug in the plug of another cable', () => {
  it('is what the lead in one piece was: nothing new is wrong, with any of them', () => {
    expect(PLUGGED.length).toBeGreaterThan(4)
    const before = told(PRINTER)
    for (const id of PLUGGED) {
      const { plan, near, far } = inTwo(id)
      expect(told(plan).length).toBeGreaterThan(before.length)
      const joined = done(plan, mate(plan, { cable: far, end: 'a' }, { cable: near, end: 'b' }))
      expect(told(joined).filter((each) => !before.includes(each))).toEqual([])
      expect([near, far].map((each) => stateOf(joined, each).state)).toEqual(['joined', 'joined'])
    }
  })

  it('joins way to way: each core goes on as it would in one piece', () => {
    const { plan, near, far } = inTwo(PLUGGED[0]!)
    const joined = done(plan, mate(plan, { cable: far, end: 'a' }, { cable: near, end: 'b' }))
    const joint = joined.cables[near]!.ends.b.mates!.device
    expect(isJoint(joined, joint)).toBe(true)
    expect(otherOf(joined, joint, { cable: near, end: 'b' })).toEqual({ cable: far, end: 'a' })
    const part = joined.parts[joined.devices[joint]!.part]!
    for (const [, wire] of wiresOf(joined, far)) {
      const way = wire.from.kind === 'plug' ? wire.from.way : 0
      const landing = landingOf(joined, wire.from)!
      const bar = part.links.find((link) => link.kind === 'bar' && link.terminals.includes(landing.terminal))
      const through = bar?.kind === 'bar' ? bar.terminals : []
      const met = wiresOf(joined, near).find(([, each]) => {
        const other = landingOf(joined, each.to)
        return other?.device === joint && through.includes(other.terminal)
      })
      expect(met?.[1].to).toMatchObject({ kind: 'plug', way })
    }
  })

  it('shows coils that are crossed in the extension, as in one piece', () => {
    const id = PLUGGED.find((each) => PRINTER.cables[each]!.name.includes('Motor X'))!
    const { plan, near, far } = inTwo(id)
    const joined = done(plan, mate(plan, { cable: far, end: 'a' }, { cable: near, end: 'b' }))
    const [one, , three] = wiresOf(joined, far)
    const crossed = done(joined, [
      { type: 'moveEnd', wire: one![0], side: 'from', end: three![1].from },
      { type: 'moveEnd', wire: three![0], side: 'from', end: one![1].from },
    ])
    expect(told(crossed).filter((each) => !told(joined).includes(each))).toEqual([
      expect.stringMatching(/^coils-mixed/) as string,
    ])
  })

  it('is nothing to buy, and goes with the joint when it is pulled apart', () => {
    const { plan, near, far } = inTwo(PLUGGED[0]!)
    const joined = done(plan, mate(plan, { cable: far, end: 'a' }, { cable: near, end: 'b' }))
    const { reckoning, securing } = evaluate(joined)
    expect(needsOf(joined, reckoning, securing).some(({ what }) => what.startsWith('Plug in plug'))).toBe(false)
    const apart = done(joined, pullApart(joined, joined.cables[near]!.ends.b.mates!.device))
    expect(apart.cables).toEqual(plan.cables)
    expect(Object.keys(apart.devices)).toEqual(Object.keys(plan.devices))
    expect(Object.keys(apart.parts)).toEqual(Object.keys(plan.parts))
  })

  it('is offered where it goes: not into its like, another pitch, a bare end, or itself', () => {
    const { plan, near, far } = inTwo(PLUGGED[0]!)
    const change = (ends: Cable['ends']) => done(plan, [{ type: 'updateCable', id: near, changes: { ends } }])
    const { ends } = plan.cables[near]!
    const offered = (at: Plan) => matesFor(at, far, 'a').map(({ cable, end, fit }) => `${cable} ${end} ${fit.goes}`)
    expect(offered(plan)).toEqual([`${near} b fits`])
    expect(offered(change({ ...ends, b: { ...ends.b, gender: 'plug' } }))).toEqual([])
    expect(offered(change({ ...ends, b: { ...ends.b, pitch_mm: 3.96 } }))).toEqual([])
    expect(offered(change({ ...ends, b: { ...ends.b, ways: 6 } }))).toEqual([`${near} b amiss`])
    expect(matesFor(plan, near, 'a')).toEqual([])
  })

  it('hangs loose where its joint is removed like any device', () => {
    const { plan, near, far } = inTwo(PLUGGED[0]!)
    const joined = done(plan, mate(plan, { cable: far, end: 'a' }, { cable: near, end: 'b' }))
    const without = done(joined, [{ type: 'removeDevice', id: joined.cables[near]!.ends.b.mates!.device }])
    expect([without.cables[near]!.ends.b.mates, without.cables[far]!.ends.a.mates]).toEqual([null, null])
    expect(wiresOf(without, near)).toHaveLength(wiresOf(plan, near).length)
  })

  // A plug lies where its lead ends: a third along where the first of two is half as long as the second.
  it.each([
    [200, 400, 1 / 3],
    [300, 300, 1 / 2],
    [null, 300, 1 / 2],
  ])('of leads %s and %s mm long lies where they meet, and both have their length', (near_mm, far_mm, share) => {
    const { plan: loose, near, far } = inTwo(PLUGGED[0]!)
    const boards = [near, far].map((id) => {
      const { a, b } = loose.cables[id]!.ends
      return (a.mates ?? b.mates)!.device
    })
    const { place } = loose.devices[boards[0]!]!
    if (place.kind !== 'face') throw new Error('the board is on the plate')
    const length = (id: CableId, length_mm: number | null): Command => ({
      type: 'updateCable',
      id,
      changes: { length_mm },
    })
    const plan = done(loose, [
      { type: 'moveDevice', id: boards[1]!, place: { ...place, x_mm: place.x_mm - 90, y_mm: place.y_mm + 120 } },
      length(near, near_mm),
      length(far, far_mm),
    ])
    const joined = done(plan, mate(plan, { cable: near, end: 'b' }, { cable: far, end: 'a' }))
    const at = joined.devices[joined.cables[near]!.ends.b.mates!.device]!.place
    expect(at).toMatchObject({ kind: 'face', face: place.face })
    const { leads } = evaluate(joined).reckoning.routes
    const [first, second] = [leads[near]!.bare_mm!, leads[far]!.bare_mm!]
    const { x_mm, y_mm } = at as Extract<Place, { kind: 'face' }>
    // The other end of each lead on the face, by the first of its cores that is joined there.
    const [p, q] = [near, far].map((id, i) => {
      const ends = wiresOf(joined, id).flatMap(([, wire]) => [wire.from, wire.to].map((end) => landingOf(joined, end)))
      const own = ends.find((landing) => landing?.device === boards[i])!
      return terminalOnFace(joined, own.device, own.terminal)!
    })
    // On a grid of 5 mm, and the cores of one plug lie within some millimetres of one another.
    expect(Math.abs(x_mm - (p!.x_mm + share * (q!.x_mm - p!.x_mm)))).toBeLessThan(5)
    expect(Math.abs(y_mm - (p!.y_mm + share * (q!.y_mm - p!.y_mm)))).toBeLessThan(5)
    expect(first).toBeGreaterThan(0)
    expect(second).toBeGreaterThan(0)
    expect(told(joined).filter((each) => /overlap|on-duct|clearance|ducts-cover/.test(each))).toEqual(
      told(plan).filter((each) => /overlap|on-duct|clearance|ducts-cover/.test(each)),
    )
  })

  it('of unequal ways joins those that both have', () => {
    const { plan, near, far } = inTwo(PLUGGED[0]!)
    const { ends } = plan.cables[near]!
    const wider = done(plan, [
      { type: 'updateCable', id: near, changes: { ends: { ...ends, b: { ...ends.b, ways: 6 } } } },
    ])
    const joined = done(wider, mate(wider, { cable: far, end: 'a' }, { cable: near, end: 'b' }))
    const joint = joined.cables[near]!.ends.b.mates!.device
    expect(joined.parts[joined.devices[joint]!.part]!.connectors.map(({ ways }) => ways.length)).toEqual([6, 6])
  })

  it.each([
    ['2.5 mm plug', 'plug', '2.5 mm pitch contact'],
    ['2.5 mm socket', 'socket', '2.5 mm pitch contact'],
    ['Female round, 4', 'socket', 'Round panel plug'],
    ['barrel jack', 'socket', 'Barrel plug, 5.5 × 2.1 mm'],
    ['an odd socket', 'socket', 'an odd socket'],
    ['an odd one', 'plug', 'an odd one'],
  ])('is told from a socket in a list: %s', (words, gender, family) => {
    expect(endFromWords(words, 4)).toMatchObject({ kind: 'plug', gender, family })
  })
})
