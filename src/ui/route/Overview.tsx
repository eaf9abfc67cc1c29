'use client'
import { useState } from 'react'
import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { holdsWords, INPUT, Share } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { endsOf, shortName } from './wayWords'

/** More are found by their names. */
const MOST_SHOWN = 80

/** Where nothing is picked: all ways by how full they are, all leads to be found, and what is bought to hold them. */
export function Overview({ onPick }: { readonly onPick: (key: string) => void }) {
  const { plan, evaluation } = useRoom()
  const [query, setQuery] = useState('')
  if (!evaluation) return null
  const { ways, leads } = evaluation.reckoning.routes
  const full = Object.values(ways)
    .filter(
      ({ leads: own, fill_percent, raceway }) =>
        own.length > 0 && fill_percent !== null && plan.raceways[raceway]?.kind !== 'gland',
    )
    .sort((a, b) => b.fill_percent! / b.limit_percent - a.fill_percent! / a.limit_percent)
  const found = Object.values(leads)
    .filter((lead) => holdsWords(`${shortName(plan, lead.id)} ${endsOf(plan, lead)}`, query))
    .sort((a, b) => Number(b.laid === 'none') - Number(a.laid === 'none') || (b.cut_mm ?? 0) - (a.cut_mm ?? 0))
  return (
    <div className="space-y-3">
      <section aria-label="How full the ways are" className="rounded-xl border border-hair bg-sheet p-3.5">
        <h2 className="font-bold">How full</h2>
        {full.length === 0 ? <p className="text-[14px] text-mute">No way has anything in it yet.</p> : null}
        <ul className="mt-1 space-y-1.5">
          {full.slice(0, 8).map(({ raceway, fill_percent, limit_percent, leads: own }) => (
            <li key={raceway}>
              <button type="button" className="block w-full text-left hover:bg-wash" onClick={() => onPick(raceway)}>
                <span className="flex justify-between text-[14px]">
                  <span>{plan.raceways[raceway]?.name}</span>
                  <span className="figures">
                    {formatNumber(fill_percent!)} %, {own.length}
                  </span>
                </span>
                <Share
                  percent={(100 * fill_percent!) / limit_percent}
                  label={`${plan.raceways[raceway]?.name} of its limit`}
                />
              </button>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Leads" className="rounded-xl border border-hair bg-sheet p-3.5">
        <h2 className="font-bold">
          Leads <span className="figures font-normal text-mute">{Object.keys(leads).length}</span>
        </h2>
        <input
          aria-label="Find a lead"
          placeholder="W12, a cable, a tag"
          className={`${INPUT} my-1`}
          value={query}
          onChange={(event) => setQuery(event.target.value)}
        />
        <ul className="max-h-60 overflow-y-auto" tabIndex={0} aria-label="Leads by length">
          {found.slice(0, MOST_SHOWN).map((lead) => (
            <li key={lead.id}>
              <button
                type="button"
                className="flex w-full items-center justify-between gap-2 py-0.5 text-left text-[14px] hover:bg-wash"
                onClick={() => onPick(lead.id)}
              >
                <span className="truncate">
                  {shortName(plan, lead.id)} <span className="text-mute">{endsOf(plan, lead)}</span>
                </span>
                <span className={`figures shrink-0 ${lead.cut_mm === null ? 'text-caution' : ''}`}>
                  {lead.cut_mm === null
                    ? lead.isUnmeasured
                      ? 'outside open'
                      : 'no way'
                    : `${formatNumber(lead.cut_mm, 5)} mm`}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {found.length > MOST_SHOWN ? (
          <p className="text-[13px] text-mute">and {found.length - MOST_SHOWN} more; find them by name</p>
        ) : null}
      </section>
      <section aria-label="What holds them" className="rounded-xl border border-hair bg-sheet p-3.5">
        <h2 className="font-bold">To hold them</h2>
        {evaluation.securing.totals.length === 0 ? <p className="text-[14px] text-mute">Nothing so far.</p> : null}
        <ul className="text-[14px]">
          {evaluation.securing.totals.map(({ what, count, length_mm }) => (
            <li key={what} className="flex justify-between gap-2">
              <span>{what}</span>
              <span className="figures">{length_mm > 0 ? `${formatNumber(length_mm, 4)} mm` : count}</span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  )
}

/** Where each thing on the machine is: what stretches outside lead to. */
export function WhereThingsAre() {
  const { plan, edit } = useRoom()
  const names = new Map<string, string>()
  for (const raceway of Object.values(plan.raceways))
    for (const spot of [raceway!.ends?.a, raceway!.ends?.b])
      if (spot?.kind === 'spot') names.set(spot.name.trim().toLowerCase(), spot.name.trim())
  const devices = (Object.keys(plan.devices) as DeviceId[]).filter(
    (id) => plan.devices[id]!.place.kind === 'field' && plan.devices[id]!.origin !== 'remove',
  )
  if (devices.length === 0) return null
  return (
    <details className="rounded-xl border border-hair bg-sheet p-3.5">
      <summary className="cursor-pointer font-bold">
        Where things on the machine are{' '}
        <span className="figures font-normal text-mute">
          {devices.filter((id) => plan.devices[id]!.spot !== null).length} of {devices.length}
        </span>
      </summary>
      <ul className="mt-2 grid gap-1 sm:grid-cols-2">
        {devices.map((id) => {
          const { tag, name, spot } = plan.devices[id]!
          return (
            <li key={id} className="flex items-center gap-2 text-[14px]">
              <span className="w-40 truncate">
                <span className="figures font-semibold">{tag}</span> {name}
              </span>
              <select
                aria-label={`Where ${tag} is`}
                className={INPUT}
                value={spot === null ? '' : spot.trim().toLowerCase()}
                onChange={(event) =>
                  edit(`${tag} is at ${names.get(event.target.value) ?? 'no place'}`, {
                    type: 'updateDevice',
                    id,
                    changes: { spot: event.target.value === '' ? null : names.get(event.target.value)! },
                  })
                }
              >
                <option value="">not said</option>
                {[...names].map(([key, label]) => (
                  <option key={key} value={key}>
                    {label}
                  </option>
                ))}
                {spot !== null && !names.has(spot.trim().toLowerCase()) ? (
                  <option value={spot.trim().toLowerCase()}>{spot}</option>
                ) : null}
              </select>
            </li>
          )
        })}
      </ul>
    </details>
  )
}
