'use client'
import { landingOf, type Cable, type CableId, type Colour, type Plan, type Wire, type WireEnd } from '@/core/plan'
import { paintOf } from '@/ui/primitives'
import { terminalLabel, useRoom, wireColour } from '@/ui/room'

const WIDTH = 520
const ROW = 20
const TOP = 22
/** Where the ends stand, from the left; outside them there is room for what each way meets. */
const ENDS = { a: 150, b: WIDTH - 150 } as const
const HOUSING = 26
/** As many letters as fit beside an end, and above it. */
const LETTERS = { beside: 17, above: 26 } as const

type EndName = keyof typeof ENDS

const short = (text: string, where: keyof typeof LETTERS) =>
  text.length > LETTERS[where] ? `${text.slice(0, LETTERS[where] - 1)}…` : text

function endWords({ ends }: Cable, end: EndName): string {
  const { kind, family, gender } = ends[end]
  return kind === 'bare' ? 'bare' : `${family ?? 'family not said'}${gender === 'socket' ? ', socket' : ''}`
}

/** What a core meets at one of its ends: "A1 FAN0 +". */
function metBy(plan: Plan, end: WireEnd): string {
  const at = landingOf(plan, end)
  if (at) return `${plan.devices[at.device]!.tag} ${terminalLabel(plan, at.device, at.terminal)}`
  return end.kind === 'parked' ? 'open' : ''
}

interface DrawnCore {
  readonly id: string
  readonly colour: Colour
  /** The row it stands in at each end: the way of a plug, else its place among the cores. */
  readonly rows: Readonly<Record<EndName, number>>
  readonly meets: Readonly<Record<EndName, string>>
}

function coresOf(plan: Plan, id: CableId): readonly DrawnCore[] {
  const wires = (Object.values(plan.wires) as Wire[]).filter(({ cable }) => cable === id)
  return plan.cables[id]!.cores.map((core, i) => {
    const wire = wires.find((each) => each.core === core.id)
    const row = (end: WireEnd | undefined) => (end?.kind === 'plug' ? end.way - 1 : i)
    return {
      id: core.id,
      colour: core.colour ?? (wire ? wireColour(plan, wire) : { base: 'grey', stripe: null }),
      rows: { a: row(wire?.from), b: row(wire?.to) },
      meets: { a: wire ? metBy(plan, wire.from) : '', b: wire ? metBy(plan, wire.to) : '' },
    }
  })
}

/** A cable from end to end: its plugs with their ways, each core in its colours, and what every way meets. */
export function CablePicture({ id }: { readonly id: CableId }) {
  const { plan } = useRoom()
  const cable = plan.cables[id]!
  const cores = coresOf(plan, id)
  const rows = Math.max(
    1,
    cable.ends.a.ways ?? 0,
    cable.ends.b.ways ?? 0,
    ...cores.map(({ rows: at }) => Math.max(at.a, at.b) + 1),
  )
  const y = (row: number) => TOP + (row + 0.5) * ROW
  const crossed = cores.filter(
    ({ rows: at }) => cable.ends.a.kind === 'plug' && cable.ends.b.kind === 'plug' && at.a !== at.b,
  )
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${TOP + rows * ROW + 6}`}
      className="mt-3 w-full max-w-[560px]"
      role="img"
      aria-label={`${cable.name}: end A ${endWords(cable, 'a')}, end B ${endWords(cable, 'b')}, ${cores.length} cores${
        crossed.length > 0 ? `; ${crossed.length} change their way` : ''
      }`}
    >
      {(['a', 'b'] as const).map((end) => {
        const isPlug = cable.ends[end].kind === 'plug'
        const outward = end === 'a' ? -1 : 1
        const x = ENDS[end]
        return (
          <g key={end}>
            <text x={x} y={14} textAnchor={end === 'a' ? 'end' : 'start'} className="fill-mute text-[12px]">
              {end.toUpperCase()} · {short(endWords(cable, end), 'above')}
            </text>
            {isPlug ? (
              <rect
                x={end === 'a' ? x - HOUSING : x}
                y={TOP}
                width={HOUSING}
                height={(cable.ends[end].ways ?? rows) * ROW}
                rx={cable.ends[end].gender === 'socket' ? 0 : 5}
                className="fill-wash stroke-ink"
                strokeWidth={1.2}
              />
            ) : null}
            {isPlug
              ? Array.from({ length: cable.ends[end].ways ?? rows }, (_, way) => (
                  <text
                    key={way}
                    x={x + (outward * HOUSING) / 2}
                    y={y(way) + 4}
                    textAnchor="middle"
                    className="figures fill-ink text-[12px]"
                  >
                    {way + 1}
                  </text>
                ))
              : null}
            {cores.map((core) => (
              <text
                key={core.id}
                x={x + outward * (isPlug ? HOUSING + 6 : 6)}
                y={y(core.rows[end]) + 4}
                textAnchor={end === 'a' ? 'end' : 'start'}
                className="figures fill-ink text-[12px]"
              >
                {short(core.meets[end], 'beside')}
              </text>
            ))}
          </g>
        )
      })}
      {cores.map(({ id: core, colour, rows: at }) => {
        const path = `M ${ENDS.a} ${y(at.a)} C ${WIDTH / 2} ${y(at.a)}, ${WIDTH / 2} ${y(at.b)}, ${ENDS.b} ${y(at.b)}`
        return (
          <g key={core} fill="none">
            <path d={path} className="stroke-ink/50" strokeWidth={6} />
            <path d={path} stroke={paintOf(colour.base)} strokeWidth={4.5} />
            {colour.stripe ? (
              <path d={path} stroke={paintOf(colour.stripe)} strokeWidth={1.8} strokeDasharray="10 6" />
            ) : null}
          </g>
        )
      })}
    </svg>
  )
}
