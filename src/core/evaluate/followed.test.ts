import { describe, expect, it } from 'vitest'
import { apply, type Command, type DeviceId, type Plan, type WireId } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { evaluate, tryOut, whatFollowed } from '.'

const edited = (plan: Plan, ...commands: Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error('refused')
  return outcome.plan
}
const worked = (plan: Plan) => ({ plan, evaluation: evaluate(plan) })
const before = worked(clayPrinter())
const after = (...commands: Command[]) => whatFollowed(before, worked(edited(before.plan, ...commands)))
const load = (power_W: number): Command => ({
  type: 'setLoad',
  device: 'device:e1' as DeviceId,
  draw: 'heat',
  load: { power_W },
})

describe('what followed from an edit', () => {
  it('a note brings nothing with it', () =>
    expect(after({ type: 'updateDevice', id: 'device:v1' as DeviceId, changes: { note: 'quiet one' } })).toEqual([]))

  it('a heavier plate: the advice for its fuse, from what to what, and what is wrong now', () => {
    const found = after(load(1000))
    expect(found.find(({ kind, about }) => kind === 'fuse' && about.startsWith('F1'))).toMatchObject({
      to: expect.stringMatching(/5 A would do/) as string,
    })
    expect(
      found.filter(({ kind, from, to }) => kind === 'finding' && from === 'none' && to === 'stop').length,
    ).toBeGreaterThan(0)
  })

  it('backwards it is the same list, turned round', () => {
    const heavy = worked(edited(before.plan, load(1000)))
    const turn = (list: ReturnType<typeof whatFollowed>) =>
      list.map(({ kind, about, from, to }) => `${kind} ${about} ${from} ${to}`).sort()
    const back = whatFollowed(heavy, before).map((each) => ({ ...each, from: each.to, to: each.from }))
    expect(turn(back)).toEqual(turn(whatFollowed(before, heavy)))
  })

  it('a size entered by hand is no consequence of itself; how its ends are made then is', () => {
    const found = after({ type: 'updateWire', id: 'wire:w23' as WireId, changes: { size: '2.5 mm²' } })
    expect(found.filter(({ kind, wire }) => kind === 'size' && wire === 'wire:w23')).toEqual([])
    expect(found.filter(({ kind, wire }) => kind === 'end' && wire === 'wire:w23').length).toBeGreaterThan(0)
  })
})

describe('a fix tried before it is taken', () => {
  it('says what it would make worse, and changes nothing', () => {
    const plan = clayPrinter()
    const own = JSON.stringify(plan)
    const trial = tryOut(plan, [{ type: 'disconnect', id: 'wire:w22' as WireId }])
    expect(trial).toMatchObject({ kind: 'tried', mended: 0 })
    expect(trial.kind === 'tried' && trial.raised.some(({ severity }) => severity === 'stop')).toBe(true)
    expect(JSON.stringify(plan)).toBe(own)
  })
  it('raises nothing where it only mends', () => {
    const wrong = edited(clayPrinter(), {
      type: 'setSetting',
      device: 'device:ps1' as DeviceId,
      setting: 'mains',
      value: '115 V',
    })
    const fix: Command = { type: 'setSetting', device: 'device:ps1' as DeviceId, setting: 'mains', value: '230 V' }
    expect(tryOut(wrong, [fix])).toEqual({ kind: 'tried', raised: [], mended: 1 })
  })
  it('is refused where the edit is', () =>
    expect(tryOut(clayPrinter(), [{ type: 'disconnect', id: 'wire:none' as WireId }]).kind).toBe('refused'))
})
