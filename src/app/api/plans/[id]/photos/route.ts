import * as z from 'zod'
import { database } from '@/server/database'
import { runHeavy } from '@/server/heavy'
import { answer, LIMITS, notFound, problem, readBody } from '@/server/http'
import { PhotoStore } from '@/server/photoStore'
import { route } from '@/server/route'

const photoRequest = z.strictObject({
  id: z.string().regex(/^[0-9a-f]{32}$/, { error: 'must be 32 hexadecimal digits' }),
  data: z.base64({ error: 'must be the picture in base 64' }),
})

/** A photograph of the bench comes in. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async POST(request, { id = '' }) {
    const body = await readBody(request, LIMITS.photo, photoRequest)
    if (body.kind === 'refused') return body.response
    const bytes = Buffer.from(body.value.data, 'base64')
    const photos = new PhotoStore(await database(), (own) => runHeavy({ kind: 'picture', bytes: own }))
    const put = await photos.put(id, bytes, body.value.id)
    if (put.kind === 'no-plan') return notFound()
    return put.kind === 'put'
      ? answer({ id: put.id }, 201)
      : problem(422, 'This picture was not taken', [{ path: 'data', message: put.why }])
  },
})
