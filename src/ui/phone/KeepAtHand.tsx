'use client'
import { useEffect } from 'react'

/** Keeps what was opened at hand while the server is out of reach, in browsers that do that. */
export function KeepAtHand() {
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return
    // Not over an unencrypted address of the network: there the open page alone goes on working.
    navigator.serviceWorker.register('/sw.js', { scope: '/' }).catch(() => undefined)
  }, [])
  return null
}
