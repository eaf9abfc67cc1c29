'use client'
import { explainLength, hasSurplus, type LeadFigure } from '@/core/figures'
import type { RacewayId } from '@/core/plan'
import { FREE_mm } from '@/core/routing'
import { holdSpacing_mm } from '@/core/securing'
import { formatNumber } from '@/core/quantity'
import { Button, Choice, CommitField } from '@/ui/primitives'
import { FigureButton, useRoom } from '@/ui/room'
import { endsOf, INTO_WALL, shortName } from './wayWords'

/** One lead along its whole way: piece by piece, how long it is cut and why, what slides on it first, and by which opening it goes. */
export function LeadPanel({ lead, onPick }: { readonly lead: LeadFigure; readonly onPick: (key: string) => void }) {
  const { plan, evaluation, edit, open } = useRoom()
  const name = shortName(plan, lead.id)
  const slide = evaluation?.securing.slideOn.find((each) => each.lead === lead.id)
  const route = lead.cable ? plan.cables[lead.cable]?.route : plan.wires[lead.wires[0]!]?.route
  const openings = (Object.keys(plan.raceways) as RacewayId[]).filter((id) =>
    INTO_WALL.includes(plan.raceways[id]!.kind),
  )
  const chosen = route?.find((id) => openings.includes(id)) ?? ''
  const leaves = lead.parts.some(({ raceway }) => raceway && openings.includes(raceway)) || lead.laid === 'none'
  const bought = lead.cable === null ? undefined : plan.cables[lead.cable]
  const has_mm = bought?.length_mm ?? null
  const rest_mm =
    has_mm !== null && lead.cut_mm !== null && hasSurplus(has_mm, lead.cut_mm) ? has_mm - lead.cut_mm : null
  const choose = (value: string) => {
    const next = [...(route ?? []).filter((id) => !openings.includes(id)), ...(value ? [value as RacewayId] : [])]
    const changes = { route: next.length > 0 ? next : null }
    edit(
      `${name} ${value ? `through ${plan.raceways[value as RacewayId]!.name}` : 'through any opening'}`,
      lead.cable
        ? { type: 'updateCable', id: lead.cable, changes }
        : { type: 'updateWire', id: lead.wires[0]!, changes },
    )
  }
  return (
    <section aria-label={`${name} along its way`} className="space-y-3 rounded-xl border border-hair bg-sheet p-3.5">
      <div>
        <h2 className="text-[20px] leading-tight font-bold">{name}</h2>
        <p className="text-[14px] text-mute">
          {endsOf(plan, lead)}, {formatNumber(lead.od_mm)} mm thick
          {lead.wires.length > 1 ? `, ${lead.wires.length} cores` : ''}
        </p>
      </div>
      {lead.bare_mm === null ? (
        <p className="font-semibold text-caution">
          {lead.isUnmeasured
            ? 'Its way outside is not measured: say where on the machine it ends, and draw the stretch to there.'
            : 'It has no way.'}
        </p>
      ) : (
        <p>
          <span className="block text-[13px] text-mute">Cut to</span>
          <FigureButton
            figure={{
              value: lead.cut_mm,
              unit: 'mm',
              trace: explainLength(plan, lead, { bare_mm: lead.bare_mm, cut_mm: lead.cut_mm! }),
            }}
            title={name}
            subject="length as it is cut"
            significant={5}
            className="text-[26px] font-bold"
          />
          <span className="block text-[13px] text-mute">along its way {formatNumber(lead.bare_mm, 5)} mm</span>
        </p>
      )}
      <ol className="text-[14px]" aria-label="Its way, piece by piece">
        {lead.drops_mm[0] > 0.5 ? (
          <Piece words={`from ${plan.devices[lead.ends[0].device]?.tag} to the way`} length_mm={lead.drops_mm[0]} />
        ) : null}
        {lead.laid === 'direct' && lead.bare_mm !== null ? (
          <Piece words={freeWords(lead.bare_mm, lead.od_mm)} length_mm={lead.bare_mm} />
        ) : null}
        {lead.parts.map(({ raceway, length_mm }, i) =>
          raceway === null ? (
            <Piece key={i} words={freeWords(length_mm, lead.od_mm)} length_mm={length_mm} />
          ) : (
            <Piece
              key={i}
              words={
                <button type="button" className="hover:underline" onClick={() => onPick(raceway)}>
                  {plan.raceways[raceway]?.name}
                </button>
              }
              length_mm={length_mm}
            />
          ),
        )}
        {lead.drops_mm[1] > 0.5 ? (
          <Piece words={`to ${plan.devices[lead.ends[1].device]?.tag}`} length_mm={lead.drops_mm[1]} />
        ) : null}
      </ol>
      {slide && (slide.first.length > 0 || slide.after.length > 0) ? (
        <div className="rounded-lg bg-note-wash p-2 text-[14px]">
          <p className="font-semibold">Slide on first</p>
          <ul>
            {slide.first.map(({ raceway, what }) => (
              <li key={raceway}>{what}</li>
            ))}
            {slide.after.map((end) => (
              <li key={end}>the housing of end {end.toUpperCase()} after the pull: it does not pass</li>
            ))}
          </ul>
        </div>
      ) : null}
      {leaves && openings.length > 0 ? (
        <Choice
          label="Leaves by"
          value={chosen}
          options={[
            { value: '', label: 'the nearest that fits' },
            ...openings.map((id) => ({ value: id, label: plan.raceways[id]!.name })),
          ]}
          onChoose={choose}
        />
      ) : null}
      {rest_mm === null ? null : (
        <CommitField
          label={`Where the rest of it lies, ${formatNumber(rest_mm, 3)} mm`}
          hint="Such as: coiled behind the plate, away from mains."
          value={bought!.restLies ?? ''}
          onCommit={(text) =>
            edit(`Where the rest of ${name} lies`, {
              type: 'updateCable',
              id: lead.cable!,
              changes: { restLies: text.trim() === '' ? null : text.trim() },
            })[0]?.message ?? null
          }
        />
      )}
      {lead.cable === null ? (
        <Button onClick={() => open({ kind: 'wire', id: lead.wires[0]! })}>Open {name}</Button>
      ) : null}
    </section>
  )
}

/** What holds a lead where no way is: nothing over a short stretch, ties on anchors over a longer one. */
const freeWords = (length_mm: number, od_mm: number): string =>
  length_mm <= FREE_mm
    ? 'straight across'
    : `free along the wall or plate, a tie every ${formatNumber(holdSpacing_mm(od_mm))} mm`

function Piece({ words, length_mm }: { readonly words: React.ReactNode; readonly length_mm: number }) {
  return (
    <li className="flex justify-between gap-3 border-b border-hair py-0.5">
      <span>{words}</span>
      <span className="figures">{formatNumber(length_mm, 4)} mm</span>
    </li>
  )
}
