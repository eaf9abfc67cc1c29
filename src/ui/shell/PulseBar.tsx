'use client'
import type { ReactNode } from 'react'
import { formatNumber } from '@/core/quantity'
import type { Plan, WireId } from '@/core/plan'
import { SeverityCount, Share } from '@/ui/primitives'
import { FigureButton, useRoom } from '@/ui/room'
import type { Evaluation } from '@/core/evaluate'

function Cell({
  name,
  children,
  share,
}: {
  readonly name: string
  readonly children: ReactNode
  readonly share?: ReactNode
}) {
  return (
    <div className="min-w-[114px] max-w-[150px] flex-1 shrink-0 border-r border-hair px-3 py-1.5 last:border-0">
      <p className="truncate text-[13px] text-mute">{name}</p>
      <div className="truncate text-[15px] font-bold">{children}</div>
      <div className="mt-0.5 h-1">{share}</div>
    </div>
  )
}

function hardestWire({ reckoning }: Evaluation) {
  return Object.values(reckoning.wires).reduce<(typeof reckoning.wires)[WireId] | null>(
    (most, wire) => (wire.loading.value !== null && (most?.loading.value ?? -1) < wire.loading.value ? wire : most),
    null,
  )
}

function fullestSupply({ reckoning }: Evaluation) {
  return Object.values(reckoning.supplies).reduce<(typeof reckoning.supplies)[keyof typeof reckoning.supplies] | null>(
    (most, supply) =>
      supply.loading.value !== null && (most?.loading.value ?? -1) < supply.loading.value ? supply : most,
    null,
  )
}

/** How the plan stands, on every stage: what stops it, what the outlet gives, what is loaded hardest. */
export function PulseBar() {
  const { plan, evaluation, progress, isReckoning, isCounted, open, took_ms, reckonError, followed } = useRoom()
  if (!evaluation)
    return (
      <div className="h-[58px] border-b border-hair bg-sheet px-5 py-4 text-[13px] text-mute" role="status">
        {reckonError ? 'Not worked out: what is wrong stands below' : 'Working it out …'}
      </div>
    )
  const count = (severity: 'stop' | 'caution') =>
    evaluation.findings.filter((finding) => finding.severity === severity).length
  const { mains, inside } = evaluation.reckoning
  const supply = fullestSupply(evaluation)
  const wire = hardestWire(evaluation)
  const done = evaluation.procedure.filter(({ id }) => progress.get(id)?.status === 'done').length
  return (
    <section
      aria-label="Pulse of the plan"
      aria-busy={isReckoning}
      data-took-ms={took_ms === null ? undefined : Math.round(took_ms)}
      className="flex overflow-x-auto border-b border-hair bg-sheet md:sticky md:top-0 md:z-20"
    >
      <Cell name="Before power">
        <button
          type="button"
          className="flex gap-3 rounded-sm hover:underline"
          onClick={() => open({ kind: 'findings' })}
          title="What is wrong, and why"
        >
          <SeverityCount severity="stop" count={count('stop')} />
          <SeverityCount severity="caution" count={count('caution')} />
        </button>
      </Cell>
      <Cell
        name="From the outlet"
        share={<Share percent={mains.loading.value} label="Share of the outlet’s circuit" />}
      >
        <FigureButton figure={mains.loading} title="From the outlet" subject={`of ${mains.outlet.breaker_A} A`}>
          {mains.worst.value === null
            ? 'not derived'
            : `${formatNumber(mains.worst.value, 2)} of ${mains.outlet.breaker_A} A`}
        </FigureButton>
      </Cell>
      <Cell
        name="Fullest supply"
        share={
          supply ? (
            <Share percent={supply.loading.value} limit={plan.practice.supplyLoading_percent} label="Fullest supply" />
          ) : null
        }
      >
        {supply ? (
          <FigureButton
            figure={supply.loading}
            title={tagOf(plan, supply.device)}
            subject="loading of the supply"
          >{`${formatNumber(supply.loading.value!, 2)} % ${tagOf(plan, supply.device)}`}</FigureButton>
        ) : (
          <span className="font-normal text-mute">no supply yet</span>
        )}
      </Cell>
      <Cell
        name="Hardest wire"
        share={wire ? <Share percent={wire.loading.value} limit={90} label="Hardest wire" /> : null}
      >
        {wire ? (
          <FigureButton
            figure={wire.loading}
            title={plan.wires[wire.id]?.label ?? ''}
            subject="worst current of its ampacity"
          >{`${formatNumber(wire.loading.value!, 2)} % ${plan.wires[wire.id]?.label ?? ''}`}</FigureButton>
        ) : (
          <span className="font-normal text-mute">no wire yet</span>
        )}
      </Cell>
      <Cell name="Inside, full work">
        <FigureButton figure={inside} title="Air inside the box" subject="at full work" />
      </Cell>
      <Cell name="Followed last edit">
        <button
          type="button"
          className="rounded-sm hover:underline"
          onClick={() => open({ kind: 'followed' })}
          title="What followed from the last edit, from what to what"
        >
          {followed.length === 0 ? (
            <span className="font-normal text-mute">nothing</span>
          ) : (
            <span className="figures">{followed.length} changed</span>
          )}
        </button>
      </Cell>
      <Cell
        name="Built"
        share={
          <Share
            percent={evaluation.procedure.length ? (100 * done) / evaluation.procedure.length : 0}
            label="Steps signed off"
          />
        }
      >
        <span className="figures">{isCounted ? `${done} of ${evaluation.procedure.length}` : '…'}</span>
      </Cell>
    </section>
  )
}

function tagOf(plan: Plan, id: keyof Plan['devices']): string {
  return plan.devices[id]?.tag ?? ''
}
