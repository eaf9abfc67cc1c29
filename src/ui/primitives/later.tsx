'use client'
import {
  createContext,
  lazy,
  Suspense,
  useContext,
  useEffect,
  useState,
  useSyncExternalStore,
  type ComponentType,
  type ReactNode,
} from 'react'

const waiting: (() => Promise<unknown>)[] = []
let isTime = false

/** What is not looked at first is asked for so long after the view is there. */
const AFTER_VIEW_MS = 250

/** Whether what a page shows first is there; what comes after it waits for that. */
export const ViewIsThere = createContext(true)

/** So often code that did not come is asked for again. */
const AGAIN_MS = 3000

const fetchNow = (load: () => Promise<unknown>) => void load().catch(() => undefined)

type Load<P> = () => Promise<{ readonly default: ComponentType<P> }>

/** A component whose code may fail to come: then it says so and asks again, and is there once the server answers. */
function patient<P extends object>(load: Load<P>, isSilent: boolean): () => ComponentType<P> {
  const listeners = new Set<() => void>()
  const subscribe = (listener: () => void) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }
  const make = () => lazy(() => load().catch(() => ({ default: Missing }))) as unknown as ComponentType<P>
  function Missing(): ReactNode {
    useEffect(() => {
      const timer = setInterval(() => {
        load().then(
          () => {
            current = make()
            for (const listener of listeners) listener()
          },
          () => undefined,
        )
      }, AGAIN_MS)
      return () => clearInterval(timer)
    }, [])
    // What has no place of its own leaves none empty either.
    return isSilent ? null : (
      <div role="status" className="rounded-xl border border-dashed border-hair bg-sheet p-4">
        This part of the page has not come: the server does not answer. It is asked for again every few seconds, and
        what you do elsewhere is kept.{' '}
        <button type="button" className="font-semibold underline" onClick={() => window.location.reload()}>
          Load the page anew
        </button>
      </div>
    )
  }
  let current = make()
  const snapshot = () => current
  return () => useSyncExternalStore(subscribe, snapshot, snapshot)
}

/**
 * A component whose code comes when it is first drawn, and otherwise soon after the page, while the server is there to ask:
 * the first load stays small, and nothing is missing once the server is gone.
 */
export function later<P extends object>(
  load: Load<P>,
  until: ReactNode | ((props: P) => ReactNode) = null,
  when: 'drawn' | 'after the view' = 'drawn',
): ComponentType<P> {
  // What comes with a stage that was fetched ahead is fetched ahead too.
  if (isTime) fetchNow(load)
  else waiting.push(load)
  const useOwn = patient(load, until === null && when === 'after the view')
  return function Later(props: P) {
    const Own = useOwn()
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
