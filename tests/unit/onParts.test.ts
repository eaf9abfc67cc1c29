import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { routesOf, terminalOnFace } from '@/core/figures'
import { apply, presentPlan, type Command, type DeviceId, type FaceId, type Place, type Plan } from '@/core/plan'
import { demo } from '../builds/routes'

const id = (tag: string) => `device:${tag.toLowerCase()}` as DeviceId
const on = (host: string, more: Partial<Extract<Place, { kind: 'on' }>> = {}): Place => ({
  kind: 'on',
  device: id(host),
  side: 'front',
  x_mm: 0,
  y_mm: 0,
  off_mm: 0,
  rotation_deg: 0,
  ...more,
})
const move = (tag: string, place: Place): Command => ({ type: 'moveDevice', id: id(tag), place })
const edited = (plan: Plan, ...commands: readonly Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(outcome.issues.map(({ message }) => message).join('; '))
  return outcome.plan
}
const placeOf = (plan: Plan, tag: string) => plan.devices[id(tag)]!.place as Extract<Place, { kind: 'face' }>
const bodyOf = (plan: Plan, tag: string) =>
  evaluate(plan, []).reckoning.spaces.flatMap(({ bodies }) => bodies.filter(({ device }) => device === id(tag)))[0]!.box

describe('a part on another part', () => {
  const plan = demo('clay-printer')
  const host = plan.parts[plan.devices[id('PS1')]!.part]!

  it('stands where that stands, as far before it as that is deep and its spacers are long', () => {
    const put = edited(plan, move('A2', on('PS1', { x_mm: 10, y_mm: -5, off_mm: 12 })))
    const [box, under] = [bodyOf(put, 'A2'), bodyOf(put, 'PS1')]
    expect(box.z[0]).toBeCloseTo(under.z[1] + 12, 6)
    expect((box.x[0] + box.x[1]) / 2).toBeCloseTo((under.x[0] + under.x[1]) / 2 + 10, 6)
    expect((box.y[0] + box.y[1]) / 2).toBeCloseTo((under.y[0] + under.y[1]) / 2 - 5, 6)
  })
  it('goes along when that is moved or turned, and its leads with it', () => {
    const put = edited(plan, move('A2', on('PS1', { x_mm: 20 })))
    const before = terminalOnFace(put, id('A2'), 'TX' as never)!
    const at = placeOf(put, 'PS1')
    const moved = edited(put, move('PS1', { ...at, x_mm: at.x_mm + 35 }))
    expect(terminalOnFace(moved, id('A2'), 'TX' as never)!.x_mm).toBeCloseTo(before.x_mm + 35, 6)
    const turned = edited(put, move('PS1', { ...at, rotation_deg: 180 }))
    const there = terminalOnFace(turned, id('A2'), 'TX' as never)!
    // Half a turn about the host's middle.
    expect(there.x_mm).toBeCloseTo(2 * at.x_mm - before.x_mm, 6)
    expect(there.y_mm).toBeCloseTo(2 * at.y_mm - before.y_mm, 6)
    for (const lead of routesOf(put).leads)
      if (lead.ends.some(({ device }) => device === id('A2'))) expect(lead.laid.kind).not.toBe('none')
  })
  it('stands out from an edge by its own depth', () => {
    const own = plan.parts[plan.devices[id('A2')]!.part]!.body
    const box = bodyOf(edited(plan, move('A2', on('PS1', { side: 'right' }))), 'A2')
    const under = bodyOf(plan, 'PS1')
    expect(box.x[0]).toBeCloseTo(under.x[1], 6)
    expect(box.x[1] - box.x[0]).toBeCloseTo(own.depth_mm, 6)
    expect(host.body.depth_mm).toBeGreaterThan(0)
  })
  it('comes later with what comes later, is mounted after it, and is left when it goes', () => {
    const put = edited(plan, move('A2', on('PS1')))
    const later = edited(put, { type: 'updateDevice', id: id('PS1'), changes: { comes: 'later' } })
    expect(presentPlan(later).devices[id('A2')]).toBeUndefined()
    const acts = evaluate(put).procedure.flatMap((step) => step.acts)
    const mount = acts.find((act) => act.id === `mount:${id('A2')}`)
    expect(mount?.after).toContain(`mount:${id('PS1')}`)
    expect(mount?.lines.join(' ')).toContain('front of PS1')
    const gone = edited(put, { type: 'removeDevice', id: id('PS1') })
    expect(gone.devices[id('A2')]!.place).toEqual({ kind: 'unplaced', enclosure: null })
  })
  it('warms the box that its host stands in', () => {
    const put = edited(plan, move('A2', on('PS1')))
    const [one, other] = [plan, put].map((each) => evaluate(each, []).reckoning.boxes[0]!.loss.value!)
    // Its leads are of another length, and lose a little more or less.
    expect(Math.abs(other! - one!)).toBeLessThan(0.5)
  })
  it('never sits on itself', () => {
    const put = edited(plan, move('A2', on('PS1')))
    expect(apply(put, [move('PS1', on('A2'))])).toMatchObject({ kind: 'refused' })
    expect(apply(plan, [move('A2', on('NO-SUCH'))])).toMatchObject({ kind: 'refused' })
    expect(plan.enclosures['enclosure:main' as never]!['faces']['face:plate' as FaceId]).toBeDefined()
  })
})

describe('which way up', () => {
  const plan = demo('clay-printer')
  const told = (edit: Plan) =>
    evaluate(edit, []).findings.filter(({ rule, what }) => rule === 'orientation-forbidden' && what.startsWith('PS1'))
  const floor = 'face:bottom' as FaceId

  it('a supply made to stand upright lies flat on a floor, and on the upper side of another part', () => {
    expect(told(plan)).toEqual([])
    const at = placeOf(plan, 'PS1')
    const [lying] = told(edited(plan, move('PS1', { ...at, face: floor, x_mm: 150, y_mm: 60 })))
    expect(lying!.what).toContain('lies flat')
    expect(told(edited(plan, move('PS1', on('A1', { side: 'top' }))))).toHaveLength(1)
    expect(told(edited(plan, move('PS1', on('A1', { side: 'right' }))))).toEqual([])
    expect(told(edited(plan, move('PS1', on('A1', { rotation_deg: 90 }))))).toHaveLength(1)
  })
})
