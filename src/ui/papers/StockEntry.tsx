'use client'
import { useMemo, useState, type FormEvent } from 'react'
import { needsOf, NEED_KINDS, shoppingList } from '@/core/workshop'
import { Button, Choice, INPUT, Labelled, newId, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { useStock } from '@/ui/workshop'

const EMPTY = { amount: '', pack: '', price: '', supplier: '' }

/** What of the list lies here already, or came: put into the stock under the name that the plan has for it. */
export function StockEntry() {
  const { plan, evaluation, id: planId } = useRoom()
  const stock = useStock()
  const [chosen, setChosen] = useState('')
  const [typed, setTyped] = useState(EMPTY)
  const [problem, setProblem] = useState<string | null>(null)
  const lines = useMemo(
    () => (evaluation ? shoppingList(needsOf(plan, evaluation.reckoning, evaluation.securing), stock.items ?? []) : []),
    [plan, evaluation, stock.items],
  )
  const line = lines.find(({ key }) => key === chosen) ?? lines[0]
  if (!line) return null
  const scale = line.unit === 'mm' ? 1000 : 1
  const put = (event: FormEvent) => {
    event.preventDefault()
    const figures: { amount?: number; pack?: number; price?: number } = {}
    for (const [key, what] of [
      ['amount', 'How much'],
      ['pack', 'The pack'],
      ['price', 'The price'],
    ] as const) {
      if (typed[key].trim() === '') continue
      const read = readNumber(typed[key], what)
      if ('error' in read) return setProblem(read.error)
      if (read.value < 0) return setProblem(`${what} must be 0 or more`)
      figures[key] = read.value
    }
    if (figures.amount === undefined) return setProblem('Say how much there is; 0 keeps a price and a shop alone')
    if (figures.pack === 0) return setProblem('The pack must be above 0')
    const itemId = newId()
    stock.change({
      items: [
        {
          id: itemId,
          kind: line.kind,
          what: line.what,
          pack: figures.pack === undefined ? null : figures.pack * scale,
          price: figures.price ?? null,
          supplier: typed.supplier.trim() || null,
          isOffcut: false,
        },
      ],
      moves: [{ moveId: newId(), itemId, amount: figures.amount * scale, why: 'came', planId }],
    })
    setTyped(EMPTY)
    setProblem(null)
  }
  return (
    <form
      onSubmit={put}
      aria-label="Put into the stock"
      className="mb-3 grid items-end gap-2 rounded-xl border border-hair bg-sheet p-3 lg:grid-cols-[2fr_1fr_1fr_1fr_1.4fr_auto] print:hidden"
    >
      <Choice
        label="It is here, or it came"
        value={line.key}
        options={lines.map(({ key, kind, what }) => ({ value: key, label: `${NEED_KINDS[kind]}: ${what}` }))}
        onChoose={setChosen}
      />
      {(
        [
          ['amount', scale === 1000 ? 'How long, m' : 'How many'],
          ['pack', scale === 1000 ? 'Sold by, m' : 'In packs of'],
          ['price', 'Price of a pack'],
          ['supplier', 'From'],
        ] as const
      ).map(([key, label]) => (
        <Labelled key={key} label={label}>
          {(props) => (
            <input
              {...props}
              className={INPUT}
              maxLength={80}
              inputMode={key === 'supplier' ? 'text' : 'decimal'}
              value={typed[key]}
              onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
            />
          )}
        </Labelled>
      ))}
      <Button type="submit">Put it in</Button>
      {(problem ?? stock.message) ? (
        <p role="alert" className="font-semibold text-stop lg:col-span-6">
          {problem ?? stock.message}
        </p>
      ) : null}
    </form>
  )
}
