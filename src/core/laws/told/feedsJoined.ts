import type { Passage, TerminalKey } from '@/core/model'
import { PART_KINDS, isCommanded, moverOf, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, isOnRail, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly contacts: readonly DeviceId[]
  /** Whose contact was to keep it off, whatever else is on. */
  readonly guard: DeviceId | null
}

export const feedsJoined = defineJoiningRule<Facts>({
  severity: 'caution',
  title: 'Two switched feeds joined',
  stage: 'connect',
  source: SOURCES.iec60204Failure,
  find: (context) => {
    const behind = new Map<string, { readonly passage: Passage; readonly feed: TerminalKey }[]>()
    for (const passage of context.model.passages) {
      const { link, a, b, device } = passage
      if (!('actuator' in link) || moverOf(context.part(device), link).by === 'setting') continue
      const [one, other] = [isOnRail(context, a), isOnRail(context, b)]
      if (one === other) continue
      const [feed, end] = one ? [a, b] : [b, a]
      const net = context.model.netOf(end)
      behind.set(net, [...(behind.get(net) ?? []), { passage, feed }])
    }
    return [...behind.values()].flatMap((contacts): Facts[] => {
      // Outputs of programs and relays are looked at by themselves.
      const isByHand = contacts.some(
        ({ passage: { device, link } }) => 'actuator' in link && !isCommanded(context.part(device), link),
      )
      const devices = [...new Set(contacts.map(({ passage }) => passage.device))].sort()
      const feeds = new Set(contacts.map(({ feed }) => context.model.netOf(feed)))
      const sides = new Set(contacts.map(({ feed }) => kindOf(context, feed)))
      if (!isByHand || devices.length < 2 || feeds.size < 2 || sides.size !== 1) return []
      const guard = devices.find((id) => PART_KINDS[context.part(id).behaviour.kind].keepsOff) ?? null
      return [{ contacts: devices, guard }]
    })
  },
  word: ({ contacts, guard }, context) => ({
    severity: guard ? 'stop' : 'caution',
    subjects: contacts.map((id) => ({ kind: 'device', id })),
    what: `${contacts.map((id) => context.device(id).tag).join(' and ')} switch feeds of their own, and are joined behind`,
    why: guard
      ? `What ${context.device(guard).tag} switches off is still fed by the other. Take the lead off that joins the two.`
      : 'Each works what the other was to work, and with both on two fuses feed one lead. Take the lead off that joins the two.',
  }),
})

/** The source and side that feeds a net: two of one supply are joined here, not two supplies. */
const kindOf = (context: JoinedContext, key: TerminalKey): string =>
  context
    .potentials(key)
    .map(({ kind, id }) => `${kind} ${id}`)
    .sort()
    .join(', ')
