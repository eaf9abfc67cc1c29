import { allOn, settle, situationOf, type Situation } from '@/core/model'
import type { DeviceId, Plan, StateId, WireId } from '@/core/plan'
import { settlePlan } from '../settled/settlePlan'
import { findRails } from '../supply/rails'
import type { Rail } from '../types'
import { idleHeld } from '@/core/behaviour'
import { PLAYED } from './played'

/** A situation that can be played: who holds what, which lead is loose, whether programs run. Plain data. */
export interface Scenario {
  /** "S0 pressed", as a person would set it up. */
  readonly name: string
  /** The state it starts from; null: everything on. */
  readonly state: StateId | null
  readonly held: Readonly<Record<DeviceId, Readonly<Record<string, string>>>>
  readonly open: readonly WireId[]
  /** No program commands anything, and coils begin at rest, as after a power cut. */
  readonly isIdle: boolean
  /** A short at the far end of a lead, against what ends it. */
  readonly short: Short | null
}

export interface Short {
  readonly wire: WireId
  readonly current_A: number
  /** When what stands before it opens at the latest; null where nothing opens. */
  readonly opens_s: number | null
  /** "F1 opens", "the limit of PS1 opens nothing". */
  readonly endedBy: string
  /** How long the lead stands it. */
  readonly stands_s: number
}

/** Every rail with what hangs on it, as it is in a scenario. */
export function playScenario(plan: Plan, scenario: Scenario): readonly Rail[] {
  const { model, sized } = settlePlan(plan)
  const changes: Partial<Situation> = {
    held: { ...(scenario.isIdle ? idleHeld(model) : {}), ...scenario.held },
    open: new Set<string>(scenario.open),
    memory: scenario.isIdle ? 'rest' : 'service',
  }
  const situation =
    scenario.state === null || plan.states[scenario.state] === undefined
      ? allOn(changes)
      : situationOf(plan, scenario.state, {
          ...changes,
          held: { ...plan.states[scenario.state]!.positions, ...changes.held },
        })
  return findRails(plan, model, new Map([[PLAYED, settle(model, situation, sized.conditions)]]))
}

/** What devices draw in a scenario, by device; 0 where nothing reaches them. */
export function drawnIn(rails: readonly Rail[]): ReadonlyMap<DeviceId, number> {
  const drawn = new Map<DeviceId, number>()
  for (const { branches } of rails)
    for (const { device, current_A } of branches)
      drawn.set(device, Math.max(drawn.get(device) ?? 0, Math.abs(current_A[PLAYED] ?? 0)))
  return drawn
}
