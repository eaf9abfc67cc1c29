'use client'
import { Area, CartesianGrid, ComposedChart, Line, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { ADIABATIC_MAX_S, bandOf, openingTime, sayTime, withstands_s, type CurvedDevice } from '@/core/protection'
import { formatNumber } from '@/core/quantity'
import { TICK } from './axis'

export interface TimeCurrentSubject {
  readonly device: CurvedDevice
  readonly load_A: number
  readonly startUp_A: number | null
  readonly fault_A: number | null
  readonly wire: {
    readonly label: string
    readonly area_mm2: number
    readonly insulation_C: number
    readonly ampacity_A: number
  } | null
}

const LEAST_s = 0.001
const MOST_s = 3600
const STEPS = 90
const DECADES_s = [0.001, 0.01, 0.1, 1, 10, 100, 1000]

function decadesBetween(from: number, to: number): number[] {
  const ticks: number[] = []
  for (let power = Math.ceil(Math.log10(from)); power <= Math.log10(to) + 1e-9; power += 1) ticks.push(10 ** power)
  if (ticks.length > 2) return ticks
  return ticks.flatMap((tick) => [tick, 2 * tick, 5 * tick]).filter((tick) => tick >= from && tick <= to)
}

/** When a fuse or breaker opens, as a band over current, against what its wire stands and what flows. Both scales are logarithmic. */
export function TimeCurrentChart({ device, load_A, startUp_A, fault_A, wire }: TimeCurrentSubject) {
  const from_A = Math.max(0.05, Math.min(load_A > 0 ? load_A : device.rating_A, device.rating_A) * 0.6)
  const to_A = Math.max(device.rating_A * 12, (fault_A ?? 0) * 1.4, (wire?.ampacity_A ?? 0) * 3)
  const clamp = (time_s: number) => Math.min(MOST_s, Math.max(LEAST_s, time_s))
  const rows = Array.from({ length: STEPS + 1 }, (_, i) => {
    const current_A = from_A * (to_A / from_A) ** (i / STEPS)
    const opening = openingTime(device, current_A)
    const stands_s = wire ? withstands_s({ area_mm2: wire.area_mm2, insulation_C: wire.insulation_C, current_A }) : null
    return {
      current_A,
      band:
        opening.kind === 'opens'
          ? [clamp(opening.earliest_s), clamp(opening.latest_s)]
          : opening.kind === 'may-open'
            ? [clamp(opening.earliest_s), MOST_s]
            : null,
      wire: stands_s !== null && stands_s <= ADIABATIC_MAX_S && stands_s >= LEAST_s ? stands_s : null,
    }
  })
  const said = `Opening time of ${device.rating_A} A over current: holds up to ${formatNumber(bandOf(device).holds * device.rating_A)} A. Load ${formatNumber(load_A)} A.${fault_A === null ? '' : ` Fault ${formatNumber(fault_A)} A.`}${wire ? ` The wire carries ${formatNumber(wire.ampacity_A)} A.` : ''}`
  return (
    <div style={{ height: 300 }} role="img" aria-label={said}>
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart data={rows} margin={{ top: 22, right: 16, bottom: 2, left: 2 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--hair)" />
          <XAxis
            dataKey="current_A"
            type="number"
            scale="log"
            domain={[from_A, to_A]}
            ticks={decadesBetween(from_A, to_A)}
            allowDataOverflow
            tick={TICK}
            tickLine={false}
            stroke="var(--hair)"
            height={34}
            tickFormatter={(value: number) => `${formatNumber(value)} A`}
          />
          <YAxis
            type="number"
            scale="log"
            domain={[LEAST_s, MOST_s]}
            ticks={DECADES_s}
            allowDataOverflow
            tick={TICK}
            tickLine={false}
            stroke="var(--hair)"
            width={58}
            tickFormatter={(value: number) => sayTime(value)}
          />
          <Area
            dataKey="band"
            type="linear"
            fill="var(--mains)"
            fillOpacity={0.28}
            stroke="var(--mains)"
            strokeWidth={1.5}
            isAnimationActive={false}
            connectNulls={false}
          />
          <Line
            dataKey="wire"
            type="linear"
            dot={false}
            stroke="var(--stop)"
            strokeWidth={2}
            strokeDasharray="7 4"
            isAnimationActive={false}
            connectNulls={false}
          />
          {load_A > from_A ? (
            <ReferenceLine
              x={load_A}
              stroke="var(--accent)"
              strokeWidth={2}
              label={{ value: 'load', position: 'top', fontSize: 12, fill: 'var(--accent)' }}
            />
          ) : null}
          {startUp_A !== null && startUp_A > from_A ? (
            <ReferenceLine
              x={startUp_A}
              stroke="var(--accent)"
              strokeWidth={1.5}
              strokeDasharray="2 3"
              label={{ value: 'start', position: 'top', fontSize: 12, fill: 'var(--accent)' }}
            />
          ) : null}
          {wire ? (
            <ReferenceLine
              x={wire.ampacity_A}
              stroke="var(--stop)"
              strokeWidth={1.5}
              strokeDasharray="2 3"
              label={{ value: 'wire', position: 'top', fontSize: 12, fill: 'var(--stop)' }}
            />
          ) : null}
          {fault_A !== null ? (
            <ReferenceLine
              x={fault_A}
              stroke="var(--ink)"
              strokeWidth={1.5}
              label={{ value: 'short', position: 'top', fontSize: 12, fill: 'var(--ink)' }}
            />
          ) : null}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  )
}
