'use client'
import { useWindowVirtualizer, type Virtualizer } from '@tanstack/react-virtual'
import { useLayoutEffect, useRef, useState, type RefObject } from 'react'

/** Drawn about what is in view. */
const ABOUT = 8

/** Which of many things in the page's own scroll are in view, and where the first of all stands on the page. */
export function useInView<E extends HTMLElement>(
  count: number,
  estimate_px: number,
  keyOf?: (i: number) => string,
): {
  readonly list: RefObject<E | null>
  readonly top_px: number
  readonly virtualizer: Virtualizer<Window, Element>
} {
  const list = useRef<E>(null)
  const [top_px, setTop] = useState(0)
  useLayoutEffect(() => {
    const own = list.current
    if (own) setTop(own.getBoundingClientRect().top + window.scrollY)
  }, [count])
  const virtualizer = useWindowVirtualizer({
    count,
    estimateSize: () => estimate_px,
    overscan: ABOUT,
    scrollMargin: top_px,
    ...(keyOf ? { getItemKey: keyOf } : {}),
  })
  return { list, top_px, virtualizer }
}
