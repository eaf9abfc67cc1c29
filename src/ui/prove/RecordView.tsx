'use client'
import { Sign } from '@/ui/primitives'
import { GROUP_WORDS, type SheetGroup } from '@/core/proof/sheet'
import { LongDownload, useRoom } from '@/ui/room'

/** What was proved, what was let pass, and what was not looked at; to be taken away. */
export function RecordView({ sheet }: { readonly sheet: readonly SheetGroup[] }) {
  const { id, log } = useRoom()
  const lines = sheet.flatMap((group) => group.lines)
  const people = [...new Set(log.flatMap(({ doneBy }) => doneBy ?? []))]
  const meters = [...new Set(log.flatMap(({ meter }) => meter ?? []))]
  const overruled = lines.filter(({ standing }) => standing === 'overruled')
  return (
    <div className="grid items-start gap-4 md:grid-cols-[minmax(0,620px)_minmax(0,1fr)]">
      <section aria-label="By group" className="rounded-2xl border border-hair bg-sheet p-4">
        <ul className="space-y-2">
          {sheet.map(({ group, lines: own }) => {
            const count = (standing: string) => own.filter((line) => line.standing === standing).length
            const [good, let_, off] = [count('good'), count('overruled'), count('off')]
            return (
              <li key={group}>
                <div className="flex justify-between gap-2 text-[15px]">
                  <span>{GROUP_WORDS[group]}</span>
                  <span className="figures text-mute">
                    {good + let_} of {own.length}
                    {off > 0 ? (
                      <strong className="text-stop">
                        , <Sign of="stop" /> {off} off
                      </strong>
                    ) : null}
                  </span>
                </div>
                <div className="flex h-2.5 overflow-hidden rounded-full bg-wash" aria-hidden>
                  <div className="bg-good" style={{ width: `${(100 * good) / own.length}%` }} />
                  <div className="bg-caution" style={{ width: `${(100 * let_) / own.length}%` }} />
                  <div className="bg-stop" style={{ width: `${(100 * off) / own.length}%` }} />
                </div>
              </li>
            )
          })}
        </ul>
      </section>
      <section aria-label="To take away" className="space-y-3">
        <div className="rounded-2xl border border-hair bg-sheet p-4">
          <h2 className="mb-2 text-[18px] font-bold">Commissioning record</h2>
          <p className="mb-3 text-[15px]">
            What was checked, by whom, with which instrument, readings, deviations, what was overruled, and what was not
            checked. It says nothing of anything else.
          </p>
          <dl className="mb-3 grid grid-cols-[auto_1fr] gap-x-3 text-[15px]">
            <dt className="text-mute">By</dt>
            <dd>{people.join(', ') || 'nobody gave a name yet'}</dd>
            <dt className="text-mute">With</dt>
            <dd>{meters.join(', ') || 'no instrument named yet'}</dd>
          </dl>
          <div className="flex flex-wrap gap-2">
            <LongDownload
              className="rounded-lg border border-accent bg-accent px-3 py-2 font-semibold text-accent-ink"
              href={`/api/plans/${id}/papers?pages=commissioning`}
            >
              Record as PDF
            </LongDownload>
            <a
              className="rounded-lg border border-hair bg-sheet px-3 py-2 font-semibold"
              href={`/api/plans/${id}/commissioning`}
            >
              Record as JSON
            </a>
          </div>
        </div>
        {overruled.length > 0 ? (
          <div className="rounded-2xl border border-caution/40 bg-caution-wash p-4">
            <h2 className="mb-1 font-bold">Overruled in writing</h2>
            <ul className="space-y-1 text-[15px]">
              {overruled.map(({ act, entry }) => (
                <li key={act.id}>
                  {act.title}: {entry?.note.replace(/^Overruled: /, '')}
                </li>
              ))}
            </ul>
          </div>
        ) : null}
      </section>
    </div>
  )
}
