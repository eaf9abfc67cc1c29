import { chainOrders, type ChainOrder } from '@/core/intent'
import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

const inWords = (context: JoinedContext, ids: readonly DeviceId[]) =>
  ids.map((id) => `${context.device(id).tag} “${context.device(id).name}”`).join(', then ')

/** A program counts along its data line: the first pixels that it sends are the first string’s. */
export const chainOrder = defineJoiningRule<ChainOrder>({
  severity: 'caution',
  title: 'Hangs in another order than it is counted',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ plan, model }) => chainOrders(plan, model),
  word: ({ chain, hang, counted, isReversed, isFirm }, context) => ({
    subjects: [...hang, ...(chain.sender ? [chain.sender] : [])].map((id) => ({ kind: 'device', id })),
    // Numbered from the far end, a name alone may be meant so.
    severity: isFirm ? 'stop' : isReversed ? 'note' : 'caution',
    what: `Data runs through ${inWords(context, hang)}; they are counted ${inWords(context, counted)}`,
    why: isReversed
      ? 'A program counts from where the data comes in: what it means for the first shows on the last. Number them from the sender, or set the program to count backwards.'
      : 'A program counts from where the data comes in: what it means for one shows on another. Change the leads between them, or their numbers in Brief under “What does what” and in the program.',
  }),
})
