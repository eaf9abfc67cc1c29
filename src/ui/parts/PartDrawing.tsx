'use client'
import { placeInRow } from '@/core/ownParts'
import type { Part, TerminalId } from '@/core/plan'

const TONE: Readonly<Record<string, string>> = {
  L: 'var(--mains)',
  N: 'var(--neutral)',
  PE: 'var(--earth)',
  'V+': 'var(--dc)',
  'V-': 'var(--return)',
}
const WIDTH = 420
const MARGIN = 46
const MOST_HIGH = 240

/** The part to scale as it is made: its outline, and every terminal where it was put; those without a place stand below. */
export function PartDrawing({ part }: { readonly part: Part }) {
  const { width_mm, height_mm } = part.body
  const scale = Math.min((WIDTH - 2 * MARGIN) / Math.max(1, width_mm), MOST_HIGH / Math.max(1, height_mm))
  const [w, h] = [width_mm * scale, height_mm * scale]
  const x0 = (WIDTH - w) / 2
  const keys = Object.keys(part.terminals) as TerminalId[]
  const loose = keys.filter((key) => part.terminals[key]!.place === null)
  const rows = Math.ceil(loose.length / PER_ROW)
  const total = MARGIN + h + MARGIN + rows * 18
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${total}`}
      className="w-full max-w-[420px]"
      role="img"
      aria-label={`${part.name}, ${width_mm} × ${height_mm} mm, ${keys.length} terminals`}
    >
      <rect x={x0} y={MARGIN} width={w} height={h} rx={4} className="fill-sheet stroke-ink" />
      <text x={WIDTH / 2} y={MARGIN + h / 2} textAnchor="middle" className="fill-mute text-[11px]">
        {`${width_mm} × ${height_mm} × ${part.body.depth_mm} mm`}
      </text>
      {keys.map((key) => {
        const terminal = part.terminals[key]!
        const at = placeInRow(part, terminal)
        if (!at) return null
        const [x, y] = [x0 + at.x_mm * scale, MARGIN + at.y_mm * scale]
        const isUpright = terminal.place!.side === 'top' || terminal.place!.side === 'bottom'
        const isAfter = terminal.place!.side === 'bottom' || terminal.place!.side === 'right'
        const [dx, dy] = isUpright ? [0, isAfter ? 9 : -9] : [isAfter ? 9 : -9, 0]
        return (
          <g key={key}>
            <rect x={x - 4} y={y - 4} width={8} height={8} rx={1.5} fill={TONE[terminal.function] ?? 'var(--accent)'} />
            <text
              x={x + dx}
              y={y + dy}
              className="fill-ink text-[8.5px]"
              textAnchor={isUpright ? (isAfter ? 'start' : 'start') : isAfter ? 'start' : 'end'}
              dominantBaseline="middle"
              transform={isUpright ? `rotate(${isAfter ? 60 : -60} ${x + dx} ${y + dy})` : undefined}
            >
              {terminal.label}
            </text>
          </g>
        )
      })}
      {loose.map((key, i) => (
        <g key={key}>
          <rect
            x={10 + (i % PER_ROW) * 52}
            y={MARGIN + h + MARGIN - 8 + Math.floor(i / PER_ROW) * 18}
            width={8}
            height={8}
            rx={1.5}
            fill={TONE[part.terminals[key]!.function] ?? 'var(--accent)'}
          />
          <text
            x={22 + (i % PER_ROW) * 52}
            y={MARGIN + h + MARGIN + Math.floor(i / PER_ROW) * 18}
            className="fill-ink text-[9px]"
          >
            {part.terminals[key]!.label}
          </text>
        </g>
      ))}
    </svg>
  )
}

/** Terminals without a place, side by side. */
const PER_ROW = 8
