'use client'
import { Sign } from '@/ui/primitives'
import { useEffect, useState } from 'react'
import { GROUP_WORDS, type SheetGroup } from '@/core/proof/sheet'
import type { Expected, ProveClient } from '@/workers'
import type { MeterDesk } from './useMeter'
import { TestCard } from './TestCard'

const SIGN = { open: 'open', good: 'good', off: 'stop', overruled: 'caution', redo: 'caution' } as const
const TONE = {
  open: 'text-mute',
  good: 'text-good',
  off: 'text-stop',
  overruled: 'text-caution',
  redo: 'text-caution',
} as const

/** The tests in their groups, one at a time, the next that is open first. */
export function SheetView({
  sheet,
  client,
  meter,
  onFind,
}: {
  readonly sheet: readonly SheetGroup[]
  readonly client: ProveClient | null
  readonly meter: MeterDesk
  readonly onFind: () => void
}) {
  const [chosen, setChosen] = useState<string | null>(null)
  const lines = sheet.flatMap((group) => group.lines.map((line) => ({ group, line })))
  const isOpen = ({ line }: (typeof lines)[number]) => line.standing !== 'good' && line.standing !== 'overruled'
  const current = lines.find(({ line }) => line.act.id === chosen) ?? lines.find(isOpen) ?? lines.at(-1)!
  const healthy = useExpected(client, current.line)
  const nextOf = () => {
    const at = lines.indexOf(current)
    setChosen(
      (lines.slice(at + 1).find(isOpen) ?? lines.find((each) => isOpen(each) && each !== current))?.line.act.id ?? null,
    )
  }
  return (
    <div className="grid items-start gap-4 md:grid-cols-[minmax(0,300px)_minmax(0,600px)]">
      <nav
        aria-label="Tests"
        className="space-y-1 max-md:order-2 fades-below md:max-h-[calc(100vh-210px)] md:overflow-y-auto"
      >
        {sheet.map(({ group, lines: own, waitsFor, isStopped }) => {
          const done = own.filter(({ standing }) => standing === 'good' || standing === 'overruled').length
          const off = own.filter(({ standing }) => standing === 'off').length
          return (
            <details
              key={group}
              open={current.group.group === group}
              className="rounded-xl border border-hair bg-sheet"
            >
              <summary className="flex items-baseline justify-between gap-2 px-3 py-1.5 font-bold">
                <span>
                  {GROUP_WORDS[group]}
                  {waitsFor !== null && isStopped && done < own.length ? (
                    <span className="sr-only">, stopped</span>
                  ) : null}
                </span>
                <span
                  className={`figures text-[13px] font-normal whitespace-nowrap ${off > 0 ? 'font-bold text-stop' : 'text-mute'}`}
                >
                  {off > 0 ? (
                    <>
                      <Sign of="stop" /> {off},{' '}
                    </>
                  ) : null}
                  {done} of {own.length}
                </span>
              </summary>
              <ol className="px-1.5 pb-1.5">
                {own.map(({ act, standing }) => (
                  <li key={act.id}>
                    <button
                      type="button"
                      aria-current={current.line.act.id === act.id}
                      onClick={() => setChosen(act.id)}
                      className={`flex w-full gap-2 rounded-md px-2 py-1 text-left text-[14px] ${current.line.act.id === act.id ? 'bg-accent-wash font-semibold' : 'hover:bg-wash'}`}
                    >
                      <span aria-hidden className={`w-4 shrink-0 ${TONE[standing]}`}>
                        <Sign of={SIGN[standing]} />
                      </span>
                      <span>
                        {act.title}
                        <span className="sr-only">, {standing}</span>
                      </span>
                    </button>
                  </li>
                ))}
              </ol>
            </details>
          )
        })}
      </nav>
      <TestCard
        key={current.line.act.id}
        line={current.line}
        group={current.group}
        healthy={healthy}
        meter={meter}
        onNext={nextOf}
        onFind={onFind}
      />
    </div>
  )
}

/** What the solved plan shows where a test measures. */
function useExpected(client: ProveClient | null, { act }: SheetGroup['lines'][number]): Expected | undefined {
  const [known, setKnown] = useState<Readonly<Record<string, Expected>>>({})
  const test = act.test!
  const { red, black, meter, situation, held } = test
  useEffect(() => {
    if (!client || red === null || black === null || meter === null) return
    let isWanted = true
    void client
      .ask({
        type: 'expect',
        asked: [{ key: act.id, what: meter, situation, red, black, held }],
      })
      .then((answer) => {
        if (isWanted && !(answer instanceof Error)) setKnown((before) => ({ ...before, ...answer }))
      })
    return () => {
      isWanted = false
    }
  }, [client, act.id, red, black, meter, situation, held])
  return known[act.id]
}
