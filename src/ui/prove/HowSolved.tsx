'use client'
import type { Explained } from '@/core/proof/bench'
import { formatNumber } from '@/core/quantity'

/** Parts of a way that are worth a line; all others together are one. */
const MOST_PARTS = 12

const figure = (value: number) => (Math.abs(value) < 0.0005 ? '0' : formatNumber(value, 3))

/** How a solved reading comes about: what lies across each part of the way from probe to probe; the parts add up to it. */
export function HowSolved({ explained, isOhms }: { readonly explained: Explained; readonly isOhms: boolean }) {
  const unit = isOhms ? 'Ω' : 'V'
  const { parts, sum } = explained
  const shown = parts.slice(0, MOST_PARTS)
  const rest = parts.slice(MOST_PARTS).reduce((total, { across }) => total + across, 0)
  return (
    <details className="text-[14px]">
      <summary className="text-accent underline">How it comes about</summary>
      <table className="figures mt-1 w-full">
        <tbody>
          {shown.map((part, i) => (
            <tr key={i}>
              <td className="pr-2 font-sans">{part.words}</td>
              <td className="text-right whitespace-nowrap text-mute">{isOhms ? '' : `${figure(part.ohm)} Ω`}</td>
              <td className="pl-2 text-right whitespace-nowrap">
                {figure(part.across)} {unit}
              </td>
            </tr>
          ))}
          {parts.length > MOST_PARTS ? (
            <tr>
              <td className="font-sans">{parts.length - MOST_PARTS} more</td>
              <td />
              <td className="pl-2 text-right">
                {figure(rest)} {unit}
              </td>
            </tr>
          ) : null}
          <tr className="border-t border-hair font-bold">
            <td className="font-sans">together</td>
            <td />
            <td className="pl-2 text-right whitespace-nowrap">
              {figure(sum)} {unit}
            </td>
          </tr>
        </tbody>
      </table>
      <p className="text-mute">
        Along the way of least resistance, by Kirchhoff’s voltage law; the meter’s own 10 MΩ takes next to nothing of
        it.
      </p>
    </details>
  )
}
