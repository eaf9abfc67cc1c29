import { describe, expect, it } from 'vitest'
import { PATTERNS, startingPattern } from '@/core/patterns'
import type { Plan, StateId } from '@/core/plan'
import { reckon } from '@/core/figures'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { layoutRafters, type Card } from './layoutRafters'

const FULL = 'state:full' as StateId
const plans: readonly (readonly [string, Plan])[] = [
  ['clay printer', clayPrinter()],
  ...PATTERNS.flatMap((name) => [
    [`${name} IEC`, startingPattern(name, 'IEC')] as const,
    [`${name} NEC`, startingPattern(name, 'NEC')] as const,
  ]),
]
const touch = (a: Card, b: Card) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

describe.each(plans)('%s', (_name, plan) => {
  const reckoning = reckon(plan)
  const picture = layoutRafters(plan, reckoning, FULL)

  it('no two cards overlap, none leaves the picture', () => {
    for (const [i, a] of picture.cards.entries()) {
      expect(a.x).toBeGreaterThanOrEqual(0)
      expect(a.x + a.width).toBeLessThanOrEqual(picture.width)
      expect(a.y + a.height).toBeLessThanOrEqual(picture.height)
      for (const b of picture.cards.slice(i + 1)) expect(touch(a, b), `${a.tag} and ${b.tag}`).toBe(false)
    }
  })

  it('every card hangs clear of the beams', () => {
    for (const card of picture.cards)
      for (const beam of picture.beams)
        expect(
          card.y < beam.y + 12 &&
            beam.y < card.y + card.height &&
            card.x < beam.x + beam.width &&
            beam.x < card.x + card.width,
        ).toBe(false)
  })

  it('every fed device is somewhere', () => {
    const shown = new Set(picture.cards.flatMap(({ devices }) => devices))
    for (const rail of reckoning.rails) for (const { device } of rail.branches) expect(shown.has(device)).toBe(true)
  })

  it('a beam is filled by its load', () => {
    for (const beam of picture.beams)
      expect(beam.fill).toBeCloseTo(Math.min(1, (beam.rail.current_A[FULL] ?? 0) / beam.rail.capacity_A), 9)
  })
})

it('more capacity is never a shorter beam, where the loads leave it free', () => {
  const { beams } = layoutRafters(clayPrinter(), reckon(clayPrinter()), FULL)
  const dc = beams
    .filter(({ side }) => side === '+')
    .sort((a, b) => a.rail.capacity_A * a.rail.voltage_V - b.rail.capacity_A * b.rail.voltage_V)
  for (let i = 1; i < dc.length; i += 1) expect(dc[i]!.width).toBeGreaterThanOrEqual(dc[i - 1]!.width)
})
