import { SOURCES } from '@/core/reference'
import { bareMains, type BareMains, defineRule } from '@/core/judging'

export const mainsTerminalsBare = defineRule<BareMains>({
  severity: 'stop',
  title: 'Bare mains terminals without a cover',
  stage: 'layout',
  source: SOURCES.iec60204Direct,
  find: ({ plan }) => bareMains(plan),
  word: ({ device, isSaid }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    alike: 'cover',
    what: isSaid
      ? `The mains terminals of ${context.device(device).tag} are bare and no cover is over them`
      : `The mains terminals of ${context.device(device).tag} are bare; nobody said yet whether a cover goes over them`,
    // What nobody answered yet is asked; a cover that is off is a stop.
    severity: isSaid ? 'stop' : 'caution',
    why: 'A box is opened for a fuse or a look, with the plug in. A cover that wants a tool keeps fingers off.',
    fixes: [
      {
        label: `A cover goes over ${context.device(device).tag}`,
        commands: [{ type: 'updateDevice', id: device, changes: { hasCover: true } }],
      },
    ],
  }),
})
