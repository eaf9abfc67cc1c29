'use client'
import { useState } from 'react'
import type { Finding } from '@/core/findings'
import { Button, SEVERITY_WORDS } from '@/ui/primitives'
import { useRoom, type DrawerView } from '@/ui/room'

/** What is wrong, why it matters, where the rule comes from, and the edit that mends it. */
export function FindingCard({ finding }: { readonly finding: Finding }) {
  const { edit, open, plan } = useRoom()
  const [error, setError] = useState<string | null>(null)
  const { mark, one, tone, wash } = SEVERITY_WORDS[finding.severity]
  const looks = new Map(
    finding.subjects.flatMap((subject): [string, DrawerView & { kind: 'wire' | 'device' }][] =>
      subject.kind === 'plan'
        ? []
        : subject.kind === 'wire'
          ? [[subject.id, { kind: 'wire', id: subject.id }]]
          : [
              [
                subject.kind === 'terminal' ? subject.device : subject.id,
                { kind: 'device', id: subject.kind === 'terminal' ? subject.device : subject.id },
              ],
            ],
    ),
  )
  return (
    <article className={`rounded-lg border p-3 ${wash}`}>
      <h3 className={`font-bold ${tone}`}>
        <span aria-hidden>{mark} </span>
        <span className="sr-only">{one}: </span>
        {finding.title}
      </h3>
      <p className="mt-1 font-semibold">{finding.what}.</p>
      <p className="mt-1 text-[14px]">{finding.why}</p>
      <p className="mt-1 text-[12px] text-mute">{finding.source}</p>
      <div className="mt-2 flex flex-wrap gap-1.5">
        {finding.fixes.map((fix) => (
          <Button
            key={fix.label}
            onClick={() =>
              setError(
                edit(fix.label, ...fix.commands)
                  .map(({ message }) => message)
                  .join('; ') || null,
              )
            }
          >
            {fix.label}
          </Button>
        ))}
        {[...looks.values()].slice(0, 4).map((view) => (
          <Button look="quiet" key={view.id} onClick={() => open(view)}>
            Look at {view.kind === 'wire' ? plan.wires[view.id]?.label : plan.devices[view.id]?.tag}
          </Button>
        ))}
      </div>
      {error ? (
        <p role="alert" className="mt-1 text-[13px] font-semibold text-stop">
          {error}
        </p>
      ) : null}
    </article>
  )
}
