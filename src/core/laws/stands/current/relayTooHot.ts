import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import type { SwitchReckoning } from '@/core/figures'
import { defineRule } from '@/core/judging'

/** Sinks come in steps; this share of what is wanted is offered as the fix. */
const SINK_STEP_K_PER_W = 0.5

export const relayTooHot = defineRule<SwitchReckoning & { readonly heat: NonNullable<SwitchReckoning['heat']> }>({
  severity: 'stop',
  title: 'Solid-state relay too hot',
  stage: 'guard',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.switches.flatMap((each) =>
      each.heat &&
      each.heat.base.value! > each.heat.max_C * (1 + 1e-9) &&
      plan.devices[each.device]!.origin !== 'remove'
        ? [{ ...each, heat: each.heat }]
        : [],
    ),
  word: ({ device, heat }, context) => {
    const wanted = heat.wanted_K_per_W
    const step = wanted === null ? null : Math.floor(wanted / SINK_STEP_K_PER_W) * SINK_STEP_K_PER_W
    return {
      subjects: [{ kind: 'device', id: device }],
      what: `${context.device(device).tag} sheds ${formatNumber(heat.dissipation_W)} W and its base gets ${formatNumber(heat.base.value!)} °C${heat.fitted_K_per_W === null ? ' without a sink' : ` on ${formatNumber(heat.fitted_K_per_W)} K/W`}; it may get ${formatNumber(heat.max_C)} °C`,
      why: 'An overheated solid-state relay fails shorted: the heater stays on. Put it on a sink with its fins upright, in air.',
      fixes:
        step !== null && step > 0
          ? [
              {
                label: `Put it on a sink of ${step} K/W`,
                commands: [{ type: 'updateDevice', id: device, changes: { sink_K_per_W: step } }],
              },
            ]
          : [],
    }
  },
})
