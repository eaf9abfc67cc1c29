'use client'
import type { ReactNode } from 'react'
import { later } from './later'
import type { InViewProps } from './ListInView'

/** Up to so many are drawn as they are; beyond that, those in view and a few about them. */
export const DRAWN_WHOLE = 60

const ListInView = later(async () => ({ default: (await import('./ListInView')).ListInView })) as <T>(
  props: InViewProps<T>,
) => ReactNode

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
    <ListInView
      items={items}
      keyOf={keyOf}
      estimate_px={estimate_px}
      className={className}
      itemClassName={itemClassName}
      render={children}
    />
  )
}
