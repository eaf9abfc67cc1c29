import { othersOn, terminalKey } from '@/core/model'
import { coilsOf, type Coil, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, isSentTo, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly coil: string
  readonly open: readonly TerminalId[]
  /** A logic input on a rail or a ground, where no program, hand or contact can change it. */
  readonly tied: TerminalId | null
}

const INPUTS: ReadonlySet<string> = new Set(['signal', 'data', 'control+', 'control-'])

/** The input of a coil that takes its command from a pin, where nothing that commands reaches it. */
function tiedInput(context: JoinedContext, id: DeviceId, { plus, minus }: Coil): TerminalId | null {
  const { terminals, behaviour } = context.part(id)
  // A contactor on the rail itself may be meant: it drops out with the power, and wants to be started again.
  if (behaviour.kind === 'contactor') return null
  const inputs = [plus, minus].filter((end) => INPUTS.has(terminals[end]!.function))
  if (inputs.length === 0 || !inputs.every((end) => context.wiresAt(id, end).length > 0)) return null
  return isSentTo(context, id, [plus, minus]) ? null : inputs[0]!
}

export const coilNeverWorked = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A relay that nothing can work',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] =>
      coilsOf(part).flatMap((actuator): Facts[] => {
        const isUsed = part.links.some(
          (link) =>
            'actuator' in link &&
            link.actuator === actuator.id &&
            [link.a, link.b].every((end) => context.wiresAt(id, end).length > 0),
        )
        if (!isUsed) return []
        const { plus, minus } = actuator.coil
        const open = [plus, minus].filter(
          (end) =>
            context.potentials(terminalKey(id, end)).length === 0 &&
            othersOn(context.model, terminalKey(id, end)).length === 0,
        )
        // A terminal that must be wired is asked for by itself.
        const isAsked = open.every((end) => part.terminals[end]!.need === 'required')
        if (open.length > 0) return isAsked ? [] : [{ device: id, coil: actuator.name, open, tied: null }]
        const tied = tiedInput(context, id, actuator.coil)
        return tied ? [{ device: id, coil: actuator.name, open, tied }] : []
      }),
    ),
  word: ({ device, coil, open, tied }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      ...[...open, ...(tied ? [tied] : [])].map((terminal) => ({ kind: 'terminal' as const, device, terminal })),
    ],
    // Returns left off all channels of one board are one thing; each that is tied somewhere is its own.
    ...(tied ? {} : { alike: device }),
    what: tied
      ? `${context.terminalName(device, tied)} is tied to a rail: no output and no contact commands ${coil}`
      : `${context.device(device).tag} ${coil}: its contact is wired, and ${open.map((terminal) => context.terminal(device, terminal).label).join(', ')} ${open.length === 1 ? 'is' : 'are'} open`,
    why: tied
      ? 'It is worked as long as there is power, or never, whatever the program says. Join its input to the output that should command it.'
      : 'Nothing ever moves it: what hangs on its contact stays as it is at rest. Join its input to the output that should command it.',
  }),
})
