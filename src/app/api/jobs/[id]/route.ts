import { answer, problem } from '@/server/http'
import { jobState } from '@/server/progress'
import { route } from '@/server/route'

/** How far long work is that was asked for under this name; the name goes when the work is done. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: (_request, { id = '' }) => {
    const job = jobState(id)
    return job ? answer({ job }) : problem(404, 'Nothing of this name is being done; it may be done already')
  },
})
