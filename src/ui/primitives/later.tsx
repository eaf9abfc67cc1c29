'use client'
import {
  createContext,
  lazy,
  Suspense,
  useContext,
  useEffect,
  useState,
  type ComponentType,
  type ReactNode,
} from 'react'

const waiting: (() => Promise<unknown>)[] = []
let isTime = false

/** What is not looked at first is asked for so long after the view is there. */
const AFTER_VIEW_MS = 250

/** Whether what a page shows first is there; what comes after it waits for that. */
export const ViewIsThere = createContext(true)

const fetchNow = (load: () => Promise<unknown>) => void load().catch(() => undefined)

/**
 * A component whose code comes when it is first drawn, and otherwise soon after the page, while the server is there to ask:
 * the first load stays small, and nothing is missing once the server is gone.
 */
export function later<P extends object>(
  load: () => Promise<{ readonly default: ComponentType<P> }>,
  until: ReactNode | ((props: P) => ReactNode) = null,
  when: 'drawn' | 'after the view' = 'drawn',
): ComponentType<P> {
  // What comes with a stage that was fetched ahead is fetched ahead too.
  if (isTime) fetchNow(load)
  else waiting.push(load)
  const Own = lazy(load) as unknown as ComponentType<P>
  return function Later(props: P) {
    const [isDue, setDue] = useState(when === 'drawn' || isTime)
    const isThere = useContext(ViewIsThere)
    useEffect(() => {
      if (isDue || !isThere) return
      const timer = setTimeout(() => setDue(true), AFTER_VIEW_MS)
      return () => clearTimeout(timer)
    }, [isDue, isThere])
    const meanwhile = typeof until === 'function' ? until(props) : until
    if (!isDue) return <>{meanwhile}</>
    return (
      <Suspense fallback={meanwhile}>
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
