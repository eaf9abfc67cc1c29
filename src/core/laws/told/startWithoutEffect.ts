import { moverOf, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { scenarioOf, stillDrawing, defineRule } from '@/core/judging'

interface Facts {
  readonly button: DeviceId
  /** Whose own contact lies beside the button. */
  readonly contactor: DeviceId
  /** It stays where it is put, and closed in service. */
  readonly stays: boolean
}

/** Two ends joined to the same two nets, either way round. */
const isBeside = (a: readonly [string, string], b: readonly [string, string]) =>
  (a[0] === b[0] && a[1] === b[1]) || (a[0] === b[1] && a[1] === b[0])

/** A hand’s contact beside the one by which a contactor holds itself, and the contactor pulls in with nobody’s hand near: it is fed past it, or what starts it stays closed. */
export const startWithoutEffect = defineRule<Facts>({
  severity: 'stop',
  title: 'A start button with nothing to start',
  stage: 'guard',
  source: SOURCES.iec60204Restart,
  find: (context) => {
    const { model } = context
    const contacts = model.passages.flatMap(({ device, link, a, b }) =>
      link.kind === 'contact'
        ? [
            {
              device,
              mover: moverOf(context.part(device), link),
              link,
              ends: [model.netOf(a), model.netOf(b)] as const,
            },
          ]
        : [],
    )
    const starts = contacts.filter(({ mover, link }) => mover.by === 'hand' && !link.closedIn.includes(mover.rest))
    const holds = contacts.filter(
      ({ device, mover, link }) =>
        mover.by === 'coil' && !link.closedIn.includes(mover.rest) && context.reckoning.idle.includes(device),
    )
    return starts.flatMap(({ device: button, ends, mover, link }) =>
      holds.flatMap(({ device: contactor, ends: own }) =>
        isBeside(ends, own) ? [{ button, contactor, stays: link.closedIn.includes(mover.service) }] : [],
      ),
    )
  },
  word: ({ button, contactor, stays }, context) => {
    const [start, held] = [context.device(button), context.device(contactor)]
    return {
      harm:
        stillDrawing(context.plan, scenarioOf('the mains on and nobody’s hand on anything', { isIdle: true }), [
          contactor,
        ]) ?? undefined,
      subjects: [button, contactor].map((id) => ({ kind: 'device', id })),
      ...(stays ? { severity: 'caution' as const } : {}),
      what: stays
        ? `${start.tag}, ${start.name}, stays where it is put beside the contact by which ${held.tag} holds itself: ${held.tag} pulls in by itself as soon as there is power`
        : `${held.tag}, ${held.name}, pulls in as soon as there is power; ${start.tag} lies beside its contact and starts nothing`,
      why: stays
        ? 'After a power cut, or a stop that is let go, it starts with nobody’s hand on anything, and its own contact serves nothing. A button that springs back wants a start each time.'
        : 'Its coil is fed past the button: after a stop or a power cut it starts again by itself. Feed the coil from the far side of the button and of its own contact.',
    }
  },
})
