import type { Draw, Plan } from '@/core/plan'

/** Power or current of a draw as the person has it. */
export function drawAmount(device: Plan['devices'][keyof Plan['devices']], draw: Draw): { readonly power_W: number | null; readonly current_A: number | null } {
  const own = (device.loads as Readonly<Record<string, { readonly power_W: number } | { readonly current_A: number }>>)[draw.id]
  if (!own) return { power_W: draw.power_W, current_A: draw.current_A }
  return 'power_W' in own ? { power_W: own.power_W, current_A: null } : { power_W: null, current_A: own.current_A }
}

/** A draw's nominal power. */
export function drawPower_W(device: Plan['devices'][keyof Plan['devices']], draw: Draw): number {
  const { power_W, current_A } = drawAmount(device, draw)
  return power_W ?? (current_A ?? 0) * draw.nominal_V
}
