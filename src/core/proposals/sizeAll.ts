import { apply, type Command, type Plan, type WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { reckon, type Reckoning } from '@/core/figures'

export interface SizeEdit {
  /** "F2 F1: 7.5 A → 5 A blade fuse". */
  readonly what: string
  readonly why: string
  readonly command: Command
}

/** Ratings and sizes depend on one another; they settle within a few rounds. */
const ROUNDS = 5

/**
 * Every fuse at the smallest rating that carries its load, and every wire of a fixed size that its device does not protect,
 * or that carries more than it may, back to a reckoned one. A list of edits, applied together and undone together.
 */
export function sizeAll(plan: Plan): readonly SizeEdit[] {
  const edits = new Map<string, SizeEdit>()
  let present = plan
  for (let round = 0; round < ROUNDS; round += 1) {
    const found = [...freeWires(plan, present, reckon(present))]
    const freed = applyAll(present, found)
    const reckoning = reckon(freed)
    found.push(...fitRatings(plan, freed, reckoning))
    if (found.length === 0) break
    for (const [key, edit] of found) edits.set(key, edit)
    present = applyAll(present, found)
  }
  return [...edits.values()]
}

type Keyed = readonly [key: string, edit: SizeEdit]

function applyAll(plan: Plan, edits: readonly Keyed[]): Plan {
  if (edits.length === 0) return plan
  const outcome = apply(
    plan,
    edits.map(([, { command }]) => command),
  )
  if (outcome.kind === 'refused')
    throw new Error(
      `A proposed edit was refused: ${outcome.issues.map(({ path, message }) => `${path} ${message}`).join('; ')}`,
    )
  return outcome.plan
}

function freeWires(before: Plan, plan: Plan, reckoning: Reckoning): Keyed[] {
  return (Object.entries(plan.wires) as [WireId, Plan['wires'][WireId]][]).flatMap(([id, wire]): Keyed[] => {
    const reckoned = reckoning.wires[id]
    // What is cut already, or comes out, stays as it is; a finding says what is wrong with it.
    if (!reckoned || wire!.size === null || wire!.measured_mm !== null || wire!.origin !== 'new') return []
    const carries_A = reckoned.ampacity.value
    const reasons = [
      ...(carries_A !== null && reckoned.needs_A > carries_A + 0.005
        ? [
            `${reckoned.guard?.label ?? 'what protects it'} lets ${formatNumber(reckoned.needs_A)} A through and it carries ${formatNumber(carries_A)} A`,
          ]
        : []),
      ...(carries_A !== null && (reckoned.worst.value ?? 0) > carries_A
        ? [`${formatNumber(reckoned.worst.value!)} A flow and it carries ${formatNumber(carries_A)} A`]
        : []),
      ...((reckoned.drop.value ?? 0) > plan.practice.maxDrop_percent
        ? [`it loses ${formatNumber(reckoned.drop.value!)} %`]
        : []),
    ]
    if (reasons.length === 0) return []
    return [
      [
        id,
        {
          what: `${before.wires[id]!.label}: ${before.wires[id]!.size} → as reckoned`,
          why: reasons.join('; '),
          command: { type: 'updateWire', id, changes: { size: null } },
        },
      ],
    ]
  })
}

function fitRatings(before: Plan, plan: Plan, reckoning: Reckoning): Keyed[] {
  return reckoning.protective.flatMap(
    ({ device, link, family, curve, rating_A, advised_A, minimum_A, worst, wires }): Keyed[] => {
      if (plan.devices[device]!.origin !== 'new' || advised_A === null || advised_A === rating_A || wires.length === 0)
        return []
      const original = reckoningOf(before, device, link)
      return [
        [
          `${device}/${link}`,
          {
            what: `${plan.devices[device]!.tag} ${link}: ${original ?? 'empty'}${original ? ' A' : ''} → ${advised_A} A`,
            why: `${formatNumber(worst.value ?? 0)} A flow; the family wants ${formatNumber(minimum_A)} A at least`,
            command: {
              type: 'fitRating',
              device,
              link,
              fitted: { family, rating_A: advised_A, curve: curve ?? null },
            },
          },
        ],
      ]
    },
  )
}

function reckoningOf(plan: Plan, device: string, link: string): number | null {
  const entry = plan.devices[device as keyof Plan['devices']]!
  const own = (entry.fitted as Readonly<Record<string, { rating_A: number }>>)[link]
  if (own) return own.rating_A
  const part = plan.parts[entry.part]!.links.find(({ id }) => id === link)
  return part?.kind === 'protective' ? part.rating_A : null
}
