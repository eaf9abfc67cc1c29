import type { Trace } from '@/core/trace'

/** The steps of a derivation, in order, each with its source. */
export function TraceList({ trace }: { readonly trace: Trace }) {
  return (
    <ol className="mt-2 border-l-2 border-hair">
      {trace.map((step, i) => (
        <li key={i} className="relative pb-3 pl-4">
          <span aria-hidden className="absolute top-1.5 -left-[5px] h-2 w-2 rounded-full bg-accent" />
          <p className="text-[14px] font-semibold">{step.label}</p>
          <p className="figures text-[13px] break-words">{step.detail}</p>
          {step.source === 'arithmetic' ? null : <p className="text-[12px] text-mute">{step.source}</p>}
        </li>
      ))}
    </ol>
  )
}
