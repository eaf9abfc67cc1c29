'use client'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useRef, useState } from 'react'
import { PATTERN_WORDS, PATTERNS, type PatternName } from '@/core/patterns'
import type { PlanSummary } from '@/core/plan'
import { Button, INPUT, Labelled, Modal } from '@/ui/primitives'
import { problemText, request, type Problem } from '@/ui/room'
import { Mark, ThemeSwitch } from '@/ui/shell'

const LIMIT_BYTES = 4_000_000

/** The plans, and the ways to a new one. */
export function Shelf({ plans }: { readonly plans: readonly PlanSummary[] }) {
  const router = useRouter()
  const file = useRef<HTMLInputElement>(null)
  const [isNew, setNew] = useState(false)
  const [deleted, setDeleted] = useState<PlanSummary | null>(null)
  const [problem, setProblem] = useState<Problem['error'] | null>(null)
  const create = async (body: unknown, goThere = true) => {
    setProblem(null)
    const reply = await request<{ plan: PlanSummary }>('POST', '/api/plans', body)
    if (reply.status !== 201) return setProblem(reply.body.error ?? { message: 'It could not be made', issues: [] })
    if (goThere) router.push(`/plans/${reply.body.plan.id}/brief`)
    else router.refresh()
  }
  const read = async (chosen: File | undefined) => {
    if (!chosen) return
    if (chosen.size > LIMIT_BYTES) return setProblem({ message: `${chosen.name} is larger than 4 MB; a plan file is not`, issues: [] })
    let document: unknown
    try {
      document = JSON.parse(await chosen.text())
    } catch {
      return setProblem({ message: `${chosen.name} is not JSON, so it is not a plan file; nothing was changed`, issues: [] })
    }
    await create({ from: 'file', document })
  }
  const remove = async (plan: PlanSummary) => {
    const reply = await request('DELETE', `/api/plans/${plan.id}`)
    if (reply.status !== 200) return setProblem({ message: problemText(reply.body), issues: [] })
    setDeleted(plan)
    router.refresh()
  }
  const restore = async () => {
    if (!deleted) return
    await request('POST', `/api/plans/${deleted.id}/restore`)
    setDeleted(null)
    router.refresh()
  }
  return (
    <div className="min-h-screen">
      <header className="bg-rail text-rail-ink">
        <div className="mx-auto flex max-w-5xl flex-wrap items-center justify-between gap-3 px-5 py-3">
          <p className="flex items-center gap-2.5 text-[17px] font-bold"><Mark /> Glad Rafter</p>
          <p className="flex gap-4 text-[14px]"><Link href="/sums" className="hover:underline">Quick sums</Link><ThemeSwitch /></p>
        </div>
      </header>
      <main className="mx-auto max-w-5xl px-5 py-6">
        <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
          <div>
            <h1 className="text-[28px] leading-tight font-bold">Plans</h1>
            <p className="text-mute">Plan a mains-fed control box, size it, wire it, work through the evening, and find it again tomorrow.</p>
          </div>
          <div className="flex flex-wrap gap-2">
            <input ref={file} type="file" accept="application/json,.json" className="sr-only" tabIndex={-1} aria-label="Plan file" onChange={(event) => { void read(event.target.files?.[0]); event.target.value = '' }} />
            <Button onClick={() => file.current?.click()}>Open a plan file</Button>
            <Button look="main" onClick={() => setNew(true)}>New plan</Button>
          </div>
        </div>
        {problem ? (
          <div role="alert" className="mb-4 rounded-lg border border-stop/40 bg-stop-wash p-3">
            <p className="font-semibold text-stop">{problem.message}</p>
            <ul className="mt-1 text-[14px]">{problem.issues.slice(0, 6).map(({ path, message }) => <li key={path + message}><span className="figures font-semibold">{path || 'the file'}</span>: {message}</li>)}</ul>
            {problem.issues.length > 6 ? <p className="text-[14px]">and {problem.issues.length - 6} more faults</p> : null}
          </div>
        ) : null}
        {deleted ? <p role="status" className="mb-4 flex items-center justify-between rounded-lg border border-hair bg-note-wash px-4 py-2">“{deleted.name}” is deleted. <Button onClick={() => void restore()}>Undo: bring it back</Button></p> : null}
        {plans.length === 0 ? (
          <div className="rounded-xl border border-dashed border-hair bg-sheet p-8 text-center"><p className="text-lg font-semibold">The shelf is empty</p><p className="mt-1 text-mute">Begin with “New plan”: from nothing, or from a pattern that you change.</p></div>
        ) : (
          <ul className="grid gap-3 md:grid-cols-2">
            {plans.map((plan) => (
              <li key={plan.id} className="flex flex-col rounded-xl border border-hair bg-sheet p-4">
                <h2 className="text-[18px] font-bold"><Link href={`/plans/${plan.id}/brief`} className="hover:underline">{plan.name}</Link></h2>
                <p className="text-[13px] text-mute">{plan.site}</p>
                {plan.description ? <p className="mt-1.5 line-clamp-3 text-[14px]">{plan.description}</p> : null}
                <p className="figures mt-2 text-[13px] text-mute">{plan.devices} devices · {plan.wires} wires · revision {plan.revision} · {plan.updatedAt.slice(0, 10)}</p>
                <div className="mt-3 flex flex-wrap gap-2">
                  <Link href={`/plans/${plan.id}/brief`} className="rounded-lg border border-accent bg-accent px-3 py-1.5 font-semibold text-accent-ink hover:brightness-110">Open</Link>
                  <Button onClick={() => void create({ from: 'copy', plan: plan.id }, false)} aria-label={`Duplicate ${plan.name}`}>Duplicate</Button>
                  <a href={`/api/plans/${plan.id}/export`} download className="rounded-lg border border-hair px-3 py-1.5 font-semibold hover:border-accent" aria-label={`Plan file of ${plan.name}`}>Plan file</a>
                  <Button look="danger" onClick={() => void remove(plan)} aria-label={`Delete ${plan.name}`}>Delete</Button>
                </div>
              </li>
            ))}
          </ul>
        )}
        <p className="mt-8 max-w-prose text-[13px] text-mute">Glad Rafter reckons what a plan says. It does not see the workmanship and replaces no electrician and no local code. It says what was checked and what was not.</p>
      </main>
      <NewPlan open={isNew} onClose={() => setNew(false)} onCreate={create} />
    </div>
  )
}

function NewPlan({ open, onClose, onCreate }: { readonly open: boolean; readonly onClose: () => void; readonly onCreate: (body: unknown) => Promise<void> }) {
  const [name, setName] = useState('')
  const [region, setRegion] = useState<'IEC' | 'NEC'>('IEC')
  const [error, setError] = useState<string | null>(null)
  const nothing = () => {
    if (name.trim() === '') return setError('Give the plan a name, such as “Kiln controller”')
    void onCreate({ from: 'nothing', name: name.trim(), region })
  }
  return (
    <Modal wide title="New plan" open={open} onClose={onClose}>
      <fieldset className="mb-4">
        <legend className="mb-1 text-[13px] text-mute">Mains and practice where it will stand</legend>
        <div className="flex flex-wrap gap-2">
          {([['IEC', '230 V, IEC'], ['NEC', '120 V, NEC']] as const).map(([value, label]) => (
            <label key={value} className={`cursor-pointer rounded-lg border px-3 py-1.5 ${region === value ? 'border-accent bg-accent-wash font-semibold' : 'border-hair'}`}><input type="radio" name="region" className="mr-2 accent-(--accent)" checked={region === value} onChange={() => setRegion(value)} />{label}</label>
          ))}
        </div>
      </fieldset>
      <section className="rounded-lg border border-hair p-3">
        <h3 className="mb-1 font-bold">From nothing</h3>
        <div className="flex flex-wrap items-start gap-2">
          <div className="min-w-56 flex-1"><Labelled label="Name of the plan" error={error}>{(props) => <input {...props} className={INPUT} value={name} maxLength={80} onChange={(event) => { setName(event.target.value); setError(null) }} onKeyDown={(event) => event.key === 'Enter' && nothing()} />}</Labelled></div>
          <Button look="main" className="mt-5" onClick={nothing}>Begin with nothing</Button>
        </div>
      </section>
      <h3 className="mt-4 mb-1 font-bold">From a pattern, to be changed</h3>
      <ul className="grid gap-2 sm:grid-cols-2">
        {PATTERNS.map((pattern: PatternName) => (
          <li key={pattern}><button type="button" className="h-full w-full rounded-lg border border-hair p-3 text-left hover:border-accent hover:bg-accent-wash" onClick={() => void onCreate({ from: 'pattern', pattern, region })}><span className="block font-semibold">{PATTERN_WORDS[pattern].title}</span><span className="text-[14px] text-mute">{PATTERN_WORDS[pattern].what}</span></button></li>
        ))}
      </ul>
    </Modal>
  )
}
