import * as z from 'zod'
import { stockItem, stockMove } from '@/core/workshop'
import { readStockFile, stockFileText } from '@/formats/stockFile'
import { database } from '@/server/database'
import { answer, download, LIMITS, parseBody, problem, readBytes } from '@/server/http'
import { route } from '@/server/route'
import { StockStore } from '@/server/workshopStore'

const changeRequest = z.strictObject({
  items: z.array(stockItem).max(500, { error: 'must be 500 things or fewer' }).default([]),
  moves: z.array(stockMove).max(500, { error: 'must be 500 moves or fewer' }).default([]),
})

/** The stock of the workshop: all of it, what comes and goes, or a file of it taken in. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request) {
    const items = await new StockStore(await database()).list()
    return new URL(request.url).searchParams.has('file')
      ? download('glad-rafter-stock.json', 'application/json; charset=utf-8', stockFileText(items))
      : answer({ items })
  },
  async POST(request) {
    const bytes = await readBytes(request, LIMITS.plan)
    if (bytes.kind === 'refused') return bytes.response
    const body = parseBody(bytes.value, z.unknown())
    if (body.kind === 'refused') return body.response
    const store = new StockStore(await database())
    const isFile = typeof body.value === 'object' && body.value !== null && 'format' in body.value
    if (isFile) {
      const read = readStockFile(body.value)
      if (read.kind === 'refused') return problem(422, 'This is not a stock file; nothing was changed', read.issues)
      // What is here already is brought to what the file says.
      await store.bringTo(read.items, 'taken in from a file')
      return answer({ items: await store.list() }, 201)
    }
    const change = parseBody(bytes.value, changeRequest)
    if (change.kind === 'refused') return change.response
    const done = await store.change(change.value.items, change.value.moves)
    return done.kind === 'changed'
      ? answer({ items: await store.list() }, 201)
      : problem(422, 'The stock was not changed', [{ path: 'moves', message: done.why }])
  },
})
