import type { Finding } from '@/core/findings'
import { type DeviceId, type Plan, type WireId } from '@/core/plan'
import { deviceOf, placeName, wireName, type Near } from './near'
import { foundIn, running, stays, type Found } from './trial'

/** As many leads about one finding are lifted; and of a thing that has no more than these, all at once. */
const MOST_LEADS = 12
const MOST_OF_ONE = 4

export interface Lifted {
  readonly words: string
  readonly gone: ReadonlySet<string>
}

interface Lift {
  readonly wires: readonly WireId[]
  readonly words: string
}

/** The leads that a finding names, and those that lie in a terminal which it names, or in one that holds too many. */
function leadsNear({ devices, wires, terminals, crowded, contradicted, endsAt }: Near): readonly WireId[] {
  const lying = (places: Near['terminals']) =>
    places.flatMap(({ device, terminal }) =>
      endsAt(device).flatMap((end) => (end.terminal === terminal ? [end.wire] : [])),
    )
  const beside = crowded.toSorted((a, b) => Number(devices.includes(b.device)) - Number(devices.includes(a.device)))
  return [
    ...new Set([
      ...lying(beside).filter((wire) => wires.includes(wire)),
      ...wires,
      ...contradicted,
      ...lying(beside),
      ...lying(terminals),
    ]),
  ]
}

const liftsOf = (near: Near): readonly Lift[] => [
  ...leadsNear(near)
    .slice(0, MOST_LEADS)
    .map((wire): Lift => {
      const ends = (['from', 'to'] as const).flatMap((side) => near.endOf(wire, side) ?? [])
      const way = ends.map((end) => placeName(near.plan, end)).join(' to ')
      const name = `${wireName(near.plan, wire)}, ${way}`
      return { wires: [wire], words: `all of it hangs on ${name}: with that lead off none of it is so` }
    }),
  ...near.devices.flatMap((device): Lift[] => {
    const ends = near.endsAt(device)
    const { tag, part } = near.plan.devices[device]!
    return near.plan.parts[part]!.draws.flatMap(({ plus, minus }): Lift[] => {
      const wires = [...new Set(ends.flatMap((end) => ([plus, minus].includes(end.terminal) ? [end.wire] : [])))]
      return wires.length === 0 || wires.length > MOST_OF_ONE
        ? []
        : [{ wires, words: `all of it hangs on how ${tag} is fed: with its feed off none of it is so` }]
    })
  }),
  ...near.devices.flatMap((device): Lift[] => {
    const wires = [...new Set(near.endsAt(device).map(({ wire }) => wire))]
    const { tag } = near.plan.devices[device]!
    // With the one thing off that feeds it all, all is gone and nothing is known.
    const { sources } = near.wiring()
    const isOnlyFeed = sources.some(
      ({ potential: { device: own, kind } }) =>
        own === device && !sources.some(({ potential: other }) => other.device !== device && other.kind === kind),
    )
    return isOnlyFeed || wires.length < 2 || wires.length > MOST_OF_ONE
      ? []
      : [{ wires, words: `all of it hangs on how ${tag} is joined: with its leads off none of it is so` }]
  }),
]

/**
 * Which single lead, or thing with its leads, it hangs on, where no change mends it with what is found beside it: each is
 * lifted, and what is then no longer so hangs on it. Told only while all that ran still runs, but for what the finding itself
 * is about: with the feed lifted every finding is gone and nothing is known.
 */
export function* liftings(plan: Plan, found: Found, target: Finding, near: Near): Generator<Lifted | null, void> {
  const own = new Set(target.subjects.flatMap(deviceOf))
  const ran = [...running(plan)].filter((id) => !own.has(id.slice(0, id.indexOf('#')) as DeviceId))
  for (const { wires, words } of liftsOf(near)) {
    const off = new Set<string>(wires)
    const after: Plan = {
      ...plan,
      wires: Object.fromEntries(Object.entries(plan.wires).filter(([id]) => !off.has(id))),
    }
    if (stays(after, target)) continue
    const runs = running(after)
    if (ran.some((id) => !runs.has(id))) {
      yield null
      continue
    }
    const left = foundIn(after)
    yield { words, gone: new Set([...found.keys()].filter((id) => !left.has(id))) }
  }
}
