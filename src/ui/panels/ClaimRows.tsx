'use client'
import { useState } from 'react'
import { asLabel, KNOWN_FROM, landingOf, namesOf, type Wire, type WireId } from '@/core/plan'
import { Button, Choice, INPUT, Labelled } from '@/ui/primitives'
import { endName, useRoom } from '@/ui/room'

type Claim = Wire['claims'][number]

const BLANK: Claim = { knownFrom: 'copied', source: '', side: 'from', says: '' }

/** What other sources say of a wire's ends, side by side with where it is joined; what differs stands out. */
export function ClaimRows({ id }: { readonly id: WireId }) {
  const { plan, edit } = useRoom()
  const [claim, setClaim] = useState(BLANK)
  const [error, setError] = useState<string | null>(null)
  const wire = plan.wires[id]!
  const set = (label: string, claims: readonly Claim[]) => {
    const [problem] = edit(`${wire.label}: ${label}`, { type: 'updateWire', id, changes: { claims } })
    setError(problem?.message ?? null)
    return !problem
  }
  const agrees = ({ side, says }: Claim) => {
    const at = landingOf(plan, wire[side])
    return at !== null && namesOf(plan, at).has(asLabel(says))
  }
  return (
    <details open={wire.claims.length > 0}>
      <summary className="font-semibold">What other sources say</summary>
      <ul className="mt-1 space-y-1 text-[14px]">
        {wire.claims.map((each, i) => (
          <li key={i} className="flex items-baseline justify-between gap-2">
            <span>
              {each.source || 'Another source'} ({each.knownFrom}): {each.side === 'from' ? 'first' : 'second'} end at{' '}
              <strong>{each.says}</strong>;{' '}
              <span className={agrees(each) ? 'text-good' : 'font-semibold text-caution'}>
                {agrees(each) ? 'as joined' : `joined to ${endName(plan, wire[each.side])}`}
              </span>
            </span>
            <Button
              look="quiet"
              aria-label={`Forget what ${each.source || 'source'} ${i + 1} says`}
              onClick={() =>
                set(
                  'a source less',
                  wire.claims.filter((_, at) => at !== i),
                )
              }
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-1 grid grid-cols-2 gap-2">
        <Labelled label="Source">
          {(props) => (
            <input
              {...props}
              className={INPUT}
              maxLength={80}
              placeholder="maker’s sheet, page 3"
              value={claim.source}
              onChange={(event) => setClaim({ ...claim, source: event.target.value })}
            />
          )}
        </Labelled>
        <Labelled label="says">
          {(props) => (
            <input
              {...props}
              className={INPUT}
              maxLength={60}
              placeholder="A1 pin 6"
              value={claim.says}
              onChange={(event) => setClaim({ ...claim, says: event.target.value })}
            />
          )}
        </Labelled>
        <Choice
          label="of the"
          value={claim.side}
          options={[
            { value: 'from', label: `first end, ${endName(plan, wire.from)}` },
            { value: 'to', label: `second end, ${endName(plan, wire.to)}` },
          ]}
          onChoose={(side) => setClaim({ ...claim, side: side as Claim['side'] })}
        />
        <Choice
          label="which is"
          value={claim.knownFrom}
          options={KNOWN_FROM.map((value) => ({ value, label: value }))}
          onChoose={(value) => setClaim({ ...claim, knownFrom: value as Claim['knownFrom'] })}
        />
      </div>
      <Button
        className="mt-2"
        disabled={claim.says.trim() === ''}
        onClick={() => set('another source', [...wire.claims, claim]) && setClaim(BLANK)}
      >
        Note what it says
      </Button>
      {error ? (
        <p role="alert" className="mt-1 font-semibold text-stop">
          {error}
        </p>
      ) : null}
    </details>
  )
}
