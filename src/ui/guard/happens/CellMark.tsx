import type { BehaviourCell, BehaviourColumn, BehaviourRow } from '@/core/behaviour'
import { formatVolts } from '@/core/quantity'

/** What somebody who stands there would see of it. */
export function cellWords(cell: BehaviourCell, row: BehaviourRow, column: BehaviourColumn, isOther: boolean): string {
  switch (cell.is) {
    case 'on':
      return row.drives.length > 0 ? 'fed' : 'on'
    case 'backwards':
      return 'turned'
    case 'unknown':
      return 'nobody knows'
    case 'unsolved':
      return 'no answer'
    case 'open':
    case 'reads':
      if (column.isStandIn) return isOther ? 'answers' : 'same'
      return cell.is === 'open' ? 'open' : formatVolts(Number((cell.volt ?? 0).toFixed(1)))
    default:
      return cell.is
  }
}

const LOOKS: Readonly<Record<BehaviourCell['is'], string>> = {
  on: 'border-accent/50 bg-accent-wash text-ink',
  weak: 'border-caution/50 bg-caution-wash text-caution',
  'too much': 'border-stop/50 bg-stop-wash text-stop',
  backwards: 'border-stop/50 bg-stop-wash text-stop',
  unknown: 'border-caution/50 bg-caution-wash text-caution',
  unsolved: 'border-caution/50 bg-caution-wash text-caution',
  off: 'border-transparent text-mute',
  open: 'border-transparent text-mute',
  reads: 'border-hair bg-wash text-ink',
}

/** One thing in one situation. What is otherwise than beside is marked; what runs and should not is told in the tone of a caution. */
export function CellMark({
  cell,
  row,
  column,
  isOther,
  isFeared,
  label,
  onOpen,
}: {
  readonly cell: BehaviourCell
  readonly row: BehaviourRow
  readonly column: BehaviourColumn
  readonly isOther: boolean
  readonly isFeared: boolean
  readonly label: string
  readonly onOpen: () => void
}) {
  const words = cellWords(cell, row, column, isOther)
  const look = isFeared ? 'border-caution/60 bg-caution-wash text-caution' : LOOKS[cell.is]
  return (
    <button
      type="button"
      title="How does this come about?"
      aria-label={`${label}: ${words}${isOther ? ', otherwise than before' : ''}`}
      onClick={onOpen}
      className={`figures relative w-full min-w-[52px] rounded-md border px-1.5 py-0.5 text-[13px] whitespace-nowrap hover:border-accent ${look} ${isOther ? 'font-bold' : ''}`}
    >
      {isOther ? (
        <span aria-hidden className="mr-0.5">
          →
        </span>
      ) : null}
      {words}
    </button>
  )
}
