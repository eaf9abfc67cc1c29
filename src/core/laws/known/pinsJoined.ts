import { isBoard, isClosedAtRest, moverOf, type DeviceId, type PartId, type TerminalId } from '@/core/plan'
import { terminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, bridgeBetween, takeOut, hasLevel, defineJoiningRule } from '@/core/judging'

interface End {
  readonly device: DeviceId
  readonly terminal: TerminalId
}

interface Facts {
  readonly pins: readonly End[]
  readonly is: 'against' | 'beside' | 'mingled' | 'held' | 'shared' | 'unseen'
}

/** A pin that a program may set. */
function isPin(context: JoinedContext, { device, terminal }: End): boolean {
  const { behaviour, draws } = context.part(device)
  const pin = context.terminal(device, terminal)
  const { direction } = pin
  return (
    hasLevel(pin) && (direction === 'both' || direction === 'out') && draws.length > 0 && behaviour.kind !== 'sensor'
  )
}

/** What a pin works: an input of another part, and none that may speak too. */
function isWorked(context: JoinedContext, { device, terminal }: End): boolean {
  const { function: fn, direction } = context.terminal(device, terminal)
  return fn === 'control+' || fn === 'control-' || ((fn === 'signal' || fn === 'data') && direction === 'in')
}

/** What reads: an input of a board. */
function isRead(context: JoinedContext, { device, terminal }: End): boolean {
  const { function: fn, direction, level_V } = context.terminal(device, terminal)
  const isInput = (fn === 'signal' || fn === 'data') && direction === 'in' && level_V !== 0
  return isInput && isBoard(context.part(device))
}

/** Contacts and transistors that bring something to a joint, and whether they do by themselves. */
function bringers(
  context: JoinedContext,
  ends: readonly End[],
): readonly { readonly mover: string; readonly rests: boolean; readonly part: PartId }[] {
  return ends.flatMap(({ device, terminal }) => {
    const part = context.part(device)
    const isOutput = part.behaviour.kind === 'sensor' && context.terminal(device, terminal).direction === 'out'
    const { part: kind } = context.device(device)
    if (isOutput && part.draws.length > 0) return [{ mover: device, rests: false, part: kind }]
    return part.links.flatMap((link) => {
      if (!('actuator' in link) || (link.a !== terminal && link.b !== terminal)) return []
      if (moverOf(part, link).by === 'setting') return []
      return [{ mover: `${device} ${link.actuator}`, rests: isClosedAtRest(part, link), part: kind }]
    })
  })
}

function find(context: JoinedContext, ends: readonly End[]): readonly Facts[] {
  const wired = ends.filter(({ device, terminal }) => context.wiresAt(device, terminal).length > 0)
  const pins = wired.filter((end) => isPin(context, end))
  const worked = ends.filter((end) => isWorked(context, end))
  const bring = bringers(context, ends)
  const ofOneBoard = (all: readonly End[]) =>
    all.filter(({ device }) => all.filter((each) => each.device === device).length > 1)

  const twins = ofOneBoard(pins)
  // Two pins on one input may be meant so; two inputs that were each to have a pin are not.
  if (twins.length > 0) return [{ pins: twins, is: worked.length > 1 ? 'against' : 'beside' }]
  const inputs = wired.filter((end) => isRead(context, end))
  const isSeveral = new Set(bring.map(({ mover }) => mover)).size > 1
  if (ofOneBoard(inputs).length > 0 && isSeveral) return [{ pins: ofOneBoard(inputs), is: 'mingled' }]
  // Two like buttons may well start the same; what is closed at rest hides whatever lies beside it.
  const isUnlike = new Set(bring.map(({ part }) => part)).size > 1
  if (inputs.length === 1 && isSeveral && bring.some(({ rests }) => rests)) return [{ pins: inputs, is: 'unseen' }]
  if (inputs.length === 1 && isSeveral && isUnlike) return [{ pins: inputs, is: 'shared' }]
  const isHeld = pins.length > 0 && worked.length > inputs.length && bring.some(({ rests }) => rests)
  return isHeld ? [{ pins, is: 'held' }] : []
}

export const pinsJoined = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Pins joined that are to be apart',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) => context.joinedNets.flatMap(({ ends }) => find(context, ends)),
  word: ({ pins, is }, context) => {
    const named = pins.map(({ device, terminal }) => context.terminalName(device, terminal)).join(' and ')
    return {
      severity: is === 'beside' || is === 'shared' ? 'caution' : 'stop',
      subjects: pins.map((pin) => ({ kind: 'terminal', ...pin })),
      what:
        is === 'held'
          ? `${named} works something, and a contact that is closed at rest holds it`
          : is === 'mingled'
            ? `${named} are joined, and more than one contact works them`
            : is === 'shared' || is === 'unseen'
              ? `${named} reads more than one contact${is === 'unseen' ? ', and one of them is closed at rest' : ''}`
              : `${named} are joined`,
      fixes: takeOut(
        context,
        bridgeBetween(
          context,
          pins.map(({ device, terminal }) => terminalKey(device, terminal)),
        ),
      ),
      why:
        is === 'held'
          ? 'What the pin gives is shorted by the contact: the pin burns or gives in. Bring the contact to an input of its own.'
          : is === 'unseen'
            ? 'What is closed at rest holds the input, whatever the others do: they are never seen. Give each its own input, or lay them in line.'
            : is === 'mingled' || is === 'shared'
              ? 'The program cannot tell which of the contacts closed: one works what the other was to work. Give each its own input.'
              : 'One gives its level while the other gives none: the two burn one another out, and what hangs on them obeys neither. Give each pin its own lead.',
    }
  },
})
