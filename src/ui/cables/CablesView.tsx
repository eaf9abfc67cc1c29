'use client'
import { useMemo, useState } from 'react'

import {
  CABLE_KINDS,
  cableOf,
  dealLeads,
  freeCable,
  plugByLabels,
  stateOf,
  type CableState,
  type Deal,
} from '@/core/cables'

import { service_mm } from '@/core/figures'
import type { CableId } from '@/core/plan'
import { counted, formatNumber } from '@/core/quantity'

import { Button, Choice, holdsWords, INPUT, later, Swatch } from '@/ui/primitives'

import { useRoom } from '@/ui/room'

import { CableSheet } from './CableSheet'

import { endWords } from './endWords'

const KitDialog = later(async () => ({ default: (await import('./KitDialog')).KitDialog }))

const TONE: Readonly<Record<CableState, string>> = {
  joined: 'text-good',
  half: 'text-caution',
  open: 'text-stop',
  amiss: 'text-stop',
  aside: 'text-mute',
}
const SHORT: Readonly<Record<CableState, string>> = {
  joined: 'joined',
  half: 'one end open',
  open: 'joins nothing',
  amiss: 'does not fit',
  aside: 'set aside',
}

/** Every cable of the plan: what came, where its ends go, and what is still open. */
export function CablesView() {
  const { plan, edit, evaluation } = useRoom()
  const [chosen, setChosen] = useState<CableId | null>(null)
  const [query, setQuery] = useState('')
  const [kind, setKind] = useState<string>(CABLE_KINDS[0]!.id)
  const [isTaking, setTaking] = useState(false)
  const all = Object.keys(plan.cables) as CableId[]
  const shown = all
    .map((id) => ({ id, cable: plan.cables[id]!, ...stateOf(plan, id) }))
    .filter(({ cable }) => holdsWords(`${cable.name} ${cable.printed ?? ''} ${cable.kit ?? ''}`, query))
  const current = chosen && plan.cables[chosen] ? chosen : (shown[0]?.id ?? null)
  const missing = shown.filter(({ cable }) => cable.kit !== null && cable.isHere === null).length
  const open = shown.filter(({ state }) => state === 'open' || state === 'half' || state === 'amiss').length
  const byLabel = useMemo(() => plugByLabels(plan), [plan])
  const leads = evaluation?.reckoning.routes.leads
  const deals = useMemo(
    () =>
      dealLeads(plan, (id) => {
        const lead = leads?.[id]
        return lead === undefined || lead.bare_mm === null || lead.cut_mm === null
          ? null
          : { least_mm: lead.bare_mm + service_mm(plan, lead.ends), good_mm: lead.cut_mm }
      }),
    [plan, leads],
  )
  const add = () => {
    const { id, label } = freeCable(plan)
    const own = CABLE_KINDS.find((each) => each.id === kind)!
    edit(`New cable ${label}`, { type: 'addCable', id, cable: cableOf(own, { printed: label }) })
    setChosen(id)
  }
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
      <section aria-label="Cables" className="rounded-xl border border-hair bg-sheet p-3">
        <div className="flex flex-wrap items-end gap-2">
          <div className="min-w-48 flex-1">
            <Choice
              label="A new cable"
              value={kind}
              options={CABLE_KINDS.map(({ id, name }) => ({ value: id, label: name }))}
              onChoose={setKind}
            />
          </div>
          <Button onClick={add}>Add cable</Button>
          <Button onClick={() => setTaking(true)}>Take in a list</Button>
        </div>
        {all.length === 0 ? (
          <p className="mt-3 text-[14px] text-mute">
            No cable yet. Add one of a kind, or take in the list of what a kit brought: label, ends, ways and length of
            each. Wires that are there become one cable in the wire list.
          </p>
        ) : (
          <>
            <p className="mt-2 text-[14px]">
              {all.length} cables, {open === 0 ? 'every end joined or set aside' : `${open} with an open end`}
              {missing > 0 ? `, ${missing} of a kit not found yet` : ''}
            </p>
            {byLabel.count > 0 ? (
              <p className="mt-1.5">
                <Button
                  onClick={() =>
                    edit(`Plug in ${counted(byLabel.count, 'cable')} by their labels`, ...byLabel.commands)
                  }
                >
                  Plug in {byLabel.count} by their labels
                </Button>
              </p>
            ) : null}
            {deals.map((deal) => (
              <DealOffer key={deal.moves.map(({ at }) => at).join(' ')} deal={deal} />
            ))}
            <input
              aria-label="Find a cable"
              placeholder="Find by label or name"
              className={`${INPUT} mt-1.5`}
              value={query}
              onChange={(event) => setQuery(event.target.value)}
            />
            <ul className="mt-2 max-h-[56vh] divide-y divide-hair/70 overflow-y-auto">
              {shown.map(({ id, cable, state }) => (
                <li key={id} className={`flex items-center gap-2 py-1 ${id === current ? 'bg-accent-wash' : ''}`}>
                  {cable.kit === null ? null : (
                    <input
                      type="checkbox"
                      aria-label={`${cable.printed ?? cable.name} is here`}
                      checked={cable.isHere === true}
                      onChange={(event) =>
                        edit(`${cable.name}: ${event.target.checked ? 'found' : 'not found'}`, {
                          type: 'updateCable',
                          id,
                          changes: { isHere: event.target.checked ? true : null },
                        })
                      }
                    />
                  )}
                  <button
                    type="button"
                    aria-current={id === current}
                    onClick={() => setChosen(id)}
                    className="min-w-0 flex-1 rounded-md px-1 py-0.5 text-left hover:bg-wash"
                  >
                    <span className="flex items-baseline justify-between gap-2">
                      <span className="min-w-0 truncate">
                        {cable.printed ? <span className="figures font-bold">{cable.printed} </span> : null}
                        {cable.printed === cable.name ? null : <span className="text-[14px]">{cable.name}</span>}
                      </span>
                      <span className={`shrink-0 text-[13px] font-semibold ${TONE[state]}`}>{SHORT[state]}</span>
                    </span>
                    <span className="flex items-center gap-1 text-[13px] text-mute">
                      <span className="min-w-0 truncate">
                        {endWords(plan, id, 'a')} – {endWords(plan, id, 'b')}
                      </span>
                      <span className="figures shrink-0">
                        {cable.cores.length} cores
                        {cable.length_mm === null ? '' : `, ${formatNumber(cable.length_mm)} mm`}
                      </span>
                      <span className="flex shrink-0">
                        {cable.cores
                          .slice(0, 8)
                          .map(({ id: core, colour }) => (colour ? <Swatch key={core} colour={colour} /> : null))}
                      </span>
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
      {current ? <CableSheet key={current} id={current} /> : null}
      {isTaking ? <KitDialog onClose={() => setTaking(false)} /> : null}
    </div>
  )
}

/** Like leads of different length: which goes where, so that each reaches. */
function DealOffer({ deal: { moves, short, stillShort, commands } }: { readonly deal: Deal }) {
  const { plan, edit } = useRoom()
  const nameOf = (id: CableId) => plan.cables[id]!.printed ?? plan.cables[id]!.name
  return (
    <section aria-label="Like leads dealt by distance" className="mt-1.5 rounded-lg bg-note-wash p-2.5 text-[14px]">
      <p>
        {counted(short, 'lead')} {short === 1 ? 'does' : 'do'} not reach, and another that is made alike would
        {stillShort > 0 ? `; ${stillShort === 1 ? 'one stays' : `${stillShort} stay`} short all the same` : ''}:
      </p>
      <ul className="figures my-1">
        {moves.map(({ at, gets }) => (
          <li key={at}>
            {endWords(plan, at, 'a')} – {endWords(plan, at, 'b')}: {nameOf(gets)},{' '}
            {formatNumber(plan.cables[gets]!.length_mm!)} mm, for {nameOf(at)},{' '}
            {formatNumber(plan.cables[at]!.length_mm!)} mm
          </li>
        ))}
      </ul>
      <Button onClick={() => edit(`Deal out ${counted(moves.length, 'lead')} by distance`, ...commands)}>
        Deal them out by distance
      </Button>
    </section>
  )
}
