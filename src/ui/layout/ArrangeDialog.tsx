'use client'
import { useEffect, useState } from 'react'

import type { ArrangeProgress, Arrangement } from '@/core/packing'
import type { EnclosureId } from '@/core/plan'
import { arrangeEdits, arrangeTask, type ArrangeTask } from '@/core/proposals'

import { counted, formatNumber } from '@/core/quantity'

import { Button, Modal, Sign } from '@/ui/primitives'

import { useRoom } from '@/ui/room'

import { arrangePlate } from '@/workers'

type Outcome = { readonly task: ArrangeTask; readonly answer: Arrangement } | Error | null

/** A first arrangement, worked out beside the page: how far it is, what it found, and nothing changed until it is taken. */
export function ArrangeDialog({
  enclosure,
  onClose,
}: {
  readonly enclosure: EnclosureId
  readonly onClose: () => void
}) {
  const { plan, evaluation, edit } = useRoom()
  const [progress, setProgress] = useState<ArrangeProgress | null>(null)
  const [outcome, setOutcome] = useState<Outcome>(null)
  const [error, setError] = useState<string | null>(null)
  const [seed, setSeed] = useState(7)
  useEffect(() => {
    const control = new AbortController()
    const task = arrangeTask(plan, evaluation!.reckoning, enclosure, seed)
    if (!task) return
    void arrangePlate(task.request, control.signal, setProgress).then((answer) => {
      if (!control.signal.aborted) setOutcome(answer instanceof Error ? answer : { task, answer })
    })
    return () => control.abort()
    // The dialog is modal: the plan does not change under it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [enclosure, seed])
  const result = outcome && !(outcome instanceof Error) ? outcome : null
  const edits = result ? arrangeEdits(plan, result.task, result.answer) : null
  const share = progress ? Math.round((100 * progress.done) / progress.of) : 0
  return (
    <Modal wide title="Propose an arrangement" open onClose={onClose}>
      <p className="mb-3 text-[14px] text-mute">
        Rows with ducts between them: mains apart from signals, nothing cool above what is hot, short wires; parts for
        walls go where nothing is behind them. What already has its place stays there.
      </p>
      {outcome === null ? (
        <div aria-live="polite">
          <p className="mb-1">
            Trying orders … <span className="figures">{share} %</span>
          </p>
          <progress aria-label="Arranging" max={100} value={share} className="w-full" />
          {progress ? (
            <p className="figures mt-1 text-[14px]">
              began with a score of {formatNumber(progress.start.total)}, best so far{' '}
              {formatNumber(progress.best.total)}
            </p>
          ) : null}
        </div>
      ) : null}
      {outcome instanceof Error ? (
        <p role="alert" className="font-semibold text-stop">
          It could not be worked out: {outcome.message}
        </p>
      ) : null}
      {result && edits ? (
        <>
          <Preview
            task={result.task}
            answer={result.answer}
            tag={(id) => plan.devices[id as keyof typeof plan.devices]?.tag ?? ''}
          />
          <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 text-[14px]">
            <dt className="text-mute">Wire between parts, across and down</dt>
            <dd className="figures">{formatNumber(result.answer.score.wire_m)} m</dd>
            <dt className="text-mute">Heat under cool parts</dt>
            <dd className="figures">
              {result.answer.score.heat === 0 ? 'none' : formatNumber(result.answer.score.heat)}
            </dd>
            <dt className="text-mute">Mains beside signals</dt>
            <dd className="figures">
              {result.answer.score.breaks === 0 ? 'nowhere' : `${result.answer.score.breaks} times`}
            </dd>
            <dt className="text-mute">Ducts, rails</dt>
            <dd className="figures">
              {result.answer.ducts.length}, {result.answer.rails.length}
            </dd>
          </dl>
          {edits.left.length > 0 ? (
            <p role="status" className="mt-2 text-[14px] font-semibold text-caution">
              <Sign of="caution" /> No room was found for {edits.left.map((id) => plan.devices[id]?.tag).join(', ')}: a
              larger box, or some of them elsewhere.
            </p>
          ) : null}
        </>
      ) : null}
      {error ? (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {error}
        </p>
      ) : null}
      <div className="mt-4 flex flex-wrap gap-2">
        {edits && edits.commands.length > 0 ? (
          <Button
            look="main"
            onClick={() => {
              const problems = edit('Arrange the plate', ...edits.commands)
              if (problems.length > 0) setError(problems[0]!.message)
              else onClose()
            }}
          >
            Take this arrangement
          </Button>
        ) : null}
        {result ? (
          <Button
            onClick={() => {
              setProgress(null)
              setOutcome(null)
              setSeed(seed + 1)
            }}
          >
            Try another
          </Button>
        ) : null}
        <Button onClick={onClose}>{outcome === null ? 'Stop' : 'Leave it as it is'}</Button>
      </div>
    </Modal>
  )
}

function Preview({
  task: { request },
  answer,
  tag,
}: {
  readonly task: ArrangeTask
  readonly answer: Arrangement
  readonly tag: (id: string) => string
}) {
  const { width_mm, height_mm } = request.face
  const size = new Map(request.items.map((item) => [item.id, item]))
  return (
    <svg
      viewBox={`-4 -4 ${width_mm + 8} ${height_mm + 8}`}
      className="mx-auto block max-h-[38vh]"
      role="img"
      aria-label={`${counted(Object.keys(answer.places).length, 'part')} on the plate`}
    >
      <rect width={width_mm} height={height_mm} fill="var(--paper)" stroke="var(--ink)" />
      {answer.ducts.map((duct) => (
        <rect
          key={`${duct.x_mm} ${duct.y_mm}`}
          x={duct.x_mm}
          y={duct.y_mm}
          width={duct.length_mm}
          height={request.duct_mm}
          fill="var(--wash)"
          stroke="var(--return)"
          strokeWidth="0.8"
          strokeDasharray="1.5 2.5"
        />
      ))}
      {request.standing.map(({ id, rect }) => (
        <rect
          key={id}
          x={rect.left_mm}
          y={rect.top_mm}
          width={rect.right_mm - rect.left_mm}
          height={rect.bottom_mm - rect.top_mm}
          fill="var(--hair)"
        />
      ))}
      {Object.entries(answer.places).map(([id, { x_mm, y_mm }]) => {
        const item = size.get(id)!
        return (
          <g key={id}>
            <rect
              x={x_mm - item.width_mm / 2}
              y={y_mm - item.height_mm / 2}
              width={item.width_mm}
              height={item.height_mm}
              rx="2"
              fill="var(--sheet)"
              stroke={item.isMains ? 'var(--mains)' : item.isSignal ? 'var(--signal)' : 'var(--return)'}
              strokeWidth="1.4"
            />
            <text
              x={x_mm}
              y={y_mm + 4}
              fontSize="11"
              fontWeight="700"
              textAnchor="middle"
              className="figures"
              fill="var(--ink)"
            >
              {tag(id)}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
