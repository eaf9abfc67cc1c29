import { formatNumber } from '@/core/quantity'
import { COMMON_PRACTICE, step } from '@/core/trace'
import type { DeviceId, StateId, WireId } from '@/core/plan'
import {
  isLive,
  reachedFrom,
  settle,
  situationOf,
  terminalKey,
  type Conditions,
  type Conductor,
  type Model,
  type Reach,
  type Step,
} from '@/core/model'
import type { BondReckoning } from '../types'

/** Wires that tie the negatives of supplies together and feed nothing by themselves: taken out, both sides keep a supply. */
export function findBonds(model: Model): readonly { readonly wire: WireId; readonly supplies: readonly DeviceId[] }[] {
  const minus = model.sources.filter(({ potential }) => potential.kind === '-')
  return model.nets.flatMap((net) => {
    const own = minus.filter(({ terminal }) => model.netOf(terminal) === net.id)
    if (new Set(own.map(({ potential }) => potential.device)).size < 2) return []
    return net.wires.flatMap((wire) => {
      const conductor = model.conductors.find(({ id }) => id === wire)!
      // A ground lead beside signals is what the bond is there to spare.
      if (conductor.wire.function === 'signal') return []
      const isPower = ({ conductor: each }: Step) =>
        each !== null && each.id !== wire && each.wire.function !== 'PE' && each.wire.function !== 'signal'
      const [from, to] = [conductor.jointFrom, conductor.jointTo].map((joint) => reachedFrom(model, [joint], isPower))
      if (from!.has(conductor.jointTo)) return []
      const [one, other] = [from!, to!].map((side) =>
        own.filter(({ terminal }) => side.has(model.jointOf(terminal))).map(({ potential }) => potential.device),
      )
      // A supply without loads on its side hangs on this wire: its lead, and not a bond.
      if (one!.length === 0 || other!.length === 0 || ![from!, to!].every((side) => hasLoads(model, side))) return []
      return [{ wire, supplies: [...new Set([...one!, ...other!])] }]
    })
  })
}

/** Whether any load returns to one of these joints. */
function hasLoads(model: Model, side: Reach<true>): boolean {
  return model.devices.some(({ id, part }) =>
    part.draws.some(({ minus }) => side.has(model.jointOf(terminalKey(id, minus)))),
  )
}

/** Less than this more is no other case. */
const NOTICED_A = 0.01

const NOISE_A = 1e-6

/**
 * Each lead tried is a solution of the whole network; beyond so many leads times wires, those that carry least are left out,
 * and the derivation says so: 150 leads of a plan of 600 wires.
 */
const MOST_WORK = 90_000

interface Worst {
  readonly current_A: number
  readonly lead: WireId
  readonly supply: DeviceId
}

/**
 * What each wire has to stand when a lead of a supply comes loose: bonds between negatives, through which a supply's loads
 * then go home; parallel leads, of which one must do for both; and ground leads beside signals. A lead is taken out where
 * its ends stay joined without it, in the given state, and the network solved again.
 */
export function reckonBonds(
  model: Model,
  state: StateId,
  conditions: Conditions,
  usual: ReadonlyMap<WireId, number>,
): BondReckoning[] {
  const { plan } = model
  const worst = new Map<WireId, Worst>()
  const carries = ({ lead }: LooseLead) => Math.abs(usual.get(lead.id) ?? 0)
  const leads = looseLeads(model).sort((a, b) => carries(b) - carries(a))
  const most = Math.ceil(MOST_WORK / Math.max(1, model.conductors.length))
  for (const { lead, supply } of leads.slice(0, most)) {
    const { wireCurrent_A } = settle(model, situationOf(plan, state, { open: new Set([lead.id]) }), conditions)
    for (const [id, value] of wireCurrent_A) {
      const current_A = Math.abs(value)
      if (
        id === lead.id ||
        current_A <= Math.abs(usual.get(id) ?? 0) + NOTICED_A ||
        current_A <= (worst.get(id)?.current_A ?? 0)
      )
        continue
      worst.set(id, { current_A, lead: lead.id, supply })
    }
  }
  const untried = Math.max(0, leads.length - most)

  const suppliesOf = new Map(findBonds(model).map(({ wire, supplies }) => [wire, supplies]))
  return [...new Set([...suppliesOf.keys(), ...worst.keys()])].map((wire): BondReckoning => {
    // What the arithmetic leaves of nothing is nothing.
    const solved_A = Math.abs(usual.get(wire) ?? 0)
    const usual_A = solved_A < NOISE_A ? 0 : solved_A
    const loose = worst.get(wire) ?? null
    const value = Math.max(usual_A, loose?.current_A ?? 0)
    return {
      wire,
      supplies: suppliesOf.get(wire) ?? [],
      lead: loose?.lead ?? null,
      supply: loose?.supply ?? null,
      loose: {
        value,
        unit: 'A',
        trace: [
          step('Usually', `${formatNumber(usual_A)} A`, 'solved network'),
          step(
            'With a lead loose',
            loose
              ? `${plan.wires[loose.lead]!.label} at ${plan.devices[loose.supply]!.tag} comes loose: ${formatNumber(loose.current_A)} A go through this wire, state “${plan.states[state]!.name}”`
              : untried > 0
                ? `whichever of the ${most} leads that carry most comes loose, nothing more goes through it; ${untried} lighter ones were not tried`
                : 'whichever lead of a supply comes loose, nothing more goes through it',
            'solved network',
          ),
          step('It must carry', `${formatNumber(value)} A`, COMMON_PRACTICE),
        ],
      },
    }
  })
}

interface LooseLead {
  readonly lead: Conductor
  readonly supply: DeviceId
}

/** The leads at the outputs of supplies whose ends stay joined without them. */
function looseLeads(model: Model): LooseLead[] {
  return model.sources.flatMap(({ potential, terminal }) => {
    if (potential.kind !== '-' && potential.kind !== '+') return []
    const joint = model.jointOf(terminal)
    return model.conductors.flatMap((lead) => {
      const isHere = lead.jointFrom === joint || lead.jointTo === joint
      if (!isHere || lead.wire.function === 'PE' || lead.jointFrom === lead.jointTo || !isJoinedWithout(model, lead))
        return []
      return [{ lead, supply: potential.device }]
    })
  })
}

function isJoinedWithout(model: Model, { id, jointFrom, jointTo }: Conductor): boolean {
  return reachedFrom(
    model,
    [jointFrom],
    (step) => step.conductor !== null && step.id !== id && isLive(step),
    (joint) => joint === jointTo,
  ).has(jointTo)
}
