'use client'
import { partChanges } from '@/core/ownParts'
import type { PartId } from '@/core/plan'
import { Button } from '@/ui/primitives'
import { useOwnParts } from '@/ui/parts'
import { useRoom } from '@/ui/room'

/** Where the shelf has a later one of a part that the plan carries: what is other in it, and taking it. */
export function NewerPart({ id }: { readonly id: PartId }) {
  const { plan, edit } = useRoom()
  const { parts } = useOwnParts()
  const part = plan.parts[id]
  const shelf = parts?.find((own) => own.id === id)
  if (!part || !shelf) return null
  const changes = partChanges(part, shelf.part)
  if (changes.length === 0) return null
  return (
    <section aria-label="A newer version of this part" className="rounded-lg border border-hair bg-accent-wash p-3">
      <p className="text-[14px]">
        <strong>Version {shelf.version} is on your shelf:</strong> {changes.join('; ')}.
      </p>
      <Button
        className="mt-2"
        onClick={() =>
          edit(`Take version ${shelf.version} of ${shelf.part.name}`, { type: 'putPart', id, part: shelf.part })
        }
      >
        Take it into this plan
      </Button>
    </section>
  )
}
