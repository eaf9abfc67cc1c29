'use client'
import { fixingFor } from '@/core/drilling'
import type { EnclosureId, RacewayId } from '@/core/plan'
import { COMMON_PRACTICE, step, type Trace } from '@/core/trace'
import { FigureButton, useRoom } from '@/ui/room'

/** Of a rail or the floor of a duct; common practice. */
const HELD_mm = 1.5

/** Screws, nuts, washers and standoffs of a box, counted for the shopping list. */
export function FixingsPanel({ enclosure }: { readonly enclosure: EnclosureId }) {
  const { plan, evaluation } = useRoom()
  const fixings = (evaluation?.reckoning.fixings ?? []).filter(({ device }) => {
    const { place } = plan.devices[device]!
    return place.kind === 'face' && place.enclosure === enclosure
  })
  const counts = new Map<string, { count: number; devices: string[]; trace: Trace }>()
  const add = (what: string, count: number, tag: string, trace: Trace) => {
    if (count === 0) return
    const known = counts.get(what)
    if (known) Object.assign(known, { count: known.count + count, devices: [...known.devices, tag] })
    else counts.set(what, { count, devices: [tag], trace })
  }
  for (const { device, screw, count, length_mm, chosen_mm, nuts, inserts, washers, standoffs, trace } of fixings) {
    const { tag } = plan.devices[device]!
    add(`${screw} × ${chosen_mm ?? length_mm} screw`, count, tag, trace)
    add(`${screw} nut`, nuts, tag, trace)
    add(`${screw} threaded insert`, inserts, tag, trace)
    add(`${screw} washer`, washers, tag, trace)
    if (standoffs) add(`${screw} standoff, ${standoffs.length_mm} mm`, standoffs.count, tag, trace)
  }
  for (const device of Object.values(plan.devices)) {
    const { place, fixedWith, tag } = device!
    if (place.kind !== 'face' || place.enclosure !== enclosure || (fixedWith !== 'tape' && fixedWith !== 'ties'))
      continue
    add(fixedWith === 'tape' ? 'Tape pad, 25 × 25 mm' : 'Tie with its screwed anchor', 2, tag, [
      step(
        'Two a part',
        fixedWith === 'tape' ? 'one under each end, degreased first' : 'one over each end',
        COMMON_PRACTICE,
      ),
    ])
  }
  const { material, thickness_mm } = plan.enclosures[enclosure]!.wall
  for (const { holes, enclosure: other } of evaluation?.reckoning.faces ?? []) {
    if (other !== enclosure) continue
    for (const owner of new Set(
      holes.flatMap((hole) =>
        hole.screw && !hole.owner.startsWith('device:') && hole.state === 'make' ? [hole.owner] : [],
      ),
    )) {
      const own = holes.filter((hole) => hole.owner === owner && hole.screw)
      const { screw, length_mm, count, nuts, inserts, washers, trace } = fixingFor({
        screw: own[0]!.screw!,
        count: own.length,
        held_mm: HELD_mm,
        wall_mm: thickness_mm,
        standoff_mm: 0,
        into: material === 'wood' ? 'wood' : 'nut',
      })
      const name = owner.startsWith('rail:')
        ? `rail ${owner.slice(5)}`
        : (plan.raceways[owner as RacewayId]?.name ?? owner)
      add(`${screw} × ${length_mm} screw`, count, name, trace)
      add(`${screw} nut`, nuts, name, trace)
      add(`${screw} threaded insert`, inserts, name, trace)
      add(`${screw} washer`, washers, name, trace)
    }
  }
  if (counts.size === 0) return null
  return (
    <section aria-labelledby="fixings" className="rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="fixings" className="mb-1 font-bold">
        Fixings to buy
      </h2>
      <ul className="divide-y divide-hair/60 text-[14px]">
        {[...counts]
          .sort(([a], [b]) => a.localeCompare(b, undefined, { numeric: true }))
          .map(([what, { count, devices, trace }]) => (
            <li key={what} className="grid grid-cols-[36px_minmax(0,1fr)] gap-2 py-1">
              <FigureButton
                figure={{ value: count, unit: '', trace }}
                title={what}
                subject={`for ${devices.join(', ')}`}
                className="text-right font-bold"
              />
              <span>
                {what}
                <span className="block text-[12.5px] text-mute">{devices.join(', ')}</span>
              </span>
            </li>
          ))}
      </ul>
    </section>
  )
}
