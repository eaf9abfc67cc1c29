'use client'
import { useState } from 'react'
import { connectorName } from '@/core/cables'
import { REMEDIES, setRemedy, statesTried, type LookAlike, type Outcome } from '@/core/lookAlikes'
import { counted } from '@/core/quantity'
import { Choice } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const GROUPS: readonly {
  readonly outcome: Outcome
  readonly title: string
  readonly tone: string
  readonly words: string
}[] = [
  {
    outcome: 'burns',
    title: 'Burns something',
    tone: 'border-stop',
    words: 'A remedy is wanted before power: each is a caution until it has one.',
  },
  { outcome: 'fails', title: 'Does not work', tone: 'border-caution', words: 'Nothing is harmed; an evening is lost.' },
  {
    outcome: 'exchanged',
    title: 'Does the other’s work',
    tone: 'border-hair',
    words: 'The wrong axis moves, the wrong fan runs: try each by itself at first power.',
  },
  { outcome: 'nothing', title: 'Changes nothing', tone: 'border-hair', words: 'Both sockets are one.' },
]
const SHOWN = 12

/** What goes into what by shape, what then happens as the model solves it, and what keeps it from happening. */
export function LookAlikesView() {
  const { plan, evaluation } = useRoom()
  const tried = Object.values(statesTried(plan)).length
  const states = Object.values(plan.states).length
  const all = evaluation?.lookAlikes ?? []
  if (all.length === 0)
    return (
      <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">
        No two plugs of this plan go into one another’s sockets, and none can be turned.
      </p>
    )
  return (
    <div className="grid gap-4">
      {tried < states ? (
        <p className="text-[14px] text-caution">
          So large a plan is tried in its first {counted(tried, 'state')} of {states}; what burns only in the others is
          not found here.
        </p>
      ) : null}
      {GROUPS.map(({ outcome, title, tone, words }) => {
        const own = all.filter((each) => each.outcome === outcome)
        return own.length === 0 ? null : (
          <section key={outcome} aria-label={title} className={`rounded-xl border border-l-4 bg-sheet p-4 ${tone}`}>
            <h2 className="text-lg font-bold">
              {title} <span className="figures text-[15px] text-mute">{own.length}</span>
            </h2>
            <p className="text-[14px] text-mute">{words}</p>
            <Rows found={own} />
          </section>
        )
      })}
    </div>
  )
}

interface Row {
  readonly first: LookAlike
  readonly others: readonly LookAlike[]
}

/** A plug that meets the same fate in several sockets is one line. */
function rowsOf(found: readonly LookAlike[]): readonly Row[] {
  const rows = new Map<string, LookAlike[]>()
  for (const each of found) {
    const then = each.words.slice(each.words.indexOf(':'))
    const key = each.kind === 'wrong socket' ? [each.plug.device, each.plug.connector, then].join(' ') : each.id
    rows.set(key, [...(rows.get(key) ?? []), each])
  }
  return [...rows.values()].map(([first, ...others]) => ({ first: first!, others }))
}

function Rows({ found }: { readonly found: readonly LookAlike[] }) {
  const { plan, edit } = useRoom()
  const [isAll, setAll] = useState(false)
  const rows = rowsOf(found)
  const shown = isAll ? rows : rows.slice(0, SHOWN)
  return (
    <>
      <ul className="mt-2 divide-y divide-hair/70">
        {shown.map(({ first, others }) => (
          <li key={first.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1.5">
            <span className="min-w-60 flex-1">
              {first.words}
              {others.length > 0 ? (
                <span className="text-mute">
                  ; the same in {others.map(({ other }) => connectorName(plan, other)).join(', ')}
                </span>
              ) : null}
            </span>
            <span className="w-64">
              <Choice
                hideLabel
                label={`Remedy for ${first.words.split(':')[0]}`}
                value={first.remedy?.by ?? ''}
                options={[
                  { value: '', label: 'no remedy' },
                  ...REMEDIES.map(({ by, label }) => ({ value: by, label })),
                ]}
                onChoose={(value) =>
                  edit(
                    `${connectorName(plan, first.plug)}: ${value || 'no remedy'}`,
                    ...setRemedy(plan, first.plug, value === '' ? null : (value as (typeof REMEDIES)[number]['by'])),
                  )
                }
              />
            </span>
          </li>
        ))}
      </ul>
      {rows.length > shown.length ? (
        <button
          type="button"
          className="mt-1 text-[14px] font-semibold text-accent hover:underline"
          onClick={() => setAll(true)}
        >
          Show the other {rows.length - shown.length}
        </button>
      ) : null}
    </>
  )
}
