import { terminalKey } from '@/core/model'
import {
  landingOf,
  type CableId,
  type DeviceId,
  type EnclosureId,
  type Plan,
  type RacewayId,
  type WireId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { type LaidContext, defineLayingRule } from '@/core/judging'

interface Facts {
  readonly wire: WireId
  /** It leaves its box; or it moves; or it lies in one jacket with cores that are not made for the mains. */
  readonly is: 'leaves' | 'moves' | 'beside'
  readonly cable: CableId | null
  readonly least_V: number | null
  /** Something of less than the mains lies on the way where it moves: what the one rubs through, the other carries on. */
  readonly isBesideSignals: boolean
}

/** The box in which a device stands; `outside` where it stands out on the machine, null where nobody said. */
function boxOf(plan: Plan, id: DeviceId): EnclosureId | 'outside' | null {
  const { place } = plan.devices[id]!
  switch (place.kind) {
    case 'face':
    case 'unplaced':
      return place.enclosure
    case 'socket':
    case 'on':
      return boxOf(plan, place.device)
    case 'field':
      return 'outside'
  }
}

/** Leads that bring the mains: by what feeds them, not by what they are called. */
function* mainsLeads(context: LaidContext) {
  const { plan, wires } = context
  for (const { id, wire } of wires) {
    if (wire.function === 'PE') continue
    const ends = [landingOf(plan, wire.from), landingOf(plan, wire.to)]
    const [a, b] = ends
    if (!a || !b) continue
    const reached = context.potentials(terminalKey(a.device, a.terminal))
    if (reached.some(({ kind }) => kind === 'L' || kind === 'N')) yield { id, wire, a, b }
  }
}

/** The ways on which it bends in use: over a hinge, in a chain, in a loop that swings. */
function movingWays(context: LaidContext, lead: WireId | CableId): readonly RacewayId[] {
  const { plan, routes } = context
  return (routes.byId.get(lead)?.parts ?? []).flatMap(({ raceway }) => {
    if (raceway === null) return []
    const { kind, motion } = plan.raceways[raceway]!
    const moves = motion === null ? ['hinge-loop', 'chain', 'loop'].includes(kind) : motion !== 'still'
    return moves ? [raceway] : []
  })
}

/** The leads of those on some ways that bring no mains and are no earth. */
const signalsIn = ({ plan, routes }: LaidContext, ways: readonly RacewayId[], mains: ReadonlySet<WireId | CableId>) =>
  ways.flatMap((way) =>
    (routes.fills.get(way)?.leads ?? []).filter(
      (lead) => !mains.has(lead) && plan.wires[lead as WireId]?.function !== 'PE',
    ),
  )

export const singleInsulated = defineLayingRule<Facts>({
  severity: 'caution',
  title: 'Mains with one insulation alone',
  stage: 'route',
  source: SOURCES.iec60204Insulation,
  find: (context) => {
    const { plan } = context
    const found: Facts[] = []
    const leads = [...mainsLeads(context)]
    const mains = new Set<WireId | CableId>(leads.map(({ id, wire }) => wire.cable ?? id))
    for (const { id, wire, a, b } of leads) {
      const jacket_V = wire.cable === null ? null : plan.cables[wire.cable]!.jacket_V
      // A jacket for less than the mains is none.
      const isBare = wire.cable === null ? wire.jacket === 'basic' : jacket_V !== null && jacket_V < plan.site.mains_V
      if (wire.cable !== null) {
        const beside = context.wires.filter(
          (other) =>
            other.wire.cable === wire.cable && other.wire.function !== 'PE' && other.wire.rated_V < plan.site.mains_V,
        )
        const volts = [
          ...beside.map((other) => other.wire.rated_V),
          ...plan.cables[wire.cable]!.cores.flatMap(({ rated_V }) => rated_V ?? []),
        ].filter((volts) => volts < plan.site.mains_V)
        if (volts.length > 0)
          found.push({ wire: id, is: 'beside', cable: wire.cable, least_V: Math.min(...volts), isBesideSignals: true })
        if (!isBare) continue
      }
      // A thing's own moulded cord has its jacket.
      const isOwnCord = [a, b].some(({ device, terminal }) => context.terminal(device, terminal).clamp === 'moulded')
      const isIn = (wire.route ?? []).some((way) => ['conduit', 'sleeve'].includes(plan.raceways[way]!.kind))
      const [one, other] = [boxOf(plan, a.device), boxOf(plan, b.device)]
      if (!isBare || isOwnCord || isIn) continue
      const ways = movingWays(context, wire.cable ?? id)
      const leaves = one !== null && other !== null && one !== other
      if (!leaves && ways.length === 0) continue
      const is = ways.length > 0 ? 'moves' : 'leaves'
      found.push({
        wire: id,
        is,
        cable: wire.cable,
        least_V: jacket_V,
        isBesideSignals: signalsIn(context, ways, mains).length > 0,
      })
    }
    return found
  },
  word: ({ wire, is, cable, least_V, isBesideSignals: isBeside }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    alike: `${is} ${cable ?? ''}`,
    what:
      is !== 'beside'
        ? `${context.wireName(wire)} ${is === 'leaves' ? 'leaves its box' : 'moves'} with ${least_V === null ? 'its core insulation alone' : `a jacket for ${formatNumber(least_V)} V`}`
        : `“${context.plan.cables[cable!]!.name}” holds ${context.wireName(wire)} and cores that stand ${formatNumber(least_V!)} V`,
    why:
      is === 'moves'
        ? `What moves wears, and one nick bares the mains${isBeside ? ' against the leads of low voltage beside it, and whatever they reach' : ''}. Take a jacketed cable made to move.`
        : is === 'leaves'
          ? 'Outside a box one nick bares the mains. Take a jacketed cable, or lead it in a conduit all the way.'
          : 'In one jacket every core is insulated for the highest volts there; a core for signals does not part a hand from the mains. Take another cable for the mains.',
    severity: isBeside ? 'stop' : 'caution',
    fixes:
      is !== 'beside' && cable === null
        ? [
            {
              label: is === 'moves' ? 'It is a jacketed lead made to move' : 'It is a jacketed lead',
              commands: [{ type: 'updateWire', id: wire, changes: { jacket: 'jacketed' } }],
            },
          ]
        : [],
  }),
})
