import type { HoleShape } from '@/core/geometry'
import { STEP_BIT_mm } from '@/core/reference'
import { COMMON_PRACTICE } from '@/core/trace'
import type { WallSubstance } from './types'

export interface DrillingMethod {
  /** Small enough to be led by, before the size itself; null where the bit leads itself. */
  readonly pilot_mm: number | null
  readonly tool: string
  /** Marked, made and deburred, the tool in hand. */
  readonly each_min: number
  /** Step of the bit that stops short of or at the size; null where no step bit serves. */
  readonly stepTo_mm: number | null
  readonly steps: readonly string[]
  readonly source: string
}

/** Up to here a twist drill makes a round hole in sheet. */
const TWIST_mm = 10
/** A drill of this size is led by its own tip. */
const SELF_LED_mm = 4
/** What filing may add to the nearest step. */
const FILED_mm = 0.6
/** Thicker walls than this a step bit does not pass in one step. */
const STEP_HEIGHT_mm = 4

const METAL: Readonly<Record<WallSubstance, boolean>> = {
  'painted-steel': true,
  stainless: true,
  aluminium: true,
  plastic: false,
  wood: false,
}

const BEFORE: Readonly<Record<WallSubstance, string>> = {
  'painted-steel': 'Tape the template on, centre-punch every mark',
  stainless: 'Tape the template on, centre-punch every mark; a sharp cobalt bit, slow, with oil, and never let it rub',
  aluminium: 'Tape the template on, centre-punch every mark; a drop of spirit keeps chips from sticking',
  plastic: 'Mask with tape, tape the template on, prick the marks; slow, light, a board behind it',
  wood: 'Tape the template on, prick the marks; a board behind it against tearing',
}
const AFTER: Readonly<Record<WallSubstance, string>> = {
  'painted-steel': 'Deburr both sides, touch up bare edges; scrape paint where earth must touch',
  stainless: 'Deburr both sides',
  aluminium: 'Deburr both sides',
  plastic: 'Scrape the rim, no sharp notch in a corner',
  wood: 'Sand the rim',
}

/** How a hole is made in a wall, by its material: what leads, which tool, what before and after. Common practice throughout. */
export function drillingMethod({
  shape,
  material,
  thickness_mm,
}: {
  readonly shape: HoleShape
  readonly material: WallSubstance
  readonly thickness_mm: number
}): DrillingMethod {
  const steps = [BEFORE[material]]
  const finish = (method: Omit<DrillingMethod, 'steps' | 'source'>, ...own: string[]): DrillingMethod => ({
    ...method,
    steps: [...steps, ...own, `${AFTER[material]}; test-fit; take up every chip, do not blow`],
    source: COMMON_PRACTICE,
  })
  if (shape.kind === 'round' || shape.kind === 'd-shaped') {
    const d = shape.diameter_mm
    const flat =
      shape.kind === 'd-shaped'
        ? [
            `Drill it small, to ${2 * Math.min(shape.flat_mm, d / 2)} mm, and file the round side out to the template; the flat keeps the part from turning`,
          ]
        : []
    if (shape.kind === 'd-shaped')
      return finish(
        {
          pilot_mm: pilotFor(2 * shape.flat_mm),
          tool: 'drill and half-round file, or a D punch',
          each_min: 6,
          stepTo_mm: stepUpTo(2 * shape.flat_mm),
        },
        ...flat,
      )
    if (d <= TWIST_mm) {
      const pilot_mm = pilotFor(d)
      return finish(
        { pilot_mm, tool: `twist drill ${d} mm`, stepTo_mm: null, each_min: 1 },
        ...(pilot_mm === null ? [] : [`Pilot ${pilot_mm} mm`]),
        `Drill ${d} mm`,
      )
    }
    const step_mm = stepUpTo(d)
    if (step_mm !== null && d - step_mm <= FILED_mm && thickness_mm <= STEP_HEIGHT_mm)
      return finish(
        { pilot_mm: SELF_LED_mm, tool: `step bit to ${step_mm} mm`, stepTo_mm: step_mm, each_min: 2 },
        `Pilot ${SELF_LED_mm} mm`,
        `Step bit to ${step_mm} mm${d > step_mm ? `, file to ${d} mm` : ''}`,
      )
    const isPunched = METAL[material] && material !== 'stainless'
    return finish(
      {
        pilot_mm: isPunched ? TWIST_mm : 6,
        tool: isPunched ? `punch or hole saw ${d} mm` : `hole saw ${d} mm`,
        each_min: 4,
        stepTo_mm: null,
      },
      isPunched ? `Pilot ${TWIST_mm} mm for the punch’s bolt` : 'Pilot 6 mm leads the saw',
      `${isPunched ? 'Punch' : 'Saw'} ${d} mm`,
    )
  }
  const least = shape.kind === 'slot' ? shape.width_mm : Math.min(shape.width_mm, shape.height_mm)
  if (shape.kind === 'slot')
    return finish(
      { pilot_mm: pilotFor(least), tool: 'drill and file', stepTo_mm: null, each_min: 6 },
      `Drill ${least} mm at both ends, ${shape.length_mm - least} mm between centres, and file out what is between`,
    )
  const corner_mm = Math.min(TWIST_mm, Math.max(SELF_LED_mm, 2 * shape.corner_mm, Math.min(8, least / 3)))
  return finish(
    {
      pilot_mm: SELF_LED_mm,
      tool: METAL[material] ? 'nibbler or saw, and file' : 'fine saw and file',
      each_min: METAL[material] ? 15 : 10,
      stepTo_mm: null,
    },
    `Drill ${Math.round(corner_mm * 10) / 10} mm just inside the four corners`,
    `${METAL[material] ? 'Nibble or saw' : 'Saw'} from corner to corner, file to the line`,
  )
}

function pilotFor(d: number): number | null {
  return d <= SELF_LED_mm ? null : d <= 6 ? 2.5 : SELF_LED_mm
}

function stepUpTo(d: number): number | null {
  return [...STEP_BIT_mm].reverse().find((step) => step <= d + 1e-9) ?? null
}
