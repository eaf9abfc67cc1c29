import type { DeviceId, TerminalId } from '@/core/plan'
import { terminalKey, waysFrom, type Passage } from '@/core/model'
import { moverOf } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule, isolatedInputs } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly common: TerminalId
  readonly used: readonly TerminalId[]
  /** It has a wire, and that leads to no rail. */
  readonly isAdrift: boolean
}

/** Whether a hand must hold something for it to pass. */
function waitsForHand(context: JoinedContext, { device, link }: Passage): boolean {
  if (!('actuator' in link)) return false
  const { by, rest, service } = moverOf(context.part(device), link)
  return by === 'hand' && !link.closedIn.includes(rest) && !link.closedIn.includes(service)
}

/** Whether no source reaches a terminal but through a button or an end switch that somebody must press. */
function isAdrift(context: JoinedContext, device: DeviceId, terminal: TerminalId): boolean {
  const joint = context.model.jointOf(terminalKey(device, terminal))
  return context.model.sources.every((source) => {
    const way = waysFrom(context.model, source.terminal).get(joint)
    return way === undefined || way.some((passage) => waitsForHand(context, passage))
  })
}

export const commonOpen = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Inputs used without their common',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const used = isolatedInputs(part).filter(({ input }) => context.isJoined(id, input))
      return [...new Set(used.flatMap(({ commons }) => commons))].flatMap((common): Facts[] => {
        const own = used.flatMap(({ input, commons }) => (commons.includes(common) ? [input] : []))
        const isBarred = part.links.some(
          (link) => link.kind === 'bar' && link.terminals.includes(common) && link.terminals.length > 1,
        )
        if (isBarred || context.isLeftOpen(id, common)) return []
        const isOpen = !context.isJoined(id, common)
        return isOpen || isAdrift(context, id, common) ? [{ device: id, common, used: own, isAdrift: !isOpen }] : []
      })
    }),
  word: ({ device, common, used, isAdrift: hasWire }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal: common }],
    what: `${context.terminalName(device, common)} ${hasWire ? 'leads to no rail' : 'is open'} while ${used.map((key) => context.terminal(device, key).label).join(', ')} ${used.length === 1 ? 'is' : 'are'} wired`,
    why: 'An isolated input is a lamp between its terminal and the common: without the common no current flows and nothing is ever seen. Join it to the minus where the inputs get the plus, to the plus where they get the minus.',
  }),
})
