import { formatNumber } from '@/core/quantity'

export type SectionKind = 'mains' | 'motor' | 'power' | 'signal' | 'earth'

export interface SectionCircle {
  readonly x_mm: number
  readonly y_mm: number
  readonly od_mm: number
  readonly kind?: SectionKind
  /** Said when it is pointed at. */
  readonly title?: string
  readonly isPicked?: boolean
}

export type SectionOutline =
  | { readonly kind: 'round'; readonly diameter_mm: number }
  | { readonly kind: 'box'; readonly width_mm: number; readonly height_mm: number }

const FILL: Readonly<Record<SectionKind, string>> = {
  mains: 'var(--mains-wash)',
  motor: 'var(--dc2-wash)',
  power: 'var(--dc-wash)',
  signal: 'var(--accent-wash)',
  earth: 'var(--good-wash)',
}
const STROKE: Readonly<Record<SectionKind, string>> = {
  mains: 'var(--mains)',
  motor: 'var(--dc2)',
  power: 'var(--dc)',
  signal: 'var(--signal)',
  earth: 'var(--earth)',
}
/** Beside the hue, so that nothing hangs on it alone. */
export const SECTION_MARK: Readonly<Record<SectionKind, string>> = {
  mains: '~',
  motor: 'M',
  power: '=',
  signal: '·',
  earth: 'E',
}

/** A duct, bundle or entry cut across, to scale: its outline with each lead as a circle, about the outline's centre. */
export function CrossSection({
  label,
  outline,
  circles,
  size_px = 200,
}: {
  readonly label: string
  readonly outline: SectionOutline
  readonly circles: readonly SectionCircle[]
  readonly size_px?: number
}) {
  const [w, h] =
    outline.kind === 'round' ? [outline.diameter_mm, outline.diameter_mm] : [outline.width_mm, outline.height_mm]
  const reach = circles.reduce(
    (most, { x_mm, y_mm, od_mm }) =>
      Math.max(most, Math.abs(x_mm) + od_mm / 2 - w / 2, Math.abs(y_mm) + od_mm / 2 - h / 2),
    0,
  )
  const margin = Math.max(w, h) * 0.03 + reach
  const scale = size_px / (Math.max(w, h) + 2 * margin)
  return (
    <figure className="inline-block text-center">
      <svg
        role="img"
        aria-label={label}
        width={(w + 2 * margin) * scale}
        height={(h + 2 * margin) * scale}
        viewBox={`${-w / 2 - margin} ${-h / 2 - margin} ${w + 2 * margin} ${h + 2 * margin}`}
      >
        {outline.kind === 'round' ? (
          <circle r={w / 2} fill="var(--wash)" stroke="var(--mute)" strokeWidth={1.2 / scale} />
        ) : (
          <rect
            x={-w / 2}
            y={-h / 2}
            width={w}
            height={h}
            fill="var(--wash)"
            stroke="var(--mute)"
            strokeWidth={1.2 / scale}
          />
        )}
        {circles.map(({ x_mm, y_mm, od_mm, kind, title, isPicked }, i) => (
          <g key={i}>
            <circle
              cx={x_mm}
              cy={y_mm}
              r={od_mm / 2}
              fill={kind ? FILL[kind] : 'var(--sheet)'}
              stroke={isPicked ? 'var(--ink)' : kind ? STROKE[kind] : 'var(--mute)'}
              strokeWidth={(isPicked ? 3 : 1) / scale}
            >
              {title ? <title>{title}</title> : null}
            </circle>
            {kind && od_mm * scale > 9 ? (
              <text
                x={x_mm}
                y={y_mm}
                fontSize={Math.min(od_mm * 0.7, 12 / scale)}
                textAnchor="middle"
                dominantBaseline="central"
                fill={STROKE[kind]}
                aria-hidden
              >
                {SECTION_MARK[kind]}
              </text>
            ) : null}
          </g>
        ))}
      </svg>
      <figcaption className="figures text-[12px] text-mute">
        {outline.kind === 'round'
          ? `⌀ ${formatNumber(outline.diameter_mm)} mm`
          : `${formatNumber(outline.width_mm)} × ${formatNumber(outline.height_mm)} mm`}
      </figcaption>
    </figure>
  )
}
