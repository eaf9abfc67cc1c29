/** How full something is, drawn: a thin bar under a figure. */
export function Share({
  percent,
  limit = 100,
  label,
}: {
  readonly percent: number | null
  readonly limit?: number
  readonly label: string
}) {
  const width = Math.max(0, Math.min(100, percent ?? 0))
  const tone = percent === null ? 'bg-hair' : percent > 100 ? 'bg-stop' : percent > limit ? 'bg-caution' : 'bg-accent'
  return (
    <span
      role="img"
      aria-label={percent === null ? `${label}: not derived` : `${label}: ${Math.round(percent)} %`}
      className="block h-1 overflow-hidden rounded-full bg-wash"
    >
      <span className={`share block h-full rounded-full ${tone}`} style={{ width: `${width}%` }} />
    </span>
  )
}
