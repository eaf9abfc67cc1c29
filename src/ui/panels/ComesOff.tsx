'use client'
import { comesOff, comesOffWords } from '@/core/securing'
import type { DeviceId } from '@/core/plan'
import { useRoom } from '@/ui/room'

/** What is undone to take a thing off, and which of its leads come back by their ways. */
export function ComesOff({ id }: { readonly id: DeviceId }) {
  const { plan, evaluation } = useRoom()
  const leads = evaluation?.reckoning.routes.leads
  if (!leads) return null
  const lines = comesOffWords(plan, comesOff(plan, leads, id))
  if (lines.length === 0) return null
  return (
    <details>
      <summary className="font-semibold">How it comes off</summary>
      <ul className="mt-1 space-y-1 text-[14px]">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </details>
  )
}
