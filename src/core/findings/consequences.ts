import { landingOf, type DeviceId, type Plan } from '@/core/plan'
import { fitting, shortened } from './clip'
import type { RuleId } from './registry'
import type { Finding, Severity } from '@/core/judging'

const SHORTS = [
  'live-metal',
  'short-circuit',
  'mains-meets-low-voltage',
  'positives-joined',
  'polarity-reversed',
] as const
/** Two circuits in one joint: no current and no voltage behind it is what it will be. */
const JOINED = ['live-metal', 'short-circuit', 'mains-meets-low-voltage', 'polarity-reversed'] as const

const GAPS = [
  'required-terminal-open',
  'fuse-place-empty',
  'ends-exchanged',
  'contact-without-common',
  'contact-half-wired',
  'contact-joins-nothing',
  'joined-to-nothing',
  'mains-selector-wrong',
  'part-reversed',
] as const

/** What follows from what: the first rule that is found names the cause, the others are told with it. */
const FOLLOWS: Readonly<Partial<Record<RuleId, readonly RuleId[]>>> = {
  'service-on-earth': ['live-metal'],
  'short-circuit': ['live-metal', 'polarity-reversed', 'part-reversed'],
  'mains-meets-low-voltage': ['live-metal', 'short-circuit', 'polarity-reversed'],
  'line-and-neutral-exchanged': ['live-metal'],
  'function-contradicts-net': [...SHORTS, 'line-and-neutral-exchanged', 'voltage-beyond-range'],
  'no-wire-fits': [...SHORTS],
  'earth-not-green-yellow': ['live-metal'],
  'metal-without-earth': ['live-metal', 'required-terminal-open'],
  'network-unsolved': [...SHORTS, ...GAPS],
  'source-asked-too-much': SHORTS,
  'low-voltage-at-load': [...SHORTS, 'source-asked-too-much'],
  'terminal-rating-exceeded': JOINED,
  'box-hotter-than-planned': JOINED,
  'fuse-overloaded': JOINED,
  'inlet-overloaded': JOINED,
  'outlet-overloaded': JOINED,
  'conductor-does-not-fit': ['short-circuit'],
  'end-cannot-be-made': ['short-circuit'],
  'contact-overloaded': JOINED,
  'voltage-rating-too-low': ['mains-meets-low-voltage'],
  'signals-without-common-negative': ['mains-meets-low-voltage'],
  'positives-joined': ['mains-meets-low-voltage'],
  'voltage-beyond-range': JOINED,
  'pixels-too-low': [...SHORTS, 'source-asked-too-much'],
  'supply-overloaded': [...SHORTS, 'source-asked-too-much'],
  'wire-overloaded': SHORTS,
  'fuse-does-not-protect-wire': SHORTS,
  'thin-tap-unprotected': SHORTS,
  'wire-without-protection': [...SHORTS, 'fuse-place-empty'],
  // Too thin for its fuse is the one fact; that a short shows it too is told with it, solved.
  'wire-damaged-first': [...SHORTS, 'fuse-does-not-protect-wire', 'thin-tap-unprotected', 'wire-without-protection'],
  'ends-exchanged': ['short-circuit', 'mains-meets-low-voltage'],
  'supplies-in-series': ['polarity-reversed'],
  'fuse-at-wrong-end': [...SHORTS, 'fuse-place-empty'],
  'load-not-fed': [
    ...GAPS,
    ...SHORTS,
    'source-asked-too-much',
    'voltage-beyond-range',
    'relay-control-voltage',
    'coil-never-worked',
  ],
  'volts-not-reached': [...GAPS, ...SHORTS, 'load-not-fed'],
  'outlet-dead': [...GAPS, ...SHORTS, 'source-asked-too-much', 'coil-never-worked', 'relay-control-voltage'],
  // What goes out by one cord and home by another is what the device ahead of each sees.
  'residual-trips': ['other-cords-neutral'],
  'line-not-switched': ['line-and-neutral-exchanged'],
  'contact-joins-nothing': [
    ...SHORTS,
    'required-terminal-open',
    'contact-half-wired',
    'joined-to-nothing',
    'probe-misplaced',
    'pins-joined',
    'common-open',
  ],
  'stop-contact-idle': [...SHORTS, 'required-terminal-open', 'contact-bridged', 'contact-joins-nothing'],
  'stop-without-effect': ['required-terminal-open', 'stop-not-fail-safe', 'contact-joins-nothing'],
  'start-without-effect': ['contact-joins-nothing'],
  'driver-without-signals': ['voltage-beyond-range'],
  'coil-misplaced': ['output-fed', 'mains-meets-low-voltage'],
  'unfused-lead-long': ['fuse-place-empty'],
  'inrush-opens-device': ['fuse-overloaded'],
  'stop-leaves-hazard': ['contact-bridged', 'runs-uncommanded', 'required-terminal-open'],
  'safe-state-not-kept': ['contact-bridged', 'runs-uncommanded'],
  'heat-without-second-stop': ['contact-bridged'],
  'restarts-by-itself': ['contact-bridged'],
  'runs-uncommanded': ['contact-bridged', 'coil-never-worked'],
  'probe-misplaced': ['output-shorted'],
  'joined-to-nothing': ['required-terminal-open'],
  'relay-control-voltage': ['voltage-beyond-range'],
  'no-main-switch': ['contact-bridged'],
}

/** Told of the whole plan, wherever the cause is. */
const ANYWHERE: ReadonlySet<string> = new Set([
  'network-unsolved',
  'load-not-fed',
  'outlet-dead',
  'source-asked-too-much',
  'low-voltage-at-load',
  'terminal-rating-exceeded',
  'box-hotter-than-planned',
  'fuse-overloaded',
  'inlet-overloaded',
  'outlet-overloaded',
  'conductor-does-not-fit',
  'end-cannot-be-made',
  'wire-overloaded',
  'no-wire-fits',
  'fuse-does-not-protect-wire',
  'thin-tap-unprotected',
  'wire-without-protection',
  'fuse-at-wrong-end',
  'contact-overloaded',
])

/** A caution of these keeps nothing from running. */
const ONLY_WARM: ReadonlySet<string> = new Set(['relay-control-voltage'])

const WEIGHT: Readonly<Record<Severity, number>> = { stop: 0, caution: 1, note: 2 }

/** As many as are told with a cause; the rest are counted. */
const TOLD = 4
/** And in so many letters: each is to be opened by itself. */
const LETTERS = 240

/** One cause, one finding: what follows from it is told in it, and stands nowhere else. A grave consequence never hides in a light cause. */
export function foldConsequences(plan: Plan, findings: readonly Finding[]): readonly Finding[] {
  const byRule = new Map<string, Finding[]>()
  for (const finding of findings) byRule.set(finding.rule, [...(byRule.get(finding.rule) ?? []), finding])
  const causeOf = new Map<Finding, Finding>()
  const touched = new Map<Finding, ReadonlySet<DeviceId>>()
  const devicesOf = (finding: Finding) => {
    let own = touched.get(finding)
    if (!own) touched.set(finding, (own = devicesIn(plan, finding)))
    return own
  }
  for (const finding of findings) {
    const causes = FOLLOWS[finding.rule as RuleId] ?? []
    const cause = causes
      .flatMap((rule) => byRule.get(rule) ?? [])
      .find(
        (each) =>
          each !== finding &&
          causeOf.get(each) !== finding &&
          !(each.severity === 'caution' && ONLY_WARM.has(each.rule)) &&
          WEIGHT[each.severity] <= WEIGHT[finding.severity] &&
          ((ANYWHERE.has(finding.rule) && each.rule !== 'fuse-place-empty') ||
            meet(devicesOf(each), devicesOf(finding))),
      )
    if (cause) causeOf.set(finding, cause)
  }
  const followers = new Map<Finding, Finding[]>()
  for (const [finding, cause] of causeOf) {
    const root = rootOf(causeOf, cause)
    followers.set(root, [...(followers.get(root) ?? []), finding])
  }
  return findings.flatMap((finding) => {
    if (causeOf.has(finding)) return []
    const own = followers.get(finding)
    return own ? [withConsequences(finding, own)] : [finding]
  })
}

function rootOf(causeOf: ReadonlyMap<Finding, Finding>, start: Finding): Finding {
  let at = start
  for (let next = causeOf.get(at), steps = 0; next && steps < 8; next = causeOf.get(at), steps += 1) at = next
  return at
}

const BECAUSE = ' And because of it: '

/** A finding with others that follow from it, told in it beside those that it has already. */
export function withConsequences(finding: Finding, more: readonly Finding[]): Finding {
  const followers = [
    ...finding.followers,
    ...more.flatMap(({ id, what, subjects, followers: own }) => [{ id, what, subjects }, ...own]),
  ]
  const words = [...new Set(followers.map(({ what }) => shortened(what, LETTERS / 2)))]
  const told = fitting(words.slice(0, TOLD), LETTERS)
  const rest = followers.length - told.length
  return {
    ...finding,
    why: `${finding.why.split(BECAUSE)[0]}${BECAUSE}${told.join('; ')}${rest > 0 ? `; and ${rest} more` : ''}.`,
    // What it does, solved, is told with the cause.
    harm: finding.harm ?? more.find(({ harm }) => harm !== null)?.harm ?? null,
    members: [...new Set([...finding.members, ...more.flatMap(({ members }) => members)])],
    followers,
  }
}

const meet = (a: ReadonlySet<DeviceId>, b: ReadonlySet<DeviceId>) => [...a].some((id) => b.has(id))

function devicesIn(plan: Plan, { subjects }: Finding): ReadonlySet<DeviceId> {
  return new Set(
    subjects.flatMap((subject): DeviceId[] => {
      if (subject.kind === 'device') return [subject.id]
      if (subject.kind === 'terminal') return [subject.device]
      if (subject.kind === 'plan' || subject.kind === 'raceway') return []
      if (subject.kind === 'cable')
        return [plan.cables[subject.id]?.ends.a.mates?.device, plan.cables[subject.id]?.ends.b.mates?.device].flatMap(
          (device) => device ?? [],
        )
      const wire = plan.wires[subject.id]
      return wire ? [wire.from, wire.to].flatMap((end) => landingOf(plan, end)?.device ?? []) : []
    }),
  )
}
