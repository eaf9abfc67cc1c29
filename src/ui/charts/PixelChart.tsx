'use client'
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { pixelVolts, type PixelRunRequest } from '@/core/pixels'
import { formatNumber } from '@/core/quantity'
import { roundTicks, TICK } from './axis'

/** More points than the picture has pixels show nothing more. */
const POINTS_MAX = 240

/** Volts along a run of pixels, against the least they work at. */
export function PixelChart({ request }: { readonly request: PixelRunRequest }) {
  const volts = pixelVolts(request)
  const stride = Math.max(1, Math.floor(volts.length / POINTS_MAX))
  const rows = Array.from(volts, (volt, i) => ({ pixel: i + 1, volt })).filter(
    (_, i) => i % stride === 0 || i === volts.length - 1,
  )
  const least_V = volts.reduce((least, volt) => Math.min(least, volt), request.voltage_V)
  const floor_V = Math.max(0, Math.floor(Math.min(least_V, request.minimum_V) - 0.5))
  return (
    <div
      style={{ height: 150 }}
      role="img"
      aria-label={`Volts along the run: ${formatNumber(request.voltage_V)} V at the supply, ${formatNumber(least_V)} V at the lowest of ${request.count} pixels; they want ${formatNumber(request.minimum_V)} V`}
    >
      <ResponsiveContainer width="100%" height="100%">
        <LineChart data={rows} margin={{ top: 6, right: 14, bottom: 4, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--hair)" vertical={false} />
          <XAxis
            dataKey="pixel"
            type="number"
            domain={[1, request.count]}
            tick={TICK}
            tickLine={false}
            stroke="var(--hair)"
            height={32}
            label={{ value: 'pixel', position: 'insideBottomRight', fontSize: 12, fill: 'var(--mute)', offset: 0 }}
          />
          <YAxis
            domain={[floor_V, Math.ceil(request.voltage_V)]}
            tick={TICK}
            tickLine={false}
            stroke="var(--hair)"
            width={44}
            ticks={[...roundTicks(floor_V, Math.ceil(request.voltage_V))]}
            unit=" V"
          />
          <ReferenceLine y={request.minimum_V} stroke="var(--caution)" strokeDasharray="4 3" strokeWidth={1.5} />
          <Line
            dataKey="volt"
            type="linear"
            dot={false}
            stroke="var(--accent)"
            strokeWidth={2}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </div>
  )
}
