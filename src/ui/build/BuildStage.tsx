'use client'
import { Sign } from '@/ui/primitives'
import { useMemo, useState } from 'react'
import { paceOf, PHASES, timeLeft, type Step } from '@/core/procedure'
import { duration, useSnapshotOutbox } from '@/ui/bench'
import { useRoom } from '@/ui/room'
import { EveningPanel } from './EveningPanel'
import { PHASE_WORDS } from './phaseWords'
import { StepCard } from './StepCard'

/** The work in its order, one step at a time: what lies ready, what counts as done, signed off with readings, notes and pictures. */
export function BuildStage() {
  const { evaluation, isCounted, progress, log } = useRoom()
  const [chosen, setChosen] = useState<string | null>(null)
  const outbox = useSnapshotOutbox()
  const procedure = evaluation?.procedure
  const pace = useMemo(() => paceOf(procedure ?? [], log), [procedure, log])
  if (!evaluation || !procedure || (procedure.length === 0 && !isCounted))
    return <p className="text-mute">Working it out …</p>
  if (procedure.length === 0) {
    return (
      <>
        <h1 className="mb-2 text-[24px] font-bold">Build</h1>
        <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">
          There is nothing to build yet. What the plan holds becomes steps here, in an order that they allow.
        </p>
      </>
    )
  }
  const status = (id: string) => progress.get(id)?.status ?? 'open'
  const redo = procedure.filter(({ id }) => status(id) === 'redo')
  const next =
    redo[0] ?? procedure.find(({ id }) => status(id) === 'ready') ?? procedure.find(({ id }) => status(id) !== 'done')
  const step = procedure.find(({ id }) => id === chosen) ?? next ?? procedure[procedure.length - 1]!
  const left = timeLeft(procedure, progress, pace)
  const stops = evaluation.findings.filter(({ severity }) => severity === 'stop').length
  const open = procedure.filter(({ id }) => status(id) !== 'done').length
  return (
    <>
      <header className="mb-3 flex flex-wrap items-end justify-between gap-2">
        <div>
          <h1 className="text-[24px] leading-tight font-bold">Build</h1>
          <p className="text-[14px] text-mute">
            {open === 0
              ? 'Every step is done.'
              : `${open} ${open === 1 ? 'step' : 'steps'} left, about ${duration(left.minutes)} at your pace.`}{' '}
            {redo.length > 0 ? (
              <strong className="text-caution">{redo.length} to be redone after a change.</strong>
            ) : null}
          </p>
        </div>
        {outbox.waiting > 0 || outbox.refused ? (
          <p role="status" className="text-[14px] text-caution">
            {outbox.refused
              ? `A photograph was refused: ${outbox.refused}`
              : `${outbox.waiting} ${outbox.waiting === 1 ? 'photograph waits' : 'photographs wait'} for the server`}
          </p>
        ) : null}
      </header>
      <div className="grid items-start gap-4 md:grid-cols-[minmax(0,300px)_minmax(0,560px)]">
        <div className="space-y-2 max-md:order-2">
          <EveningPanel steps={procedure} pace={pace} onGo={setChosen} />
          <nav aria-label="Steps" className="space-y-1 fades-below md:max-h-[calc(100vh-230px)] md:overflow-y-auto">
            {PHASES.map((phase) => {
              const steps = procedure.filter((candidate) => candidate.phase === phase)
              if (steps.length === 0) return null
              const done = steps.filter(({ id }) => status(id) === 'done').length
              return (
                <details key={phase} open={step.phase === phase} className="rounded-xl border border-hair bg-sheet">
                  <summary className="flex items-baseline justify-between gap-2 px-3 py-1.5 font-bold">
                    <span>{PHASE_WORDS[phase]}</span>
                    <span className="figures text-[13px] font-normal text-mute">
                      {done} of {steps.length}
                      {left.byPhase[phase] ? `, ${duration(left.byPhase[phase])}` : ''}
                    </span>
                  </summary>
                  <ol className="px-1.5 pb-1.5">
                    {steps.map((candidate) => (
                      <StepLine
                        key={candidate.id}
                        step={candidate}
                        isCurrent={candidate === step}
                        onChoose={() => setChosen(candidate.id)}
                      />
                    ))}
                  </ol>
                </details>
              )
            })}
          </nav>
        </div>
        <StepCard
          key={step.id}
          step={step}
          pace={pace(step.phase)}
          blocked={step.phase === 'first-power' && stops > 0 ? stops : 0}
          onDone={() => setChosen(null)}
        />
      </div>
    </>
  )
}

const SIGN = { done: 'good', redo: 'caution', ready: 'next', open: 'open' } as const
const TONE = { done: 'text-good', redo: 'text-caution', ready: 'text-mute', open: 'text-mute' } as const

function StepLine({
  step,
  isCurrent,
  onChoose,
}: {
  readonly step: Step
  readonly isCurrent: boolean
  readonly onChoose: () => void
}) {
  const { progress } = useRoom()
  const state = progress.get(step.id)?.status ?? 'open'
  const done = step.acts.filter(({ id }) => progress.get(id)?.status === 'done').length
  return (
    <li>
      <button
        type="button"
        aria-current={isCurrent}
        onClick={onChoose}
        className={`flex w-full gap-2 rounded-md px-2 py-1 text-left text-[14px] ${isCurrent ? 'bg-accent-wash font-semibold' : 'hover:bg-wash'}`}
      >
        <span aria-hidden className={`w-4 shrink-0 ${TONE[state]}`}>
          <Sign of={SIGN[state]} />
        </span>
        <span className="min-w-0 flex-1">
          {step.title}
          <span className="sr-only">, {state}</span>
          {done > 0 && done < step.acts.length ? (
            <span className="figures text-[13px] text-mute">
              {' '}
              {done} of {step.acts.length}
            </span>
          ) : null}
        </span>
      </button>
    </li>
  )
}
