import * as z from 'zod'
import { readWireCsv } from '@/formats/wireCsv'
import { database } from '@/server/database'
import { runHeavy } from '@/server/heavy'
import { answer, download, LIMITS, notFound, problem, readBody } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { route } from '@/server/route'

const listed = z.strictObject({ csv: z.string({ error: 'must be the text of a wire list' }) })

/** The wire list of a plan: out as CSV; and one read into edits, which the window makes, so that undo is its own. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(_, { id }) {
    const loaded = await new PlanStore(await database()).load(id!)
    if (!loaded) return notFound()
    if (loaded.kind === 'unreadable') return problem(422, `This plan cannot be read: ${loaded.why}`)
    const list = await runHeavy({ kind: 'wires', plan: loaded.stored.plan })
    return download('wires.csv', 'text/csv; charset=utf-8', list)
  },
  async POST(request, { id }) {
    const body = await readBody(request, LIMITS.edit, listed)
    if (body.kind === 'refused') return body.response
    const loaded = await new PlanStore(await database()).load(id!)
    if (!loaded) return notFound()
    if (loaded.kind === 'unreadable') return problem(422, `This plan cannot be read: ${loaded.why}`)
    const read = readWireCsv(loaded.stored.plan, body.value.csv)
    return read.kind === 'refused'
      ? problem(422, 'The wire list is not right; nothing was taken', read.issues)
      : answer({ commands: read.commands, changed: read.changed, added: read.added })
  },
})
