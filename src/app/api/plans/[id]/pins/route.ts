import * as z from 'zod'
import { pinMapCsv, pinMapText } from '@/formats/pinMap'
import { database } from '@/server/database'
import { download, notFound, problem, readQuery } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { route } from '@/server/route'

const query = z.strictObject({ format: z.enum(['csv', 'text'], { error: 'must be csv or text' }).default('csv') })

/** The pins of every board, in or out, with what hangs on them. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request, { id }) {
    const asked = readQuery(request, query)
    if (asked.kind === 'refused') return asked.response
    const loaded = await new PlanStore(await database()).load(id!)
    if (!loaded) return notFound()
    if (loaded.kind === 'unreadable') return problem(422, `This plan cannot be read: ${loaded.why}`)
    const { plan } = loaded.stored
    return asked.value.format === 'csv'
      ? download('pins.csv', 'text/csv; charset=utf-8', pinMapCsv(plan))
      : download('pins.txt', 'text/plain; charset=utf-8', pinMapText(plan))
  },
})
