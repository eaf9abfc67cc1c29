import { firstPlan } from '@/core/firstPlan'
import { startingPattern } from '@/core/patterns'
import { emptyPlan, type Plan } from '@/core/plan'
import type { LogEntry } from '@/core/procedure'
import { readPlanFile } from '@/formats/planFile'
import { database } from '@/server/database'
import { runHeavy } from '@/server/heavy'
import { answer, LIMITS, notFound, parseBody, problem, readBytes } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { createRequest } from '@/server/requests'
import { route } from '@/server/route'

const COPY = ' (copy)'
/** Bytes; what is smaller is read in a few milliseconds. */
const LARGE = 400_000

export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: async () => answer({ plans: await new PlanStore(await database()).list() }),

  async POST(request) {
    const bytes = await readBytes(request, LIMITS.plan)
    if (bytes.kind === 'refused') return bytes.response
    const store = new PlanStore(await database())
    const wish =
      bytes.value.length > LARGE ? await readBeside(bytes.value.toString('utf8')) : await planWished(bytes.value, store)
    if (wish.kind === 'refused') return wish.response
    const { plan, logbook, createId } = wish
    const created = await store.create(plan, { createId, logbook })
    if (created.kind === 'refused') return problem(422, 'This is not a plan; nothing was changed', created.issues)
    const { summary, namesakes } = created
    return answer({ plan: summary, namesakes, entries: logbook.length }, 201)
  },
})

type Wish =
  | {
      readonly kind: 'file'
      readonly plan: Plan
      readonly logbook: readonly LogEntry[]
      readonly createId: string | null
    }
  | { readonly kind: 'refused'; readonly response: Response }

const refused = (response: Response): Wish => ({ kind: 'refused', response })

/** A large file is looked through beside the request loop, so that nobody waits for it but its sender. */
async function readBeside(text: string): Promise<Wish> {
  const result = await runHeavy({ kind: 'read', text })
  return result.kind === 'file' ? result : refused(problem(422, result.message, result.issues))
}

async function planWished(bytes: Buffer, store: PlanStore): Promise<Wish> {
  const body = parseBody(bytes, createRequest)
  if (body.kind === 'refused') return body
  const wish = body.value
  const made = (plan: Plan, logbook: readonly LogEntry[] = []): Wish => ({
    kind: 'file',
    plan,
    logbook,
    createId: wish.createId ?? null,
  })
  switch (wish.from) {
    case 'nothing':
      return made(emptyPlan(wish.name, wish.region))
    case 'pattern': {
      const plan = startingPattern(wish.pattern, wish.region)
      return made({ ...plan, name: wish.name ?? plan.name })
    }
    case 'answers':
      return made(firstPlan(wish.answers))
    case 'copy': {
      const original = await store.load(wish.plan)
      if (!original) return refused(notFound())
      if (original.kind === 'unreadable') return refused(problem(422, `This plan cannot be read: ${original.why}`))
      const { plan } = original.stored
      return made({ ...plan, name: `${[...plan.name].slice(0, 80 - COPY.length).join('')}${COPY}` })
    }
    case 'file': {
      const file = readPlanFile(wish.document)
      return file.kind === 'file'
        ? made(file.plan, file.logbook)
        : refused(problem(422, 'This file is not a plan that can be read; nothing was changed', file.issues))
    }
  }
}
