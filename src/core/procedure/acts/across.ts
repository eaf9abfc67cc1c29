import { drawPower_W, leastDead_ohm, terminalKey } from '@/core/model'
import type { DeviceId, Plan } from '@/core/plan'
import type { ClosedWays, Stands } from './closedWays'
import { presentOf } from './ends'

/** What lies between two poles that an ohmmeter takes for a short, or nearly. */
export interface Across {
  /** The least that all of it together may show. */
  readonly ohm: number
  readonly devices: readonly DeviceId[]
}

interface Hung {
  readonly device: DeviceId
  readonly conductance_S: number
}

/** Loads with an end on one of two sets of places, by where their other end is. */
function hungOn(plan: Plan, a: ClosedWays, b: ClosedWays): Record<'both' | 'a' | 'b', readonly Hung[]> {
  const hung = { both: [] as Hung[], a: [] as Hung[], b: [] as Hung[] }
  for (const id of presentOf(plan)) {
    const device = plan.devices[id]!
    const part = plan.parts[device.part]!
    for (const draw of part.draws) {
      const [plus, minus] = [terminalKey(id, draw.plus), terminalKey(id, draw.minus)]
      // Switches that may stand anyhow can make one set of both.
      const isAcross = (a.has(plus) && b.has(minus)) || (a.has(minus) && b.has(plus))
      const [isAtA, isAtB] = [a, b].map((ways) => ways.has(plus) !== ways.has(minus))
      if (!isAcross && !isAtA && !isAtB) continue
      const power_W = Math.max(drawPower_W(device, draw), 1e-3)
      const { nominal_V, startFactor } = draw
      const ohm =
        draw.model === 'resistive' ? nominal_V ** 2 / power_W : leastDead_ohm(part, { nominal_V, startFactor, power_W })
      hung[isAcross ? 'both' : isAtA ? 'a' : 'b'].push({ device: id, conductance_S: 1 / ohm })
    }
  }
  return hung
}

const sum = (list: readonly Hung[]) => list.reduce((total, { conductance_S }) => total + conductance_S, 0)
/** A load that takes less than this share of all that lies there is not what reads low. */
const WORTH_NAMING = 0.1

function devicesOf(list: readonly Hung[]): readonly DeviceId[] {
  const all = sum(list)
  return [
    ...new Set(list.flatMap(({ device, conductance_S }) => (conductance_S >= all * WORTH_NAMING ? [device] : []))),
  ]
}

/** Loads from one set of places straight to another. */
export function across(plan: Plan, a: ClosedWays, b: ClosedWays): Across {
  const { both } = hungOn(plan, a, b)
  return { ohm: 1 / sum(both), devices: devicesOf(both) }
}

/** The same, and what comes round by way of all else: as if everything else were one place, which can only be less than it is. */
export function around(plan: Plan, a: ClosedWays, b: ClosedWays): Across {
  const hung = hungOn(plan, a, b)
  const [atA, atB] = [sum(hung.a), sum(hung.b)]
  const round = atA > 0 && atB > 0 ? 1 / (1 / atA + 1 / atB) : 0
  // What hangs on the side with less decides.
  const rest = round === 0 ? [] : atA < atB ? hung.a : hung.b
  return { ohm: 1 / (sum(hung.both) + round), devices: devicesOf([...hung.both, ...rest]) }
}

/** However hands work the switches: all that they may close is closed. */
export const anyhow =
  (stands: Stands): Stands =>
  (device, actuator) =>
    actuator.by === 'hand' ? null : stands(device, actuator)

/** What by right shows less than this is pulled before one measures: a meter tells it from no short. Common practice. */
const TOLD_APART_OHM = 2

/** How far from a short a reading must be, with what lies there by right. */
export interface Apart {
  readonly from: number
  readonly lines: readonly string[]
  /** Something is pulled first: as the box stands the reading would be another. */
  readonly isPulled: boolean
}

export function apartFrom(plan: Plan, limit_ohm: number, { ohm, devices }: Across): Apart {
  if (ohm / 2 >= limit_ohm) return { from: limit_ohm, lines: [], isPulled: false }
  const tags = devices.map((id) => plan.devices[id]!.tag).join(', ')
  if (ohm < TOLD_APART_OHM)
    return {
      from: limit_ohm,
      lines: [`Pull ${tags} first: dead and cold, what lies there reads like a short.`],
      isPulled: true,
    }
  return {
    from: Math.round(ohm * 50) / 100,
    lines: [
      `${tags} ${devices.length === 1 ? 'lies' : 'lie'} across it and may show as little as ${ohm.toPrecision(2)} Ω: pulled, it reads far more.`,
    ],
    isPulled: false,
  }
}
