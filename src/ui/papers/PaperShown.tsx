'use client'
import { useMemo } from 'react'
import type { Evaluation } from '@/core/evaluate'
import { makePaper, type PaperId } from '@/core/papers'
import type { WireId } from '@/core/plan'
import { useRoom } from '@/ui/room'
import { useStock } from '@/ui/workshop'
import { PaperView } from './PaperView'

/** One paper as it will be printed. */
export function PaperShown({
  id,
  evaluation,
  derive,
}: {
  readonly id: PaperId
  readonly evaluation: Evaluation
  readonly derive: readonly WireId[]
}) {
  const { plan, log, state } = useRoom()
  const { items } = useStock()
  const paper = useMemo(
    () => makePaper(id, { plan, evaluation, log, stock: items ?? [], chosen: derive }),
    [id, plan, evaluation, log, items, derive],
  )
  return <PaperView paper={paper} revision={state.revision} />
}
