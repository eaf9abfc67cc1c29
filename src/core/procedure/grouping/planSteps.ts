import { layoutView, type DeviceId, type EnclosureId, type FaceId, type Plan, type WireId } from '@/core/plan'
import type { Reckoning } from '@/core/figures'
import { orderActs } from '../orderActs'
import { laterActs, roomForLater } from '../laterActs'
import { planActs } from '../planActs'
import type { Act, Step, StepPlace } from '../types'
import { checksum } from '../facts'
import { contract } from './contract'
import { devicesOfWire, groupKeys, kindOfKey } from './keyOf'
import { doneWords, takesOf, titleOf } from './words'

/** More than a person keeps in mind at once; a longer run of one kind is cut. */
const MOST_ACTS = 24

const known = new WeakMap<readonly Act[], { readonly from: readonly unknown[]; readonly steps: readonly Step[] }>()

/** The evening's work: what is done in one go, in an order that its dependencies allow. */
export function planSteps(plan: Plan, reckoning: Reckoning): readonly Step[] {
  const acts = planActs(plan, reckoning)
  // Names, places and what is joined; a note is not among them.
  const view = layoutView(plan)
  const from = [
    view.devices,
    view.parts,
    view.enclosures,
    view.wires,
    view.cables,
    view.raceways,
    plan.practice,
    reckoning.wires,
  ]
  const before = known.get(acts)
  if (before && before.from.every((each, i) => each === from[i])) return before.steps
  const steps = grouped(plan, reckoning, acts)
  known.set(acts, { from, steps })
  return steps
}

/**
 * The same for a plan of which some comes later: what can be done now as it stands now, then what is done when the rest comes.
 *
 * @param present the plan without what comes later, and its figures
 * @param whole the plan with it, and its figures
 */
export function stagedSteps(
  present: readonly [plan: Plan, reckoning: Reckoning],
  whole: readonly [plan: Plan, reckoning: Reckoning],
): readonly Step[] {
  const now = planSteps(...present)
  const [plan, reckoning] = whole
  const acts = laterActs(plan, reckoning, planActs(...present))
  // Grouped as they are made now, and then told from what is alike and done before.
  const later = grouped(plan, reckoning, acts, 'later:').map((step): Step => ({
    ...step,
    phase: 'later',
    acts: step.acts.map((act) => ({ ...act, phase: 'later' })),
  }))
  return orderActs([...now, ...grouped(plan, reckoning, roomForLater(plan)), ...later])
}

function grouped(plan: Plan, reckoning: Reckoning, acts: readonly Act[], prefix = ''): readonly Step[] {
  const groups = contract(acts, groupKeys(plan, reckoning), MOST_ACTS)
  const stepOfAct = new Map<string, string>()
  const taken = new Map<string, number>()
  const named = groups.map((group) => {
    const count = (taken.get(group.key) ?? 0) + 1
    taken.set(group.key, count)
    const id = `${prefix}step:${kindOfKey(group.key)}:${checksum(group.key)}${count === 1 ? '' : `:${count}`}`
    for (const act of group.acts) stepOfAct.set(act.id, id)
    return { ...group, id }
  })
  return orderActs(
    named.map(({ id, key, acts: own }): Step => {
      const after = new Set(own.flatMap((act) => act.after.flatMap((other) => stepOfAct.get(other) ?? [])))
      after.delete(id)
      return {
        id,
        phase: own[0]!.phase,
        title: titleOf(plan, key, own),
        acts: own,
        why: own[0]!.why,
        cautions: [...new Set(own.flatMap(({ cautions }) => cautions))],
        tools: [...new Set(own.flatMap(({ tools }) => tools))],
        takes: takesOf(plan, reckoning, own),
        minutes: own.reduce((sum, { minutes }) => sum + minutes, 0),
        wait_min: Math.max(...own.map(({ wait_min }) => wait_min)),
        hands: own.some(({ hands }) => hands === 2) ? 2 : 1,
        doneWhen: doneWords(kindOfKey(key)),
        after: [...after],
        place: placeOf(plan, key, own),
      }
    }),
  )
}

/** Where to look: a face that all of them share, and the devices and wires they are about. */
function placeOf(plan: Plan, key: string, acts: readonly Act[]): StepPlace {
  const wires = [...new Set(acts.flatMap(({ wire }) => wire ?? []))] as WireId[]
  const devices = [
    ...new Set([...acts.flatMap(({ device }) => device ?? []), ...wires.flatMap((id) => devicesOfWire(plan, id))]),
  ] as DeviceId[]
  const places = devices.flatMap((id) => {
    const { place } = plan.devices[id]!
    return place.kind === 'face' ? [place] : []
  })
  const holes = acts.flatMap(({ id }) => (id.startsWith('holes:') ? [id.slice('holes:'.length).split('/')] : []))
  const enclosure = (holes[0]?.[0] ?? mostOf(places.map((place) => place.enclosure)) ?? null) as EnclosureId | null
  const face = (holes[0]?.[1] ??
    mostOf(places.flatMap((place) => (place.enclosure === enclosure ? [place.face] : []))) ??
    null) as FaceId | null
  return { enclosure: enclosure ?? keyBox(plan, key), face, devices, wires }
}

const keyBox = (plan: Plan, key: string): EnclosureId | null =>
  (key.split('|').find((word) => plan.enclosures[word as EnclosureId]) as EnclosureId | undefined) ?? null

function mostOf<T>(list: readonly T[]): T | undefined {
  const counts = new Map<T, number>()
  for (const each of list) counts.set(each, (counts.get(each) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0]
}
