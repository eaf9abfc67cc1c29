import { resistance_ohm_per_km } from '@/core/conductor'
import { formatNumber, wireSize } from '@/core/quantity'
import { COMMON_PRACTICE, step, type Trace } from '@/core/trace'
import { landed, type DeviceId, type Plan } from '@/core/plan'
import { settlePlan, type Reckoning } from '@/core/figures'

export interface BoxOption {
  readonly boxes: 1 | 2
  readonly copper_cm3: number
  /** Lost on the way to the farthest load. */
  readonly drop_percent: number
  /** Holes in walls: one a cable. */
  readonly holes: number
  /** Heat of the supplies in the fullest box. */
  readonly heat_W: number
  /** How far data has to go on one wire. */
  readonly data_m: number
  /** What one fault takes down. */
  readonly stops: readonly DeviceId[]
  readonly trace: Trace
}

/** A run shorter than this stays by the main box. */
const NEAR_mm = 1000
/** A second box stands this close to its loads. */
const BESIDE_mm = 500
/** A mains cable of three cores between boxes. */
const LINK_MM2 = 3 * 1.5

/**
 * One box with long runs to its loads, or a second one near the far loads, fed with mains by one cable: side by side, by
 * arithmetic on the loads that the plan has outside. Rules of thumb, each said in the derivation; null where nothing is far.
 */
export function compareBoxes(plan: Plan, reckoning: Reckoning): readonly [BoxOption, BoxOption] | null {
  const outside = reckoning.rails.flatMap((rail) =>
    rail.kind !== 'dc'
      ? []
      : rail.branches.flatMap((branch) => {
          if (plan.devices[branch.device]!.place.kind !== 'field') return []
          const wires = branch.wires.flatMap((id) => (reckoning.wires[id]?.size ? [reckoning.wires[id]] : []))
          const last = wires.at(-1)
          if (!last) return []
          const current_A = Math.max(0, ...Object.values(branch.current_A).map((value) => Math.abs(value ?? 0)))
          return [
            {
              device: branch.device,
              length_mm: last.length_mm,
              size: last.size!,
              current_A,
              voltage_V: rail.voltage_V,
            },
          ]
        }),
  )
  const far = outside.filter(({ length_mm }) => length_mm >= NEAR_mm)
  if (far.length === 0) return null
  const dataTo_m = (ids: readonly DeviceId[], cap_mm: number) =>
    Math.max(
      0,
      ...Object.values(landed(plan).wires).flatMap((wire) => {
        const touches = [wire!.from, wire!.to].some(
          (end) =>
            end.kind === 'terminal' &&
            ids.includes(end.device) &&
            plan.parts[plan.devices[end.device]!.part]!.terminals[end.terminal]!.function === 'data',
        )
        return touches ? [Math.min(cap_mm, wire!.length_mm ?? plan.practice.assumedLength_mm) / 1000] : []
      }),
    )
  const losses_W = Object.values(reckoning.supplies).reduce((sum, { device, demand }) => {
    const { behaviour } = plan.parts[plan.devices[device]!.part]!
    return sum + (behaviour.kind === 'supply' ? (demand.value ?? 0) * (100 / behaviour.efficiency_percent - 1) : 0)
  }, 0)
  const farShare =
    far.reduce((sum, { current_A, voltage_V }) => sum + current_A * voltage_V, 0) /
    Math.max(
      1e-9,
      Object.values(reckoning.supplies).reduce((sum, { demand }) => sum + (demand.value ?? 0), 0),
    )
  const volume = (runs: readonly { readonly size: string; readonly length_mm: number }[]) =>
    runs.reduce((sum, { size, length_mm }) => sum + (2 * wireSize(size).area_mm2 * length_mm) / 1000, 0)
  const { warmest_C } = settlePlan(plan).air
  const drop = (runs: typeof far) =>
    Math.max(
      0,
      ...runs.map(
        ({ size, length_mm, current_A, voltage_V }) =>
          (100 * 2 * current_A * resistance_ohm_per_km(size, warmest_C) * length_mm) / 1e6 / voltage_V,
      ),
    )
  const ids = far.map(({ device }) => device)
  const longest_mm = Math.max(...far.map(({ length_mm }) => length_mm))
  const near = far.map((run) => ({ ...run, length_mm: Math.min(run.length_mm, BESIDE_mm) }))
  const all = [
    ...new Set(
      reckoning.rails.flatMap(({ kind, branches }) => (kind === 'dc' ? branches.map(({ device }) => device) : [])),
    ),
  ]
  const link_cm3 = (LINK_MM2 * longest_mm) / 1000
  return [
    {
      boxes: 1,
      copper_cm3: volume(outside),
      drop_percent: drop(outside),
      holes: outside.length,
      heat_W: losses_W,
      data_m: dataTo_m(ids, Infinity),
      stops: all,
      trace: [
        step(
          'Runs',
          far
            .map(
              ({ device, length_mm, size }) =>
                `${plan.devices[device]!.tag} ${formatNumber(length_mm / 1000)} m of ${size}`,
            )
            .join(', '),
          'the plan',
        ),
        step('Copper', `feed and return of every run outside: ${formatNumber(volume(outside))} cm³`),
        step('Heat', `${formatNumber(losses_W)} W lost in the supplies, all in one box`, "the parts' efficiency"),
      ],
    },
    {
      boxes: 2,
      copper_cm3: volume(outside.filter(({ device }) => !ids.includes(device))) + volume(near) + link_cm3,
      drop_percent: drop([...outside.filter(({ device }) => !ids.includes(device)), ...near]),
      holes: outside.length + 2,
      heat_W: losses_W * Math.max(farShare, 1 - farShare),
      data_m: dataTo_m(ids, BESIDE_mm),
      stops: farShare >= 0.5 ? ids : all.filter((id) => !ids.includes(id)),
      trace: [
        step(
          'Second box',
          `beside ${far.map(({ device }) => plan.devices[device]!.tag).join(', ')}: runs of ${BESIDE_mm} mm, and one mains cable of 3 × 1.5 mm² over ${formatNumber(longest_mm / 1000)} m`,
          COMMON_PRACTICE,
        ),
        step(
          'Copper',
          `${formatNumber(volume(near))} cm³ of short runs + ${formatNumber(link_cm3)} cm³ of mains cable, and the near loads as they are`,
        ),
        step('Data', 'between the boxes it goes over a network cable, differential, tens of metres', COMMON_PRACTICE),
        step('Heat', `${formatNumber(100 * farShare)} % of the load, and of the supplies' losses, moves out`),
      ],
    },
  ]
}
