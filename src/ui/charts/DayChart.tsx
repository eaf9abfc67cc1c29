'use client'
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import type { DayAndNight } from '@/core/heat'
import { formatNumber } from '@/core/quantity'
import { TICK } from './axis'

/** A day of the air outside and inside a box, at work and at rest; the limit it is sized for, and where water settles. */
export function DayChart({ day, limit_C }: { readonly day: DayAndNight; readonly limit_C: number }) {
  const all = [
    ...day.hours.flatMap(({ outside_C, inside_C, off_C }) => [outside_C, inside_C, off_C]),
    limit_C,
    day.dewPoint_C,
  ]
  const [low, high] = [Math.floor(Math.min(...all) / 10) * 10, Math.ceil(Math.max(...all) / 10) * 10]
  return (
    <figure>
      <div
        style={{ height: 180 }}
        role="img"
        aria-label={`Inside at most ${formatNumber(day.hottest_C)} °C in the day; dew point ${formatNumber(day.dewPoint_C)} °C`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <LineChart
            data={[...day.hours]}
            margin={{ top: 8, right: 14, bottom: 2, left: 0 }}
            accessibilityLayer={false}
          >
            <CartesianGrid stroke="var(--hair)" vertical={false} />
            <XAxis
              dataKey="hour"
              type="number"
              domain={[0, 24]}
              ticks={[0, 6, 12, 18, 24]}
              tick={TICK}
              tickLine={false}
              stroke="var(--hair)"
              height={22}
              unit=" h"
            />
            <YAxis domain={[low, high]} tick={TICK} tickLine={false} stroke="var(--hair)" width={56} unit=" °C" />
            <Line
              dataKey="outside_C"
              dot={false}
              stroke="var(--return)"
              strokeWidth={1.5}
              strokeDasharray="2 3"
              isAnimationActive={false}
            />
            <Line
              dataKey="off_C"
              dot={false}
              stroke="var(--signal)"
              strokeWidth={1.5}
              strokeDasharray="6 3"
              isAnimationActive={false}
            />
            <Line dataKey="inside_C" dot={false} stroke="var(--mains)" strokeWidth={2} isAnimationActive={false} />
            <ReferenceLine y={limit_C} stroke="var(--caution)" strokeDasharray="5 3" />
            <ReferenceLine y={day.dewPoint_C} stroke="var(--dc)" strokeDasharray="1 3" />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="text-[12.5px] text-mute">
        Full: inside at work. Dashes: inside at rest. Dots: outside. Amber: what everything is sized for,{' '}
        {formatNumber(limit_C)} °C. Fine violet: dew point.
      </figcaption>
    </figure>
  )
}
