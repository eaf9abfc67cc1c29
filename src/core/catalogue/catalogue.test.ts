import { describe, expect, it } from 'vitest'
import { emptyPlan, partFaults, type Behaviour, type PartId } from '@/core/plan'
import { part as partSchema } from '@/core/plan/schema'
import { CATALOGUE, newDevice, nextTag, partFacts, partWords } from '.'

describe.each(Object.entries(CATALOGUE))('%s', (id, part) => {
  it('is a valid part', () => {
    expect(partSchema.safeParse(JSON.parse(JSON.stringify(part))).error?.issues ?? []).toEqual([])
    expect(partFaults(part, id)).toEqual([])
  })
  it('names no maker: words, figures and units only', () => expect(part.name).toMatch(/^[A-Z0-9][A-Za-z0-9 ,.×°/–-]+$/))
})

it('covers what the demo and the patterns need, and more', () => {
  const kinds = new Set(Object.values(CATALOGUE).map(({ behaviour }) => behaviour.kind as Behaviour['kind']))
  expect([...kinds]).toEqual(
    expect.arrayContaining([
      'mains-inlet',
      'supply',
      'protective-device',
      'switch',
      'emergency-stop',
      'solid-state-relay',
      'relay',
      'splice',
      'board',
      'driver',
      'motor',
      'heater',
      'fan',
      'sensor',
      'pixel-string',
      'earth-stud',
      'exposed-metal',
    ]),
  )
})

it('gives out free tags', () => {
  const plan = emptyPlan('x', 'IEC')
  expect(nextTag(plan, 'supply')).toBe('PS1')
  expect(
    nextTag(
      { ...plan, devices: { ['device:a' as never]: newDevice('part:splice-3' as PartId, 'ps1', 'x') } },
      'supply',
    ),
  ).toBe('PS2')
})

it('supplies: rated power is volts times amps, and the limit lies above the rating', () => {
  for (const { behaviour } of Object.values(CATALOGUE)) {
    if (behaviour.kind !== 'supply') continue
    for (const output of behaviour.outputs) {
      expect(output.voltage_V * output.current_A).toBeCloseTo(behaviour.power_W, 6)
      expect(output.limit_A).toBeGreaterThan(output.current_A)
    }
  }
})

it('no two parts bear one name, and there are some two hundred', () => {
  const names = Object.values(CATALOGUE).map(({ name }) => name)
  expect(names.filter((name, i) => names.indexOf(name) !== i)).toEqual([])
  expect(names.length).toBeGreaterThan(200)
})

it.each([
  ['e-stop', 'Emergency stop'],
  ['SSR', 'Solid-state relay'],
  ['PSU 24 V', '24 V 350 W enclosed supply'],
  ['RCD', 'Residual-current device'],
  ['terminal block', 'Rail distribution terminal'],
  ['LED strip', 'pixel string'],
  ['NTC', 'Thermistor'],
])('“%s” finds %s', (query, name) => {
  const words = query.toLowerCase().split(' ')
  const found = Object.values(CATALOGUE).filter((part) =>
    words.every((word) => partWords(part).toLowerCase().includes(word)),
  )
  expect(found.map((part) => part.name).join()).toContain(name)
})

it('each part says what it is compared by', () => {
  for (const part of Object.values(CATALOGUE)) expect(partFacts(part).join(), part.name).toMatch(/mm$/)
  expect(partFacts(CATALOGUE['part:supply-24-350' as PartId]!)).toContain('24 V, 14.6 A')
})
