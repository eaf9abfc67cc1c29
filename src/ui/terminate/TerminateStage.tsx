'use client'
import { useMemo, useState } from 'react'
import {
  BATCH_BY,
  batchesOf,
  benchEnds,
  endStandings,
  savedWords,
  type BatchBy,
  type EndStatus,
} from '@/core/procedure'
import { FindingCard } from '@/ui/panels'
import { Choice } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { CutList } from './CutList'
import { EndCard } from './EndCard'
import { ToolChoice, useToolProfile } from './ToolChoice'

const BY_WORDS: Readonly<Record<BatchBy, string>> = {
  tool: 'tool and die',
  device: 'the device they go to',
  cable: 'wire or cable',
}

const VIEWS = { ends: 'Make the ends', cuts: 'Cut list' } as const
type View = keyof typeof VIEWS

/** A card for every wire end, in batches so that a tool is set once; tugged and logged; and what is cut from which spool. */
export function TerminateStage() {
  const { plan, evaluation, log, progress } = useRoom()
  const [view, setView] = useState<View>('ends')
  const [by, setBy] = useState<BatchBy>('tool')
  const [key, setKey] = useState<string | null>(null)
  const [index, setIndex] = useState<number | null>(null)
  const tool = useToolProfile()
  const reckoning = evaluation?.reckoning
  const ends = useMemo(() => (reckoning ? benchEnds(plan, reckoning) : []), [plan, reckoning])
  const standings = useMemo(() => endStandings(ends, log, progress), [ends, log, progress])
  const batches = useMemo(() => batchesOf(plan, ends, by), [plan, ends, by])
  const saved = useMemo(() => savedWords(plan, ends, by), [plan, ends, by])
  if (!evaluation) return <p className="text-mute">Working it out …</p>
  const statusOf = (id: string): EndStatus => standings.get(id) ?? 'open'
  const here = evaluation.findings.filter(({ stage, severity }) => stage === 'terminate' && severity !== 'note')
  if (batches.length === 0) {
    return (
      <>
        <h1 className="mb-2 text-[24px] font-bold">Terminate</h1>
        <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">
          No wire, no end. Join terminals under Connect; a card for each end appears here.
        </p>
      </>
    )
  }
  const firstOpen = batches.find((each) => each.ends.some(({ id }) => statusOf(id) !== 'good'))
  const batch = batches.find((candidate) => candidate.key === key) ?? firstOpen ?? batches[0]!
  const next = batch.ends.findIndex(({ id }) => statusOf(id) !== 'good')
  const at = index !== null && index < batch.ends.length ? index : Math.max(0, next)
  const made = ends.filter(({ id }) => statusOf(id) === 'good').length
  return (
    <>
      <header className="mb-2 flex flex-wrap items-end justify-between gap-x-4 gap-y-1">
        <div className="max-md:hidden">
          <h1 className="text-[24px] leading-tight font-bold">Terminate</h1>
          <p className="text-[14px] text-mute">
            {made} of {ends.length} ends made. {saved}
          </p>
        </div>
        <h1 className="sr-only md:hidden">Terminate</h1>
        <div role="tablist" aria-label="Terminate" className="flex gap-1">
          {(Object.keys(VIEWS) as View[]).map((each) => (
            <button
              key={each}
              type="button"
              role="tab"
              aria-selected={view === each}
              onClick={() => setView(each)}
              className={`min-h-9 rounded-lg border px-3 text-[15px] font-semibold ${view === each ? 'border-accent bg-accent-wash' : 'border-hair bg-sheet'}`}
            >
              {VIEWS[each]}
            </button>
          ))}
        </div>
      </header>
      {view === 'cuts' ? (
        <CutList />
      ) : (
        <>
          {here.length > 0 ? (
            <div className="mb-3 space-y-2">
              {here.map((finding) => (
                <FindingCard key={finding.id} finding={finding} />
              ))}
            </div>
          ) : null}
          <div className="grid items-start gap-4 md:grid-cols-[248px_minmax(0,460px)]">
            <div className="space-y-2 max-md:order-2">
              <Choice
                label="One after the other, by"
                value={by}
                options={BATCH_BY.map((each) => ({ value: each, label: BY_WORDS[each] }))}
                onChoose={(chosen) => {
                  setBy(chosen as BatchBy)
                  setKey(null)
                  setIndex(null)
                }}
              />
              <ToolChoice tool={tool} />
              <nav aria-label="Batches" className="fades-below md:max-h-[calc(100vh-290px)] md:overflow-y-auto">
                <ul className="space-y-1">
                  {batches.map((candidate) => (
                    <li key={candidate.key}>
                      <button
                        type="button"
                        aria-current={candidate === batch}
                        onClick={() => {
                          setKey(candidate.key)
                          setIndex(null)
                        }}
                        className={`flex w-full items-baseline justify-between gap-2 rounded-lg border px-3 py-1.5 text-left ${candidate === batch ? 'border-accent bg-accent-wash font-semibold' : 'border-hair bg-sheet hover:border-accent'}`}
                      >
                        <span className="text-[14px]">{candidate.title}</span>
                        <span className="figures text-[13px] whitespace-nowrap text-mute">
                          {candidate.ends.filter(({ id }) => statusOf(id) === 'good').length} of {candidate.ends.length}
                        </span>
                      </button>
                    </li>
                  ))}
                </ul>
              </nav>
            </div>
            <EndCard
              key={`${batch.key}${at}`}
              batch={batch}
              at={at}
              statusOf={statusOf}
              profile={tool.profile}
              onGo={(to) => {
                setKey(batch.key)
                setIndex(to)
              }}
            />
          </div>
        </>
      )}
    </>
  )
}
