'use client'
import type { EnclosureId } from '@/core/plan'
import { COMMON_PRACTICE, step, type Trace } from '@/core/trace'
import { FigureButton, useRoom } from '@/ui/room'

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
  for (const { device, screw, count, length_mm, chosen_mm, nuts, washers, standoffs, trace } of fixings) {
    const { tag } = plan.devices[device]!
    add(`${screw} × ${chosen_mm ?? length_mm} screw`, count, tag, trace)
    add(`${screw} nut`, nuts, tag, trace)
    add(`${screw} washer`, washers, tag, trace)
    if (standoffs) add(`${screw} standoff, ${standoffs.length_mm} mm`, standoffs.count, tag, trace)
  }
  for (const device of Object.values(plan.devices)) {
    const { place, fixedWith, tag } = device!
    if (place.kind !== 'face' || place.enclosure !== enclosure || (fixedWith !== 'tape' && fixedWith !== 'ties')) continue
    add(fixedWith === 'tape' ? 'Tape pad, 25 × 25 mm' : 'Tie with its screwed anchor', 2, tag, [step('Two a part', fixedWith === 'tape' ? 'one under each end, degreased first' : 'one over each end', COMMON_PRACTICE)])
  }
  if (counts.size === 0) return null
  return (
    <section aria-labelledby="fixings" className="rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="fixings" className="mb-1 font-bold">Fixings to buy</h2>
      <ul className="divide-y divide-hair/60 text-[14px]">{[...counts].sort(([a], [b]) => a.localeCompare(b, undefined, { numeric: true })).map(([what, { count, devices, trace }]) => <li key={what} className="grid grid-cols-[36px_minmax(0,1fr)] gap-2 py-1"><FigureButton figure={{ value: count, unit: '', trace }} title={what} subject={`for ${devices.join(', ')}`} className="text-right font-bold" /><span>{what}<span className="figures block text-[12.5px] text-mute">{devices.join(' ')}</span></span></li>)}</ul>
    </section>
  )
}
