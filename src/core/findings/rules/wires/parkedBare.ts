import { splitKey, terminalKey } from '@/core/model'
import { landingOf, PART_KINDS, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

/** Whether where it is joined something feeds it, or may: a source, or a board's own terminal. */
function meetsFeed(context: Context, at: ReturnType<typeof landingOf>): boolean {
  if (at === null) return false
  const net = context.model.netById.get(context.model.netOf(terminalKey(at.device, at.terminal)))
  return (
    (net?.potentials.length ?? 0) > 0 ||
    (net?.terminals ?? []).some((key) => !PART_KINDS[context.part(splitKey(key).device).behaviour.kind].givesNothing)
  )
}

export const parkedBare = defineRule<{ readonly wire: WireId; readonly isLive: boolean }>({
  severity: 'stop',
  title: 'Parked end not insulated',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    (Object.keys(context.plan.wires) as WireId[]).flatMap((id) => {
      const ends = [context.plan.wires[id]!.from, context.plan.wires[id]!.to]
      const isBare = ends.some((end) => end.kind === 'parked' && !end.insulated)
      return isBare ? [{ wire: id, isLive: ends.some((end) => meetsFeed(context, landingOf(context.plan, end))) }] : []
    }),
  word: ({ wire, isLive }, context) => ({
    severity: isLive ? 'stop' : 'caution',
    subjects: [{ kind: 'wire', id: wire }],
    alike: context.plan.wires[wire]!.cable ?? 'parked',
    what: `${context.wireName(wire)} ends parked without insulation${isLive ? '' : ', dead as the plan is'}`,
    why: 'A loose bare end finds the one terminal it must not touch. Sleeve it, tie it back, label it.',
  }),
})
