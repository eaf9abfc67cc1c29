'use client'
import { useDrag } from '@use-gesture/react'
import { useMemo, useState, type ReactNode } from 'react'
import { footprint } from '@/core/geometry'
import type { LeadFigure } from '@/core/figures'
import { glandThread } from '@/core/reference'
import { newRaceway, type Command, type EnclosureId, type Raceway, type RacewayId, type RacewayKind } from '@/core/plan'
import { counted, formatNumber } from '@/core/quantity'
import { later } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { dashes, faceAt, unfold, type FlatBox, type FlatFace } from './unfold'
import { pressed } from './pressed'
import {
  alongWay,
  freeName,
  leadCount,
  INTO_WALL,
  KIND_WORDS,
  newWayId,
  ON_FACE,
  TONE_COLOUR,
  toneOf,
} from './wayWords'
import { draggedWay, GRID_mm, onGrid, type DragPart } from './draggedWay'
import { useStroke, type Stroke } from './useStroke'

const LeadLine = later(async () => ({ default: (await import('./LeadLine')).LeadLine }), null)

/** With Shift. */
const FAR_mm = 50
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** Millimetres of the sheet to a pixel of the screen. */
function scaleOf(target: Element): number {
  const svg = (target as SVGElement).ownerSVGElement
  return svg ? svg.viewBox.baseVal.width / svg.getBoundingClientRect().width : 1
}
const SHORTEST_mm = 20
const SIZES: Readonly<Partial<Record<RacewayKind, { readonly width_mm: number; readonly height_mm: number }>>> = {
  duct: { width_mm: 30, height_mm: 40 },
  'clip-line': { width_mm: 8, height_mm: 8 },
  conduit: { width_mm: 20, height_mm: 20 },
  sleeve: { width_mm: 15, height_mm: 15 },
  grommet: { width_mm: 20, height_mm: 20 },
  hole: { width_mm: 12, height_mm: 12 },
}
const DRAWN_THREAD = 'M16'

interface Props {
  readonly enclosure: EnclosureId
  readonly tool: RacewayKind | null
  readonly hasAllFaces: boolean
  readonly picked: string | null
  readonly lead: LeadFigure | null
  readonly onPick: (key: string) => void
  readonly onDrawn: () => void
}

/** A box folded out flat: ways with their bundles as widths and counts, openings, loops over the hinge, and one lead along its whole way. */
export function RouteCanvas({ enclosure, tool, hasAllFaces, picked, lead, onPick, onDrawn }: Props) {
  const { plan, edit } = useRoom()
  const box = plan.enclosures[enclosure]!
  const own = (Object.entries(plan.raceways) as [RacewayId, Raceway][]).filter(([, { origin }]) => origin !== 'remove')
  // A bare wall is left out until something is put on it.
  const used = new Set(
    [
      ...Object.values(plan.devices).flatMap((device) => (device!.place.kind === 'face' ? [device!.place] : [])),
      ...own.flatMap(([, { enclosure: home, at }]) => (home && at ? [{ enclosure: home, face: at.face }] : [])),
      ...own.flatMap(([, { ends }]) => [ends?.a, ends?.b].flatMap((end) => (end?.kind === 'face' ? [end] : []))),
    ].flatMap((place) => (place.enclosure === enclosure ? [place.face as string] : [])),
  )
  const shown = hasAllFaces ? 'all' : [...used].sort().join(' ')
  const flat = useMemo(() => unfold(box, (face) => shown === 'all' || shown.split(' ').includes(face)), [box, shown])
  const draw = ({ from, to }: Stroke) => {
    const command = tool && drawn(flat, enclosure, tool, from, to, freeName(plan, tool))
    if (!command) return
    if (edit(`Draw ${freeName(plan, tool)}`, command).length > 0) return
    onPick(command.id)
    onDrawn()
  }
  const { svg, bind, stroke } = useStroke(tool !== null, draw)
  return (
    <svg
      {...bind()}
      ref={svg}
      viewBox={`-6 -6 ${flat.width + 12} ${flat.height + 12}`}
      className={`block max-h-[66vh] w-full touch-none select-none ${tool ? 'cursor-crosshair' : ''}`}
      role="group"
      aria-label={`${box.name} folded out, ${counted(own.length, 'way')}`}
    >
      {flat.faces.map((face) => (
        <FaceSheet key={face.face} face={face} enclosure={enclosure} px={flat.px} />
      ))}
      {own.map(([id]) => (
        <WayOnSheet
          key={id}
          id={id}
          flat={flat}
          enclosure={enclosure}
          isDrawing={tool !== null}
          isPicked={picked === id}
          onPick={onPick}
        />
      ))}
      {lead ? <LeadLine flat={flat} enclosure={enclosure} lead={lead} /> : null}
      {stroke ? (
        <line
          x1={stroke.from[0]}
          y1={stroke.from[1]}
          x2={stroke.to[0]}
          y2={stroke.to[1]}
          stroke="var(--accent)"
          strokeWidth={4 * flat.px}
          strokeDasharray={dashes(flat, 8, 5)}
        />
      ) : null}
    </svg>
  )
}

/** One way on the sheet: picked by a press, moved by dragging it or with the arrow keys, made longer by its ends. */
function WayOnSheet({
  id,
  flat,
  enclosure,
  isDrawing,
  isPicked,
  onPick,
}: {
  readonly id: RacewayId
  readonly flat: FlatBox
  readonly enclosure: EnclosureId
  readonly isDrawing: boolean
  readonly isPicked: boolean
  readonly onPick: (key: string) => void
}) {
  const { plan, evaluation, edit } = useRoom()
  const [drawn, setDrawn] = useState<Raceway | null>(null)
  const raceway = plan.raceways[id]!
  const figure = evaluation?.reckoning.routes.ways[id]
  const change = (next: Raceway | null) => {
    if (!next) return
    const { at, ends, length_mm } = next
    edit(`Move ${raceway.name}`, { type: 'updateRaceway', id, changes: { at, ends, length_mm } })
  }
  const bind = useDrag(
    ({ args: [part], movement, event, last, tap, memo }) => {
      event.stopPropagation()
      if (tap) return memo
      const scale = (memo as number | undefined) ?? scaleOf(event.target as Element)
      const by = [movement[0] * scale, movement[1] * scale] as const
      const next = draggedWay(flat, enclosure, raceway, part as DragPart, by)
      setDrawn(last ? null : next)
      if (last) change(next)
      return scale
    },
    { filterTaps: true, enabled: !isDrawing, pointer: { keys: false } },
  )
  const shape = shapeOf(flat, enclosure, drawn ?? raceway)
  if (!shape) return null
  const label = `${raceway.name}, ${KIND_WORDS[raceway.kind].toLowerCase()}, ${leadCount(figure?.leads.length ?? 0)}${figure?.fill_percent != null ? `, ${Math.round(figure.fill_percent)} % full` : ''}`
  return (
    <g>
      <g
        {...bind('all')}
        role="button"
        tabIndex={0}
        aria-label={label}
        aria-pressed={isPicked}
        className={`outline-none [&:focus-visible_.outline]:[stroke-width:3] ${isDrawing ? '' : 'cursor-pointer touch-none'}`}
        onClick={() => (isDrawing ? undefined : onPick(id))}
        onKeyDown={(event) => {
          const step = ARROWS[event.key]
          if (!step) return pressed(() => onPick(id))(event)
          event.preventDefault()
          const mm = event.shiftKey ? FAR_mm : GRID_mm
          change(draggedWay(flat, enclosure, raceway, 'all', [step[0] * mm, step[1] * mm]))
        }}
      >
        <title>{label}</title>
        {shape.outline(isPicked)}
        {figure && figure.leads.length > 0 && !drawn ? shape.bundles(figure.pieces, TONE_COLOUR[toneOf(figure)]) : null}
      </g>
      {isPicked && !isDrawing
        ? shape.ends.map(([x, y], i) => (
            <rect
              key={i}
              {...bind(i === 0 ? 'a' : 'b')}
              x={x - 6 * flat.px}
              y={y - 6 * flat.px}
              width={12 * flat.px}
              height={12 * flat.px}
              fill="var(--accent)"
              className="cursor-move touch-none"
              data-end={i === 0 ? 'a' : 'b'}
            />
          ))
        : null}
    </g>
  )
}

/** A face with its parts as faint outlines. */
function FaceSheet({
  face,
  enclosure,
  px,
}: {
  readonly face: FlatFace
  readonly enclosure: EnclosureId
  readonly px: number
}) {
  const { plan } = useRoom()
  const bodies = Object.entries(plan.devices).flatMap(([id, device]) => {
    const { place, tag, origin } = device!
    if (place.kind !== 'face' || place.enclosure !== enclosure || place.face !== face.face || origin === 'remove')
      return []
    const body = footprint(plan.parts[device!.part]!.body, place)
    const [x1, y1] = face.to(body.left_mm, body.top_mm)
    const [x2, y2] = face.to(body.right_mm, body.bottom_mm)
    const [left, top] = [Math.min(x1, x2), Math.min(y1, y2)]
    return [{ id, tag, left, top, width: Math.abs(x2 - x1), height: Math.abs(y2 - y1) }]
  })
  return (
    <g data-face={face.name}>
      <rect
        x={face.left}
        y={face.top}
        width={face.width}
        height={face.height}
        fill={face.isPlate ? 'var(--sheet)' : 'var(--paper)'}
        stroke="var(--mute)"
        strokeWidth={(face.isPlate ? 1.4 : 1) * px}
        strokeDasharray={face.isDoor ? `${10 * px} ${4 * px}` : undefined}
      />
      {bodies.map(({ id, tag, left, top, width, height }) => (
        <g key={id} aria-hidden>
          <rect
            x={left}
            y={top}
            width={width}
            height={height}
            fill="var(--wash)"
            stroke="var(--hair)"
            strokeWidth={px}
          />
          {width > 12 * px && height > 10 * px ? (
            <text
              x={left + width / 2}
              y={top + height / 2}
              fontSize={Math.min(13 * px, width / 2.2)}
              textAnchor="middle"
              dominantBaseline="central"
              fill="var(--mute)"
              className="figures"
            >
              {tag}
            </text>
          ) : null}
        </g>
      ))}
      <text {...nameSpot(face, bodies, px)} fontSize={12 * px} fill="var(--mute)">
        {face.name}
      </text>
    </g>
  )
}

/** In the first corner of a face where no part lies under its name; the upper left where parts lie in all. */
function nameSpot(
  face: FlatFace,
  bodies: readonly Readonly<Record<'left' | 'top' | 'width' | 'height', number>>[],
  px: number,
) {
  const [width, height] = [(face.name.length * 7 + 10) * px, 20 * px]
  const corners = [
    { left: face.left, top: face.top },
    { left: face.left + face.width - width, top: face.top },
    { left: face.left, top: face.top + face.height - height },
    { left: face.left + face.width - width, top: face.top + face.height - height },
  ]
  const isFree = ({ left, top }: (typeof corners)[number]) =>
    bodies.every(
      (body) =>
        body.left > left + width ||
        body.left + body.width < left ||
        body.top > top + height ||
        body.top + body.height < top,
    )
  const { left, top } = corners.find(isFree) ?? corners[0]!
  return { x: left + 5 * px, y: top + 15 * px }
}

interface WayShape {
  /** What is dragged to make it longer, or to hold it elsewhere. */
  readonly ends: readonly (readonly [number, number])[]
  outline(isPicked: boolean): ReactNode
  bundles(pieces: readonly { from_mm: number; to_mm: number; leads: number }[], colour: string): ReactNode
}

const bundleWidth = (leads: number) => Math.min(16, 1.5 + 2.2 * Math.sqrt(leads))

function shapeOf(flat: FlatBox, enclosure: EnclosureId, raceway: Raceway): WayShape | null {
  const width = (leads: number) => bundleWidth(leads) * flat.px
  const stroke = (isPicked: boolean) => ({
    stroke: isPicked ? 'var(--ink)' : 'var(--mute)',
    strokeWidth: (isPicked ? 2.6 : 1.1) * flat.px,
    className: 'outline',
  })
  if (raceway.kind === 'hinge-loop' && raceway.ends) {
    const [a, b] = [raceway.ends.a, raceway.ends.b].map((end) => {
      const face =
        end?.kind === 'face' && end.enclosure === enclosure ? flat.faces.find((each) => each.face === end.face) : null
      return face && end?.kind === 'face' ? face.to(end.x_mm, end.y_mm) : null
    })
    if (!a || !b) return null
    const path = `M ${a[0]} ${a[1]} C ${a[0]} ${a[1] + 60} ${b[0]} ${b[1] + 60} ${b[0]} ${b[1]}`
    return {
      ends: [a, b],
      outline: (isPicked) => (
        <>
          <path d={path} fill="none" {...stroke(isPicked)} strokeDasharray={dashes(flat, 4, 3)} />
          {[a, b].map(([x, y], i) => (
            <circle key={i} cx={x} cy={y} r={5 * flat.px} fill="var(--sheet)" {...stroke(isPicked)} />
          ))}
        </>
      ),
      bundles: (pieces, colour) => (
        <path d={path} fill="none" stroke={colour} strokeWidth={width(pieces[0]?.leads ?? 0)} opacity="0.55" />
      ),
    }
  }
  const face = raceway.enclosure === enclosure ? flat.faces.find((each) => each.face === raceway.at?.face) : undefined
  if (!face || !raceway.at) return null
  if (INTO_WALL.includes(raceway.kind)) {
    const [x, y] = face.to(raceway.at.x_mm, raceway.at.y_mm)
    const r = Math.max(4 * flat.px, raceway.width_mm / 2)
    return {
      ends: [],
      outline: (isPicked) => (
        <>
          <circle cx={x} cy={y} r={r} fill="var(--sheet)" {...stroke(isPicked)} />
          {raceway.isBlanked ? (
            <path d={`M ${x - r} ${y} H ${x + r}`} stroke="var(--mute)" strokeWidth={1.2 * flat.px} />
          ) : null}
        </>
      ),
      bundles: (pieces, colour) => (
        <circle cx={x} cy={y} r={Math.min(r - flat.px, (2 + (pieces[0]?.leads ?? 1)) * flat.px)} fill={colour} />
      ),
    }
  }
  const start = face.to(raceway.at.x_mm, raceway.at.y_mm)
  const [w, h] =
    raceway.at.axis === 'across' ? [raceway.length_mm, raceway.width_mm] : [raceway.width_mm, raceway.length_mm]
  const end = face.to(raceway.at.x_mm + w, raceway.at.y_mm + h)
  return {
    ends: [face.to(...alongWay(raceway, 0)), face.to(...alongWay(raceway, raceway.length_mm))],
    outline: (isPicked) => (
      <rect
        x={Math.min(start[0], end[0])}
        y={Math.min(start[1], end[1])}
        width={w}
        height={h}
        fill="var(--paper)"
        fillOpacity="0.9"
        {...stroke(isPicked)}
        strokeDasharray={raceway.kind === 'clip-line' ? dashes(flat, 6, 4) : undefined}
      />
    ),
    bundles: (pieces, colour) => {
      const longest = pieces.reduce(
        (best, piece, i) =>
          piece.leads > 0 && (best < 0 || piece.to_mm - piece.from_mm > pieces[best]!.to_mm - pieces[best]!.from_mm)
            ? i
            : best,
        -1,
      )
      return pieces.map(({ from_mm, to_mm, leads }, i) => {
        if (leads === 0) return null
        const [x1, y1] = face.to(...alongWay(raceway, from_mm))
        const [x2, y2] = face.to(...alongWay(raceway, to_mm))
        return (
          <g key={i}>
            <line x1={x1} y1={y1} x2={x2} y2={y2} stroke={colour} strokeWidth={width(leads)} opacity="0.6" />
            {to_mm - from_mm > 34 * flat.px || i === longest ? (
              <text
                x={(x1 + x2) / 2}
                y={(y1 + y2) / 2}
                fontSize={12 * flat.px}
                fontWeight="700"
                textAnchor="middle"
                dominantBaseline="central"
                fill="var(--ink)"
                stroke="var(--paper)"
                strokeWidth={3 * flat.px}
                paintOrder="stroke"
                className="figures"
              >
                {leads}
              </text>
            ) : null}
          </g>
        )
      })
    },
  }
}

/** The edit that a stroke on the sheet means; null where it means none. */
function drawn(
  flat: FlatBox,
  enclosure: EnclosureId,
  kind: RacewayKind,
  from: readonly [number, number],
  to: readonly [number, number],
  name: string,
): Extract<Command, { type: 'addRaceway' }> | null {
  const [first, second] = [faceAt(flat, ...from), faceAt(flat, ...to)]
  if (!first) return null
  const [ax, ay] = first.from(...from).map(onGrid) as [number, number]
  const add = (given: Parameters<typeof newRaceway>[0]) => ({
    type: 'addRaceway' as const,
    id: newWayId(),
    raceway: newRaceway({ enclosure, ...SIZES[kind], ...given }),
  })
  if (kind === 'hinge-loop') {
    if (!second || second.face === first.face || (!second.isDoor && !first.isDoor)) return null
    const [bx, by] = second.from(...to).map(onGrid) as [number, number]
    const end = (face: FlatFace, x_mm: number, y_mm: number) => ({
      kind: 'face' as const,
      enclosure,
      face: face.face,
      x_mm,
      y_mm,
    })
    return add({ name, kind, ends: { a: end(first, ax, ay), b: end(second, bx, by) } })
  }
  if (INTO_WALL.includes(kind)) {
    if (first.isPlate) return null
    const thread = kind === 'gland' ? glandThread(DRAWN_THREAD)! : null
    return add({
      name,
      kind,
      length_mm: 30,
      ...(thread ? { thread: thread.size, width_mm: thread.thread_mm, height_mm: thread.thread_mm } : {}),
      at: { face: first.face, x_mm: ax, y_mm: ay, axis: 'across' },
    })
  }
  if (!ON_FACE.includes(kind)) return null
  const [bx, by] = first.from(...to).map(onGrid) as [number, number]
  const axis = Math.abs(bx - ax) >= Math.abs(by - ay) ? 'across' : 'down'
  const length_mm = axis === 'across' ? Math.abs(bx - ax) : Math.abs(by - ay)
  if (length_mm < SHORTEST_mm) return null
  const half = (SIZES[kind]?.width_mm ?? 0) / 2
  return add({
    name,
    kind,
    length_mm,
    at:
      axis === 'across'
        ? { face: first.face, x_mm: Math.min(ax, bx), y_mm: ay - half, axis }
        : { face: first.face, x_mm: ax - half, y_mm: Math.min(ay, by), axis },
  })
}

export const lengthWords = (mm: number | null): string => (mm === null ? 'not known' : `${formatNumber(mm, 5)} mm`)
