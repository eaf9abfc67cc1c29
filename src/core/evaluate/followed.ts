import type { Finding } from '@/core/findings'
import { fittedRating } from '@/core/model'
import type { DeviceId, Plan, WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { Evaluation } from '.'

/** One thing that became other because of an edit, from what to what. */
export interface Followed {
  readonly kind: 'size' | 'fuse' | 'end' | 'finding' | 'step'
  /** What it is about, as a person calls it. */
  readonly about: string
  readonly from: string
  readonly to: string
  readonly wire: WireId | null
  readonly device: DeviceId | null
}

interface Worked {
  readonly plan: Plan
  readonly evaluation: Evaluation
}

const NOTHING = 'none'

/**
 * What follows from what was edited: sizes, fuses' advice, ends, findings and steps that became other. What the person
 * changed by hand, and what came or went with it, is no consequence.
 */
export function whatFollowed(before: Worked, after: Worked): readonly Followed[] {
  return [
    ...sizes(before, after),
    ...fuses(before, after),
    ...ends(before, after),
    ...findings(before, after),
    ...steps(before, after),
  ]
}

const wiresOfBoth = ({ plan: before }: Worked, { plan: after }: Worked) =>
  (Object.keys(after.wires) as WireId[]).filter((id) => before.wires[id] !== undefined)

function sizes(before: Worked, after: Worked): readonly Followed[] {
  return wiresOfBoth(before, after).flatMap((id): Followed[] => {
    // A size that was entered is the edit itself.
    if (after.plan.wires[id]!.size !== null) return []
    const [from, to] = [before, after].map(({ evaluation }) => evaluation.reckoning.wires[id]?.size ?? NOTHING) as [
      string,
      string,
    ]
    return from === to ? [] : [{ kind: 'size', about: after.plan.wires[id]!.label, from, to, wire: id, device: null }]
  })
}

function fuses(before: Worked, after: Worked): readonly Followed[] {
  return after.evaluation.reckoning.protective.flatMap(({ device, link, advised_A }): Followed[] => {
    const old = before.evaluation.reckoning.protective.find((each) => each.device === device && each.link === link)
    if (!old || old.advised_A === advised_A) return []
    const say = (value: number | null) => (value === null ? 'no rating fits' : `${formatNumber(value)} A would do`)
    const { tag, part } = after.plan.devices[device]!
    const own = after.plan.parts[part]!.links.find(({ id }) => id === link)
    const fitted = own?.kind === 'protective' ? fittedRating(after.plan.devices[device]!, own).rating_A : null
    const about = `${tag} ${link}${fitted === null ? '' : `, ${formatNumber(fitted)} A`}`
    return [{ kind: 'fuse', about, from: say(old.advised_A), to: say(advised_A), wire: null, device }]
  })
}

function ends(before: Worked, after: Worked): readonly Followed[] {
  return wiresOfBoth(before, after).flatMap((id) =>
    (['from', 'to'] as const).flatMap((side): Followed[] => {
      const [own, now] = [before, after].map(({ plan }) => plan.wires[id]!)
      // Landed elsewhere or treated otherwise by hand: no consequence.
      const treatment = side === 'from' ? ('fromTreatment' as const) : ('toTreatment' as const)
      if (own![side] !== now![side] || own![treatment] !== now![treatment]) return []
      const [from, to] = [before, after].map(
        ({ evaluation }) => evaluation.reckoning.wires[id]?.[side]?.what ?? NOTHING,
      ) as [string, string]
      return from === to
        ? []
        : [
            {
              kind: 'end',
              about: `${now!.label}, ${side === 'from' ? 'first' : 'second'} end`,
              from,
              to,
              wire: id,
              device: null,
            },
          ]
    }),
  )
}

function findings(before: Worked, after: Worked): readonly Followed[] {
  const [own, now] = [before, after].map(
    ({ evaluation }) => new Map(evaluation.findings.map((each) => [each.id, each])),
  )
  const about = (finding: Finding) => {
    const [subject] = finding.subjects
    return {
      wire: subject?.kind === 'wire' ? subject.id : null,
      device: subject?.kind === 'device' ? subject.id : subject?.kind === 'terminal' ? subject.device : null,
    }
  }
  const say = (finding: Finding | undefined) => finding?.severity ?? NOTHING
  return [...new Set([...own!.keys(), ...now!.keys()])].flatMap((id): Followed[] => {
    const [was, is] = [own!.get(id), now!.get(id)]
    if (say(was) === say(is)) return []
    return [{ kind: 'finding', about: (is ?? was)!.what, from: say(was), to: say(is), ...about((is ?? was)!) }]
  })
}

function steps(before: Worked, after: Worked): readonly Followed[] {
  const [own, now] = [before, after].map(
    ({ evaluation }) => new Map(evaluation.procedure.flatMap(({ acts }) => acts.map((each) => [each.id, each]))),
  )
  return [...new Set([...own!.keys(), ...now!.keys()])].flatMap((id): Followed[] => {
    const [was, is] = [own!.get(id), now!.get(id)]
    const say = (step: typeof was) => (step ? step.lines.join(' · ') || 'in the work' : NOTHING)
    const isSame = was && is && was.title === is.title && say(was) === say(is)
    if (isSame) return []
    return [{ kind: 'step', about: (is ?? was)!.title, from: say(was), to: say(is), wire: null, device: null }]
  })
}
