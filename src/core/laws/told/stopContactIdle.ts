import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { openCoils, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly link: string
  readonly cutsLamps: boolean
}

/** One of the contacts of a stop or guard opened alone, and everything goes on: its feed was led past it. */
export const stopContactIdle = defineRule<Facts>({
  severity: 'stop',
  title: 'A contact of a stop that stops nothing',
  stage: 'connect',
  source: SOURCES.iec60204Stop,
  find: ({ reckoning }) =>
    reckoning.stops.flatMap(({ device, idleContacts, cuts }) =>
      // Where all of it cuts nothing, that is told of the whole.
      cuts.length === 0 ? [] : idleContacts.map((contact) => ({ device, ...contact })),
    ),
  word: ({ device, link, cutsLamps }, context) => {
    const { tag, name } = context.device(device)
    const own = context.part(device).links.find(({ id }) => id === link)!
    const ends =
      own.kind === 'bar' ? link : `${context.terminal(device, own.a).label}–${context.terminal(device, own.b).label}`
    return {
      subjects: [{ kind: 'device', id: device }, ...openCoils(context)],
      what: `${tag}, ${name}: its contact ${ends} opened alone, ${cutsLamps ? 'nothing but a lamp goes off' : 'nothing goes off'}`,
      why: 'Solved with that contact open and the others closed. What it was to stop is fed past it: lead the feed, or the coil of the contactor that feeds it, through it.',
      severity: cutsLamps ? 'caution' : 'stop',
    }
  },
})
