import { workedContact, type DeviceId, type WorkedContact } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly answers: WorkedContact
}

const HARM = {
  start: 'It starts by itself, and stands while the button is pressed.',
  stop: 'It stands while nobody asks it to, and runs on when the button is pressed.',
  'end-of-travel': 'It takes a free axis for one at its end, and drives on when it is there.',
  guard: 'It takes a closed guard for an open one, and runs while it is open.',
  level: 'It takes full for empty.',
} as const

/** A contact that opens where its program waits for it to close, or the other way round. */
export const contactOpposite = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A contact that tells the opposite',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, device: { contact } }): Facts[] => {
      const answers = contact && workedContact(context.plan, id)
      return contact && answers && !answers.startsWith(contact.told) ? [{ device: id, answers }] : []
    }),
  word: ({ device, answers }, context) => {
    const { tag, name, contact } = context.device(device)
    return {
      subjects: [{ kind: 'device', id: device }],
      what: `${tag}, ${name}, ${answers}, and its program hears it when it ${contact!.told}`,
      why: `${HARM[contact!.means]} Join its other contact, or set the program the other way.`,
    }
  },
})
