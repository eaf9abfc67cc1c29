'use client'
import Link from 'next/link'
import { useRef, useState } from 'react'
import { formatNumber } from '@/core/quantity'
import { BY_LENGTH, NEED_KINDS, type NeedKind, type Stocked } from '@/core/workshop'
import { Button, Choice, CommitField, readNumber, newId } from '@/ui/primitives'
import { problemText, request } from '@/ui/room'
import { StockForm } from './StockForm'
import { useStock } from './stockClient'

const KINDS = Object.keys(NEED_KINDS) as NeedKind[]

/** What lies in the workshop, for every plan: spools, offcuts, bags; what came and went stays written. */
export function WorkshopPage() {
  const stock = useStock()
  const [kind, setKind] = useState<NeedKind>('wire')
  const [problem, setProblem] = useState<string | null>(null)
  const file = useRef<HTMLInputElement>(null)
  const takeIn = async (chosen: File | undefined) => {
    if (!chosen) return
    try {
      const { status, body } = await request<object>('POST', '/api/stock', JSON.parse(await chosen.text()))
      setProblem(status === 201 ? null : problemText(body))
      await stock.load()
    } catch {
      setProblem(`${chosen.name} is not JSON, so it is no stock file; nothing was changed`)
    }
  }
  return (
    <main className="mx-auto max-w-5xl px-5 py-6">
      <p className="mb-3">
        <Link href="/" className="underline decoration-hair underline-offset-2 hover:decoration-accent">
          Plans
        </Link>
      </p>
      <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-[28px] leading-tight font-bold">Workshop</h1>
          <p className="max-w-prose text-mute">
            What lies here, for every plan. Cut lists take offcuts and begun spools first, shopping lists leave out what
            is there.
          </p>
        </div>
        <div className="flex flex-wrap gap-2">
          <a
            className="rounded-lg border border-hair bg-sheet px-3 py-1.5 font-semibold hover:border-accent"
            href="/api/stock?file"
            download
          >
            Stock as a file
          </a>
          <input
            ref={file}
            type="file"
            accept="application/json,.json"
            className="sr-only"
            tabIndex={-1}
            aria-label="Stock file"
            onChange={(event) => {
              void takeIn(event.target.files?.[0])
              event.target.value = ''
            }}
          />
          <Button onClick={() => file.current?.click()}>Take a stock file in</Button>
        </div>
      </div>
      <StockForm
        label="Put into the stock"
        kind={kind}
        what={null}
        isCut={BY_LENGTH.has(kind)}
        planId={null}
        className="mb-5 grid items-start gap-2 rounded-xl border border-hair bg-sheet p-3 md:grid-cols-4"
      >
        <Choice
          label="Kind"
          value={kind}
          options={KINDS.map((each) => ({ value: each, label: NEED_KINDS[each] }))}
          onChoose={(value) => setKind(value as NeedKind)}
        />
      </StockForm>
      {problem ? (
        <p role="alert" className="mb-3 font-semibold text-stop">
          {problem}
        </p>
      ) : null}
      {stock.items === null ? (
        <p className="text-mute">{stock.message ?? 'Looking …'}</p>
      ) : stock.items.length === 0 ? (
        <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">
          Nothing is entered yet. Put in what lies on the shelf, or take a spool in from a plan’s cut list.
        </p>
      ) : (
        KINDS.map((each) => {
          const own = stock.items!.filter((item) => item.kind === each)
          if (own.length === 0) return null
          return (
            <section key={each} aria-label={NEED_KINDS[each]} className="mb-4">
              <h2 className="mb-1 text-[18px] font-bold">{NEED_KINDS[each]}</h2>
              <ul className="divide-y divide-hair rounded-xl border border-hair bg-sheet">
                {own.map((item) => (
                  <Item key={item.id} item={item} />
                ))}
              </ul>
            </section>
          )
        })
      )}
    </main>
  )
}

function Item({ item }: { readonly item: Stocked }) {
  const stock = useStock()
  const isCut = BY_LENGTH.has(item.kind)
  const scale = isCut ? 1000 : 1
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 py-2">
      <span className="min-w-0 flex-1">
        {item.what}
        {item.isOffcut ? <span className="text-mute">, offcut</span> : null}
        <span className="block text-[13px] text-mute">
          {[
            item.pack === null
              ? ''
              : `sold ${isCut ? `by ${formatNumber(item.pack / 1000)} m` : `in packs of ${formatNumber(item.pack)}`}`,
            item.price === null ? '' : `${item.price.toFixed(2)} a pack`,
            item.supplier ?? '',
          ]
            .filter(Boolean)
            .join(', ')}
        </span>
      </span>
      <CommitField
        label={`${isCut ? 'Length' : 'Count'} of ${item.what}`}
        hideLabel
        numeric
        unit={isCut ? 'm' : ''}
        value={formatNumber(item.amount / scale, 5)}
        className="w-32"
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
      <Button look="danger" onClick={() => void stock.remove(item.id)} aria-label={`Remove ${item.what}`}>
        Remove
      </Button>
    </li>
  )
}
