/** Runs beside the request loop; bundled on its own. */
import { parentPort } from 'node:worker_threads'
import { readWith } from '@/core/calculator'
import { evaluate } from '@/core/evaluate'
import { commissioningRecord } from '@/core/proof/record'
import { needsOf, shoppingList } from '@/core/workshop'
import { makeBook } from '@/formats/book'
import { makeBundle, readBundle } from '@/formats/bundle'
import { drillSheetFile } from '@/formats/drillSheet'
import { readPlanFile } from '@/formats/planFile'
import { purchasesCsv } from '@/formats/purchasesCsv'
import type { FromHeavy, HeavyResult, HeavyWork, ReadBody, ToHeavy } from './heavyMessages'
import { fileRequest } from './requests'

function readBody(text: string): ReadBody {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return { kind: 'refused', message: 'The request is not JSON', issues: [] }
  }
  const wish = readWith(fileRequest, value)
  if (wish.kind === 'refused') return { ...wish, message: 'The request is not right' }
  const file = readPlanFile(wish.value.document)
  if (file.kind === 'refused')
    return { ...file, message: 'This file is not a plan that can be read; nothing was changed' }
  return { ...file, createId: wish.value.createId ?? null }
}

async function work(wanted: HeavyWork): Promise<HeavyResult[HeavyWork['kind']]> {
  switch (wanted.kind) {
    case 'drill':
      return drillSheetFile(wanted.request, wanted.format, wanted.paper)
    case 'read':
      return readBody(wanted.text)
    case 'book':
      return makeBook(wanted.wish)
    case 'bundle':
      return makeBundle(wanted.contents, wanted.revision)
    case 'unbundle':
      return readBundle(wanted.bytes)
    case 'commissioning': {
      const { plan, revision, log, at } = wanted
      return `${JSON.stringify(commissioningRecord(plan, revision, evaluate(plan), log, at), null, 2)}\n`
    }
    case 'purchases': {
      const { reckoning, securing } = evaluate(wanted.plan)
      return purchasesCsv(shoppingList(needsOf(wanted.plan, reckoning, securing), wanted.stock))
    }
  }
}

parentPort?.on('message', ({ requestId, work: wanted }: ToHeavy) => {
  const send = (message: FromHeavy) => parentPort?.postMessage(message)
  work(wanted).then(
    (result) => send({ requestId, kind: 'done', result }),
    (error: unknown) =>
      send({ requestId, kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
  )
})
