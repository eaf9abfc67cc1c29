'use client'
import { useState } from 'react'
import {
  SITUATION_GROUPS,
  type BehaviourColumn,
  type BehaviourRow,
  type BehaviourTable,
  type SituationGroup,
} from '@/core/behaviour'
import { terminalWords } from '@/core/plan'
import { useRoom } from '@/ui/room'
import { cellWords } from './CellMark'
import { HappensTable } from './HappensTable'
import { StopLines } from './StopLines'
import { useBehaviour } from './useBehaviour'
import { WantedChoice } from './WantedChoice'

/** What a person asks first, side by side. */
const OVERVIEW: readonly SituationGroup[] = ['states', 'power', 'stops', 'control']
type Shown = SituationGroup | 'overview'

const LEADS: Readonly<Record<Shown, string>> = {
  overview: 'What runs as planned, when power comes and goes, when something is pressed, and when control is lost.',
  states: 'As the plan says they run.',
  power: 'What runs when the power is there, and what starts by itself when it comes back.',
  stops: 'What each takes away, and what starts when it is let go. An arrow marks what is otherwise than before.',
  hands: 'What each switch and button does by itself. An arrow marks what is otherwise than without it.',
  control: 'Say what each load should do when its controller is off, starting, or cut off; what it does stands beside.',
  commands: 'Each output of a program on, and no other. What has an arrow obeys it.',
  senses: 'Each sensor by itself. What has an arrow is the input that reads it, or what it switches.',
}
/** Where what is otherwise is what one looks for. */
const CHANGES: ReadonlySet<Shown> = new Set(['hands', 'commands', 'senses'])

/** Things by situations: what moves, heats, lights and reads, by what is done. */
export function WhatHappens() {
  const { plan, openFigure } = useRoom()
  const desk = useBehaviour(plan)
  const [wanted, setGroup] = useState<Shown>('overview')
  const [isWhole, setWhole] = useState(false)
  const { table, share, error } = desk
  const groups = groupsOf(table)
  const chosen = groups.find(({ group }) => group === wanted) ?? groups[0]
  const show = async (column: BehaviourColumn, row: BehaviourRow) => {
    const trace = await desk.explain(column.id, row.id)
    if (trace instanceof Error) return
    const i = table!.rows.indexOf(row)
    const words = cellWords(column.cells[i]!, row, column, column.isOther[i]!)
    openFigure({
      title:
        row.terminal === null ? plan.devices[row.device]!.tag : terminalWords(plan, `${row.device}|${row.terminal}`),
      subject: `${column.title}: ${words}`,
      figure: { value: null, unit: '', trace },
    })
  }
  const shown = table && chosen ? rowsShown(table, chosen.columns, CHANGES.has(chosen.group) && !isWhole) : []
  const hidden = (table?.rows.length ?? 0) - shown.length
  return (
    <section aria-labelledby="happens" className="mb-4 rounded-xl border border-hair bg-sheet p-3.5">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 id="happens" className="font-bold">
          What happens when
        </h2>
        <p role="status" className="text-[13px] text-mute">
          {error
            ? `The situations could not be solved: ${error}`
            : share === null
              ? ''
              : `Solving the situations, ${Math.round(100 * share)} %`}
        </p>
      </div>
      {table === null ? (
        error ? null : (
          <p className="text-mute">Working it out …</p>
        )
      ) : chosen === undefined || table.rows.length === 0 ? (
        <p className="text-mute">Nothing that runs, moves, heats or shines is in this plan yet.</p>
      ) : (
        <div className={share === null ? '' : 'opacity-60'}>
          <div role="group" aria-label="Situations" className="my-2 flex flex-wrap gap-1">
            {groups.map(({ group, columns }) => (
              <button
                key={group}
                type="button"
                aria-pressed={group === chosen.group}
                onClick={() => setGroup(group)}
                className={`rounded-full border px-2.5 py-0.5 text-[13px] ${group === chosen.group ? 'border-accent bg-accent-wash font-semibold' : 'border-hair hover:border-accent'}`}
              >
                {group === 'overview' ? 'Overview' : SITUATION_GROUPS[group]}{' '}
                <span className="figures text-mute">{columns.length}</span>
              </button>
            ))}
          </div>
          <p className="mb-1 text-[13px] text-mute">{LEADS[chosen.group]}</p>
          {shown.length > 0 ? (
            <HappensTable
              table={table}
              columns={chosen.columns}
              rows={shown}
              wanted={
                chosen.columns.some(({ group }) => group === 'control')
                  ? { head: 'Should be', cell: (row) => <WantedChoice row={row} /> }
                  : null
              }
              onOpen={(column, row) => void show(column, row)}
            />
          ) : (
            <p className="text-[14px]">Nothing answers to any of these.</p>
          )}
          {CHANGES.has(chosen.group) && (hidden > 0 || isWhole) ? (
            <button type="button" className="mt-1 text-[13px] underline" onClick={() => setWhole(!isWhole)}>
              {isWhole ? 'Show only what changes' : `${hidden} more, the same in all of these`}
            </button>
          ) : null}
          {chosen.columns.some(({ group }) => group === 'stops') ? <StopLines /> : null}
        </div>
      )}
    </section>
  )
}

function groupsOf(
  table: BehaviourTable | null,
): readonly { readonly group: Shown; readonly columns: readonly BehaviourColumn[] }[] {
  const columnsOf = (wanted: readonly SituationGroup[]) =>
    table?.columns.filter(({ group }) => wanted.includes(group)) ?? []
  return [
    { group: 'overview' as const, columns: columnsOf(OVERVIEW) },
    ...(Object.keys(SITUATION_GROUPS) as SituationGroup[]).map((group) => ({ group, columns: columnsOf([group]) })),
  ].filter(({ columns }) => columns.length > 0)
}

/** The places of the rows that are shown: all, or those that are otherwise in one of the columns. Inputs only where they are. */
function rowsShown({ rows }: BehaviourTable, columns: readonly BehaviourColumn[], isOnlyOther: boolean): number[] {
  return rows.flatMap((row, i) =>
    (row.terminal === null && !isOnlyOther) || columns.some(({ isOther }) => isOther[i]) ? [i] : [],
  )
}
