'use client'
import { later, Sign } from '@/ui/primitives'
import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { useEffect, useRef, useState, type ReactNode } from 'react'
import { goToStage, StageLink, useRoom } from '@/ui/room'
import { Drawer } from './Drawer'
import { Mark } from './Mark'
import { goToMainAct } from './mainAct'
import { PulseBar } from './PulseBar'
import { STAGES } from './stages'
import { ThemeSwitch } from './ThemeSwitch'

const PhoneDialog = later(async () => ({ default: (await import('@/ui/phone')).PhoneDialog }))
// Drawn when there is something to decide; their code comes with what is put off.
const ConflictDialog = later(async () => ({ default: (await import('./ConflictDialog')).ConflictDialog }))
const HeldEdits = later(async () => ({ default: (await import('./HeldEdits')).HeldEdits }))
const FocusKeeper = later(
  async () => ({ default: (await import('./FocusKeeper')).FocusKeeper }),
  null,
  'after the view',
)
const FixNotice = later(
  async () => ({ default: (await import('@/ui/panels/FixNotice')).FixNotice }),
  null,
  'after the view',
)
const ShortcutHelp = later(async () => ({ default: (await import('./ShortcutHelp')).ShortcutHelp }))

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)) &&
    !(target instanceof HTMLInputElement && ['checkbox', 'radio', 'file'].includes(target.type))
  )
}

/** The frame of every stage: rail, pulse, the stage itself, the drawer. */
export function Shell({ children }: { readonly children: ReactNode }) {
  const room = useRoom()
  const { plan, state, evaluation, progress, client, open, drawer } = room
  const path = usePathname()
  const [isHelpOpen, setHelpOpen] = useState(false)
  const [isPhoneOpen, setPhoneOpen] = useState(false)

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !isTyping(event.target)) {
        event.preventDefault()
        client.back(event.shiftKey ? 'redo' : 'undo')
        return
      }
      if (isTyping(event.target) || event.ctrlKey || event.metaKey) return
      if (event.altKey) {
        // The tenth is on 0, as it lies on the keyboard.
        const stage = STAGES[(event.key === '0' ? 10 : Number(event.key)) - 1]
        if (stage) {
          event.preventDefault()
          goToStage(room.id, stage.key)
        }
        return
      }
      if (event.key === '?') setHelpOpen(true)
      if (event.key === 'f') open({ kind: 'findings' })
      if (event.key === 'a' && !document.querySelector('[role=dialog]')) {
        event.preventDefault()
        goToMainAct()
      }
      if (event.key === 'Escape' && drawer && !document.querySelector('[role=dialog]')) open(null)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [client, drawer, open, room.id])

  // What stands in the drawer belongs to the stage it was opened in.
  const wasAt = useRef(path)
  useEffect(() => {
    if (wasAt.current === path) return
    wasAt.current = path
    open(null)
  }, [path, open])

  // On a phone the stages scroll sideways: the one shown is brought into sight.
  useEffect(() => {
    document.querySelector('nav [aria-current=page]')?.scrollIntoView({ inline: 'center', block: 'nearest' })
  }, [path])

  const steps = evaluation?.procedure ?? []
  const done = steps.filter(({ id }) => progress.get(id)?.status === 'done').length
  const redo = steps.filter(({ id }) => progress.get(id)?.status === 'redo').length
  return (
    <div className="flex min-h-screen flex-col md:flex-row">
      <a
        href="#stage"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:rounded-md focus:bg-sheet focus:px-3 focus:py-1.5 focus:text-ink"
      >
        Skip to the stage
      </a>
      <nav
        aria-label="Stages"
        className="flex shrink-0 flex-col bg-rail text-rail-ink md:sticky md:top-0 md:h-screen md:w-[196px]"
      >
        <Link href="/" className="flex items-center gap-2.5 px-4 pt-3 pb-2 text-[17px] font-bold max-md:pb-1">
          <Mark /> Glad Rafter
        </Link>
        <div className="px-4 pb-2 max-md:hidden">
          <p className="truncate font-bold" title={plan.name}>
            {plan.name}
          </p>
          <p className="text-[13px] text-rail-mute">
            {plan.site.mains_V} V · {plan.site.region} · {plan.site.place} {plan.site.ambient_C} °C
          </p>
        </div>
        <ol className="relative flex gap-1 overflow-x-auto px-3 py-1 md:flex-col md:gap-0.5">
          {STAGES.map(({ key, name }, i) => {
            const isHere = path.endsWith(`/${key}`)
            const stops =
              evaluation?.findings.filter((finding) => finding.stage === key && finding.severity === 'stop').length ?? 0
            const cautions =
              evaluation?.findings.filter((finding) => finding.stage === key && finding.severity === 'caution')
                .length ?? 0
            return (
              <li key={key}>
                <StageLink
                  stage={key}
                  aria-current={isHere ? 'page' : undefined}
                  className={`flex items-center gap-2.5 rounded-lg px-2.5 py-1.5 ${isHere ? 'bg-sheet font-bold text-ink' : 'hover:bg-white/10'}`}
                >
                  <span className={`figures w-3 text-[12px] max-md:hidden ${isHere ? 'text-mute' : 'text-rail-mute'}`}>
                    {i + 1}
                  </span>
                  <span className="flex-1">{name}</span>
                  {stops > 0 ? (
                    <span className="figures rounded-full bg-stop-wash px-2 text-[12px] whitespace-nowrap font-bold text-stop">
                      <Sign of="stop" /> {stops}
                      <span className="sr-only"> stops</span>
                    </span>
                  ) : null}
                  {stops === 0 && cautions > 0 ? (
                    <span className="figures rounded-full bg-caution-wash px-2 text-[12px] whitespace-nowrap font-bold text-caution">
                      <Sign of="caution" /> {cautions}
                      <span className="sr-only"> cautions</span>
                    </span>
                  ) : null}
                  {key === 'build' && stops === 0 && cautions === 0 && steps.length > 0 ? (
                    <span
                      className={`figures text-[12px] whitespace-nowrap ${isHere ? 'text-mute' : 'text-rail-mute'}`}
                    >
                      {redo > 0 ? `${redo} redo` : `${Math.round((100 * done) / steps.length)} %`}
                    </span>
                  ) : null}
                </StageLink>
              </li>
            )
          })}
        </ol>
        <div className="mt-auto space-y-1.5 px-4 pt-3 pb-4 text-[13px] text-rail-mute max-md:hidden">
          <p role="status">
            {state.status === 'saved'
              ? `Saved, revision ${state.revision}`
              : state.status === 'saving'
                ? 'Saving …'
                : state.status === 'conflict'
                  ? 'Waiting for you: a conflict'
                  : 'Not saved yet'}
          </p>
          {room.logWaiting.count > 0 ? (
            <p role="status">
              {room.logWaiting.count === 1 ? 'One sign-off waits' : `${room.logWaiting.count} sign-offs wait`} for the
              server
            </p>
          ) : null}
          <p className="flex flex-col items-start gap-0.5">
            <button
              type="button"
              disabled={!state.undo}
              className="max-w-full truncate text-rail-ink enabled:hover:underline disabled:text-rail-mute"
              onClick={() => client.back('undo')}
            >
              {state.undo ? `Undo “${state.undo}”` : 'Nothing to undo'}
            </button>
            {state.redo ? (
              <button
                type="button"
                className="max-w-full truncate text-rail-ink hover:underline"
                onClick={() => client.back('redo')}
              >
                Redo “{state.redo}”
              </button>
            ) : null}
          </p>
          <p className="flex flex-wrap gap-x-3">
            <a className="text-rail-ink hover:underline" href={`/api/plans/${room.id}/export`} download>
              Plan file
            </a>
            {room.log.length > 0 ? (
              <a className="text-rail-ink hover:underline" href={`/api/plans/${room.id}/export?record=yes`} download>
                With its record
              </a>
            ) : null}
            <Link className="text-rail-ink hover:underline" href="/sums">
              Quick sums
            </Link>
          </p>
          <p>
            <button type="button" className="text-rail-ink hover:underline" onClick={() => setPhoneOpen(true)}>
              On a phone …
            </button>
          </p>
          <p className="flex items-center justify-between">
            <button type="button" className="text-rail-ink hover:underline" onClick={() => setHelpOpen(true)}>
              Keys <kbd className="figures">?</kbd>
            </button>
            <ThemeSwitch />
          </p>
        </div>
      </nav>
      <div className="flex min-w-0 flex-1 flex-col">
        <PulseBar />
        {/* In sight however far one has scrolled: at the bench it tells what is not saved yet. */}
        <div className="sticky top-0 z-10 md:top-[58px]">
          {state.message ? (
            <p role="alert" className="border-b border-hair bg-caution-wash px-5 py-2 text-caution">
              {state.message}
            </p>
          ) : null}
          {room.logWaiting.message ? (
            <p role="alert" className="border-b border-hair bg-caution-wash px-5 py-2 text-caution">
              {room.logWaiting.message}
            </p>
          ) : null}
          {state.held.length > 0 ? <HeldEdits /> : null}
          <FixNotice />
          <FocusKeeper path={path} />
          {room.reckonError && evaluation ? (
            <p role="alert" className="border-b border-hair bg-stop-wash px-5 py-2 text-stop">
              The plan could not be worked out: {room.reckonError}. What you see is older; undo the last edit, or export
              the plan.
            </p>
          ) : null}
        </div>
        <div className="flex min-w-0 flex-1">
          <main id="stage" tabIndex={-1} className="min-w-0 flex-1 px-5 py-3 outline-none max-md:px-3">
            {children}
          </main>
          <Drawer />
        </div>
      </div>
      {state.conflict ? <ConflictDialog /> : null}
      {isPhoneOpen ? (
        <PhoneDialog open onClose={() => setPhoneOpen(false)} planId={room.id} planName={plan.name} />
      ) : null}
      {isHelpOpen ? <ShortcutHelp open onClose={() => setHelpOpen(false)} /> : null}
    </div>
  )
}
