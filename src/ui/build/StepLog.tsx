'use client'
import { readingWords, type Act, type LogEntry } from '@/core/procedure'
import type { Command } from '@/core/plan'
import { moment, Photos } from '@/ui/bench'
import { useRoom } from '@/ui/room'

const KIND_WORDS: Readonly<Record<LogEntry['kind'], string>> = {
  signed: 'Signed off',
  withdrawn: 'Taken back',
  failed: 'Failed',
  noted: 'Noted',
}

/** What the logbook says of a step: every line stays. What was made otherwise can be taken into the plan as built. */
export function StepLog({ acts }: { readonly acts: readonly Act[] }) {
  const { log, plan, edit } = useRoom()
  const titles = new Map(
    acts.flatMap((act) => [[act.id, act.title], ...act.ends.map(({ id }) => [id, act.title])] as [string, string][]),
  )
  const entries = log.filter(({ step }) => titles.has(step))
  if (entries.length === 0) return null
  return (
    <ul className="space-y-1 border-t border-hair pt-2 text-[14px] text-mute" aria-label="Logbook of this step">
      {entries.map((entry) => {
        const taking = commandOf(entry)
        const isTaken = taking !== null && isAsBuilt(entry, plan.wires)
        return (
          <li key={entry.entryId}>
            {KIND_WORDS[entry.kind]} <time dateTime={entry.at}>{moment(entry.at)}</time>
            {acts.length > 1 ? `, ${titles.get(entry.step)}` : ''}
            {entry.step.startsWith('end:') ? `, end ${entry.step.endsWith(':from') ? 'A' : 'B'}` : ''}
            {entry.reading === null ? '' : `, ${readingWords(entry.reading, entry.unit)}`}
            {entry.meter ? ` on ${entry.meter}` : ''}
            {entry.note ? `: ${entry.note}` : ''}
            {entry.deviation ? (
              <span className="block text-ink">
                {deviationWords(entry, plan.wires)}{' '}
                {taking === null ? null : isTaken ? (
                  'The plan says so too.'
                ) : (
                  <button
                    type="button"
                    className="font-semibold text-accent underline"
                    onClick={() => void edit('As built', taking)}
                  >
                    Take it into the plan
                  </button>
                )}
              </span>
            ) : null}
            <Photos photos={entry.photos} />
          </li>
        )
      })}
    </ul>
  )
}

type Wires = ReturnType<typeof useRoom>['plan']['wires']

function deviationWords({ deviation }: LogEntry, wires: Wires): string {
  if (deviation === null || deviation.what === 'other') return 'Made otherwise than planned.'
  const label = wires[deviation.wire]?.label || deviation.wire
  return deviation.what === 'length'
    ? `${label} is cut ${deviation.length_mm} mm long.`
    : `${label} is ${deviation.size}.`
}

function commandOf({ deviation }: LogEntry): Command | null {
  if (deviation === null || deviation.what === 'other') return null
  return {
    type: 'updateWire',
    id: deviation.wire,
    changes: deviation.what === 'length' ? { measured_mm: deviation.length_mm } : { size: deviation.size },
  }
}

function isAsBuilt({ deviation }: LogEntry, wires: Wires): boolean {
  if (deviation === null || deviation.what === 'other') return true
  const wire = wires[deviation.wire]
  if (!wire) return true
  return deviation.what === 'length' ? wire.measured_mm === deviation.length_mm : wire.size === deviation.size
}
