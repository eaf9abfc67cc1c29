import { allOn, settle, type Conditions, type Model, type Mover, type Passage, type Situation } from '@/core/model'
import { isClosedAtRest, isCommanded, moverOf, type DeviceId, type Part, type Plan } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import { step, type Trace } from '@/core/trace'
import type { FeedWay } from './feedWays'
import { runningDevices } from './fed'
import { commandedMovers, heldAt, heldButtons, idleHeld, withHeld } from './hands'
import { settled } from './solved'

export const CONTROL_CASES = ['power-cut', 'controller-off', 'controller-starting', 'wire-broken'] as const
export type ControlCase = (typeof CONTROL_CASES)[number]

export type SafeVerdict = 'off' | 'on' | 'unknown'

/** What a load does when control is lost. */
export interface SafeStateReckoning {
  readonly device: DeviceId
  readonly wanted: 'off' | 'on'
  readonly cases: Readonly<Record<ControlCase, SafeVerdict>>
  readonly by: readonly DeviceId[]
  readonly trace: Trace
}

/**
 * For every load whose state without control matters: what it does in each of the four cases. Solved with every command let
 * go, and again with all inputs worked of which nobody knows: what is on in one and off in the other, nobody knows.
 */
export function reckonSafeStates(
  plan: Plan,
  model: Model,
  conditions: Conditions,
  ways: readonly FeedWay[],
): SafeStateReckoning[] {
  const wanted = model.devices.flatMap(({ id, device }) => {
    const way = device.safeState === null ? undefined : ways.find((each) => each.device === id)
    return way ? [{ id, wanted: device.safeState!, way }] : []
  })
  if (wanted.length === 0) return []
  const fed = fedWithoutControl(model, conditions)
  return wanted.map(({ id, wanted: safe, way }) => {
    const by = way.passages.filter((passage) => isSwitchedByCommand(plan, passage))
    return {
      device: id,
      wanted: safe,
      cases: casesOf(id, safe, fed),
      by: [...new Set(by.map(({ device }) => device))],
      trace: [
        step(
          'Switched by',
          by.length === 0
            ? 'nothing that a controller commands: it runs while there is power'
            : by.map((passage) => switchWords(plan, passage)).join(', then '),
          'the plan',
        ),
        step(
          'Solved',
          'with every command let go, and again with each input worked that may float or be held low',
          'solved network',
        ),
        step('Wanted', `${safe} when control is lost`, cite(SOURCES.iec60204Failure)),
      ],
    }
  })
}

/** Devices that are fed with all commands let go; those that are while what a press had started holds itself; and with those inputs worked of which nobody knows. */
interface WithoutControl {
  readonly atRest: ReadonlySet<DeviceId>
  readonly onceStarted: ReadonlySet<DeviceId>
  readonly whileOff: ReadonlySet<DeviceId>
  readonly whileBroken: ReadonlySet<DeviceId>
}

function fedWithoutControl(model: Model, conditions: Conditions): WithoutControl {
  const atRest = runningDevices(model, settled(model, conditions, 'idle'))
  const { whileOff, whileBroken } = inputsOfNobody(model)
  const worked = (unknown: ReadonlySet<string>): ReadonlySet<DeviceId> => {
    if (unknown.size === 0) return atRest
    return runningDevices(model, settle(model, unledBy(model, unknown), conditions))
  }
  return {
    atRest,
    onceStarted: fedOnceStarted(model, conditions),
    whileOff: worked(whileOff),
    whileBroken: worked(whileBroken),
  }
}

/** Buttons were held and let go, and what they started holds itself; no program commands anything. */
function fedOnceStarted(model: Model, conditions: Conditions): ReadonlySet<DeviceId> {
  const buttons = heldButtons(model)
  if (Object.keys(buttons).length === 0) return new Set()
  const idle = idleHeld(model)
  const { positions } = settle(model, allOn({ held: withHeld(idle, buttons), memory: 'rest' }), conditions)
  return runningDevices(model, settle(model, allOn({ held: idle, memory: positions }), conditions))
}

/** No program commands anything, and these inputs are worked all the same. */
export const unledBy = (model: Model, worked: ReadonlySet<string>): Situation =>
  allOn({
    held: heldAt(commandedMovers(model), ({ id, actuator, service }) => (worked.has(id) ? service : actuator.rest)),
    memory: 'rest',
  })

/** Inputs of which nobody knows whether they are worked, by the ids of their movers. */
export function inputsOfNobody(model: Model): Readonly<Record<'whileOff' | 'whileBroken', ReadonlySet<string>>> {
  const such = (isUnknown: (part: Part, mover: Mover) => boolean) =>
    new Set(
      commandedMovers(model)
        .filter((mover) => isUnknown(model.deviceById.get(mover.device)!.part, mover))
        .map(({ id }) => id),
    )
  return {
    // A dead controller may hold an input low, and a starting one lets it float.
    whileOff: such((part, { actuator }) => actuator.coil?.activeLow === true || mayFloat(part, actuator)),
    whileBroken: such((part, { actuator }) => mayFloat(part, actuator)),
  }
}

/** Whether the gate of a transistor keeps whatever charge it has while nothing drives it: nothing pulls it down, and it takes no current. */
function mayFloat(part: Part, { id, coil }: Mover['actuator']): boolean {
  if (!coil || coil.hasPullDown === true || part.behaviour.kind === 'solid-state-relay') return false
  return part.links.some((link) => link.kind === 'semiconductor' && link.actuator === id)
}

function casesOf(
  id: DeviceId,
  wanted: 'off' | 'on',
  { atRest, onceStarted, whileOff, whileBroken }: WithoutControl,
): SafeStateReckoning['cases'] {
  // What is to be off may be on already when control is lost.
  const isHeld = wanted === 'off' && onceStarted.has(id)
  const verdict = (other: ReadonlySet<DeviceId>): SafeVerdict =>
    isHeld ? 'on' : atRest.has(id) !== other.has(id) ? 'unknown' : atRest.has(id) ? 'on' : 'off'
  return {
    'power-cut': 'off',
    'controller-off': verdict(whileOff),
    'controller-starting': verdict(whileOff),
    'wire-broken': verdict(whileBroken),
  }
}

const isSwitchedByCommand = (plan: Plan, { device, link }: Passage): boolean =>
  link.kind === 'semiconductor' ||
  (link.kind === 'contact' && isCommanded(plan.parts[plan.devices[device]!.part]!, link))

/** "K1 (contact, open at rest, works when its input is low)". */
function switchWords(plan: Plan, { device, link }: Passage): string {
  const part = plan.parts[plan.devices[device]!.part]!
  const words: string[] = []
  if (link.kind === 'contact') {
    words.push('contact', `${isClosedAtRest(part, link) ? 'closed' : 'open'} at rest`)
    if (moverOf(part, link).coil?.activeLow) words.push('works when its input is low')
  } else if (link.kind === 'semiconductor') {
    const mover = moverOf(part, link)
    words.push(mover.by === 'firmware' ? 'output of the board' : 'transistor')
    if (mayFloat(part, mover)) words.push('gate may float')
  }
  return `${plan.devices[device]!.tag} (${words.join(', ')})`
}
