'use client'
import type { Part, TerminalId } from '@/core/plan'

const TONE: Readonly<Record<string, string>> = {
  L: 'var(--mains)',
  N: 'var(--neutral)',
  PE: 'var(--earth)',
  'V+': 'var(--dc)',
  'V-': 'var(--return)',
}
const MAX_W = 560
const MAX_H = 190
const PITCH = 34

/** The part's own outline to its proportions, its terminals along the edges they belong to: feeding ones above, the others below. */
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
  const isAbove = (terminal: TerminalId) => {
    const { function: fn, direction } = part.terminals[terminal]!
    return (
      direction === 'in' ||
      (direction === null && ['L', 'N', 'PE', 'V+', 'control+', 'control-'].includes(fn)) ||
      (fn === 'any' && Number(part.terminals[terminal]!.label) % 2 === 1)
    )
  }
  const above = wireable.filter(isAbove)
  const below = wireable.filter((terminal) => !isAbove(terminal))
  const widest = Math.max(above.length, below.length, 1)
  const pitch = Math.min(PITCH, (MAX_W - 40) / widest)
  const { width_mm, height_mm } = part.body
  const scale = Math.min(MAX_W / width_mm, 110 / height_mm)
  const width = Math.max(width_mm * scale, widest * pitch + 20, 90)
  const height = Math.min(MAX_H - 80, Math.max(height_mm * scale, 46))
  const total = Math.max(width + 40, 200)
  const x0 = (total - width) / 2
  const row = (list: readonly TerminalId[], y: number, textY: number) =>
    list.map((terminal, i) => {
      const spec = part.terminals[terminal]!
      const x = x0 + width / 2 + (i - (list.length - 1) / 2) * pitch
      const isOpen = open.has(terminal)
      const count = used(terminal)
      return (
        <g key={terminal} className="cursor-pointer" aria-hidden onClick={() => onChoose(terminal)}>
          <title>{`${spec.block ? `${spec.block} ` : ''}${spec.label}: ${count > 0 ? `${count} joined` : isOpen ? 'open, must be connected' : 'open'}`}</title>
          <rect
            x={x - pitch / 2 + 2}
            y={y}
            width={pitch - 4}
            height="20"
            rx="3"
            fill={count > 0 ? (TONE[spec.function] ?? 'var(--signal)') : 'var(--sheet)'}
            stroke={
              terminal === chosen ? 'var(--accent)' : isOpen ? 'var(--stop)' : (TONE[spec.function] ?? 'var(--mute)')
            }
            strokeWidth={terminal === chosen ? 3 : 1.6}
            strokeDasharray={isOpen ? '4 3' : undefined}
          />
          <text
            x={x}
            y={textY}
            fontSize={pitch < 22 ? 8.5 : 11.5}
            textAnchor="middle"
            className="figures"
            fill={isOpen ? 'var(--stop)' : 'var(--ink)'}
          >
            {spec.label.slice(0, pitch < 22 ? 3 : 6)}
          </text>
        </g>
      )
    })
  return (
    <div className="mt-2 overflow-x-auto rounded-lg bg-paper p-2" aria-hidden>
      <svg
        viewBox={`0 0 ${total} ${height + 84}`}
        width={total}
        height={height + 84}
        className="mx-auto block max-w-full"
      >
        <rect
          x={x0}
          y="42"
          width={width}
          height={height}
          rx="6"
          fill="var(--sheet)"
          stroke="var(--mute)"
          strokeWidth="1.4"
        />
        <text x={total / 2} y={42 + height / 2 + 1} fontSize="13" textAnchor="middle" fill="var(--mute)">
          {part.name}
        </text>
        <text
          x={total / 2}
          y={42 + height / 2 + 17}
          fontSize="11"
          textAnchor="middle"
          className="figures"
          fill="var(--mute)"
        >
          {width_mm} × {height_mm} mm
        </text>
        {row(above, 24, 16)}
        {row(below, 40 + height, 40 + height + 34)}
      </svg>
    </div>
  )
}
