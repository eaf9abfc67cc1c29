'use client'
import type { ReactNode } from 'react'
import { useInView } from './useInView'

export interface RowsInViewProps<T> {
  readonly items: readonly T[]
  readonly estimate_px: number
  /** A row, with its key. */
  readonly children: (item: T) => ReactNode
}

/** Those rows of a long table that are in view, and empty ones for the room that the others take. */
export function RowsInView<T>({ items, estimate_px, children }: RowsInViewProps<T>) {
  const { list, top_px, virtualizer } = useInView<HTMLTableSectionElement>(items.length, estimate_px)
  const rows = virtualizer.getVirtualItems()
  const [first, last] = [rows[0], rows.at(-1)]
  const above_px = first ? first.start - top_px : 0
  const below_px = last ? virtualizer.getTotalSize() - (last.end - top_px) : 0
  return (
    <tbody ref={list}>
      {above_px > 0 ? <tr style={{ height: above_px }} /> : null}
      {items.slice(first?.index ?? 0, last ? last.index + 1 : 0).map((item) => children(item))}
      {below_px > 0 ? <tr style={{ height: below_px }} /> : null}
    </tbody>
  )
}
