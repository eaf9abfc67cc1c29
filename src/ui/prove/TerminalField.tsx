'use client'
import { useId, useMemo, useState } from 'react'
import { terminalKey, type TerminalKey } from '@/core/model'
import type { DeviceId, Plan, TerminalId } from '@/core/plan'
import { forSearch, holdsWords, INPUT } from '@/ui/primitives'
import { FLAGS, labelOf, type FlagKey } from './ProbePlaces'

const MOST_SHOWN = 8

export interface NamedTerminal {
  readonly key: TerminalKey
  readonly label: string
  readonly words: string
}

/** All terminals of what stays in a plan, by the names that a person types. */
export function useTerminals(plan: Plan): readonly NamedTerminal[] {
  return useMemo(
    () =>
      (Object.keys(plan.devices) as DeviceId[]).flatMap((id) => {
        const { origin, part, name } = plan.devices[id]!
        if (origin === 'remove') return []
        return (Object.keys(plan.parts[part]!.terminals) as TerminalId[]).map((terminal) => {
          const key = terminalKey(id, terminal)
          const label = labelOf(plan, key)
          return { key, label, words: forSearch(`${label} ${name}`) }
        })
      }),
    [plan],
  )
}

/** Where a probe goes: typed by tag and terminal, chosen from what fits. */
export function TerminalField({
  flag,
  terminals,
  value,
  onChoose,
}: {
  readonly flag: FlagKey
  readonly terminals: readonly NamedTerminal[]
  readonly value: TerminalKey | null
  readonly onChoose: (key: TerminalKey) => void
}) {
  const id = useId()
  const [text, setText] = useState<string | null>(null)
  const [at, setAt] = useState(0)
  const own = terminals.find(({ key }) => key === value)
  const found = text === null ? [] : terminals.filter(({ words }) => holdsWords(words, text)).slice(0, MOST_SHOWN)
  const choose = (terminal: NamedTerminal | undefined) => {
    if (!terminal) return
    onChoose(terminal.key)
    setText(null)
  }
  return (
    <div className="relative flex items-center gap-2">
      <label
        htmlFor={id}
        className={`inline-flex size-8 shrink-0 items-center justify-center rounded-md text-[17px] font-bold text-sheet ${flag === 'red' ? 'bg-stop' : 'bg-ink'}`}
      >
        {FLAGS[flag]}
        <span className="sr-only">{flag === 'red' ? ', red lead on' : ', black lead on'}</span>
      </label>
      <input
        id={id}
        role="combobox"
        aria-expanded={found.length > 0}
        aria-controls={`${id}-list`}
        aria-activedescendant={found[at] ? `${id}-${at}` : undefined}
        aria-autocomplete="list"
        autoComplete="off"
        placeholder="tag and terminal, as PS1 +V"
        className={`${INPUT} min-h-11 text-[17px]`}
        value={text ?? own?.label ?? ''}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setText(event.target.value)
          setAt(0)
        }}
        onBlur={() => setTimeout(() => setText(null), 150)}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') setAt(Math.min(at + 1, found.length - 1))
          else if (event.key === 'ArrowUp') setAt(Math.max(at - 1, 0))
          else if (event.key === 'Enter') choose(found[at])
          else if (event.key === 'Escape') setText(null)
          else return
          event.preventDefault()
        }}
      />
      {found.length > 0 ? (
        <ul
          id={`${id}-list`}
          role="listbox"
          aria-label="Terminals"
          className="absolute top-full right-0 left-10 z-20 mt-1 rounded-lg border border-hair bg-sheet py-1 shadow-lg"
        >
          {found.map((terminal, i) => (
            <li
              key={terminal.key}
              id={`${id}-${i}`}
              role="option"
              aria-selected={i === at}
              className={`cursor-pointer px-3 py-1.5 text-[16px] ${i === at ? 'bg-accent-wash' : ''}`}
              onMouseDown={(event) => {
                event.preventDefault()
                choose(terminal)
              }}
            >
              {terminal.label}
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  )
}
