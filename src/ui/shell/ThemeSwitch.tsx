'use client'
import { useEffect, useState } from 'react'

const KEY = 'glad-rafter.theme'

/** Light for the desk, dark for a dim garage; without a choice, as the system has it. */
export function ThemeSwitch() {
  const [theme, setTheme] = useState<string | null>(null)
  useEffect(() => {
    const kept = localStorage.getItem(KEY)
    if (!kept) return
    document.documentElement.dataset.theme = kept
    setTheme(kept)
  }, [])
  // Light, dark, and back to what the system has.
  const turn = () => {
    const next = theme === null ? 'light' : theme === 'light' ? 'dark' : null
    if (next === null) {
      delete document.documentElement.dataset.theme
      localStorage.removeItem(KEY)
    } else {
      document.documentElement.dataset.theme = next
      localStorage.setItem(KEY, next)
    }
    setTheme(next)
  }
  const now = theme ?? 'system'
  return (
    <button
      type="button"
      className="hover:underline"
      onClick={turn}
      title="Turns to light, dark, and what the system has"
      suppressHydrationWarning
    >
      Theme: {now}
    </button>
  )
}
