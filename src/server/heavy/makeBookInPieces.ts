import { PAPERS, type PaperId } from '@/core/papers'
import type { BookPhoto, MadePaper } from '@/formats/book'
import type { Progress } from '../progress'
import type { BookSource } from './messages'
import { runHeavy } from './runHeavy'

/** The book a paper at a time: between two of them others have their turn, and each says how far it is. */
export async function makeBookInPieces(
  source: BookSource,
  papers: readonly PaperId[],
  photos: readonly BookPhoto[],
  progress: Progress,
): Promise<Uint8Array> {
  const made: MadePaper[] = []
  for (const id of papers) {
    const step = progress.step(PAPERS[id].title, made.length, papers.length + 1)
    made.push(await runHeavy({ kind: 'paper', source, id }, { near: source.key, onAhead: step }))
  }
  const { plan, revision, sheet } = source
  return runHeavy(
    { kind: 'bind', wish: { title: plan.name, revision, made, photos, sheet } },
    { onAhead: progress.step('Pages', papers.length, papers.length + 1) },
  )
}
