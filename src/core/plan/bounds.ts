import type { Issue } from '@/core/calculator'
import { PLAN_LIMITS, WIRES_TIMES_STATES } from './plan'
import type { Plan } from './schema/plan'

/** How a plan goes beyond what can be worked out while somebody waits: by how many it has of each, and by how often its wires are solved. */
export function boundFaults(plan: Plan): readonly Issue[] {
  const issues: Issue[] = []
  for (const [kind, most] of Object.entries(PLAN_LIMITS) as [keyof typeof PLAN_LIMITS, number][])
    if (Object.keys(plan[kind]).length > most)
      issues.push({ path: kind, message: `must hold ${most} ${kind} or fewer` })
  const [wires, states] = [plan.wires, plan.states].map((each) => Object.keys(each).length) as [number, number]
  if (wires * states > WIRES_TIMES_STATES)
    issues.push({
      path: 'states',
      message: `are ${states} for ${wires} wires; wires times states may be ${WIRES_TIMES_STATES}: leave a state out, or plan in two files`,
    })
  return issues
}
