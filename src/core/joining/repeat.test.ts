import { describe, expect, it } from 'vitest'
import { PlanBuilder } from '@/core/patterns'
import { apply, landingOf, type Command, type DeviceId, type Plan, type TerminalId } from '@/core/plan'
import { copyDevice, joinInOrder, repeatJoints } from '.'

const of = (tag: string) => `device:${tag}` as DeviceId
const taken = (plan: Plan, commands: readonly Command[]): Plan => {
  const outcome = apply(plan, [...commands])
  if (outcome.kind === 'refused') throw new Error(outcome.issues[0]!.message)
  return outcome.plan
}
const joinsOf = (plan: Plan, tag: string) =>
  Object.values(plan.wires)
    .map((wire) => [wire!.from, wire!.to].map((end) => landingOf(plan, end)!))
    .filter((ends) => ends.some(({ device }) => plan.devices[device]!.tag === tag))
    .map((ends) =>
      ends
        .map(({ device, terminal }) => `${plan.devices[device]!.tag}.${terminal}`)
        .sort()
        .join(' '),
    )
    .sort()

const axes = () => {
  const b = new PlanBuilder('Axes', 'IEC').device('PS1', 'supply-36-350').device('A1', 'motion-controller-24')
  for (const n of [1, 2, 3, 4]) b.device(`D${n}`, 'driver').device(`M${n}`, 'stepper-28', `Motor ${n}`)
  return b
    .wire('PS1.V+1', 'D1.V+', 'V+', { size: '1 mm²' })
    .wire('PS1.V-1', 'D1.V-', 'V-', { size: '1 mm²' })
    .wire('A1.P1', 'D1.PUL+', 'signal')
    .wire('A1.D1', 'D1.DIR+', 'signal')
    .wire('D1.A+', 'M1.A+', 'signal', { size: '0.5 mm²', length_mm: 1200 })
    .wire('D1.A-', 'M1.A-', 'signal')
    .wire('D1.B+', 'M1.B+', 'signal')
    .wire('D1.B-', 'M1.B-', 'signal')
    .build()
}

describe('a pattern repeated', () => {
  it('motors: each to the driver of its own number, with the size and length of the pattern', () => {
    const plan = axes()
    const { commands, joints, left } = repeatJoints(plan, of('m1'), [of('m2'), of('m3'), of('m4')])
    expect([joints, left]).toEqual([12, []])
    const wired = taken(plan, commands)
    expect(joinsOf(wired, 'M3')).toEqual(['D3.A+ M3.A+', 'D3.A- M3.A-', 'D3.B+ M3.B+', 'D3.B- M3.B-'])
    const lead = Object.values(wired.wires).find(
      (wire) => landingOf(wired, wire!.to)?.device === of('m4') && landingOf(wired, wire!.to)?.terminal === 'A+',
    )
    expect(lead).toMatchObject({ size: '0.5 mm²', length_mm: 1200 })
  })
  it('drivers: pulses from the next axis, plus and minus from the same rail', () => {
    const plan = axes()
    const wired = taken(plan, repeatJoints(plan, of('d1'), [of('d2'), of('d3')]).commands)
    expect(joinsOf(wired, 'D3').filter((each) => each.includes('A1'))).toEqual(['A1.D3 D3.DIR+', 'A1.P3 D3.PUL+'])
    expect(joinsOf(wired, 'D2').filter((each) => /PS1\.V/.test(each))).toHaveLength(2)
  })
  it('what has no counterpart is said and left', () => {
    const plan = new PlanBuilder('One', 'IEC')
      .device('A1', 'motion-board-24')
      .device('S1', 'end-stop')
      .device('S2', 'end-stop')
      .wire('A1.E5S', 'S1.S', 'signal')
      .build()
    const { joints, left } = repeatJoints(plan, of('s1'), [of('s2')])
    expect(joints).toBe(0)
    expect(left).toEqual(['S2 sig: nothing like A1 E5 sig is free'])
  })
})

describe('copies', () => {
  it('three more of a motor: tags and names go on, the pattern with them', () => {
    const plan = axes()
    const only = { ...plan, devices: { ...plan.devices } }
    for (const n of [2, 3, 4]) delete only.devices[of(`m${n}`)]
    const { commands, joints } = copyDevice(only, of('m1'), 3, true)
    const wired = taken(only, commands)
    expect(joints).toBe(12)
    expect(
      ['M2', 'M3', 'M4'].map((tag) => Object.values(wired.devices).find((each) => each!.tag === tag)?.name),
    ).toEqual(['Motor 2', 'Motor 3', 'Motor 4'])
    expect(joinsOf(wired, 'M4')).toHaveLength(4)
  })
  it('settings and loads go along; the place does not, for two do not stand in one', () => {
    const plan = taken(axes(), [
      {
        type: 'moveDevice',
        id: of('d1'),
        place: { kind: 'unplaced', enclosure: null },
      },
    ])
    const { commands } = copyDevice(plan, of('d1'), 1, false)
    const [added] = commands
    expect(added).toMatchObject({ type: 'addDevice', device: { tag: 'D5', place: { kind: 'unplaced' } } })
  })
})

describe('these to those in order', () => {
  const plan = axes()
  const ports = (device: string, ...terminals: string[]) =>
    terminals.map((terminal) => ({ device: of(device), terminal: terminal as TerminalId }))
  it('the first to the first', () => {
    const { commands, joints } = joinInOrder(plan, ports('a1', 'P2', 'D2'), ports('d2', 'PUL+', 'DIR+'), 'signal')
    expect(joints).toBe(2)
    expect(joinsOf(taken(plan, commands), 'D2')).toEqual(['A1.D2 D2.DIR+', 'A1.P2 D2.PUL+'])
  })
  it('says what is left of the longer list', () =>
    expect(joinInOrder(plan, ports('a1', 'P2', 'D2'), ports('d2', 'PUL+'), 'signal').left).toEqual([
      '1 of the longer list are left over',
    ]))
})
