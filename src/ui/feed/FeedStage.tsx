'use client'
import { later, Sign } from '@/ui/primitives'
import { useEffect, useState } from 'react'
import type { Evaluation } from '@/core/evaluate'
import type { Rail, Scenario } from '@/core/figures'
import { PLAYED } from '@/core/figures/switching/played'
import { kindsOfferedAt, kindsWhere, type Plan, type StateId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { AddDevice, FindingCard } from '@/ui/panels'
import { FigureButton, useRoom } from '@/ui/room'
import { play } from '@/workers'
import { RaftersView } from './RaftersView'
import { ShortPlay } from './ShortPlay'

// The chart library is fetched when the charts are, not with the page.
const FeedDetails = later(
  async () => ({ default: (await import('./FeedDetails')).FeedDetails }),
  <p className="mt-4 text-mute">Drawing …</p>,
  'after the view',
)

/** The rails of the scenario that is played; null while they are solved, or where none is played. */
function usePlayed(plan: Plan, scenario: Scenario | null): readonly Rail[] | Error | null {
  const [played, setPlayed] = useState<{
    readonly plan: Plan
    readonly scenario: Scenario
    readonly rails: readonly Rail[] | Error
  } | null>(null)
  useEffect(() => {
    if (!scenario) return
    const controller = new AbortController()
    void play(plan, scenario, controller.signal).then((rails) => {
      if (!controller.signal.aborted) setPlayed({ plan, scenario, rails })
    })
    return () => controller.abort()
  }, [plan, scenario])
  return played && played.plan === plan && played.scenario === scenario ? played.rails : null
}

/** The evaluation with what the beams show in a played scenario. */
function withPlayed(evaluation: Evaluation, rails: readonly Rail[]): Evaluation {
  const given = new Map(rails.map(({ id, current_A }) => [id, current_A[PLAYED] ?? null]))
  const supplies = Object.fromEntries(
    Object.entries(evaluation.reckoning.supplies).map(([id, supply]) => [
      id,
      {
        ...supply,
        outputs: Object.fromEntries(
          Object.entries(supply!.outputs).map(([key, output]) => [
            key,
            { ...output, current_A: { ...output.current_A, [PLAYED]: given.get(`${id}/${key}/+`) ?? null } },
          ]),
        ),
      },
    ]),
  )
  return { ...evaluation, reckoning: { ...evaluation.reckoning, rails, supplies } as Evaluation['reckoning'] }
}

/** Supplies, fuses and what hangs on them. */
export function FeedStage() {
  const { plan, evaluation, open, playing, play: show } = useRoom()
  const played = usePlayed(plan, playing)
  const states = Object.entries(plan.states) as [StateId, (typeof plan.states)[StateId]][]
  const [wanted, setState] = useState<StateId | null>(null)
  const state = wanted && plan.states[wanted] ? wanted : states[0]?.[0]
  if (!evaluation || !state) return <p className="text-mute">Working it out …</p>
  const { rails } = evaluation.reckoning
  const here = evaluation.findings.filter(({ stage, severity }) => stage === 'feed' && severity !== 'note')
  return (
    <>
      <header className="mb-2 flex flex-wrap items-start justify-between gap-2">
        <div>
          <h1 className="text-[24px] leading-tight font-bold">Feed</h1>
          <p className="text-[14px] text-mute">
            A beam is a potential, longer with more capacity, filled by its load; what hangs between two draws from
            them.
          </p>
        </div>
        <div className="flex flex-wrap gap-2">
          <AddDevice label="Add a fuse or switch" only={kindsOfferedAt('feed')} />
          <AddDevice label="Add a supply" look="main" only={kindsWhere(({ group }) => group === 'supplies')} />
        </div>
      </header>
      <div
        role="radiogroup"
        aria-label="State shown"
        className="mb-2 inline-flex rounded-lg border border-hair bg-sheet p-0.5"
      >
        {states.map(([id, { name }]) => (
          <button
            key={id}
            type="button"
            role="radio"
            aria-checked={id === state && !playing}
            onClick={() => {
              show(null)
              setState(id)
            }}
            className={`rounded-md px-3 py-1 text-[14px] ${id === state && !playing ? 'bg-accent font-semibold text-accent-ink' : 'hover:bg-wash'}`}
          >
            {name}
          </button>
        ))}
        {playing ? (
          <button
            type="button"
            role="radio"
            aria-checked
            onClick={() => show(null)}
            title="Back to the states of the plan"
            className="rounded-md bg-stop px-3 py-1 text-[14px] font-semibold text-sheet"
          >
            Played: {playing.name} <Sign of="close" />
          </button>
        ) : null}
      </div>
      {playing && played === null ? (
        <p role="status" className="mb-2 text-mute">
          Solving “{playing.name}” …
        </p>
      ) : null}
      {played instanceof Error ? (
        <p role="alert" className="mb-2 font-semibold text-stop">
          It could not be solved: {played.message}
        </p>
      ) : null}
      {playing?.short ? <ShortPlay key={playing.name} short={playing.short} plan={plan} /> : null}
      {rails.length === 0 ? (
        <p className="max-w-prose rounded-lg border border-dashed border-hair bg-sheet p-6">
          Nothing feeds anything yet. Add a mains inlet with “Add a fuse or switch”, then a supply; join them under{' '}
          <strong>Connect</strong>. Beams appear here as soon as there is a source.
        </p>
      ) : (
        <RaftersView
          evaluation={Array.isArray(played) && playing ? withPlayed(evaluation, played as readonly Rail[]) : evaluation}
          state={Array.isArray(played) && playing ? PLAYED : state}
        />
      )}
      {here.length > 0 ? (
        <section aria-label="What to mend here" className="mt-3 grid gap-2.5 lg:grid-cols-2">
          {here.map((finding) => (
            <FindingCard key={finding.id} finding={finding} />
          ))}
        </section>
      ) : null}
      {rails.length > 0 ? <FeedDetails /> : null}
      {rails.length > 0 ? (
        <details className="mt-4">
          <summary className="font-semibold">The same as a table</summary>
          <div className="overflow-x-auto">
            <table className="mt-2 w-full text-[14px]">
              <thead>
                <tr className="border-b border-hair text-left text-mute">
                  <th className="py-1 pr-3 font-normal">Device</th>
                  <th className="pr-3 font-normal">Fed from</th>
                  <th className="pr-3 font-normal">Through</th>
                  {states.map(([id, { name }]) => (
                    <th key={id} className="pr-3 text-right font-normal">
                      {name}
                    </th>
                  ))}
                  <th className="text-right font-normal">Its wire</th>
                </tr>
              </thead>
              <tbody>
                {rails.flatMap((rail) =>
                  rail.branches.map((branch) => {
                    const last = evaluation.reckoning.wires[branch.wires[branch.wires.length - 1]!]
                    return (
                      <tr key={rail.id + branch.device} className="border-b border-hair/60">
                        <td className="py-1 pr-3">
                          <button
                            type="button"
                            className="hover:underline"
                            onClick={() => open({ kind: 'device', id: branch.device })}
                          >
                            <span className="figures font-semibold">{plan.devices[branch.device]?.tag}</span>{' '}
                            {plan.devices[branch.device]?.name}
                          </button>
                        </td>
                        <td className="figures pr-3">
                          {rail.kind === 'mains'
                            ? `${rail.voltage_V} V~`
                            : `+${formatNumber(rail.voltage_V)} V ${plan.devices[rail.source]?.tag ?? ''}`}
                        </td>
                        <td className="figures pr-3">{branch.through.map((id) => plan.devices[id]?.tag).join(' ')}</td>
                        {states.map(([id]) => (
                          <td key={id} className="figures pr-3 text-right">
                            {branch.current_A[id] == null ? 'not derived' : `${formatNumber(branch.current_A[id]!)} A`}
                          </td>
                        ))}
                        <td className="text-right">
                          {last ? (
                            <FigureButton
                              figure={last.sizing}
                              title={plan.wires[last.id]?.label ?? ''}
                              subject="how its size came about"
                            >
                              {last.size ?? 'none fits'}
                            </FigureButton>
                          ) : null}
                        </td>
                      </tr>
                    )
                  }),
                )}
              </tbody>
            </table>
          </div>
        </details>
      ) : null}
    </>
  )
}
