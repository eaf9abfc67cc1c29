import { drawPower_W, type Model } from '@/core/model'
import { shareOf, type Plan, type StateId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { step, type Figure } from '@/core/trace'

/** Nominal power of all loads at their shares, before wires and supplies. */
export function askedFor(plan: Plan, model: Model, stateId: StateId): Figure {
  const state = plan.states[stateId]!
  const parts = model.devices.flatMap(({ id, device, part }) => {
    const full_W = part.draws.reduce((sum, draw) => sum + drawPower_W(device, draw), 0)
    const power_W = part.draws.reduce((sum, draw) => sum + drawPower_W(device, draw) * shareOf(state, id, draw.id), 0)
    const share = full_W > 0 ? power_W / full_W : 1
    return power_W > 0 && device.origin !== 'remove'
      ? [
          {
            words: `${device.tag} ${formatNumber(power_W, 4)} W${share === 1 ? '' : ` (${formatNumber(100 * share)} %)`}`,
            power_W,
          },
        ]
      : []
  })
  const value = parts.reduce((sum, { power_W }) => sum + power_W, 0)
  return {
    value,
    unit: 'W',
    trace: [
      step('Loads at their shares', parts.map(({ words }) => words).join(' + ') || 'none', 'the plan'),
      step('Together', `${formatNumber(value, 4)} W at the loads, before what wires and supplies lose`),
    ],
  }
}
