import { isHazard } from '@/core/behaviour'
import { type Scenario } from '@/core/figures'
import type { TerminalKey } from '@/core/model'
import { coilsOf, moverOf, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import {
  type Context,
  bridgeBetween,
  runsBy,
  takeOut,
  hasDetour,
  scenarioOf,
  defineRule,
  type Severity,
} from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly link: string
  readonly ends: readonly [TerminalKey, TerminalKey]
  readonly isFuse: boolean
  /** Not by wires alone: a fuse lies on the way past it. */
  readonly isPastFuse: boolean
}

export const contactBridged = defineRule<Facts>({
  severity: 'stop',
  title: 'A contact or fuse with a wire past it',
  stage: 'connect',
  source: SOURCES.iec60204Failure,
  find: ({ model, plan }) => {
    return model.passages.flatMap((passage): Facts[] => {
      const { device, link, a, b, jointA, jointB } = passage
      if (link.kind === 'resistance' || plan.devices[device]!.origin === 'remove' || jointA === jointB) return []
      const part = model.deviceById.get(device)!.part
      if ('actuator' in link && moverOf(part, link).by === 'setting') return []
      const isFuse = link.kind === 'protective'
      if (model.netOf(a) === model.netOf(b)) return [{ device, link: link.id, ends: [a, b], isFuse, isPastFuse: false }]
      return !isFuse && hasDetour(model, passage)
        ? [{ device, link: link.id, ends: [a, b], isFuse, isPastFuse: true }]
        : []
    })
  },
  word: ({ device, link, ends, isFuse, isPastFuse }, context) => {
    const { tag, name } = context.device(device)
    const bridge = isPastFuse ? null : bridgeBetween(context, ends)
    const harm = runsBy(context, bridge, opened(context, device, link))
    return {
      subjects: [{ kind: 'device', id: device }],
      // The poles of one switch are bridged in one go.
      alike: `${device} ${isFuse} ${isPastFuse}`,
      what: `${tag}, ${name}: both ends of its ${isFuse ? 'fuse' : 'contact'} ${link} are joined by wires${isPastFuse ? ' and fuses beside it' : ''}`,
      why: isFuse
        ? 'The current goes past the fuse: it never blows. Take the wire off that joins its two ends.'
        : 'Whatever it does, what it should part stays joined: a bridged stop stops nothing, a bridged cut-out or relay leaves the heat on. Take the wire off that joins its two ends.',
      fixes: takeOut(context, bridge),
      ...(harm ? { harm } : {}),
      // Past a fuse of another way it takes that fuse's leads with it, whatever it works.
      severity: isPastFuse ? 'stop' : severityOf(context, device),
    }
  },
})

/** The contact where it parts its two ends. */
function opened(context: Context, device: DeviceId, id: string): Scenario {
  const part = context.part(device)
  const link = part.links.find((each) => each.id === id)
  if (!link || !('actuator' in link)) return scenarioOf(`${context.device(device).tag} as it is`, {})
  const open = moverOf(part, link).positions.find((position) => !link.closedIn.includes(position))
  const isPressed = part.behaviour.kind === 'emergency-stop' || part.behaviour.kind === 'button'
  return scenarioOf(`${context.device(device).tag} ${isPressed ? 'pressed' : 'open'}`, {
    held: open === undefined ? {} : { [device]: { [link.actuator]: open } },
  })
}

/** A lamp's own switch that is bridged only burns on. */
function severityOf(context: Context, device: DeviceId): Severity {
  const { kind } = context.part(device).behaviour
  if (kind !== 'switch' && kind !== 'button') return 'stop'
  return servesOnlyMild(context, device, new Set()) ? 'caution' : 'stop'
}

/** Whether all that it switches is mild, by the contacts that its relays work too. */
function servesOnlyMild(context: Context, device: DeviceId, seen: ReadonlySet<DeviceId>): boolean {
  if (seen.has(device)) return true
  const served = context.ways.filter(({ passages }) => passages.some((passage) => passage.device === device))
  return (
    served.length > 0 &&
    served.every(({ isMains, device: load }) => {
      const part = context.part(load)
      if (isMains || isHazard(part)) return false
      return coilsOf(part).length === 0 || servesOnlyMild(context, load, new Set([...seen, device]))
    })
  )
}
