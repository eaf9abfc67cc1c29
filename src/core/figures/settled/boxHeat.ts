import {
  AIR_M3_PER_H,
  dayAndNight,
  enclosureHeat,
  sunOn_W,
  thermostatFor,
  WALL_W_PER_M2K,
  type WallMaterial,
} from '@/core/heat'
import { resistance_ohm_per_km } from '@/core/conductor'
import { formatNumber } from '@/core/quantity'
import { COMMON_PRACTICE, step } from '@/core/trace'
import { boxesOf, type Air } from './air'
import { isBoard, type DeviceId, type EnclosureId, type Plan, type StateId, type WireId } from '@/core/plan'
import { byState, worstOf } from './overStates'
import type { SizedPlan } from './sizeWires'
import type { Solution } from '@/core/model'
import { splitKey, type Model } from '@/core/model'
import type { BoxHeatReckoning } from '../types'

/** Of what a driver passes to its motor it keeps this share; common practice. */
const DRIVER_SHARE = 0.1
/** Of what a fan blows freely, filters and grilles leave this share; common practice. */
const FAN_SHARE = 0.5

/** What each box loses inside by state, and how warm its air gets: still, and with the fans that are in it. */
export function reckonBoxHeat(model: Model, sized: SizedPlan, air: Air): BoxHeatReckoning[] {
  const { plan } = model
  const boxes = Object.entries(plan.enclosures).filter(
    ([, enclosure]) => enclosure!.kind === 'box' && enclosure!.origin !== 'remove',
  )
  const boxOf = boxesOf(model)
  const wiresIn = new Map<EnclosureId, { readonly id: WireId; readonly ohm: number }[]>()
  for (const { id, from, to } of model.conductors) {
    const [box, other] = [from, to].map((end) => boxOf.get(splitKey(end).device) ?? null)
    const { size, length_mm } = sized.wires.get(id)!
    if (!box || box !== other || !size) continue
    const ohm = (resistance_ohm_per_km(size, air.along({ from, to })) * length_mm) / 1e6
    const list = wiresIn.get(box)
    if (list) list.push({ id, ohm })
    else wiresIn.set(box, [{ id, ohm }])
  }
  return boxes.map(([key, enclosure]) => {
    const id = key as EnclosureId
    const inside = model.devices.filter((entry) => boxOf.get(entry.id) === id)
    const losses = inside.map(({ id: device, part }) => ({
      device,
      loss_W: byState(sized.states, (state) => lossOf(device, part, state)),
    }))
    const wires_W = byState(sized.states, ({ wireCurrent_A }) =>
      (wiresIn.get(id) ?? []).reduce((sum, wire) => sum + (wireCurrent_A.get(wire.id) ?? 0) ** 2 * wire.ohm, 0),
    )
    const total_W = Object.fromEntries(
      Object.keys(wires_W).map((state) => [
        state,
        losses.reduce((sum, { loss_W }) => sum + loss_W[state as StateId]!, wires_W[state as StateId]!),
      ]),
    ) as Record<StateId, number>
    const worst = worstOf(
      Object.fromEntries(
        Object.entries(total_W).filter(([state]) => !plan.states[state as StateId]!.startUp),
      ) as Record<StateId, number | null>,
    )
    const loss_W = worst.value ?? 0
    const { inner, wall, sealed } = enclosure!
    const material: WallMaterial = wall.material === 'wood' ? 'plastic' : wall.material
    const mounting = enclosure!.mounting ?? 'wall'
    const isMeasured = inner.width_mm > 0 && inner.height_mm > 0 && inner.depth_mm > 0
    const blown_m3_per_h = sealed
      ? 0
      : FAN_SHARE *
        inside.reduce(
          (sum, { part }) => sum + (part.behaviour.kind === 'fan' ? (part.behaviour.airflow_m3_per_h ?? 0) : 0),
          0,
        )
    const answer = isMeasured
      ? enclosureHeat({
          ...inner,
          material,
          mounting,
          loss_W: loss_W + (enclosure!.outdoor?.sun === 'sun' ? sunOn_W(inner) : 0),
          ambient_C: plan.site.ambient_C,
          maxInside_C: plan.practice.inside_C,
        })
      : null
    const carried_W_per_K = answer
      ? WALL_W_PER_M2K[material] * answer.result.area_m2 + blown_m3_per_h / AIR_M3_PER_H
      : 0
    const { outdoor } = enclosure!
    const sun_W = outdoor?.sun === 'sun' && isMeasured ? sunOn_W(inner) : 0
    const inside_C = answer ? plan.site.ambient_C + (loss_W + sun_W) / carried_W_per_K : null
    const sources = [...losses]
      .sort((a, b) => (b.loss_W[worst.state!] ?? 0) - (a.loss_W[worst.state!] ?? 0))
      .slice(0, 6)
      .filter(({ loss_W: each }) => (each[worst.state!] ?? 0) > 0.05)
    const lossTrace = [
      step(
        'Lost inside',
        `${sources.map(({ device, loss_W: each }) => `${plan.devices[device]!.tag} ${formatNumber(each[worst.state!]!)} W`).join(', ') || 'nothing'}, wires ${formatNumber(worst.state ? wires_W[worst.state]! : 0)} W; together ${formatNumber(loss_W)} W${worst.state ? `, state “${plan.states[worst.state]!.name}”` : ''}`,
        "the parts' efficiency; a driver keeps 10 % of what it passes on (common practice)",
      ),
    ]
    return {
      enclosure: id,
      losses,
      wires_W,
      worstState: worst.state,
      loss: { value: loss_W, unit: 'W', trace: lossTrace },
      stillAir: {
        value: answer?.result.inside_C ?? null,
        unit: '°C',
        trace: answer
          ? [...lossTrace, ...answer.trace]
          : [...lossTrace, step('Size of the box', 'not given, so its temperature is not derived', 'the plan')],
      },
      wantedFan_m3_per_h: answer?.result.fan_m3_per_h ?? null,
      blown_m3_per_h,
      sun_W,
      day:
        outdoor && answer
          ? dayAndNight({
              day_C: plan.site.ambient_C,
              night_C: Math.min(outdoor.night_C, plan.site.ambient_C),
              humidity_percent: outdoor.humidity_percent,
              loss_W,
              carries_W_per_K: carried_W_per_K,
              sun_W,
            })
          : null,
      thermostat: thermostatFor({ ambient_C: plan.site.ambient_C, maxInside_C: plan.practice.inside_C }),
      inside: {
        value: inside_C,
        unit: '°C',
        trace: answer
          ? [
              ...lossTrace,
              ...answer.trace.slice(0, 2),
              step(
                'Fans',
                blown_m3_per_h === 0
                  ? sealed
                    ? 'none: the box is sealed'
                    : 'none in the box'
                  : `${formatNumber(blown_m3_per_h)} m³/h, half of what they blow freely, carry ${formatNumber(blown_m3_per_h / AIR_M3_PER_H)} W for each kelvin`,
                COMMON_PRACTICE,
              ),
              ...(sun_W > 0
                ? [step('Sun', `${formatNumber(sun_W)} W at noon on the largest side`, COMMON_PRACTICE)]
                : []),
              step(
                'Inside',
                `${formatNumber(plan.site.ambient_C)} °C + ${formatNumber(loss_W + sun_W)} W ÷ ${formatNumber(carried_W_per_K)} W/K = ${formatNumber(inside_C!)} °C`,
              ),
            ]
          : [...lossTrace, step('Size of the box', 'not given, so its temperature is not derived', 'the plan')],
      },
    }
  })
}

function lossOf(id: DeviceId, part: Plan['parts'][keyof Plan['parts']], state: Solution): number {
  const { behaviour, links, draws } = part!
  let loss_W = 0
  if (behaviour.kind === 'supply' || behaviour.kind === 'converter') {
    for (const output of behaviour.outputs)
      loss_W +=
        Math.max(0, state.outputs.get(`${id}/${output.id}`)?.power_W ?? 0) * (100 / behaviour.efficiency_percent - 1)
  }
  for (const link of links)
    if (link.kind === 'semiconductor')
      loss_W += link.drop_V * Math.abs(state.linkCurrent_A.get(`${id}/${link.id}`) ?? 0)
  for (const draw of draws) {
    const power_W = Math.abs(
      (state.drawVoltage_V.get(`${id}#${draw.id}`) ?? 0) * (state.drawCurrent_A.get(`${id}#${draw.id}`) ?? 0),
    )
    loss_W += power_W * (passesOn(part!, draw.id) ? DRIVER_SHARE : 1)
  }
  return loss_W
}

const drivers = new WeakMap<object, boolean>()

/** Whether a draw is power for motors, which turn it into heat and work elsewhere. */
function passesOn(part: Plan['parts'][keyof Plan['parts']], draw: string): boolean {
  let isDriver = drivers.get(part)
  if (isDriver === undefined) {
    isDriver =
      (part.behaviour.kind === 'driver' || isBoard(part)) &&
      Object.values(part.terminals).some((terminal) => terminal!.function === 'coil-A')
    drivers.set(part, isDriver)
  }
  return isDriver && draw !== 'logic'
}
