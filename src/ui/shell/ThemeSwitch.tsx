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
  const turn = () => {
    const isDark = theme === 'dark' || (theme === null && matchMedia('(prefers-color-scheme: dark)').matches)
    const next = isDark ? 'light' : 'dark'
    document.documentElement.dataset.theme = next
    localStorage.setItem(KEY, next)
    setTheme(next)
  }
  return (
    <button type="button" className="hover:underline" onClick={turn}>
      Light or dark
    </button>
  )
}
