import { authorOf } from '@/server/author'
import { database } from '@/server/database'
import { atTheMachine } from '@/server/door'
import { answer, FRESH, notFound, problem } from '@/server/http'
import { PlanStore } from '@/server/planStore'
import { route } from '@/server/route'

export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request, { id = '' }) {
    const loaded = await new PlanStore(await database()).load(id, authorOf(request.headers))
    if (!loaded) return notFound()
    if (loaded.kind === 'unreadable') return problem(422, `This plan cannot be read: ${loaded.why}`)
    // The document goes out as it is stored, without being written anew each time.
    const { text, revision, lastEdit, undo, redo } = loaded.stored
    const rest = JSON.stringify({ id, revision, lastEdit, undo, redo })
    return new Response(Buffer.from(`{"plan":${text},${rest.slice(1)}`), {
      headers: { 'content-type': 'application/json', ...FRESH },
    })
  },
  async DELETE(request, { id = '' }) {
    const stranger = atTheMachine(request)
    if (stranger) return stranger
    return (await new PlanStore(await database()).remove(id)) ? answer({ deleted: true }) : notFound()
  },
})
