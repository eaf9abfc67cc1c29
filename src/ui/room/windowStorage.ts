/** What this browser keeps for a plan, by kind and window. Where the browser gives no storage, nothing survives the window, and all else works. */
const PREFIX = 'glad-rafter'

interface OwnedStorage {
  /** What windows that are gone left behind; it is this window's from now on. */
  read(): readonly string[]
  /** Whether it is kept; null takes away what was. */
  write(text: string | null): boolean
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

/** @param kind and about what it is: a plan, or the workshop */
export function ownedStorage(
  kind: 'pending' | 'held' | 'log' | 'stock' | 'stock-held',
  about: string,
  windowId: string,
): OwnedStorage {
  const prefix = `${PREFIX}.${kind}.${about}.`
  const own = prefix + windowId
  return {
    read() {
      return (
        safely(() => {
          const orphans = Object.keys(localStorage).filter(
            (key) => key.startsWith(prefix) && (key === own || !isAlive(key.slice(prefix.length))),
          )
          const texts = orphans.map((key) => localStorage.getItem(key) ?? '[]')
          if (orphans.some((key) => key !== own)) takeOver(orphans, texts, own)
          return texts
        }) ?? []
      )
    },
    write: (text) => writeText(own, text),
  }
}

/** What windows that are gone have left goes under this window's name, whole or not at all: what is unreadable in it is set aside by its reader. */
function takeOver(orphans: readonly string[], texts: readonly string[], own: string): void {
  for (const key of orphans) localStorage.removeItem(key)
  if (writeText(own, merged(texts))) return
  orphans.forEach((key, i) => safely(() => localStorage.setItem(key, texts[i]!)))
}

/** Whether it is kept. Where the browser has no room, what can be had again goes first. */
export function writeText(key: string, text: string | null): boolean {
  const put = () => safely(() => (text === null ? localStorage.removeItem(key) : localStorage.setItem(key, text), true))
  if (put()) return true
  void makeRoom()
  return put() ?? false
}

/** Lets go of what can be had again: marks of windows that are gone, and pages that were kept to be opened without the server. */
export async function makeRoom(): Promise<void> {
  safely(() => {
    const mark = aliveKey('')
    for (const key of Object.keys(localStorage))
      if (key.startsWith(mark) && !isAlive(key.slice(mark.length))) localStorage.removeItem(key)
  })
  if (typeof caches === 'undefined') return
  const names = await caches.keys().catch(() => [])
  await Promise.all(names.map((name) => caches.delete(name).catch(() => false)))
}

/** What is said of what waits: that it is kept, only where it is. */
export const KEPT_WORDS = 'is kept in this browser and sent again'
export const NO_ROOM = 'this browser has no room: keep this window open, or save the plan file now'

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
