import { useSyncExternalStore } from 'react'
import { writeText } from '@/ui/room'

/** As earlier releases called it, when only readings were signed. */
const KEY = 'meter-by'

let by: string | null = null
const listeners = new Set<() => void>()

function current(): string {
  if (by === null) {
    try {
      by = localStorage.getItem(KEY) ?? ''
    } catch {
      by = ''
    }
  }
  return by
}

function rename(next: string): void {
  by = next
  writeText(KEY, next)
  for (const listener of listeners) listener()
}

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** Who signs at this bench: asked once, kept in this browser, and written with every signature. */
export function useSigner(): { readonly by: string; readonly doneBy: string | null; setBy(by: string): void } {
  const name = useSyncExternalStore(subscribe, current, () => '')
  return { by: name, doneBy: name.trim() || null, setBy: rename }
}
