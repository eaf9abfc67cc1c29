import { DEMOS } from '@demo/scenarios'
import { describe, expect, it } from 'vitest'
import { courseOf, reckon, type LeadFigure, type Point } from '@/core/figures'
import type { Plan } from '@/core/plan'
import { BUILDS } from '../builds'
import { laidOutWorkshop } from '../workshop'

const legs = (points: readonly Point[]) =>
  points.slice(1).map((to, i) => {
    const from = points[i]!
    return (['x', 'y', 'z'] as const).map((axis) => Math.abs(to[axis] - from[axis]))
  })

/** From the first terminal to the last in one enclosure, along its ways and nothing that is only measured. */
const isWithin = (plan: Plan, { parts, laid, bare_mm }: LeadFigure) =>
  bare_mm !== null && laid !== 'none' && parts.every(({ raceway }) => raceway === null || !plan.raceways[raceway]!.ends)

describe('the course of a lead as it is drawn', () => {
  it.each([
    ...Object.entries(DEMOS).map(([name, make]) => [name, make()] as const),
    ...BUILDS.map(({ name, plan }) => [name, plan] as const),
    ['the large plan', laidOutWorkshop(7)] as const,
  ])('%s: runs along the axes, and is as long as its length says', (_, plan) => {
    for (const lead of Object.values(reckon(plan).routes.leads)) {
      const strands = courseOf(plan, lead)
      for (const { points } of strands)
        for (const leg of legs(points)) expect(leg.filter((mm) => mm > 0.01).length).toBeLessThanOrEqual(1)
      const [only, ...more] = strands
      if (!only || more.length > 0 || !isWithin(plan, lead)) continue
      const isOut = lead.parts.some(({ raceway }) => raceway !== null && plan.raceways[raceway]!.kind === 'gland')
      if (isOut) continue
      const drawn_mm = legs(only.points).reduce((sum, leg) => sum + Math.max(...leg), 0)
      // A joint between two ways is counted to them; 45 mm at each at the most.
      const joints_mm = 45 * lead.parts.length
      expect(Math.abs(drawn_mm - lead.bare_mm!)).toBeLessThanOrEqual(joints_mm + 1)
    }
  })
})
