'use client'
import { useDrag } from '@use-gesture/react'
import { useMemo, useState } from 'react'
import { courseOf, plateIn, pointOn, type LeadFigure, type Point } from '@/core/figures'
import type { DeviceId, EnclosureId, FaceId, Face } from '@/core/plan'
import { useRoom } from '@/ui/room'
import { alongSeen, projector, type Seen, type View } from './project'
import { sceneOf, type Sheet } from './scene'

/** As somebody stands before it, a little to one side and above. */
const START: View = { turn_deg: -32, tilt_deg: 24 }
const PER_PIXEL_deg = 0.5
const BY_KEY_deg = 10
const GRID_mm = 5
const VIEWS: readonly { readonly name: string; readonly view: View }[] = [
  { name: 'aslant', view: START },
  { name: 'front', view: { turn_deg: 0, tilt_deg: 0 } },
  { name: 'side', view: { turn_deg: -90, tilt_deg: 0 } },
  { name: 'above', view: { turn_deg: 0, tilt_deg: 90 } },
]

const LOOKS: Readonly<
  Record<Sheet['of'], { readonly fill: string; readonly opacity: number; readonly dash?: string }>
> = {
  face: { fill: 'var(--paper)', opacity: 0.12 },
  door: { fill: 'none', opacity: 0.5, dash: '10 5' },
  plate: { fill: 'var(--sheet)', opacity: 0.8 },
  part: { fill: 'var(--wash)', opacity: 0.95 },
  way: { fill: 'var(--paper)', opacity: 0.75 },
}

const KEYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-BY_KEY_deg, 0],
  ArrowRight: [BY_KEY_deg, 0],
  ArrowUp: [0, BY_KEY_deg],
  ArrowDown: [0, -BY_KEY_deg],
}

const turned = ({ turn_deg, tilt_deg }: View, turn: number, tilt: number): View => ({
  turn_deg: ((turn_deg + turn + 540) % 360) - 180,
  tilt_deg: Math.min(90, Math.max(-90, tilt_deg + tilt)),
})

interface Drawn extends Sheet {
  readonly seen: readonly Seen[]
  readonly middle: readonly [number, number]
  /** The part whose tag is written here. */
  readonly tag: DeviceId | null
}

/** From so large on, a side carries a tag. */
const READ_mm2 = 600
const SIDES_OF_A_BODY = 6

/** Of a piece as it is seen (the shoelace formula). */
const areaOf = (seen: readonly Seen[]): number =>
  Math.abs(
    seen.reduce((sum, { x, y }, i) => {
      const next = seen[(i + 1) % seen.length]!
      return sum + x * next.y - next.x * y
    }, 0),
  ) / 2

/** What is farther first. A face that is looked at from where its parts stand comes before all of them, one seen from behind after. */
function inDrawingOrder(scene: readonly Sheet[], see: (point: Point) => Seen): readonly Drawn[] {
  const all = scene.map((sheet) => {
    const seen = sheet.corners.map(see)
    const mean = (key: keyof Seen) => seen.reduce((sum, each) => sum + each[key], 0) / seen.length
    const depth = mean('depth')
    const rank = sheet.inward === null ? 1 : see(sheet.inward).depth > depth ? 0 : 2
    return { ...sheet, seen, depth, rank, middle: [mean('x'), mean('y')] as const }
  })
  // Of the sides that are turned to the eye, the one that is seen largest.
  const middles = new Map<DeviceId, number>()
  for (const { device, depth } of all)
    if (device !== null) middles.set(device, (middles.get(device) ?? 0) + depth / SIDES_OF_A_BODY)
  const read = new Map<DeviceId, (typeof all)[number]>()
  for (const each of all)
    if (each.device !== null && each.depth > middles.get(each.device)! && areaOf(each.seen) > READ_mm2) {
      const best = read.get(each.device)
      if (!best || areaOf(each.seen) > areaOf(best.seen)) read.set(each.device, each)
    }
  return all
    .sort((a, b) => a.rank - b.rank || a.depth - b.depth)
    .map((each) => ({ ...each, tag: each.device !== null && read.get(each.device) === each ? each.device : null }))
}

/**
 * A box, frame or base as its faces stand in space, to be turned: parts and ways as bodies, and one lead along its whole
 * course. A plate that is picked has three handles; dragged along one of them it stands elsewhere.
 */
export function SpacePicture({
  enclosure,
  lead = null,
  face = null,
  onPickFace,
}: {
  readonly enclosure: EnclosureId
  readonly lead?: LeadFigure | null
  readonly face?: FaceId | null
  readonly onPickFace?: (face: FaceId) => void
}) {
  const { plan, evaluation } = useRoom()
  const [view, setView] = useState(START)
  const box = plan.enclosures[enclosure]!
  const bodies = evaluation?.reckoning.spaces.find((space) => space.enclosure === enclosure)?.bodies
  const scene = useMemo(() => sceneOf(plan, enclosure, bodies ?? []), [plan, enclosure, bodies])
  const { width_mm: W, height_mm: H, depth_mm: D } = box.inner
  const see = useMemo(() => projector(view, { x: W / 2, y: H / 2, z: D / 2 }), [view, W, H, D])
  const sheets = useMemo(() => inDrawingOrder(scene, see), [scene, see])
  // A ball about everything: it fits however it is turned.
  const reach = Math.max(
    Math.hypot(W, H, D) / 2,
    ...scene.flatMap(({ corners }) => corners.map((at) => Math.hypot(at.x - W / 2, at.y - H / 2, at.z - D / 2))),
  )
  const bind = useDrag(({ delta: [dx, dy] }) => setView((now) => turned(now, dx * PER_PIXEL_deg, dy * PER_PIXEL_deg)), {
    filterTaps: true,
    pointer: { keys: false },
  })
  const strands = useMemo(
    () => (lead ? courseOf(plan, lead).filter((strand) => strand.enclosure === enclosure) : []),
    [plan, lead, enclosure],
  )
  const picked = face !== null && box.faces[face]?.kind === 'plate' ? face : null
  return (
    <figure className="rounded-xl border border-hair bg-sheet p-2">
      <svg
        {...bind()}
        viewBox={`${-reach - 12} ${-reach - 12} ${2 * reach + 24} ${2 * reach + 24}`}
        className="block max-h-[46vh] w-full cursor-grab touch-none rounded-lg outline-none select-none focus-visible:ring-2 focus-visible:ring-accent active:cursor-grabbing"
        role="group"
        tabIndex={0}
        aria-label={`${box.name} in space${lead ? ', with the lead that is picked' : ''}; arrow keys turn it`}
        onKeyDown={(event) => {
          const by = KEYS[event.key]
          if (!by) return
          event.preventDefault()
          setView((now) => turned(now, ...by))
        }}
      >
        {sheets.map(({ key, of, face: own, seen, tag, middle }) => (
          <g key={key}>
            <polygon
              points={seen.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')}
              fill={LOOKS[of].fill}
              fillOpacity={LOOKS[of].opacity}
              stroke={own !== null && own === face ? 'var(--accent)' : 'var(--mute)'}
              strokeWidth={own !== null && own === face ? 3 : of === 'part' || of === 'plate' ? 1.2 : 0.8}
              strokeDasharray={LOOKS[of].dash}
              onClick={own !== null && onPickFace ? () => onPickFace(own) : undefined}
            />
            {tag === null ? null : (
              <text
                x={middle[0]}
                y={middle[1]}
                fontSize="15"
                fontWeight="700"
                textAnchor="middle"
                dominantBaseline="central"
                fill="var(--ink)"
                className="figures"
                pointerEvents="none"
              >
                {plan.devices[tag]?.tag}
              </text>
            )}
          </g>
        ))}
        {strands.map(({ points }, i) => (
          <g key={i}>
            {i > 0 ? <Hanging from={see(strands[i - 1]!.points.at(-1)!)} to={see(points[0]!)} /> : null}
            <LeadStrand seen={points.map(see)} />
          </g>
        ))}
        {picked ? <Handles enclosure={enclosure} face={picked} see={see} /> : null}
      </svg>
      <figcaption className="flex flex-wrap items-center gap-1 text-[13px] text-mute">
        <span className="mr-auto">Drag to turn</span>
        {VIEWS.map(({ name, view: each }) => (
          <button
            key={name}
            type="button"
            aria-pressed={each.turn_deg === view.turn_deg && each.tilt_deg === view.tilt_deg}
            className="rounded-md border border-hair px-2 py-0.5 hover:border-accent aria-pressed:border-accent aria-pressed:font-semibold aria-pressed:text-ink"
            onClick={() => setView(each)}
          >
            {name}
          </button>
        ))}
      </figcaption>
    </figure>
  )
}

/** Between two pieces of a lead: in a loop, or outside. */
const Hanging = ({ from, to }: { readonly from: Seen; readonly to: Seen }) => (
  <line
    x1={from.x}
    y1={from.y}
    x2={to.x}
    y2={to.y}
    stroke="var(--ink)"
    strokeWidth="2"
    strokeDasharray="5 5"
    aria-hidden
    pointerEvents="none"
  />
)

function LeadStrand({ seen }: { readonly seen: readonly Seen[] }) {
  const points = seen.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')
  const [first, last] = [seen[0]!, seen.at(-1)!]
  return (
    <g aria-hidden pointerEvents="none">
      <polyline points={points} fill="none" stroke="var(--sheet)" strokeWidth="7" strokeLinejoin="round" />
      <polyline points={points} fill="none" stroke="var(--ink)" strokeWidth="3.2" strokeLinejoin="round" />
      {[first, last].map(({ x, y }, i) => (
        <circle key={i} cx={x} cy={y} r="5" fill="var(--ink)" />
      ))}
    </g>
  )
}

const AXES = [
  { key: 'left_mm', words: 'sideways', to: [1, 0, 0] },
  { key: 'top_mm', words: 'up and down its face', to: [0, 1, 0] },
  { key: 'standsOff_mm', words: 'off its side', to: [0, 0, 1] },
] as const
const ARM_mm = 70

/** Three ways in which a plate is moved: two along it and one off its side. */
function Handles({
  enclosure,
  face,
  see,
}: {
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly see: (point: Point) => Seen
}) {
  const { plan, edit } = useRoom()
  const box = plan.enclosures[enclosure]!
  const data = box.faces[face]!
  const stands = plateIn(box, face)
  const [moved, setMoved] = useState<{ readonly key: (typeof AXES)[number]['key']; readonly by_mm: number } | null>(
    null,
  )
  const middle = pointOn(box, face, data.width_mm / 2, data.height_mm / 2, 0)
  const toward = ([x, y, z]: readonly [number, number, number], mm: number): Point =>
    pointOn(box, face, data.width_mm / 2 + x * mm, data.height_mm / 2 + y * mm, z * mm)
  const bind = useDrag(
    ({ args: [axis], movement, event, last, memo }) => {
      event.stopPropagation()
      const { key, to } = axis as (typeof AXES)[number]
      const svg = (event.target as SVGElement).ownerSVGElement
      const scale =
        (memo as number | undefined) ?? (svg ? svg.viewBox.baseVal.width / svg.getBoundingClientRect().width : 1)
      const from = see(middle)
      const raw = alongSeen(from, see(toward(to, 1)), [movement[0] * scale, movement[1] * scale])
      const by_mm = Math.round(raw / GRID_mm) * GRID_mm
      setMoved(last ? null : { key, by_mm })
      if (last && by_mm !== 0) {
        const value = Math.round((stands[key] + by_mm) * 10) / 10
        const changes: Partial<Face> = { [key]: key === 'standsOff_mm' ? Math.max(0, value) : value }
        edit(`${data.name} stands elsewhere`, { type: 'updateFace', enclosure, face, changes })
      }
      return scale
    },
    { pointer: { keys: false } },
  )
  const ghost = moved ? AXES.find(({ key }) => key === moved.key)! : null
  return (
    <g>
      {ghost && moved ? (
        <polygon
          points={[
            [0, 0],
            [data.width_mm, 0],
            [data.width_mm, data.height_mm],
            [0, data.height_mm],
          ]
            .map(([x, y]) => {
              const [ax, ay, az] = ghost.to
              const at = see(pointOn(box, face, x! + ax * moved.by_mm, y! + ay * moved.by_mm, az * moved.by_mm))
              return `${at.x.toFixed(1)},${at.y.toFixed(1)}`
            })
            .join(' ')}
          fill="none"
          stroke="var(--accent)"
          strokeWidth="3"
          strokeDasharray="8 5"
        />
      ) : null}
      {AXES.map((axis) => {
        const [from, to] = [see(middle), see(toward(axis.to, ARM_mm))]
        return (
          <g key={axis.key} {...bind(axis)} className="cursor-move touch-none">
            <title>{`Drag ${data.name} ${axis.words}`}</title>
            <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="var(--accent)" strokeWidth="2.5" />
            <circle cx={to.x} cy={to.y} r="9" fill="var(--accent)" data-handle={axis.key} />
          </g>
        )
      })}
      {moved ? (
        <text
          x={see(middle).x}
          y={see(middle).y - 16}
          fontSize="20"
          fontWeight="700"
          textAnchor="middle"
          fill="var(--ink)"
          stroke="var(--sheet)"
          strokeWidth="5"
          paintOrder="stroke"
          className="figures"
        >
          {moved.by_mm > 0 ? '+' : ''}
          {moved.by_mm} mm
        </text>
      ) : null}
    </g>
  )
}
