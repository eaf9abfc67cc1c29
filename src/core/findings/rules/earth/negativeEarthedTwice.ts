import { groupsBy, terminalKey, type Conductor, type Model } from '@/core/model'
import type { TerminalId, WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

/** What a group of joints is while no earth conductor is in place. */
interface Sides {
  readonly groupOf: readonly number[]
  readonly negative: ReadonlySet<number>
  readonly earth: ReadonlySet<number>
}

function sidesOf(model: Model): Sides {
  const groupOf = groupsBy(model, ({ conductor, passage }) => passage === null && conductor!.wire.function !== 'PE')
  const earth = new Set<number>()
  const negative = new Set(
    model.sources.flatMap(({ potential, terminal }) =>
      potential.kind === '-' ? [groupOf[model.jointOf(terminal)]!] : [],
    ),
  )
  for (const { id, part } of model.devices)
    for (const terminal of Object.keys(part.terminals) as TerminalId[])
      if (part.terminals[terminal]!.function === 'PE') earth.add(groupOf[model.jointOf(terminalKey(id, terminal))]!)
  return { groupOf, negative, earth }
}

/** By negative, the leads by which it comes to earth: straight, or through joints that are neither. */
function tiesOf(model: Model): ReadonlyMap<number, readonly WireId[]> {
  const { groupOf, negative, earth } = sidesOf(model)
  const leads = model.conductors.filter(({ wire }) => wire.function === 'PE')
  const ends = ({ jointFrom, jointTo }: Conductor) => [groupOf[jointFrom]!, groupOf[jointTo]!] as const
  // What lies between a negative and earth, and is neither: a splice, a strip of its own.
  const between = groupsBy(
    model,
    ({ conductor, passage }) =>
      passage === null &&
      (conductor!.wire.function !== 'PE' || ends(conductor!).every((each) => !negative.has(each) && !earth.has(each))),
  )
  const reachesEarth = new Set(
    leads.flatMap((lead) => {
      const [a, b] = ends(lead)
      return earth.has(a) !== earth.has(b) ? [between[earth.has(a) ? lead.jointTo : lead.jointFrom]!] : []
    }),
  )
  const ties = new Map<number, WireId[]>()
  for (const lead of leads) {
    const [a, b] = ends(lead)
    for (const [own, other, joint] of [
      [a, b, lead.jointTo],
      [b, a, lead.jointFrom],
    ] as const)
      if (negative.has(own) && !negative.has(other) && (earth.has(other) || reachesEarth.has(between[joint]!)))
        ties.set(own, [...(ties.get(own) ?? []), lead.id])
  }
  return ties
}

export const negativeEarthedTwice = defineRule<{ readonly wires: readonly WireId[] }>({
  severity: 'caution',
  title: 'Negative earthed in more than one place',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ model }) => [...tiesOf(model).values()].filter((wires) => wires.length > 1).map((wires) => ({ wires })),
  word: ({ wires }, context) => ({
    subjects: wires.map((id) => ({ kind: 'wire', id })),
    what: `${wires.map((id) => context.wireName(id)).join(' and ')} earth the same negative`,
    why: 'Between two earths a part of the load current goes home through earth conductors and screens. Earth a rail once, at its supply, or not at all.',
    fixes: wires.slice(1).map((id) => ({
      label: `Take ${context.plan.wires[id]!.label} out`,
      commands: [{ type: 'disconnect' as const, id }],
    })),
  }),
})
