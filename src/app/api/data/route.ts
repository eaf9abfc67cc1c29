import { saveAll, takeAll, type Reader } from '@/server/archive'
import { database } from '@/server/database'
import { atTheMachine } from '@/server/door'
import { runHeavy } from '@/server/heavy'
import { answer, download, LIMITS, problem, readBytes } from '@/server/http'
import { progressOf } from '@/server/progress'
import { route } from '@/server/route'

/** All that a person ever planned is looked through in one go. */
const PROCESSOR_MS = 300_000
/** Of progress: reading is the longer part. */
const PARTS = 100
const READING = 70

/** All data as one file, and back in. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request) {
    const stranger = atTheMachine(request)
    if (stranger) return stranger
    const day = new Date().toISOString().slice(0, 10)
    return download(`glad-rafter-data-${day}.jsonl`, 'application/x-ndjson; charset=utf-8', saveAll(await database()))
  },
  async POST(request) {
    const stranger = atTheMachine(request)
    if (stranger) return stranger
    const body = await readBytes(request, LIMITS.data)
    if (body.kind === 'refused') return body.response
    const progress = progressOf(request)
    const read: Reader = (bytes, onPiece) =>
      runHeavy(
        { kind: 'saved', bytes },
        {
          processor_ms: PROCESSOR_MS,
          onAhead: progress.step('Looking through the file', 0, PARTS),
          onPiece: (piece, share) => {
            progress.step('Looking through the file', Math.round(share * READING), PARTS)
            onPiece(piece as Parameters<typeof onPiece>[0], share)
          },
        },
      )
    const onShare = (share: number) =>
      void progress.step('Writing it', Math.round(READING + share * (PARTS - READING)), PARTS)
    try {
      const outcome = await takeAll(await database(), body.value, { read, onShare })
      return outcome.kind === 'taken'
        ? answer(outcome.taken)
        : problem(422, 'This file cannot be taken in; nothing was changed', outcome.issues)
    } finally {
      progress.end()
    }
  },
})
