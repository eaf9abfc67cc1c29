import { motorSupplyPower } from '@/core/supply'
import type { Device, Draw, Load } from '@/core/plan'

/** Power or current of a draw as the person has it; a motor's phase current becomes the power its supply gives. */
export function drawAmount(
  device: Device,
  draw: Draw,
): { readonly power_W: number | null; readonly current_A: number | null } {
  const own = (device.loads as Readonly<Record<string, Load>>)[draw.id]
  if (!own) return { power_W: draw.power_W, current_A: draw.current_A }
  if ('motor' in own) return { power_W: motorSupplyPower(own.motor).power_W, current_A: null }
  return 'power_W' in own ? { power_W: own.power_W, current_A: null } : { power_W: null, current_A: own.current_A }
}

/** A draw's nominal power. */
export function drawPower_W(device: Device, draw: Draw): number {
  const { power_W, current_A } = drawAmount(device, draw)
  return power_W ?? (current_A ?? 0) * draw.nominal_V
}
