import { runPixels, type PixelRunRequest } from '@/core/pixels'
import { landed, type Plan } from '@/core/plan'
import type { SizedPlan } from '../settled/sizeWires'
import type { Model } from '@/core/model'
import type { PixelReckoning, Rail } from '../types'

/** The least that pixels work at where their part says nothing, as a share of their nominal volts. */
const LEAST_SHARE = 0.8

/** Every pixel string on its rail: volts along it by the wires that feed it, and where to feed again. */
export function reckonPixels(plan: Plan, model: Model, sized: SizedPlan, rails: readonly Rail[]): PixelReckoning[] {
  return model.devices.flatMap(({ id, device, part }): PixelReckoning[] => {
    const { behaviour } = part
    if (behaviour.kind !== 'pixel-string') return []
    const rail = rails.find((each) => each.kind === 'dc' && each.branches.some((branch) => branch.device === id))
    const branch = rail?.branches.find((each) => each.device === id)
    const draw = part.draws[0]
    if (!rail || !branch || !draw) return []
    const wires = branch.wires.flatMap((wire) => {
      const reckoned = sized.wires.get(wire)
      return reckoned?.size ? [{ size: reckoned.size, length_mm: reckoned.length_mm }] : []
    })
    const own = (device.loads as Readonly<Record<string, { current_A?: number; power_W?: number }>>)[draw.id]
    const full_A = (behaviour.count * behaviour.each_mA) / 1000
    const wanted_A = own?.current_A ?? (own?.power_W !== undefined ? own.power_W / draw.nominal_V : full_A)
    // The longest piece of the way stands for all of it, at the length of all.
    const longest = wires.reduce<{ size: string; length_mm: number } | null>(
      (most, wire) => (!most || wire.length_mm > most.length_mm ? wire : most),
      null,
    )
    const isFedTwice =
      Object.values(part.terminals).filter((terminal) => terminal!.function === 'V+').length > 1 &&
      isConnected(plan, id, part)
    const request: PixelRunRequest = {
      count: behaviour.count,
      each_mA: behaviour.each_mA,
      brightness_percent: Math.min(100, Math.max(0.1, (100 * wanted_A) / full_A)),
      voltage_V: rail.voltage_V,
      pitch_mm: behaviour.pitch_mm,
      loop_ohm_per_m: behaviour.loop_ohm_per_m,
      feedSize: longest?.size ?? '1 mm²',
      feed_m: wires.reduce((sum, wire) => sum + wire.length_mm, 0) / 1000,
      minimum_V: draw.min_V ?? LEAST_SHARE * draw.nominal_V,
      fedFrom: isFedTwice ? 'both' : 'one',
    }
    const { result, trace } = runPixels(request)
    return [{ device: id, request, ...result, far: { value: result.far_V, unit: 'V', trace } }]
  })
}

/** Whether every positive terminal of a string has a wire: it is fed at both ends. */
function isConnected(plan: Plan, device: string, part: Plan['parts'][keyof Plan['parts']]): boolean {
  const used = new Set(
    Object.values(landed(plan).wires)
      .flatMap((wire) => [wire!.from, wire!.to])
      .flatMap((end) => (end.kind === 'terminal' && end.device === device ? [end.terminal as string] : [])),
  )
  return Object.entries(part!.terminals)
    .filter(([, terminal]) => terminal!.function === 'V+')
    .every(([key]) => used.has(key))
}
