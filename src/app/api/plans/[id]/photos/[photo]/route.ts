import { database } from '@/server/database'
import { problem } from '@/server/http'
import { PhotoStore } from '@/server/photoStore'
import { route } from '@/server/route'

/** A photograph by its name; it never changes, so it may be kept. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(_request, { id = '', photo = '' }) {
    const found = await new PhotoStore(await database()).get(id, photo)
    if (!found) return problem(404, 'There is no such picture')
    return new Response(new Uint8Array(found.bytes), {
      headers: {
        'content-type': found.type,
        'x-content-type-options': 'nosniff',
        'content-disposition': 'inline',
        'cache-control': 'private, max-age=31536000, immutable',
      },
    })
  },
})
