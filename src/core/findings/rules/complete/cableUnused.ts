import { landingOf, NOT_JOINED_YET, type CableId, type Plan, type Wire } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly cable: CableId
  /** The end that goes nowhere; null where both do not. */
  readonly end: 'a' | 'b' | null
}

export const cableUnused = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A cable that joins nothing',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ plan }) => {
    const cores = new Map<string, Wire[]>()
    for (const wire of Object.values(plan.wires) as Wire[])
      if (wire.cable !== null) cores.set(wire.cable, [...(cores.get(wire.cable) ?? []), wire])
    return (Object.keys(plan.cables) as CableId[]).flatMap((cable): Facts[] => {
      const { origin, ends, leadsOf, aside } = plan.cables[cable]!
      if (origin === 'remove' || leadsOf !== null || aside !== null) return []
      const own = cores.get(cable) ?? []
      if (own.length === 0) return ends.a.mates === null && ends.b.mates === null ? [{ cable, end: null }] : []
      const open = (['a', 'b'] as const).filter((end) => ends[end].mates === null && isLoose(plan, own, end))
      return open.length === 2 ? [{ cable, end: null }] : open.map((end) => ({ cable, end }))
    })
  },
  word: ({ cable, end }, { plan }) => {
    const { name } = plan.cables[cable]!
    return {
      // What hangs loose at one end was meant to be plugged in; what nobody joined may be a spare.
      severity: end === null ? 'note' : 'stop',
      subjects: [{ kind: 'cable', id: cable }],
      what:
        end === null
          ? `“${name}” is in the plan, and none of its cores goes anywhere`
          : `“${name}” is joined at one end; the ${plan.cables[cable]!.ends[end].kind === 'plug' ? 'plug' : 'bare cores'} at the other end ${plan.cables[cable]!.ends[end].kind === 'plug' ? 'hangs' : 'hang'} loose`,
      why: 'Cables forgotten until the covers were on are the commonest of all mistakes. Plug it in, join its cores, or set it aside with the reason.',
      ...(end === null
        ? {
            fixes: [
              {
                label: 'Set it aside: not wanted here',
                commands: [{ type: 'updateCable' as const, id: cable, changes: { aside: 'not wanted here' } }],
              },
            ],
          }
        : {}),
    }
  },
})

/** Whether no core of a cable goes anywhere at that end. */
function isLoose(plan: Plan, cores: readonly Wire[], end: 'a' | 'b'): boolean {
  const side = end === 'a' ? 'from' : 'to'
  // A core entered the other way round names its plug itself; of what has no plug, the first end is the first.
  const ends = cores.map(
    (wire) => [wire.from, wire.to].find((each) => each.kind === 'plug' && each.end === end) ?? wire[side],
  )
  return ends.every((each) => landingOf(plan, each) === null && (each.kind === 'plug' || isOpen(each)))
}

const isOpen = (end: Wire['from']): boolean => end.kind === 'parked' && end.why === NOT_JOINED_YET
