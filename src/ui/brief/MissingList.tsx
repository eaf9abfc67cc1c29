'use client'
import { Sign } from '@/ui/primitives'
import { StageLink, useRoom } from '@/ui/room'

/** What somebody has yet to say, by the rule that notes it. */
const QUESTIONS = [
  { rule: 'safe-state-unsaid', text: 'Say what heaters do when control is lost', where: 'guard' },
  { rule: 'hole-unknown', text: 'Say what holes the parts in walls want', where: 'layout' },
  { rule: 'way-unmeasured', text: 'Measure the ways outside the box', where: 'route' },
] as const

/** What is still wanted before the arithmetic says anything. */
export function MissingList() {
  const { plan, evaluation } = useRoom()
  const parts = Object.values(plan.devices).map((device) => plan.parts[device.part]!)
  const kinds = new Set(parts.map(({ behaviour }) => behaviour.kind))
  const hasLoad = parts.some(({ draws }) => draws.length > 0)
  const givesLow = parts.some(({ behaviour }) => 'outputs' in behaviour)
  // A box on a battery wants no inlet, one that is all mains no supply: what a relay's input wants its board gives.
  const isOnMains = parts.some(
    ({ behaviour, draws }) => behaviour.kind === 'supply' || draws.some(({ system }) => system === 'ac'),
  )
  const takesLow = parts.some(
    ({ draws, actuators }) => draws.some(({ system }) => system !== 'ac') && !actuators.some(({ coil }) => coil),
  )
  const open = evaluation?.findings.filter(({ rule }) => rule === 'required-terminal-open').length ?? 0
  const items = [
    { done: hasLoad, text: 'Say what must run', where: 'brief' },
    ...(isOnMains || !givesLow ? [{ done: kinds.has('mains-inlet'), text: 'A mains inlet', where: 'feed' }] : []),
    ...(takesLow || !hasLoad ? [{ done: givesLow, text: 'A supply for the low voltage', where: 'feed' }] : []),
    ...(isOnMains || !givesLow
      ? [
          {
            done: kinds.has('earth-stud') || kinds.has('exposed-metal'),
            text: 'Earth stud and metal parts',
            where: 'feed',
          },
        ]
      : []),
    {
      done: Object.keys(plan.wires).length > 0 && open === 0,
      text: open > 0 ? `Connect what must be connected: ${open} devices have open terminals` : 'Connect it',
      where: 'connect',
    },
    ...QUESTIONS.flatMap(({ rule, text, where }) => {
      const asked = evaluation?.findings.filter((finding) => finding.rule === rule) ?? []
      const count = asked.reduce((sum, finding) => sum + finding.count, 0)
      return count > 0 ? [{ done: false, text: `${text}: ${count} not said yet`, where }] : []
    }),
  ]
  const next = items.findIndex(({ done }) => !done)
  return (
    <section aria-labelledby="missing" className="rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="missing" className="mb-1.5 font-bold">
        To go on
      </h2>
      <ol className="space-y-1 text-[14px]">
        {items.map(({ done, text, where }, i) => (
          <li key={where + text} className={`flex gap-2 ${done ? 'text-mute' : ''}`}>
            <span aria-hidden className={done ? 'text-good' : i === next ? 'text-accent' : 'text-mute'}>
              <Sign of={done ? 'good' : i === next ? 'next' : 'open'} />
            </span>
            <span className={i === next ? 'font-semibold' : ''}>
              {done ? (
                <>
                  <span className="sr-only">done: </span>
                  {text}
                </>
              ) : (
                <StageLink
                  className="underline decoration-hair underline-offset-2 hover:decoration-accent"
                  stage={where}
                >
                  {text}
                </StageLink>
              )}
            </span>
          </li>
        ))}
      </ol>
      {next === -1 ? (
        <p className="mt-1.5 text-[14px]">
          All there. See{' '}
          <StageLink className="font-semibold text-accent underline" stage="build">
            the work in its order
          </StageLink>
          .
        </p>
      ) : null}
    </section>
  )
}
