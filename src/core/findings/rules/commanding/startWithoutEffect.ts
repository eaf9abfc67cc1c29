import { moverOf, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { scenarioOf, stillDrawing } from '../../harm'
import { defineRule } from '../../types'

interface Facts {
  readonly button: DeviceId
  /** Whose own contact lies beside the button. */
  readonly contactor: DeviceId
}

/** Two ends joined to the same two nets, either way round. */
const isBeside = (a: readonly [string, string], b: readonly [string, string]) =>
  (a[0] === b[0] && a[1] === b[1]) || (a[0] === b[1] && a[1] === b[0])

/** A start button beside the contact by which a contactor holds itself, and the contactor pulls in with nobody near the button. */
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
    const starts = contacts.filter(
      ({ device, mover, link }) =>
        context.part(device).behaviour.kind === 'button' && mover.by === 'hand' && !link.closedIn.includes(mover.rest),
    )
    const holds = contacts.filter(
      ({ device, mover, link }) =>
        mover.by === 'coil' && !link.closedIn.includes(mover.rest) && context.reckoning.idle.includes(device),
    )
    return starts.flatMap(({ device: button, ends }) =>
      holds.flatMap(({ device: contactor, ends: own }) => (isBeside(ends, own) ? [{ button, contactor }] : [])),
    )
  },
  word: ({ button, contactor }, context) => {
    const [start, held] = [context.device(button), context.device(contactor)]
    return {
      harm:
        stillDrawing(context.plan, scenarioOf('the mains on and nobody’s hand on anything', { isIdle: true }), [
          contactor,
        ]) ?? undefined,
      subjects: [button, contactor].map((id) => ({ kind: 'device', id })),
      what: `${held.tag}, ${held.name}, pulls in as soon as there is power; ${start.tag} lies beside its contact and starts nothing`,
      why: 'Its coil is fed past the button: after a stop or a power cut it starts again by itself. Feed the coil from the far side of the button and of its own contact.',
    }
  },
})
