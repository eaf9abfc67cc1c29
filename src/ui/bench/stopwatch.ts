import { useEffect, useRef } from 'react'

/** A card that was open longer was left open. */
const MOST_MIN = 240
/** Ticked off after the fact: teaches nothing about how long it takes. */
const LEAST_MIN = 0.15

const shared = { lastSigned_ms: 0 }

/** How long something has been worked on: since its card was opened, or since the last thing was signed off on it. */
export function useStopwatch(key: string): () => number | null {
  const opened = useRef(0)
  useEffect(() => {
    opened.current = Date.now()
  }, [key])
  return () => {
    const now = Date.now()
    const from = Math.max(opened.current, shared.lastSigned_ms)
    shared.lastSigned_ms = now
    const took_min = (now - from) / 60_000
    return took_min >= LEAST_MIN && took_min <= MOST_MIN ? Math.round(took_min * 100) / 100 : null
  }
}
