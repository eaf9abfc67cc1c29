import type { Severity } from '@/core/findings'
import { Sign } from './Sign'

export const SEVERITY_WORDS: Readonly<
  Record<Severity, { readonly one: string; readonly many: string; readonly tone: string; readonly wash: string }>
> = {
  stop: { one: 'stop', many: 'stops', tone: 'text-stop', wash: 'bg-stop-wash border-stop/40' },
  caution: {
    one: 'caution',
    many: 'cautions',
    tone: 'text-caution',
    wash: 'bg-caution-wash border-caution/40',
  },
  note: { one: 'note', many: 'notes', tone: 'text-note', wash: 'bg-note-wash border-note/30' },
}

/** A mark and a count; the words are there for those who do not see it. */
export function SeverityCount({ severity, count }: { readonly severity: Severity; readonly count: number }) {
  const { one, many, tone } = SEVERITY_WORDS[severity]
  return (
    <span className={`figures whitespace-nowrap font-bold ${count > 0 ? tone : 'text-mute'}`}>
      <Sign of={severity} /> {count}
      <span className="sr-only"> {count === 1 ? one : many}</span>
    </span>
  )
}
