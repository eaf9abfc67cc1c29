import { describe, expect, it } from 'vitest'
import { CATALOGUE, cataloguePart } from '@/core/catalogue'
import { apply, type DeviceId, type PartId } from '@/core/plan'
import { parsePlan } from '@/core/plan/schema'
import { reckon } from '@/core/figures'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { planReplacement } from '.'

const PS1 = 'device:ps1' as DeviceId
const replace = (device: string, part: string) =>
  planReplacement(clayPrinter(), device as DeviceId, cataloguePart(part))

describe('by function', () => {
  it('a larger supply takes every wire over', () => {
    const { carried, dropped, mismatches, command } = replace(PS1, 'part:supply-24-600')
    expect(dropped).toEqual([])
    expect(mismatches).toEqual([])
    expect(carried.map(({ from, to }) => `${from}>${to}`).sort()).toEqual(['L>L', 'N>N', 'PE>PE', 'V+1>V+1', 'V-1>V-1'])
    const outcome = apply(clayPrinter(), [command])
    if (outcome.kind === 'refused') throw new Error('refused')
    expect(reckon(outcome.plan).supplies[PS1]!.loading.value!).toBeLessThan(
      reckon(clayPrinter()).supplies[PS1]!.loading.value!,
    )
  })

  it('another voltage is said before it is done', () =>
    expect(replace(PS1, 'part:supply-12-350').mismatches.join()).toMatch(/output is 12 V and was 24 V/))
  it('a weaker one too', () =>
    expect(replace(PS1, 'part:supply-24-60').mismatches.join()).toMatch(/gives 2.5 A and gave 14.6 A/))
  it('a selector that was not there before too', () =>
    expect(
      planReplacement(clayPrinter(), 'device:ps2' as DeviceId, cataloguePart('part:supply-5-100')).mismatches.join(),
    ).toMatch(/mains selector/))

  it('a two-pole switch by a one-pole: one pair finds no place', () => {
    const { carried, dropped } = replace('device:q1', 'part:switch-1p')
    expect(carried).toHaveLength(2)
    expect(dropped.map(({ why }) => why).join()).toMatch(/nothing that does this/)
  })

  it('terminals of one bar share wires by room: a 5-way splice in place of 6 ways', () => {
    const { carried, dropped } = replace('device:xl', 'part:splice-3')
    expect(carried).toHaveLength(3)
    expect(dropped).toHaveLength(1)
    expect(dropped[0]!.why).toMatch(/no room/)
  })

  it('a board by a computer: power in is carried, motors are not', () => {
    const { carried, dropped, mismatches } = replace('device:a1', 'part:computer-5')
    expect(carried.map(({ to }) => to).sort()).toEqual(['G', 'V+', 'V-'])
    expect(dropped.length).toBeGreaterThan(10)
    expect(mismatches.join()).toMatch(/another kind of thing/)
  })

  it('a fuse holder by a breaker: in and out stay in and out', () =>
    expect(
      replace('device:f1', 'part:breaker-1p')
        .carried.map(({ from, to }) => `${from}>${to}`)
        .sort(),
    ).toEqual(['1>1', '2>2']))
})

it('whatever is put in whatever’s place, the result is a valid plan and no clamp holds more wires than before or than it may', () => {
  const plan = clayPrinter()
  // One device of each part, and of the catalogue one of each shape: supplies of other watts are put in alike.
  const devices = (Object.keys(plan.devices) as DeviceId[]).filter(
    (id, i, all) => all.findIndex((other) => plan.devices[other]!.part === plan.devices[id]!.part) === i,
  )
  const shapeOf = (id: PartId) => `${CATALOGUE[id]!.behaviour.kind} ${Object.keys(CATALOGUE[id]!.terminals).join(' ')}`
  const parts = (Object.keys(CATALOGUE) as PartId[]).filter(
    (id, i, all) => all.findIndex((other) => shapeOf(other) === shapeOf(id)) === i,
  )
  expect(parts.length).toBeGreaterThan(60)
  for (const device of devices) {
    for (const id of parts) {
      const { command, carried } = planReplacement(plan, device, { id, part: CATALOGUE[id]! })
      const outcome = apply(plan, [command])
      expect(outcome.kind).toBe('applied')
      const seen = new Map<string, number>()
      for (const { to, wires } of carried) seen.set(to, (seen.get(to) ?? 0) + wires.length)
      for (const [terminal, count] of seen)
        expect(count).toBeLessThanOrEqual(CATALOGUE[id]!.terminals[terminal as never]!.conductors.count)
    }
  }
  const last = apply(plan, [planReplacement(plan, PS1, cataloguePart('part:splice-3')).command])
  if (last.kind === 'applied') expect(parsePlan(JSON.parse(JSON.stringify(last.plan))).kind).toBe('plan')
})
