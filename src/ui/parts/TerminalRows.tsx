'use client'
import { useState } from 'react'
import { rowOfTerminals, type RowSpec } from '@/core/ownParts'
import { BODY_SIDES, CLAMPS, TERMINAL_FUNCTIONS, type Part, type Terminal, type TerminalId } from '@/core/plan'
import { Button, Choice, INPUT } from '@/ui/primitives'
import type { Change } from './PartEditor'
import { NumberField } from './Amounts'

const choices = (values: readonly string[]) =>
  values.map((value) => ({ value, label: value.length > 2 ? value.replaceAll('-', ' ') : value }))
const NEEDS = [
  { value: 'required', label: 'must be joined' },
  { value: 'optional', label: 'may stay open' },
  { value: 'later', label: 'for later' },
]
const DIRECTIONS = [
  { value: '', label: 'either' },
  { value: 'in', label: 'in' },
  { value: 'out', label: 'out' },
  { value: 'both', label: 'both' },
]

const START: RowSpec = {
  count: 2,
  label: 'IN#',
  block: null,
  function: 'signal',
  direction: 'in',
  clamp: 'pluggable',
  side: 'bottom',
  from_mm: 6,
  pitch_mm: 5.08,
  min_mm2: 0.14,
  max_mm2: 1.5,
  level_V: null,
  rated_A: null,
  need: 'optional',
}

/** Its terminals as a list to change, and a row of several at once. */
export function TerminalRows({ part, onChange }: { readonly part: Part; readonly onChange: Change }) {
  const [row, setRow] = useState<RowSpec>(START)
  const keys = Object.keys(part.terminals) as TerminalId[]
  const set = (key: TerminalId, changes: Partial<Terminal>) =>
    onChange({ ...part, terminals: { ...part.terminals, [key]: { ...part.terminals[key]!, ...changes } } })
  const cell = 'px-1 py-0.5'
  return (
    <section aria-label="Terminals" className="space-y-2">
      <h3 className="font-bold">Terminals</h3>
      <div
        className="max-h-72 overflow-auto rounded-lg border border-hair"
        tabIndex={0}
        role="group"
        aria-label="List of terminals"
      >
        <table className="w-full min-w-[62rem] text-[13px] [&_select]:min-w-24">
          <thead className="sticky top-0 bg-sheet text-left text-mute">
            <tr>
              {[
                'Label',
                'Block',
                'Does',
                'Way',
                'Clamp',
                'mm² from',
                'to',
                'Level, V',
                'Carries, A',
                'Stands, V',
                'Need',
                '',
              ].map((name) => (
                <th key={name} className={`${cell} font-semibold whitespace-nowrap`}>
                  {name || <span className="sr-only">Remove</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {keys.map((key) => {
              const terminal = part.terminals[key]!
              const text = (field: 'label' | 'block', name: string) => (
                <input
                  aria-label={`${name} of ${key}`}
                  className={`${INPUT} min-w-16`}
                  defaultValue={terminal[field] ?? ''}
                  onBlur={({ target }) => {
                    const value = target.value.trim().slice(0, 24)
                    if (field === 'block') set(key, { block: value === '' ? null : value })
                    else if (value !== '') set(key, { label: value })
                    else target.value = terminal.label
                  }}
                />
              )
              const figure = (name: string, value: number | null, put: (value: number | null) => Partial<Terminal>) => (
                <input
                  aria-label={`${name} of ${key}`}
                  inputMode="decimal"
                  className={`${INPUT} figures w-16 min-w-16 text-right`}
                  defaultValue={value ?? ''}
                  onBlur={({ target }) => {
                    const typed = target.value.trim().replace(',', '.')
                    const next = typed === '' ? null : Number(typed)
                    if (next !== null && (!Number.isFinite(next) || next < 0))
                      target.value = value === null ? '' : String(value)
                    else set(key, put(next))
                  }}
                />
              )
              const { conductors } = terminal
              return (
                <tr key={key} className="border-t border-hair/70">
                  <td className={cell}>{text('label', 'Label')}</td>
                  <td className={cell}>{text('block', 'Block')}</td>
                  <td className={cell}>
                    <Choice
                      hideLabel
                      label={`What ${key} does`}
                      value={terminal.function}
                      options={choices(TERMINAL_FUNCTIONS)}
                      onChoose={(value) => set(key, { function: value as Terminal['function'] })}
                    />
                  </td>
                  <td className={cell}>
                    <Choice
                      hideLabel
                      label={`Which way at ${key}`}
                      value={terminal.direction ?? ''}
                      options={DIRECTIONS}
                      onChoose={(value) => set(key, { direction: (value || null) as Terminal['direction'] })}
                    />
                  </td>
                  <td className={cell}>
                    <Choice
                      hideLabel
                      label={`Clamp of ${key}`}
                      value={terminal.clamp}
                      options={choices(CLAMPS)}
                      onChoose={(value) => set(key, { clamp: value as Terminal['clamp'] })}
                    />
                  </td>
                  <td className={cell}>
                    {figure('Least mm²', conductors.min_mm2, (value) => ({
                      conductors: { ...conductors, min_mm2: value ?? 0 },
                    }))}
                  </td>
                  <td className={cell}>
                    {figure('Most mm²', conductors.max_mm2, (value) => ({
                      conductors: { ...conductors, max_mm2: value || conductors.max_mm2 },
                    }))}
                  </td>
                  <td className={cell}>{figure('Level', terminal.level_V, (value) => ({ level_V: value }))}</td>
                  <td className={cell}>
                    {figure('Amperes', terminal.rated_A, (value) => ({ rated_A: value || null }))}
                  </td>
                  <td className={cell}>{figure('Volts', terminal.max_V, (value) => ({ max_V: value }))}</td>
                  <td className={cell}>
                    <Choice
                      hideLabel
                      label={`Need of ${key}`}
                      value={terminal.need}
                      options={NEEDS}
                      onChoose={(value) => set(key, { need: value as Terminal['need'] })}
                    />
                  </td>
                  <td className={cell}>
                    <Button
                      look="quiet"
                      aria-label={`Remove ${key}`}
                      onClick={() => {
                        const rest = Object.entries(part.terminals).filter(([other]) => other !== key)
                        onChange({ ...part, terminals: Object.fromEntries(rest) as Part['terminals'] })
                      }}
                    >
                      ×
                    </Button>
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </div>
      <fieldset className="rounded-lg border border-hair p-2">
        <legend className="px-1 text-[13px] font-semibold">Several in a row</legend>
        <div className="grid grid-cols-2 items-end gap-2 sm:grid-cols-4">
          <NumberField
            label="How many"
            unit=""
            value={row.count}
            onSet={(value) => setRow({ ...row, count: Math.min(64, Math.max(1, Math.round(value ?? 1))) })}
          />
          <label className="block text-[13px] text-mute">
            Label, # for the number
            <input
              className={INPUT}
              value={row.label}
              onChange={({ target }) => setRow({ ...row, label: target.value.slice(0, 24) })}
            />
          </label>
          <label className="block text-[13px] text-mute">
            Block
            <input
              className={INPUT}
              value={row.block ?? ''}
              onChange={({ target }) => setRow({ ...row, block: target.value.slice(0, 24) || null })}
            />
          </label>
          <Choice
            label="Each does"
            value={row.function}
            options={choices(TERMINAL_FUNCTIONS)}
            onChoose={(value) => setRow({ ...row, function: value as RowSpec['function'] })}
          />
          <Choice
            label="Which way"
            value={row.direction ?? ''}
            options={DIRECTIONS}
            onChoose={(value) => setRow({ ...row, direction: (value || null) as RowSpec['direction'] })}
          />
          <Choice
            label="Clamp"
            value={row.clamp}
            options={choices(CLAMPS)}
            onChoose={(value) => setRow({ ...row, clamp: value as RowSpec['clamp'] })}
          />
          <Choice
            label="On side"
            value={row.side}
            options={choices(BODY_SIDES)}
            onChoose={(value) => setRow({ ...row, side: value as RowSpec['side'] })}
          />
          <NumberField
            label="First at"
            unit="mm"
            value={row.from_mm}
            onSet={(value) => setRow({ ...row, from_mm: value ?? 0 })}
          />
          <NumberField
            label="Pitch"
            unit="mm"
            value={row.pitch_mm}
            onSet={(value) => setRow({ ...row, pitch_mm: value || 5.08 })}
          />
          <NumberField
            label="Level"
            unit="V"
            mayBeOpen
            value={row.level_V}
            onSet={(value) => setRow({ ...row, level_V: value })}
          />
          <NumberField
            label="Carries"
            unit="A"
            mayBeOpen
            value={row.rated_A}
            onSet={(value) => setRow({ ...row, rated_A: value || null })}
          />
          <Choice
            label="Need"
            value={row.need}
            options={NEEDS}
            onChoose={(value) => setRow({ ...row, need: value as RowSpec['need'] })}
          />
        </div>
        <Button className="mt-2" onClick={() => onChange(rowOfTerminals(part, row))}>
          Add {row.count} {row.count === 1 ? 'terminal' : 'terminals'}
        </Button>
      </fieldset>
    </section>
  )
}
