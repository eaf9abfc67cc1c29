import { fileStem } from '@/formats/fileStem'
import { runHeavy } from '@/server/heavy'
import { download } from '@/server/http'
import { Logbook } from '@/server/logbook'
import { planOf } from '@/server/planOf'
import { route } from '@/server/route'

/** The commissioning record as JSON: what was checked, by whom, with which instrument, and what was not checked. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(_request, { id = '' }) {
    const found = await planOf(id)
    if (found.kind === 'refused') return found.response
    const { stored, db } = found
    const text = await runHeavy({
      kind: 'commissioning',
      plan: stored.plan,
      revision: stored.revision,
      log: (await new Logbook(db).read(id)) ?? [],
      at: new Date().toISOString(),
    })
    return download(`${fileStem(stored.plan.name, 'plan')}-commissioning.json`, 'application/json', text)
  },
})
