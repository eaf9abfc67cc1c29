'use client'
import type { ReactNode } from 'react'
import { later } from './later'
import { DRAWN_WHOLE } from './LongList'
import type { RowsInViewProps } from './RowsInView'

const RowsInView = later(async () => ({ default: (await import('./RowsInView')).RowsInView })) as <T>(
  props: RowsInViewProps<T>,
) => ReactNode

/** The rows of a table in the page's own scroll: all of a short one, those in view of a long one. */
export function LongRows<T>({ items, estimate_px, children }: RowsInViewProps<T>) {
  if (items.length <= DRAWN_WHOLE) return <tbody>{items.map((item) => children(item))}</tbody>
  return (
    <RowsInView items={items} estimate_px={estimate_px}>
      {children}
    </RowsInView>
  )
}
