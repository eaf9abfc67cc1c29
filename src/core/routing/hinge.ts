/** A loop of leads over a hinge: long enough at every angle of the door, and no longer than it must. */

export interface HingeRequest {
  /** From the hinge's line to where the leads are held on the still side, along and off the wall. */
  readonly still: { readonly along_mm: number; readonly off_mm: number }
  /** Likewise on the door, with the door shut. */
  readonly door: { readonly along_mm: number; readonly off_mm: number }
  /** Along the hinge. */
  readonly apart_mm: number
  readonly opens_deg: number
}

export interface HingeAnswer {
  readonly length_mm: number
  /** Between the two holds with the door shut, and at the angle where they are farthest apart. */
  readonly shut_mm: number
  readonly farthest_mm: number
}

/** Beyond the farthest stretch, so that the loop never pulls; common practice. */
const RELIEF = 1.1
const HELD_EACH_END_mm = 15

export function hingeLoop({ still, door, apart_mm, opens_deg }: HingeRequest): HingeAnswer {
  const at = (angle_deg: number) => {
    const turn = (angle_deg * Math.PI) / 180
    const x = door.along_mm * Math.cos(turn) - door.off_mm * Math.sin(turn)
    const z = door.along_mm * Math.sin(turn) + door.off_mm * Math.cos(turn)
    return Math.hypot(x - still.along_mm, z - still.off_mm, apart_mm)
  }
  let farthest_mm = at(0)
  for (let angle = 1; angle <= opens_deg; angle += 1) farthest_mm = Math.max(farthest_mm, at(angle))
  return { length_mm: farthest_mm * RELIEF + 2 * HELD_EACH_END_mm, shut_mm: at(0), farthest_mm }
}

/**
 * How far a loop stands out of the line between its two holds: the height of the arc of a circle of that length over that
 * chord (any handbook: s = r·θ, c = 2·r·sin(θ/2), h = r·(1 − cos(θ/2))). 0 for what is taut.
 */
export function bulge_mm(length_mm: number, chord_mm: number): number {
  if (length_mm <= chord_mm) return 0
  // Half the angle by halving; a full circle closes the loop on itself.
  let [low, high] = [1e-6, Math.PI]
  const share = chord_mm / length_mm
  for (let i = 0; i < 60; i += 1) {
    const half = (low + high) / 2
    if (Math.sin(half) / half > share) low = half
    else high = half
  }
  const half = (low + high) / 2
  const radius_mm = length_mm / (2 * half)
  return radius_mm * (1 - Math.cos(half))
}
