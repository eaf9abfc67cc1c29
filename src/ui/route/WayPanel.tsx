'use client'
import { useMemo } from 'react'

import { roughBundle_mm, packCircles } from '@/core/packing/circles'

import { GLAND_THREADS, glandThread } from '@/core/reference'

import { sectionOf } from '@/core/routing/entries'

import type { Command, Raceway, RacewayId } from '@/core/plan'
import { counted, formatNumber } from '@/core/quantity'

import { CrossSection } from '@/ui/charts/CrossSection'

import { Button, Choice, CommitField, readNumber, Share } from '@/ui/primitives'

import { useRoom } from '@/ui/room'

import { Covers } from './Covers'
import { MotionPicture } from './MotionPicture'

import { endsOf, INTO_WALL, KIND_WORDS, ON_FACE, SECTION_OF, shortName, spotWords } from './wayWords'

type Changes = Extract<Command, { type: 'updateRaceway' }>['changes']

/** One way: what lies in it, cut across, how full, what holds there, and all that can be changed about it. */
export function WayPanel({
  id,
  onPick,
  onGone,
}: {
  readonly id: RacewayId
  readonly onPick: (key: string) => void
  readonly onGone: () => void
}) {
  const { plan, evaluation, edit } = useRoom()
  const raceway = plan.raceways[id]!
  const figure = evaluation?.reckoning.routes.ways[id]
  const leads = evaluation?.reckoning.routes.leads
  const holds = evaluation?.securing.holds.filter((hold) => hold.raceway === id) ?? []
  const order = evaluation?.securing.order[id] ?? []
  const change = (what: string, changes: Changes) =>
    edit(`${raceway.name}: ${what}`, { type: 'updateRaceway', id, changes })[0]?.message ?? null
  const isOnFace = ON_FACE.includes(raceway.kind)
  const hasSection = isOnFace || raceway.kind === 'chain'
  // Holes of the same face: what goes in by one may come back by another.
  const behind =
    raceway.kind === 'hole' || raceway.kind === 'grommet'
      ? (Object.keys(plan.raceways) as RacewayId[]).filter((other) => {
          const way = plan.raceways[other]!
          return (
            other !== id &&
            (way.kind === 'hole' || way.kind === 'grommet') &&
            way.enclosure === raceway.enclosure &&
            way.at?.face === raceway.at?.face &&
            raceway.at !== null
          )
        })
      : []
  const number = (label: string, value: number | null, key: keyof Changes, unit = 'mm') => (
    <CommitField
      key={key}
      label={label}
      unit={unit}
      numeric
      value={value === null ? '' : String(value)}
      onCommit={(text) => {
        if (text.trim() === '' && (key === 'warm_C' || key === 'bendRadius_mm' || key === 'travel_mm'))
          return change(`${label.toLowerCase()} open`, { [key]: null })
        const read = readNumber(text, label)
        return 'error' in read ? read.error : change(`${label.toLowerCase()} ${read.value}`, { [key]: read.value })
      }}
    />
  )
  const yes = (label: string, key: 'isDivided' | 'hasInsert' | 'holdsLead' | 'isBlanked' | 'isOutdoors') => (
    <label className="flex items-center gap-2 text-[14px]">
      <input
        type="checkbox"
        className="h-4 w-4 accent-(--accent)"
        checked={raceway[key] === true}
        onChange={(event) => change(label.toLowerCase(), { [key]: event.target.checked })}
      />
      {label}
    </label>
  )
  return (
    <section
      aria-label={`${raceway.name} in figures`}
      className="space-y-3 rounded-xl border border-hair bg-sheet p-3.5"
    >
      <div>
        <p className="text-[13px] text-mute">{KIND_WORDS[raceway.kind]}</p>
        <CommitField
          label="Name"
          value={raceway.name}
          onCommit={(text) => (text.trim() === '' ? 'a way has a name' : change(`now ${text}`, { name: text.trim() }))}
        />
        {raceway.ends ? (
          <p className="mt-1 text-[13px] text-mute">
            {spotWords(plan, raceway.ends.a)} → {spotWords(plan, raceway.ends.b)}
          </p>
        ) : null}
      </div>
      {figure && figure.fill_percent !== null && raceway.kind !== 'gland' ? (
        <div>
          <p className="text-[14px]">
            <span className="figures text-[22px] font-bold">{formatNumber(figure.fill_percent)} %</span> full,{' '}
            {figure.limit_percent} % at most
          </p>
          <Share percent={figure.fill_percent} limit={figure.limit_percent} label={`${raceway.name} filled`} />
        </div>
      ) : null}
      {figure && figure.fullest.length > 0 ? <Section raceway={raceway} ids={figure.fullest} onPick={onPick} /> : null}
      <MotionPicture raceway={raceway} />
      {order.length > 0 && leads ? (
        <details open={order.length < 9}>
          <summary className="cursor-pointer text-[14px] font-semibold">
            {order.length === 1 ? '1 lead' : `${order.length} leads, in the order in which they go in`}
          </summary>
          <ol className="mt-1 max-h-52 list-decimal overflow-y-auto pl-6 text-[14px]">
            {order.map((key) => (
              <li key={key}>
                <button type="button" className="text-left hover:underline" onClick={() => onPick(key)}>
                  {shortName(plan, key)}{' '}
                  <span className="text-mute">{leads[key] ? endsOf(plan, leads[key]!) : ''}</span>
                </button>
              </li>
            ))}
          </ol>
        </details>
      ) : (
        <p className="text-[14px] text-mute">Nothing lies in it.</p>
      )}
      {holds.length > 0 ? (
        <ul className="text-[13.5px]" aria-label="What holds here">
          {holds.map((hold, i) => (
            <li key={i}>
              <span className="figures font-semibold">
                {hold.length_mm > 0 ? `${formatNumber(hold.length_mm, 4)} mm` : hold.count}
              </span>{' '}
              {hold.kind === 'wrap' || hold.kind === 'cover'
                ? (hold.what?.toLowerCase() ?? 'wrap')
                : hold.kind === 'drip-loop'
                  ? 'drip loop'
                  : `${hold.kind}${hold.count === 1 ? '' : 's'}`}
              , {hold.why}
            </li>
          ))}
        </ul>
      ) : null}
      <div className="grid grid-cols-2 gap-2">
        {raceway.at ? (
          <>
            <CommitField
              label="Across"
              unit="mm"
              numeric
              value={String(raceway.at.x_mm)}
              onCommit={(text) => moved(text, 'x_mm')}
            />
            <CommitField
              label="Down"
              unit="mm"
              numeric
              value={String(raceway.at.y_mm)}
              onCommit={(text) => moved(text, 'y_mm')}
            />
          </>
        ) : null}
        {hasSection ? number('Inside width', raceway.width_mm, 'width_mm') : null}
        {hasSection ? number('Inside height', raceway.height_mm, 'height_mm') : null}
        {raceway.kind === 'grommet' || raceway.kind === 'hole'
          ? number('Inside width', raceway.width_mm, 'width_mm')
          : null}
        {isOnFace || raceway.kind === 'stretch' || raceway.kind === 'loop'
          ? number(raceway.kind === 'stretch' ? 'Measured' : 'Length', raceway.length_mm, 'length_mm')
          : null}
        {raceway.kind === 'hinge-loop' ? number('Length, 0 as reckoned', raceway.length_mm, 'length_mm') : null}
        {raceway.kind === 'chain' ? number('Travel', raceway.travel_mm, 'travel_mm') : null}
        {raceway.kind === 'chain' || raceway.kind === 'loop'
          ? number('Bend radius', raceway.bendRadius_mm, 'bendRadius_mm')
          : null}
        {hasSection ? number('Fill it to', raceway.fillLimit_percent, 'fillLimit_percent', '%') : null}
        {number('Warm there', raceway.warm_C, 'warm_C', '°C')}
      </div>
      {raceway.kind === 'gland' ? (
        <Choice
          label="Thread"
          value={raceway.thread ?? ''}
          options={GLAND_THREADS.map(({ size, clampMin_mm, clampMax_mm }) => ({
            value: size,
            label: `${size}, clamps ${clampMin_mm}–${clampMax_mm} mm`,
          }))}
          onChoose={(thread) =>
            change(thread, {
              thread,
              width_mm: glandThread(thread)!.thread_mm,
              height_mm: glandThread(thread)!.thread_mm,
            })
          }
        />
      ) : null}
      {behind.length > 0 ? (
        <Choice
          label="Behind it, to"
          value={raceway.joins[0] ?? ''}
          options={[
            { value: '', label: 'out of the box' },
            ...behind.map((other) => ({ value: other, label: plan.raceways[other]!.name })),
          ]}
          onChoose={(other) =>
            void change(other ? `behind the plate to ${plan.raceways[other as RacewayId]!.name}` : 'out of the box', {
              joins: other ? [other as RacewayId] : [],
            })
          }
        />
      ) : null}
      <Choice
        label="Kept for"
        value={raceway.carries ?? ''}
        options={[
          { value: '', label: 'anything' },
          { value: 'mains', label: 'mains' },
          { value: 'power', label: 'motors and direct current' },
          { value: 'signals', label: 'signals and sensors' },
        ]}
        onChoose={(value) =>
          change('kept', { carries: value === '' ? null : (value as 'mains' | 'power' | 'signals') })
        }
      />
      {raceway.kind === 'chain' && raceway.chain ? (
        <div className="grid grid-cols-2 gap-2">
          <CommitField
            label="Links it has"
            numeric
            hint={raceway.chain.links === null ? 'empty: cut to what is reckoned' : undefined}
            value={raceway.chain.links === null ? '' : String(raceway.chain.links)}
            onCommit={(text) => {
              if (text.trim() === '') return change('cut to its travel', { chain: { ...raceway.chain!, links: null } })
              const read = readNumber(text, 'Its links')
              return 'error' in read
                ? read.error
                : change(`of ${read.value} links`, { chain: { ...raceway.chain!, links: read.value } })
            }}
          />
          <Choice
            label="Its links"
            value={raceway.chain.opens === null ? '' : raceway.chain.opens ? 'open' : 'closed'}
            options={[
              { value: '', label: 'not said' },
              { value: 'open', label: 'open: leads are laid in' },
              { value: 'closed', label: 'stay closed: drawn through' },
            ]}
            onChoose={(value) =>
              void change(value === 'closed' ? 'with closed links' : 'with links that open', {
                chain: { ...raceway.chain!, opens: value === '' ? null : value === 'open' },
              })
            }
          />
        </div>
      ) : null}
      {isOnFace || raceway.ends ? (
        <Covers raceway={raceway} onChange={(what, covers) => change(what, { covers: [...covers] })} />
      ) : null}
      <div className="space-y-1">
        {isOnFace || raceway.kind === 'chain' ? yes('A divider parts mains and signals', 'isDivided') : null}
        {raceway.kind === 'gland' ? yes('An insert has a hole for each lead', 'hasInsert') : null}
        {raceway.kind === 'grommet' || raceway.kind === 'hole'
          ? yes('A clamp behind it holds them', 'holdsLead')
          : null}
        {INTO_WALL.includes(raceway.kind) ? yes('Blanked', 'isBlanked') : null}
        {raceway.ends && raceway.kind !== 'hinge-loop' ? yes('In the open', 'isOutdoors') : null}
      </div>
      <Button
        look="danger"
        onClick={() => {
          edit(`Take ${raceway.name} away`, { type: 'removeRaceway', id })
          onGone()
        }}
      >
        Take it away
      </Button>
    </section>
  )

  function moved(text: string, key: 'x_mm' | 'y_mm'): string | null {
    const read = readNumber(text, 'The place')
    return 'error' in read ? read.error : change(`to ${read.value} mm`, { at: { ...raceway.at!, [key]: read.value } })
  }
}

/** Cut across where it is fullest: each lead as a circle. */
function Section({
  raceway,
  ids,
  onPick,
}: {
  readonly raceway: Raceway
  readonly ids: readonly string[]
  readonly onPick: (key: string) => void
}) {
  const { plan, evaluation } = useRoom()
  const leads = evaluation!.reckoning.routes.leads
  const own = ids.flatMap((id) => (leads[id] ? [leads[id]!] : []))
  const key = own.map(({ od_mm }) => od_mm).join(' ')
  const isBox = (ON_FACE.includes(raceway.kind) && raceway.kind !== 'clip-line') || raceway.kind === 'chain'
  const circles = useMemo(() => {
    const ods = key.split(' ').map(Number)
    if (isBox) return sectionOf(raceway.width_mm, raceway.height_mm, ods)
    const packed = packCircles(
      ods.map((od) => od / 2),
      'glance',
    )
    return ods.map((od_mm, i) => ({ x_mm: packed.x[i]!, y_mm: packed.y[i]!, od_mm }))
  }, [key, isBox, raceway.width_mm, raceway.height_mm])
  const gland = raceway.kind === 'gland' && raceway.thread ? glandThread(raceway.thread) : null
  const bundle_mm = roughBundle_mm(own.map(({ od_mm }) => od_mm))
  const round_mm = gland ? gland.clampMax_mm : INTO_WALL.includes(raceway.kind) ? raceway.width_mm : bundle_mm
  return (
    <div className="text-center">
      <CrossSection
        label={`${raceway.name} cut across: ${counted(own.length, 'lead')}`}
        outline={
          isBox
            ? { kind: 'box', width_mm: raceway.width_mm, height_mm: raceway.height_mm }
            : { kind: 'round', diameter_mm: Math.max(round_mm, 1) }
        }
        circles={circles.map((circle, i) => ({
          ...circle,
          kind: SECTION_OF[own[i]!.kind],
          title: `${shortName(plan, own[i]!.id)}, ${formatNumber(own[i]!.od_mm)} mm`,
        }))}
        size_px={190}
      />
      {gland ? (
        <p className="text-[13px] text-mute">
          {formatNumber(bundle_mm)} mm to be clamped; {gland.size} clamps {formatNumber(gland.clampMin_mm)}–
          {formatNumber(gland.clampMax_mm)} mm
        </p>
      ) : null}
      {own.length === 1 ? (
        <button type="button" className="text-[13px] underline" onClick={() => onPick(own[0]!.id)}>
          {shortName(plan, own[0]!.id)}
        </button>
      ) : null}
    </div>
  )
}
