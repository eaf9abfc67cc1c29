'use client'
import { useCallback, useEffect, useState } from 'react'
import type { OwnPart } from '@/core/ownParts'
import { problemText, request } from '@/ui/room'

/** The shelf of own parts, fetched when it is wanted; null until it came, a sentence where it did not. */
export function useOwnParts(isWanted = true): {
  readonly parts: readonly OwnPart[] | null
  readonly trouble: string | null
  readonly reload: () => void
} {
  const [parts, setParts] = useState<readonly OwnPart[] | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [asked, setAsked] = useState(0)
  useEffect(() => {
    if (!isWanted) return
    let isHere = true
    void request<{ readonly parts: readonly OwnPart[] }>('GET', '/api/parts').then(({ status, body }) => {
      if (!isHere) return
      if (status !== 200) return setTrouble(problemText(body))
      setTrouble(null)
      setParts(body.parts)
    })
    return () => {
      isHere = false
    }
  }, [asked, isWanted])
  return { parts, trouble, reload: useCallback(() => setAsked((n) => n + 1), []) }
}
