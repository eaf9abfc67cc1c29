import { cataloguePart, newDevice } from '@/core/catalogue'
import {
  emptyPlan, standardFaces, type CableId, type Device, type DeviceId, type Enclosure, type EnclosureId, type Part, type PartId, type Plan, type State, type StateId, type TerminalId, type Wire, type WireEnd, type WireFunction, type WireId,
} from '@/core/plan'

type Mutable<T> = { -readonly [K in keyof T]: T[K] }

/** A wire as it is before anyone decided anything: everything is reckoned. */
export function newWire(from: WireEnd, to: WireEnd, fn: WireFunction, label: string, rest: Partial<Wire> = {}): Wire {
  return {
    label, from, to, function: fn, size: null, construction: 'flexible', insulation_C: null, rated_V: fn === 'signal' ? 300 : 450, jacket: 'basic', flexClass: 'fixed', colour: null,
    fromTreatment: null, toTreatment: null, route: null, length_mm: null, measured_mm: null, cable: null, core: null, origin: 'new', knownFrom: 'sheet', note: '', ...rest,
  }
}

/** Writes a plan in a few lines: devices by tag, wires as "PS1.V+1" to "F2.IN". For patterns, demos and tests. */
export class PlanBuilder {
  private readonly plan: Mutable<Plan>

  constructor(name: string, region: 'IEC' | 'NEC', changes: Partial<Pick<Plan, 'description'>> & { readonly site?: Partial<Plan['site']>; readonly practice?: Partial<Plan['practice']> } = {}) {
    const base = emptyPlan(name, region)
    this.plan = { ...base, description: changes.description ?? '', site: { ...base.site, ...changes.site }, practice: { ...base.practice, ...changes.practice } }
  }

  box(key: string, enclosure: Omit<Enclosure, 'faces' | 'origin'>): this {
    this.plan.enclosures = { ...this.plan.enclosures, [`enclosure:${key}` as EnclosureId]: { ...enclosure, origin: 'new', faces: standardFaces(enclosure.inner) } }
    return this
  }

  part(key: string, part: Part): this {
    this.plan.parts = { ...this.plan.parts, [`part:${key}` as PartId]: part }
    return this
  }

  /** Adds a device of a part of the catalogue, or of one given with {@link part}. */
  device(tag: string, partKey: string, name?: string, rest: Partial<Device> = {}): this {
    const id = `part:${partKey}` as PartId
    const part = this.plan.parts[id] ?? cataloguePart(id).part
    this.plan.parts = { ...this.plan.parts, [id]: part }
    this.plan.devices = { ...this.plan.devices, [deviceIdOf(tag)]: newDevice(id, tag, name ?? part.name, rest) }
    return this
  }

  wire(from: string, to: string, fn: WireFunction, rest: Partial<Wire> = {}): this {
    const number = Object.keys(this.plan.wires).length + 1
    this.plan.wires = { ...this.plan.wires, [`wire:w${number}` as WireId]: newWire(endOf(from), endOf(to), fn, `W${number}`, rest) }
    return this
  }

  cable(key: string, cable: Plan['cables'][CableId]): this {
    this.plan.cables = { ...this.plan.cables, [`cable:${key}` as CableId]: cable }
    return this
  }

  state(key: string, state: Partial<State> & Pick<State, 'name'>): this {
    const base = this.plan.states['state:full' as StateId]!
    this.plan.states = { ...this.plan.states, [`state:${key}` as StateId]: { ...base, ...state } }
    return this
  }

  build(): Plan {
    return this.plan
  }
}

export function deviceIdOf(tag: string): DeviceId {
  return `device:${tag.toLowerCase()}` as DeviceId
}

/** "PS1.V+1" as a wire's end. */
export function endOf(text: string): WireEnd {
  const dot = text.indexOf('.')
  return { kind: 'terminal', device: deviceIdOf(text.slice(0, dot)), terminal: text.slice(dot + 1) as TerminalId }
}
