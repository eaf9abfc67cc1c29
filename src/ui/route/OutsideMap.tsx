'use client'
import { useMemo } from 'react'
import type { Plan, RacewayId, WaySpot } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { useRoom } from '@/ui/room'
import { pressed } from './pressed'
import { KIND_WORDS, leadCount, spotWords, TONE_COLOUR, toneOf } from './wayWords'
import { useStroke } from './useStroke'

const STEP_X = 270
const STEP_Y = 74
/** Ends so little apart are on one height. */
const LEVEL = 4
const NODE = 9

interface Node {
  readonly key: string
  readonly spot: WaySpot
  readonly x: number
  readonly y: number
  readonly tags: readonly string[]
}

const keyOf = (spot: WaySpot): string =>
  spot.kind === 'spot'
    ? `spot ${spot.name.trim().toLowerCase()}`
    : spot.kind === 'enclosure'
      ? `box ${spot.enclosure}`
      : spot.kind === 'device'
        ? `device ${spot.device}`
        : spot.kind === 'raceway'
          ? `way ${spot.raceway}`
          : `face ${spot.enclosure} ${spot.face}`

/** Ways outside as a tree from the boxes outward: each place once, each stretch with its length and what lies in it. */
export function OutsideMap({
  picked,
  isDrawing,
  onPick,
  onDraw,
}: {
  readonly picked: string | null
  readonly isDrawing: boolean
  readonly onPick: (key: string) => void
  readonly onDraw: (from: WaySpot, to: WaySpot | null) => void
}) {
  const { plan, evaluation } = useRoom()
  const { nodes, width, height } = useMemo(() => placed(plan), [plan])
  const byKey = new Map(nodes.map((node) => [node.key, node]))
  const outside = outsideWays(plan)
  const { svg, bind, stroke, begunAt } = useStroke(isDrawing, ({ to: [x, y] }, key) => {
    const begun = byKey.get(key ?? '')
    const target = nodes.find((node) => Math.hypot(node.x - x, node.y - y) < 26) ?? null
    if (begun && target?.key !== begun.key) onDraw(begun.spot, target?.spot ?? null)
  })
  const from = byKey.get(begunAt ?? '')
  const at = stroke?.to
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${width} ${height}`}
      className={`block w-full touch-none select-none ${isDrawing ? 'cursor-crosshair' : ''}`}
      style={{ maxWidth: width * 1.1 }}
      role="group"
      aria-label="Ways outside the boxes"
    >
      {outside.map(([id, raceway]) => {
        const [a, b] = [raceway.ends!.a, raceway.ends!.b].map((spot) => (spot ? byKey.get(keyOf(spot)) : undefined))
        if (!a || !b) return null
        const figure = evaluation?.reckoning.routes.ways[id]
        const leads = figure?.leads.length ?? 0
        const label = `${raceway.name}, ${KIND_WORDS[raceway.kind].toLowerCase()}, ${formatNumber(figure?.length_mm ?? raceway.length_mm, 5)} mm, ${leadCount(leads)}`
        const isMoving = raceway.kind === 'chain' || raceway.kind === 'loop'
        return (
          <g
            key={id}
            role="button"
            tabIndex={0}
            aria-label={label}
            aria-pressed={picked === id}
            className="cursor-pointer outline-none focus-visible:[&>path]:[stroke-dasharray:2_2]"
            onClick={() => onPick(id)}
            onKeyDown={pressed(() => onPick(id))}
          >
            <title>{label}</title>
            <path
              d={`M ${a.x} ${a.y} C ${(a.x + b.x) / 2} ${a.y} ${(a.x + b.x) / 2} ${b.y} ${b.x} ${b.y}`}
              fill="none"
              stroke="transparent"
              strokeWidth="22"
            />
            <path
              d={`M ${a.x} ${a.y} C ${(a.x + b.x) / 2} ${a.y} ${(a.x + b.x) / 2} ${b.y} ${b.x} ${b.y}`}
              fill="none"
              stroke={picked === id ? 'var(--ink)' : figure ? TONE_COLOUR[toneOf(figure)] : 'var(--mute)'}
              strokeWidth={Math.min(14, 2 + 2 * Math.sqrt(leads))}
              strokeDasharray={isMoving ? '9 4' : undefined}
              opacity="0.65"
            />
          </g>
        )
      })}
      {/* Over all ways, nearer to where each ends, where they lie apart, and on the side from which it does not come. */}
      {outside.map(([id, raceway]) => {
        const [a, b] = [raceway.ends!.a, raceway.ends!.b].map((spot) => (spot ? byKey.get(keyOf(spot)) : undefined))
        if (!a || !b) return null
        const figure = evaluation?.reckoning.routes.ways[id]
        return (
          <text
            key={id}
            aria-hidden
            pointerEvents="none"
            x={b.x - 22}
            y={a.y < b.y - LEVEL ? b.y + 16 : b.y - 10}
            fontSize="11.5"
            textAnchor="end"
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth="8"
            strokeLinejoin="round"
            paintOrder="stroke"
          >
            {raceway.name}
            <tspan dx="6" fontSize="11" fill="var(--mute)" className="figures">
              {formatNumber(figure?.length_mm ?? raceway.length_mm, 5)} mm, {figure?.leads.length ?? 0}
            </tspan>
          </text>
        )
      })}
      {nodes.map((node) => (
        <g key={node.key} className={isDrawing ? 'cursor-crosshair' : undefined} {...bind(node.key)}>
          {node.spot.kind === 'enclosure' ? (
            <rect
              x={node.x - 13}
              y={node.y - 13}
              width="26"
              height="26"
              rx="3"
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth="1.5"
            />
          ) : (
            <circle cx={node.x} cy={node.y} r={NODE} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
          )}
          <text x={node.x} y={node.y + 27} fontSize="12" fontWeight="700" textAnchor="middle" fill="var(--ink)">
            {spotWords(plan, node.spot).slice(0, 24)}
          </text>
          {node.tags.length > 0 ? (
            <text x={node.x} y={node.y + 41} fontSize="11" textAnchor="middle" fill="var(--mute)" className="figures">
              {node.tags.slice(0, 5).join(' ')}
              {node.tags.length > 5 ? ` +${node.tags.length - 5}` : ''}
            </text>
          ) : null}
        </g>
      ))}
      {from && at ? (
        <line
          x1={from.x}
          y1={from.y}
          x2={at[0]}
          y2={at[1]}
          stroke="var(--accent)"
          strokeWidth="3"
          strokeDasharray="7 4"
        />
      ) : null}
    </svg>
  )
}

export const outsideWays = (plan: Plan) =>
  (Object.keys(plan.raceways) as RacewayId[])
    .map((id) => [id, plan.raceways[id]!] as const)
    .filter(([, { ends, kind, origin }]) => ends !== null && kind !== 'hinge-loop' && origin !== 'remove')

/** Boxes first, then each place as far along as it takes to get there. */
function placed(plan: Plan): { readonly nodes: readonly Node[]; readonly width: number; readonly height: number } {
  const spots = new Map<string, WaySpot>()
  for (const id of Object.keys(plan.enclosures)) spots.set(`box ${id}`, { kind: 'enclosure', enclosure: id as never })
  const next = new Map<string, Set<string>>()
  for (const [, { ends }] of outsideWays(plan)) {
    const [a, b] = [ends!.a, ends!.b]
    for (const spot of [a, b]) if (spot && !spots.has(keyOf(spot))) spots.set(keyOf(spot), spot)
    if (!a || !b) continue
    for (const [one, other] of [
      [keyOf(a), keyOf(b)],
      [keyOf(b), keyOf(a)],
    ] as const)
      next.set(one, (next.get(one) ?? new Set()).add(other))
  }
  const level = new Map<string, number>()
  const queue = [...spots.keys()].filter((key) => key.startsWith('box '))
  for (const key of queue) level.set(key, 0)
  for (const key of spots.keys()) if (!next.has(key) && !level.has(key)) level.set(key, 1)
  for (let i = 0; i < queue.length; i += 1)
    for (const other of next.get(queue[i]!) ?? [])
      if (!level.has(other)) {
        level.set(other, level.get(queue[i]!)! + 1)
        queue.push(other)
      }
  for (const key of spots.keys()) if (!level.has(key)) level.set(key, 1)
  const rows = new Map<number, number>()
  const tagsAt = new Map<string, string[]>()
  for (const device of Object.values(plan.devices)) {
    if (device!.place.kind !== 'field' || device!.spot === null) continue
    const key = `spot ${device!.spot.trim().toLowerCase()}`
    tagsAt.set(key, [...(tagsAt.get(key) ?? []), device!.tag])
  }
  const nodes = [...spots].map(([key, spot]): Node => {
    const column = level.get(key)!
    const row = rows.get(column) ?? 0
    rows.set(column, row + 1)
    return { key, spot, x: 60 + column * STEP_X, y: 30 + row * STEP_Y, tags: tagsAt.get(key) ?? [] }
  })
  return {
    nodes,
    width: 140 + Math.max(0, ...level.values()) * STEP_X,
    height: 80 + (Math.max(1, ...rows.values()) - 1) * STEP_Y,
  }
}
