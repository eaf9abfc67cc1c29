'use client'
import Link from 'next/link'
import { useRef, useState } from 'react'
import { BY_LENGTH, NEED_KINDS, type NeedKind } from '@/core/workshop'
import { Button, Choice } from '@/ui/primitives'
import { problemText, request } from '@/ui/room'
import { StockForm } from './StockForm'
import { StockTable } from './StockTable'
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
      {stock.held.map((held, i) => (
        <div key={i} role="alert" className="mb-3 rounded-xl border border-caution bg-sheet p-3">
          <p className="font-semibold">This change of the stock was not taken: {held.why}</p>
          <div className="mt-2 flex gap-2">
            <Button onClick={() => stock.settle(held, 'again')}>Send it again</Button>
            <Button look="quiet" onClick={() => stock.settle(held, 'drop')}>
              Let it go
            </Button>
          </div>
        </div>
      ))}
      {stock.items === null ? (
        <p className="text-mute">{stock.message ?? 'Looking …'}</p>
      ) : stock.items.length === 0 ? (
        <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">
          Nothing is entered yet. Put in what lies on the shelf, or take a spool in from a plan’s cut list.
        </p>
      ) : (
        <StockTable items={stock.items} />
      )}
    </main>
  )
}
