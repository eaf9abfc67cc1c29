import { service_mm } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import type { WireId } from '@/core/plan'
import { defineLayingRule, leastLength, mm, NO_DOUBT } from '@/core/judging'

export const pieceTooShort = defineLayingRule<{
  readonly wire: WireId
  readonly has_mm: number
  readonly wants_mm: number
  readonly isCut: boolean
  /** By more than its way may be reckoned wrong. */
  readonly isSure: boolean
}>({
  severity: 'caution',
  title: 'A piece too short for its way',
  stage: 'route',
  source: SOURCES.practice,
  find: (context) =>
    context.wires.flatMap(({ id, wire }) => {
      const lay = context.routes.lays.get(id)
      const has_mm = wire.measured_mm ?? (wire.cable === null ? wire.length_mm : null)
      if (!lay || has_mm === null) return []
      const route = context.routes.ofWire.get(id)!
      const isDirect = route.laid.kind === 'direct'
      const way_mm = isDirect ? leastLength(context, route)! : lay.bare_mm
      const wants_mm = isDirect ? way_mm : way_mm + service_mm(context.plan, route.ends)
      return has_mm < wants_mm
        ? [{ wire: id, has_mm, wants_mm, isCut: wire.measured_mm !== null, isSure: has_mm < way_mm * NO_DOUBT }]
        : []
    }),
  word: ({ wire, has_mm, wants_mm, isCut, isSure }, context) => ({
    // What was only meant to be so long is corrected before it is cut.
    severity: !isCut ? 'note' : isSure ? 'stop' : 'caution',
    subjects: [{ kind: 'wire', id: wire }],
    alike: isCut ? 'cut' : 'planned',
    what: `${context.wireName(wire)} is ${isCut ? 'cut' : 'planned'} at ${mm(has_mm)}, and its way is ${mm(wants_mm)}`,
    why: isCut
      ? 'It ends before its terminal. Cut a new piece, or move its ends nearer; the old one serves elsewhere.'
      : 'Let its length follow from its way, or say by which shorter way it goes.',
    fixes: isCut
      ? []
      : [
          {
            label: 'Take the length of its way',
            commands: [{ type: 'updateWire', id: wire, changes: { length_mm: null } }],
          },
        ],
  }),
})
