'use client'
import { useWindowVirtualizer } from '@tanstack/react-virtual'
import { useLayoutEffect, useRef, useState, type ReactNode } from 'react'

export interface InViewProps<T> {
  readonly items: readonly T[]
  readonly keyOf: (item: T) => string
  readonly estimate_px: number
  readonly className: string
  readonly itemClassName: string
  readonly render: (item: T) => ReactNode
}

/** Drawn about what is in view. */
const ABOUT = 8

/** Those of a long list that are in view, and a few about them. */
export function ListInView<T>({ items, keyOf, estimate_px, className, itemClassName, render }: InViewProps<T>) {
  const list = useRef<HTMLUListElement>(null)
  const [top_px, setTop] = useState(0)
  useLayoutEffect(() => {
    const own = list.current
    if (own) setTop(own.getBoundingClientRect().top + window.scrollY)
  }, [items.length])
  const virtualizer = useWindowVirtualizer({
    count: items.length,
    estimateSize: () => estimate_px,
    overscan: ABOUT,
    scrollMargin: top_px,
    getItemKey: (i) => keyOf(items[i]!),
  })
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
