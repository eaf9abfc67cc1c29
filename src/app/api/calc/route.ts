import { CALCULATORS } from '@/core/calculators'
import { answer } from '@/server/http'
import { route } from '@/server/route'

export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: () => answer({ calculators: Object.values(CALCULATORS).map(({ name, title }) => ({ name, title })) }),
})
