'use client'
import type { WireId } from '@/core/plan'
import { useRoom } from '@/ui/room'

/** Which wires' figures are derived; none ticked: the hardest ones. */
export function DeriveChoice({
  chosen,
  onChange,
}: {
  readonly chosen: readonly WireId[]
  readonly onChange: (chosen: readonly WireId[]) => void
}) {
  const { plan } = useRoom()
  return (
    <details className="mb-2 rounded-xl border border-hair bg-sheet px-3 py-2 text-[14px] print:hidden">
      <summary className="font-semibold">
        Wires: {chosen.length === 0 ? 'the ten hardest' : `${chosen.length} chosen`}
      </summary>
      <div className="mt-1 flex max-h-48 flex-wrap gap-x-3 overflow-y-auto">
        {(Object.keys(plan.wires) as WireId[]).map((id) => (
          <label key={id} className="flex items-center gap-1">
            <input
              type="checkbox"
              checked={chosen.includes(id)}
              onChange={(event) =>
                onChange(event.target.checked ? [...chosen, id] : chosen.filter((each) => each !== id))
              }
            />
            {plan.wires[id]?.label || id}
          </label>
        ))}
      </div>
    </details>
  )
}
