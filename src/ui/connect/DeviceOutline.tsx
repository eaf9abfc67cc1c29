'use client'
import type { Part, TerminalId } from '@/core/plan'
import { spotsOf, withoutCollision, type Spot } from '@/core/outline'

const TONE: Readonly<Record<string, string>> = {
  L: 'var(--mains)',
  N: 'var(--neutral)',
  PE: 'var(--earth)',
  'V+': 'var(--dc)',
  'V-': 'var(--return)',
}
/** The drawing, and the room about the body for leaders and labels. */
const WIDTH = 600
const MAX_W = 380
const MAX_H = 210
const ASIDE = 108
const LABEL = 15
const LEADER = 30

/** The part's true outline to scale, its terminals and connectors where they are; labels stand off by leaders and never meet. */
export function DeviceOutline({
  part,
  wireable,
  open,
  used,
  chosen,
  onChoose,
}: {
  readonly part: Part
  readonly wireable: readonly TerminalId[]
  readonly open: ReadonlySet<TerminalId>
  readonly used: (terminal: TerminalId) => number
  readonly chosen: TerminalId | null
  readonly onChoose: (terminal: TerminalId) => void
}) {
  const { width_mm, height_mm } = part.body
  const spots = spotsOf(part, wireable)
  const count = (side: Spot['side']) => spots.filter((spot) => spot.side === side).length
  const scale = Math.min(MAX_W / width_mm, MAX_H / height_mm)
  const [w, h] = [width_mm * scale, height_mm * scale]
  const textOf = ({ label, isConnector, terminals }: Spot) =>
    isConnector ? `${label} ${terminals.filter((terminal) => used(terminal) > 0).length}/${terminals.length}` : label
  // Labels above and below are read upright where they have the width, and slanted where they are many.
  const roomOf = (side: Spot['side']) =>
    Math.max(30, ...spots.filter((spot) => spot.side === side).map((spot) => textOf(spot).length * 7 + 8))
  const isSlanted = (side: Spot['side']) => count(side) * roomOf(side) > WIDTH - 40
  const aboveRoom = count('top') === 0 ? 12 : isSlanted('top') ? 84 : 46
  const belowRoom = count('bottom') === 0 ? 12 : isSlanted('bottom') ? 84 : 46
  const sideHeight = Math.max(count('left'), count('right')) * LABEL
  const total = Math.max(h, sideHeight) + aboveRoom + belowRoom
  const x0 = (WIDTH - w) / 2
  const y0 = aboveRoom + (Math.max(h, sideHeight) - h) / 2
  const draw = (side: Spot['side']) => {
    const own = spots.filter((spot) => spot.side === side)
    const isRow = side === 'top' || side === 'bottom'
    const at = own.map(({ along_mm }) => along_mm * scale + (isRow ? x0 : y0))
    const slanted = isRow && isSlanted(side)
    const labels = isRow
      ? withoutCollision(at, slanted ? LABEL : roomOf(side), 20, WIDTH - 20)
      : withoutCollision(at, LABEL, aboveRoom + LABEL / 2, total - belowRoom - LABEL / 2)
    return own.map((spot, i) => {
      const edge = side === 'top' ? y0 : side === 'bottom' ? y0 + h : side === 'left' ? x0 : x0 + w
      const away =
        side === 'top'
          ? edge - LEADER + 8
          : side === 'bottom'
            ? edge + LEADER - 8
            : side === 'left'
              ? edge - LEADER
              : edge + LEADER
      const [px, py] = isRow ? [at[i]!, edge] : [edge, at[i]!]
      const [lx, ly] = isRow ? [labels[i]!, away] : [away, labels[i]!]
      const isOpen = spot.terminals.some((terminal) => open.has(terminal))
      const joined = spot.terminals.filter((terminal) => used(terminal) > 0).length
      const isChosen = chosen !== null && spot.terminals.includes(chosen)
      const tone = TONE[part.terminals[spot.terminals[0]!]!.function] ?? 'var(--signal)'
      const text = textOf(spot)
      const anchor =
        side === 'left' ? 'end' : side === 'right' ? 'start' : slanted ? (side === 'top' ? 'start' : 'end') : 'middle'
      const ty = side === 'top' ? ly - 4 : side === 'bottom' ? ly + 12 : ly + 4
      const tx = side === 'left' ? lx - 4 : side === 'right' ? lx + 4 : lx
      const long = spot.isConnector ? Math.min(8 + spot.terminals.length * 3, 26) : 7
      return (
        <g
          key={spot.key}
          className="cursor-pointer"
          aria-hidden
          onClick={() => onChoose(spot.terminals.find((terminal) => used(terminal) === 0) ?? spot.terminals[0]!)}
        >
          <title>{`${spot.label}: ${joined > 0 ? `${joined} of ${spot.terminals.length} joined` : isOpen ? 'open, must be connected' : 'open'}`}</title>
          <polyline
            points={`${px},${py} ${lx},${ly}`}
            fill="none"
            stroke={isOpen ? 'var(--stop)' : 'var(--mute)'}
            strokeWidth="1"
          />
          <rect
            x={px - (isRow ? long : 7) / 2}
            y={py - (isRow ? 7 : long) / 2}
            width={isRow ? long : 7}
            height={isRow ? 7 : long}
            rx="1.5"
            fill={joined > 0 ? tone : 'var(--sheet)'}
            stroke={isChosen ? 'var(--accent)' : isOpen ? 'var(--stop)' : tone}
            strokeWidth={isChosen ? 3 : 1.6}
            strokeDasharray={isOpen ? '3 2' : undefined}
          />
          <text
            x={tx}
            y={ty}
            fontSize="11.5"
            textAnchor={anchor}
            transform={slanted ? `rotate(-52 ${tx} ${ty})` : undefined}
            className="figures"
            fill={isOpen ? 'var(--stop)' : 'var(--ink)'}
            fontWeight={isChosen ? 700 : 400}
          >
            {text.slice(0, isRow ? 12 : 15)}
          </text>
        </g>
      )
    })
  }
  return (
    <div className="mt-2 overflow-x-auto rounded-lg bg-paper p-2" aria-hidden>
      <svg viewBox={`0 0 ${WIDTH} ${total}`} width={WIDTH} height={total} className="mx-auto block h-auto max-w-full">
        <rect x={x0} y={y0} width={w} height={h} rx="3" fill="var(--sheet)" stroke="var(--mute)" strokeWidth="1.4" />
        {h > 36 && w > ASIDE ? (
          <>
            <text x={WIDTH / 2} y={y0 + h / 2 - 2} fontSize="13" textAnchor="middle" fill="var(--mute)">
              {part.name.length * 6.4 > w - 24
                ? `${part.name.slice(0, Math.max(8, Math.floor((w - 24) / 6.4)))}…`
                : part.name}
            </text>
            <text
              x={WIDTH / 2}
              y={y0 + h / 2 + 14}
              fontSize="11"
              textAnchor="middle"
              className="figures"
              fill="var(--mute)"
            >
              {width_mm} × {height_mm} mm
            </text>
          </>
        ) : null}
        {draw('top')}
        {draw('bottom')}
        {draw('left')}
        {draw('right')}
      </svg>
    </div>
  )
}
