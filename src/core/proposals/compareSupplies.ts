import { sizeSupply, SUPPLY_SIZES_W } from '@/core/supply'
import { resistance_ohm_per_km } from '@/core/conductor'
import { formatNumber, wireSize } from '@/core/quantity'
import { COMMON_PRACTICE, step, type Trace } from '@/core/trace'
import { factsOf, type DeviceId, type Plan } from '@/core/plan'
import { settlePlan, type Rail, type Reckoning } from '@/core/figures'

export const DEALS = ['one', 'balanced', 'boards-together'] as const
export type Deal = (typeof DEALS)[number]

export interface SupplyShare {
  readonly loads: readonly { readonly device: DeviceId; readonly power_W: number }[]
  readonly demand_W: number
  readonly chosen_W: number | null
  readonly loading_percent: number | null
}

/** One way of dealing a rail's loads over supplies, with what it costs and what it saves. */
export interface SupplyOption {
  readonly deal: Deal
  readonly supplies: readonly SupplyShare[]
  /** Copper of the loads' wires and the supplies' own leads. */
  readonly copper_cm3: number
  /** Lost in the supplies' own leads at full load. */
  readonly leadDrop_percent: number
  /** Wires from mains to the supplies, their leads, and the bond between negatives. */
  readonly wires: number
  /** What stops when the fuller supply fails. */
  readonly stops: readonly DeviceId[]
  readonly trace: Trace
}

/** A supply's own leads to its distribution: length taken where the plan has none. */
const LEAD_mm = 300
/** Line, neutral, earth, plus and minus of one supply. */
const WIRES_PER_SUPPLY = 5

/** The loads of a rail at their heaviest, as power from the supply. */
export function loadsOf(plan: Plan, rail: Rail): readonly { readonly device: DeviceId; readonly power_W: number }[] {
  const seen = new Map<DeviceId, number>()
  for (const { device, current_A } of rail.branches)
    seen.set(
      device,
      Math.max(
        seen.get(device) ?? 0,
        ...Object.values(current_A).map((value) => Math.abs(value ?? 0) * rail.voltage_V),
      ),
    )
  return [...seen].map(([device, power_W]) => ({ device, power_W })).filter(({ power_W }) => power_W > 0)
}

/** The loads that must stay on one supply when boards are kept together: what hangs on a board's outputs, and the board. */
function familiesOf(rail: Rail, loads: ReturnType<typeof loadsOf>, plan: Plan): readonly (readonly DeviceId[])[] {
  const isBoard = (id: DeviceId) => factsOf(plan.parts[plan.devices[id]!.part]!).isCommanding
  const host = new Map<DeviceId, DeviceId>()
  for (const { device, through } of rail.branches) {
    const board = [...through]
      .reverse()
      .find((id) => id !== device && isBoard(id) && loads.some((load) => load.device === id))
    host.set(device, board ?? device)
  }
  const groups = new Map<DeviceId, DeviceId[]>()
  for (const { device } of loads) {
    const key = host.get(device) ?? device
    groups.set(key, [...(groups.get(key) ?? []), device])
  }
  return [...groups.values()]
}

/** Two heaps as equal as the pieces allow: largest first onto the lighter, then single moves and exchanges while they help. */
export function dealOver<T>(pieces: readonly T[], weight: (piece: T) => number): readonly [readonly T[], readonly T[]] {
  const heaps: [T[], T[]] = [[], []]
  const sum = (heap: readonly T[]) => heap.reduce((total, piece) => total + weight(piece), 0)
  for (const piece of [...pieces].sort((a, b) => weight(b) - weight(a)))
    heaps[sum(heaps[0]) <= sum(heaps[1]) ? 0 : 1].push(piece)
  for (let helps = true; helps;) {
    helps = false
    const gap = sum(heaps[0]) - sum(heaps[1])
    const [from, to] = gap > 0 ? heaps : [heaps[1], heaps[0]]
    const candidates: (readonly [T, T | null])[] = from.flatMap((piece) => [
      [piece, null] as const,
      ...to.map((other) => [piece, other] as const),
    ])
    for (const [piece, other] of candidates) {
      const moved = weight(piece) - (other === null ? 0 : weight(other))
      if (moved <= 1e-9 || Math.abs(Math.abs(gap) - 2 * moved) >= Math.abs(gap) - 1e-9) continue
      from.splice(from.indexOf(piece), 1)
      to.push(piece)
      if (other !== null) {
        to.splice(to.indexOf(other), 1)
        from.push(other)
      }
      helps = true
      break
    }
  }
  return heaps
}

/** One supply for a rail, or its loads dealt over two: side by side, by arithmetic on the wires as reckoned now. */
export function compareSupplies(plan: Plan, reckoning: Reckoning, rail: Rail): readonly SupplyOption[] {
  const loads = loadsOf(plan, rail)
  if (loads.length === 0) return []
  const weightOf = new Map(loads.map(({ device, power_W }) => [device, power_W]))
  const families = familiesOf(rail, loads, plan)
  const total = (ids: readonly DeviceId[]) => ids.reduce((sum, id) => sum + weightOf.get(id)!, 0)
  const splits: Readonly<Record<Deal, readonly (readonly DeviceId[])[]>> = {
    one: [loads.map(({ device }) => device)],
    balanced: dealOver(
      loads.map(({ device }) => device),
      (id) => weightOf.get(id)!,
    ),
    'boards-together': dealOver(families, total).map((heap) => heap.flat()),
  }
  const branchCopper_cm3 = rail.branches.reduce(
    (sum, { wires }) =>
      sum +
      wires.reduce((volume, id) => {
        const wire = reckoning.wires[id]
        return volume + (wire?.size ? (2 * wireSize(wire.size).area_mm2 * wire.length_mm) / 1000 : 0)
      }, 0),
    0,
  )
  const { air } = settlePlan(plan)
  return DEALS.flatMap((deal): SupplyOption[] => {
    const heaps = splits[deal].filter((heap) => heap.length > 0)
    if (deal !== 'one' && heaps.length < 2) return []
    const shares = heaps.map((heap): SupplyShare => {
      const { result } = sizeSupply({
        voltage_V: rail.voltage_V,
        loads: heap.map((device) => ({ name: device, power_W: weightOf.get(device)!, simultaneity: 1 })),
        maxLoading_percent: plan.practice.supplyLoading_percent,
        ambient_C: air.warmest_C,
        sizes_W: SUPPLY_SIZES_W,
      })
      return {
        loads: heap.map((device) => ({ device, power_W: weightOf.get(device)! })),
        demand_W: result.demand_W,
        chosen_W: result.chosen_W,
        loading_percent: result.loading_percent,
      }
    })
    const fuller = shares.reduce((most, share) => (share.demand_W > most.demand_W ? share : most))
    const leadSize = (share: SupplyShare) => leadFor(plan, share.demand_W / rail.voltage_V)
    const drop = Math.max(
      ...shares.map(
        (share) =>
          (100 *
            2 *
            (share.demand_W / rail.voltage_V) *
            resistance_ohm_per_km(leadSize(share), air.warmest_C) *
            LEAD_mm) /
          1e6 /
          rail.voltage_V,
      ),
    )
    const leads_cm3 = shares.reduce((sum, share) => sum + (2 * wireSize(leadSize(share)).area_mm2 * LEAD_mm) / 1000, 0)
    const names = (list: readonly DeviceId[]) => list.map((id) => plan.devices[id]!.tag).join(', ')
    return [
      {
        deal,
        supplies: shares,
        copper_cm3: branchCopper_cm3 + leads_cm3,
        leadDrop_percent: drop,
        wires: WIRES_PER_SUPPLY * shares.length + (shares.length > 1 ? 1 : 0),
        stops: fuller.loads.map(({ device }) => device),
        trace: [
          ...shares.map((share, i) =>
            step(
              `Supply ${i + 1}`,
              `${names(share.loads.map(({ device }) => device))}: ${formatNumber(share.demand_W)} W ÷ ${plan.practice.supplyLoading_percent} % → ${share.chosen_W === null ? 'no size of the series is enough' : `${share.chosen_W} W, loaded to ${formatNumber(share.loading_percent!)} %`}`,
              COMMON_PRACTICE,
            ),
          ),
          step(
            'Leads',
            `${LEAD_mm} mm there and back, ${shares.map(leadSize).join(' and ')}: at most ${formatNumber(drop)} % lost`,
          ),
          step(
            'Copper',
            `${formatNumber(branchCopper_cm3)} cm³ of the loads' wires as they are + ${formatNumber(leads_cm3)} cm³ of leads`,
          ),
          step(
            'When the fuller one fails',
            `${names(fuller.loads.map(({ device }) => device))} stop${shares.length > 1 ? '; the rest goes on' : ''}`,
          ),
        ],
      },
    ]
  })
}

/** A lead thick enough for a current by a rule of thumb: 5 A for each mm². Common practice; the plan's own sizing decides. */
function leadFor(plan: Plan, current_A: number): string {
  const series =
    plan.practice.series === 'AWG'
      ? ['18 AWG', '16 AWG', '14 AWG', '12 AWG', '10 AWG', '8 AWG', '6 AWG']
      : ['0.75 mm²', '1 mm²', '1.5 mm²', '2.5 mm²', '4 mm²', '6 mm²', '10 mm²', '16 mm²']
  return series.find((size) => wireSize(size).area_mm2 * 5 >= current_A) ?? series.at(-1)!
}
