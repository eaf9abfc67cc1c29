'use client'
import { bindWires } from '@/core/cables'

import type { WireReckoning } from '@/core/figures'
import { nameWires, type WireScheme } from '@/core/naming'

import {
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type RowSelectionState,
  type SortingState,
} from '@tanstack/react-table'

import { useMemo, useRef, useState } from 'react'

import { colourName, COLOURS, GREEN_YELLOW, type Colour, type Command, type Wire, type WireId } from '@/core/plan'

import { counted, SOLD_SIZES } from '@/core/quantity'

import { Button, Choice, CommitField, holdsWords, INPUT, Modal, readNumber } from '@/ui/primitives'

import { SortHead } from '@/ui/tables'

import { endName, FUNCTION_WORDS, problemText, request, useRoom, wireColour } from '@/ui/room'

interface Row {
  readonly id: WireId
  readonly label: string
  readonly from: string
  readonly to: string
  readonly does: string
  readonly size: string
  readonly colour: string
  readonly length: string
  readonly current_A: number | null
}

const COLUMNS: ColumnDef<Row>[] = [
  { accessorKey: 'label', header: 'Wire', sortingFn: 'alphanumeric' },
  { accessorKey: 'from', header: 'From', sortingFn: 'alphanumeric' },
  { accessorKey: 'to', header: 'To', sortingFn: 'alphanumeric' },
  { accessorKey: 'does', header: 'Does' },
  { accessorKey: 'size', header: 'Size', sortingFn: 'alphanumeric' },
  { accessorKey: 'colour', header: 'Colour' },
  { accessorKey: 'length', header: 'Length', sortingFn: 'alphanumeric' },
  { accessorKey: 'current_A', header: 'Carries, A' },
]

/** What holds, and where it is from where nobody typed it. */
function lengthWords(
  { measured_mm, length_mm }: Wire,
  reckoned: Pick<WireReckoning, 'length_mm' | 'lengthFrom'> | undefined,
): string {
  const typed = measured_mm ?? length_mm
  if (typed !== null) return `${typed} mm${measured_mm !== null ? ', measured' : ''}`
  if (!reckoned) return 'not derived'
  return `${Math.round(reckoned.length_mm)} mm, ${reckoned.lengthFrom === 'routed' ? 'by its way' : reckoned.lengthFrom}`
}

const KEEP = ''
const AS_RECKONED = 'reckoned'
const AS_SCHEME = 'scheme'

/** All wires as a table: sorted, searched, several changed at once; out as CSV, and in again. */
export function WireListDialog({ onClose }: { readonly onClose: () => void }) {
  const { id, plan, evaluation, edit, open } = useRoom()
  const [sorting, setSorting] = useState<SortingState>([{ id: 'label', desc: false }])
  const [chosen, setChosen] = useState<RowSelectionState>({})
  const [query, setQuery] = useState('')
  const [message, setMessage] = useState<{ readonly text: string; readonly isWrong: boolean } | null>(null)
  const file = useRef<HTMLInputElement>(null)
  const rows = useMemo(
    () =>
      (Object.entries(plan.wires) as [WireId, Wire][]).map(([wire, own]): Row => {
        const reckoned = evaluation?.reckoning.wires[wire]
        return {
          id: wire,
          label: own.label,
          from: endName(plan, own.from),
          to: endName(plan, own.to),
          does: FUNCTION_WORDS[own.function],
          size: own.size ?? (reckoned?.size ? `${reckoned.size}, reckoned` : 'not derived'),
          colour: `${colourName(wireColour(plan, own))}${own.colour === null ? ', by the scheme' : ''}`,
          length: lengthWords(own, reckoned),
          current_A: reckoned?.worst.value ?? null,
        }
      }),
    [plan, evaluation],
  )
  const table = useReactTable({
    data: rows,
    columns: COLUMNS,
    state: { sorting, rowSelection: chosen, globalFilter: query },
    getRowId: (row) => row.id,
    onSortingChange: setSorting,
    onRowSelectionChange: setChosen,
    onGlobalFilterChange: setQuery,
    globalFilterFn: ({ original }, _column, words: string) => holdsWords(Object.values(original).join(' '), words),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  })
  const ids = table.getSelectedRowModel().rows.map(({ original }) => original.id)
  const change = (what: string, changes: Partial<Wire>): string | null => {
    const commands: Command[] = ids.map((wire) => ({ type: 'updateWire', id: wire, changes }))
    const [problem] = edit(`${what} of ${counted(ids.length, 'wire')}`, ...commands)
    setMessage(
      problem ? { text: problem.message, isWrong: true } : { text: `${what}: ${ids.length} changed`, isWrong: false },
    )
    return problem?.message ?? null
  }
  const takeIn = async (picked: File | undefined) => {
    if (!picked) return
    const { status, body } = await request<{
      readonly commands: readonly Command[]
      readonly changed: number
      readonly added: number
    }>('POST', `/api/plans/${id}/wires`, { csv: await picked.text() })
    if (status !== 200) return setMessage({ text: problemText(body), isWrong: true })
    if (body.commands.length === 0)
      return setMessage({ text: 'Nothing in it is other than in the plan', isWrong: false })
    const [problem] = edit(`Take in ${picked.name}`, ...body.commands)
    setMessage(
      problem
        ? { text: problem.message, isWrong: true }
        : { text: `${body.changed} changed, ${body.added} added; one undo takes it back`, isWrong: false },
    )
  }
  return (
    <Modal wide="most" title="Wire list" open onClose={onClose}>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <input
          aria-label="Find in the list"
          placeholder="Find in the list"
          className={`${INPUT} max-w-64`}
          value={query}
          onChange={({ target }) => setQuery(target.value)}
        />
        <a
          href={`/api/plans/${id}/wires`}
          className="rounded-lg border border-hair bg-sheet px-3 py-1.5 text-[15px] font-semibold hover:border-accent"
        >
          Save as CSV
        </a>
        <span className="text-[14px]">
          Pins of the boards:{' '}
          <a
            className="underline decoration-hair underline-offset-2 hover:decoration-accent"
            href={`/api/plans/${id}/pins`}
          >
            CSV
          </a>
          ,{' '}
          <a
            className="underline decoration-hair underline-offset-2 hover:decoration-accent"
            href={`/api/plans/${id}/pins?format=text`}
          >
            text
          </a>
        </span>
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          tabIndex={-1}
          aria-label="CSV file"
          onChange={(event) => {
            void takeIn(event.target.files?.[0])
            event.target.value = ''
          }}
        />
        <Button onClick={() => file.current?.click()}>Take a CSV in</Button>
        <span className="w-60">
          <Choice
            hideLabel
            label="Name wires by a scheme"
            value=""
            options={[
              { value: '', label: ids.length > 0 ? `Name the ${ids.length} chosen …` : 'Name all wires …' },
              ...SCHEMES,
            ]}
            onChoose={(scheme) => {
              if (scheme === '') return
              const these = ids.length > 0 ? ids : (Object.keys(plan.wires) as WireId[])
              const commands = nameWires(plan, these, scheme as WireScheme)
              const [problem] = commands.length > 0 ? edit(`Name ${counted(these.length, 'wire')}`, ...commands) : []
              setMessage({
                isWrong: !!problem,
                text:
                  problem?.message ??
                  (commands.length === 0
                    ? 'They are called so already'
                    : `${commands.length} called anew; labels that are printed are to be printed anew`),
              })
            }}
          />
        </span>
      </div>
      {ids.length > 0 ? <Many count={ids.length} series={plan.practice.series} onChange={change} /> : null}
      {ids.length > 1 && ids.every((id) => plan.wires[id]!.cable === null) ? (
        <BindField
          count={ids.length}
          onBind={(name) => {
            const [problem] = edit(`${counted(ids.length, 'wire')} as one cable`, ...bindWires(plan, ids, name))
            setMessage({ isWrong: !!problem, text: problem?.message ?? `${name}: ${ids.length} cores in one jacket` })
            return problem?.message ?? null
          }}
        />
      ) : null}
      {message ? (
        <p
          role={message.isWrong ? 'alert' : 'status'}
          className={`mb-2 text-[14px] font-semibold ${message.isWrong ? 'text-stop' : ''}`}
        >
          {message.text}
        </p>
      ) : null}
      <div
        className="max-h-[58vh] overflow-auto rounded-lg border border-hair"
        tabIndex={0}
        role="group"
        aria-label="Wires"
      >
        <table className="w-full min-w-[52rem] text-[14px]">
          <thead className="sticky top-0 bg-sheet text-left">
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id}>
                <th className="px-2 py-1">
                  <input
                    type="checkbox"
                    aria-label="All that are shown"
                    className="h-4 w-4 accent-(--accent)"
                    checked={table.getIsAllRowsSelected()}
                    onChange={table.getToggleAllRowsSelectedHandler()}
                  />
                </th>
                {group.headers.map((header) => (
                  <SortHead key={header.id} header={header} />
                ))}
              </tr>
            ))}
          </thead>
          <tbody>
            {table.getRowModel().rows.map((row) => (
              <tr key={row.id} className="border-t border-hair/70 hover:bg-wash">
                <td className="px-2 py-1">
                  <input
                    type="checkbox"
                    aria-label={`Choose ${row.original.label}`}
                    className="h-4 w-4 accent-(--accent)"
                    checked={row.getIsSelected()}
                    onChange={row.getToggleSelectedHandler()}
                  />
                </td>
                <td className="figures px-2 py-1">
                  <button
                    type="button"
                    className="font-semibold underline decoration-hair underline-offset-2 hover:decoration-accent"
                    onClick={() => {
                      open({ kind: 'wire', id: row.original.id })
                      onClose()
                    }}
                  >
                    {row.original.label}
                  </button>
                </td>
                <td className="px-2 py-1">{row.original.from}</td>
                <td className="px-2 py-1">{row.original.to}</td>
                <td className="px-2 py-1">{row.original.does}</td>
                <td className="figures px-2 py-1">{row.original.size}</td>
                <td className="px-2 py-1">{row.original.colour}</td>
                <td className="figures px-2 py-1">{row.original.length}</td>
                <td className="figures px-2 py-1 text-right">
                  {row.original.current_A === null ? '–' : Number(row.original.current_A.toPrecision(3))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {table.getRowModel().rows.length === 0 ? (
          <p className="p-4 text-mute">{rows.length === 0 ? 'No wire is joined yet.' : 'No wire reads like this.'}</p>
        ) : null}
      </div>
      <p className="mt-2 text-[13px] text-mute">
        {table.getRowModel().rows.length} of {rows.length} wires. A line without an id in a CSV adds a wire; wires that
        are not in it stay as they are.
      </p>
      <div className="mt-3">
        <Button onClick={onClose}>Shut</Button>
      </div>
    </Modal>
  )
}

const SCHEMES: readonly { readonly value: WireScheme; readonly label: string }[] = [
  { value: 'number', label: 'in one count: W1, W2 …' },
  { value: 'function', label: 'by what they do: L1, PE1, P1, S1 …' },
  { value: 'ends', label: 'by their ends: A1.M1-K2 …' },
]

/** Makes the chosen wires the cores of one cable. */
function BindField({ count, onBind }: { readonly count: number; readonly onBind: (name: string) => string | null }) {
  return (
    <div className="mb-2 max-w-80">
      <CommitField
        label={`As the ${count} cores of one cable, called`}
        hint="Enter makes it; what ends in one socket gets its plug"
        value=""
        onCommit={(text) => (text.trim() === '' ? null : onBind(text.trim().slice(0, 80)))}
      />
    </div>
  )
}

/** What is changed of several at once. */
function Many({
  count,
  series,
  onChange,
}: {
  readonly count: number
  readonly series: 'AWG' | 'mm²'
  readonly onChange: (what: string, changes: Partial<Wire>) => string | null
}) {
  const colourOf = (value: string): Colour | null =>
    value === AS_SCHEME
      ? null
      : value === 'green/yellow'
        ? GREEN_YELLOW
        : { base: value as Colour['base'], stripe: null }
  return (
    <fieldset className="mb-2 rounded-lg border border-hair bg-wash p-2">
      <legend className="px-1 text-[13px] font-semibold">The {count} chosen</legend>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <Choice
          label="Size"
          value={KEEP}
          options={[
            { value: KEEP, label: 'as each is' },
            { value: AS_RECKONED, label: 'reckoned' },
            ...SOLD_SIZES[series].map(({ label }) => ({ value: label, label })),
          ]}
          onChoose={(value) => value !== KEEP && onChange('Size', { size: value === AS_RECKONED ? null : value })}
        />
        <Choice
          label="Colour"
          value={KEEP}
          options={[
            { value: KEEP, label: 'as each is' },
            { value: AS_SCHEME, label: 'as the scheme has it' },
            { value: 'green/yellow', label: 'green/yellow' },
            ...COLOURS.map((value) => ({ value: value as string, label: value as string })),
          ]}
          onChoose={(value) => value !== KEEP && onChange('Colour', { colour: colourOf(value) })}
        />
        <CommitField
          label="Length"
          unit="mm"
          numeric
          value=""
          onCommit={(text) => {
            const read = readNumber(text, 'the length')
            if ('error' in read) return read.error
            return read.value > 0 ? onChange('Length', { length_mm: read.value }) : 'must be above 0'
          }}
        />
        <Choice
          label="Strands"
          value={KEEP}
          options={[
            { value: KEEP, label: 'as each is' },
            { value: 'flexible', label: 'flexible' },
            { value: 'stranded', label: 'stranded' },
            { value: 'solid', label: 'solid' },
          ]}
          onChoose={(value) => value !== KEEP && onChange('Strands', { construction: value as Wire['construction'] })}
        />
      </div>
    </fieldset>
  )
}
