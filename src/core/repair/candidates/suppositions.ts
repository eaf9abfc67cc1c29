import { settlePlan } from '@/core/figures'
import { terminalKey } from '@/core/model'
import { formatNumber } from '@/core/quantity'
import {
  newCable,
  type CableId,
  type DeviceId,
  type Part,
  type Plan,
  type RacewayId,
  type TerminalId,
  type WireId,
} from '@/core/plan'
import type { Change } from '../change'
import type { Near } from '../near'

/** Warmer about it than a room is. */
const WARM_C = 35
const ROOM_C = 25
/** What the protective devices of a house part at the least, IEC 60898-1, 4.3.3 (from memory); and what a socket far from the house's own supply may give. */
const PARTS_A = 6000
const FAR_A = [3000, 1500, 1000] as const
/** Nearer than this two voltages are called the same: 24 V and what charges a battery of 24 V. */
const APART = 1.4
const MOST_SOURCES = 4
const MOST_VOLTS = 3

const supposed = (words: string, rank: number, suppose: Change['suppose']): Change => ({
  words,
  fix: null,
  suppose,
  rank,
  evidence: 1,
})

const isApart = (a: number, b: number) => Math.max(a, b) / Math.min(a, b) > APART

const volts = (value: number) => `${formatNumber(value)} V`

/** What no press mends, since it is another part or another place: told as the cause all the same. */
export const suppositions = (near: Near): readonly Change[] => [
  ...(VOLTS.has(near.rule) ? [] : otherVolts(near)),
  ...oneJacket(near),
  ...loadsAsMade(near),
  ...contactsTurned(near),
  ...roomElsewhere(near),
]

/** What tells that something was made for other volts: those are tried before all else. */
const VOLTS: ReadonlySet<string> = new Set([
  'voltage-beyond-range',
  'source-asked-too-much',
  'positives-joined',
  'relay-control-voltage',
])
const MOST_FIRST = 8

const otherVolts = (near: Near) => [...otherChargers(near), ...otherSupplies(near), ...otherLoads(near)]

/** What is out of the common and soon tried. */
export const firstSuppositions = (near: Near): readonly Change[] => [
  ...otherPlaces(near.plan),
  ...(VOLTS.has(near.rule) ? otherVolts(near).slice(0, MOST_FIRST) : []),
]

const withPart = (plan: Plan, id: DeviceId, part: Part): Plan => {
  const device = plan.devices[id]!
  const key = `${device.part}-supposed` as Plan['devices'][DeviceId]['part']
  return {
    ...plan,
    parts: { ...plan.parts, [key]: part },
    devices: { ...plan.devices, [id]: { ...device, part: key } },
  }
}

const everyPart = (plan: Plan) => Object.values(plan.devices).map((device) => plan.parts[device!.part]!)

/** A supply of other volts than what hangs on it wants. */
function otherSupplies({ plan, devices, rule }: Near): readonly Change[] {
  const parts = devices.map((id) => plan.parts[plan.devices[id]!.part]!)
  const wanted = [
    ...new Set([
      ...(rule === 'positives-joined' ? everyPart(plan) : parts).flatMap(({ draws }) =>
        draws.map(({ nominal_V }) => nominal_V),
      ),
      ...parts.flatMap(({ behaviour }) =>
        'outputs' in behaviour ? behaviour.outputs.map(({ voltage_V }) => voltage_V) : [],
      ),
    ]),
  ].slice(0, MOST_VOLTS)
  const sources = (Object.keys(plan.devices) as DeviceId[]).flatMap((id) => {
    const part = plan.parts[plan.devices[id]!.part]!
    return 'outputs' in part.behaviour ? [{ id, part, behaviour: part.behaviour }] : []
  })
  return sources.slice(0, MOST_SOURCES).flatMap(({ id, part, behaviour }) =>
    behaviour.outputs.flatMap((output) =>
      wanted
        .filter((each_V) => isApart(each_V, output.voltage_V))
        .map((each_V) =>
          supposed(
            `${plan.devices[id]!.tag} gives ${volts(output.voltage_V)} where ${volts(each_V)} are wanted`,
            2.1,
            (now) =>
              withPart(now, id, {
                ...part,
                behaviour: {
                  ...behaviour,
                  outputs: behaviour.outputs.map((own) => (own.id === output.id ? { ...own, voltage_V: each_V } : own)),
                } as Part['behaviour'],
              }),
          ),
        ),
    ),
  )
}

/** What tells that more flows than something is made for. */
const FLOWS: ReadonlySet<string> = new Set([
  'supply-overloaded',
  'wire-overloaded',
  'contact-overloaded',
  'fuse-overloaded',
  'source-asked-too-much',
  'bond-too-thin',
])

/** Loads of which somebody said that they take more than their parts do: all that was chosen for them is too small. */
function loadsAsMade({ plan, rule }: Near): readonly Change[] {
  if (!FLOWS.has(rule)) return []
  const said = (Object.keys(plan.devices) as DeviceId[]).filter((id) => {
    const { loads, part } = plan.devices[id]!
    return plan.parts[part]!.draws.some((draw) => {
      const own = (loads as Readonly<Record<string, { power_W?: number | null; current_A?: number | null }>>)[draw.id]
      const made_W = draw.power_W ?? (draw.current_A ?? 0) * draw.nominal_V
      const said_W = own ? (own.power_W ?? (own.current_A ?? 0) * draw.nominal_V) : 0
      return said_W > made_W * MORE
    })
  })
  if (said.length === 0) return []
  const tags = said.map((id) => plan.devices[id]!.tag)
  return [
    {
      ...supposed(
        `${tags.slice(0, 4).join(', ')}${tags.length > 4 ? ' and others' : ''} ${tags.length === 1 ? 'is said to take more than its part does' : 'are said to take more than their parts do'}`,
        2.2,
        (now) => ({
          ...now,
          devices: Object.fromEntries(
            Object.entries(now.devices).map(([id, device]) => [
              id,
              said.includes(id as DeviceId) ? { ...device!, loads: {} } : device,
            ]),
          ),
        }),
      ),
      // It explains several things at once, or something else is nearer.
      evidence: 3,
    },
  ]
}

/** Somebody's figure that is larger by this has a meaning. */
const MORE = 1.2

/** What charges a battery gives so much of what the battery is called; from memory. */
const CHARGES = 1.2

/** Something of other volts in a charger's place. */
function otherChargers({ plan, rule, devices }: Near): readonly Change[] {
  if (rule !== 'positives-joined') return []
  const batteries = devices.flatMap((id) => {
    const { behaviour } = plan.parts[plan.devices[id]!.part]!
    return behaviour.kind === 'battery' ? behaviour.outputs.map(({ voltage_V }) => voltage_V) : []
  })
  return devices.flatMap((id) => {
    const part = plan.parts[plan.devices[id]!.part]!
    const { behaviour } = part
    if (!('outputs' in behaviour) || behaviour.kind === 'battery') return []
    return batteries.flatMap((battery_V) =>
      behaviour.outputs.map((output) =>
        supposed(
          `${plan.devices[id]!.tag} gives ${volts(output.voltage_V)}, and what charges ${volts(battery_V)} gives ${volts(battery_V * CHARGES)}`,
          1.5,
          (now) =>
            withPart(now, id, {
              ...part,
              behaviour: {
                ...behaviour,
                outputs: behaviour.outputs.map((own) => ({
                  ...own,
                  voltage_V: battery_V * CHARGES,
                  // One that charges it gives what it takes.
                  current_A: own.current_A * 1.5,
                  limit_A: own.current_A * 1.5,
                })),
              } as Part['behaviour'],
            }),
        ),
      ),
    )
  })
}

/** What tells of leads that lie alone. */
const LONE: ReadonlySet<string> = new Set(['single-insulated', 'lead-misfits-gland', 'earth-conductor-thin'])

/** Single leads that were to lie in one jacket: those named, and all that run beside them. */
function oneJacket({ plan, rule, wires, endOf }: Near): readonly Change[] {
  if (!LONE.has(rule)) return []
  const between = (id: WireId) =>
    (['from', 'to'] as const)
      .map((side) => endOf(id, side)?.device ?? '')
      .sort()
      .join(' ')
  const [first] = wires
  if (first === undefined) return []
  const load = (['from', 'to'] as const).map((side) => endOf(first, side)?.device)
  const own = (Object.keys(plan.wires) as WireId[]).filter((id) => {
    const { cable, origin } = plan.wires[id]!
    const isBeside = (['from', 'to'] as const).some((side) => load.includes(endOf(id, side)?.device))
    const isMains = ['L', 'N', 'PE'].includes(plan.wires[id]!.function)
    return (
      cable === null &&
      origin !== 'remove' &&
      isMains &&
      (wires.includes(id) || between(id) === between(first) || isBeside)
    )
  })
  const outside = own.filter((id) => wires.includes(id) || plan.wires[id]!.function === 'PE')
  const names = outside.map((id) => plan.wires[id]!.label)
  return outside.length < 2
    ? []
    : [
        supposed(
          `${names.slice(0, -1).join(', ')} and ${names.at(-1)!} lie as single leads and in no jacket`,
          1.5,
          (now) => inOneCable(now, outside),
        ),
      ]
}

function inOneCable(plan: Plan, wires: readonly WireId[]): Plan {
  const id = 'cable:supposed' as CableId
  const cores = wires.map((wire, n) => ({
    id: String(n + 1),
    size: plan.wires[wire]!.size,
    colour: null,
    rated_V: null,
  }))
  return {
    ...plan,
    cables: {
      ...plan.cables,
      [id]: newCable({ name: 'Supposed', od_mm: null, premade: false, flexClass: 'chain', cores }),
    },
    wires: Object.fromEntries(
      Object.entries(plan.wires).map(([key, wire]) => {
        const n = wires.indexOf(key as WireId)
        return [
          key,
          n < 0
            ? wire
            : { ...wire!, cable: id, core: String(n + 1), jacket: 'jacketed' as const, flexClass: 'chain' as const },
        ]
      }),
    ),
  }
}

/** A load of other volts than it gets: its draws, its coils and their terminals as if they were made for those. */
function otherLoads({ plan, devices, rule }: Near): readonly Change[] {
  const given = new Set(
    Object.values(plan.devices).flatMap((device) => {
      const { behaviour } = plan.parts[device!.part]!
      return 'outputs' in behaviour ? behaviour.outputs.map(({ voltage_V }) => voltage_V) : []
    }),
  )
  // Of a source of which too much is asked, any that is made for less may be why.
  const asked = rule === 'source-asked-too-much' ? (Object.keys(plan.devices) as DeviceId[]) : devices
  return asked.flatMap((id) => {
    const part = plan.parts[plan.devices[id]!.part]!
    const [draw] = part.draws
    if (!draw || 'outputs' in part.behaviour) return []
    return [...given]
      .filter((each_V) => isApart(each_V, draw.nominal_V))
      .slice(0, MOST_VOLTS)
      .map((each_V) =>
        supposed(
          `${plan.devices[id]!.tag} is made for ${volts(draw.nominal_V)} and not for ${volts(each_V)}`,
          2,
          (now) => withPart(now, id, scaled(part, each_V / draw.nominal_V)),
        ),
      )
  })
}

/** With a load as if it were made for the volts of the supply that feeds it; null where it is, or where none does. */
export function asItIsFed(plan: Plan, id: DeviceId): Plan | null {
  const part = plan.parts[plan.devices[id]!.part]!
  const [draw] = part.draws
  if (!draw) return null
  const { model } = settlePlan(plan)
  // What its source gives, whatever it sags to under it; of a battery and its charger the battery.
  const given = model
    .potentialsOfJoint(model.jointOf(terminalKey(id, draw.plus)))
    .flatMap(({ kind, voltage_V }) => (kind === '+' && voltage_V !== null ? [voltage_V] : []))
  const given_V = given.length === 0 ? 0 : Math.min(...given)
  if (given_V === 0 || !isApart(given_V, draw.nominal_V)) return null
  return withPart(plan, id, scaled(part, given_V / draw.nominal_V))
}

function scaled(part: Part, by: number): Part {
  // What is made for less takes no more of it; and of more volts what is of the same watts takes less.
  const draws = part.draws.map((draw) => ({
    ...draw,
    power_W: draw.power_W === null ? null : draw.power_W * Math.min(1, by),
    current_A: draw.current_A === null ? null : draw.current_A / Math.max(1, by),
  }))
  const least = new Map(
    part.draws.flatMap(({ plus, minus, nominal_V }) => [plus, minus].map((end) => [end, nominal_V * by] as const)),
  )
  return {
    ...part,
    draws: times(draws, by),
    actuators: times(part.actuators, by),
    terminals: Object.fromEntries(
      (Object.entries(part.terminals) as [TerminalId, Part['terminals'][TerminalId]][]).map(([id, terminal]) => {
        const nominal_V = least.get(id)
        if (nominal_V === undefined) return [id, terminal]
        const made = times(terminal, by)
        // What was stated of its terminals for other volts than its own is none of the new ones.
        return [id, { ...made, min_V: made.min_V === null ? null : Math.min(made.min_V, nominal_V) }]
      }),
    ),
  }
}

/** Every figure of volts in it, so many times as much. */
function times<T>(value: T, by: number): T {
  if (Array.isArray(value)) return value.map((each: unknown) => times(each, by)) as T
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]: [string, unknown]) => [
      key,
      typeof inner === 'number' && key.endsWith('_V') ? inner * by : times(inner, by),
    ]),
  ) as T
}

/** A contact that closes where one was meant that opens, or the other way: all those that a hand, heat or a sensor moves. */
function contactsTurned({ plan, devices }: Near): readonly Change[] {
  return devices.flatMap((id) => {
    const { tag, part: key } = plan.devices[id]!
    const part = plan.parts[key]!
    const moved = part.actuators.filter(
      ({ by, positions }) => (by === 'hand' || by === 'heat') && positions.length === 2,
    )
    const of = (link: Part['links'][number]) =>
      link.kind === 'contact' ? moved.find((each) => each.id === link.actuator) : undefined
    const contacts = part.links.flatMap((link) => {
      const by = of(link)
      return link.kind === 'contact' && by ? [link.closedIn.includes(by.rest)] : []
    })
    // Where it has both, the other one is what a hand moves the leads to.
    const [isClosed] = contacts
    if (isClosed === undefined || contacts.some((each) => each !== isClosed)) return []
    const links = part.links.map((link) => {
      const by = of(link)
      if (link.kind !== 'contact' || !by) return link
      return { ...link, closedIn: by.positions.filter((each) => !link.closedIn.includes(each)) }
    })
    const [is, meant] = isClosed ? ['opens', 'closes'] : ['closes', 'opens']
    return [
      supposed(`${tag} ${is} a contact where one that ${meant} is wanted`, 1.9, (now) =>
        withPart(now, id, { ...part, links }),
      ),
    ]
  })
}

/** A part that lies where there is no room for it. */
const roomElsewhere = ({ plan, devices, isOfRoom }: Near): readonly Change[] =>
  (isOfRoom ? devices : [])
    .filter((id) => plan.devices[id]!.place.kind === 'face')
    .map((id) =>
      supposed(`${plan.devices[id]!.tag} lies where there is no room for it`, 1.8, (now) => ({
        ...now,
        devices: { ...now.devices, [id]: { ...now.devices[id]!, place: { kind: 'unplaced', enclosure: null } } },
      })),
    )

/** What is said of the site or of a way, where it is out of the common: few, and so tried first. */
function otherPlaces({ site, raceways }: Plan): readonly Change[] {
  const warm = (Object.keys(raceways) as RacewayId[]).filter((id) => (raceways[id]!.warm_C ?? 0) > WARM_C)
  return [
    ...[PARTS_A, ...FAR_A].flatMap((less_A) =>
      site.prospective_A !== null && site.prospective_A > PARTS_A
        ? [
            supposed(`the outlet can deliver ${formatNumber(site.prospective_A)} A into a short`, 1.5, (plan) => ({
              ...plan,
              site: { ...plan.site, prospective_A: less_A },
            })),
          ]
        : [],
    ),
    ...(site.ambient_C > WARM_C
      ? [
          supposed(`the air about it is ${formatNumber(site.ambient_C)} °C warm`, 1.5, (plan) => ({
            ...plan,
            site: { ...plan.site, ambient_C: ROOM_C },
          })),
        ]
      : []),
    ...warm.map((id) =>
      supposed(`${raceways[id]!.name} gets ${formatNumber(raceways[id]!.warm_C!)} °C warm`, 1.5, (plan) => ({
        ...plan,
        raceways: { ...plan.raceways, [id]: { ...plan.raceways[id]!, warm_C: null } },
      })),
    ),
  ]
}
