'use client'
import { useState } from 'react'
import type { Batch, BenchEnd } from './ends'
import { batchesOf } from './ends'
import { FindingCard } from '@/ui/panels'
import { Button, Swatch } from '@/ui/primitives'
import { FigureButton, terminalLabel, useRoom, wireColour } from '@/ui/room'
import { EndPicture } from './EndPicture'

type EndStatus = 'open' | 'good' | 'failed' | 'redo'

/** A card for every wire end, in batches by tool and die; tugged and logged. */
export function TerminateStage() {
  const { plan, evaluation, log, progress } = useRoom()
  const [key, setKey] = useState<string | null>(null)
  const [index, setIndex] = useState<number | null>(null)
  if (!evaluation) return <p className="text-mute">Working it out …</p>
  const last = new Map(log.map((entry) => [entry.step, entry]))
  const statusOf = (end: BenchEnd): EndStatus => {
    const entry = last.get(end.step)
    // A wire signed off as a whole under Build has both its ends made.
    if (!entry) return progress.get(`wire:${end.wire}`)?.status === 'done' ? 'good' : 'open'
    if (entry.kind === 'withdrawn') return entry.note.startsWith('failed') ? 'failed' : 'open'
    const facts = entry.facts.version === end.facts.version ? end.facts : end.earlierFacts
    return Object.keys(facts).every((fact) => entry.facts[fact] === facts[fact]) ? 'good' : 'redo'
  }
  const batches = batchesOf(plan, evaluation)
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
  const firstOpen = batches.find(({ ends }) => ends.some((end) => statusOf(end) !== 'good'))
  const batch = batches.find((candidate) => candidate.key === key) ?? firstOpen ?? batches[0]!
  const next = batch.ends.findIndex((end) => statusOf(end) !== 'good')
  const at = index !== null && index < batch.ends.length ? index : Math.max(0, next)
  return (
    <>
      <header className="mb-3 max-md:hidden">
        <h1 className="text-[24px] leading-tight font-bold">Terminate</h1>
        <p className="text-[14px] text-mute">
          One tool, one die, one kind of end at a time. Make it, look at it, pull it.
        </p>
      </header>
      <h1 className="sr-only md:hidden">Terminate</h1>
      {here.length > 0 ? (
        <div className="mb-3 space-y-2">
          {here.map((finding) => (
            <FindingCard key={finding.id} finding={finding} />
          ))}
        </div>
      ) : null}
      <div className="grid items-start gap-4 md:grid-cols-[248px_minmax(0,440px)]">
        <nav aria-label="Batches" className="max-md:order-2">
          <ul className="space-y-1">
            {batches.map((candidate) => {
              const made = candidate.ends.filter((end) => statusOf(end) === 'good').length
              return (
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
                      {made} of {candidate.ends.length}
                    </span>
                  </button>
                </li>
              )
            })}
          </ul>
        </nav>
        <EndCard
          key={`${batch.key}${at}`}
          batch={batch}
          at={at}
          statusOf={statusOf}
          onGo={(to) => {
            setKey(batch.key)
            setIndex(to)
          }}
        />
      </div>
    </>
  )
}

const STATUS_TONE: Readonly<Record<EndStatus, string>> = {
  open: 'bg-hair',
  good: 'bg-good',
  failed: 'bg-stop',
  redo: 'bg-caution',
}

function EndCard({
  batch,
  at,
  statusOf,
  onGo,
}: {
  readonly batch: Batch
  readonly at: number
  readonly statusOf: (end: BenchEnd) => EndStatus
  readonly onGo: (at: number | null) => void
}) {
  const { plan, record, evaluation } = useRoom()
  const [problem, setProblem] = useState<string | null>(null)
  const end = batch.ends[at]!
  const wire = plan.wires[end.wire]!
  const { treatment } = end
  const status = statusOf(end)
  const sign = (kind: 'signed' | 'withdrawn', note: string) => {
    const failure = record({ step: end.step, kind, facts: end.facts, reading: null, unit: null, note })
    if (failure) return setProblem(failure)
    if (kind === 'signed') onGo(at + 1 < batch.ends.length ? at + 1 : null)
  }
  const tag = plan.devices[end.end.device]!.tag
  const { clamp } = plan.parts[plan.devices[end.end.device]!.part]!.terminals[end.end.terminal]!
  const cells = [
    ['Strip', treatment.strip_mm === null ? 'none' : `${treatment.strip_mm} mm`],
    ['End', treatment.what],
    ['Die', treatment.die],
    [
      'Screw',
      treatment.torque_Nm === null
        ? ['screw', 'stud'].includes(clamp)
          ? 'by the part’s sheet'
          : 'none'
        : `${treatment.torque_Nm} N·m`,
    ],
  ] as const
  return (
    <article
      aria-label={`Wire end ${wire.label} ${end.letter}`}
      className="flex flex-col overflow-hidden rounded-2xl border border-hair bg-sheet max-md:min-h-[calc(100vh-190px)]"
    >
      <div className="bg-rail px-4 py-2.5 text-rail-ink">
        <p className="flex justify-between gap-2">
          <span className="font-bold">{batch.title}</span>
          <span className="figures text-[13px] text-rail-mute">
            {at + 1} of {batch.ends.length} ends
          </span>
        </p>
        <ol aria-label="Ends of this batch" className="mt-1.5 flex gap-1">
          {batch.ends.map((other, i) => (
            <li key={other.step} className="flex-1">
              <button
                type="button"
                aria-label={`End ${i + 1}: ${statusOf(other)}`}
                aria-current={i === at}
                onClick={() => onGo(i)}
                className={`block h-2.5 w-full rounded-full ${i === at ? 'ring-2 ring-white' : ''} ${STATUS_TONE[statusOf(other)]}`}
              />
            </li>
          ))}
        </ol>
      </div>
      <div className="flex items-start justify-between gap-3 px-4 pt-3">
        <p className="figures text-[32px] leading-none font-bold">
          {wire.label} <span aria-hidden>·</span> {end.letter}
        </p>
        <p className="text-right">
          <Swatch colour={wireColour(plan, wire)} />
          <span className="figures block text-[13px] text-mute">
            {end.size}, {Math.round(end.length_mm)} mm
          </span>
        </p>
      </div>
      <p className="px-4 pt-2 pb-3 text-[17px] text-mute">
        goes to{' '}
        <strong className="text-ink">
          {tag} {plan.devices[end.end.device]!.name}, “{terminalLabel(plan, end.end.device, end.end.terminal)}”
        </strong>
      </p>
      <div className="border-y border-hair bg-paper px-2 py-2">
        <EndPicture colour={wireColour(plan, wire)} treatment={treatment} />
      </div>
      <dl className="grid grid-cols-2">
        {cells.map(([name, value], i) => (
          <div key={name} className={`border-b border-hair px-4 py-2 ${i % 2 === 0 ? 'border-r' : ''}`}>
            <dt className="text-[13px] text-mute">{name}</dt>
            <dd className="figures text-[17px] leading-snug font-bold">{value}</dd>
          </div>
        ))}
      </dl>
      <div className="space-y-1.5 px-4 py-3 text-[16px]">
        {treatment.feasible ? null : (
          <p role="alert" className="font-semibold text-stop">
            <span aria-hidden>⬢ </span>
            {treatment.reasons.join('; ')}
          </p>
        )}
        <p>
          {treatment.look} <strong>Now pull:</strong> a hand’s firm tug must not move it.
        </p>
        {status === 'good' ? <p className="font-semibold text-good">✓ Tugged and logged.</p> : null}
        {status === 'redo' ? (
          <p className="font-semibold text-caution">
            <span aria-hidden>△ </span>It was made for something else since changed in the plan: make it anew.
          </p>
        ) : null}
        {status === 'failed' ? (
          <p className="font-semibold text-stop">
            <span aria-hidden>⬢ </span>It failed before. Cut it off, strip again.
          </p>
        ) : null}
        <p className="text-[14px]">
          <FigureButton
            figure={{ value: treatment.strip_mm, unit: 'mm', trace: treatment.trace }}
            title={`${wire.label} ${end.letter}`}
            subject="how this end is made"
          >
            How this end was chosen
          </FigureButton>
        </p>
        {problem ? (
          <p role="alert" className="font-semibold text-stop">
            {problem}
          </p>
        ) : null}
      </div>
      <div className="mt-auto grid grid-cols-[2fr_3fr] gap-2.5 p-3 max-md:sticky max-md:bottom-0 max-md:bg-sheet">
        {status === 'good' ? (
          <Button big onClick={() => sign('withdrawn', 'taken back')}>
            Take back
          </Button>
        ) : (
          <Button big onClick={() => sign('withdrawn', 'failed the tug')}>
            It failed
          </Button>
        )}
        {status === 'good' ? (
          <Button big look="main" onClick={() => onGo((at + 1) % batch.ends.length)}>
            Next end
          </Button>
        ) : (
          <Button
            big
            look="main"
            disabled={!treatment.feasible || !evaluation}
            onClick={() => sign('signed', 'tugged')}
          >
            Tugged, it holds
          </Button>
        )}
      </div>
    </article>
  )
}
