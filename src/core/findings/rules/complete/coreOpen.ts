import { landingOf, NOT_JOINED_YET, type CableId, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly cable: CableId
  /** Cores with a wire of which an end goes nowhere. */
  readonly wires: readonly WireId[]
  /** Cores of a cable plugged in at both ends that no wire follows. */
  readonly cores: readonly string[]
}

export const coreOpen = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A core that ends in the air',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ plan }) => {
    const wires = Object.keys(plan.wires) as WireId[]
    return (Object.keys(plan.cables) as CableId[]).flatMap((cable): Facts[] => {
      const { ends, cores, origin } = plan.cables[cable]!
      if (origin === 'remove') return []
      const own = wires.filter((id) => plan.wires[id]!.cable === cable && plan.wires[id]!.origin !== 'remove')
      const open = own.filter((id) =>
        [plan.wires[id]!.from, plan.wires[id]!.to].some(
          (end) =>
            (end.kind === 'plug' && landingOf(plan, end) === null) ||
            (end.kind === 'parked' && end.why === NOT_JOINED_YET),
        ),
      )
      const isPlugged = ends.a.mates !== null && ends.b.mates !== null
      const followed = new Set(own.map((id) => plan.wires[id]!.core))
      const missing = isPlugged && own.length > 0 ? cores.map(({ id }) => id).filter((id) => !followed.has(id)) : []
      // A plug that hangs loose with all its cores is one thing, said of the plug.
      const isLoose = own.length > 0 && open.length === own.length
      return open.length + missing.length > 0 && !isLoose ? [{ cable, wires: open, cores: missing }] : []
    })
  },
  word: ({ cable, wires, cores }, context) => ({
    // Both plugs are in: a core that no wire follows may be one that nobody uses.
    severity: wires.length > 0 ? 'stop' : 'caution',
    subjects: wires.length > 0 ? wires.map((id) => ({ kind: 'wire', id })) : [{ kind: 'cable', id: cable }],
    what: `“${context.plan.cables[cable]!.name}”: ${[...wires.map((id) => context.wireName(id)), ...cores.map((core) => `core ${core}`)].slice(0, 6).join(', ')} ${wires.length + cores.length === 1 ? 'ends' : 'end'} at nothing: a way with no contact, or a bare end not joined yet`,
    why: 'One open core of a ribbon or a network cable is a day of looking. See that both plugs have their contact in that way, join the bare end, or park the core with its reason.',
  }),
})
