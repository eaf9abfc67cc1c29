import { allOn, situationOf, type Model, type Mover, type Situation, type Solution } from '@/core/model'
import { type DeviceId, type Part, type Plan, type StateId } from '@/core/plan'
import {
  commandedMovers,
  heldAt,
  heldButtons,
  idleHeld,
  withHeld,
  workedPosition,
  workedPositions,
  type Held,
} from './hands'
import { inputsOfNobody, unledBy } from './safeStates'
import { isReadContact, sensesOf } from './senses'
import { usualSituation } from './solved'
import { isStop } from './stops'

/** In the order in which a person asks. */
export const SITUATION_GROUPS = {
  states: 'As planned',
  power: 'Power comes and goes',
  stops: 'Stops and guards',
  hands: 'Worked by hand',
  control: 'Control is lost',
  commands: 'Each command alone',
  senses: 'Each sensor alone',
} as const
export type SituationGroup = keyof typeof SITUATION_GROUPS

/** Something that happens, and what is solved for it. */
export interface BehaviourSituation {
  readonly id: string
  readonly group: SituationGroup
  /** "S1 pressed": the head of its column. */
  readonly title: string
  /** In full: who holds what, what feeds, whether programs run. */
  readonly words: string
  /** The situation that it is looked at beside, by id: what is otherwise there is its doing. */
  readonly against: string | null
  /** What it gives is a stand-in: that an input answers is told, not what it reads. */
  readonly isStandIn: boolean
  /** What is worked. */
  readonly device: DeviceId | null
  /**
   * What is solved. Of several, nobody knows which it will be: where they differ, a thing is neither on nor off.
   *
   * @param solved what another situation settled at
   */
  make(solved: (id: string) => Solution): readonly Situation[]
  /** How hard things are asked to run; null where all are asked for all. */
  readonly state: StateId | null
}

export const EVERYTHING = 'everything'
export const IDLE = 'idle'
const HANDS_ON = 'buttons held'

const COMMON = { device: null, isStandIn: false, state: null, against: null } as const

/** All that is looked at in a plan, in groups; those with nothing to work in this plan are left out. */
export function situationsOf(plan: Plan, model: Model): readonly BehaviourSituation[] {
  return [
    ...stateSituations(plan),
    ...powerSituations(model),
    ...stopSituations(model),
    ...handSituations(model),
    ...controlSituations(model),
    ...commandSituations(model),
    ...senseSituations(plan, model),
  ]
}

const stateSituations = (plan: Plan): BehaviourSituation[] =>
  (Object.keys(plan.states) as StateId[]).map((id) => ({
    ...COMMON,
    id,
    group: 'states',
    title: plan.states[id]!.name,
    words: `State “${plan.states[id]!.name}”, its loads as hard as it says`,
    state: id,
    make: () => [situationOf(plan, id)],
  }))

const SOURCE_WORDS = { mains: 'the mains', usb: 'USB or another device', battery: 'the battery' } as const

function powerSituations(model: Model): BehaviourSituation[] {
  const kinds = new Set(model.devices.flatMap(({ part }) => sourceKind(part) ?? []))
  const isMixed = kinds.size > 1
  const only = (kind: keyof typeof SOURCE_WORDS) => ({ mains: false, usb: false, battery: false, [kind]: true })
  return [
    {
      ...COMMON,
      id: EVERYTHING,
      group: 'power',
      title: 'Everything on',
      words:
        'Fed from everything there is, every program running and commanding all that it can, nobody’s hand on a button',
      make: () => [usualSituation(model, 'hands off')],
    },
    {
      ...COMMON,
      id: IDLE,
      group: 'power',
      title: 'Power back, nobody there',
      words:
        'The power comes back after a cut: maintained switches stand as in service, nobody’s hand on a button, no program commands anything yet, coils begin at rest',
      make: () => [usualSituation(model, 'idle')],
    },
    ...(kinds.has('mains') && kinds.size > 2
      ? [
          {
            ...COMMON,
            id: 'mains gone',
            group: 'power' as const,
            title: 'Mains gone',
            words:
              'The mains is gone, everything else that feeds is there, and every program that still runs commands all that it can',
            against: EVERYTHING,
            make: () => [allOn({ sources: { mains: false, usb: true, battery: true } })],
          },
        ]
      : []),
    ...(isMixed
      ? [...kinds].map((kind) => ({
          ...COMMON,
          id: `only ${kind}`,
          group: 'power' as const,
          title: `Fed by ${SOURCE_WORDS[kind]} alone`,
          words: `Nothing feeds but ${SOURCE_WORDS[kind]}; programs that run command all that they can`,
          against: EVERYTHING,
          make: () => [allOn({ sources: only(kind) })],
        }))
      : []),
  ]
}

function sourceKind({ behaviour }: Part): keyof typeof SOURCE_WORDS | null {
  if (behaviour.kind === 'mains-inlet' || behaviour.kind === 'adapter') return 'mains'
  if (behaviour.kind === 'outside-source') return 'usb'
  return behaviour.kind === 'battery' ? 'battery' : null
}

function stopSituations(model: Model): BehaviourSituation[] {
  const stops = model.devices.filter(({ part, device }) => isStop(part) && device.origin !== 'remove')
  if (stops.length === 0) return []
  const buttons = heldButtons(model)
  const hasButtons = Object.keys(buttons).length > 0
  const tags = Object.keys(buttons).map((id) => model.deviceById.get(id as DeviceId)!.device.tag)
  return [
    ...(hasButtons
      ? [
          {
            ...COMMON,
            id: HANDS_ON,
            group: 'stops' as const,
            title: `${tags.join(', ')} held`,
            words: `${tags.join(', ')} held down, every program running, no stop pressed`,
            against: EVERYTHING,
            make: () => [allOn({ held: buttons })],
          },
        ]
      : []),
    ...stops.flatMap(({ id, device, part }): BehaviourSituation[] => {
      const own = { ...COMMON, group: 'stops' as const, device: id }
      const worked: Held = { [id]: workedPositions(part) }
      const pressed = `pressed ${id}`
      const how = part.behaviour.kind === 'emergency-stop' ? 'pressed' : 'pressed or opened'
      return [
        {
          ...own,
          id: pressed,
          title: `${device.tag} ${how}`,
          words: `${device.tag}, ${device.name}, ${how}, every program running, nobody’s hand on a start button`,
          against: EVERYTHING,
          make: () => [allOn({ held: worked })],
        },
        ...(hasButtons
          ? [
              {
                ...own,
                id: `held ${id}`,
                title: `${device.tag} ${how}, ${tags.join(', ')} held`,
                words: `${device.tag}, ${device.name}, ${how} while ${tags.join(', ')} ${tags.length > 1 ? 'are' : 'is'} held down, every program running`,
                against: HANDS_ON,
                make: () => [allOn({ held: withHeld(buttons, worked) })],
              },
            ]
          : []),
        {
          ...own,
          id: `let go ${id}`,
          title: `${device.tag} let go again`,
          words: `${device.tag}, ${device.name}, let go after it was pressed, every program running still: what starts now, starts by itself`,
          against: pressed,
          make: (solved) => [allOn({ memory: solved(pressed).positions })],
        },
      ]
    }),
  ]
}

/** What a hand works besides stops: buttons that spring back are held and let go, what stays where it is put is put otherwise. */
function handSituations(model: Model): BehaviourSituation[] {
  return handMovers(model).flatMap((mover): BehaviourSituation[] => {
    const { device: id, actuator, service } = mover
    const { device, part } = model.deviceById.get(id)!
    const name = nameOf(device.tag, part, mover)
    if (service !== actuator.rest)
      return actuator.positions
        .filter((position) => position !== service)
        .map((position) => ({
          ...COMMON,
          id: `put ${mover.id} ${position}`,
          group: 'hands',
          title: actuator.positions.length > 2 ? `${name} at “${position}”` : `${name} switched over`,
          words: `${name}, ${device.name}, put at “${position}” instead of “${service}”, every program running`,
          against: EVERYTHING,
          device: id,
          make: () => [allOn({ held: heldAt([mover], () => position) })],
        }))
    const held = heldAt([mover], () => workedPosition(mover))
    const idle = idleHeld(model)
    return [
      {
        ...COMMON,
        id: `hold ${mover.id}`,
        group: 'hands',
        title: `${name} held`,
        words: `${name}, ${device.name}, held down with the power on; no program commands anything`,
        against: IDLE,
        device: id,
        make: () => [allOn({ held: withHeld(idle, held), memory: 'rest' })],
      },
      {
        ...COMMON,
        id: `release ${mover.id}`,
        group: 'hands',
        title: `${name} let go`,
        words: `${name}, ${device.name}, let go after it was held: what stays in holds itself; no program commands anything`,
        against: IDLE,
        device: id,
        make: (solved) => [allOn({ held: idle, memory: solved(`hold ${mover.id}`).positions })],
      },
    ]
  })
}

const handMovers = (model: Model): readonly Mover[] =>
  model.movers.filter((mover) => {
    const { device, part } = model.deviceById.get(mover.device)!
    return mover.actuator.by === 'hand' && device.origin !== 'remove' && !isStop(part) && !isReadContact(model, mover)
  })

/** "K2", or "K2 channel 1" where a part has several. */
function nameOf(tag: string, part: Part, { actuator }: Mover): string {
  const like = part.actuators.filter(({ by }) => by === actuator.by)
  return like.length > 1 ? `${tag} ${actuator.name}` : tag
}

function controlSituations(model: Model): BehaviourSituation[] {
  if (commandedMovers(model).length === 0) return []
  const situation = (id: string, title: string, words: string, unknown: ReadonlySet<string>): BehaviourSituation => ({
    ...COMMON,
    id,
    group: 'control',
    title,
    words,
    make: () => [usualSituation(model, 'idle'), ...(unknown.size > 0 ? [unledBy(model, unknown)] : [])],
  })
  const { whileOff, whileBroken } = inputsOfNobody(model)
  return [
    situation(
      'controller off',
      'Controller off, or starting',
      'The power is on and the program does not run, or starts and its pins float; inputs that may be held low or float are solved both ways',
      whileOff,
    ),
    situation(
      'wire broken',
      'Control leads broken',
      'The power is on and every lead by which a program commands something is broken; gates that may float are solved both ways',
      whileBroken,
    ),
  ]
}

function commandSituations(model: Model): BehaviourSituation[] {
  const commanded = commandedMovers(model).filter(
    ({ device }) => model.deviceById.get(device)!.device.origin !== 'remove',
  )
  const idle = idleHeld(model)
  return commanded.map((mover) => {
    const { device, part } = model.deviceById.get(mover.device)!
    const name = nameOf(device.tag, part, mover)
    return {
      ...COMMON,
      id: `command ${mover.id}`,
      group: 'commands',
      title: name,
      words: `${name} of ${device.name} commanded, and nothing else`,
      against: IDLE,
      device: mover.device,
      make: () => [
        allOn({
          held: withHeld(
            idle,
            heldAt([mover], () => workedPosition(mover)),
          ),
          memory: 'rest',
        }),
      ],
    }
  })
}

function senseSituations(plan: Plan, model: Model): BehaviourSituation[] {
  const idle = idleHeld(model)
  return sensesOf(plan, model).map(({ id, device, title, words, held, across }) => ({
    ...COMMON,
    id: `sense ${id}`,
    group: 'senses',
    isStandIn: across.length > 0,
    title,
    words,
    against: IDLE,
    device,
    make: () => [allOn({ held: withHeld(idle, held), memory: 'rest', across })],
  }))
}
