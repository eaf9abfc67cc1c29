import { SOURCES } from '@/core/reference'
import type { ControlCase, SafeStateReckoning } from '@/core/behaviour'
import { defineRule, isCommandable, isWorkedByHandOrHeat } from '@/core/judging'

const CASE_WORDS: Readonly<Record<ControlCase, string>> = {
  'power-cut': 'the power is cut',
  'controller-off': 'the controller is off',
  'controller-starting': 'the controller is starting and its pins float',
  'wire-broken': 'the control wire is broken',
}

export const safeStateNotKept = defineRule<
  SafeStateReckoning & { readonly broken: readonly ControlCase[]; readonly doubtful: readonly ControlCase[] }
>({
  severity: 'stop',
  title: 'Not in its wanted state when control is lost',
  stage: 'guard',
  source: SOURCES.iec60204Failure,
  find: (context) =>
    context.reckoning.safeStates.flatMap((each) => {
      if (context.device(each.device).origin === 'remove') return []
      // What a hand or warmth alone works has no control that is lost.
      if (!isCommandable(context, each.device) && isWorkedByHandOrHeat(context, each.device)) return []
      // Without power nothing runs, and no wiring changes that.
      const cases = (Object.entries(each.cases) as [ControlCase, string][]).filter(
        ([situation]) => situation !== 'power-cut',
      )
      const broken = cases
        .filter(([, verdict]) => verdict !== 'unknown' && verdict !== each.wanted)
        .map(([situation]) => situation)
      const doubtful = cases.filter(([, verdict]) => verdict === 'unknown').map(([situation]) => situation)
      return broken.length + doubtful.length > 0 ? [{ ...each, broken, doubtful }] : []
    }),
  word: ({ device, wanted, broken, doubtful, by }, context) => ({
    subjects: [{ kind: 'device', id: device }, ...by.map((id) => ({ kind: 'device' as const, id }))],
    what: `${context.device(device).tag} should be ${wanted} when control is lost; ${broken.length > 0 ? `it is ${wanted === 'off' ? 'on' : 'off'} when ${broken.map((situation) => CASE_WORDS[situation]).join(', and when ')}` : `nobody knows when ${doubtful.map((situation) => CASE_WORDS[situation]).join(', or when ')}`}`,
    why:
      by.length === 0
        ? 'Nothing that a controller commands is in its way. Say what it should do, or put a relay there.'
        : `What remains when control is lost is where ${by.map((id) => context.device(id).tag).join(' and ')} rests. Use the other contact of a change-over, an input that works high, or a pull-down at the gate.`,
    severity: broken.length > 0 ? 'stop' : 'caution',
  }),
})
