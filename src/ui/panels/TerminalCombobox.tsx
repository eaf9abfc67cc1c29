'use client'
import { useState } from 'react'
import { INPUT, later } from '@/ui/primitives'
import { TERMINAL_HINT, type TerminalSearchProps } from './terminalSearchProps'
import type { TerminalChoice } from './useTerminals'

/** What is typed before the list is there stays, and is looked for then. */
const TerminalSearch = later<TerminalSearchProps & { readonly onFocus: () => void }>(
  async () => ({ default: (await import('./TerminalSearch')).TerminalSearch }),
  ({ label, query, onQuery, autoFocus, onFocus }) => (
    <input
      role="combobox"
      aria-expanded={false}
      aria-label={label}
      placeholder={TERMINAL_HINT}
      className={INPUT}
      autoFocus={autoFocus}
      value={query}
      onFocus={onFocus}
      onChange={(event) => onQuery(event.target.value)}
    />
  ),
)

/** Type a tag and a terminal, or walk the list with the arrow keys. */
export function TerminalCombobox({
  label,
  choices,
  onPick,
  autoFocus = false,
}: {
  readonly label: string
  readonly choices: readonly TerminalChoice[]
  readonly onPick: (choice: TerminalChoice) => void
  readonly autoFocus?: boolean
}) {
  const [query, setQuery] = useState('')
  const [wasFocused, setFocused] = useState(autoFocus)
  return (
    <TerminalSearch
      label={label}
      choices={choices}
      onPick={onPick}
      autoFocus={wasFocused}
      query={query}
      onQuery={setQuery}
      onFocus={() => setFocused(true)}
    />
  )
}
