import { problem } from '@/server/http'
import { route } from '@/server/route'

const nothing = () => problem(404, 'There is nothing at this address')

export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: nothing,
  POST: nothing,
  PUT: nothing,
  PATCH: nothing,
  DELETE: nothing,
})
