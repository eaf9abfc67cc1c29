/** Runs beside the request loop; bundled on its own. */
import { parentPort } from 'node:worker_threads'
import { drillSheetFile } from '@/formats/drillSheet'
import type { FromHeavy, ToHeavy } from './heavyMessages'

parentPort?.on('message', ({ requestId, work }: ToHeavy) => {
  const send = (message: FromHeavy) => parentPort?.postMessage(message)
  drillSheetFile(work.request, work.format, work.paper).then(
    (file) => send({ requestId, kind: 'done', file }),
    (error: unknown) => send({ requestId, kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
  )
})
