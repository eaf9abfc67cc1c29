'use client'
import { terminalOnFace } from '@/core/figures'
import { splitKey, type TerminalKey } from '@/core/model'
import { spotsOf } from '@/core/outline'
import type { DeviceId, Plan, TerminalId } from '@/core/plan'
import { useRoom } from '@/ui/room'
import { useBenchPlan } from './benchPlan'

/** The two probes: a letter each, so that nothing hangs on colour. */
export const FLAGS = { red: 'A', black: 'B' } as const
export type FlagKey = keyof typeof FLAGS

interface Flagged {
  readonly flag: FlagKey
  readonly key: TerminalKey
}

/** Where the probes go: on the face they are on, to scale, or on the outline of what stands on none. */
export function ProbePlaces({ red, black }: { readonly red: TerminalKey | null; readonly black: TerminalKey | null }) {
  const plan = useBenchPlan()
  const flags: Flagged[] = [
    ...(red ? [{ flag: 'red' as const, key: red }] : []),
    ...(black ? [{ flag: 'black' as const, key: black }] : []),
  ]
  const places = new Map<string, { readonly face: ReturnType<typeof faceOf>; readonly own: Flagged[] }>()
  for (const each of flags) {
    const { device } = splitKey(each.key)
    if (!plan.devices[device]) continue
    const face = faceOf(plan, each.key)
    const id = face ? `${face.enclosure}|${face.face}` : device
    const known = places.get(id)
    if (known) known.own.push(each)
    else places.set(id, { face, own: [each] })
  }
  if (places.size === 0) return null
  return (
    <div className={`grid gap-2 ${places.size > 1 ? 'grid-cols-2' : ''}`}>
      {[...places].map(([id, { face, own }]) =>
        face ? (
          <FacePlaces key={id} enclosure={face.enclosure} face={face.face} flags={own} />
        ) : (
          <OutlinePlaces key={id} device={id as DeviceId} flags={own} />
        ),
      )}
    </div>
  )
}

function faceOf(plan: Plan, key: TerminalKey) {
  const { device, terminal } = splitKey(key)
  return terminalOnFace(plan, device, terminal)
}

function Flag({
  x,
  y,
  size,
  flag,
  side,
}: {
  readonly x: number
  readonly y: number
  readonly size: number
  readonly flag: FlagKey
  /** To which side it leans: away from the other. */
  readonly side: 1 | -1
}) {
  const [tx, ty] = [x + side * size * 0.9, y - size * 1.3]
  const isRed = flag === 'red'
  return (
    <g>
      <line x1={x} y1={y} x2={tx} y2={ty} stroke={isRed ? 'var(--stop)' : 'var(--ink)'} strokeWidth={size / 9} />
      <circle cx={x} cy={y} r={size / 5} fill={isRed ? 'var(--stop)' : 'var(--ink)'} />
      <rect
        x={tx - size * 0.55}
        y={ty - size * 0.55}
        width={size * 1.1}
        height={size * 1.1}
        rx={size / 7}
        fill={isRed ? 'var(--stop)' : 'var(--ink)'}
      />
      <text
        x={tx}
        y={ty}
        fontSize={size * 0.85}
        fontWeight={700}
        textAnchor="middle"
        dominantBaseline="central"
        fill="var(--sheet)"
      >
        {FLAGS[flag]}
      </text>
    </g>
  )
}

/** The left one leans left, so that two close together are both read. */
function leaning(flags: readonly Flagged[], flag: FlagKey, xOf: (key: TerminalKey) => number): 1 | -1 {
  const own = flags.find((each) => each.flag === flag)!
  const other = flags.find((each) => each.flag !== flag)
  if (!other || xOf(own.key) === xOf(other.key)) return flag === 'red' ? -1 : 1
  return xOf(own.key) < xOf(other.key) ? -1 : 1
}

function FacePlaces({
  enclosure,
  face,
  flags,
}: {
  readonly enclosure: keyof Plan['enclosures']
  readonly face: string
  readonly flags: readonly Flagged[]
}) {
  const { evaluation } = useRoom()
  const plan = useBenchPlan()
  const box = plan.enclosures[enclosure]!
  const data = box.faces[face as never] as {
    readonly name: string
    readonly width_mm: number
    readonly height_mm: number
  }
  const reckoned = evaluation?.reckoning.faces.find((each) => each.enclosure === enclosure && each.face === face)
  const size = Math.max(data.width_mm, data.height_mm) / 17
  const about = new Set(flags.map(({ key }) => splitKey(key).device))
  const xOf = (key: TerminalKey) => faceOf(plan, key)!.x_mm
  return (
    <figure className="min-w-0">
      <svg
        viewBox={`${-size} ${-size * 1.6} ${data.width_mm + 2 * size} ${data.height_mm + 2.6 * size}`}
        role="img"
        aria-label={`${flags.map(({ flag, key }) => `flag ${FLAGS[flag]} on ${labelOf(plan, key)}`).join(', ')}; ${data.name} of ${box.name}`}
        className="max-h-[260px] w-full"
      >
        <rect
          width={data.width_mm}
          height={data.height_mm}
          rx={3}
          className="fill-paper stroke-hair"
          strokeWidth={size / 10}
        />
        {reckoned?.items.map(({ device, body }) => (
          <g key={device}>
            <rect
              x={body.left_mm}
              y={body.top_mm}
              width={body.right_mm - body.left_mm}
              height={body.bottom_mm - body.top_mm}
              rx={1.5}
              className={about.has(device) ? 'fill-accent-wash stroke-accent' : 'fill-sheet stroke-hair'}
              strokeWidth={size / 9}
            />
            <text
              x={(body.left_mm + body.right_mm) / 2}
              y={(body.top_mm + body.bottom_mm) / 2}
              fontSize={size * 0.62}
              textAnchor="middle"
              dominantBaseline="central"
              className={about.has(device) ? 'fill-ink font-bold' : 'fill-mute'}
            >
              {plan.devices[device]?.tag}
            </text>
          </g>
        ))}
        {flags.map(({ flag, key }) => {
          const at = faceOf(plan, key)!
          return <Flag key={flag} flag={flag} x={at.x_mm} y={at.y_mm} size={size} side={leaning(flags, flag, xOf)} />
        })}
      </svg>
      <figcaption className="text-center text-[13px] text-mute">
        {box.name}, {data.name.toLowerCase()}
      </figcaption>
    </figure>
  )
}

export function labelOf(plan: Plan, key: TerminalKey): string {
  const { device, terminal } = splitKey(key)
  const own = plan.devices[device]
  const data = own ? plan.parts[own.part]?.terminals[terminal] : undefined
  return own && data ? `${own.tag} ${data.block ? `${data.block} ` : ''}${data.label}` : key
}

function OutlinePlaces({ device, flags }: { readonly device: DeviceId; readonly flags: readonly Flagged[] }) {
  const plan = useBenchPlan()
  const { tag, name, part: partId } = plan.devices[device]!
  const part = plan.parts[partId]!
  const { width_mm, height_mm } = part.body
  const size = Math.max(width_mm, height_mm, 10) / 6
  const spots = spotsOf(part, Object.keys(part.terminals) as TerminalId[])
  const at = (terminal: TerminalId): readonly [number, number] => {
    const spot = spots.find(({ terminals }) => terminals.includes(terminal))
    if (!spot) return [width_mm / 2, height_mm / 2]
    const i = spot.terminals.indexOf(terminal)
    const along = spot.along_mm + (i - (spot.terminals.length - 1) / 2) * Math.min(size / 2, 2.5)
    switch (spot.side) {
      case 'top':
        return [along, 0]
      case 'bottom':
        return [along, height_mm]
      case 'left':
        return [0, along]
      default:
        return [width_mm, along]
    }
  }
  const xOf = (key: TerminalKey) => at(splitKey(key).terminal)[0]
  return (
    <figure className="min-w-0">
      <svg
        viewBox={`${-2 * size} ${-2.2 * size} ${width_mm + 4 * size} ${height_mm + 3.4 * size}`}
        role="img"
        aria-label={`${flags.map(({ flag, key }) => `flag ${FLAGS[flag]} on ${labelOf(plan, key)}`).join(', ')}`}
        className="max-h-[200px] w-full"
      >
        <rect
          width={width_mm}
          height={height_mm}
          rx={size / 6}
          className="fill-sheet stroke-mute"
          strokeWidth={size / 12}
        />
        {(Object.keys(part.terminals) as TerminalId[]).map((terminal) => {
          const [x, y] = at(terminal)
          return (
            <circle
              key={terminal}
              cx={x}
              cy={y}
              r={size / 7}
              className="fill-hair stroke-mute"
              strokeWidth={size / 24}
            />
          )
        })}
        <text
          x={width_mm / 2}
          y={height_mm / 2}
          fontSize={size * 0.8}
          textAnchor="middle"
          dominantBaseline="central"
          className="fill-ink font-bold"
        >
          {tag}
        </text>
        {flags.map(({ flag, key }) => {
          const [x, y] = at(splitKey(key).terminal)
          return <Flag key={flag} flag={flag} x={x} y={y} size={size} side={leaning(flags, flag, xOf)} />
        })}
      </svg>
      <figcaption className="text-center text-[13px] text-mute">
        {tag} {name}
      </figcaption>
    </figure>
  )
}

/** Flag and place in words: "A (red) on PS1 +V". */
export function FlagLine({ flag, at }: { readonly flag: FlagKey; readonly at: string | null }) {
  if (at === null) return null
  return (
    <span className="flex items-center gap-2">
      <span
        className={`inline-flex size-7 shrink-0 items-center justify-center rounded-md text-[16px] font-bold text-sheet ${flag === 'red' ? 'bg-stop' : 'bg-ink'}`}
      >
        {FLAGS[flag]}
      </span>
      <span>
        {flag === 'red' ? 'red' : 'black'} lead on <strong>{at}</strong>
      </span>
    </span>
  )
}
