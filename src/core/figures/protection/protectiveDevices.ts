import { resistance_ohm_per_km } from '@/core/conductor'
import {
  ASSUMED_PROSPECTIVE_A,
  openingTime,
  protect,
  sayOpening,
  selectivity,
  withstands_s,
  type CurvedDevice,
  ADIABATIC_MAX_S,
  adiabaticFactor,
} from '@/core/protection'
import { cite, FAMILIES, SOURCES, type Curve } from '@/core/reference'
import { formatNumber, wireSize } from '@/core/quantity'
import { COMMON_PRACTICE, step } from '@/core/trace'
import { outletOf, type Plan, type StateId, type WireId } from '@/core/plan'
import { ownOutletId } from '../settled/guards'
import { fittedRating, type Passage, type Model } from '@/core/model'
import { byState, worstOf } from '../settled/overStates'
import { feedWays } from '@/core/behaviour'
import type { Air } from '../settled/air'
import type { SizedPlan } from '../settled/sizeWires'
import type { FaultReckoning, ProtectiveReckoning, Rail } from '../types'

/** Hours on end: what a machine in use is taken to be. */
export const IS_CONTINUOUS = true

/** Every fuse and breaker of the plan: what it carries, what fits, and what happens when something behind it is shorted. */
export function reckonProtective(
  model: Model,
  sized: SizedPlan,
  rails: readonly Rail[],
  air: Air,
): ProtectiveReckoning[] {
  const { plan } = model
  const wiresBehind = new Map<string, WireId[]>()
  for (const [id, wire] of sized.wires) {
    if (!wire.guard) continue
    const list = wiresBehind.get(wire.guard.id)
    if (list) list.push(id)
    else wiresBehind.set(wire.guard.id, [id])
  }
  return model.passages.flatMap((passage): ProtectiveReckoning[] => {
    const { device, link, a, b } = passage
    if (link.kind !== 'protective') return []
    const { family, rating_A, curve } = fittedRating(plan.devices[device]!, link)
    const id = `${device}/${link.id}`
    const current = byState(sized.states, (state) =>
      state.unsolved.has(id) ? null : Math.abs(state.linkCurrent_A.get(id) ?? 0),
    )
    const running = Object.fromEntries(
      Object.entries(current).filter(([state]) => !plan.states[state as StateId]!.startUp),
    ) as Record<StateId, number | null>
    const starting = Object.fromEntries(
      Object.entries(current).filter(([state]) => plan.states[state as StateId]!.startUp),
    ) as Record<StateId, number | null>
    const worst = worstOf(Object.keys(running).length > 0 ? running : current)
    const wires = wiresBehind.get(id) ?? []
    const potentials = [a, b].flatMap((key) => model.netById.get(model.netOf(key))?.potentials ?? [])
    const isMains = potentials.some(({ kind }) => kind === 'L' || kind === 'N')
    const voltage_V = isMains
      ? plan.site.mains_V
      : potentials.reduce((most, potential) => Math.max(most, potential.voltage_V ?? 0), 0)
    const system = isMains ? ('ac-1ph' as const) : ('dc' as const)
    const limit = FAMILIES[family].loadingLimit_percent.continuous
    const loading = worst.value === null || rating_A === null ? null : (100 * worst.value) / rating_A
    const fixedWires_A = wires.flatMap((wire) =>
      sized.wires.get(wire)!.isReckoned ? [] : [sized.wires.get(wire)!.ampacity.value ?? 0],
    )
    const supplies = suppliesBehind(model, passage)
    const asked = {
      continuous: IS_CONTINUOUS,
      isOffered: true,
      wire_A: fixedWires_A.length > 0 ? Math.max(1e-3, Math.min(...fixedWires_A)) : null,
      family,
      ambient_C: air.at(device),
      ...(voltage_V > 0 ? { voltage_V, system } : {}),
    }
    const least = protect({ ...asked, load_A: worst.value ?? 0 })
    // What a supply is rated to take and its inrush count, not what hangs on it today.
    const advice = protect({
      ...asked,
      load_A: Math.max(worst.value ?? 0, supplies.rated_A),
      inrush_A: supplies.inrush_A,
    })
    return [
      {
        device,
        link: link.id,
        family,
        curve,
        rating_A,
        current_A: current,
        wires,
        voltage_V,
        system,
        worst: {
          value: worst.value,
          unit: 'A',
          trace: [
            step(
              'Current',
              worst.value === null
                ? 'not derived'
                : `${formatNumber(worst.value)} A${worst.state ? `, state “${plan.states[worst.state]!.name}”` : ''}`,
              'solved network',
            ),
          ],
        },
        loading: {
          value: loading,
          unit: '%',
          trace: [
            step(
              'Loading',
              loading === null
                ? 'not derived'
                : `${formatNumber(worst.value!)} A ÷ ${rating_A} A = ${formatNumber(loading)} %; the family is loaded to ${limit} % at most for hours`,
              cite(FAMILIES[family].source),
            ),
          ],
        },
        advised_A: worst.value === null ? null : advice.result.rating_A,
        advice: advice.trace,
        minimum_A: least.result.minimum_A,
        startUp_A: worstOf(starting).value,
        inrush_A: supplies.inrush_A,
        breaking_A: link.breaking_A ?? FAMILIES[family].breaking_A(rating_A ?? 0, voltage_V),
        fault:
          rating_A === null
            ? null
            : reckonFault(
                plan,
                model,
                sized,
                rails,
                passage,
                { family, rating_A, ...(curve ? { curve } : {}) },
                { voltage_V, isMains, wires },
              ),
      },
    ]
  })
}

/** What the supplies fed through a fuse or breaker are rated to take together, and the peak of switching them on. */
function suppliesBehind(model: Model, passage: Passage): { readonly rated_A: number; readonly inrush_A: number } {
  const { plan } = model
  const behind = new Set(
    feedWays(plan, model).flatMap(({ device, passages }) => (passages.includes(passage) ? [device] : [])),
  )
  return [...behind].reduce(
    (sum, id) => {
      const { behaviour } = model.deviceById.get(id)!.part
      if (behaviour.kind !== 'supply') return sum
      const input_VA = behaviour.power_W / (behaviour.efficiency_percent / 100) / behaviour.powerFactor
      return {
        rated_A: sum.rated_A + input_VA / plan.site.mains_V,
        inrush_A: sum.inrush_A + (behaviour.inrush_A ?? 0),
      }
    },
    { rated_A: 0, inrush_A: 0 },
  )
}

/** A short at the far end of the longest branch, and one right behind the device. */
function reckonFault(
  plan: Plan,
  model: Model,
  sized: SizedPlan,
  rails: readonly Rail[],
  passage: Passage,
  device: CurvedDevice & { readonly curve?: Curve },
  at: { readonly voltage_V: number; readonly isMains: boolean; readonly wires: readonly WireId[] },
): FaultReckoning | null {
  const { voltage_V, isMains, wires } = at
  if (voltage_V === 0) return null
  const branches = rails.flatMap((rail) =>
    rail.kind === (isMains ? 'mains' : 'dc')
      ? rail.branches.flatMap(({ device: load, inputs }) =>
          inputs
            .filter(({ fuse }) => fuse?.device === passage.device && fuse.link === passage.link.id)
            .map((branch) => ({ rail, branch, load })),
        )
      : [],
  )
  const ohms = (ids: readonly WireId[]) =>
    ids.reduce((sum, id) => {
      const wire = sized.wires.get(id)!
      return sum + (wire.size === null ? 0 : (resistance_ohm_per_km(wire.size, 20) * wire.length_mm) / 1e6)
    }, 0)
  const farthest = branches.reduce<(typeof branches)[number] | null>(
    (most, each) => (!most || ohms(each.branch.wires) > ohms(most.branch.wires) ? each : most),
    null,
  )
  const limit_A = isMains ? (plan.site.prospective_A ?? ASSUMED_PROSPECTIVE_A) : sourceLimit_A(model, passage)
  if (limit_A === null) return null
  const loop_ohm = farthest ? 2 * ohms(farthest.branch.wires) : 0
  const through_A = isMains
    ? voltage_V / (voltage_V / limit_A + loop_ohm)
    : Math.min(limit_A, loop_ohm === 0 ? limit_A : voltage_V / loop_ohm)
  const opening = openingTime(device, through_A)
  const thinnest = wires
    .flatMap((id) => {
      const wire = sized.wires.get(id)!
      return wire.size === null || wire.function === 'V-' || wire.function === 'N'
        ? []
        : [
            {
              id,
              area_mm2: wireSize(wire.size).area_mm2,
              size: wire.size,
              insulation_C: plan.wires[id]!.insulation_C ?? plan.practice.insulation_C,
            },
          ]
    })
    .reduce<{ id: WireId; area_mm2: number; size: string; insulation_C: number } | null>(
      (least, wire) =>
        !least || wire.area_mm2 < least.area_mm2 || (wire.area_mm2 === least.area_mm2 && wire.id < least.id)
          ? wire
          : least,
      null,
    )
  const stands_s = thinnest ? withstands_s({ ...thinnest, current_A: limit_A }) : null
  const aheadGuard =
    wires
      .map((id) => sized.wires.get(id)!.guard)
      .find((guard) => guard !== null)
      ?.behind.at(-1) ?? null
  const ahead = aheadGuard === null ? null : aheadDevice(plan, model, aheadGuard)
  const known = isMains
    ? plan.site.prospective_A === null
      ? `${limit_A} A at the outlet, assumed: nobody measured it`
      : `${limit_A} A at the outlet`
    : `the supply limits at ${formatNumber(limit_A)} A`
  return {
    largest_A: limit_A,
    atLargest: openingTime(device, limit_A),
    smallest_A: through_A,
    isAssumed: isMains && plan.site.prospective_A === null,
    opening,
    words: sayOpening(opening, through_A),
    thinnest:
      thinnest && stands_s !== null
        ? {
            wire: thinnest.id,
            size: thinnest.size,
            area_mm2: thinnest.area_mm2,
            insulation_C: thinnest.insulation_C,
            withstands_s: stands_s,
          }
        : null,
    ahead: ahead ? { label: ahead.label, ...selectivity(ahead.device, device, through_A) } : null,
    figure: {
      value: through_A,
      unit: 'A',
      trace: [
        step('Source', known, isMains && plan.site.prospective_A === null ? COMMON_PRACTICE : 'the plan'),
        step(
          'Way there and back',
          farthest
            ? `${formatNumber(loop_ohm)} Ω cold, to ${plan.devices[farthest.load]!.tag} and home by as much wire`
            : 'no load is known behind it',
        ),
        step(
          'Fault current',
          isMains
            ? `${formatNumber(voltage_V)} V ÷ (${formatNumber(voltage_V / limit_A)} Ω of the outlet + ${formatNumber(loop_ohm)} Ω) = ${formatNumber(through_A)} A`
            : `the lesser of ${formatNumber(limit_A)} A and ${loop_ohm === 0 ? 'no limit by wire' : `${formatNumber(voltage_V)} V ÷ ${formatNumber(loop_ohm)} Ω`}: ${formatNumber(through_A)} A`,
        ),
        step('Opens', sayOpening(opening, through_A), `${cite(FAMILIES[device.family].source)}, typical of the class`),
        ...(thinnest && stands_s !== null
          ? [
              step(
                'Thinnest wire behind it',
                `${thinnest.size} at ${formatNumber(limit_A)} A: (${adiabaticFactor(thinnest.insulation_C)} × ${formatNumber(thinnest.area_mm2)} mm² ÷ ${formatNumber(limit_A)} A)² = ${formatNumber(stands_s)} s${stands_s > ADIABATIC_MAX_S ? `, more than the ${ADIABATIC_MAX_S} s that the formula is good for` : ''}`,
                cite(SOURCES.iec60364Damage),
              ),
            ]
          : []),
        ...(ahead
          ? [
              step(
                'The device ahead',
                `${ahead.label}: ${selectivity(ahead.device, device, through_A).reason}`,
                COMMON_PRACTICE,
              ),
            ]
          : []),
      ],
    },
  }
}

/** The most that the supplies reaching a fuse let through together; null where none limits. */
function sourceLimit_A(model: Model, { a, b }: Passage): number | null {
  const limits = new Map<string, number>()
  for (const key of [a, b]) {
    for (const potential of model.netById.get(model.netOf(key))?.potentials ?? []) {
      if (potential.kind !== '+') continue
      const { behaviour } = model.devices.find(({ id }) => id === potential.device)!.part
      if (!('outputs' in behaviour)) continue
      limits.set(potential.id, behaviour.outputs.find(({ id }) => id === potential.output)!.limit_A)
    }
  }
  return limits.size === 0 ? null : [...limits.values()].reduce((sum, value) => sum + value, 0)
}

function aheadDevice(
  plan: Plan,
  model: Model,
  guardId: string,
): { readonly label: string; readonly device: CurvedDevice } | null {
  const { site } = plan
  if (guardId === 'outlet')
    return {
      label: `the outlet's ${site.outletBreaker_A} A breaker`,
      device: { family: site.region === 'NEC' ? 'UL 489' : 'IEC 60898', rating_A: site.outletBreaker_A },
    }
  const inlet = model.devices.find(({ id }) => ownOutletId(id) === guardId)
  if (inlet) {
    const { breaker_A } = outletOf(plan, inlet.id)
    return {
      label: `the outlet of ${inlet.device.tag}`,
      device: { family: site.region === 'NEC' ? 'UL 489' : 'IEC 60898', rating_A: breaker_A },
    }
  }
  const passage = model.passages.find(({ device, link }) => `${device}/${link.id}` === guardId)
  if (!passage || passage.link.kind !== 'protective') return null
  const { family, rating_A, curve } = fittedRating(plan.devices[passage.device]!, passage.link)
  return rating_A === null
    ? null
    : { label: plan.devices[passage.device]!.tag, device: { family, rating_A, ...(curve ? { curve } : {}) } }
}
