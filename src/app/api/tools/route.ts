import * as z from 'zod'
import { clientId } from '@/core/plan/schema'
import { toolProfile } from '@/core/termination'
import { database } from '@/server/database'
import { answer, LIMITS, readBody } from '@/server/http'
import { route } from '@/server/route'
import { ToolStore } from '@/server/workshopStore'

/** Own crimping tools: all of them, or one put there. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET() {
    return answer({ tools: await new ToolStore(await database()).list() })
  },
  async POST(request) {
    const body = await readBody(request, LIMITS.small, z.strictObject({ id: clientId, tool: toolProfile }))
    if (body.kind === 'refused') return body.response
    const store = new ToolStore(await database())
    await store.put(body.value.tool, body.value.id)
    return answer({ tools: await store.list() }, 201)
  },
})
