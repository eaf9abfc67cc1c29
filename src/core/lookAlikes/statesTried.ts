import type { Plan } from '@/core/plan'

/** Wires times states of one trial: a plan of 600 wires in five states is tried whole. */
const MOST_TRIED = 3000

/**
 * The states in which it is tried what happens where plugs are confused, in their order: all, but in a plan at its bounds
 * the first. What burns is a matter of wiring far more than of how hard things run.
 */
export function statesTried(plan: Plan): Plan['states'] {
  const states = Object.entries(plan.states)
  const most = Math.max(1, Math.floor(MOST_TRIED / Math.max(1, Object.keys(plan.wires).length)))
  return states.length > most ? Object.fromEntries(states.slice(0, most)) : plan.states
}
