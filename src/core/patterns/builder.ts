import { cataloguePart, newDevice } from '@/core/catalogue'
import { glandThread } from '@/core/reference'
import {
  newWire,
  emptyPlan,
  standardFaces,
  type CableGiven,
  type CableId,
  type DeviceGiven,
  type DeviceId,
  type EnclosureGiven,
  type EnclosureId,
  type FaceId,
  type Part,
  type PartId,
  type Plan,
  type RacewayGiven,
  type RacewayId,
  type State,
  type StateId,
  type TerminalId,
  type Wire,
  type WireEnd,
  type WireFunction,
  type WireId,
} from '@/core/plan'
import { makeEnclosure, makeRaceway, makeCable } from '@/core/plan/schema'

type Mutable<T> = { -readonly [K in keyof T]: T[K] }

/** Writes a plan in a few lines: devices by tag, wires as "PS1.V+1" to "F2.IN". For patterns, demos and tests. */
export class PlanBuilder {
  private readonly plan: Mutable<Plan>

  constructor(
    name: string,
    region: 'IEC' | 'NEC',
    changes: Partial<Pick<Plan, 'description'>> & {
      readonly site?: Partial<Plan['site']>
      readonly practice?: Partial<Plan['practice']>
    } = {},
  ) {
    const base = emptyPlan(name, region)
    this.plan = {
      ...base,
      description: changes.description ?? '',
      site: { ...base.site, ...changes.site },
      practice: { ...base.practice, ...changes.practice },
    }
  }

  box(key: string, enclosure: Omit<EnclosureGiven, 'faces' | 'origin'>): this {
    this.plan.enclosures = {
      ...this.plan.enclosures,
      [`enclosure:${key}` as EnclosureId]: makeEnclosure({
        ...enclosure,
        origin: 'new',
        faces: standardFaces(enclosure.inner),
      }),
    }
    return this
  }

  part(key: string, part: Part): this {
    this.plan.parts = { ...this.plan.parts, [`part:${key}` as PartId]: part }
    return this
  }

  /** Adds a device of a part of the catalogue, or of one given with {@link part}. */
  device(tag: string, partKey: string, name?: string, rest: Partial<DeviceGiven> = {}): this {
    const id = `part:${partKey}` as PartId
    const part = this.plan.parts[id] ?? cataloguePart(id).part
    this.plan.parts = { ...this.plan.parts, [id]: part }
    this.plan.devices = { ...this.plan.devices, [deviceIdOf(tag)]: newDevice(id, tag, name ?? part.name, rest) }
    return this
  }

  wire(from: string, to: string, fn: WireFunction, rest: Partial<Wire> = {}): this {
    const number = Object.keys(this.plan.wires).length + 1
    this.plan.wires = {
      ...this.plan.wires,
      [`wire:w${number}` as WireId]: newWire(endOf(from), endOf(to), fn, `W${number}`, rest),
    }
    return this
  }

  /** Puts a device onto a face of the box made last. */
  place(tag: string, face: string, x_mm: number, y_mm: number, rotation_deg: 0 | 90 | 180 | 270 = 0): this {
    const id = deviceIdOf(tag)
    this.plan.devices = {
      ...this.plan.devices,
      [id]: {
        ...this.plan.devices[id]!,
        place: { kind: 'face', enclosure: this.lastBox(), face: `face:${face}` as FaceId, x_mm, y_mm, rotation_deg },
      },
    }
    return this
  }

  rail(face: string, x_mm: number, y_mm: number, length_mm: number, axis: 'across' | 'down' = 'across'): this {
    const id = this.lastBox()
    const box = this.plan.enclosures[id]!
    const key = `face:${face}` as FaceId
    const data = box.faces[key]!
    const { rails } = data
    this.plan.enclosures = {
      ...this.plan.enclosures,
      [id]: {
        ...box,
        faces: {
          ...box.faces,
          [key]: { ...data, rails: [...rails, { id: `r${rails.length + 1}`, x_mm, y_mm, length_mm, axis }] },
        },
      },
    }
    return this
  }

  duct(face: string, x_mm: number, y_mm: number, length_mm: number, axis: 'across' | 'down' = 'across'): this {
    const n = Object.values(this.plan.raceways).filter(({ kind }) => kind === 'duct').length + 1
    return this.raceway(`duct${n}`, {
      name: `Duct ${n}`,
      kind: 'duct',
      width_mm: 30,
      height_mm: 40,
      length_mm,
      fillLimit_percent: 60,
      at: { face: `face:${face}` as FaceId, x_mm, y_mm, axis },
    })
  }

  gland(name: string, thread: string, face: string, x_mm: number, y_mm: number, isBlanked = false): this {
    const size = glandThread(thread)
    if (!size) throw new Error(`There is no gland thread "${thread}"`)
    const n = Object.values(this.plan.raceways).filter(({ kind }) => kind === 'gland').length + 1
    return this.raceway(`gland${n}`, {
      name,
      kind: 'gland',
      width_mm: size.thread_mm,
      height_mm: size.thread_mm,
      length_mm: 30,
      fillLimit_percent: 100,
      thread: size.size,
      at: { face: `face:${face}` as FaceId, x_mm, y_mm, axis: 'across' },
      ...(isBlanked ? { isBlanked } : {}),
    })
  }

  private raceway(
    key: string,
    raceway: Omit<RacewayGiven, 'enclosure' | 'bendRadius_mm' | 'travel_mm' | 'joins' | 'origin'>,
  ): this {
    this.plan.raceways = {
      ...this.plan.raceways,
      [`raceway:${key}` as RacewayId]: makeRaceway({
        enclosure: this.lastBox(),
        bendRadius_mm: null,
        travel_mm: null,
        joins: [],
        origin: 'new',
        ...raceway,
      }),
    }
    return this
  }

  private lastBox(): EnclosureId {
    const id = Object.keys(this.plan.enclosures).at(-1) as EnclosureId | undefined
    if (!id) throw new Error('There is no box yet')
    return id
  }

  cable(key: string, cable: CableGiven): this {
    this.plan.cables = { ...this.plan.cables, [`cable:${key}` as CableId]: makeCable(cable) }
    return this
  }

  state(key: string, state: Partial<State> & Pick<State, 'name'>): this {
    const base = this.plan.states['state:full' as StateId]!
    this.plan.states = { ...this.plan.states, [`state:${key}` as StateId]: { ...base, ...state } }
    return this
  }

  /** What goes to a device in the field runs in a jacket. */
  jacketOutside(): this {
    const isOutside = (end: WireEnd) => end.kind === 'terminal' && this.plan.devices[end.device]!.place.kind === 'field'
    this.plan.wires = Object.fromEntries(
      Object.entries(this.plan.wires).map(([id, wire]) => [
        id,
        isOutside(wire!.from) || isOutside(wire!.to) ? { ...wire!, jacket: 'jacketed' } : wire!,
      ]),
    )
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
