import {
  coilsOf,
  isBoard,
  isClosedAtRest,
  isCommanded,
  moverOf,
  type DeviceId,
  type Part,
  type StateId,
  type TerminalId,
  shareOf,
} from '@/core/plan'
import { drawPower_W, splitKey, terminalKey, waysFrom, type TerminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { type Context, scenarioOf, stillDrawing, defineRule, type Fix } from '@/core/judging'
import { workedPositions } from '@/core/behaviour'

type Draw = Part['draws'][number]

interface Facts {
  readonly device: DeviceId
  readonly draw: string
  /** A way leads to it and back: only no state closes what stands in it. */
  readonly hasWay: boolean
  /** The lead from outside that alone feeds it, and that is plugged in in no state of the plan. */
  readonly lead: DeviceId | null
}

/** What a logic pin gives or takes, and up to which level a pin is one; common practice. */
const PIN_A = 0.04
const LOGIC_V = 5.5

/**
 * Whether it hangs on a pin of a board, of which the plan knows no volts: what the pin gives is its program's.
 * A lamp or a sounder may; a board, a motor or a string of pixels takes more than a pin has.
 */
function isOnPin(context: Context, device: DeviceId, terminal: TerminalId, current_A: number): boolean {
  if (context.potentials(terminalKey(device, terminal)).length > 0) return false
  return pinsBehind(context, terminalKey(device, terminal)).some(
    (pin) => pin.device !== device && current_A <= pin.gives_A,
  )
}

interface Pin {
  readonly device: DeviceId
  readonly gives_A: number
}

interface Known {
  /** What was asked, by net. */
  readonly behind: Map<string, readonly Pin[]>
  /** Pins that a program drives, by joint. */
  readonly pinsOf: ReadonlyMap<number, readonly Pin[]>
}

const known = new WeakMap<Context['model'], Known>()

function knownOf(context: Context): Known {
  const { model } = context
  let own = known.get(model)
  if (!own) {
    const pinsOf = new Map<number, Pin[]>()
    for (const { terminals } of model.nets)
      for (const key of terminals) {
        const { device, terminal } = splitKey(key)
        const { function: fn, level_V, direction, rated_A } = context.terminal(device, terminal)
        if ((fn !== 'signal' && fn !== 'data') || level_V === 0 || direction === 'in') continue
        // A lead of a reed or a thermistor gives nothing by itself: nothing feeds it.
        const { draws, behaviour } = context.part(device)
        if (
          direction === null &&
          level_V === null &&
          draws.length === 0 &&
          !isBoard(context.part(device)) &&
          !('outputs' in behaviour)
        )
          continue
        const gives_A = level_V !== null && level_V <= LOGIC_V ? PIN_A : (rated_A ?? Infinity)
        const joint = model.jointOf(key)
        const list = pinsOf.get(joint)
        if (list) list.push({ device, gives_A })
        else pinsOf.set(joint, [{ device, gives_A }])
      }
    known.set(model, (own = { behind: new Map(), pinsOf }))
  }
  return own
}

/** The pins on a joint, and on all that contacts and fuses can join to it; the same for all that wires join. */
function pinsBehind(context: Context, key: TerminalKey): readonly Pin[] {
  const { model } = context
  const { behind, pinsOf } = knownOf(context)
  const net = model.netOf(key)
  let own = behind.get(net)
  if (!own) behind.set(net, (own = [...waysFrom(model, key).keys()].flatMap((joint) => pinsOf.get(joint) ?? [])))
  return own
}

/** Whether a pin may drive a coil is asked with its command. */
const isCoil = (part: Part, { plus, minus }: Draw): boolean =>
  coilsOf(part).some(({ coil }) => coil.plus === plus && coil.minus === minus)

/** Whether it is fed with every button held that stands in its way: worked by hand, it is not missed in a state. */
function isFedByHand(context: Context, device: DeviceId): boolean {
  const hands = context.ways.flatMap((way) =>
    way.device !== device
      ? []
      : way.passages.flatMap(({ device: by, link }) => {
          const isHand = 'actuator' in link && moverOf(context.part(by), link).by === 'hand'
          return isHand ? [by] : []
        }),
  )
  if (hands.length === 0) return false
  const held = Object.fromEntries(
    hands.flatMap((by) => {
      const part = context.part(by)
      return isClosing(part) ? [[by, workedPositions(part)]] : []
    }),
  )
  return stillDrawing(context.plan, scenarioOf('buttons held', { held }), [device]) !== null
}

/**
 * Whether it is fed with every relay as one of its ways wants it, some of them at rest: a motor that two relays reverse, a lamp
 * that tells of a rest. With all of them on at once, as full work has it, nothing flows.
 */
function isFedAtRest(context: Context, device: DeviceId): boolean {
  return context.ways.some((way) => {
    if (way.device !== device) return false
    const moved = way.passages.flatMap(({ device: by, link }) =>
      'actuator' in link && isCommanded(context.part(by), link) ? [{ by, link }] : [],
    )
    if (!moved.some(({ by, link }) => isClosedAtRest(context.part(by), link))) return false
    const held: Record<DeviceId, Record<string, string>> = {}
    for (const { by, link } of moved) held[by] = { ...held[by], [link.actuator]: link.closedIn[0]! }
    return stillDrawing(context.plan, scenarioOf('relays as its way wants them', { held }), [device]) !== null
  })
}

/** The only source of its plus, where that is a lead from outside which no state has. */
function absentLead(context: Context, key: TerminalKey): DeviceId | null {
  const feeds = context.potentials(key).filter(({ kind }) => kind === '+')
  const isPlugged = Object.values(context.plan.states).some((state) => state!.sources.usb)
  const leads = feeds.filter(({ device }) => context.part(device).behaviour.kind === 'outside-source')
  return !isPlugged && feeds.length > 0 && leads.length === feeds.length ? leads[0]!.device : null
}

/** Whether it closes while it is held. */
const isClosing = (part: Part): boolean =>
  part.links.some((link) => link.kind === 'contact' && !isClosedAtRest(part, link))

/** The lead plugged in in every state of the plan. */
const pluggedIn = (context: Context, lead: DeviceId): Fix => ({
  label: `Have ${context.device(lead).tag} plugged in in every state`,
  commands: Object.entries(context.plan.states).map(([id, state]) => ({
    type: 'updateState',
    id: id as StateId,
    changes: { sources: { ...state!.sources, usb: true } },
  })),
})

export const loadNotFed = defineRule<Facts>({
  severity: 'stop',
  title: 'Wired, and fed in no state',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.draws.flatMap(({ device, draw, voltage_V }) => {
      if (context.device(device).origin === 'remove' || Object.values(voltage_V).some((value) => value !== null))
        return []
      const entry = context.part(device).draws.find(({ id }) => id === draw)!
      const isWired = [entry.plus, entry.minus].every((terminal) => context.isJoined(device, terminal))
      // What takes nothing in any state is not missed, and what cannot be solved is said elsewhere.
      const takes =
        drawPower_W(context.device(device), entry) > 0 &&
        Object.entries(context.plan.states).some(([, state]) => shareOf(state!, device, draw) > 0)
      const hasWay = context.ways.some((way) => way.device === device)
      if (hasWay && (isFedByHand(context, device) || isFedAtRest(context, device))) return []
      const current_A = isCoil(context.part(device), entry)
        ? 0
        : drawPower_W(context.device(device), entry) / entry.nominal_V
      if ([entry.plus, entry.minus].some((terminal) => isOnPin(context, device, terminal, current_A))) return []
      return isWired && takes && Object.values(context.reckoning.states).every(({ isSolved }) => isSolved)
        ? [{ device, draw, hasWay, lead: absentLead(context, terminalKey(device, entry.plus)) }]
        : []
    }),
  word: ({ device, draw, hasWay, lead }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    alike: `${hasWay} ${lead ?? ''}`,
    what: `${context.device(device).tag}, ${context.part(device).draws.find(({ id }) => id === draw)!.name}, has its wires and ${lead ? `is fed by ${context.device(lead).tag} alone, which is plugged in in no state of the plan` : 'nothing reaches it'}`,
    why: lead
      ? 'What runs on a lead from outside is reckoned in a state that has it. Say in Feed in which states it is plugged in.'
      : hasWay
        ? 'A contact or switch in its way is closed in no state of the plan. Add a state in which it is, or look what should close it.'
        : 'One of its sides leads to no source, or a supply on the way is not fed itself: a wire was left out, or lands elsewhere.',
    severity: lead ? 'note' : hasWay ? 'caution' : 'stop',
    fixes: lead ? [pluggedIn(context, lead)] : [],
  }),
})
