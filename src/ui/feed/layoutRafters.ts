import { formatNumber, wireSize } from '@/core/quantity'
import { PART_KINDS, type BehaviourKind, type DeviceId, type Plan, type StateId, type WireId } from '@/core/plan'
import { type Branch, type Rail, type Reckoning } from '@/core/figures'
import { fittedRating } from '@/core/model'

/** A beam: a potential. Its length stands for its capacity, its fill for its load. */
export interface Beam {
  readonly id: string
  readonly side: 'L' | 'N' | '+' | '-'
  readonly x: number
  readonly y: number
  readonly width: number
  readonly fill: number
  readonly name: string
  readonly load: string
  readonly tone: 'mains' | 'neutral' | 'dc' | 'dc2' | 'return'
  readonly rail: Rail
}

export interface Card {
  readonly key: string
  readonly devices: readonly DeviceId[]
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  readonly tag: string
  readonly name: string
  readonly value: string
  /** 0–1, null for nothing to show. */
  readonly share: number | null
}

export interface Pill {
  readonly key: string
  readonly device: DeviceId
  readonly x: number
  readonly y: number
  readonly text: string
}

export interface Drop {
  readonly key: string
  readonly points: string
  readonly thickness: number
  readonly tone: Beam['tone']
  readonly isDashed: boolean
}

export interface Label {
  readonly key: string
  readonly x: number
  readonly y: number
  readonly text: string
  readonly anchor: 'start' | 'middle' | 'end'
  /** The wire whose size it says. */
  readonly wire?: WireId
}

export interface Rafters {
  readonly width: number
  readonly height: number
  readonly beams: readonly Beam[]
  readonly cards: readonly Card[]
  readonly pills: readonly Pill[]
  readonly drops: readonly Drop[]
  readonly labels: readonly Label[]
  readonly earth: { readonly y: number; readonly text: string; readonly isWhole: boolean } | null
}

const BEAM = 12
const LEFT = 12
const CARD_W = 112
const CARD_H = 54
const GAP = 10
const MAINS_GAP = 158
const DC_GAP = 146
const MIN_WIDTH = 700

interface Column {
  readonly branches: readonly Branch[]
  readonly kind: BehaviourKind
}

/** Branches in the order of what they do; many alike share a column. */
function columnsOf(plan: Plan, rail: Rail, maximum: number): Column[] {
  const kindOf = (branch: Branch) => plan.parts[plan.devices[branch.device]!.part]!.behaviour.kind
  const rank = (kind: BehaviourKind) => PART_KINDS[kind].hangsAt
  const sorted = [...rail.branches].sort(
    (a, b) =>
      rank(kindOf(a)) - rank(kindOf(b)) ||
      plan.devices[a.device]!.tag.localeCompare(plan.devices[b.device]!.tag, 'en', { numeric: true }),
  )
  if (sorted.length <= maximum) return sorted.map((branch) => ({ branches: [branch], kind: kindOf(branch) }))
  const byPart = new Map<string, Branch[]>()
  for (const branch of sorted)
    byPart.set(plan.devices[branch.device]!.part, [...(byPart.get(plan.devices[branch.device]!.part) ?? []), branch])
  return [...byPart.values()].map((branches) => ({ branches, kind: kindOf(branches[0]!) }))
}

function tagsOf(plan: Plan, branches: readonly Branch[]): string {
  const tags = branches.map(({ device }) => plan.devices[device]!.tag)
  return tags.length === 1 ? tags[0]! : `${tags[0]}–${tags[tags.length - 1]}`
}

function thicknessOf(
  reckoning: Reckoning,
  branch: Branch,
): { readonly label: string; readonly thickness: number; readonly wire: WireId | null } {
  const last = branch.wires[branch.wires.length - 1]
  const size = last ? reckoning.wires[last]?.size : null
  return size
    ? { label: size, thickness: 1.2 + 1.4 * Math.sqrt(wireSize(size).area_mm2), wire: last! }
    : { label: '', thickness: 1.5, wire: null }
}

const short = (text: string, room: number) => (text.length > room ? `${text.slice(0, room - 1).trimEnd()}…` : text)

/** Draws the feed from the reckoning: where each beam, card and wire stands. Pure; units are the picture's own. */
export function layoutRafters(plan: Plan, reckoning: Reckoning, state: StateId): Rafters {
  const beams: Beam[] = []
  const cards: Card[] = []
  const pills: Pill[] = []
  const drops: Drop[] = []
  const labels: Label[] = []
  const mains = reckoning.rails.filter(({ kind }) => kind === 'mains')
  const dcRails = reckoning.rails.filter(({ kind }) => kind === 'dc')
  const capacity_W = (rail: Rail) => rail.capacity_A * rail.voltage_V
  const largestDc_W = Math.max(1, ...dcRails.map(capacity_W))
  const columns = new Map(
    reckoning.rails.map((rail) => [rail.id, columnsOf(plan, rail, rail.kind === 'mains' ? 5 : 6)]),
  )
  const contentWidth = (rail: Rail) => Math.max(1, columns.get(rail.id)!.length) * (CARD_W + GAP) - GAP
  const mainsWidth = (rail: Rail) => 130 + columns.get(rail.id)!.length * (CARD_W + 34)
  const width =
    Math.max(MIN_WIDTH, ...mains.map(mainsWidth), ...dcRails.map((rail) => contentWidth(rail))) +
    2 * LEFT +
    14 * dcRails.length
  const inner = width - 2 * LEFT - 14 * dcRails.length
  let y = 26
  const supplyAt = new Map<DeviceId, { readonly x: number; readonly bottom: number }>()
  let earth: Rafters['earth'] = null

  for (const rail of mains) {
    const top = y
    const bottom = y + BEAM + MAINS_GAP
    const fill = share(rail.current_A[state], rail.capacity_A)
    const load =
      rail.current_A[state] === null || rail.current_A[state] === undefined
        ? 'not derived'
        : `${formatNumber(rail.current_A[state])} A of the outlet's ${formatNumber(rail.capacity_A)} A`
    beams.push({
      id: `${rail.id}L`,
      side: 'L',
      x: LEFT,
      y: top,
      width: inner,
      fill,
      name: `L · ${plan.site.mains_V} V~`,
      load,
      tone: 'mains',
      rail,
    })
    beams.push({
      id: `${rail.id}N`,
      side: 'N',
      x: LEFT,
      y: bottom,
      width: inner,
      fill,
      name: 'N',
      load: rail.current_A[state] == null ? '' : `${formatNumber(rail.current_A[state]!)} A`,
      tone: 'neutral',
      rail,
    })
    // What all branches share stands once, on the way in.
    const list = columns.get(rail.id)!
    const paths = rail.branches.map(({ through }) => through)
    const common = paths.length > 0 ? paths[0]!.filter((id) => paths.every((path) => path.includes(id))) : []
    const wayIn = [rail.source, ...common].slice(0, 3)
    wayIn.forEach((id, i) => {
      const device = plan.devices[id]!
      const part = plan.parts[device.part]!
      const fuse = part.links.find((link) => link.kind === 'protective')
      const rating = fuse && fuse.kind === 'protective' ? fittedRating(device, fuse).rating_A : null
      cards.push({
        key: `in${id}`,
        devices: [id],
        x: LEFT,
        y: top + BEAM + 6 + i * 44,
        width: 104,
        height: 40,
        tag: device.tag,
        name: short(device.name, 15),
        value: rating ? `${formatNumber(rating)} A` : '',
        share: null,
      })
    })
    const pitch = list.length > 0 ? (inner - 126) / list.length : 0
    list.forEach(({ branches }, i) => {
      const branch = branches[0]!
      const centre = LEFT + 126 + pitch * (i + 0.5)
      const { label, thickness, wire } = thicknessOf(reckoning, branch)
      const own = branch.through.filter((id) => !common.includes(id))
      const relay = own.find((id) => PART_KINDS[plan.parts[plan.devices[id]!.part]!.behaviour.kind].isWorkedByCoil)
      const device = plan.devices[branch.device]!
      const isSupply = plan.parts[device.part]!.behaviour.kind === 'supply'
      const cardY = bottom - CARD_H - 18
      drops.push({
        key: `L${branch.device}`,
        points: `${centre},${top + BEAM} ${centre},${cardY}`,
        thickness,
        tone: 'mains',
        isDashed: false,
      })
      drops.push({
        key: `N${branch.device}`,
        points: `${centre},${cardY + CARD_H} ${centre},${bottom}`,
        thickness,
        tone: 'neutral',
        isDashed: false,
      })
      const fuse = branch.fuse && branch.fuse.device !== rail.source ? branch.fuse : null
      if (fuse) pills.push(pillOf(plan, fuse, centre, top + BEAM + 17, branch.device))
      if (relay) {
        const kin = plan.devices[relay]!
        cards.push({
          key: `k${branch.device}`,
          devices: [relay],
          x: centre - CARD_W / 2,
          y: top + BEAM + (fuse ? 31 : 14),
          width: CARD_W,
          height: 40,
          tag: kin.tag,
          name: short(kin.name, 17),
          value: '',
          share: null,
        })
      }
      if (label && !relay)
        labels.push({
          key: `s${branch.device}`,
          x: centre,
          y: top + BEAM + (fuse ? 52 : 34),
          text: label,
          anchor: 'middle',
          ...(wire ? { wire } : {}),
        })
      const supply = reckoning.supplies[branch.device]
      const current = branches.reduce((sum, { current_A }) => sum + (current_A[state] ?? 0), 0)
      cards.push({
        key: `c${branch.device}`,
        devices: branches.map(({ device: id }) => id),
        x: centre - CARD_W / 2,
        y: cardY,
        width: CARD_W,
        height: CARD_H,
        tag: tagsOf(plan, branches),
        name: short(device.name, 17),
        value:
          isSupply && supply ? supplyShare(plan, reckoning, branch.device, state).text : `${formatNumber(current)} A`,
        share: isSupply && supply ? supplyShare(plan, reckoning, branch.device, state).share : null,
      })
      for (const { device: id } of branches) supplyAt.set(id, { x: centre + 30, bottom: cardY + CARD_H })
    })
    y = bottom + BEAM + 14
    const reached = reckoning.earths.filter(({ path }) => path !== null).length
    earth = {
      y,
      text:
        reckoning.earths.length === 0
          ? 'PE · no metal part in the plan'
          : reached === reckoning.earths.length
            ? `PE · ${reached} metal parts, all reached`
            : `PE · ${reached} of ${reckoning.earths.length} metal parts reached`,
      isWhole: reached === reckoning.earths.length,
    }
    y += 44
  }

  // Supplies' outputs in rows, as many beside one another as fit.
  const railEnds = new Map<string, { readonly minusY: number; readonly left: number }>()
  let rowX = 0
  let rowIndex = 0
  dcRails.forEach((rail, i) => {
    const list = columns.get(rail.id)!
    const beamWidth = Math.min(
      inner,
      Math.max(contentWidth(rail), inner * Math.sqrt(capacity_W(rail) / largestDc_W), 180),
    )
    if (rowX > 0 && rowX + beamWidth > inner) {
      y += DC_GAP + 2 * BEAM + 44
      rowX = 0
      rowIndex += 1
    }
    const x = LEFT + rowX
    const top = y
    const bottom = y + BEAM + DC_GAP
    const fill = share(rail.current_A[state], rail.capacity_A)
    const tone = i % 2 === 0 ? 'dc' : 'dc2'
    const source = plan.devices[rail.source]!
    const current = rail.current_A[state]
    beams.push({
      id: `${rail.id}p`,
      side: '+',
      x,
      y: top,
      width: beamWidth,
      fill,
      name: `+${formatNumber(rail.voltage_V)} V · ${source.tag}`,
      load: current == null ? 'not derived' : `${formatNumber(current)} A of ${formatNumber(rail.capacity_A)} A`,
      tone,
      rail,
    })
    beams.push({
      id: `${rail.id}m`,
      side: '-',
      x,
      y: bottom,
      width: beamWidth,
      fill,
      name: '0 V',
      load: current == null ? '' : `${formatNumber(current)} A`,
      tone: 'return',
      rail,
    })
    railEnds.set(rail.id, { minusY: bottom + BEAM / 2, left: x })
    list.forEach(({ branches }, c) => {
      const branch = branches[0]!
      const centre = x + c * (CARD_W + GAP) + CARD_W / 2
      const { label, thickness, wire } = thicknessOf(reckoning, branch)
      const cardY = bottom - CARD_H - 18
      const device = plan.devices[branch.device]!
      const host = branch.through.find((id) => plan.parts[plan.devices[id]!.part]!.behaviour.kind === 'board')
      drops.push({
        key: `p${rail.id}${branch.device}`,
        points: `${centre},${top + BEAM} ${centre},${cardY}`,
        thickness,
        tone,
        isDashed: false,
      })
      drops.push({
        key: `m${rail.id}${branch.device}`,
        points: `${centre},${cardY + CARD_H} ${centre},${bottom}`,
        thickness,
        tone: 'return',
        isDashed: false,
      })
      if (branch.fuse) pills.push(pillOf(plan, branch.fuse, centre, top + BEAM + 17, `${rail.id}${branch.device}`))
      if (label)
        labels.push({
          key: `s${rail.id}${branch.device}`,
          x: centre,
          y: top + BEAM + 46,
          text: label,
          anchor: 'middle',
          ...(wire ? { wire } : {}),
        })
      if (host)
        labels.push({
          key: `h${rail.id}${branch.device}`,
          x: centre,
          y: top + BEAM + 63,
          text: `by way of ${plan.devices[host]!.tag}`,
          anchor: 'middle',
        })
      const total = branches.reduce((sum, { current_A }) => sum + (current_A[state] ?? 0), 0)
      const protective = branch.fuse
        ? reckoning.protective.find(({ device: id, link }) => id === branch.fuse!.device && link === branch.fuse!.link)
        : undefined
      cards.push({
        key: `c${rail.id}${branch.device}`,
        devices: branches.map(({ device: id }) => id),
        x: centre - CARD_W / 2,
        y: cardY,
        width: CARD_W,
        height: CARD_H,
        tag: tagsOf(plan, branches),
        name: short(branches.length > 1 ? `${branches.length} × ${device.name}` : device.name, 17),
        value: `${formatNumber(total)} A`,
        share: protective?.rating_A ? Math.min(1, total / branches.length / protective.rating_A) : null,
      })
    })
    const at = supplyAt.get(rail.source)
    if (at) {
      const isOver = rowIndex === 0 && at.x >= x && at.x <= x + beamWidth
      const channel = LEFT + inner + 10 + 14 * i
      const lane = (earth?.y ?? top) + 14 + 5 * i
      const points = isOver
        ? `${at.x},${at.bottom} ${at.x},${top}`
        : `${at.x},${at.bottom} ${at.x},${lane} ${channel},${lane} ${channel},${top + BEAM / 2} ${x + beamWidth},${top + BEAM / 2}`
      drops.push({ key: `feed${rail.id}`, points, thickness: 4, tone, isDashed: false })
    }
    rowX += beamWidth + 24
  })
  if (dcRails.length > 0) y += DC_GAP + 2 * BEAM + 16

  // Negatives joined by a wire between supplies.
  for (const net of reckoning.nets) {
    const tied = [
      ...new Set(net.potentials.filter(({ kind }) => kind === '-').map(({ id }) => id.replace(/-$/, '+'))),
    ].flatMap((id) => (railEnds.has(id) ? [railEnds.get(id)!] : []))
    for (let i = 1; i < tied.length; i += 1) {
      const [a, b] = [tied[i - 1]!, tied[i]!]
      drops.push({
        key: `tie${net.id}${i}`,
        points: `${a.left},${a.minusY} ${a.left - 7},${a.minusY} ${a.left - 7},${b.minusY} ${b.left},${b.minusY}`,
        thickness: 2,
        tone: 'return',
        isDashed: true,
      })
      labels.push({ key: `tl${net.id}${i}`, x: b.left, y: b.minusY + 22, text: 'negatives tied', anchor: 'start' })
      y = Math.max(y, b.minusY + 30)
    }
  }
  return { width, height: y + 8, beams, cards, pills, drops, labels, earth }
}

function share(current_A: number | null | undefined, capacity_A: number): number {
  return current_A == null ? 0 : Math.max(0, Math.min(1, current_A / capacity_A))
}

function supplyShare(
  plan: Plan,
  reckoning: Reckoning,
  id: DeviceId,
  state: StateId,
): { readonly text: string; readonly share: number } {
  const supply = reckoning.supplies[id]!
  const { behaviour } = plan.parts[plan.devices[id]!.part]!
  const rated_W = behaviour.kind === 'supply' ? behaviour.power_W : 1
  const demand_W = Object.values(supply.outputs).reduce(
    (sum, output) => sum + (output.current_A[state] ?? 0) * output.voltage_V,
    0,
  )
  const loading = demand_W / (rated_W * (supply.derate.value || 1))
  return { text: `${formatNumber(100 * loading, 2)} %`, share: Math.min(1, loading) }
}

function pillOf(
  plan: Plan,
  fuse: { readonly device: DeviceId; readonly link: string },
  x: number,
  y: number,
  key: string,
): Pill {
  const device = plan.devices[fuse.device]!
  const part = plan.parts[device.part]!
  const link = part.links.find((candidate) => candidate.id === fuse.link)
  const rating = link?.kind === 'protective' ? fittedRating(device, link).rating_A : null
  const places = part.links.filter(({ kind }) => kind === 'protective').length
  return {
    key: `f${key}`,
    device: fuse.device,
    x,
    y,
    text: `${device.tag}${places > 1 ? `.${fuse.link.replace(/^F/, '')}` : ''} ${rating === null ? 'empty' : `${formatNumber(rating)} A`}`,
  }
}
