'use client'
import { memo, useDeferredValue } from 'react'
import { Bar, BarChart, CartesianGrid, LabelList, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import type { StateId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { FigureButton, useRoom } from '@/ui/room'

/** Each supply's demand in each state, against what it may give. */
export function DemandChart() {
  const { plan, evaluation } = useRoom()
  if (!evaluation) return null
  const states = Object.keys(plan.states) as StateId[]
  return (
    <section aria-labelledby="demand" className="rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="demand" className="font-bold">
        What the supplies give
      </h2>
      <p className="mb-2 text-[13px] text-mute">
        Watts by state; the line is the house rule of {plan.practice.supplyLoading_percent} %, the end of the axis the
        derated rating.
      </p>
      <div className="grid gap-4 sm:grid-cols-2">
        {Object.values(evaluation.reckoning.supplies).map((supply) => {
          const device = plan.devices[supply.device]
          const part = device ? plan.parts[device.part] : undefined
          if (!device || !part) return null
          const rated_W =
            part.behaviour.kind === 'supply'
              ? part.behaviour.power_W * (supply.derate.value ?? 1)
              : Object.values(supply.outputs).reduce(
                  (sum, { voltage_V, capacity_A }) => sum + voltage_V * capacity_A,
                  0,
                )
          const rows = states.map((id) => {
            const watts = Object.values(supply.outputs).reduce(
              (sum, { current_A, voltage_V }) => sum + (current_A[id] ?? 0) * voltage_V,
              0,
            )
            return { name: plan.states[id]!.name, watts, label: `${formatNumber(watts)} W` }
          })
          return (
            <div key={supply.device}>
              <p className="flex justify-between text-[14px]">
                <span>
                  <span className="figures font-bold">{device.tag}</span> {part.name}
                </span>
                <FigureButton figure={supply.loading} title={device.tag} subject="loading, derated" />
              </p>
              <Bars rated_W={rated_W} limit_W={(rated_W * plan.practice.supplyLoading_percent) / 100} rows={rows} />
            </div>
          )
        })}
      </div>
      <details className="mt-3">
        <summary className="text-[14px] font-semibold">Every rail in every state, as a table</summary>
        <div className="overflow-x-auto">
          <table className="mt-1 w-full text-[14px]">
            <thead>
              <tr className="border-b border-hair text-left text-mute">
                <th className="py-1 pr-3 font-normal">Rail</th>
                <th className="pr-3 text-right font-normal">Gives</th>
                {states.map((id) => (
                  <th key={id} className="pr-3 text-right font-normal">
                    {plan.states[id]!.name}
                  </th>
                ))}
                <th className="text-right font-normal">Heaviest</th>
              </tr>
            </thead>
            <tbody>
              {evaluation.reckoning.rails.map((rail) => (
                <tr key={rail.id} className="border-b border-hair/60">
                  <td className="py-1 pr-3">
                    <span className="figures font-semibold">
                      {rail.kind === 'mains'
                        ? `${formatNumber(rail.voltage_V)} V~`
                        : `+${formatNumber(rail.voltage_V)} V`}
                    </span>{' '}
                    {plan.devices[rail.source]?.tag}
                  </td>
                  <td className="figures pr-3 text-right">{formatNumber(rail.capacity_A)} A</td>
                  {states.map((id) => (
                    <td key={id} className="figures pr-3 text-right">
                      {rail.current_A[id] == null ? 'not derived' : `${formatNumber(rail.current_A[id])} A`}
                    </td>
                  ))}
                  <td className="text-right">
                    <FigureButton
                      figure={rail.load}
                      title={plan.devices[rail.source]?.tag ?? ''}
                      subject="rail, heaviest state"
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </section>
  )
}

interface Row {
  readonly name: string
  readonly watts: number
  readonly label: string
}

interface Picture {
  readonly rated_W: number
  readonly limit_W: number
  readonly rows: Row[]
}

/** Drawn after the figures are: a picture may follow a moment later, and only where its numbers are others. */
function Bars(wanted: Picture) {
  const text = useDeferredValue(JSON.stringify(wanted))
  return <DrawnBars text={text} />
}

const DrawnBars = memo(function DrawnBars({ text }: { readonly text: string }) {
  const { rated_W, limit_W, rows } = JSON.parse(text) as Picture
  return (
    <div
      style={{ height: 26 + 30 * rows.length }}
      role="img"
      aria-label={rows.map(({ name, label }) => `${name}: ${label}`).join(', ')}
    >
      <ResponsiveContainer width="100%" height="100%">
        <BarChart
          layout="vertical"
          data={rows}
          margin={{ top: 2, right: 54, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid horizontal={false} stroke="var(--hair)" />
          <XAxis
            type="number"
            domain={[0, Math.max(rated_W, ...rows.map(({ watts }) => watts))]}
            tick={{ fontSize: 12, fill: 'var(--mute)' }}
            tickLine={false}
            stroke="var(--hair)"
            tickFormatter={(value: number) => formatNumber(value)}
            height={20}
            tickCount={4}
          />
          <YAxis
            type="category"
            dataKey="name"
            width={84}
            tick={{ fontSize: 12.5, fill: 'var(--ink)' }}
            tickLine={false}
            stroke="var(--hair)"
          />
          <Bar dataKey="watts" fill="var(--accent)" barSize={14} isAnimationActive={false}>
            <LabelList dataKey="label" position="right" fontSize={12} fill="var(--ink)" />
          </Bar>
          <ReferenceLine x={limit_W} stroke="var(--caution)" strokeDasharray="4 3" strokeWidth={1.5} />
        </BarChart>
      </ResponsiveContainer>
    </div>
  )
})
