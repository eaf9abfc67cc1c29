import { othersOn, terminalKey } from '@/core/model'
import { isBoard, PART_KINDS, type DeviceId, type Part, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule, type JoinedContext } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly wanting: readonly TerminalId[]
}

const SIDES: Readonly<Partial<Record<string, '+' | '-'>>> = { 'V+': '+', 'V-': '-' }

/** The terminals by which a part is fed that states no load of its own: a sensor’s plus and minus. */
function feedsOf(part: Part): readonly TerminalId[] {
  const { behaviour, draws, links, terminals } = part
  if (PART_KINDS[behaviour.kind].passesOn || behaviour.kind === 'surge-filter' || 'outputs' in behaviour) return []
  if (draws.length > 0) return []
  const isLinked = (terminal: TerminalId) =>
    links.some((link) => (link.kind === 'bar' ? link.terminals : [link.a, link.b]).includes(terminal))
  return (Object.keys(terminals) as TerminalId[]).filter((terminal) => {
    const { function: fn, direction } = terminals[terminal]!
    return SIDES[fn] !== undefined && direction !== 'out' && !isLinked(terminal)
  })
}

/** Whether something else on the same net may give volts of which the plan knows no source: a board’s own pin for sensors. */
const mayBeGiven = (context: JoinedContext, device: DeviceId, terminal: TerminalId): boolean =>
  othersOn(context.model, terminalKey(device, terminal)).some(({ device: other, terminal: at }) => {
    const part = context.part(other)
    const { function: fn, direction, level_V } = part.terminals[at]!
    if (direction === 'in' || !(part.draws.length > 0 || isBoard(part))) return false
    if (SIDES[fn]) return !part.draws.some(({ plus, minus }) => plus === at || minus === at)
    return (fn === 'signal' || fn === 'data') && level_V !== 0
  })

/** What is joined by its plus or minus to no source: it has its wires, and says nothing. */
export const voltsNotReached = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Joined to a rail that nothing feeds',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const wanting = feedsOf(part).filter((terminal) => {
        const side = SIDES[part.terminals[terminal]!.function]
        const key = terminalKey(id, terminal)
        const isReached = context.potentials(key).some(({ kind }) => kind === side)
        return context.isJoined(id, terminal) && !isReached && !mayBeGiven(context, id, terminal)
      })
      return wanting.length > 0 ? [{ device: id, wanting }] : []
    }),
  word: ({ device, wanting }, context) => {
    const labels = wanting.map((terminal) => context.terminal(device, terminal).label)
    return {
      subjects: wanting.map((terminal) => ({ kind: 'terminal', device, terminal })),
      alike: wanting.map((terminal) => context.model.netOf(terminalKey(device, terminal))).join(' '),
      what: `${context.device(device).tag}, ${context.device(device).name}: ${labels.join(' and ')} ${labels.length === 1 ? 'has its wire' : 'have their wires'}, and no source reaches ${labels.length === 1 ? 'it' : 'them'}`,
      why: 'What hangs there gets no volts and says nothing, or says always the same. A lead was left out on the way from its supply, or lands elsewhere.',
    }
  },
})
