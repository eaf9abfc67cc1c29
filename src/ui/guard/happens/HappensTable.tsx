'use client'
import { Fragment, type ReactNode } from 'react'
import {
  isRunning,
  ROW_GROUPS,
  SITUATION_GROUPS,
  type BehaviourColumn,
  type BehaviourRow,
  type BehaviourTable,
  type RowGroup,
  type SituationGroup,
} from '@/core/behaviour'
import { terminalWords } from '@/core/plan'
import { useRoom } from '@/ui/room'
import { CellMark } from './CellMark'

/** Runs, moves or heats while somebody relies on its not doing so: at a stop, when it is let go, when power comes back. */
const isFeared = (table: BehaviourTable, { isHazard, drives }: BehaviourRow, column: BehaviourColumn, i: number) => {
  if (!isHazard || !isRunning(column.cells[i]!)) return false
  if (column.id.startsWith('let go')) return column.isOther[i]! && drives.length === 0
  return column.group === 'stops' && column.device !== null
}

/** Things by situations. */
export function HappensTable({
  table,
  columns,
  rows,
  wanted,
  onOpen,
}: {
  readonly table: BehaviourTable
  readonly columns: readonly BehaviourColumn[]
  /** Of the table, by their places. */
  readonly rows: readonly number[]
  /** What stands beside the name of a row, such as what it should do. */
  readonly wanted: { readonly head: string; cell(row: BehaviourRow): ReactNode } | null
  onOpen(column: BehaviourColumn, row: BehaviourRow): void
}) {
  const { plan, open } = useRoom()
  const groups = (Object.keys(ROW_GROUPS) as RowGroup[]).flatMap((group) => {
    const own = rows.filter((i) => table.rows[i]!.group === group)
    return own.length > 0 ? [{ group, own }] : []
  })
  const span = columns.length + (wanted ? 2 : 1)
  const bands = (Object.keys(SITUATION_GROUPS) as SituationGroup[]).flatMap((group) => {
    const count = columns.filter((column) => column.group === group).length
    return count > 0 ? [{ group, count }] : []
  })
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Table, scrolls sideways">
      <table className="border-separate border-spacing-x-1 border-spacing-y-0.5 text-[13.5px]">
        <thead>
          {bands.length > 1 ? (
            <tr className="text-left text-[12.5px] text-mute">
              <td className="sticky left-0 z-10 bg-sheet" colSpan={span - columns.length} />
              {bands.map(({ group, count }) => (
                <th key={group} scope="colgroup" colSpan={count} className="border-l border-hair pl-2 font-normal">
                  {SITUATION_GROUPS[group]}
                </th>
              ))}
            </tr>
          ) : null}
          <tr className="align-bottom text-left">
            <th scope="col" className="sticky left-0 z-10 min-w-[190px] bg-sheet py-1 pr-2 font-normal text-mute">
              Thing
            </th>
            {wanted ? (
              <th scope="col" className="min-w-[92px] pr-2 font-normal text-mute">
                {wanted.head}
              </th>
            ) : null}
            {columns.map((column) => (
              <th
                key={column.id}
                scope="col"
                title={column.words}
                className="max-w-[104px] min-w-[60px] px-1 py-1 text-[12.5px] leading-tight font-semibold"
              >
                {column.title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {groups.map(({ group, own }) => (
            <Fragment key={group}>
              <tr>
                <th
                  scope="colgroup"
                  colSpan={span}
                  className="border-t border-hair pt-1.5 text-left text-[12.5px] font-normal text-mute"
                >
                  {ROW_GROUPS[group]}
                </th>
              </tr>
              {own.map((i) => {
                const row = table.rows[i]!
                const { tag, name } = plan.devices[row.device] ?? { tag: '', name: 'taken out' }
                const at = row.terminal === null ? '' : terminalWords(plan, `${row.device}|${row.terminal}`)
                return (
                  <tr key={row.id}>
                    <th
                      scope="row"
                      className="sticky left-0 z-10 max-w-[250px] bg-sheet py-0.5 pr-2 text-left font-normal"
                    >
                      <button
                        type="button"
                        className="max-w-full truncate text-left hover:underline"
                        onClick={() => open({ kind: 'device', id: row.device })}
                      >
                        {row.terminal === null ? (
                          <>
                            <span className="figures font-semibold">{tag}</span> {name}
                            {row.drives.length > 0 ? (
                              <span className="text-mute">, drives {row.drives.join(', ')}</span>
                            ) : null}
                          </>
                        ) : (
                          <span className="figures font-semibold">{at}</span>
                        )}
                      </button>
                    </th>
                    {wanted ? <td className="pr-2">{wanted.cell(row)}</td> : null}
                    {columns.map((column) => (
                      <td key={column.id} className="px-0.5 text-center">
                        <CellMark
                          cell={column.cells[i]!}
                          row={row}
                          column={column}
                          isOther={column.isOther[i]!}
                          isFeared={isFeared(table, row, column, i)}
                          label={`${at || tag}, ${column.title}`}
                          onOpen={() => onOpen(column, row)}
                        />
                      </td>
                    ))}
                  </tr>
                )
              })}
            </Fragment>
          ))}
        </tbody>
      </table>
    </div>
  )
}
