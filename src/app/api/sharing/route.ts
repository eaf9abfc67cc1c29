import * as z from 'zod'
import { atTheMachine } from '@/server/door'
import { answer, LIMITS, problem, readBody } from '@/server/http'
import { route } from '@/server/route'
import { sharingNow, startSharing, stopSharing } from '@/server/sharing'

const sharingRequest = z.strictObject({
  minutes: z
    .number({ error: 'must be a number' })
    .int({ error: 'must be a whole number' })
    .min(5, { error: 'must be 5 or more' })
    .max(720, { error: 'must be 720 or less' }),
})

/** The door to a phone in the same network: shut, unless somebody at this machine opens it for a while. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: (request) => atTheMachine(request) ?? answer({ sharing: sharingNow() }),
  async POST(request) {
    const stranger = atTheMachine(request)
    if (stranger) return stranger
    const body = await readBody(request, LIMITS.small, sharingRequest)
    if (body.kind === 'refused') return body.response
    // Where this application listens, whatever the request calls it.
    const to = Number(process.env.PORT)
    if (!Number.isInteger(to) || to <= 0) return problem(503, 'No door could be opened: the own port is not known')
    try {
      return answer({ sharing: await startSharing({ to, minutes: body.value.minutes }) }, 201)
    } catch (error) {
      return problem(503, `No door could be opened: ${error instanceof Error ? error.message : String(error)}`)
    }
  },
  DELETE(request) {
    const stranger = atTheMachine(request)
    if (stranger) return stranger
    stopSharing()
    return answer({ sharing: null })
  },
})
