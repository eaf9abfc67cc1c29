import {
  colourName,
  landed,
  landingOf,
  type Cable,
  type CableId,
  type Device,
  type DeviceId,
  type Plan,
  type TerminalId,
  type Wire,
  type WireId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { endText } from './labels'
import type { Block, PaperSource } from './types'

const byTag = (a: Device, b: Device) => a.tag.localeCompare(b.tag, 'en', { numeric: true })
export const presentDevices = (plan: Plan): readonly (readonly [DeviceId, Device])[] =>
  (Object.entries(plan.devices) as [DeviceId, Device][])
    .filter(([, { origin }]) => origin !== 'remove')
    .sort(([, a], [, b]) => byTag(a, b))
const presentWires = (plan: Plan): readonly (readonly [WireId, Wire])[] =>
  (Object.entries(landed(plan).wires) as [WireId, Wire][])
    .filter(([, { origin }]) => origin !== 'remove')
    .sort(([, a], [, b]) => a.label.localeCompare(b.label, 'en', { numeric: true }))

const colourOf = (plan: Plan, wire: Wire) => colourName(wire.colour ?? plan.practice.colours[wire.function])
const labelOf = (id: WireId, { label }: Wire) => label || id.replace(/^wire:/, '')

/** Device by device: each terminal that something goes to, and from where. */
export function devicePaper({ plan, evaluation }: PaperSource): readonly Block[] {
  const at = new Map<string, { readonly id: WireId; readonly wire: Wire; readonly side: 'from' | 'to' }[]>()
  for (const [id, wire] of presentWires(plan))
    for (const side of ['from', 'to'] as const) {
      const end = landingOf(plan, wire[side])
      if (!end) continue
      const key = `${end.device}|${end.terminal}`
      at.set(key, [...(at.get(key) ?? []), { id, wire, side }])
    }
  return presentDevices(plan).flatMap(([id, { tag, name, part }]): Block[] => {
    const { terminals } = plan.parts[part]!
    const rows = (Object.keys(terminals) as TerminalId[]).flatMap((terminal) =>
      (at.get(`${id}|${terminal}`) ?? []).map(({ id: wireId, wire, side }) => {
        const { block, label } = terminals[terminal]!
        const reckoned = evaluation.reckoning.wires[wireId]
        return [
          `${block ? `${block} ` : ''}${label}`,
          labelOf(wireId, wire),
          endText(plan, wire[side === 'from' ? 'to' : 'from']),
          `${reckoned?.size ?? '?'}, ${colourOf(plan, wire)}`,
          reckoned?.[side]?.what ?? '',
        ]
      }),
    )
    if (rows.length === 0) return []
    return [
      { kind: 'heading', text: `${tag}, ${name}` },
      {
        kind: 'table',
        columns: [
          { title: 'Terminal', share: 2 },
          { title: 'Wire', share: 1.2 },
          { title: 'From or to', share: 2.6 },
          { title: 'Size and colour', share: 2.4 },
          { title: 'End', share: 2.6 },
        ],
        rows,
      },
    ]
  })
}

/** Wire by wire: both ends, length as it is cut, and how each end is made. */
export function wirePaper({ plan, evaluation }: PaperSource): readonly Block[] {
  const rows = presentWires(plan).map(([id, wire]) => {
    const reckoned = evaluation.reckoning.wires[id]
    return [
      labelOf(id, wire),
      endText(plan, wire.from),
      endText(plan, wire.to),
      `${reckoned?.size ?? '?'}, ${colourOf(plan, wire)}`,
      reckoned ? `${Math.round(reckoned.length_mm)}${reckoned.lengthFrom === 'assumed' ? ', assumed' : ''}` : '',
      wire.cable === null
        ? [reckoned?.from?.what, reckoned?.to?.what].filter(Boolean).join(' | ')
        : (plan.cables[wire.cable]?.name ?? ''),
    ]
  })
  if (rows.length === 0) return [{ kind: 'text', text: 'The plan has no wires yet.' }]
  return [
    {
      kind: 'table',
      columns: [
        { title: 'Wire', share: 1 },
        { title: 'From', share: 2 },
        { title: 'To', share: 2 },
        { title: 'Size and colour', share: 2 },
        { title: 'mm', share: 1.1, isFigure: true },
        { title: 'Ends, or its cable', share: 3 },
      ],
      rows,
    },
  ]
}

/** Cable by cable, core by core. */
export function cablePaper({ plan, evaluation }: PaperSource): readonly Block[] {
  const coresOf = new Map<CableId, (readonly [WireId, Wire])[]>()
  for (const [id, wire] of presentWires(plan))
    if (wire.cable !== null) coresOf.set(wire.cable, [...(coresOf.get(wire.cable) ?? []), [id, wire]])
  const cables = (Object.entries(plan.cables) as [CableId, Cable][]).filter(([, { origin }]) => origin !== 'remove')
  if (cables.length === 0) return [{ kind: 'text', text: 'The plan has no cables.' }]
  return cables.flatMap(([id, cable]): Block[] => {
    const cut_mm = evaluation.reckoning.routes.leads[id]?.cut_mm ?? null
    const length =
      cable.length_mm === null
        ? cut_mm === null
          ? ''
          : `cut to ${formatNumber(cut_mm, 5)} mm`
        : `${formatNumber(cable.length_mm, 5)} mm long`
    const facts = [
      cable.premade ? 'ready-made' : 'made here',
      length,
      cable.od_mm === null ? '' : `${formatNumber(cable.od_mm)} mm thick`,
      cable.shielded ? 'shielded' : '',
      cable.printed ? `printed “${cable.printed}”` : '',
      ...(['a', 'b'] as const).map((end) =>
        cable.ends[end].kind === 'plug' ? `end ${end.toUpperCase()}: ${cable.ends[end].family ?? 'plug'}` : '',
      ),
    ]
    return [
      { kind: 'heading', text: cable.name },
      { kind: 'text', text: facts.filter(Boolean).join('; ') },
      {
        kind: 'table',
        columns: [
          { title: 'Core', share: 1 },
          { title: 'Wire', share: 1 },
          { title: 'From', share: 2.5 },
          { title: 'To', share: 2.5 },
          { title: 'Size and colour', share: 2 },
        ],
        rows: (coresOf.get(id) ?? []).map(([wireId, wire]) => [
          wire.core ?? '',
          labelOf(wireId, wire),
          endText(plan, wire.from),
          endText(plan, wire.to),
          `${evaluation.reckoning.wires[wireId]?.size ?? '?'}, ${colourOf(plan, wire)}`,
        ]),
      },
    ]
  })
}

/** Connector by connector, way by way: what to read off with a meter in the other hand. */
export function pinPaper({ plan }: PaperSource): readonly Block[] {
  const goesTo = new Map<string, string[]>()
  for (const [, wire] of presentWires(plan))
    for (const [end, other] of [
      [wire.from, wire.to],
      [wire.to, wire.from],
    ] as const) {
      const at = landingOf(plan, end)
      if (!at) continue
      const key = `${at.device}|${at.terminal}`
      goesTo.set(key, [...(goesTo.get(key) ?? []), `${endText(plan, other)} (${colourOf(plan, wire)})`])
    }
  const blocks = presentDevices(plan).flatMap(([id, { tag, name, part }]): Block[] => {
    const { connectors, terminals } = plan.parts[part]!
    return connectors.flatMap((connector): Block[] => {
      const rows = connector.ways.map((terminal, i) => {
        const data = terminal === null ? null : terminals[terminal]
        return [
          String(i + 1),
          data ? data.label : 'no contact',
          data ? data.function : '',
          terminal === null ? '' : (goesTo.get(`${id}|${terminal}`) ?? ['open']).join(', '),
        ]
      })
      return [
        {
          kind: 'heading',
          text: `${tag} ${connector.name}, ${name}${connector.family ? `: ${connector.family}` : ''}`,
        },
        {
          kind: 'table',
          columns: [
            { title: 'Way', share: 0.6, isFigure: true },
            { title: 'Printed', share: 1.6 },
            { title: 'Is', share: 1.4 },
            { title: 'Goes to', share: 5 },
          ],
          rows,
        },
      ]
    })
  })
  return blocks.length > 0 ? blocks : [{ kind: 'text', text: 'No part of the plan has a connector.' }]
}
