'use client'
import {
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type Row,
  type SortingState,
} from '@tanstack/react-table'
import { useState } from 'react'
import { formatNumber } from '@/core/quantity'
import { BY_LENGTH, NEED_KINDS, type NeedKind, type Stocked } from '@/core/workshop'
import { Button, CommitField, holdsWords, INPUT, newId, readNumber } from '@/ui/primitives'
import { SortHead } from '@/ui/tables'
import { useStock } from './stockClient'

const KINDS = Object.keys(NEED_KINDS) as NeedKind[]

const scaleOf = ({ kind }: Stocked) => (BY_LENGTH.has(kind) ? 1000 : 1)

const COLUMNS: ColumnDef<Stocked>[] = [
  { accessorKey: 'what', header: 'What', sortingFn: 'alphanumeric' },
  { id: 'pack', accessorFn: ({ pack }) => pack ?? 0, header: 'Sold' },
  { id: 'price', accessorFn: ({ price }) => price ?? 0, header: 'A pack' },
  { id: 'supplier', accessorFn: ({ supplier }) => supplier ?? '', header: 'From' },
  { accessorKey: 'amount', header: 'There is' },
]

/** One width in every table, so that the columns of all kinds stand below one another. */
const WIDTHS: Readonly<Record<string, string>> = {
  what: 'w-[34%]',
  pack: 'w-[17%]',
  price: 'w-[10%]',
  supplier: 'w-[17%]',
  amount: 'w-40',
}

/** Everything that lies in the workshop: a table a kind, all sorted and searched at once. */
export function StockTable({ items }: { readonly items: readonly Stocked[] }) {
  const [sorting, setSorting] = useState<SortingState>([{ id: 'what', desc: false }])
  const [query, setQuery] = useState('')
  const table = useReactTable({
    data: items as Stocked[],
    columns: COLUMNS,
    state: { sorting, globalFilter: query },
    getRowId: ({ id }) => id,
    onSortingChange: setSorting,
    onGlobalFilterChange: setQuery,
    globalFilterFn: ({ original }, _column, words: string) =>
      holdsWords(`${NEED_KINDS[original.kind]} ${original.what} ${original.supplier ?? ''}`, words),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  })
  const { rows } = table.getRowModel()
  return (
    <>
      <input
        type="search"
        aria-label="Search the stock"
        placeholder="Find by kind, name or shop"
        className={`${INPUT} mb-3 max-w-sm`}
        value={query}
        onChange={(event) => setQuery(event.target.value)}
      />
      {rows.length === 0 ? <p className="text-mute">Nothing in the stock reads like this.</p> : null}
      {KINDS.map((kind) => {
        const own = rows.filter(({ original }) => original.kind === kind)
        if (own.length === 0) return null
        return (
          <section key={kind} aria-label={NEED_KINDS[kind]} className="mb-4">
            <h2 className="mb-1 text-[18px] font-bold">{NEED_KINDS[kind]}</h2>
            <div className="overflow-x-auto rounded-xl border border-hair bg-sheet">
              <table className="w-full min-w-[46rem] table-fixed text-[15px]">
                <thead className="text-left text-[13px] text-mute">
                  <tr>
                    {table.getHeaderGroups()[0]!.headers.map((header) => (
                      <SortHead key={header.id} header={header} className={`px-3 pt-2 pb-1 ${WIDTHS[header.id]}`} />
                    ))}
                    <th>
                      <span className="sr-only">Remove</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {own.map((row) => (
                    <Item key={row.id} row={row} />
                  ))}
                </tbody>
              </table>
            </div>
          </section>
        )
      })}
    </>
  )
}

function Item({ row: { original: item } }: { readonly row: Row<Stocked> }) {
  const stock = useStock()
  const isCut = BY_LENGTH.has(item.kind)
  const scale = scaleOf(item)
  const cell = 'px-3 py-1.5'
  return (
    <tr className="border-t border-hair">
      <td className={cell}>
        {item.what}
        {item.isOffcut ? <span className="text-mute">, offcut</span> : null}
      </td>
      <td className={`${cell} text-[14px] text-mute`}>
        {item.pack === null
          ? ''
          : isCut
            ? `by ${formatNumber(item.pack / 1000)} m`
            : `in packs of ${formatNumber(item.pack)}`}
      </td>
      <td className={`${cell} figures`}>{item.price === null ? '' : item.price.toFixed(2)}</td>
      <td className={cell}>{item.supplier ?? ''}</td>
      <td className={cell}>
        <CommitField
          label={`${isCut ? 'Length' : 'Count'} of ${item.what}`}
          hideLabel
          numeric
          unit={isCut ? 'm' : ''}
          value={formatNumber(item.amount / scale, 5)}
          onCommit={(text) => {
            const read = readNumber(text, 'What there is')
            if ('error' in read) return read.error
            if (read.value < 0) return 'must be 0 or more'
            stock.change({
              moves: [
                {
                  moveId: newId(),
                  itemId: item.id,
                  amount: read.value * scale - item.amount,
                  why: 'counted',
                  planId: null,
                },
              ],
            })
            return null
          }}
        />
      </td>
      <td className={`${cell} text-right`}>
        <Button look="danger" onClick={() => void stock.remove(item.id)} aria-label={`Remove ${item.what}`}>
          Remove
        </Button>
      </td>
    </tr>
  )
}
