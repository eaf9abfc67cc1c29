import { useEffect, useRef, type RefObject } from 'react'

/**
 * A card that comes in place of another begins at its head: where the last was scrolled down to its buttons, the next would
 * open past its name and what it is about. For the card's outermost element, which is made anew for each card.
 */
export function useHeadInSight<T extends HTMLElement>(): RefObject<T | null> {
  const card = useRef<T>(null)
  useEffect(() => {
    const head = card.current?.getBoundingClientRect()
    if (!head || (head.top >= 0 && head.top < window.innerHeight / 2)) return
    card.current?.scrollIntoView({ block: 'start' })
  }, [])
  return card
}
