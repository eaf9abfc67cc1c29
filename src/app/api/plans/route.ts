import { startingPattern } from '@/core/patterns'
import { emptyPlan, parsePlan, type Plan } from '@/core/plan'
import { database } from '@/server/database'
import { answer, LIMITS, notFound, problem, readBody } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { createRequest } from '@/server/requests'

export async function GET(): Promise<Response> {
  return answer({ plans: await new PlanStore(await database()).list() })
}

export async function POST(request: Request): Promise<Response> {
  const body = await readBody(request, LIMITS.plan, createRequest)
  if (body.kind === 'refused') return body.response
  const wish = body.value
  const store = new PlanStore(await database())
  let plan: Plan
  if (wish.from === 'nothing') plan = emptyPlan(wish.name, wish.region)
  else if (wish.from === 'pattern') plan = startingPattern(wish.pattern, wish.region)
  else if (wish.from === 'copy') {
    const original = await store.load(wish.plan)
    if (!original) return notFound()
    plan = { ...original.plan, name: `${original.plan.name.slice(0, 70)} (copy)` }
  } else {
    const parsed = parsePlan(wish.document)
    if (parsed.kind === 'refused') return problem(422, 'This file is not a plan that can be read; nothing was changed', parsed.issues)
    plan = parsed.plan
  }
  return answer({ plan: await store.create(plan) }, 201)
}
