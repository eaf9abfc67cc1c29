'use client'
import type { ReactNode } from 'react'
import * as z from 'zod'
import type { NeedKind } from '@/core/workshop'
import { above0, figure, notNegative, optionalFigure, optionalWords, Typed, useFilled } from '@/ui/forms'
import { Button, newId } from '@/ui/primitives'
import { useStock } from './stockClient'

const EMPTY = { what: '', amount: '', pack: '', price: '', supplier: '' }

const schemaOf = (isNamed: boolean, mayBeNone: boolean) =>
  z.object({
    what: isNamed
      ? z.string()
      : z.string().trim().min(1, { error: 'Say what it is, as the plan calls it: Wire 0.75 mm², red' }).max(160),
    amount: mayBeNone
      ? figure('How much', 'Say how much there is; 0 keeps a price and a shop alone', notNegative('How much'))
      : figure('How much', 'Say how much there is, above 0', above0('How much')),
    pack: optionalFigure('The pack', above0('The pack')),
    price: optionalFigure('The price', notNegative('The price')),
    supplier: optionalWords(80),
  })

/** Puts a thing into the stock: how much of it, how it is sold, at what price and by whom. */
export function StockForm({
  label,
  kind,
  what,
  isCut,
  planId,
  className,
  children,
}: {
  readonly label: string
  readonly kind: NeedKind
  /** Its name where the plan has one; null where it is typed. */
  readonly what: string | null
  /** Measured in metres. */
  readonly isCut: boolean
  readonly planId: string | null
  readonly className: string
  /** By what the kind or the line is chosen. */
  readonly children: ReactNode
}) {
  const stock = useStock()
  const form = useFilled(schemaOf(what !== null, planId !== null), EMPTY)
  const scale = isCut ? 1000 : 1
  const put = form.handleSubmit((filled) => {
    const id = newId()
    stock.change({
      items: [
        {
          id,
          kind,
          what: what ?? filled.what,
          pack: filled.pack === null ? null : filled.pack * scale,
          price: filled.price,
          supplier: filled.supplier,
          isOffcut: false,
        },
      ],
      moves: [{ moveId: newId(), itemId: id, amount: filled.amount * scale, why: 'came', planId }],
    })
    form.reset(EMPTY)
  })
  return (
    <form onSubmit={(event) => void put(event)} aria-label={label} noValidate className={className}>
      {children}
      {what === null ? <Typed form={form} name="what" label="What, as the plan calls it" /> : null}
      <Typed form={form} name="amount" label={isCut ? 'How long, m' : 'How many'} numeric />
      <Typed form={form} name="pack" label={isCut ? 'Sold by, m' : 'In packs of'} numeric />
      <Typed form={form} name="price" label="Price of a pack" numeric />
      <Typed form={form} name="supplier" label="From" most={80} />
      <div className="pt-5">
        <Button look="main" type="submit">
          Put it in
        </Button>
      </div>
      {stock.message ? (
        <p role="alert" className="col-span-full font-semibold text-stop">
          {stock.message}
        </p>
      ) : null}
    </form>
  )
}
