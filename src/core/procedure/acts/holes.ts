import { counted } from '@/core/quantity'
import { drillingMethod, type DrillingMethod } from '@/core/drilling'

import type { Enclosure, Plan } from '@/core/plan'
import type { FaceReckoning, Reckoning } from '@/core/figures'
import { holesCode } from '../facts'

import type { Act } from '../types'
import { rememberActs, actOf } from './draft'

export const holeStep = (enclosure: string, face: string) => `holes:${enclosure}/${face}`

/** One step a face: everything that is drilled, cut and blanked in it, before anything is mounted. */
export function holeSteps(plan: Plan, reckoning: Reckoning): readonly Act[] {
  return reckoning.faces.flatMap((reckoned) => {
    const box = plan.enclosures[reckoned.enclosure]!
    return remembered(reckoned, [box], () => holesOf(box, reckoned))
  })
}

/** Sheet printed, taped on and centres struck; a tool found, set up and put away. Common practice. */
const MARKING_MIN = 5
const TOOL_MIN = 3

const remembered = rememberActs<FaceReckoning>()

function holesOf(box: Enclosure, { enclosure, face, holes }: FaceReckoning): readonly Act[] {
  const toMake = holes.filter(({ state }) => state === 'make')
  const toBlank = holes.filter(({ state }) => state === 'blank')
  if (toMake.length + toBlank.length === 0) return []
  const data = box.faces[face]!
  const ways = new Map<string, { readonly method: DrillingMethod; count: number }>()
  for (const { shape } of toMake) {
    const method = drillingMethod({ shape, material: box.wall.material, thickness_mm: box.wall.thickness_mm })
    const way = ways.get(method.tool)
    if (way) way.count += 1
    else ways.set(method.tool, { method, count: 1 })
  }
  const [first] = [...ways.values()]
  return [
    actOf({
      id: holeStep(enclosure, face),
      phase: 'holes' as const,
      title: `${box.name}, ${data.name.toLowerCase()}: ${[toMake.length > 0 ? `${counted(toMake.length, 'hole')}` : '', toBlank.length > 0 ? `${toBlank.length} to blank` : ''].filter(Boolean).join(', ')}`,
      lines: [
        `Print the drill sheet at 1:1 and measure its 100 mm bar; tape it on the ${data.kind === 'plate' ? 'front' : 'outside'}.`,
        ...(first ? [`${first.method.steps[0]!}.`] : []),
        ...[...ways].map(([tool, { count }]) => `${count} by ${tool}.`),
        ...(first ? [`${first.method.steps.at(-1)!}.`] : []),
        ...(toBlank.length > 0 ? [`Blank: ${toBlank.map(({ label }) => label).join(', ')}.`] : []),
      ],
      minutes:
        MARKING_MIN +
        [...ways.values()].reduce((sum, { method, count }) => sum + TOOL_MIN + count * method.each_min, 0) +
        toBlank.length,
      tools: [...ways.keys(), 'deburrer', 'vacuum'],
      facts: { holes: holesCode(holes) },
      why: 'Chips beside live boards are found by sparks: all holes come before anything is mounted.',
    }),
  ]
}
