'use client'
import { flexRender, type Header, type RowData } from '@tanstack/react-table'
import { Sign } from '@/ui/primitives'

/** The head of a column that sorts its table: once up, once down, then as it was. */
export function SortHead<T extends RowData>({
  header,
  className = 'px-2 py-1',
}: {
  readonly header: Header<T, unknown>
  readonly className?: string
}) {
  const sorted = header.column.getIsSorted()
  return (
    <th className={className} aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}>
      <button type="button" className="font-semibold hover:underline" onClick={header.column.getToggleSortingHandler()}>
        {flexRender(header.column.columnDef.header, header.getContext())}
        {sorted ? <Sign of={sorted === 'asc' ? 'up' : 'down'} /> : null}
      </button>
    </th>
  )
}
