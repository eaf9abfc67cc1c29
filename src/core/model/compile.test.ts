import { describe, expect, it } from 'vitest'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, StateId, TerminalId } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { reckon } from '@/core/figures'
import { compile, Groups, splitKey, terminalKey } from '.'

const key = (tag: string, terminal: string) => terminalKey(`device:${tag}` as DeviceId, terminal as TerminalId)

describe('groups', () => {
  it('joins what is joined, and nothing else', () => {
    const groups = new Groups()
    groups.join('a', 'b')
    groups.join('c', 'd')
    groups.join('b', 'c')
    expect(groups.find('a')).toBe(groups.find('d'))
    expect(groups.find('e')).not.toBe(groups.find('a'))
  })
  it('terminal keys come apart again', () =>
    expect(splitKey(key('ps1', 'V+1'))).toEqual({ device: 'device:ps1', terminal: 'V+1' }))
})

describe('joints and nets of the demo', () => {
  const model = compile(clayPrinter())

  it('terminals of a bar are one joint, terminals of a wire one net', () => {
    expect(model.jointOf(key('ps1', 'V+1'))).toBe(model.jointOf(key('ps1', 'V+3')))
    expect(model.jointOf(key('ps1', 'V+1'))).not.toBe(model.jointOf(key('f2', 'IN')))
    expect(model.netOf(key('ps1', 'V+1'))).toBe(model.netOf(key('f2', 'IN')))
  })

  it('a fuse parts two nets, and its far side knows the source all the same', () => {
    expect(model.netOf(key('f2', 'IN'))).not.toBe(model.netOf(key('f2', '1')))
    const kinds = (terminal: ReturnType<typeof key>) =>
      model.netById.get(model.netOf(terminal))!.potentials.map(({ kind, device }) => `${kind} ${device}`)
    expect(kinds(key('f2', '1'))).toEqual(['+ device:ps1'])
    expect(kinds(key('xl', '1'))).toEqual(['L device:x1'])
  })

  it('negatives of both supplies meet, positives do not', () => {
    const minus = model.netById
      .get(model.netOf(key('x0', '1')))!
      .potentials.map(({ id }) => id)
      .sort()
    expect(minus).toEqual(['device:ps1/out/-', 'device:ps2/out/-'])
    expect(model.netOf(key('ps1', 'V+1'))).not.toBe(model.netOf(key('ps2', 'V+1')))
  })

  it('a parked wire joins nothing', () => {
    const plan = new PlanBuilder('p', 'IEC').device('V1', 'fan-24').wire('V1.+', 'V1.-', 'signal').build()
    const wire = Object.values(plan.wires)[0]!
    const parked = {
      ...plan,
      wires: {
        'wire:w1': { ...wire, to: { kind: 'parked' as const, where: 'bundle', why: 'spare', insulated: true } },
      },
    } as typeof plan
    expect(compile(parked).conductors).toEqual([])
  })
})

describe('rails', () => {
  const { rails } = reckon(clayPrinter())
  const rail = (id: string) => rails.find((candidate) => candidate.id === id)!
  const tags = (id: string) =>
    rail(id)
      .branches.map(({ device }) => device.replace('device:', ''))
      .sort()

  it('are the mains and each supply’s output', () =>
    expect(rails.map(({ id }) => id).sort()).toEqual(['device:ps1/out/+', 'device:ps2/out/+', 'device:x1/L']))
  it('hold what hangs on them', () => {
    expect(tags('device:x1/L')).toEqual(['e1', 'ps1', 'ps2'])
    expect(tags('device:ps1/out/+')).toEqual(['a1', 'e2', 'h2', 'k1', 'm4', 'v1', 'y1'])
    expect(tags('device:ps2/out/+')).toEqual(['a2', 'h1'])
  })
  it('know the way and the last fuse on it', () => {
    const plate = rail('device:x1/L').branches.find(({ device }) => device === 'device:e1')!
    expect(plate.through).toEqual(['device:q1', 'device:xl', 'device:f1', 'device:k1', 'device:b1'])
    expect(plate.fuse).toEqual({ device: 'device:f1', link: 'F' })
    const heater = rail('device:ps1/out/+').branches.find(({ device }) => device === 'device:e2')!
    expect(heater.through).toEqual(['device:f2', 'device:a1'])
  })
  it('carry what their branches draw', () => {
    for (const { current_A, branches } of rails) {
      const sum = branches.reduce((total, branch) => total + (branch.current_A['state:full' as StateId] ?? 0), 0)
      // On the mains the sum is of the branches; on DC what the supply gives is exactly what its branches take.
      expect(sum).toBeCloseTo(current_A['state:full' as StateId]!, 6)
    }
  })
})
