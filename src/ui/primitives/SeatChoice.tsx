import type { Seat } from '@/core/plan'
import { Choice } from './Field'

const WORDS: Readonly<Record<Seat, string>> = {
  right: 'as it belongs',
  turned: 'turned end for end',
  offset: 'a way further on',
}

/** How a module or a plug sits: as found on the bench, so that what it does there can be looked at. */
export function SeatChoice({ seated, onChoose }: { readonly seated: Seat; readonly onChoose: (seated: Seat) => void }) {
  return (
    <Choice
      label="It sits"
      value={seated}
      options={(Object.keys(WORDS) as Seat[]).map((seat) => ({ value: seat, label: WORDS[seat] }))}
      onChoose={(value) => onChoose(value as Seat)}
    />
  )
}
