/** What this browser keeps for a plan, by kind and window. Where the browser gives no storage, nothing survives the window, and all else works. */
const PREFIX = 'glad-rafter'

interface OwnedStorage {
  /** What windows that are gone left behind; it is this window's from now on. */
  read(): readonly string[]
  write(text: string | null): void
}

/** So long a window that has not shown itself counts as gone. */
export const GONE_AFTER_MS = 15_000

const aliveKey = (windowId: string) => `${PREFIX}.alive.${windowId}`

/** Lets other windows know that this one is there and sends its own queue. */
export function keepAlive(windowId: string): () => void {
  const beat = () => safely(() => localStorage.setItem(aliveKey(windowId), String(Date.now())))
  beat()
  const timer = setInterval(beat, GONE_AFTER_MS / 3)
  const leave = () => safely(() => localStorage.removeItem(aliveKey(windowId)))
  window.addEventListener('pagehide', leave)
  return () => {
    clearInterval(timer)
    window.removeEventListener('pagehide', leave)
    leave()
  }
}

function isAlive(windowId: string): boolean {
  const beat = Number(localStorage.getItem(aliveKey(windowId)) ?? 0)
  return Date.now() - beat < GONE_AFTER_MS
}

export function ownedStorage(kind: 'pending' | 'held' | 'log', planId: string, windowId: string): OwnedStorage {
  const prefix = `${PREFIX}.${kind}.${planId}.`
  const own = prefix + windowId
  return {
    read() {
      return (
        safely(() => {
          const orphans = Object.keys(localStorage).filter(
            (key) => key.startsWith(prefix) && (key === own || !isAlive(key.slice(prefix.length))),
          )
          const texts = orphans.map((key) => localStorage.getItem(key) ?? '[]')
          // What is unreadable is set aside by the reader and written again under this window's name.
          for (const key of orphans) if (key !== own) localStorage.removeItem(key)
          if (texts.length > 0 && !orphans.includes(own)) localStorage.setItem(own, merged(texts))
          return texts
        }) ?? []
      )
    },
    write: (text) =>
      void safely(() => (text === null ? localStorage.removeItem(own) : localStorage.setItem(own, text))),
  }
}

/** Until the reader has looked through them, nothing of what was left is only in memory. */
function merged(texts: readonly string[]): string {
  return JSON.stringify(
    texts.flatMap((text) => {
      try {
        const value: unknown = JSON.parse(text)
        return Array.isArray(value) ? (value as unknown[]) : [text]
      } catch {
        return [text]
      }
    }),
  )
}

function safely<T>(work: () => T): T | null {
  try {
    return work()
  } catch {
    return null
  }
}
