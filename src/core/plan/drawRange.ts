import { coilsOf } from './actuators'
import type { Plan } from './schema/plan'

type Part = Plan['parts'][keyof Plan['parts']]

/** Where a part states no greatest volts, more than this share of nominal is unusual; common practice. */
export const UNUSUALLY_MUCH = 1.35
/** Where it states no least, below this share it works badly; common practice. */
export const TOO_LITTLE = 0.7

/** The volts that a draw is made for, as its part states them: by the draw, the coil that it is, or its terminal; null where nothing does. */
export function drawRange(
  part: Part,
  draw: Part['draws'][number],
): { readonly least_V: number | null; readonly most_V: number | null } {
  // An input that works something states its range as such.
  const coil = coilsOf(part).find((each) => each.coil.plus === draw.plus && each.coil.minus === draw.minus)?.coil
  return {
    least_V: draw.min_V ?? coil?.pickUp_V ?? part.terminals[draw.plus]!.min_V,
    most_V: draw.max_V ?? coil?.max_V ?? null,
  }
}
