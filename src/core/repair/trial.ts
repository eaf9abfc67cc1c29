import { circuitFigures } from '@/core/figures'
import { findAll, findBy, findEach, RULES, type Finding, type RuleId, type Severity } from '@/core/findings'
import { fittedRating } from '@/core/model'
import type { Command, DeviceId, Plan } from '@/core/plan'
import type { Change } from './change'

const WEIGHT: Readonly<Record<Severity, number>> = { stop: 0, caution: 1, note: 2 }

/** What is found wrong, each by itself: how grave, by id. */
export type Found = ReadonlyMap<string, Severity>

export const foundIn = (plan: Plan): Found =>
  new Map(findAll(plan).flatMap(({ id, severity }) => (severity === 'note' ? [] : [[id, severity] as const])))

/** Whether a finding is still there, by its own rule alone: far quicker than all of them. */
export function stays(plan: Plan, { rule, members }: Finding): boolean {
  if (!Object.hasOwn(RULES, rule)) return true
  const own = new Set(members)
  return findBy(plan, rule as RuleId).some(({ id, severity }) => severity !== 'note' && own.has(id))
}

/** The plan with a change, where it may be had: nothing enlarged that protects, and the plan is one. */
export function changed(plan: Plan, { fix, suppose }: Change): Plan | null {
  return fix?.commands.some((command) => enlarges(plan, command)) ? null : suppose(plan)
}

/** What a change mends, whatever else it brings. */
export function goneBy(found: Found, after: Plan): ReadonlySet<string> {
  return goneOf(found, new Set(foundIn(after).keys()))
}

/** What is no more among what is left: neither by itself nor as one of several that are told together now. */
export function goneOf(found: Found, left: ReadonlySet<string>): ReadonlySet<string> {
  const all = [...left].map((id) => new Set(id.split(' ')))
  const isWithin = (id: string) => {
    const words = id.split(' ')
    return all.some((other) => words.every((word) => other.has(word)))
  }
  return new Set([...found.keys()].filter((id) => !left.has(id) && !isWithin(id)))
}

export interface Mended {
  readonly gone: ReadonlySet<string>
  /** Cautions that it brings, or that what it mends had hidden. */
  readonly cautions: number
}

/**
 * What a change mends; null where it brings a stop, or something that ran stands still.
 * @param spoilt rules by which changes near by were found to bring a stop, which are asked first; it is added here
 */
export function mendedBy(
  before: { readonly plan: Plan; readonly found: Found },
  after: Plan,
  spoilt: Set<RuleId>,
): Mended | null {
  const left = new Set<string>()
  let cautions = 0
  for (const found of findEach(after, spoilt))
    for (const { id, severity, rule } of found) {
      if (severity === 'note') continue
      left.add(id)
      const was = before.found.get(id)
      if (was !== undefined && WEIGHT[was] <= WEIGHT[severity]) continue
      if (severity === 'stop') {
        spoilt.add(rule as RuleId)
        return null
      }
      cautions += 1
    }
  const runs = running(after)
  for (const id of running(before.plan)) if (!runs.has(id)) return null
  return { gone: goneOf(before.found, left), cautions }
}

/** Less is no current: residue of arithmetic. */
const LEAST_A = 1e-4

/** Loads that take current in some state. */
export function running(plan: Plan): ReadonlySet<string> {
  return new Set(
    circuitFigures(plan).draws.flatMap(({ device, draw, most }) =>
      (most.value ?? 0) > LEAST_A ? [`${device}#${draw}`] : [],
    ),
  )
}

/** A fuse or breaker of more than it is now: what it protects would burn first. */
function enlarges(plan: Plan, command: Command): boolean {
  if (command.type !== 'fitRating' || command.fitted === null) return false
  const device = plan.devices[command.device as DeviceId]
  const link = device && plan.parts[device.part]?.links.find(({ id }) => id === command.link)
  if (!device || !link || link.kind !== 'protective') return false
  const now_A = fittedRating(device, link).rating_A
  return now_A !== null && command.fitted.rating_A > now_A
}
