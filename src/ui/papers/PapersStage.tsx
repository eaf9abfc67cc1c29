'use client'
import { useState } from 'react'
import { PAPER_IDS, PAPERS, type PaperId } from '@/core/papers'
import type { WireId } from '@/core/plan'
import { Choice, later } from '@/ui/primitives'
import { LongDownload, useRoom } from '@/ui/room'
import { DeriveChoice } from './DeriveChoice'

const A_MOMENT = <p className="text-mute">Working it out …</p>
const PaperShown = later(async () => ({ default: (await import('./PaperShown')).PaperShown }), A_MOMENT)
const LabelPrint = later(async () => ({ default: (await import('./LabelPrint')).LabelPrint }))
const StockEntry = later(async () => ({ default: (await import('./StockEntry')).StockEntry }))

/** Everything to be taken away: looked at here as it will be printed, and put together as one PDF. */
export function PapersStage() {
  const { plan, evaluation, id, state } = useRoom()
  const [shown, setShown] = useState<PaperId>('wires')
  const [chosen, setChosen] = useState<readonly PaperId[]>(PAPER_IDS)
  const [sheet, setSheet] = useState<'A4' | 'Letter'>(plan.site.region === 'NEC' ? 'Letter' : 'A4')
  const [derive, setDerive] = useState<readonly WireId[]>([])
  if (!evaluation) return A_MOMENT
  const book = `/api/plans/${id}/papers?pages=${PAPER_IDS.filter((each) => chosen.includes(each)).join(',')}&paper=${sheet}${derive.length > 0 ? `&derive=${derive.join(',')}` : ''}`
  const one = `/api/plans/${id}/papers?pages=${shown}&paper=${sheet}${shown === 'derivations' && derive.length > 0 ? `&derive=${derive.join(',')}` : ''}`
  return (
    <>
      <header className="mb-3 flex flex-wrap items-end justify-between gap-3 print:hidden">
        <div>
          <h1 className="text-[24px] leading-tight font-bold">Papers</h1>
          <p className="text-[14px] text-mute">
            Revision {state.revision}. Plan, page and revision stand at the foot of every page.
          </p>
        </div>
        <div className="flex flex-wrap items-end gap-2">
          <Choice
            label="Paper"
            value={sheet}
            options={[
              { value: 'A4', label: 'A4' },
              { value: 'Letter', label: 'Letter' },
            ]}
            onChoose={(value) => setSheet(value as 'A4' | 'Letter')}
          />
          <LongDownload
            className="rounded-lg border border-accent bg-accent px-3 py-1.5 text-[15px] font-semibold text-accent-ink"
            isMain
            isDisabled={chosen.length === 0}
            href={book}
          >
            Make the book:{' '}
            {chosen.length === PAPER_IDS.length ? 'all of it' : `${chosen.length} of ${PAPER_IDS.length}`}
          </LongDownload>
          <LongDownload
            className="rounded-lg border border-hair bg-sheet px-3 py-1.5 text-[15px] font-semibold hover:border-accent"
            href={`/api/plans/${id}/bundle`}
          >
            Everything in one archive
          </LongDownload>
        </div>
      </header>
      <div className="grid items-start gap-4 md:grid-cols-[260px_minmax(0,1fr)]">
        <nav aria-label="Papers" className="print:hidden">
          <p className="mb-1 flex gap-3 text-[13px]">
            <button type="button" className="underline" onClick={() => setChosen(PAPER_IDS)}>
              Tick all
            </button>
            <button type="button" className="underline" onClick={() => setChosen([])}>
              Tick none
            </button>
          </p>
          <ul className="space-y-0.5">
            {PAPER_IDS.map((each) => (
              <li key={each} className="flex items-start gap-1.5">
                <input
                  type="checkbox"
                  className="mt-2.5 size-4"
                  aria-label={`${PAPERS[each].title} in the book`}
                  checked={chosen.includes(each)}
                  onChange={(event) =>
                    setChosen(event.target.checked ? [...chosen, each] : chosen.filter((other) => other !== each))
                  }
                />
                <button
                  type="button"
                  aria-current={each === shown}
                  onClick={() => setShown(each)}
                  className={`min-h-9 flex-1 rounded-lg px-2 py-1 text-left text-[15px] ${each === shown ? 'bg-accent-wash font-semibold' : 'hover:bg-wash'}`}
                >
                  {PAPERS[each].title}
                  <span className="block text-[13px] font-normal text-mute">{PAPERS[each].use}</span>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        <div className="min-w-0">
          <div className="mb-2 flex flex-wrap gap-2 text-[14px] print:hidden">
            <LongDownload
              className="rounded-lg border border-hair bg-sheet px-3 py-1.5 font-semibold hover:border-accent"
              href={one}
            >
              This paper as PDF
            </LongDownload>
            <button
              type="button"
              className="rounded-lg border border-hair bg-sheet px-3 py-1.5 font-semibold hover:border-accent"
              onClick={() => window.print()}
            >
              Print what is shown
            </button>
            {shown === 'wires' ? (
              <a
                className="rounded-lg border border-hair bg-sheet px-3 py-1.5 font-semibold hover:border-accent"
                href={`/api/plans/${id}/wires`}
                download
              >
                Wire list as CSV
              </a>
            ) : null}
            {shown === 'shopping' ? (
              <>
                <a
                  className="rounded-lg border border-hair bg-sheet px-3 py-1.5 font-semibold hover:border-accent"
                  href={`/api/plans/${id}/purchases`}
                  download
                >
                  Purchases as CSV
                </a>
                <a
                  className="rounded-lg border border-hair bg-sheet px-3 py-1.5 font-semibold hover:border-accent"
                  href="/workshop"
                >
                  The workshop’s stock
                </a>
              </>
            ) : null}
          </div>
          {shown === 'labels' || shown === 'strips' ? <LabelPrint what={shown} paper={sheet} /> : null}
          {shown === 'shopping' ? <StockEntry /> : null}
          {shown === 'derivations' ? <DeriveChoice chosen={derive} onChange={setDerive} /> : null}
          <PaperShown id={shown} evaluation={evaluation} derive={derive} />
        </div>
      </div>
    </>
  )
}
