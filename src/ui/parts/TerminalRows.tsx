'use client'
import { CLAMPS, TERMINAL_FUNCTIONS } from '@/core/plan'
import { Button } from '@/ui/primitives'
import { ChoiceAt, FigureAt, WordsAt } from './PartFields'
import { RowOfTerminals } from './RowOfTerminals'
import { choices, DIRECTIONS, NEEDS } from './terminalChoices'
import { usePartForm } from './usePartForm'

const COLUMNS = [
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
]

/** Its terminals as a list to change, and a row of several at once. */
export function TerminalRows() {
  const { part, set } = usePartForm()
  const cell = 'px-1 py-0.5 align-top'
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
              {COLUMNS.map((name) => (
                <th key={name} className={`${cell} font-semibold whitespace-nowrap`}>
                  {name}
                </th>
              ))}
              <th className={cell}>
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {part.terminals.map(({ key }, i) => {
              const at = (field: string) => `terminals.${i}.${field}`
              const words = (field: string, name: string, most: number, mayBeEmpty: boolean) => (
                <WordsAt
                  hideLabel
                  at={at(field)}
                  label={`${name} of ${key}`}
                  most={most}
                  mayBeEmpty={mayBeEmpty}
                  className="min-w-16"
                />
              )
              const figure = (field: string, name: string, mayBeOpen: boolean) => (
                <FigureAt
                  hideLabel
                  at={at(field)}
                  label={`${name} of ${key}`}
                  mayBeOpen={mayBeOpen}
                  className="w-16 min-w-16"
                />
              )
              const choice = (field: string, name: string, options: ReturnType<typeof choices>) => (
                <ChoiceAt hideLabel at={at(field)} label={name} options={options} />
              )
              return (
                <tr key={key} className="border-t border-hair/70">
                  <td className={cell}>{words('label', 'Label', 24, false)}</td>
                  <td className={cell}>{words('block', 'Block', 24, true)}</td>
                  <td className={cell}>{choice('function', `What ${key} does`, choices(TERMINAL_FUNCTIONS))}</td>
                  <td className={cell}>{choice('direction', `Which way at ${key}`, DIRECTIONS)}</td>
                  <td className={cell}>{choice('clamp', `Clamp of ${key}`, choices(CLAMPS))}</td>
                  <td className={cell}>{figure('conductors.min_mm2', 'Least mm²', false)}</td>
                  <td className={cell}>{figure('conductors.max_mm2', 'Most mm²', false)}</td>
                  <td className={cell}>{figure('level_V', 'Level', true)}</td>
                  <td className={cell}>{figure('rated_A', 'Amperes', true)}</td>
                  <td className={cell}>{figure('max_V', 'Volts', true)}</td>
                  <td className={cell}>{choice('need', `Need of ${key}`, NEEDS)}</td>
                  <td className={cell}>
                    <Button
                      look="quiet"
                      aria-label={`Remove ${key}`}
                      onClick={() =>
                        set(
                          'terminals',
                          part.terminals.filter((_, other) => other !== i),
                        )
                      }
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
      <RowOfTerminals onAdd={(next) => set('terminals', next)} />
    </section>
  )
}
