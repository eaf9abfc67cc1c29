'use client'
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts'
import { formatNumber } from '@/core/quantity'
import { derateFactor } from '@/core/supply'
import { TICK } from './axis'

const FROM_C = 20
const TO_C = 75

/** What a supply may give over the air about it, the house limit below it, and where it works today. */
export function DeratingChart({
  rated_W,
  derateAbove_C,
  derate_percentPerK,
  limit_percent,
  inside_C,
  demand_W,
}: {
  readonly rated_W: number
  readonly derateAbove_C: number | null
  readonly derate_percentPerK: number | null
  readonly limit_percent: number
  readonly inside_C: number
  readonly demand_W: number
}) {
  const rows = Array.from({ length: TO_C - FROM_C + 1 }, (_, i) => {
    const air_C = FROM_C + i
    const given_W =
      rated_W *
      derateFactor({
        ambient_C: air_C,
        derateAbove_C: derateAbove_C ?? undefined,
        derate_percentPerK: derate_percentPerK ?? undefined,
      })
    return { air_C, given_W, house_W: (given_W * limit_percent) / 100 }
  })
  return (
    <div
      style={{ height: 150 }}
      role="img"
      aria-label={`Rated ${formatNumber(rated_W)} W${derateAbove_C === null ? ', no derating stated' : `, less above ${derateAbove_C} °C`}; today ${formatNumber(demand_W)} W at ${inside_C} °C`}
    >
      <ResponsiveContainer width="100%" height="100%">
        <LineChart data={rows} margin={{ top: 8, right: 14, bottom: 2, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--hair)" vertical={false} />
          <XAxis
            dataKey="air_C"
            type="number"
            domain={[FROM_C, TO_C]}
            ticks={[20, 30, 40, 50, 60, 70]}
            tick={TICK}
            tickLine={false}
            stroke="var(--hair)"
            height={22}
            unit=" °C"
          />
          <YAxis
            domain={[0, Math.max(rated_W, demand_W)]}
            tick={TICK}
            tickLine={false}
            stroke="var(--hair)"
            width={56}
            unit=" W"
            ticks={[0, rated_W / 2, rated_W]}
          />
          <Line
            dataKey="given_W"
            type="linear"
            dot={false}
            stroke="var(--ink)"
            strokeWidth={1.5}
            isAnimationActive={false}
          />
          <Line
            dataKey="house_W"
            type="linear"
            dot={false}
            stroke="var(--caution)"
            strokeWidth={1.5}
            strokeDasharray="5 3"
            isAnimationActive={false}
          />
          <ReferenceLine x={inside_C} stroke="var(--hair)" />
          <ReferenceDot x={inside_C} y={demand_W} r={5} fill="var(--accent)" stroke="var(--sheet)" strokeWidth={2} />
        </LineChart>
      </ResponsiveContainer>
    </div>
  )
}
