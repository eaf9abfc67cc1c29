/** A lead in a cut across a way, about its middle. */
export interface SectionCircle {
  readonly x_mm: number
  readonly y_mm: number
  readonly od_mm: number
}

/**
 * Leads as they lie in a box-shaped way, the first at the bottom: each as low as it goes among those before it, then as far
 * left. For pictures; what is too much stands above the edge.
 */
export function sectionOf(width_mm: number, height_mm: number, ods: readonly number[]): readonly SectionCircle[] {
  const laid: { x: number; y: number; r: number }[] = []
  const found = ods.map((od_mm) => {
    const r = od_mm / 2
    const most = Math.max(r, width_mm - r)
    // It comes to rest on the floor, or touching one or two that lie already.
    const steps = Math.max(1, Math.ceil((most - r) / Math.max(0.5, r / 3)))
    let best = { x: Math.min(r, width_mm / 2), y: Infinity }
    for (let k = 0; k <= steps; k += 1) {
      const x = r + ((most - r) * k) / steps
      let y = r
      for (const other of laid) {
        const dx = x - other.x
        const reach = r + other.r
        if (Math.abs(dx) < reach) y = Math.max(y, other.y + Math.sqrt(reach * reach - dx * dx))
      }
      if (y < best.y - 1e-6) best = { x, y }
    }
    laid.push({ ...best, r })
    return { x_mm: best.x - width_mm / 2, y_mm: height_mm / 2 - best.y, od_mm }
  })
  return found
}
