import type { CableId, Plan, RacewayId, WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { Reckoning } from '@/core/figures'
import type { Hold, Securing } from '@/core/securing'
import { UNPLUG } from '../cautions'
import type { Act } from '../types'
import { actOf } from './draft'

const wayStep = (id: RacewayId) => `way:${id}`
/** To lay one lead in, and to set one tie, clip or clamp. */
const LAY_MIN = 0.5
const HOLD_MIN = 0.5
/** Named in a step; the rest are on the stage. */
const MOST_NAMED = 12

interface Known {
  readonly from: readonly unknown[]
  readonly steps: readonly Act[]
}
const known = new WeakMap<Securing, Known>()

/** A step for each way that something lies in: in which order, loosely first, then firm; what goes round it. */
export function waySteps(
  plan: Plan,
  reckoning: Reckoning,
  securing: Securing,
  stepOfWire: (id: WireId) => string,
): readonly Act[] {
  const from = [plan.wires, plan.cables, plan.raceways]
  const before = known.get(securing)
  if (before && before.from.every((each, i) => each === from[i])) return before.steps
  const holdsOn = new Map<RacewayId, Hold[]>()
  for (const hold of securing.holds)
    if (hold.raceway !== null) holdsOn.set(hold.raceway, [...(holdsOn.get(hold.raceway) ?? []), hold])
  const steps = (Object.keys(securing.order) as RacewayId[]).flatMap((id): Act[] => {
    const raceway = plan.raceways[id]
    const leads = securing.order[id]!.flatMap((lead) => reckoning.routes.leads[lead] ?? [])
    // What is there lies already; a gland holds by being tightened, which its leads' steps say.
    if (!raceway || raceway.origin !== 'new' || leads.length === 0 || raceway.kind === 'gland') return []
    const holds = holdsOn.get(id) ?? []
    const count = holds.reduce((sum, hold) => sum + hold.count, 0)
    const names = leads.map((lead) => leadName(plan, lead.id))
    return [
      actOf({
        id: wayStep(id),
        phase: 'tie',
        title: `${raceway.name}: ${leads.length === 1 ? 'one lead' : `${leads.length} leads`}${count > 0 ? `, ${count} holds` : ''}`,
        lines: [
          `${raceway.kind === 'chain' ? 'Side by side, uncrossed' : 'In this order, what lies at the bottom first'}: ${names.slice(0, MOST_NAMED).join(', ')}${names.length > MOST_NAMED ? ` and ${names.length - MOST_NAMED} more` : ''}.`,
          ...holds.map(holdWords),
          ...(holds.some(({ kind }) => kind === 'tie' || kind === 'clip' || kind === 'clamp')
            ? ['Hold it loosely until every lead is in, then firm: snug, and not biting into a jacket.']
            : []),
          ...(raceway.kind === 'chain' || raceway.kind === 'loop' || raceway.kind === 'hinge-loop'
            ? ['Move it by hand from end to end: nothing pulls, rubs or twists at either.']
            : []),
          ...(raceway.kind === 'duct' ? ['Cover on; nothing pinched under it.'] : []),
        ],
        minutes: Math.max(1, Math.round(leads.length * LAY_MIN + count * HOLD_MIN)),
        cautions: leads.some(({ kind }) => kind === 'mains') ? [UNPLUG] : [],
        after: [...new Set(leads.flatMap(({ wires }) => wires.map(stepOfWire)))],
        why: 'Laid before it is tied, a bundle lies flat, and what is joined to it later still goes in.',
        facts: {
          leads: leads
            .map((lead) => lead.id)
            .sort()
            .join(' '),
          holds: holds.map(({ kind, count: n, length_mm }) => `${kind}=${kind === 'cover' ? length_mm : n}`).join(' '),
        },
      }),
    ]
  })
  known.set(securing, { from, steps })
  return steps
}

function holdWords({ kind, count, length_mm, what, why }: Hold): string {
  if (kind === 'drip-loop') return `A drip loop ${why}.`
  if (kind === 'wrap') return `Wrap over ${formatNumber(length_mm, 4)} mm, ${why}.`
  if (kind === 'cover') return `${what ?? 'A cover'} over ${formatNumber(length_mm, 4)} mm, ${why}.`
  return `${count} ${kind}${count === 1 ? '' : 's'}, ${why}.`
}

const leadName = (plan: Plan, id: WireId | CableId): string =>
  id.startsWith('cable:') ? plan.cables[id as CableId]!.name : plan.wires[id as WireId]!.label || id

/** What the step of a wire or cable says of its way and of what goes on it first; null where there is nothing. */
export function wayWords(
  plan: Plan,
  reckoning: Reckoning,
  securing: Securing,
  id: WireId | CableId,
): readonly string[] {
  const lead = reckoning.routes.leads[id]
  if (!lead) return []
  const ways = [
    ...new Set(lead.parts.flatMap(({ raceway }) => (raceway === null ? [] : [plan.raceways[raceway]!.name]))),
  ]
  const slide = slidesOf(securing).get(id)
  return [
    ...(slide && slide.first.length > 0 ? [`Slide on first: ${slide.first.map(({ what }) => what).join('; ')}.`] : []),
    ...(slide && slide.after.length > 0
      ? [
          `The housing of ${slide.after.length === 2 ? 'either end' : `end ${slide.after[0]!.toUpperCase()}`} comes on after the pull: it does not pass.`,
        ]
      : []),
    ...(ways.length > 0 ? [`Its way: ${ways.join(', ')}.`] : []),
  ]
}

const slides = new WeakMap<Securing, ReadonlyMap<string, Securing['slideOn'][number]>>()
function slidesOf(securing: Securing) {
  let found = slides.get(securing)
  if (!found) slides.set(securing, (found = new Map(securing.slideOn.map((each) => [each.lead, each]))))
  return found
}
