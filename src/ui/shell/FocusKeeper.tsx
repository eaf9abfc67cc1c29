'use client'
import { useEffect } from 'react'

const FOCUSABLE =
  'a[href], button:not([disabled]), input:not([disabled]):not([type=hidden]), select:not([disabled]), textarea:not([disabled]), summary, [tabindex="0"]'

const isLost = (element: HTMLElement) =>
  !element.isConnected || element.matches(':disabled') || element.closest('[inert]') !== null

const isSeen = (element: HTMLElement) => element.getClientRects().length > 0 && element.closest('[inert]') === null

/** Of what stands in a container the first that takes the focus and stood behind what is gone; else the first at all. */
function firstIn(container: Element, after: number): HTMLElement | null {
  const own = [...container.querySelectorAll<HTMLElement>(FOCUSABLE)].filter(
    (each) => isSeen(each) && !each.classList.contains('sr-only'),
  )
  return own[Math.min(after, own.length - 1)] ?? null
}

/**
 * An action often takes away what had the focus: the button that was pressed is gone, or can be pressed no more. The focus then
 * goes to what stands nearest to where it was, so that the next key goes on with the work and not with the page's beginning.
 */
export function FocusKeeper({ path }: { readonly path: string }): null {
  useEffect(() => {
    let last: HTMLElement | null = null
    /** What it stood in, the nearest first, with its place among what took the focus there. */
    let around: { readonly container: Element; readonly at: number }[] = []
    /** On which stage: what stood there says nothing of another. */
    let at = ''
    const remember = ({ target }: FocusEvent) => {
      if (!(target instanceof HTMLElement) || target === document.body) return
      last = target
      at = location.pathname
      around = []
      for (let outer = target.parentElement; outer && outer !== document.body; outer = outer.parentElement)
        around.push({ container: outer, at: [...outer.querySelectorAll(FOCUSABLE)].indexOf(target) })
    }
    const mend = () => {
      const { activeElement } = document
      const isNowhere = activeElement === null || activeElement === document.body || activeElement === last
      if (!last || !isNowhere || !isLost(last) || document.querySelector('[role=dialog]')) return
      if (at !== location.pathname) {
        document.getElementById('stage')?.focus({ preventScroll: true })
        return
      }
      for (const { container, at: place } of around) {
        const next = container.isConnected ? firstIn(container, Math.max(0, place)) : null
        if (!next) continue
        next.focus()
        return
      }
    }
    const observer = new MutationObserver(() => requestAnimationFrame(mend))
    observer.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled'] })
    document.addEventListener('focusin', remember)
    return () => {
      observer.disconnect()
      document.removeEventListener('focusin', remember)
    }
  }, [])

  // Another stage, or a plan come to from the shelf: the work begins at its head, not in the rail.
  useEffect(() => {
    const [loaded] = performance.getEntriesByType('navigation')
    if (loaded && new URL(loaded.name).pathname === path) return
    const stage = document.getElementById('stage')
    if (stage && !stage.contains(document.activeElement) && !document.querySelector('[role=dialog]'))
      stage.focus({ preventScroll: true })
  }, [path])
  return null
}
