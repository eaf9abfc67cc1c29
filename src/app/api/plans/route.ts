import { startingPattern } from '@/core/patterns'
import { emptyPlan, type Plan } from '@/core/plan'
import type { LogEntry } from '@/core/procedure'
import { readPlanFile } from '@/formats/planFile'
import { database } from '@/server/database'
import { answer, LIMITS, notFound, problem, readBody } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { createRequest } from '@/server/requests'
import { route } from '@/server/route'

const COPY = ' (copy)'

export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: async () => answer({ plans: await new PlanStore(await database()).list() }),

  async POST(request) {
    const body = await readBody(request, LIMITS.plan, createRequest)
    if (body.kind === 'refused') return body.response
    const wish = body.value
    const store = new PlanStore(await database())
    let plan: Plan
    let logbook: readonly LogEntry[] = []
    if (wish.from === 'nothing') plan = emptyPlan(wish.name, wish.region)
    else if (wish.from === 'pattern') plan = startingPattern(wish.pattern, wish.region)
    else if (wish.from === 'copy') {
      const original = await store.load(wish.plan)
      if (!original) return notFound()
      if (original.kind === 'unreadable') return problem(422, `This plan cannot be read: ${original.why}`)
      const { plan: copied } = original.stored
      plan = { ...copied, name: `${[...copied.name].slice(0, 80 - COPY.length).join('')}${COPY}` }
    } else {
      const file = readPlanFile(wish.document)
      if (file.kind === 'refused') return problem(422, 'This file is not a plan that can be read; nothing was changed', file.issues)
      plan = file.plan
      logbook = file.logbook
    }
    const created = await store.create(plan, { createId: wish.createId ?? null, logbook })
    if (created.kind === 'refused') return problem(422, 'This is not a plan; nothing was changed', created.issues)
    const { summary, namesakes } = created
    return answer({ plan: summary, namesakes, entries: logbook.length }, 201)
  },
})
