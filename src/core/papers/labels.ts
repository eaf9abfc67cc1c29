import {
  PART_KINDS,
  landed,
  landingOf,
  type CableId,
  type Part,
  type Terminal,
  type DeviceId,
  type Device,
  type Plan,
  type TerminalId,
  type Wire,
  type WireEnd,
  type WireId,
} from '@/core/plan'

/** What a label is stuck on, and how large it may be. */
export type LabelKind = 'wire' | 'cable' | 'opening' | 'device'

export interface Label {
  readonly kind: LabelKind
  /** What it belongs to, for the record: a wire with its end, a cable with its end, a device, a way out. */
  readonly id: string
  /** The large line. */
  readonly text: string
  /** The small one below it. */
  readonly under: string
}

/** "PS1 +V"; "parked". */
export function endText(plan: Plan, end: WireEnd): string {
  const at = landingOf(plan, end)
  if (!at) return end.kind === 'parked' ? `parked: ${end.where}` : 'loose plug'
  const { tag, part } = plan.devices[at.device]!
  const { block, label } = plan.parts[part]!.terminals[at.terminal]!
  return `${tag} ${block ? `${block} ` : ''}${label}`
}

/** What stands on the label at one end of a wire: its name, where this end goes, and where the other does. */
export function wireLabel(plan: Plan, id: WireId, side: 'from' | 'to'): Label {
  const wire = plan.wires[id]!
  const other = side === 'from' ? wire.to : wire.from
  return {
    kind: 'wire',
    id: `${id}:${side}`,
    text: wire.label || id.replace(/^wire:/, ''),
    under: `${endText(plan, wire[side])} ← ${endText(plan, other)}`,
  }
}

/** Both ends of each wire and of each cable, every device, and what leaves a box, named outside. */
export function labelsOf(plan: Plan): readonly Label[] {
  const wires = Object.entries(landed(plan).wires) as [WireId, Wire][]
  const own = wires.filter(([, { origin, cable }]) => origin !== 'remove' && cable === null)
  const coresOf = new Map<CableId, Wire[]>()
  for (const [, wire] of wires)
    if (wire.cable !== null) coresOf.set(wire.cable, [...(coresOf.get(wire.cable) ?? []), wire])
  const cables = (Object.entries(plan.cables) as [CableId, Plan['cables'][CableId]][]).filter(
    ([, { origin }]) => origin !== 'remove',
  )
  const devices = (Object.entries(plan.devices) as [DeviceId, Device][]).filter(([, { origin }]) => origin !== 'remove')
  return [
    ...own.flatMap(([id]) => [wireLabel(plan, id, 'from'), wireLabel(plan, id, 'to')]),
    ...cables.flatMap(([id, cable]): Label[] => {
      const cores = coresOf.get(id) ?? []
      return (['a', 'b'] as const).map((end) => ({
        kind: 'cable',
        id: `${id}:${end}`,
        text: cable.name,
        under: cableEndText(plan, cores, cable.ends[end].mates?.device ?? null, end),
      }))
    }),
    ...devices.map(([id, { tag, name }]): Label => ({ kind: 'device', id, text: tag, under: name })),
    ...openingLabels(plan, cables),
  ]
}

/** The devices that the cores of a cable go to at one end. */
function cableEndText(plan: Plan, cores: readonly Wire[], mate: DeviceId | null, end: 'a' | 'b'): string {
  const devices = cores.flatMap((wire) => landingOf(plan, end === 'a' ? wire.from : wire.to)?.device ?? [])
  const tags = [...new Set(mate === null ? devices : [mate, ...devices])].map((id) => plan.devices[id]!.tag)
  return tags.length > 0 ? `to ${tags.join(', ')}` : 'loose'
}

/** What goes out through an opening, for a label beside it outside. */
function openingLabels(plan: Plan, cables: readonly (readonly [CableId, Plan['cables'][CableId]])[]): readonly Label[] {
  return Object.entries(plan.raceways).flatMap(([id, raceway]): Label[] => {
    if (!raceway || raceway.origin === 'remove' || !['gland', 'grommet', 'hole'].includes(raceway.kind)) return []
    const through = [
      ...cables.flatMap(([, { route, name }]) => ((route as readonly string[] | null)?.includes(id) ? [name] : [])),
      ...Object.values(plan.wires).flatMap((wire) =>
        wire && (wire.route as readonly string[] | null)?.includes(id) ? [wire.label] : [],
      ),
    ]
    return [
      {
        kind: 'opening',
        id,
        text: raceway.name,
        under: raceway.isBlanked === true ? 'blank' : through.slice(0, 3).join(', '),
      },
    ]
  })
}

/** A strip that lies beside a row of terminals: one field a terminal, at its pitch. */
export interface LegendStrip {
  readonly device: DeviceId
  readonly title: string
  /** From the upper or left end of the part's side. */
  readonly fields: readonly { readonly text: string; readonly from_mm: number; readonly to_mm: number }[]
  readonly length_mm: number
}

/** Fewer terminals want no strip. */
const LEAST_FIELDS = 4

/** Smaller than this nothing that can be read fits a field. */
const LEAST_PITCH_mm = 3.2

interface Row {
  readonly side: string
  readonly fields: readonly {
    readonly terminal: TerminalId
    readonly label: string
    readonly from_mm: number
    readonly to_mm: number
  }[]
}

/** Rows whose terminals have a place each: a field reaches halfway to its neighbours. */
function placedRows({ terminals }: Part): readonly Row[] {
  const rows = new Map<string, { terminal: TerminalId; label: string; along_mm: number }[]>()
  for (const [terminal, { place, label }] of Object.entries(terminals)) {
    if (!place) continue
    const key = `${place.side} side|${Math.round(place.above_mm / 4)}`
    rows.set(key, [...(rows.get(key) ?? []), { terminal: terminal as TerminalId, label, along_mm: place.along_mm }])
  }
  return [...rows].flatMap(([key, row]): Row[] => {
    const sorted = [...row].sort((a, b) => a.along_mm - b.along_mm)
    const gaps = sorted.slice(1).map((each, i) => each.along_mm - sorted[i]!.along_mm)
    if (sorted.length < LEAST_FIELDS || gaps.some((gap) => gap < LEAST_PITCH_mm)) return []
    const start = sorted[0]!.along_mm - gaps[0]! / 2
    const edges = [
      start,
      ...sorted.slice(1).map((each, i) => (each.along_mm + sorted[i]!.along_mm) / 2),
      sorted.at(-1)!.along_mm + gaps.at(-1)! / 2,
    ]
    return [
      {
        side: key.split('|')[0]!,
        fields: sorted.map(({ terminal, label }, i) => ({
          terminal,
          label,
          from_mm: edges[i]! - start,
          to_mm: edges[i + 1]! - start,
        })),
      },
    ]
  })
}

/** Rows of a connector: one field a way, at its pitch. */
function connectorRows({ connectors, terminals }: Part): readonly Row[] {
  return connectors.flatMap(({ name, pitch_mm, ways }): Row[] =>
    pitch_mm === null || pitch_mm < LEAST_PITCH_mm || ways.length < LEAST_FIELDS
      ? []
      : [
          {
            side: `${name}, ${pitch_mm} mm pitch`,
            fields: ways.flatMap((terminal, i) =>
              terminal === null
                ? []
                : [
                    {
                      terminal,
                      label: terminals[terminal]?.label ?? '',
                      from_mm: i * pitch_mm,
                      to_mm: (i + 1) * pitch_mm,
                    },
                  ],
            ),
          },
        ],
  )
}

/** Rows that fill their part from end to end, as terminal strips and fuse blocks do: as wide as the part, evenly shared. */
function fullRows({ behaviour, terminals, body }: Part): readonly Row[] {
  if (!PART_KINDS[behaviour.kind].isRow) return []
  const row = (Object.entries(terminals) as [TerminalId, Terminal][])
    .filter(([, { place, label }]) => place === null && /^\d+$/.test(label))
    .sort(([, a], [, b]) => Number(a.label) - Number(b.label))
  const pitch_mm = Math.max(body.width_mm, body.height_mm) / row.length
  if (row.length < LEAST_FIELDS || pitch_mm < LEAST_PITCH_mm) return []
  return [
    {
      side: 'evenly over its length; measure before you cut',
      fields: row.map(([terminal, { label }], i) => ({
        terminal,
        label,
        from_mm: i * pitch_mm,
        to_mm: (i + 1) * pitch_mm,
      })),
    },
  ]
}

/** Strips for every row of terminals whose pitch is known: what is printed there, and the tag at the other end. */
export function legendStrips(plan: Plan): readonly LegendStrip[] {
  const goesTo = new Map<string, string[]>()
  for (const wire of Object.values(landed(plan).wires)) {
    if (!wire || wire.origin === 'remove') continue
    for (const [end, other] of [
      [wire.from, wire.to],
      [wire.to, wire.from],
    ] as const) {
      if (end.kind !== 'terminal' || other.kind !== 'terminal') continue
      const key = `${end.device}|${end.terminal}`
      goesTo.set(key, [...(goesTo.get(key) ?? []), plan.devices[other.device]!.tag])
    }
  }
  return (Object.entries(plan.devices) as [DeviceId, Device][]).flatMap(([id, device]): LegendStrip[] => {
    if (device.origin === 'remove') return []
    const part = plan.parts[device.part]!
    return [...placedRows(part), ...connectorRows(part), ...fullRows(part)].map(({ side, fields }) => ({
      device: id,
      title: `${device.tag}, ${side}`,
      fields: fields.map(({ terminal, label, from_mm, to_mm }) => ({
        text: [label, ...new Set(goesTo.get(`${id}|${terminal}`) ?? [])].slice(0, 2).join(' '),
        from_mm,
        to_mm,
      })),
      length_mm: fields.at(-1)!.to_mm,
    }))
  })
}
