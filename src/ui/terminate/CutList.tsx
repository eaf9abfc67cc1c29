'use client'
import { useMemo } from 'react'

import { counted, formatNumber } from '@/core/quantity'

import { cutPlanOf, needsOf, type CutFrom, type CutPlan } from '@/core/workshop'

import { Button, newId, Sign } from '@/ui/primitives'

import { useRoom } from '@/ui/room'

import { useStock } from '@/ui/workshop'

const cutStep = (piece: string) => `cut:${piece}`

/** What is cut from which spool, bar or offcut, in the order of work. What is cut is written off; what is left is kept with its length. */
export function CutList() {
  const { plan, evaluation, log, record, id: planId } = useRoom()
  const stock = useStock()
  const last = useMemo(() => new Map(log.map((entry) => [entry.step, entry])), [log])
  const needs = useMemo(
    () =>
      evaluation
        ? needsOf(plan, evaluation.reckoning, evaluation.securing).filter(({ pieces }) => pieces.length > 0)
        : [],
    [plan, evaluation],
  )
  const isCut = (piece: { readonly id: string; readonly length_mm: number }, what: string) => {
    const entry = last.get(cutStep(piece.id))
    return entry?.kind === 'signed' && entry.facts.what === what && Number(entry.facts.length_mm) >= piece.length_mm
  }
  if (needs.length === 0 || stock.items === null)
    return (
      <p className="text-mute">
        {stock.message ??
          (needs.length === 0 ? 'Nothing of this plan is cut from a length.' : 'Looking into the stock …')}
      </p>
    )
  const plans = needs.map((need) => {
    const done = new Set(need.pieces.filter((piece) => isCut(piece, need.what)).map(({ id }) => id))
    return { need, done, cuts: cutPlanOf(need, stock.items!, done) }
  })
  const cut = (cuts: CutPlan, from: CutFrom) => {
    for (const { id, length_mm } of from.cuts)
      record({ step: cutStep(id), kind: 'signed', facts: { what: cuts.what, length_mm: String(length_mm) } })
    const offcut = {
      id: newId(),
      kind: cuts.kind,
      what: cuts.what,
      pack: null,
      price: null,
      supplier: null,
      isOffcut: true,
    }
    const why = `cut for ${from.cuts.map(({ name }) => name).join(', ')}`.slice(0, 200)
    stock.change(
      {
        items: from.isKept ? [offcut] : [],
        moves: [
          { moveId: newId(), itemId: from.item!, amount: -from.has_mm, why, planId },
          ...(from.isKept
            ? [{ moveId: newId(), itemId: offcut.id, amount: from.left_mm, why: 'left over', planId }]
            : []),
        ],
      },
      // The piece is gone: what was signed as cut from it was not.
      (refused) => {
        for (const { id } of from.cuts)
          record({ step: cutStep(id), kind: 'withdrawn', note: `not cut: ${refused}`.slice(0, 400) })
      },
    )
  }
  const putIn = (cuts: CutPlan) => {
    const id = newId()
    stock.change({
      items: [
        { id, kind: cuts.kind, what: cuts.what, pack: cuts.sold_mm, price: null, supplier: null, isOffcut: false },
      ],
      moves: [{ moveId: newId(), itemId: id, amount: cuts.sold_mm, why: 'came', planId }],
    })
  }
  const takeBack = (
    cuts: CutPlan,
    piece: { readonly id: string; readonly name: string; readonly length_mm: number },
  ) => {
    record({ step: cutStep(piece.id), kind: 'withdrawn', note: 'taken back: the piece lies in the stock' })
    const id = newId()
    stock.change({
      items: [{ id, kind: cuts.kind, what: cuts.what, pack: null, price: null, supplier: null, isOffcut: true }],
      moves: [{ moveId: newId(), itemId: id, amount: piece.length_mm, why: `was cut for ${piece.name}`, planId }],
    })
  }
  const open = plans.reduce((sum, { cuts }) => sum + cuts.from.reduce((n, { cuts: own }) => n + own.length, 0), 0)
  return (
    <div className="max-w-[860px] space-y-3">
      <p className="text-[14px] text-mute">
        {open === 0 ? 'Every piece is cut.' : `${counted(open, 'piece')} to cut.`} Offcuts and begun spools first; in
        each, the pieces come in the order of work.
      </p>
      {stock.message ? (
        <p role="status" className="text-[14px] text-caution">
          {stock.message}
        </p>
      ) : null}
      {plans.map(({ need, done, cuts }) => (
        <section key={need.key} aria-label={need.what} className="rounded-xl border border-hair bg-sheet p-3">
          <h2 className="flex flex-wrap items-baseline justify-between gap-2 font-bold">
            <span>{need.what}</span>
            <span className="figures text-[14px] font-normal text-mute">
              {counted(need.pieces.length, 'piece')}, {formatNumber(need.amount / 1000, 3)} m
              {cuts.buys > 0 ? `; ${cuts.buys} × ${formatNumber(cuts.sold_mm / 1000)} m to buy` : ''}
            </span>
          </h2>
          <ul className="mt-1.5 space-y-2">
            {cuts.from.map((from, i) => (
              <li key={i}>
                <Bar from={from} />
                <div className="flex flex-wrap items-center justify-between gap-2 text-[14px]">
                  <span className="figures">
                    {from.cuts.map(({ name, length_mm }) => `${name} ${Math.round(length_mm)}`).join(' · ')} mm
                    <span className="text-mute">
                      , {Math.round(from.left_mm)} mm left{from.isKept ? ', kept' : ''}
                    </span>
                  </span>
                  {from.item === null ? (
                    <Button onClick={() => putIn(cuts)}>
                      It is here: {formatNumber(cuts.sold_mm / 1000)} m into the stock
                    </Button>
                  ) : (
                    <Button onClick={() => cut(cuts, from)}>
                      Cut {from.cuts.length === 1 ? 'it' : `these ${from.cuts.length}`}
                    </Button>
                  )}
                </div>
              </li>
            ))}
          </ul>
          {cuts.tooLong.length > 0 ? (
            <p className="text-[14px] font-semibold text-caution">
              Longer than it is sold:{' '}
              {cuts.tooLong.map(({ name, length_mm }) => `${name} ${Math.round(length_mm)} mm`).join(', ')}. Buy it by
              the metre, or join it.
            </p>
          ) : null}
          {done.size > 0 ? (
            <details className="mt-1 text-[14px]">
              <summary className="text-good">
                <Sign of="good" /> {done.size} cut
              </summary>
              <ul>
                {need.pieces
                  .filter(({ id }) => done.has(id))
                  .map((piece) => (
                    <li key={piece.id} className="flex items-center justify-between gap-2">
                      <span className="figures">
                        {piece.name}, {Math.round(piece.length_mm)} mm
                      </span>
                      <Button look="quiet" onClick={() => takeBack(cuts, piece)}>
                        Take back
                      </Button>
                    </li>
                  ))}
              </ul>
            </details>
          ) : null}
        </section>
      ))}
    </div>
  )
}

/** A spool or bar to its own scale: pieces, and what is left. */
function Bar({ from }: { readonly from: CutFrom }) {
  return (
    <div
      role="img"
      aria-label={`${Math.round(from.has_mm)} mm${from.item === null ? ', to be bought' : ''}: ${counted(from.cuts.length, 'piece')}`}
      className={`mb-1 flex h-5 overflow-hidden rounded border ${from.item === null ? 'border-dashed border-mute' : 'border-hair'}`}
    >
      {from.cuts.map(({ id, length_mm }) => (
        <span
          key={id}
          style={{ width: `${(100 * length_mm) / from.has_mm}%` }}
          className="border-r border-sheet bg-accent"
        />
      ))}
    </div>
  )
}
