import { fileStem } from '@/formats/fileStem'
import { database } from '@/server/database'
import { download, notFound } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { route } from '@/server/route'

/** The stored document as it is, readable or not. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(_request, { id = '' }) {
    const raw = await new PlanStore(await database()).raw(id)
    return raw ? download(`${fileStem(raw.name, 'plan')}.raw.txt`, 'text/plain; charset=utf-8', raw.text) : notFound()
  },
})
