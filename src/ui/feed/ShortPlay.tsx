'use client'
import { useEffect, useState } from 'react'
import type { Short } from '@/core/figures'
import type { Plan } from '@/core/plan'
import { sayTime } from '@/core/protection'
import { formatNumber } from '@/core/quantity'
import { Button } from '@/ui/primitives'

/** Decades of the time axis, in seconds. */
const [FIRST, LAST] = [-3, 3]
const ROWS = { flows: 26, stands: 62 }
const BOX = { left: 8, width: 584, height: 112 }
/** How long the whole axis takes when it is played. */
const PLAY_ms = 5000

const decade = (time_s: number) => Math.min(LAST, Math.max(FIRST, Math.log10(Math.max(1e-9, time_s))))
const x = (exponent: number) => BOX.left + ((exponent - FIRST) / (LAST - FIRST)) * BOX.width

/** What a person sees at a moment after the short. */
function words({ current_A, opens_s, stands_s, endedBy }: Short, time_s: number): string {
  const after = `After ${sayTime(time_s)}:`
  if (opens_s !== null && time_s >= opens_s)
    return `${after} ${endedBy}, nothing flows any more${stands_s < opens_s ? '; the lead was spoilt before' : ''}.`
  const flows = `${formatNumber(current_A)} A flow`
  return time_s >= stands_s
    ? `${after} ${flows}, and the lead is past what its insulation stands.`
    : `${after} ${flows}; the lead has taken ${formatNumber((100 * time_s) / stands_s, 2)} % of what it stands.`
}

/** A short at the far end of a lead, along time: how long it flows against how long the lead stands it. */
export function ShortPlay({ short, plan }: { readonly short: Short; readonly plan: Plan }) {
  const [at, setAt] = useState(FIRST)
  const [isRunning, setRunning] = useState(false)
  useEffect(() => {
    if (!isRunning) return
    let frame = 0
    let last = performance.now()
    const tick = (now: number) => {
      const passed = now - last
      last = now
      setAt((before) => Math.min(LAST, before + (passed / PLAY_ms) * (LAST - FIRST)))
      frame = requestAnimationFrame(tick)
    }
    frame = requestAnimationFrame(tick)
    return () => cancelAnimationFrame(frame)
  }, [isRunning])
  const isOver = at >= LAST
  const { opens_s, stands_s, wire, endedBy } = short
  const flowsTo = opens_s === null ? LAST : decade(opens_s)
  const label = plan.wires[wire]?.label || 'The lead'
  return (
    <section aria-label="The short, along time" className="mb-3 rounded-xl border border-hair bg-sheet p-3.5">
      <svg
        viewBox={`0 0 600 ${BOX.height}`}
        className="w-full max-w-[60rem]"
        role="img"
        aria-label={`${formatNumber(short.current_A)} A flow ${opens_s === null ? 'without end' : `for ${sayTime(opens_s)}`}; ${label} stands them for ${sayTime(stands_s)}`}
      >
        {Array.from({ length: LAST - FIRST + 1 }, (_, i) => FIRST + i).map((exponent) => (
          <g key={exponent}>
            <line x1={x(exponent)} x2={x(exponent)} y1={8} y2={92} className="stroke-hair" />
            <text
              x={x(exponent)}
              y={106}
              className="fill-mute text-[10px]"
              textAnchor={exponent === FIRST ? 'start' : exponent === LAST ? 'end' : 'middle'}
            >
              {sayTime(10 ** exponent)}
            </text>
          </g>
        ))}
        <rect
          x={BOX.left}
          y={ROWS.flows - 14}
          height={26}
          width={Math.max(2, x(flowsTo) - BOX.left)}
          className="fill-stop"
        />
        <text x={BOX.left + 8} y={ROWS.flows + 4} className="fill-sheet text-[12px] font-semibold">
          {`${formatNumber(short.current_A)} A flow`}
        </text>
        {opens_s === null ? null : (
          <text
            x={Math.min(x(flowsTo) + 6, BOX.left + BOX.width - 150)}
            y={ROWS.flows + 4}
            className="fill-ink text-[12px] font-semibold"
          >
            {`${endedBy}, ${sayTime(opens_s)}`}
          </text>
        )}
        <rect
          x={BOX.left}
          y={ROWS.stands - 14}
          height={26}
          width={Math.max(2, x(decade(stands_s)) - BOX.left)}
          className="fill-accent"
        />
        <text
          x={Math.min(x(decade(stands_s)) + 6, BOX.left + BOX.width - 150)}
          y={ROWS.stands + 4}
          className="fill-ink text-[12px] font-semibold"
        >
          {`${label} stands it ${sayTime(stands_s)}`}
        </text>
        <line x1={x(at)} x2={x(at)} y1={4} y2={94} className="stroke-ink" strokeWidth={2} />
      </svg>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <Button
          look="main"
          onClick={() => {
            if (isOver) setAt(FIRST)
            setRunning(isOver || !isRunning)
          }}
        >
          {isRunning && !isOver ? 'Hold' : 'Let it run'}
        </Button>
        <label className="flex min-w-[12rem] grow items-center gap-2 text-[13px] text-mute">
          Time after the short
          <input
            type="range"
            min={FIRST}
            max={LAST}
            step={0.01}
            value={at}
            aria-valuetext={sayTime(10 ** at)}
            onChange={({ target }) => {
              setRunning(false)
              setAt(Number(target.value))
            }}
            className="grow accent-accent"
          />
        </label>
      </div>
      <p className="mt-1 font-semibold">{words(short, 10 ** at)}</p>
      <p className="text-[13px] text-mute">
        {opens_s === null
          ? `Nothing ends it by itself: ${endedBy}.`
          : `${endedBy} after ${sayTime(opens_s)} at the latest.`}{' '}
        Times are those of the slowest device of its kind and of a lead that starts warm.
      </p>
    </section>
  )
}
