/** Runs beside the request loop; bundled on its own. */
import { parentPort } from 'node:worker_threads'
import { readWith } from '@/core/calculator'
import { evaluate, type Evaluation } from '@/core/evaluate'
import { reckon } from '@/core/figures'
import type { Plan } from '@/core/plan'
import { commissioningRecord } from '@/core/proof/record'
import { needsOf, shoppingList } from '@/core/workshop'
import { bindBook, makeBookPaper } from '@/formats/book'
import { makeBundle, readBundle } from '@/formats/bundle'
import { drillSheetFile } from '@/formats/drillSheet'
import { readPicture } from '@/formats/photo'
import { readPlanFile } from '@/formats/planFile'
import { purchasesCsv } from '@/formats/purchasesCsv'
import { wireCsv } from '@/formats/wireCsv'
import { readSaved } from '../archive/readSaved'
import { fileRequest } from '../requests'
import type { BookSource, HeavyResult, HeavyWork, ReadBody } from './messages'
import type { FromThread, ToThread } from './pool'
import { ownThread } from './threadTime'

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

interface WorkedOut {
  readonly plan: Plan
  readonly evaluation: Evaluation
}

/** Of the plans whose papers are being made: the next paper needs the same. */
const workedOut = new Map<string, WorkedOut>()
const MOST_KEPT = 6

function workOut({ key, plan }: BookSource): WorkedOut {
  const known = workedOut.get(key)
  if (known) return known
  const made = { plan, evaluation: evaluate(plan) }
  workedOut.set(key, made)
  for (const oldest of workedOut.keys()) if (workedOut.size > MOST_KEPT) workedOut.delete(oldest)
  return made
}

type SendPiece = (piece: unknown, share: number) => void

async function work(wanted: HeavyWork, sendPiece: SendPiece): Promise<HeavyResult[HeavyWork['kind']]> {
  switch (wanted.kind) {
    case 'drill':
      return drillSheetFile(wanted.request, wanted.format, wanted.paper)
    case 'read':
      return readBody(wanted.text)
    case 'paper': {
      const { log, stock, chosen, revision, sheet } = wanted.source
      return makeBookPaper(wanted.id, { ...workOut(wanted.source), log, stock, chosen, revision }, sheet)
    }
    case 'bind':
      return bindBook(wanted.wish)
    case 'bundle': {
      const { plan, evaluation } = workOut(wanted.source)
      return makeBundle({ ...wanted.contents, plan }, evaluation, wanted.book)
    }
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
    case 'wires':
      return wireCsv(wanted.plan, reckon(wanted.plan).wires)
    case 'picture':
      return readPicture(wanted.bytes)
    case 'saved':
      return readSaved(Buffer.from(wanted.bytes).toString('utf8'), sendPiece)
  }
}

type Answer = FromThread<HeavyResult[HeavyWork['kind']]>
const send = (message: Answer) => parentPort?.postMessage(message)

parentPort?.on('message', ({ requestId, work: wanted }: ToThread<HeavyWork>) => {
  work(wanted, (piece, share) => send({ requestId, kind: 'piece', piece, share })).then(
    (result) => send({ requestId, kind: 'done', result }),
    (error: unknown) =>
      send({ requestId, kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
  )
})
send({ kind: 'ready', thread: ownThread() })
