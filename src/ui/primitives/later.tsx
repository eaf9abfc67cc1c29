'use client'
import { lazy, Suspense, type ComponentType, type ReactNode } from 'react'

const waiting: (() => Promise<unknown>)[] = []
let isTime = false

const fetchNow = (load: () => Promise<unknown>) => void load().catch(() => undefined)

/**
 * A component whose code comes when it is first drawn, and otherwise soon after the page, while the server is there to ask:
 * the first load stays small, and nothing is missing once the server is gone.
 */
export function later<P extends object>(
  load: () => Promise<{ readonly default: ComponentType<P> }>,
  until: ReactNode = null,
): ComponentType<P> {
  // What comes with a stage that was fetched ahead is fetched ahead too.
  if (isTime) fetchNow(load)
  else waiting.push(load)
  const Own = lazy(load) as unknown as ComponentType<P>
  return function Later(props: P) {
    return (
      <Suspense fallback={until}>
        <Own {...props} />
      </Suspense>
    )
  }
}

/** Fetches all that was put off. */
export function loadAllLater(): void {
  isTime = true
  for (const load of waiting.splice(0)) fetchNow(load)
}
