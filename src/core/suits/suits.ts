import { landed, type DeviceId, type Part, type Plan } from '@/core/plan'
import { formatNumber } from '@/core/quantity'

/** A supply is taken with so much more than its loads together want; common practice. */
export const SUPPLY_ROOM = 1.3
/** Where a load does not say what it takes, so far from its nominal volts; common practice. */
const NEAR = 0.1
/** From so many volts on it is mains; extra-low voltage lies below. */
const MAINS_V = 60

interface Want {
  readonly nominal_V: number
  readonly least_V: number
  readonly most_V: number
  readonly power_W: number
}

/**
 * Says of a part why it would suit what is planned and open; null where nothing asks for it. Supplies by the loads that nothing
 * feeds yet, drivers by motors without one, contactors by a stop that has none, and what every mains-fed box has.
 */
export function suitsFor(plan: Plan): (part: Part) => string | null {
  const devices = (Object.keys(plan.devices) as DeviceId[]).flatMap((id) => {
    const device = plan.devices[id]!
    return device.origin === 'remove' ? [] : [{ id, device, part: plan.parts[device.part]! }]
  })
  const has = (kind: string) => devices.some(({ part }) => part.behaviour.kind === kind)
  const joined = new Set(
    Object.values(landed(plan).wires).flatMap((wire) =>
      [wire!.from, wire!.to].flatMap((end) => (end.kind === 'terminal' ? [`${end.device}|${end.terminal}`] : [])),
    ),
  )
  const open = devices.flatMap(({ id, device, part }) =>
    part.draws.flatMap((draw): Want[] => {
      if (joined.has(`${id}|${draw.plus}`) || part.behaviour.kind === 'supply') return []
      const own = device.loads[draw.id]
      const power_W = own && 'power_W' in own ? own.power_W : (draw.power_W ?? (draw.current_A ?? 0) * draw.nominal_V)
      const { nominal_V } = draw
      return [
        {
          nominal_V,
          least_V: draw.min_V ?? nominal_V * (1 - NEAR),
          most_V: draw.max_V ?? nominal_V * (1 + NEAR),
          power_W,
        },
      ]
    }),
  )
  const low = open.filter(({ nominal_V }) => nominal_V < MAINS_V)
  const wantsMains = open.length > 0 || has('supply')
  const drives = devices.flatMap(({ id, part }) => {
    const { behaviour } = part
    if (behaviour.kind !== 'motor') return []
    const isOpen = Object.keys(part.terminals).every((terminal) => !joined.has(`${id}|${terminal}`))
    return isOpen ? [behaviour.phase_A] : []
  })
  const rails = new Set(
    devices.flatMap(({ part }) =>
      'outputs' in part.behaviour ? part.behaviour.outputs.map(({ voltage_V }) => voltage_V) : [],
    ),
  )
  return (part) => {
    const { behaviour } = part
    switch (behaviour.kind) {
      case 'supply':
        return supplySuits(part, low)
      case 'driver':
        return driverSuits(part, drives)
      case 'mains-inlet':
        return wantsMains && !has('mains-inlet') ? 'the plan has no inlet yet' : null
      case 'contactor': {
        const volt = part.draws[0]?.nominal_V
        return has('emergency-stop') && !has('contactor') && volt !== undefined && rails.has(volt)
          ? `for the stop, its coil on the ${formatNumber(volt)} V that is there`
          : null
      }
      default:
        return null
    }
  }
}

function supplySuits({ behaviour }: Part, wants: readonly Want[]): string | null {
  if (behaviour.kind !== 'supply') return null
  for (const { voltage_V } of behaviour.outputs) {
    const served = wants.filter(
      ({ nominal_V, least_V, most_V }) =>
        voltage_V >= least_V && voltage_V <= most_V && Math.abs(voltage_V / nominal_V - 1) <= NEAR,
    )
    const sum_W = served.reduce((sum, { power_W }) => sum + power_W, 0)
    // Twice as large as it need be suits nobody.
    if (
      served.length > 0 &&
      behaviour.power_W >= sum_W * SUPPLY_ROOM &&
      behaviour.power_W <= Math.max(sum_W * SUPPLY_ROOM * 2, 25)
    )
      return `${formatNumber(voltage_V)} V for ${formatNumber(sum_W)} W that nothing feeds yet`
  }
  return null
}

function driverSuits({ settings }: Part, motors_A: readonly number[]): string | null {
  const steps_A = settings.flatMap(({ options }) =>
    options.flatMap((option) => {
      const found = /^(\d+(?:\.\d+)?) A$/.exec(option)
      return found ? [Number(found[1])] : []
    }),
  )
  if (steps_A.length === 0) return null
  const served = motors_A.find((amp) => Math.min(...steps_A) <= amp && amp <= Math.max(...steps_A))
  return served === undefined ? null : `for a motor of ${formatNumber(served)} A that has no driver`
}
