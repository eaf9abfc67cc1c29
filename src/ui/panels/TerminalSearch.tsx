'use client'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react'
import { forSearch, INPUT } from '@/ui/primitives'
import { TERMINAL_HINT, type TerminalSearchProps } from './terminalSearchProps'
import type { TerminalChoice } from './useTerminals'

const SHOWN = 80

/** The list of terminals that read like what is typed. */
export function TerminalSearch({ label, choices, onPick, autoFocus, query, onQuery }: TerminalSearchProps) {
  const typed = forSearch(query.trim())
  const words = typed.split(/\s+/).filter(Boolean)
  // Each word begins a word of the terminal's; what reads exactly like the beginning of a terminal stands first.
  const begins = (text: string, word: string) =>
    forSearch(text)
      .split(/\s+/)
      .some((part) => part.startsWith(word))
  const isExact = ({ name }: TerminalChoice) => forSearch(name).startsWith(typed)
  const matching = choices
    .filter(({ name, detail }) => words.every((word) => begins(`${name} ${detail}`, word)))
    .sort((a, b) => Number(isExact(b)) - Number(isExact(a)))
  return (
    <Combobox<TerminalChoice | null> immediate value={null} onChange={(choice) => choice && onPick(choice)}>
      <ComboboxInput
        autoFocus={autoFocus}
        aria-label={label}
        placeholder={TERMINAL_HINT}
        className={INPUT}
        onChange={(event) => onQuery(event.target.value)}
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
