import type { CableId, Command, Device, DeviceId, Plan, Seat } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  /** What it sits in. */
  readonly host: DeviceId
  readonly into: string
  readonly cable: CableId | null
  readonly seated: Exclude<Seat, 'right'>
}

type Plugs = Plan['cables'][CableId]

/** All plugs of a cable as they belong in what they are in. */
const straightPlug = (id: CableId, { ends }: Plugs): Command => {
  const straight = (end: Plugs['ends']['a']) => ({
    ...end,
    mates: end.mates && { ...end.mates, seated: 'right' as const },
  })
  return { type: 'updateCable', id, changes: { ends: { a: straight(ends.a), b: straight(ends.b) } } }
}

const straightModule = (id: DeviceId, { place }: Device): readonly Command[] =>
  place.kind === 'socket' ? [{ type: 'moveDevice', id, place: { ...place, seated: 'right' } }] : []

const WORDS = { turned: 'turned end for end', offset: 'one way further on than it belongs' } as const

/** Modules and plugs of which the plan says that they sit otherwise than they belong. What meets what then is solved like any joint. */
export const seatedWrong = defineRule<Facts>({
  severity: 'stop',
  title: 'Plugged in the wrong way',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) => [
    ...context.devices.flatMap(({ id, device: { place } }): Facts[] =>
      place.kind === 'socket' && place.seated !== 'right'
        ? [{ device: id, host: place.device, into: place.socket, cable: null, seated: place.seated }]
        : [],
    ),
    ...(Object.keys(context.plan.cables) as CableId[]).flatMap((cable): Facts[] => {
      const { ends, origin } = context.plan.cables[cable]!
      return [ends.a, ends.b].flatMap(({ mates }): Facts[] =>
        mates && mates.seated !== 'right' && origin !== 'remove'
          ? [{ device: mates.device, host: mates.device, into: mates.connector, cable, seated: mates.seated }]
          : [],
      )
    }),
  ],
  word: ({ device, host, into, cable, seated }, context) => ({
    subjects: [
      ...(cable ? [{ kind: 'cable' as const, id: cable }] : []),
      { kind: 'device', id: device },
      ...(host === device ? [] : [{ kind: 'device' as const, id: host }]),
    ],
    what: `${cable ? `The plug of “${context.plan.cables[cable]!.name}”` : context.device(device).tag} sits ${WORDS[seated]} in ${into} of ${context.device(host).tag}`,
    why: 'Each contact then meets another than its own: feed on pins, pins on feed. Pull it, look for the first way on both, and put it in as it belongs.',
    fixes: [
      {
        label: 'It sits as it belongs',
        commands: cable
          ? [straightPlug(cable, context.plan.cables[cable]!)]
          : straightModule(device, context.device(device)),
      },
    ],
  }),
})
