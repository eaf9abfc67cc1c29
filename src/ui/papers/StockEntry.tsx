'use client'
import { useMemo, useState } from 'react'
import { needsOf, NEED_KINDS, shoppingList } from '@/core/workshop'
import { Choice } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { StockForm, useStock } from '@/ui/workshop'

/** What of the list lies here already, or came: put into the stock under the name that the plan has for it. */
export function StockEntry() {
  const { plan, evaluation, id: planId } = useRoom()
  const stock = useStock()
  const [chosen, setChosen] = useState('')
  const lines = useMemo(
    () => (evaluation ? shoppingList(needsOf(plan, evaluation.reckoning, evaluation.securing), stock.items ?? []) : []),
    [plan, evaluation, stock.items],
  )
  const line = lines.find(({ key }) => key === chosen) ?? lines[0]
  if (!line) return null
  return (
    <StockForm
      label="Put into the stock"
      kind={line.kind}
      what={line.what}
      isCut={line.unit === 'mm'}
      planId={planId}
      className="mb-3 grid items-start gap-2 rounded-xl border border-hair bg-sheet p-3 lg:grid-cols-[2fr_1fr_1fr_1fr_1.4fr_auto] print:hidden"
    >
      <Choice
        label="It is here, or it came"
        value={line.key}
        options={lines.map(({ key, kind, what }) => ({ value: key, label: `${NEED_KINDS[kind]}: ${what}` }))}
        onChoose={setChosen}
      />
    </StockForm>
  )
}
