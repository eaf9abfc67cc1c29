'use client'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react'
import { useRef } from 'react'
import { INPUT } from '@/ui/primitives'
import { matchTerminals } from './matchTerminals'
import { TERMINAL_HINT, type TerminalSearchProps } from './terminalSearchProps'
import type { TerminalChoice } from './useTerminals'

const SHOWN = 80

/** The list of terminals that read like what is typed. */
export function TerminalSearch({ label, choices, onPick, autoFocus, query, onQuery }: TerminalSearchProps) {
  const matching = matchTerminals(choices, query)
  // Enter takes what stands first, unless the arrows went to another.
  const wasMoved = useRef(false)
  return (
    <Combobox<TerminalChoice | null> immediate value={null} onChange={(choice) => choice && onPick(choice)}>
      <ComboboxInput
        autoFocus={autoFocus}
        aria-label={label}
        placeholder={TERMINAL_HINT}
        className={INPUT}
        onChange={(event) => {
          wasMoved.current = false
          onQuery(event.target.value)
        }}
        onKeyDownCapture={(event) => {
          if (event.key.startsWith('Arrow')) wasMoved.current = true
          if (event.key !== 'Enter' || wasMoved.current || query.trim() === '' || !matching[0]) return
          event.preventDefault()
          event.stopPropagation()
          onPick(matching[0])
        }}
        displayValue={() => query}
      />
      <ComboboxOptions
        anchor="bottom start"
        className="z-[60] max-h-72 w-80 overflow-y-auto rounded-lg border border-hair bg-sheet shadow-lg"
      >
        {matching.length === 0 ? <p className="p-2 text-mute">No terminal reads like this.</p> : null}
        {matching.slice(0, SHOWN).map((choice) => (
          <ComboboxOption
            key={`${choice.device}|${choice.terminal}`}
            value={choice}
            className="cursor-pointer px-3 py-1.5 data-focus:bg-accent-wash"
          >
            <span className="figures font-semibold">{choice.name}</span>{' '}
            <span className="text-[13px] text-mute">
              {choice.detail}
              {choice.used > 0 ? `, ${choice.used} of ${choice.spec.conductors.count} taken` : ''}
            </span>
          </ComboboxOption>
        ))}
        {matching.length > SHOWN ? (
          <p className="p-2 text-[13px] text-mute">{matching.length - SHOWN} more; type on.</p>
        ) : null}
      </ComboboxOptions>
    </Combobox>
  )
}
