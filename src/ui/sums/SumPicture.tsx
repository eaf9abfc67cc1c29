'use client'
import type { CalculatorName } from '@/core/calculators'
import type { CutAnswer, CutRequest } from '@/core/cutting'
import type { BundleAnswer } from '@/core/packing/circles'
import type { PixelRunRequest } from '@/core/pixels'
import { counted, formatNumber } from '@/core/quantity'

import { CrossSection } from '@/ui/charts/CrossSection'

import { PixelChart } from '@/ui/charts'

/** What a sum's answer looks like, where a picture says it sooner. */
export function SumPicture({
  name,
  request,
  result,
}: {
  readonly name: CalculatorName
  readonly request: unknown
  readonly result: unknown
}) {
  if (name === 'pixels')
    return (
      <div className="mt-3">
        <PixelChart request={request as PixelRunRequest} />
      </div>
    )
  if (name === 'bundle') {
    const { diameter_mm, circles } = result as BundleAnswer['result']
    return (
      <div className="mt-3 flex justify-center">
        <CrossSection
          label={`${counted(circles.length, 'lead')} packed into a circle of ${formatNumber(diameter_mm)} mm`}
          outline={{ kind: 'round', diameter_mm }}
          circles={circles}
        />
      </div>
    )
  }
  if (name === 'cuts')
    return <CutBars used={(result as CutAnswer['result']).used} pieces={(request as CutRequest).pieces} />
  return null
}

const MOST_BARS = 12

/** Each length of stock as a bar with its pieces in order, to one scale; what is left is hollow. */
function CutBars({
  used,
  pieces,
}: {
  readonly used: CutAnswer['result']['used']
  readonly pieces: CutRequest['pieces']
}) {
  const lengthOf = new Map(pieces.map(({ id, length_mm }) => [id, length_mm]))
  const bars = used.slice(0, MOST_BARS).map(({ stock, pieces: cut, left_mm }) => ({
    stock,
    left_mm,
    cut: cut.map((id) => ({ id, length_mm: lengthOf.get(id) ?? 0 })),
    whole_mm: cut.reduce((sum, id) => sum + (lengthOf.get(id) ?? 0), left_mm),
  }))
  const longest_mm = Math.max(1, ...bars.map(({ whole_mm }) => whole_mm))
  return (
    <ul aria-label="What is cut from each length" className="mt-3 space-y-2 text-[13px]">
      {bars.map(({ stock, cut, left_mm, whole_mm }, i) => (
        <li key={i}>
          <p>
            <span className="font-semibold">{stock}</span>: {tally(cut.map(({ id }) => id))}
            {left_mm > 0.5 ? <span className="text-mute">, {formatNumber(left_mm, 4)} mm left</span> : null}
          </p>
          <div
            aria-hidden
            className="flex h-4 border border-mute"
            style={{ width: `${(100 * whole_mm) / longest_mm}%` }}
          >
            {cut.map(({ length_mm }, k) => (
              <span
                key={k}
                className="border-r border-sheet bg-accent-wash"
                style={{ width: `${(100 * length_mm) / whole_mm}%` }}
              />
            ))}
          </div>
        </li>
      ))}
      {used.length > MOST_BARS ? <li className="text-mute">and {used.length - MOST_BARS} more lengths</li> : null}
    </ul>
  )
}

function tally(pieces: readonly string[]): string {
  const counts = new Map<string, number>()
  for (const piece of pieces) counts.set(piece, (counts.get(piece) ?? 0) + 1)
  return [...counts].map(([piece, count]) => (count > 1 ? `${count} × ${piece}` : piece)).join(', ')
}
