'use client'
import { useState } from 'react'
import { wireLabel } from '@/core/papers'
import { landingOf, type Plan, type Wire, type WireId } from '@/core/plan'
import type { Batch, BenchEnd, EndStatus } from '@/core/procedure'
import { dieFor, TOOL_KINDS, type ToolProfile } from '@/core/termination'
import { SignerField, useHeadInSight, useSigner, useStopwatch } from '@/ui/bench'
import { Button, Swatch, Sign } from '@/ui/primitives'
import { endName, FigureButton, terminalLabel, useRoom, wireColour } from '@/ui/room'
import { EndPicture } from './EndPicture'
import { GoodAndBad } from './GoodAndBad'
import { TrueScale } from './TrueScale'

const STATUS_TONE: Readonly<Record<EndStatus, string>> = {
  open: 'bg-hair',
  good: 'bg-good',
  failed: 'bg-stop',
  redo: 'bg-caution',
}

const WITH_SCREW: ReadonlySet<string> = new Set(['screw', 'stud', 'pluggable', 'binding-screw'])
/** What an end counts of the five minutes of its wire. Common practice. */
const END_MIN = 2

/** Wires that end where this one does: in the same terminal, or, of a splice, in the same block. */
function besideEnd(plan: Plan, { wire, end }: BenchEnd): readonly string[] {
  const isSplice = plan.parts[plan.devices[end.device]!.part]!.behaviour.kind === 'splice'
  return (Object.entries(plan.wires) as [WireId, Wire][]).flatMap(([id, other]) =>
    id !== wire &&
    other.origin !== 'remove' &&
    [other.from, other.to].some((each) => {
      const at = landingOf(plan, each)
      return at?.device === end.device && (isSplice || at.terminal === end.terminal)
    })
      ? [other.label || id]
      : [],
  )
}

/** One end, big enough to be read at arm's length: what goes on first, how it is made, how it looks, and the tug. */
export function EndCard({
  batch,
  at,
  statusOf,
  profile,
  onGo,
}: {
  readonly batch: Batch
  readonly at: number
  readonly statusOf: (id: string) => EndStatus
  readonly profile: ToolProfile
  readonly onGo: (at: number | null) => void
}) {
  const { plan, record, evaluation, log } = useRoom()
  const [problem, setProblem] = useState<string | null>(null)
  const end = batch.ends[at]!
  const card = useHeadInSight<HTMLElement>()
  const took = useStopwatch(end.id)
  const { doneBy } = useSigner()
  const wire = plan.wires[end.wire]!
  const { treatment } = end
  const status = statusOf(end.id)
  const failures = log.filter(({ step, kind }) => step === end.id && kind === 'failed').length
  const sign = (kind: 'signed' | 'withdrawn' | 'failed', note: string) => {
    const took_min = took()
    const failure = record({
      step: end.id,
      kind,
      facts: end.facts,
      note,
      doneBy,
      took_min: took_min === null ? null : Math.min(took_min, END_MIN * 5),
    })
    if (failure) return setProblem(failure)
    if (kind === 'signed') onGo(at + 1 < batch.ends.length ? at + 1 : null)
  }
  const device = plan.devices[end.end.device]!
  const { clamp } = plan.parts[device.part]!.terminals[end.end.terminal]!
  const slide = evaluation?.securing.slideOn.find(({ lead }) => lead === (wire.cable ?? end.wire))
  const plugEnd = end.side === 'from' ? 'a' : 'b'
  const die =
    treatment.tool === 'contacts'
      ? dieFor(profile, {
          kind: treatment.treatment === 'sealed-contact' ? 'sealed-contact' : 'contact',
          pitch_mm: plan.parts[device.part]!.terminals[end.end.terminal]!.clampSize_mm,
          size: end.size,
        })
      : null
  const dieWords =
    die === null ? treatment.die : die.kind === 'die' ? `${die.conductor} conductor, ${die.jacket} jacket` : die.why
  const label = wireLabel(plan, end.wire, end.side)
  const beside = besideEnd(plan, end)
  const cells = [
    ['Strip', treatment.strip_mm === null ? 'none' : `${treatment.strip_mm} mm`],
    ['End', treatment.what],
    ['Tool', TOOL_KINDS[treatment.tool]],
    ['Die', dieWords],
    [
      'Screw',
      treatment.torque_Nm === null
        ? WITH_SCREW.has(clamp)
          ? 'by the part’s sheet'
          : 'none'
        : `${treatment.torque_Nm} N·m`,
    ],
    ['Test piece', treatment.pull === null ? 'tug alone' : `${treatment.pull.force_N} N or more`],
  ] as const
  return (
    <article
      ref={card}
      aria-label={`Wire end ${wire.label} ${end.letter}`}
      className="flex scroll-mt-20 flex-col overflow-clip rounded-2xl border border-hair bg-sheet max-md:min-h-[calc(100vh-190px)]"
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
            <li key={other.id} className="flex-1">
              <button
                type="button"
                aria-label={`End ${i + 1}: ${statusOf(other.id)}`}
                aria-current={i === at}
                onClick={() => onGo(i)}
                className={`block h-2.5 w-full rounded-full ${i === at ? 'ring-2 ring-white' : ''} ${STATUS_TONE[statusOf(other.id)]}`}
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
            {end.size}, {end.isAssumed ? 'measure in place' : `${Math.round(end.length_mm)} mm`}
          </span>
        </p>
      </div>
      <p className="px-4 pt-2 text-[17px] text-mute">
        goes to{' '}
        <strong className="text-ink">
          {device.tag} {device.name}, “{terminalLabel(plan, end.end.device, end.end.terminal)}”
        </strong>
      </p>
      <p className="px-4 pb-2 text-[15px] text-mute">
        other end: {end.other ? endName(plan, end.other) : 'parked'} · label{' '}
        <span className="figures rounded border border-hair px-1 text-ink">
          {label.text} {label.under}
        </span>
      </p>
      {beside.length > 0 ? (
        <p className="border-t border-hair px-4 py-1.5 text-[15px]">
          {clamp === 'lever' || plan.parts[device.part]!.behaviour.kind === 'splice'
            ? 'In one splice with'
            : 'Under one terminal with'}{' '}
          <strong className="figures">{beside.join(', ')}</strong>
        </p>
      ) : null}
      {slide && (slide.first.length > 0 || slide.after.includes(plugEnd)) ? (
        <ol
          aria-label="Slide on first"
          className="flex flex-wrap items-center gap-1 border-t border-hair bg-note-wash px-4 py-2 text-[15px]"
        >
          <li className="font-bold">Slide on first</li>
          {slide.first.map(({ raceway, what }, i) => (
            <li key={raceway} className="rounded-full border border-hair bg-sheet px-2">
              {i + 1} {what}
            </li>
          ))}
          {slide.after.includes(plugEnd) ? (
            <li className="rounded-full border border-hair bg-sheet px-2">the housing comes on after the pull</li>
          ) : null}
        </ol>
      ) : null}
      <div className="border-y border-hair bg-paper px-2 py-2">
        <EndPicture colour={wireColour(plan, wire)} treatment={treatment} />
      </div>
      {treatment.strip_mm === null ? null : <TrueScale strip_mm={treatment.strip_mm} sleeve_mm={treatment.sleeve_mm} />}
      <dl className="grid grid-cols-2 border-t border-hair">
        {cells.map(([name, value], i) => (
          <div key={name} className={`border-b border-hair px-4 py-1.5 ${i % 2 === 0 ? 'border-r' : ''}`}>
            <dt className="text-[13px] text-mute">{name}</dt>
            <dd className="figures text-[16px] leading-snug font-bold">{value}</dd>
          </div>
        ))}
      </dl>
      <div className="space-y-2 px-4 py-3 text-[16px]">
        {treatment.feasible ? null : (
          <p role="alert" className="font-semibold text-stop">
            <Sign of="stop" /> {treatment.reasons.join('; ')}
          </p>
        )}
        <ol className="list-decimal space-y-0.5 pl-5" aria-label="How it is made">
          {treatment.actions.map((action) => (
            <li key={action}>{action}</li>
          ))}
          <li>
            <strong>Now pull:</strong> a hand’s firm tug must not move it.
          </li>
        </ol>
        <GoodAndBad treatment={treatment} />
        {status === 'good' ? (
          <p className="font-semibold text-good">
            <Sign of="good" /> Tugged and logged.
          </p>
        ) : null}
        {status === 'redo' ? (
          <p className="font-semibold text-caution">
            <Sign of="caution" /> It was made for something else since changed in the plan: make it anew.
          </p>
        ) : null}
        {status === 'failed' ? (
          <p className="font-semibold text-stop">
            <Sign of="stop" /> It failed {failures === 1 ? 'before' : `${failures} times`}. Cut it off, strip again;{' '}
            {failures > 1 ? 'look at die and stripper before the next' : 'the wire is now shorter by this end'}.
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
        <SignerField />
        {problem ? (
          <p role="alert" className="font-semibold text-stop">
            {problem}
          </p>
        ) : null}
      </div>
      <div className="mt-auto grid grid-cols-[2fr_3fr] gap-2.5 border-t border-hair p-3 max-md:sticky max-md:bottom-0 max-md:bg-sheet">
        {status === 'good' ? (
          <Button big onClick={() => sign('withdrawn', 'taken back')}>
            Take back
          </Button>
        ) : (
          <Button big onClick={() => sign('failed', 'failed the tug')}>
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
            data-act=""
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
