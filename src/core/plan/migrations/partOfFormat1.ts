import { withActuators } from './actuatorsOfPart'
import { isRecord, without, type Raw } from './raw'

/** What a part of format 1 has and one of format 2 has not. */
export function isOfFormat1(part: Raw): boolean {
  const links = Array.isArray(part.links) ? (part.links as unknown[]) : []
  const draws = Array.isArray(part.draws) ? (part.draws as unknown[]) : []
  const behaviour = isRecord(part.behaviour) ? part.behaviour : {}
  return (
    links.some(
      (link) =>
        isRecord(link) && (link.kind === 'contact' || link.kind === 'semiconductor') && link.actuator === undefined,
    ) ||
    draws.some((draw) => isRecord(draw) && 'minimum_V' in draw) ||
    ['coilPlus', 'controlPlus'].some((key) => key in behaviour)
  )
}

/** A part of format 1 as format 2 has it. */
export function liftPart(part: Raw): Raw {
  const lifted = withActuators(part)
  return {
    ...lifted,
    draws: Array.isArray(lifted.draws)
      ? (lifted.draws as unknown[]).map((draw) =>
          isRecord(draw) && 'minimum_V' in draw
            ? { ...without(draw, 'minimum_V'), min_V: draw.min_V ?? draw.minimum_V }
            : draw,
        )
      : lifted.draws,
  }
}
