'use client'
import { useRef, useState } from 'react'
import { CATALOGUE, partFacts, partWords } from '@/core/catalogue'
import { kindsWhere, PART_GROUPS, type BehaviourKind, type Part, type PartGroup, type PartId } from '@/core/plan'
import { holdsWords, INPUT } from '@/ui/primitives'

const GROUPS = (Object.entries(PART_GROUPS) as [PartGroup, string][]).map(([group, name]) => ({
  name,
  kinds: kindsWhere((facts) => facts.group === group),
}))

/** As many as are put first. */
const MOST_SUITED = 6

/** The catalogue and the plan's own parts, searched by name, grouped by what they do. */
export function PartList({
  own,
  only,
  suits,
  onPick,
}: {
  readonly own: Readonly<Record<string, Part>>
  /** Why a part would suit what is planned; null where nothing asks for it. */
  readonly suits?: (part: Part) => string | null
  readonly only?: readonly BehaviourKind[]
  readonly onPick: (id: PartId, part: Part) => void
}) {
  const [query, setQuery] = useState('')
  const search = useRef<HTMLInputElement>(null)
  const parts = (Object.entries({ ...CATALOGUE, ...own }) as [PartId, Part][]).filter(
    ([, part]) => (!only || only.includes(part.behaviour.kind)) && holdsWords(partWords(part), query),
  )
  const suited = suits
    ? parts
        .flatMap(([id, part]) => {
          const why = suits(part)
          return why === null ? [] : [{ id, part, why }]
        })
        .slice(0, MOST_SUITED)
    : []
  const pick = (id: PartId, part: Part) => {
    onPick(id, part)
    setQuery('')
    search.current?.focus()
  }
  return (
    <div>
      <input
        ref={search}
        aria-label="Search parts"
        data-autofocus
        className={INPUT}
        placeholder="Search by what it does: “24 V supply”, “e-stop”, “SSR”"
        value={query}
        onChange={(event) => setQuery(event.target.value)}
      />
      <div className="mt-3 max-h-[50vh] space-y-3 overflow-y-auto" tabIndex={0} role="group" aria-label="Parts">
        {suited.length > 0 ? (
          <section aria-label="Would suit">
            <h3 className="text-[13px] font-bold text-accent">Would suit what is planned</h3>
            <ul className="grid gap-1 sm:grid-cols-2">
              {suited.map(({ id, part, why }) => (
                <li key={id}>
                  <button
                    type="button"
                    className="w-full rounded-md border border-accent/50 px-2.5 py-1.5 text-left hover:border-accent hover:bg-accent-wash"
                    aria-label={`${part.name}, suits: ${why}`}
                    onClick={() => pick(id, part)}
                  >
                    {part.name}
                    <span className="block text-[12px] text-mute">{why}</span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {GROUPS.map(({ name, kinds }) => {
          const members = parts.filter(([, part]) => kinds.includes(part.behaviour.kind))
          if (members.length === 0) return null
          return (
            <section key={name}>
              <h3 className="text-[13px] font-bold text-mute">{name}</h3>
              <ul className="grid gap-1 sm:grid-cols-2">
                {members.map(([id, part]) => (
                  <li key={id}>
                    <button
                      type="button"
                      className="w-full rounded-md border border-hair px-2.5 py-1.5 text-left hover:border-accent hover:bg-accent-wash"
                      aria-label={part.name}
                      aria-description={partFacts(part).join(', ')}
                      onClick={() => pick(id, part)}
                    >
                      {part.name}
                      <span className="figures block text-[12px] text-mute">{partFacts(part).join(' · ')}</span>
                    </button>
                  </li>
                ))}
              </ul>
            </section>
          )
        })}
        {parts.length === 0 ? <p className="text-mute">No part reads like this.</p> : null}
      </div>
    </div>
  )
}
