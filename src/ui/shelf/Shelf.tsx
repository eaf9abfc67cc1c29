'use client'
import { counted } from '@/core/quantity'
import Link from 'next/link'
import { useRouter } from 'next/navigation'

import { useRef, useState } from 'react'

import { PATTERN_WORDS, PATTERNS, type PatternName } from '@/core/patterns'

import type { FirstAnswers } from '@/core/firstPlan'
import type { PlanSummary } from '@/core/plan'
import { Button, INPUT, Labelled, later, Modal, newId, Sign } from '@/ui/primitives'

import { problemText, request, sendFile, withProgress, type Problem } from '@/ui/room'

import { Mark, ThemeSwitch } from '@/ui/shell'

const FirstPlan = later(async () => ({ default: (await import('./FirstPlan')).FirstPlan }))

const LIMIT_BYTES = 4_000_000

/** What the server says of saved data that it took in. */
interface TakenIn {
  readonly plans: number
  readonly there: number
  readonly beside: number
  readonly entries: number
  readonly photos: number
  /** Records that were not right, with the first of them. */
  readonly leftOut: { readonly count: number; readonly issues: readonly { path: string; message: string }[] }
}

/** What came out of an archive of one plan. */
interface Unpacked {
  readonly plan: { readonly name: string }
  readonly entries: number
  readonly photos: number
}

/** The plans, and the ways to a new one. */
export function Shelf({ plans }: { readonly plans: readonly PlanSummary[] }) {
  const router = useRouter()
  const file = useRef<HTMLInputElement>(null)
  const [isNew, setNew] = useState(false)
  const [isLed, setLed] = useState(false)
  /** What was answered is there again when one comes back to the questions. */
  const [answers, setAnswers] = useState<FirstAnswers | null>(null)
  const [deleted, setDeleted] = useState<PlanSummary | null>(null)
  const archive = useRef<HTMLInputElement>(null)
  const asked = useRef<{ readonly key: string } | null>(null)
  const [notice, setNotice] = useState<string | null>(null)
  const [problem, setProblem] = useState<Problem['error'] | null>(null)
  const create = async (body: object, goThere = true, stage = 'brief') => {
    // A second click while the first is on its way asks for the same thing: one id, one plan.
    const key = JSON.stringify(body)
    if (asked.current?.key === key) return
    asked.current = { key }
    setProblem(null)
    setNotice(null)
    const reply = await request<{ plan: PlanSummary; namesakes: number; entries: number }>('POST', '/api/plans', {
      ...body,
      createId: newId(),
    })
    asked.current = null
    if (reply.status !== 201) return setProblem(reply.body.error ?? { message: 'It could not be made', issues: [] })
    const { plan, namesakes, entries } = reply.body
    // Told where the person is: on the way to a new plan nothing needs telling.
    const stays = !goThere || ('document' in body && (namesakes > 0 || entries > 0))
    if (stays) setNotice(tookIn(plan.name, namesakes, entries))
    if (!stays) router.push(`/plans/${plan.id}/${stage}`)
    else router.refresh()
  }
  const unpack = async (chosen: File) => {
    setProblem(null)
    setNotice(`Taking in ${chosen.name} …`)
    const reply = await withProgress(
      (job) => sendFile<Unpacked>(`/api/bundle?job=${job}`, chosen, 'application/zip'),
      (words) => setNotice(`Taking in ${chosen.name} … ${words}`),
    )
    setNotice(null)
    if (reply.status !== 201) return setProblem(reply.body.error ?? { message: 'It could not be taken in', issues: [] })
    const { plan, entries, photos } = reply.body
    setNotice(
      `${plan.name} is taken in, with ${counted(entries, 'entry', 'entries')} of its logbook and ${counted(photos, 'photograph')}.`,
    )
    router.refresh()
  }
  const read = async (chosen: File | undefined) => {
    if (!chosen) return
    if (chosen.name.endsWith('.zip')) return unpack(chosen)
    if (chosen.size > LIMIT_BYTES)
      return setProblem({ message: `${chosen.name} is larger than 4 MB; a plan file is not`, issues: [] })
    let document: unknown
    try {
      document = JSON.parse(await chosen.text())
    } catch {
      return setProblem({
        message: `${chosen.name} is not JSON, so it is not a plan file; nothing was changed`,
        issues: [],
      })
    }
    await create({ from: 'file', document })
  }
  const takeIn = async (chosen: File | undefined) => {
    if (!chosen) return
    setProblem(null)
    setNotice(`Taking in ${chosen.name} …`)
    const reply = await withProgress(
      (job) => sendFile<TakenIn>(`/api/data?job=${job}`, chosen),
      (words) => setNotice(`Taking in ${chosen.name} … ${words}`),
    )
    setNotice(null)
    if (reply.status !== 200) return setProblem(reply.body.error ?? { message: 'It could not be taken in', issues: [] })
    setNotice(takenInWords(reply.body))
    router.refresh()
  }
  const remove = async (plan: PlanSummary) => {
    const reply = await request('DELETE', `/api/plans/${plan.id}`)
    if (reply.status !== 200) return setProblem({ message: problemText(reply.body), issues: [] })
    void forgetPages(plan.id)
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
          <p className="flex items-center gap-2.5 text-[17px] font-bold">
            <Mark /> Glad Rafter
          </p>
          <p className="flex gap-4 text-[14px]">
            <Link href="/parts" className="hover:underline">
              Own parts
            </Link>
            <Link href="/workshop" className="hover:underline">
              Workshop
            </Link>
            <Link href="/sums" className="hover:underline">
              Quick sums
            </Link>
            <ThemeSwitch />
          </p>
        </div>
      </header>
      <main className="mx-auto max-w-5xl px-5 py-6">
        <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
          <div>
            <h1 className="text-[28px] leading-tight font-bold">Plans</h1>
            <p className="text-mute">
              Plan a mains-fed control box, size it, wire it, work through the evening, and find it again tomorrow.
            </p>
          </div>
          <div className="flex flex-wrap gap-2">
            <input
              ref={file}
              type="file"
              accept="application/json,.json,.zip,application/zip"
              className="sr-only"
              tabIndex={-1}
              aria-label="Plan file"
              onChange={(event) => {
                void read(event.target.files?.[0])
                event.target.value = ''
              }}
            />
            <Button onClick={() => file.current?.click()}>Open a plan file</Button>
            <Button onClick={() => setLed(true)}>Five questions to a first plan</Button>
            <Button look="main" onClick={() => setNew(true)}>
              New plan
            </Button>
          </div>
        </div>
        {problem ? (
          <div role="alert" className="mb-4 rounded-lg border border-stop/40 bg-stop-wash p-3">
            <p className="font-semibold text-stop">{problem.message}</p>
            <ul className="mt-1 text-[14px]">
              {problem.issues.slice(0, 6).map(({ path, message }) => (
                <li key={path + message}>
                  <span className="figures font-semibold">{path || 'the file'}</span>: {message}
                </li>
              ))}
            </ul>
            {problem.issues.length > 6 ? (
              <p className="text-[14px]">and {problem.issues.length - 6} more faults</p>
            ) : null}
          </div>
        ) : null}
        {notice ? (
          <p role="status" className="mb-4 rounded-lg border border-hair bg-note-wash px-4 py-2">
            {notice}
          </p>
        ) : null}
        {deleted ? (
          <p
            role="status"
            className="mb-4 flex items-center justify-between rounded-lg border border-hair bg-note-wash px-4 py-2"
          >
            “{deleted.name}” is deleted. <Button onClick={() => void restore()}>Undo: bring it back</Button>
          </p>
        ) : null}
        {plans.length === 0 ? (
          <div className="rounded-xl border border-dashed border-hair bg-sheet p-8 text-center">
            <p className="text-lg font-semibold">The shelf is empty</p>
            <p className="mt-1 text-mute">
              Answer five questions and have a first plan with its verdict, or begin with “New plan”: from nothing, or
              from a pattern that you change.
            </p>
            <p className="mt-3">
              <Button look="main" onClick={() => setLed(true)}>
                Begin with five questions
              </Button>
            </p>
          </div>
        ) : (
          <ul className="grid gap-3 md:grid-cols-2">
            {plans.map((plan) =>
              plan.trouble === null ? (
                <PlanCard
                  key={plan.id}
                  plan={plan}
                  onDuplicate={() => void create({ from: 'copy', plan: plan.id }, false)}
                  onDelete={() => void remove(plan)}
                />
              ) : (
                <UnreadableCard key={plan.id} plan={plan} onDelete={() => void remove(plan)} />
              ),
            )}
          </ul>
        )}
        <section
          aria-labelledby="all-data"
          className="mt-8 flex flex-wrap items-center gap-x-3 gap-y-2 border-t border-hair pt-4"
        >
          <h2 id="all-data" className="font-bold">
            All data
          </h2>
          <p className="min-w-60 flex-1 text-[14px] text-mute">
            Every plan with its history and its logbook in one file, to be kept elsewhere. Taken in again, what is here
            already stays as it is.
          </p>
          <a
            href="/api/data"
            download
            className="rounded-lg border border-hair px-3 py-1.5 font-semibold hover:border-accent"
          >
            Save all data
          </a>
          <input
            ref={archive}
            type="file"
            accept=".jsonl,application/x-ndjson"
            className="sr-only"
            tabIndex={-1}
            aria-label="Saved data"
            onChange={(event) => {
              void takeIn(event.target.files?.[0])
              event.target.value = ''
            }}
          />
          <Button onClick={() => archive.current?.click()}>Take saved data in</Button>
        </section>
        <p className="mt-8 max-w-prose text-[13px] text-mute">
          Glad Rafter reckons what a plan says. It does not see the workmanship and replaces no electrician and no local
          code. It says what was checked and what was not.
        </p>
      </main>
      {isLed ? (
        <FirstPlan
          before={answers}
          onAnswer={setAnswers}
          onClose={() => setLed(false)}
          onDone={(said) => void create({ from: 'answers', answers: said }, true, 'feed')}
        />
      ) : null}
      <NewPlan open={isNew} onClose={() => setNew(false)} onCreate={create} />
    </div>
  )
}

function tookIn(name: string, namesakes: number, entries: number): string {
  const record = entries > 0 ? ` Its record came with it: ${entries} ${entries === 1 ? 'entry' : 'entries'}.` : ''
  const alike =
    namesakes > 0
      ? ` ${namesakes === 1 ? 'Another plan is' : `${namesakes} other plans are`} called the same; rename one, so that you know them apart.`
      : ''
  return `“${name}” stands on the shelf.${record}${alike}`
}

/** What was kept of a plan to be opened without the server goes with it. */
async function forgetPages(id: string): Promise<void> {
  if (typeof caches === 'undefined') return
  for (const name of await caches.keys()) {
    const kept = await caches.open(name)
    for (const request of await kept.keys()) {
      const { pathname } = new URL(request.url)
      if ([`/plans/${id}`, `/api/plans/${id}`].some((start) => pathname === start || pathname.startsWith(`${start}/`)))
        await kept.delete(request)
    }
  }
}

function takenInWords({ plans, there, beside, entries, photos, leftOut }: TakenIn): string {
  const came = [counted(plans, 'plan'), counted(entries, 'entry', 'entries'), counted(photos, 'photograph')]
  const [first] = leftOut.issues
  return [
    `Taken in: ${came[0]}, ${came[1]} of their logbooks, ${came[2]}.`,
    there > 0 ? `${counted(there, 'plan')} stood here already and stayed.` : '',
    beside > 0 ? `${counted(beside, 'plan')} differed from what is here and came in beside it.` : '',
    first
      ? `${counted(leftOut.count, 'record')} of the file ${leftOut.count === 1 ? 'is' : 'are'} not right and stayed out: ${first.path} ${first.message}${leftOut.count > 1 ? ', and others' : ''}.`
      : '',
  ]
    .filter((words) => words !== '')
    .join(' ')
}

function PlanCard({
  plan,
  onDuplicate,
  onDelete,
}: {
  readonly plan: PlanSummary
  readonly onDuplicate: () => void
  readonly onDelete: () => void
}) {
  const file = 'rounded-lg border border-hair px-3 py-1.5 font-semibold hover:border-accent'
  return (
    <li className="flex flex-col rounded-xl border border-hair bg-sheet p-4">
      <h2 className="text-[18px] font-bold [overflow-wrap:anywhere]">
        <Link href={`/plans/${plan.id}/brief`} className="hover:underline">
          {plan.name}
        </Link>
      </h2>
      <p className="text-[13px] text-mute">{plan.site}</p>
      {plan.description ? <p className="mt-1.5 line-clamp-3 text-[14px]">{plan.description}</p> : null}
      <p className="figures mt-2 text-[13px] text-mute">
        {plan.devices} devices · {plan.wires} wires · revision {plan.revision} · {plan.updatedAt.slice(0, 10)}
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <Link
          href={`/plans/${plan.id}/brief`}
          className="rounded-lg border border-accent bg-accent px-3 py-1.5 font-semibold text-accent-ink hover:brightness-110"
        >
          Open
        </Link>
        <Button onClick={onDuplicate} aria-label={`Duplicate ${plan.name}`}>
          Duplicate
        </Button>
        <a href={`/api/plans/${plan.id}/export`} download className={file} aria-label={`Plan file of ${plan.name}`}>
          Plan file
        </a>
        <a
          href={`/api/plans/${plan.id}/export?record=yes`}
          download
          className={file}
          aria-label={`Plan file of ${plan.name} with its record`}
        >
          with record
        </a>
        <Button look="danger" onClick={onDelete} aria-label={`Delete ${plan.name}`}>
          Delete
        </Button>
      </div>
    </li>
  )
}

/** It hides nothing else, and says what is wrong with it. */
function UnreadableCard({ plan, onDelete }: { readonly plan: PlanSummary; readonly onDelete: () => void }) {
  const name = plan.name || 'A plan without a name'
  return (
    <li className="flex flex-col rounded-xl border border-stop/40 bg-sheet p-4">
      <h2 className="text-[18px] font-bold [overflow-wrap:anywhere]">{name}</h2>
      <p className="mt-1 line-clamp-6 text-[14px] [overflow-wrap:anywhere]">
        <strong className="text-stop">
          <Sign of="stop" /> Cannot be read:
        </strong>{' '}
        {plan.trouble}.
      </p>
      <p className="mt-1 text-[14px] text-mute">
        Its stored document was not touched. Save it; what can be mended by hand can be opened again as a plan file.
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <a
          href={`/api/plans/${plan.id}/raw`}
          download
          className="rounded-lg border border-accent bg-accent px-3 py-1.5 font-semibold text-accent-ink hover:brightness-110"
          aria-label={`Save the document of ${name}`}
        >
          Save its document
        </a>
        <Button look="danger" onClick={onDelete} aria-label={`Remove ${name}`}>
          Remove
        </Button>
      </div>
    </li>
  )
}

function NewPlan({
  open,
  onClose,
  onCreate,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly onCreate: (body: object) => Promise<void>
}) {
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
          {(
            [
              ['IEC', '230 V, IEC'],
              ['NEC', '120 V, NEC'],
            ] as const
          ).map(([value, label]) => (
            <label
              key={value}
              className={`cursor-pointer rounded-lg border px-3 py-1.5 ${region === value ? 'border-accent bg-accent-wash font-semibold' : 'border-hair'}`}
            >
              <input
                type="radio"
                name="region"
                className="mr-2 accent-(--accent)"
                checked={region === value}
                onChange={() => setRegion(value)}
              />
              {label}
            </label>
          ))}
        </div>
      </fieldset>
      <section className="rounded-lg border border-hair p-3">
        <h3 className="mb-1 font-bold">What it is called</h3>
        <div className="flex flex-wrap items-start gap-2">
          <div className="min-w-56 flex-1">
            <Labelled label="Name of the plan" hint="Left empty, a pattern gives its own." error={error}>
              {(props) => (
                <input
                  {...props}
                  className={INPUT}
                  value={name}
                  maxLength={80}
                  onChange={(event) => {
                    setName(event.target.value)
                    setError(null)
                  }}
                  onKeyDown={(event) => event.key === 'Enter' && nothing()}
                />
              )}
            </Labelled>
          </div>
          <Button look="main" className="mt-5" onClick={nothing}>
            Begin with nothing
          </Button>
        </div>
      </section>
      <h3 className="mt-4 mb-1 font-bold">From a pattern, to be changed</h3>
      <ul className="grid gap-2 sm:grid-cols-2">
        {PATTERNS.map((pattern: PatternName) => (
          <li key={pattern}>
            <button
              type="button"
              className="h-full w-full rounded-lg border border-hair p-3 text-left hover:border-accent hover:bg-accent-wash"
              onClick={() =>
                void onCreate({
                  from: 'pattern',
                  pattern,
                  region,
                  ...(name.trim() === '' ? {} : { name: name.trim() }),
                })
              }
            >
              <span className="block font-semibold">{PATTERN_WORDS[pattern].title}</span>
              <span className="text-[14px] text-mute">{PATTERN_WORDS[pattern].what}</span>
            </button>
          </li>
        ))}
      </ul>
    </Modal>
  )
}
