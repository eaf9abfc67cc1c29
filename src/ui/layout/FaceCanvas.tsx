'use client'
import { useDrag } from '@use-gesture/react'
import { memo, useMemo, useRef, useState, type KeyboardEvent } from 'react'
import type { Hole } from '@/core/drilling'
import { grow, mirrorShape, outlineOf, snapRect, turnMargins, type Rect, type Stroke } from '@/core/geometry'
import { landed, type DeviceId, type EnclosureId, type FaceId, type Part, type Plan } from '@/core/plan'
import { hostedIn, sideOf } from '@/core/figures'
import { useRoom } from '@/ui/room'
import { changeThings, thingsOn, type Change, type FaceThing } from './faceThings'

const GRID_mm = 5
const CATCH_mm = 4
const EDGE_mm = 22
const NUDGE_mm = { fine: 1, coarse: 10 } as const

export type View = 'outside' | 'inside'

interface Props {
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly view: View
  readonly chosen: ReadonlySet<string>
  readonly onChoose: (keys: ReadonlySet<string>) => void
}

interface Pull {
  readonly dx: number
  readonly dy: number
  readonly across: number | null
  readonly down: number | null
}

/** One face to scale: rails and ducts, holes, parts as they stand and the room they ask for, moved by hand or by keys. */
export function FaceCanvas({ enclosure, face, view, chosen, onChoose }: Props) {
  const { plan, evaluation, edit } = useRoom()
  const svg = useRef<SVGSVGElement>(null)
  const [pull, setPull] = useState<Pull | null>(null)
  const { width_mm, height_mm, name, kind } = plan.enclosures[enclosure]!.faces[face]!
  const isMirrored = view === 'inside'
  const things = useMemo(() => thingsOn(plan, enclosure, face), [plan, enclosure, face])
  const reckoned = evaluation?.reckoning.faces.find((each) => each.enclosure === enclosure && each.face === face)
  const wrong = useMemo(
    () =>
      new Set<string>([
        ...(reckoned?.overlapping.flat() ?? []),
        ...(reckoned?.outside ?? []),
        ...(reckoned?.onRaceway.flat() ?? []),
        ...(evaluation?.reckoning.spaces.flatMap(({ meeting, throughDoor }) => [
          ...meeting.flat(),
          ...throughDoor.map(({ device }) => device),
        ]) ?? []),
      ]),
    [reckoned, evaluation],
  )
  const tight = useMemo(
    () =>
      new Set<string>([
        ...(reckoned?.crowded.flat() ?? []),
        ...(evaluation?.reckoning.spaces.flatMap(({ rooms }) =>
          rooms.filter(({ room_mm, wanted_mm }) => room_mm < wanted_mm - 1e-6).map(({ device }) => device),
        ) ?? []),
      ]),
    [reckoned, evaluation],
  )
  const side = (x: number) => (isMirrored ? width_mm - x : x)

  const change = (label: string, changes: ReadonlyMap<string, Change | 'remove'>) => {
    const commands = changeThings(plan, enclosure, face, changes)
    if (commands.length > 0) edit(label, ...commands)
  }
  const all = (keys: ReadonlySet<string>, what: Change | 'remove') =>
    new Map([...keys].map((key) => [key, what] as const))
  const tags = (keys: ReadonlySet<string>) =>
    things
      .filter(({ key }) => keys.has(key))
      .map(({ tag }) => tag)
      .join(', ')
      .slice(0, 60)

  // What is pulled catches on rails, neighbours and the grid; the geometry is the core's.
  const caught = (keys: ReadonlySet<string>, dx: number, dy: number): Pull => {
    const pulled = things.filter(({ key }) => keys.has(key))
    const [lead] = pulled
    if (!lead) return { dx, dy, across: null, down: null }
    const rect: Rect = {
      left_mm: lead.body.left_mm + dx,
      right_mm: lead.body.right_mm + dx,
      top_mm: lead.body.top_mm + dy,
      bottom_mm: lead.body.bottom_mm + dy,
    }
    const isRailed = lead.device !== null && plan.parts[plan.devices[lead.device]!.part]!.mounting === 'rail'
    const rails = isRailed
      ? things
          .filter((each) => each.kind === 'rail' && !keys.has(each.key))
          .map(({ axis, x_mm, y_mm }) => ({ axis: axis!, at_mm: axis === 'across' ? y_mm : x_mm }))
      : []
    const near = things
      .filter(
        ({ key, body }) =>
          !keys.has(key) &&
          body.left_mm < rect.right_mm + 120 &&
          body.right_mm > rect.left_mm - 120 &&
          body.top_mm < rect.bottom_mm + 120 &&
          body.bottom_mm > rect.top_mm - 120,
      )
      .map(({ body }) => body)
    const { dx_mm, dy_mm, across_mm, down_mm } = snapRect({
      rect,
      grid_mm: GRID_mm,
      catch_mm: CATCH_mm,
      neighbours: near,
      rails,
    })
    return { dx: dx + dx_mm, dy: dy + dy_mm, across: across_mm, down: down_mm }
  }
  const bind = useDrag(
    ({ args: [key], first, last, tap, movement: [mx, my], event, memo, canceled }) => {
      const scale = svg.current!.getScreenCTM()!.a
      const keys: ReadonlySet<string> =
        first || !memo
          ? (event as PointerEvent).shiftKey
            ? new Set([...chosen, key as string])
            : chosen.has(key as string)
              ? chosen
              : new Set([key as string])
          : (memo as ReadonlySet<string>)
      if (first || tap) onChoose(keys)
      const next = tap || canceled ? null : caught(keys, ((isMirrored ? -1 : 1) * mx) / scale, my / scale)
      if (!last) setPull(next)
      else {
        setPull(null)
        if (next && (Math.abs(next.dx) > 1e-9 || Math.abs(next.dy) > 1e-9))
          change(`Move ${tags(keys)}`, all(keys, { dx_mm: next.dx, dy_mm: next.dy }))
      }
      return keys
    },
    { filterTaps: true, pointer: { keys: false } },
  )

  const press = (event: KeyboardEvent, key: string) => {
    const keys = chosen.has(key) ? chosen : new Set([key])
    const step = event.shiftKey ? NUDGE_mm.coarse : NUDGE_mm.fine
    const by = {
      ArrowLeft: [isMirrored ? step : -step, 0],
      ArrowRight: [isMirrored ? -step : step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    }[event.key]
    if (by) {
      event.preventDefault()
      onChoose(keys)
      change(`Nudge ${tags(keys)}`, all(keys, { dx_mm: by[0]!, dy_mm: by[1]! }))
    } else if (event.key === 'r' || event.key === 'R') {
      event.preventDefault()
      change(`Turn ${tags(keys)}`, all(keys, { turn: true }))
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault()
      change(`Take off ${tags(keys)}`, all(keys, 'remove'))
      onChoose(new Set())
    } else if (event.key === ' ' || event.key === 'Enter') {
      event.preventDefault()
      onChoose(
        chosen.has(key) && event.key === ' '
          ? new Set([...chosen].filter((each) => each !== key))
          : event.shiftKey
            ? new Set([...chosen, key])
            : new Set([key]),
      )
    }
  }
  // Lettering of the margins stays as large to the eye on a small wall as on a large plate.
  const unit = Math.min(1, Math.max(width_mm, height_mm * 1.4) / 560)
  const marks = (length: number) => Array.from({ length: Math.floor(length / 50) + 1 }, (_, i) => i * 50)
  const seen = kind === 'plate' ? 'from the front' : view === 'outside' ? 'from outside' : 'from inside, mirrored'
  return (
    <div className="overflow-hidden rounded-xl border border-hair bg-sheet p-2">
      <svg
        ref={svg}
        viewBox={`${-EDGE_mm * unit} ${-EDGE_mm * unit} ${width_mm + (EDGE_mm + 14) * unit} ${height_mm + (EDGE_mm + 6) * unit}`}
        className="block max-h-[70vh] w-full touch-none select-none"
        role="group"
        aria-label={`${name}, ${width_mm} by ${height_mm} mm, ${seen}`}
      >
        <rect
          x="0"
          y="0"
          width={width_mm}
          height={height_mm}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth="1"
          onPointerDown={() => onChoose(new Set())}
        />
        {marks(width_mm).map((x) => (
          <line
            key={`x${x}`}
            x1={side(x)}
            x2={side(x)}
            y1="0"
            y2={height_mm}
            stroke="var(--hair)"
            strokeWidth={x % 100 === 0 ? 0.6 : 0.3}
            pointerEvents="none"
          />
        ))}
        {marks(height_mm).map((y) => (
          <line
            key={`y${y}`}
            x1="0"
            x2={width_mm}
            y1={y}
            y2={y}
            stroke="var(--hair)"
            strokeWidth={y % 100 === 0 ? 0.6 : 0.3}
            pointerEvents="none"
          />
        ))}
        {marks(width_mm)
          .filter((x) => x % 100 === 0)
          .map((x) => (
            <text
              key={x}
              x={side(x)}
              y={-6 * unit}
              fontSize={9 * unit}
              textAnchor="middle"
              className="figures"
              fill="var(--mute)"
            >
              {x}
            </text>
          ))}
        {marks(height_mm)
          .filter((y) => y % 100 === 0 && y > 0)
          .map((y) => (
            <text
              key={y}
              x={-5 * unit}
              y={y + 3 * unit}
              fontSize={9 * unit}
              textAnchor="end"
              className="figures"
              fill="var(--mute)"
            >
              {y}
            </text>
          ))}
        {edgesOf(sideOf(plan.enclosures[enclosure]!.faces[face]!), kind).map(({ words, at: edge }) => {
          const shown =
            isMirrored && (edge === 'left' || edge === 'right') ? (edge === 'left' ? 'right' : 'left') : edge
          const [x, y, turn] = {
            left: [7 * unit, height_mm / 2, -90],
            right: [width_mm - 7 * unit, height_mm / 2, 90],
            top: [width_mm / 2, 11 * unit, 0],
            bottom: [width_mm / 2, height_mm - 5 * unit, 0],
          }[shown] as [number, number, number]
          return (
            <text
              key={edge}
              x={x}
              y={y}
              transform={`rotate(${turn} ${x} ${y})`}
              fontSize={9 * unit}
              textAnchor="middle"
              fill="var(--mute)"
              pointerEvents="none"
            >
              {words}
            </text>
          )
        })}
        {things.map((thing) => (
          <g key={thing.key} {...bind(thing.key)}>
            <Thing
              thing={thing}
              plan={plan}
              isChosen={chosen.has(thing.key)}
              dx={pull && chosen.has(thing.key) ? pull.dx : 0}
              dy={pull && chosen.has(thing.key) ? pull.dy : 0}
              isWrong={wrong.has(thing.key)}
              isTight={tight.has(thing.key)}
              mirror_mm={isMirrored ? width_mm : null}
              onKeyDown={press}
            />
          </g>
        ))}
        {pull ? null : (
          <SittingOn plan={plan} enclosure={enclosure} face={face} mirror_mm={isMirrored ? width_mm : null} />
        )}
        {pull ? null : <Holes holes={reckoned?.holes ?? []} mirror_mm={isMirrored ? width_mm : null} />}
        {pull?.across != null ? (
          <line
            x1="0"
            x2={width_mm}
            y1={pull.across}
            y2={pull.across}
            stroke="var(--accent)"
            strokeWidth="0.6"
            strokeDasharray="5 3"
            pointerEvents="none"
          />
        ) : null}
        {pull?.down != null ? (
          <line
            x1={side(pull.down)}
            x2={side(pull.down)}
            y1="0"
            y2={height_mm}
            stroke="var(--accent)"
            strokeWidth="0.6"
            strokeDasharray="5 3"
            pointerEvents="none"
          />
        ) : null}
      </svg>
      <p className="px-1 pt-1 text-[13px] text-mute">
        {name},{' '}
        <span className="figures">
          {width_mm} × {height_mm} mm
        </span>
        , seen {seen}. The bar is a part’s own top; orange outlines carry mains, by their wires or their terminals; dark
        rings are holes; in dashes what is there already, in dots what comes out.
      </p>
    </div>
  )
}

/** What sits on parts of a face: its outline over theirs, moved in its own panel. */
function SittingOn({
  plan,
  enclosure,
  face,
  mirror_mm,
}: {
  readonly plan: Plan
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly mirror_mm: number | null
}) {
  const own = new Map(
    (Object.keys(plan.devices) as DeviceId[]).flatMap((id): [DeviceId, FaceId][] => {
      const { place } = plan.devices[id]!
      return place.kind === 'face' && place.enclosure === enclosure && place.face === face ? [[id, face]] : []
    }),
  )
  const sitting = hostedIn(plan, plan.enclosures[enclosure]!, own).filter(
    ({ key }) => plan.devices[key]!.place.kind === 'on',
  )
  return sitting.map(({ key, rect: { left_mm, right_mm, top_mm, bottom_mm } }) => {
    const x = mirror_mm === null ? left_mm : mirror_mm - right_mm
    return (
      <g key={key} pointerEvents="none">
        <rect
          x={x}
          y={top_mm}
          width={right_mm - left_mm}
          height={bottom_mm - top_mm}
          fill="var(--sheet)"
          fillOpacity="0.55"
          stroke="var(--ink)"
          strokeWidth="0.8"
          strokeDasharray="1.5 1.5"
        />
        <text x={x + 3} y={bottom_mm - 3} fontSize="8" className="figures" fill="var(--ink)">
          {plan.devices[key]!.tag}
        </text>
      </g>
    )
  })
}

type Edge = 'left' | 'right' | 'top' | 'bottom'

/** Which edges of a wall, seen from outside, are toward the back of the box and toward its front: what a mirrored template gets wrong. */
function edgesOf(
  side: ReturnType<typeof sideOf>,
  kind: string,
): readonly { readonly words: string; readonly at: Edge }[] {
  if (kind === 'plate') return []
  const named = (back: Edge, front: Edge) => [
    { words: 'toward the back', at: back },
    { words: 'toward the front', at: front },
  ]
  return side === 'left'
    ? named('left', 'right')
    : side === 'right'
      ? named('right', 'left')
      : side === 'top'
        ? named('top', 'bottom')
        : side === 'bottom'
          ? named('bottom', 'top')
          : []
}

interface ThingProps {
  readonly thing: FaceThing
  readonly plan: Plan
  readonly isChosen: boolean
  readonly dx: number
  readonly dy: number
  readonly isWrong: boolean
  readonly isTight: boolean
  readonly mirror_mm: number | null
  readonly onKeyDown: (event: KeyboardEvent, key: string) => void
}

/** Drawn anew only when it changes: while a hand moves one part, a hundred others stand still. */
const Thing = memo(function Thing({
  thing,
  plan,
  isChosen,
  dx,
  dy,
  isWrong,
  isTight,
  mirror_mm,
  onKeyDown,
}: ThingProps) {
  const { key, kind, tag, name, body: still, rotation_deg, axis, length_mm } = thing
  const moved: Rect = {
    left_mm: still.left_mm + dx,
    right_mm: still.right_mm + dx,
    top_mm: still.top_mm + dy,
    bottom_mm: still.bottom_mm + dy,
  }
  const flip = ({ left_mm, right_mm, ...rest }: Rect): Rect =>
    mirror_mm === null
      ? { left_mm, right_mm, ...rest }
      : { left_mm: mirror_mm - right_mm, right_mm: mirror_mm - left_mm, ...rest }
  const body = flip(moved)
  const [w, h] = [body.right_mm - body.left_mm, body.bottom_mm - body.top_mm]
  const [cx, cy] = [(body.left_mm + body.right_mm) / 2, (body.top_mm + body.bottom_mm) / 2]
  const figures = `${Math.round((thing.x_mm + dx) * 100) / 100} mm across, ${Math.round((thing.y_mm + dy) * 100) / 100} mm down`
  const label =
    kind === 'device'
      ? `${tag} ${name}, ${figures}, turned ${rotation_deg}°${originOf(plan, thing)}`
      : `${tag}, ${name}, ${figures}${axis ? `, runs ${axis}, ${length_mm} mm` : ''}`
  const common = {
    role: 'button',
    tabIndex: 0,
    'aria-pressed': isChosen,
    'aria-label': label,
    onKeyDown: (event: KeyboardEvent) => onKeyDown(event, key),
    className: 'cursor-move outline-none [&:focus-visible>.body]:[stroke-width:2.6]',
  } as const
  const ring = isChosen ? 'var(--accent)' : null
  if (kind === 'rail') {
    const across = axis === 'across'
    return (
      <g {...common}>
        <rect
          className="body"
          x={body.left_mm}
          y={body.top_mm}
          width={w}
          height={h}
          fill={isChosen ? 'var(--accent-wash)' : 'var(--wash)'}
          stroke={ring ?? 'var(--return)'}
          strokeWidth="0.8"
        />
        {[0.28, 0.72].map((share) => (
          <line
            key={share}
            x1={across ? body.left_mm : body.left_mm + w * share}
            x2={across ? body.right_mm : body.left_mm + w * share}
            y1={across ? body.top_mm + h * share : body.top_mm}
            y2={across ? body.top_mm + h * share : body.bottom_mm}
            stroke="var(--return)"
            strokeWidth="0.5"
            pointerEvents="none"
          />
        ))}
      </g>
    )
  }
  if (kind === 'raceway' && axis) {
    return (
      <g {...common}>
        <rect
          className="body"
          x={body.left_mm}
          y={body.top_mm}
          width={w}
          height={h}
          fill={isWrong ? 'var(--stop-wash)' : isChosen ? 'var(--accent-wash)' : 'var(--wash)'}
          stroke={isWrong ? 'var(--stop)' : (ring ?? 'var(--return)')}
          strokeWidth="0.8"
          strokeDasharray="1.5 2.5"
        />
        <rect
          x={body.left_mm + 2}
          y={body.top_mm + 2}
          width={Math.max(0, w - 4)}
          height={Math.max(0, h - 4)}
          fill="none"
          stroke="var(--hair)"
          strokeWidth="0.6"
          pointerEvents="none"
        />
        {w > 90 ? (
          <text x={body.left_mm + 34} y={cy + 3} fontSize="8" fill="var(--mute)" pointerEvents="none">
            {tag}
          </text>
        ) : null}
      </g>
    )
  }
  if (kind !== 'device') {
    const r = Math.min(w, h) / 2
    return (
      <g {...common}>
        {kind === 'raceway' ? (
          <polygon
            className="body"
            points={Array.from(
              { length: 6 },
              (_, i) => `${cx + r * 1.3 * Math.cos((i * Math.PI) / 3)},${cy + r * 1.3 * Math.sin((i * Math.PI) / 3)}`,
            ).join(' ')}
            fill={isChosen ? 'var(--accent-wash)' : 'var(--sheet)'}
            stroke={ring ?? 'var(--return)'}
            strokeWidth="1"
          />
        ) : (
          <rect
            className="body"
            x={body.left_mm}
            y={body.top_mm}
            width={w}
            height={h}
            rx={2}
            fill={isChosen ? 'var(--accent-wash)' : 'transparent'}
            stroke={ring ?? 'var(--hair)'}
            strokeWidth="0.8"
            strokeDasharray="2 2"
          />
        )}
        <text x={cx} y={body.bottom_mm + 9} fontSize="6.5" textAnchor="middle" fill="var(--mute)" pointerEvents="none">
          {tag.replace(/ leads$/, '').slice(0, 14)}
        </text>
      </g>
    )
  }
  const { origin, part: partId } = plan.devices[thing.device!]!
  const part = plan.parts[partId]!
  // What was there already is drawn in dashes, what comes out in dots.
  const dash = origin === 'there' ? '7 3' : origin === 'remove' ? '2 3' : undefined
  const room = flip(grow(moved, turnMargins(part.clearance_mm, rotation_deg)))
  const tone = isWrong
    ? 'var(--stop)'
    : isTight
      ? 'var(--caution)'
      : isChosen
        ? 'var(--accent)'
        : hasMains(plan, thing.device!)
          ? 'var(--mains)'
          : 'var(--return)'
  const size = Math.max(6, Math.min(14, w / (tag.length * 0.75), h * 0.6))
  return (
    <g {...common}>
      {isChosen ? (
        <rect
          x={room.left_mm}
          y={room.top_mm}
          width={room.right_mm - room.left_mm}
          height={room.bottom_mm - room.top_mm}
          fill="none"
          stroke="var(--accent)"
          strokeWidth="0.8"
          strokeDasharray="4 3"
          pointerEvents="none"
        />
      ) : null}
      <rect
        className="body"
        x={body.left_mm}
        y={body.top_mm}
        width={w}
        height={h}
        rx="2"
        fill={
          isWrong
            ? 'var(--stop-wash)'
            : isTight
              ? 'var(--caution-wash)'
              : isChosen
                ? 'var(--accent-wash)'
                : 'var(--sheet)'
        }
        stroke={origin === 'remove' ? 'var(--mute)' : tone}
        strokeWidth="1.4"
        strokeDasharray={dash}
        opacity={origin === 'remove' ? 0.6 : 1}
      />
      <Sides part={part} body={body} turn={rotation_deg} isMirrored={mirror_mm !== null} />
      <text
        x={cx}
        y={cy + size * 0.35}
        fontSize={size}
        fontWeight="700"
        textAnchor="middle"
        className="figures"
        fill="var(--ink)"
        pointerEvents="none"
      >
        {tag}
      </text>
      {h > 3.4 * size && w > 60 ? (
        <text
          x={cx}
          y={cy + size * 1.5}
          fontSize={Math.min(8, (w / name.length) * 1.7)}
          textAnchor="middle"
          fill="var(--mute)"
          pointerEvents="none"
        >
          {name}
        </text>
      ) : null}
    </g>
  )
})

function originOf(plan: Plan, { device }: FaceThing): string {
  const origin = device ? plan.devices[device]!.origin : 'new'
  return origin === 'there' ? ', there already' : origin === 'remove' ? ', comes out' : ''
}

/** Devices at which a wire of the mains ends, or which have a terminal that is made for nothing else. */
const mainsDevices = new WeakMap<Plan['wires'], ReadonlySet<DeviceId>>()

function hasMains(plan: Plan, id: DeviceId): boolean {
  const { wires } = landed(plan)
  let wired = mainsDevices.get(wires)
  if (!wired) {
    const ends = Object.values(wires).flatMap((wire) =>
      wire!.function === 'L' || wire!.function === 'N' ? [wire!.from, wire!.to] : [],
    )
    wired = new Set(ends.flatMap((end) => (end.kind === 'terminal' ? [end.device] : [])))
    mainsDevices.set(wires, wired)
  }
  const part = plan.parts[plan.devices[id]!.part]!
  return wired.has(id) || Object.values(part.terminals).some((terminal) => terminal!.function === 'L')
}

const CLOCKWISE = ['top', 'right', 'bottom', 'left'] as const

/** A short bar along the side that is the part's top; open arrows where air passes. */
function Sides({
  part,
  body: { left_mm: l, top_mm: t, right_mm: r, bottom_mm: b },
  turn,
  isMirrored,
}: {
  readonly part: Part
  readonly body: Rect
  readonly turn: number
  readonly isMirrored: boolean
}) {
  const [cx, cy] = [(l + r) / 2, (t + b) / 2]
  const shown = (side: (typeof CLOCKWISE)[number]) => {
    const turned = CLOCKWISE[(CLOCKWISE.indexOf(side) + turn / 90) % 4]!
    return isMirrored && (turned === 'left' || turned === 'right') ? (turned === 'left' ? 'right' : 'left') : turned
  }
  const half = Math.min(r - l, b - t) * 0.18
  const top = {
    top: [cx - half, t + 2.2, cx + half, t + 2.2],
    right: [r - 2.2, cy - half, r - 2.2, cy + half],
    bottom: [cx - half, b - 2.2, cx + half, b - 2.2],
    left: [l + 2.2, cy - half, l + 2.2, cy + half],
  }[shown('top')] as [number, number, number, number]
  const vents = (part.vents ?? []).flatMap(({ side }) => (side === 'front' || side === 'back' ? [] : [shown(side)]))
  return (
    <g pointerEvents="none">
      <line
        x1={top[0]}
        y1={top[1]}
        x2={top[2]}
        y2={top[3]}
        stroke="var(--mute)"
        strokeWidth="1.6"
        strokeLinecap="round"
      />
      {vents.map((side) => {
        const [x, y, dx, dy] = {
          top: [l + (r - l) * 0.25, t, 0, -7],
          bottom: [l + (r - l) * 0.25, b, 0, -7],
          left: [l, t + (b - t) * 0.25, -7, 0],
          right: [r, t + (b - t) * 0.25, 7, 0],
        }[side] as [number, number, number, number]
        return (
          <path
            key={side}
            d={`M ${x} ${y - dy / 2} l ${dx} ${dy} m -2.4 2.4 l 2.4 -2.4 l 2.4 2.4`}
            fill="none"
            stroke="var(--caution)"
            strokeWidth="1"
          />
        )
      })}
    </g>
  )
}

const Holes = memo(function Holes({
  holes,
  mirror_mm,
}: {
  readonly holes: readonly Hole[]
  readonly mirror_mm: number | null
}) {
  return (
    <g pointerEvents="none" fill="none" stroke="var(--ink)" opacity="0.75">
      {holes.map((hole) => {
        const shape = mirror_mm === null ? hole.shape : mirrorShape(hole.shape)
        return outlineOf(shape, { x_mm: mirror_mm === null ? hole.x_mm : mirror_mm - hole.x_mm, y_mm: hole.y_mm }).map(
          (stroke, i) => <Outline key={`${hole.id}${i}`} stroke={stroke} isDashed={hole.state !== 'make'} />,
        )
      })}
    </g>
  )
})

function Outline({ stroke, isDashed }: { readonly stroke: Stroke; readonly isDashed: boolean }) {
  const pen = { strokeWidth: 0.8, ...(isDashed ? { strokeDasharray: '2 1.5' } : {}) }
  if (stroke.kind === 'line')
    return <line x1={stroke.from.x_mm} y1={stroke.from.y_mm} x2={stroke.to.x_mm} y2={stroke.to.y_mm} {...pen} />
  const { centre, radius_mm: r, from_deg, to_deg } = stroke
  if (to_deg - from_deg >= 360) return <circle cx={centre.x_mm} cy={centre.y_mm} r={r} {...pen} />
  const on = (deg: number) =>
    `${centre.x_mm + r * Math.cos((deg * Math.PI) / 180)} ${centre.y_mm + r * Math.sin((deg * Math.PI) / 180)}`
  return <path d={`M ${on(from_deg)} A ${r} ${r} 0 ${to_deg - from_deg > 180 ? 1 : 0} 1 ${on(to_deg)}`} {...pen} />
}
