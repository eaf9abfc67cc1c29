'use client'
import type { Finding } from '@/core/findings'
import { Button, later, SEVERITY_WORDS, Sign } from '@/ui/primitives'
import { goToStage, useRoom, type DrawerView } from '@/ui/room'
import { FixButtons } from './FixButtons'

const CauseLine = later(async () => ({ default: (await import('./CauseLine')).CauseLine }), null)

/** What is wrong, why it matters, where the rule comes from, and the edit that mends it. */
export function FindingCard({ finding }: { readonly finding: Finding }) {
  const { id, open, plan, play } = useRoom()
  const { one, tone, wash } = SEVERITY_WORDS[finding.severity]
  const looks = new Map(
    finding.subjects.flatMap((subject): [string, DrawerView & { kind: 'wire' | 'device' }][] =>
      subject.kind === 'plan' || subject.kind === 'raceway' || subject.kind === 'cable'
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
  const laid = finding.subjects.flatMap((subject): { readonly key: string; readonly name: string | undefined }[] =>
    subject.kind === 'raceway'
      ? [{ key: subject.id, name: plan.raceways[subject.id]?.name }]
      : subject.kind === 'cable'
        ? [{ key: subject.id, name: plan.cables[subject.id]?.name }]
        : [],
  )
  return (
    <article className={`rounded-lg border p-3 ${wash}`}>
      <h3 className={`font-bold ${tone}`}>
        <Sign of={finding.severity} /> <span className="sr-only">{one}: </span>
        {finding.title}
        {finding.count > 1 ? <span className="figures font-normal"> ({finding.count})</span> : null}
      </h3>
      <p className="mt-1 font-semibold">{ended(finding.what)}</p>
      <CauseLine finding={finding} />
      {finding.harm ? <p className="mt-1 text-[14px] font-semibold">{finding.harm.words}.</p> : null}
      <p className="mt-1 text-[14px]">{finding.why}</p>
      <p className="mt-1 text-[12px] text-mute">
        {finding.law ? `${finding.law}; ` : ''}
        {finding.source}
      </p>
      <div className="mt-2 flex flex-wrap gap-1.5">
        <FixButtons fixes={finding.fixes} />
        {finding.harm?.scenario ? (
          <Button
            onClick={() => {
              play(finding.harm!.scenario)
              goToStage(id, 'feed')
            }}
          >
            Play it in Feed
          </Button>
        ) : null}
        {laid.slice(0, 3).map(({ key, name }) => (
          <Button look="quiet" key={key} onClick={() => goToStage(id, `route#${key}`)}>
            Look at {name}
          </Button>
        ))}
        {[...looks.values()].slice(0, 4).map((view) => (
          <Button look="quiet" key={view.id} onClick={() => open(view)}>
            Look at {view.kind === 'wire' ? plan.wires[view.id]?.label : plan.devices[view.id]?.tag}
          </Button>
        ))}
      </div>
    </article>
  )
}

/** With its full stop, but after what already trails off. */
const ended = (sentence: string) => (sentence.endsWith('…') ? sentence : `${sentence}.`)
