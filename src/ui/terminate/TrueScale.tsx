'use client'
import { useState } from 'react'
import { INPUT, Labelled, readNumber } from '@/ui/primitives'

const KEY = 'glad-rafter.trueScale'
/** What the bar is asked to be. */
const BAR_mm = 50
/** Screens are not wrong by more. */
const LEAST_mm = 20
const MOST_mm = 120

function keptScale(): number {
  try {
    const kept = Number(localStorage.getItem(KEY))
    return kept > 0 ? kept : 1
  } catch {
    return 1
  }
}

/**
 * The strip at its true length on this screen, for a lead to be held against. A browser's millimetre is rarely one: the bar is
 * measured once with a ruler and what it measures is kept for this screen.
 */
export function TrueScale({ strip_mm, sleeve_mm }: { readonly strip_mm: number; readonly sleeve_mm: number | null }) {
  const [scale, setScale] = useState(keptScale)
  const [text, setText] = useState('')
  const [error, setError] = useState<string | null>(null)
  const measure = (typed: string) => {
    setText(typed)
    if (typed.trim() === '') return setError(null)
    const read = readNumber(typed, 'What the ruler shows')
    if ('error' in read) return setError(read.error)
    if (read.value < LEAST_mm || read.value > MOST_mm) return setError(`must be ${LEAST_mm} to ${MOST_mm} mm`)
    setError(null)
    const next = (scale * BAR_mm) / read.value
    setScale(next)
    setText('')
    try {
      localStorage.setItem(KEY, String(next))
    } catch {
      // Without storage it holds until the page is left.
    }
  }
  const width = (mm: number) => `${mm * scale}mm`
  return (
    <div className="px-4 py-2">
      <div className="flex items-center gap-2 text-[14px]">
        <span
          role="img"
          aria-label={`${strip_mm} mm at true length`}
          className="block h-3.5 shrink-0"
          style={{ width: width(strip_mm), background: '#cf8b45' }}
        />
        <span className="figures">
          strip {strip_mm} mm{sleeve_mm === null ? '' : `, sleeve ${sleeve_mm} mm`}, true length
        </span>
      </div>
      <details className="text-[14px]">
        <summary className="min-h-8">Check with a ruler</summary>
        <div className="my-1 h-3 border-x-2 border-b-2 border-ink" style={{ width: width(BAR_mm) }} />
        <Labelled
          label={`This bar should be ${BAR_mm} mm. Your ruler shows, mm`}
          error={error}
          hint={scale === 1 ? 'Not checked on this screen yet.' : 'Set for this screen; measure again to see.'}
        >
          {(props) => (
            <input
              {...props}
              inputMode="decimal"
              className={`${INPUT} figures w-28`}
              value={text}
              onChange={(event) => setText(event.target.value)}
              onBlur={() => measure(text)}
              onKeyDown={(event) => {
                if (event.key === 'Enter') measure(text)
              }}
            />
          )}
        </Labelled>
      </details>
    </div>
  )
}
