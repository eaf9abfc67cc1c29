import {
  landed,
  landingOf,
  type CableId,
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

/** Strips for every row of terminals whose places are known: what goes to each, by the tag at the other end. */
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
    const rows = new Map<string, { terminal: TerminalId; label: string; along_mm: number }[]>()
    for (const [terminal, { place, label }] of Object.entries(part.terminals)) {
      if (!place) continue
      const key = `${place.side}|${Math.round(place.above_mm / 4)}`
      rows.set(key, [...(rows.get(key) ?? []), { terminal: terminal as TerminalId, label, along_mm: place.along_mm }])
    }
    return [...rows].flatMap(([key, row]): LegendStrip[] => {
      const sorted = [...row].sort((a, b) => a.along_mm - b.along_mm)
      if (
        sorted.length < LEAST_FIELDS ||
        sorted.some((each, i) => i > 0 && each.along_mm - sorted[i - 1]!.along_mm < 1)
      )
        return []
      const first = sorted[1]!.along_mm - sorted[0]!.along_mm
      const last = sorted.at(-1)!.along_mm - sorted.at(-2)!.along_mm
      const start = sorted[0]!.along_mm - first / 2
      const edges = [
        start,
        ...sorted.slice(1).map((each, i) => (each.along_mm + sorted[i]!.along_mm) / 2),
        sorted.at(-1)!.along_mm + last / 2,
      ]
      return [
        {
          device: id,
          title: `${device.tag}, ${key.split('|')[0]} side`,
          fields: sorted.map(({ terminal, label }, i) => ({
            text: [label, ...new Set(goesTo.get(`${id}|${terminal}`) ?? [])].slice(0, 2).join(' '),
            from_mm: edges[i]! - start,
            to_mm: edges[i + 1]! - start,
          })),
          length_mm: edges.at(-1)! - start,
        },
      ]
    })
  })
}
