import type { Positions } from './structure'
import { shareOf, type DeviceId, type Plan, type State, type StateId } from '@/core/plan'

/** What is switched on and held where: a state of the plan, a pressed stop, a lead come loose, a meter. */
export interface Situation {
  readonly sources: State['sources']
  readonly startUp: boolean
  /** How hard each draw of a device runs. */
  shareOf(device: DeviceId, draw: string): number
  /** Actuators held, by device and actuator. */
  readonly held: Readonly<Record<DeviceId, Readonly<Record<string, string>> | undefined>>
  /** Where coils begin: as in service, so that a contactor which holds itself is in; at rest, as after a power cut; or where another situation has left them. */
  readonly memory: 'service' | 'rest' | Positions
  /** Wires that are loose and links that do not conduct, by id. */
  readonly open: ReadonlySet<string>
  /** What lies between two joints besides: a short, a meter, a finger. */
  readonly across: readonly { readonly id: string; readonly a: number; readonly b: number; readonly ohm: number }[]
}

const NOTHING: ReadonlySet<string> = new Set()

export function situationOf(plan: Plan, state: StateId, changes: Partial<Situation> = {}): Situation {
  const own = plan.states[state]!
  const { sources, startUp, positions } = own
  return {
    sources,
    startUp,
    shareOf: (device, draw) => shareOf(own, device, draw),
    held: positions,
    memory: 'service',
    open: NOTHING,
    across: [],
    ...changes,
  }
}

/** Everything on, fed from everything there is, every contact as in service: what a stop is judged against. */
export function allOn(changes: Partial<Situation> = {}): Situation {
  return {
    sources: { mains: true, usb: true, battery: true },
    startUp: false,
    shareOf: () => 1,
    held: {},
    memory: 'service',
    open: NOTHING,
    across: [],
    ...changes,
  }
}
