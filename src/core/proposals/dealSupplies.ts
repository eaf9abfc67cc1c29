import { CATALOGUE, newDevice, nextTag } from '@/core/catalogue'
import { formatNumber } from '@/core/quantity'
import {
  newWire,
  type Command,
  type Device,
  type DeviceId,
  type Part,
  type PartId,
  type Plan,
  type TerminalId,
  type WireEnd,
  type WireFunction,
  type WireId,
} from '@/core/plan'
import type { Rail } from '@/core/figures'
import type { SupplyOption } from './compareSupplies'

export interface DealEdit {
  readonly what: string
  readonly why: string
  readonly commands: readonly Command[]
}

export type DealtSupplies =
  | { readonly kind: 'dealt'; readonly edits: readonly DealEdit[] }
  | { readonly kind: 'not-possible'; readonly reason: string }

const LEAD_mm = 300

type TerminalEnd = Extract<WireEnd, { kind: 'terminal' }>

/** A free way of the bar that a terminal belongs to; for an earth stud that is full, another stud or earthed metal of the box; else the terminal itself. */
function freeTwin(plan: Plan, end: TerminalEnd, taken: Set<string>): TerminalEnd {
  const room = (device: DeviceId, terminal: TerminalId): number => {
    const here = Object.values(plan.wires).reduce(
      (sum, wire) =>
        sum +
        [wire!.from, wire!.to].filter(
          (each) => each.kind === 'terminal' && each.device === device && each.terminal === terminal,
        ).length,
      0,
    )
    return (
      plan.parts[plan.devices[device]!.part]!.terminals[terminal]!.conductors.count -
      here -
      (taken.has(`${device}|${terminal}`) ? 1 : 0)
    )
  }
  const part = plan.parts[plan.devices[end.device]!.part]!
  const bar = part.links.find((link) => link.kind === 'bar' && link.terminals.includes(end.terminal))
  const ways: TerminalEnd[] = (bar?.kind === 'bar' ? bar.terminals : [end.terminal]).map((terminal) => ({
    kind: 'terminal',
    device: end.device,
    terminal,
  }))
  const studs =
    part.behaviour.kind !== 'earth-stud'
      ? []
      : (Object.entries(plan.devices) as [DeviceId, Device][]).flatMap(
          ([device, { part: id, place }]): TerminalEnd[] => {
            const { behaviour, earths } = plan.parts[id]!
            return place.kind !== 'field' && behaviour.kind === 'exposed-metal' && earths !== null
              ? [{ kind: 'terminal', device, terminal: earths }]
              : []
          },
        )
  const free = [...ways, ...studs].find(({ device, terminal }) => room(device, terminal) > 0) ?? end
  taken.add(`${free.device}|${free.terminal}`)
  return free
}

/**
 * A rail dealt over two supplies as edits: a second supply beside the first with its mains, a fuse block and a strip of its own,
 * the leads of the loads that move, and the bond between the negatives. Loads that hang on a board stay with it; where one fuse
 * feeds loads of both halves, it is said and nothing is done.
 */
export function dealSupplies(plan: Plan, rail: Rail, option: SupplyOption): DealtSupplies {
  if (option.supplies.length !== 2) return { kind: 'not-possible', reason: 'this way of dealing has one supply' }
  const source = plan.devices[rail.source]!
  const sourcePart = plan.parts[source.part]!
  if (sourcePart.behaviour.kind !== 'supply')
    return { kind: 'not-possible', reason: `${source.tag} is no mains supply` }
  const [, share] = option.supplies as [SupplyOption['supplies'][number], SupplyOption['supplies'][number]]
  const moved = new Set(share.loads.map(({ device }) => device))
  const stays = new Set(option.supplies[0]!.loads.map(({ device }) => device))
  const tags = (ids: Iterable<DeviceId>) => [...ids].map((id) => plan.devices[id]!.tag).join(', ')

  // What feeds the loads that move: the fuse ways, and the wire that leaves each.
  const ways = new Map<string, { readonly device: DeviceId; readonly link: string; readonly terminal: TerminalId }>()
  const fuseKey = ({ device, link }: { readonly device: DeviceId; readonly link: string }) => `${device}/${link}`
  for (const { device, fuse } of rail.branches) {
    if (!moved.has(device) || !fuse) continue
    const part = plan.parts[plan.devices[fuse.device]!.part]!
    const link = part.links.find(({ id }) => id === fuse.link)
    if (link?.kind === 'protective') ways.set(fuseKey(fuse), { ...fuse, terminal: link.b })
  }
  if (rail.branches.some(({ device, fuse }) => stays.has(device) && fuse && ways.has(fuseKey(fuse))))
    return { kind: 'not-possible', reason: 'one fuse feeds loads of both halves; give each its own first' }
  if (ways.size === 0 || rail.branches.some(({ device, fuse }) => moved.has(device) && !fuse))
    return { kind: 'not-possible', reason: 'not every load that would move has a fuse of its own' }

  const output =
    sourcePart.behaviour.outputs.find(({ voltage_V }) => voltage_V === rail.voltage_V) ??
    sourcePart.behaviour.outputs[0]!
  const larger = (Object.entries(CATALOGUE) as [PartId, Part][])
    .flatMap(([id, part]) =>
      part.behaviour.kind === 'supply' &&
      part.behaviour.outputs[0]!.voltage_V === output.voltage_V &&
      part.behaviour.power_W >= (share.chosen_W ?? share.demand_W)
        ? [{ id, part, power_W: part.behaviour.power_W }]
        : [],
    )
    .sort((a, b) => a.power_W - b.power_W)[0]
  const supply = larger ?? { id: source.part, part: sourcePart, power_W: sourcePart.behaviour.power_W }
  if (supply.part.behaviour.kind !== 'supply')
    return { kind: 'not-possible', reason: 'no such supply is in the catalogue' }
  const block = [4, 6, 8].find((count) => count >= ways.size)
  if (!block) return { kind: 'not-possible', reason: `${ways.size} fuses are more than a block of the catalogue holds` }

  let present: Plan = plan
  const add = (device: Device, part: Part): { readonly id: DeviceId; readonly command: Command } => {
    const id = `device:${device.tag.toLowerCase()}` as DeviceId
    present = {
      ...present,
      devices: { ...present.devices, [id]: device },
      parts: { ...present.parts, [device.part]: part },
    }
    return { id, command: { type: 'addDevice', id, device, part: { id: device.part, part } } }
  }
  const blockId = `part:fuse-block-${block}` as PartId
  const stripId = 'part:strip-12' as PartId
  const ratings = [...ways.values()].map(
    ({ device, link }) => (plan.devices[device]!.fitted as Readonly<Record<string, Device['fitted'][string]>>)[link],
  )
  const spare = ratings.find(Boolean)
  const settings = Object.fromEntries(
    supply.part.settings.flatMap(({ id, options }) => {
      const own = (source.settings as Readonly<Record<string, string>>)[id]
      return own && options.includes(own) ? [[id, own]] : []
    }),
  )
  const second = add(
    newDevice(supply.id, nextTag(present, 'supply'), `${formatNumber(rail.voltage_V)} V supply, second half`, {
      settings,
      ...(source.place.kind === 'unplaced' ? { place: source.place } : {}),
    }),
    supply.part,
  )
  const fuses = add(
    newDevice(blockId, nextTag(present, 'protective-device'), `Fuses of ${present.devices[second.id]!.tag}`, {
      fitted: Object.fromEntries(Array.from({ length: block }, (_, i) => [`F${i + 1}`, ratings[i] ?? spare!])),
    }),
    CATALOGUE[blockId]!,
  )
  const strip = add(
    newDevice(stripId, nextTag(present, 'terminal-strip'), `0 V of ${present.devices[second.id]!.tag}`),
    CATALOGUE[stripId]!,
  )

  const at = (device: DeviceId, terminal: string): TerminalEnd => ({
    kind: 'terminal',
    device,
    terminal: terminal as TerminalId,
  })
  let number = Object.keys(plan.wires).length
  const connect = (from: WireEnd, to: WireEnd, fn: WireFunction): Command => {
    do number += 1
    while (
      Object.hasOwn(plan.wires, `wire:w${number}`) ||
      Object.values(plan.wires).some((wire) => wire!.label === `W${number}`)
    )
    return {
      type: 'connect',
      id: `wire:w${number}` as WireId,
      wire: newWire(from, to, fn, `W${number}`, { length_mm: LEAD_mm }),
    }
  }
  const taken = new Set<string>()
  const { line, neutral, earth, outputs } = supply.part.behaviour
  const mains: Command[] = []
  for (const [own, other] of [
    [sourcePart.behaviour.line, line],
    [sourcePart.behaviour.neutral, neutral],
    [sourcePart.behaviour.earth, earth],
  ] as const) {
    if (own === null || other === null) continue
    const wire = Object.values(plan.wires).find((each) =>
      [each!.from, each!.to].some(
        (end) => end.kind === 'terminal' && end.device === rail.source && end.terminal === own,
      ),
    )
    const feed = wire && [wire.from, wire.to].find((end) => end.kind === 'terminal' && end.device !== rail.source)
    if (wire && feed?.kind === 'terminal')
      mains.push(connect(freeTwin(plan, feed, taken), at(second.id, other), wire.function))
  }
  const moves: Command[] = []
  let way = 0
  for (const { device, terminal } of ways.values()) {
    way += 1
    for (const [id, wire] of Object.entries(plan.wires))
      for (const side of ['from', 'to'] as const) {
        const end = wire![side]
        if (end.kind === 'terminal' && end.device === device && end.terminal === terminal)
          moves.push({ type: 'moveEnd', wire: id as WireId, side, end: at(fuses.id, String(way)) })
      }
  }
  let slot = 1
  const returns: Command[] = []
  for (const [id, wire] of Object.entries(plan.wires)) {
    if (wire!.function !== 'V-' || wire!.from.kind !== 'terminal' || wire!.to.kind !== 'terminal') continue
    for (const [side, here, there] of [
      ['from', wire!.from, wire!.to],
      ['to', wire!.to, wire!.from],
    ] as const) {
      const { kind } = plan.parts[plan.devices[here.device]!.part]!.behaviour
      if (
        !moved.has(there.device) ||
        moved.has(here.device) ||
        !(kind === 'terminal-strip' || kind === 'splice' || here.device === rail.source)
      )
        continue
      slot += 1
      returns.push({ type: 'moveEnd', wire: id as WireId, side, end: at(strip.id, String(Math.min(11, slot))) })
    }
  }
  const minusOf =
    plan.wires &&
    Object.values(plan.wires).find(
      (wire) =>
        wire!.function === 'V-' &&
        [wire!.from, wire!.to].some((end) => end.kind === 'terminal' && end.device === rail.source),
    )
  const home = minusOf
    ? [minusOf.from, minusOf.to].find((end) => end.kind === 'terminal' && end.device !== rail.source)
    : undefined
  const tag = present.devices[second.id]!.tag
  return {
    kind: 'dealt',
    edits: [
      {
        what: `Add ${tag}, ${supply.part.name}`,
        why: `for ${tags(moved)}: ${formatNumber(share.demand_W)} W; mains, neutral and earth beside those of ${source.tag}`,
        commands: [second.command, ...mains],
      },
      {
        what: `Add ${present.devices[fuses.id]!.tag} and ${present.devices[strip.id]!.tag}`,
        why: 'its own fuses, with the ratings as they are, and its own 0 V',
        commands: [
          fuses.command,
          strip.command,
          connect(at(second.id, outputs[0]!.plus), at(fuses.id, 'IN'), 'V+'),
          connect(at(second.id, outputs[0]!.minus), at(strip.id, '1'), 'V-'),
        ],
      },
      {
        what: `Move ${moves.length} feeds and ${returns.length} returns`,
        why: `${tags(moved)} go over to ${tag}; ${tags(stays)} stay with ${source.tag}`,
        commands: [...moves, ...returns],
      },
      ...(home?.kind === 'terminal'
        ? [
            {
              what: 'Tie the negatives once',
              why: 'boards of both halves exchange signals; where none cross that are not isolated, leave it out',
              commands: [connect(at(strip.id, '12'), freeTwin(plan, home, taken), 'V-')],
            },
          ]
        : []),
    ],
  }
}
