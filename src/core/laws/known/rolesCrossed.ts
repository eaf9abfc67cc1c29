import { crossedRoles, type Crossed, type Place, type Via } from '@/core/intent'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

/** What the machine does with it. */
const HARM: Readonly<Record<Via, string>> = {
  drives: 'One axis is told to move and another moves, past an end that nobody looks at.',
  pulses: 'One axis is told to move and another moves, past an end that nobody looks at.',
  switches: 'What is switched on is not what runs, and what should stay off may be on.',
  works: 'What is switched on is not what runs, and what should stay off may be on.',
  reads: 'The program looks at one thing and takes it for another: it acts on what it does not see.',
  talks: 'What is said at one port is heard at another.',
}

const nameOf = (context: JoinedContext, { device, at }: Place) => {
  const { tag, name } = context.device(device)
  return at === null ? `${tag} “${name}”` : `${tag} ${at}`
}

/** One exchange is found from both of its sides. */
const isFirstOf = ({ one, other, wanted, home }: Crossed, all: readonly Crossed[]) => {
  if (wanted === null || home === null) return true
  const twin = all.findIndex((each) => isSame(each.one, home) && isSame(each.other, wanted))
  const own = all.findIndex((each) => each.one === one && each.other === other)
  return twin < 0 || own < twin
}

const isSame = (one: Place, other: Place) => one.device === other.device && one.at === other.at

export const rolesCrossed = defineJoiningRule<Crossed>({
  severity: 'stop',
  title: 'Joined to what serves another function',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) => {
    const all = crossedRoles(context.plan, context.model, context.ways)
    return all.filter((each) => isFirstOf(each, all))
  },
  word: ({ via, one, other, wanted, home, isExchanged, isFirm }, context) => {
    const elsewhere = [
      wanted ? `${nameOf(context, wanted)} belongs there` : null,
      home ? `${context.device(other.device).tag} belongs at ${nameOf(context, home)}` : null,
    ].filter((words) => words !== null)
    return {
      subjects: [...new Set([one, other, wanted, home].flatMap((place) => (place ? [place.device] : [])))].map(
        (id) => ({
          kind: 'device',
          id,
        }),
      ),
      // One name against another may be the name that is wrong.
      severity: isExchanged || isFirm ? 'stop' : 'caution',
      what: `${nameOf(context, one)} is joined to ${nameOf(context, other)}: ${elsewhere.join(', and ')}`,
      why: `${HARM[via]} Exchange them, or say in Brief under “What does what” what each serves.`,
    }
  },
})
