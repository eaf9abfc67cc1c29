import { DEMOS } from '@demo/scenarios'
import { describe, expect, it } from 'vitest'
import { courseOf, courseOnFaces, reckon, type LeadFigure, type Point } from '@/core/figures'
import type { EnclosureId, Plan } from '@/core/plan'
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

  it.each([
    ...Object.entries(DEMOS).map(([name, make]) => [name, make()] as const),
    ...BUILDS.map(({ name, plan }) => [name, plan] as const),
  ])(
    '%s: laid onto the faces, each piece is on its face, and together they are no longer than the course',
    (_, plan) => {
      let [onFaces_mm, all_mm] = [0, 0]
      for (const lead of Object.values(reckon(plan).routes.leads))
        for (const enclosure of Object.keys(plan.enclosures) as EnclosureId[]) {
          const pieces = courseOnFaces(plan, lead, enclosure)
          for (const { face, points } of pieces)
            for (const [x, y] of points) {
              const { width_mm, height_mm } = plan.enclosures[enclosure]!.faces[face]!
              expect(x > -1.1 && y > -1.1 && x < width_mm + 1.1 && y < height_mm + 1.1).toBe(true)
            }
          const strands = courseOf(plan, lead).filter((strand) => strand.enclosure === enclosure)
          const own_mm = pieces.reduce((sum, { points }) => sum + lengthOf(points), 0)
          const course_mm = strands.reduce(
            (sum, { points }) =>
              sum +
              legs(points)
                .flat()
                .reduce((a, b) => a + b, 0),
            0,
          )
          expect(own_mm).toBeLessThanOrEqual(course_mm + 0.1)
          onFaces_mm += own_mm
          all_mm += course_mm
        }
      // What is left over goes off a face, or down to it.
      if (all_mm > 0) expect(onFaces_mm / all_mm).toBeGreaterThan(0.5)
    },
  )
})

const lengthOf = (points: readonly (readonly [number, number])[]) =>
  points.slice(1).reduce((sum, [x, y], i) => sum + Math.abs(x - points[i]![0]) + Math.abs(y - points[i]![1]), 0)
