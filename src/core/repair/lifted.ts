import { findBy, lawOf, RULES, type Finding, type RuleId } from '@/core/findings'
import { protectionRules } from '@/core/findings/rules/protection'
import { currentRules } from '@/core/laws/stands/current'
import { mainsLoadRules } from '@/core/laws/stands/mains'
import { pinsRules } from '@/core/laws/stands/pins'
import { voltsRules } from '@/core/laws/stands/volts'
import type { DeviceId, Plan, Wire, WireId } from '@/core/plan'
import { asItIsFed } from './candidates/suppositions'
import { deviceOf, placeName, wireName, type End, type Near } from './near'
import { foundIn, goneBy, goneOf, running, stays, type Found } from './trial'

/** As many ends about one finding are taken off; and of a thing that has no more than these, all at once. */
const MOST_ENDS = 16
const MOST_OF_ONE = 4

export interface Lifted {
  readonly words: string
  readonly gone: ReadonlySet<string>
  /** What is told of it may hang on it. */
  readonly mayHang: (finding: Finding) => boolean
}

interface Lift {
  readonly ends: readonly End[]
  readonly words: string
  /** The thing of which all leads of a kind are off: whatever they carried is gone with them, right or wrong. */
  readonly whole: DeviceId | null
}

/** Ends of leads that a finding names, and those that lie in a terminal which it names, or in one that holds too many. */
function endsNear({ devices, wires, terminals, crowded, contradicted, endsAt, endOf }: Near): readonly End[] {
  const lying = (places: Near['terminals']) =>
    places.flatMap(({ device, terminal }) => endsAt(device).filter((end) => end.terminal === terminal))
  const of = (ids: readonly WireId[]) =>
    ids.flatMap((wire) => (['from', 'to'] as const).flatMap((side) => endOf(wire, side) ?? []))
  const beside = crowded.toSorted((a, b) => Number(devices.includes(b.device)) - Number(devices.includes(a.device)))
  const own = new Set(wires)
  const ends = [
    ...lying(beside).filter(({ wire }) => own.has(wire)),
    ...of(wires),
    ...of(contradicted),
    ...lying(beside),
    ...lying(terminals),
  ]
  return [...new Map(ends.map((end) => [`${end.wire} ${end.side}`, end])).values()]
}

/** Whether a device alone gives something that the plan runs on: with it off all is gone and nothing is known. */
function isOnlyFeed(near: Near, device: DeviceId): boolean {
  const { sources } = near.wiring()
  return sources.some(
    ({ potential: { device: own, kind } }) =>
      own === device && !sources.some(({ potential: other }) => other.device !== device && other.kind === kind),
  )
}

const liftsOf = (near: Near, target: Finding): readonly Lift[] => [
  ...endsNear(near)
    .slice(0, MOST_ENDS)
    .map((end): Lift => ({
      ends: [end],
      whole: null,
      words: `all of it hangs on ${wireName(near.plan, end.wire)} at ${placeName(near.plan, end)}: with that end off none of it is so`,
    })),
  // Of what is told of a switch or a load its leads off would take away every other mistake at it as well.
  ...(isOfVolts(target) || target.rule in mainsLoadRules ? near.devices : []).flatMap((device): readonly Lift[] => {
    const all = near.endsAt(device)
    const { tag, part } = near.plan.devices[device]!
    const feeds = near.plan.parts[part]!.draws.map(({ plus, minus }) =>
      all.filter(({ terminal }) => terminal === plus || terminal === minus),
    )
    return [
      ...feeds
        .filter((ends) => ends.length > 0 && ends.length <= MOST_OF_ONE)
        .map((ends) => ({
          ends,
          whole: device,
          words: `all of it hangs on how ${tag} is fed: with its feed off none of it is so`,
        })),
      ...(all.length > 1 && all.length <= MOST_OF_ONE && !isOnlyFeed(near, device)
        ? [
            {
              ends: all,
              whole: device,
              words: `all of it hangs on how ${tag} is joined: with its leads off none of it is so`,
            },
          ]
        : []),
    ]
  }),
]

const LOOSE = { kind: 'parked', where: '', why: '', insulated: true } as const

/** A plan with some ends off their terminals; the leads lie as they lay. */
function withLoose(plan: Plan, ends: readonly End[]): Plan {
  const wires = { ...plan.wires } as Record<WireId, Wire>
  for (const { wire, side } of ends) wires[wire] = { ...wires[wire]!, [side]: LOOSE }
  return { ...plan, wires }
}

/** What is told of amperes: any load's end that is off mends it, and says nothing. */
const OF_AMPERES: Readonly<Record<string, unknown>> = {
  ...currentRules,
  ...mainsLoadRules,
  'source-asked-too-much': true,
  'low-voltage-at-load': true,
}

/** What is so of a lead wherever it ends. */
const OF_THE_LEAD: ReadonlySet<string> = new Set<RuleId>([
  'solid-moves',
  'single-insulated',
  'parallel-unlike',
  'green-yellow-misused',
  'small-conductor-continuous',
])

/** What is told of places, of ways and of the lead itself hangs on no end. */
const hangsOnEnds = ({ rule, stage }: Finding): boolean =>
  Object.hasOwn(RULES, rule) && stage !== 'layout' && stage !== 'route' && !OF_THE_LEAD.has(rule)

const isOfAmperes = ({ rule }: Finding): boolean =>
  Object.hasOwn(OF_AMPERES, rule) && RULES[rule as RuleId].reads !== 'joining'

/**
 * What may be told of how a thing is fed: of what its leads carry, and of what protects them, only as much as would be gone if
 * it were made for the volts that it gets. With its leads off no load is too much for anything.
 */
function mayHangOn(plan: Plan, found: Found, whole: DeviceId | null): Lifted['mayHang'] {
  const fed = whole === null ? null : asItIsFed(plan, whole)
  if (fed === null) return hangsOnEnds
  const gone = goneBy(found, fed)
  const isGone = ({ members }: Finding) => members.every((member) => gone.has(member) || !found.has(member))
  const isOfLoads = (finding: Finding) => isOfAmperes(finding) || finding.rule in protectionRules
  return (finding) => hangsOnEnds(finding) && (!isOfLoads(finding) || isGone(finding))
}

/** What is told of the volts at a thing may stand still with its leads off; of what is asked of a source or a fuse every load would. */
const isOfVolts = ({ rule }: Finding): boolean => rule in voltsRules || rule in pinsRules

/** Whether a terminal of which an end was taken off now wants one. */
const leavesOpen = (after: Plan, { device, terminal }: End): boolean =>
  findBy(after, 'required-terminal-open').some(({ subjects }) =>
    subjects.some((each) => each.kind === 'terminal' && each.device === device && each.terminal === terminal),
  )

/**
 * Which single end, or thing with its ends, it hangs on, where no change mends it with what is found beside it: each is taken
 * off, and what is then no longer so hangs on where it lay; what is so of the lead itself, its size, its way, stays. Told only
 * while all that ran still runs, but for what gets wrong volts by it: with the feed off every finding is gone and nothing
 * is known.
 */
export function* liftings(plan: Plan, found: Found, target: Finding, near: Near): Generator<Lifted | null, void> {
  if (!hangsOnEnds(target) || lawOf(target.rule) === 'reaches' || isOfAmperes(target)) return
  const own = new Set(isOfVolts(target) ? target.subjects.flatMap(deviceOf) : [])
  const ran = [...running(plan)].filter((id) => !own.has(id.slice(0, id.indexOf('#')) as DeviceId))
  for (const { ends, words, whole } of liftsOf(near, target)) {
    const after = withLoose(plan, ends)
    if (stays(after, target)) continue
    const runs = running(after)
    if (ran.some((id) => !runs.has(id))) {
      yield null
      continue
    }
    const left = new Set(foundIn(after).keys())
    // An end that lay right leaves its terminal wanting: the other one is meant.
    const [only] = ends
    if (ends.length === 1 && leavesOpen(after, only!)) {
      yield null
      continue
    }
    yield { words, gone: goneOf(found, left), mayHang: mayHangOn(plan, found, whole) }
  }
}
