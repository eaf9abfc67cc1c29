import { deviceIdOf, endOf } from '@/core/patterns'
import {
  landingOf,
  type Device,
  type DeviceId,
  type Part,
  type PartId,
  type Plan,
  type Site,
  type Wire,
  type WireEnd,
  type WireFunction,
  type WireId,
  newWire,
} from '@/core/plan'

/** What a person does to a plan, or to the bench it describes, in one stroke. */
export type Edit = (plan: Plan) => Plan

const isAt = (plan: Plan, end: WireEnd, text: string) => {
  const wanted = endOf(text)
  const at = landingOf(plan, end)
  return wanted.kind === 'terminal' && at?.device === wanted.device && at.terminal === wanted.terminal
}

/** The wire between two terminals, "PS1.V+1 > F2.IN", whichever way it was entered. */
function wireBetween(plan: Plan, text: string): WireId {
  const [a, b] = text.split(' > ') as [string, string]
  const found = Object.entries(plan.wires).find(
    ([, wire]) =>
      (isAt(plan, wire!.from, a) && isAt(plan, wire!.to, b)) || (isAt(plan, wire!.from, b) && isAt(plan, wire!.to, a)),
  )
  if (!found) throw new Error(`No wire "${text}"`)
  return found[0] as WireId
}

const withWire = (plan: Plan, id: WireId, changes: Partial<Wire>): Plan => ({
  ...plan,
  wires: { ...plan.wires, [id]: { ...plan.wires[id]!, ...changes } },
})

export const all =
  (...edits: readonly Edit[]): Edit =>
  (plan) =>
    edits.reduce((now, edit) => edit(now), plan)

/** Leaves a wire out. */
export const cut =
  (text: string): Edit =>
  (plan) => {
    const gone = wireBetween(plan, text)
    return { ...plan, wires: Object.fromEntries(Object.entries(plan.wires).filter(([id]) => id !== gone)) }
  }

/** Lands one end of a wire, the second that is named, elsewhere. */
export const land =
  (text: string, at: string): Edit =>
  (plan) => {
    const id = wireBetween(plan, text)
    const second = text.split(' > ')[1]!
    return withWire(plan, id, { [isAt(plan, plan.wires[id]!.to, second) ? 'to' : 'from']: endOf(at) })
  }

/** Exchanges everything that lands on two terminals. */
export const exchange =
  (a: string, b: string): Edit =>
  (plan) => {
    const swap = (end: WireEnd) => (isAt(plan, end, a) ? endOf(b) : isAt(plan, end, b) ? endOf(a) : end)
    return {
      ...plan,
      wires: Object.fromEntries(
        Object.entries(plan.wires).map(([id, wire]) => [id, { ...wire!, from: swap(wire!.from), to: swap(wire!.to) }]),
      ),
    }
  }

export const join =
  (text: string, fn: WireFunction, rest: Partial<Wire> = {}): Edit =>
  (plan) => {
    const [a, b] = text.split(' > ') as [string, string]
    const n = Object.keys(plan.wires).length + 1
    return {
      ...plan,
      wires: { ...plan.wires, [`wire:x${n}`]: newWire(endOf(a), endOf(b), fn, `X${n}`, rest) },
    }
  }

export const wire =
  (text: string, changes: Partial<Wire>): Edit =>
  (plan) =>
    withWire(plan, wireBetween(plan, text), changes)

export const device =
  (tag: string, changes: Partial<Device>): Edit =>
  (plan) => {
    const id = deviceIdOf(tag)
    if (!plan.devices[id]) throw new Error(`No device "${tag}"`)
    return { ...plan, devices: { ...plan.devices, [id]: { ...plan.devices[id]!, ...changes } } }
  }

/** Takes a device off with all that lands on it. */
export const drop =
  (tag: string): Edit =>
  (plan) => {
    const gone = deviceIdOf(tag)
    const touches = (end: WireEnd) => landingOf(plan, end)?.device === gone
    return {
      ...plan,
      devices: Object.fromEntries(Object.entries(plan.devices).filter(([id]) => id !== gone)),
      wires: Object.fromEntries(
        Object.entries(plan.wires).filter(([, each]) => !touches(each!.from) && !touches(each!.to)),
      ),
    }
  }

/** Another part in a device's place, its wires on the terminals of the same names. */
export const takesPart =
  (tag: string, part: Part): Edit =>
  (plan) => {
    const key = `part:other-${tag.toLowerCase()}` as PartId
    return device(tag, { part: key })({ ...plan, parts: { ...plan.parts, [key]: part } })
  }

/** The part of a device altered, for this device alone. */
export const part =
  (tag: string, change: (part: Part) => Part): Edit =>
  (plan) =>
    takesPart(tag, change(plan.parts[plan.devices[deviceIdOf(tag)]!.part]!))(plan)

export const fit =
  (tag: string, link: string, rating_A: number | null): Edit =>
  (plan) => {
    const own = plan.devices[deviceIdOf(tag)]!
    const { [link]: before, ...others } = own.fitted as Record<string, NonNullable<Device['fitted'][string]>>
    return device(tag, {
      fitted: rating_A === null ? others : { ...others, [link]: { ...before!, rating_A } },
    })(plan)
  }

export const setting =
  (tag: string, key: string, value: string): Edit =>
  (plan) =>
    device(tag, { settings: { ...plan.devices[deviceIdOf(tag)]!.settings, [key]: value } })(plan)

export const site =
  (changes: Partial<Site>): Edit =>
  (plan) => ({ ...plan, site: { ...plan.site, ...changes } })

export const id = (tag: string): DeviceId => deviceIdOf(tag)
