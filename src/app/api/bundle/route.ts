import { takeBundle } from '@/server/bundleStore'
import { database } from '@/server/database'
import { runHeavy } from '@/server/heavy'
import { answer, LIMITS, problem, readBytes } from '@/server/http'
import { progressOf } from '@/server/progress'
import { route } from '@/server/route'

/** Pictures are unpacked, which takes about a tenth of a second each. */
const PROCESSOR_MS = 120_000
const NOTHING = 'This archive cannot be taken in; nothing was changed'

/** An archive of a plan with its record, photographs, parts and stock comes back in, as a plan of its own. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async POST(request) {
    const bytes = await readBytes(request, LIMITS.bundle)
    if (bytes.kind === 'refused') return bytes.response
    const progress = progressOf(request)
    try {
      const read = await runHeavy(
        { kind: 'unbundle', bytes: bytes.value },
        { processor_ms: PROCESSOR_MS, onAhead: progress.step('Looking through the archive', 0, 2) },
      )
      if (read.kind === 'refused') return problem(422, NOTHING, read.issues)
      progress.step('Writing it', 1, 2)
      const taken = await takeBundle(await database(), read)
      return taken.kind === 'taken'
        ? answer(taken.taken, 201)
        : problem(422, NOTHING, [{ path: 'photos', message: taken.why }])
    } finally {
      progress.end()
    }
  },
})
