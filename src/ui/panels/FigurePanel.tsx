import { formatNumber } from '@/core/quantity'
import type { DrawerView } from '@/ui/room'
import { TraceList } from './TraceList'

export function FigurePanel({ view }: { readonly view: Extract<DrawerView, { kind: 'figure' }> }) {
  const { title, subject, figure } = view
  return (
    <section aria-labelledby="worked-out">
      <h2 id="worked-out" className="text-[13px] font-bold text-mute">
        How this was worked out
      </h2>
      <p className="figures mt-1 text-[22px] leading-tight font-bold">
        {title}
        {/* What has no unit is told in words. */}
        {figure.unit === '' && figure.value === null ? null : (
          <>
            {' '}
            <span aria-hidden>·</span>{' '}
            {figure.value === null ? 'not derived' : `${formatNumber(figure.value)}\u00a0${figure.unit}`}
          </>
        )}
      </p>
      <p className="text-[14px] text-mute">{subject}</p>
      <TraceList trace={figure.trace} />
    </section>
  )
}
