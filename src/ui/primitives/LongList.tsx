'use client'
import { useWindowVirtualizer } from '@tanstack/react-virtual'
import { useLayoutEffect, useRef, useState, type ReactNode } from 'react'

/** Up to so many are drawn as they are; beyond that, those in view and a few about them. */
const DRAWN_WHOLE = 60
const ABOUT = 8

/** A list in the page's own scroll that draws what is in view. Items are told apart by their keys, and may differ in height. */
export function LongList<T>({
  items,
  keyOf,
  estimate_px,
  className = '',
  itemClassName = '',
  children,
}: {
  readonly items: readonly T[]
  readonly keyOf: (item: T) => string
  readonly estimate_px: number
  readonly className?: string
  readonly itemClassName?: string
  readonly children: (item: T) => ReactNode
}) {
  if (items.length <= DRAWN_WHOLE)
    return (
      <ul className={className}>
        {items.map((item) => (
          <li key={keyOf(item)} className={itemClassName}>
            {children(item)}
          </li>
        ))}
      </ul>
    )
  return (
    <InView
      items={items}
      keyOf={keyOf}
      estimate_px={estimate_px}
      className={className}
      itemClassName={itemClassName}
      render={children}
    />
  )
}

function InView<T>({
  items,
  keyOf,
  estimate_px,
  className,
  itemClassName,
  render,
}: {
  readonly items: readonly T[]
  readonly keyOf: (item: T) => string
  readonly estimate_px: number
  readonly className: string
  readonly itemClassName: string
  readonly render: (item: T) => ReactNode
}) {
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

/** The same for the rows of a table: which to draw, and how much room those above and below take. */
export function useRowsInView(count: number, estimate_px: number) {
  const body = useRef<HTMLTableSectionElement>(null)
  const [top_px, setTop] = useState(0)
  const isLong = count > DRAWN_WHOLE
  useLayoutEffect(() => {
    const own = body.current
    if (own) setTop(own.getBoundingClientRect().top + window.scrollY)
  }, [count])
  const virtualizer = useWindowVirtualizer({
    count: isLong ? count : 0,
    estimateSize: () => estimate_px,
    overscan: ABOUT,
    scrollMargin: top_px,
  })
  const rows = virtualizer.getVirtualItems()
  if (!isLong) return { body, from: 0, to: count, above_px: 0, below_px: 0 }
  const [first, last] = [rows[0], rows.at(-1)]
  return {
    body,
    from: first?.index ?? 0,
    to: last ? last.index + 1 : Math.min(count, DRAWN_WHOLE),
    above_px: first ? first.start - top_px : 0,
    below_px: last ? virtualizer.getTotalSize() - (last.end - top_px) : 0,
  }
}
