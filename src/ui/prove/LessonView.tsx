'use client'
import { useEffect, useMemo, useState } from 'react'
import { isStepDone, LESSON, lessonPlan, type LessonDone } from '@/core/practice/lesson'
import { Button, Sign } from '@/ui/primitives'
import { ProveClient, type BenchProbe, type BenchStand } from '@/workers'
import { BenchPlan } from './benchPlan'
import { BenchView, type MeterMode } from './BenchView'

const SWITCH = 'device:s1'

/** For who never used a meter: a battery, a fuse, a switch and a lamp, step by step on the virtual bench. */
export function LessonView({ onDone }: { readonly onDone: () => void }) {
  const plan = useMemo(() => lessonPlan(), [])
  const [client, setClient] = useState<ProveClient | null>(null)
  const [at, setAt] = useState(0)
  const [isDone, setDone] = useState(false)
  useEffect(() => {
    const own = new ProveClient(plan, [])
    setClient(own)
    return () => own.close()
  }, [plan])
  const step = LESSON[at]!
  const measured = (stand: BenchStand, probe: BenchProbe, _answer: unknown, mode: MeterMode) => {
    const wire = probe.what === 'amperes' ? plan.wires[probe.wire] : undefined
    const key = (end: NonNullable<typeof wire>['from'] | undefined) =>
      end?.kind === 'terminal' ? (`${end.device}|${end.terminal}` as LessonDone['red']) : null
    const done: LessonDone = {
      mode,
      red: probe.what === 'amperes' ? key(wire?.from) : probe.red,
      black: probe.what === 'amperes' ? key(wire?.to) : probe.black,
      battery: stand.battery,
      switch: stand.held[SWITCH as keyof typeof stand.held]?.hand ?? 'rest',
    }
    if (isStepDone(step, done)) setDone(true)
  }
  const next = () => {
    setDone(false)
    if (at + 1 < LESSON.length) setAt(at + 1)
    else onDone()
  }
  return (
    <BenchPlan.Provider value={plan}>
      <article aria-labelledby="lesson" className="mb-3 max-w-[920px] rounded-2xl border border-accent bg-sheet p-4">
        <p className="text-[13px] text-mute">
          First lesson, {at + 1} of {LESSON.length}
        </p>
        <h2 id="lesson" className="text-[20px] font-bold">
          {step.title}
        </h2>
        <p className="text-[17px]">{step.text}</p>
        <div aria-live="polite">
          {isDone ? (
            <p className="mt-2 rounded-lg bg-good-wash p-3 text-[16px]">
              <Sign of="good" className="text-good" /> {step.learnt}
            </p>
          ) : null}
        </div>
        <div className="mt-2 flex gap-2">
          <Button look="main" disabled={!isDone} onClick={next}>
            {at + 1 < LESSON.length ? 'Next' : 'The lesson is over'}
          </Button>
          <Button look="quiet" onClick={onDone}>
            Leave the lesson
          </Button>
        </div>
      </article>
      <BenchView client={client} onMeasured={measured} key="lesson" startsAtRest />
    </BenchPlan.Provider>
  )
}
