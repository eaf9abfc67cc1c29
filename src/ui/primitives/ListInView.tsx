'use client'
import type { ReactNode } from 'react'
import { useInView } from './useInView'

export interface InViewProps<T> {
  readonly items: readonly T[]
  readonly keyOf: (item: T) => string
  readonly estimate_px: number
  readonly className: string
  readonly itemClassName: string
  readonly render: (item: T) => ReactNode
}

/** Those of a long list that are in view, and a few about them. */
export function ListInView<T>({ items, keyOf, estimate_px, className, itemClassName, render }: InViewProps<T>) {
  const { list, top_px, virtualizer } = useInView<HTMLUListElement>(items.length, estimate_px, (i) => keyOf(items[i]!))
  return (
    <ul ref={list} className={`relative ${className}`} style={{ height: virtualizer.getTotalSize() }}>
      {virtualizer.getVirtualItems().map(({ index, key, start }) => (
        <li
          key={key}
          data-index={index}
          ref={virtualizer.measureElement}
          aria-setsize={items.length}
          aria-posinset={index + 1}
          className={`absolute inset-x-0 ${itemClassName}`}
          style={{ transform: `translateY(${start - top_px}px)` }}
        >
          {render(items[index]!)}
        </li>
      ))}
    </ul>
  )
}
