'use client'
import { useState } from 'react'
import { Button } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { FindingCard } from './FindingCard'

/** Nobody mends more at a time; the gravest stand first. */
const MOST_SHOWN = 40

export function FindingsPanel() {
  const { evaluation } = useRoom()
  const [shown, setShown] = useState(MOST_SHOWN)
  if (!evaluation) return <p className="text-mute">Working it out …</p>
  const { findings } = evaluation
  return (
    <section aria-labelledby="findings">
      <h2 id="findings" className="mb-2 text-lg font-bold">
        Before power
      </h2>
      {findings.length === 0 ? (
        <p className="rounded-lg border border-hair bg-good-wash p-3">
          None of the rules found anything. They check what is in the plan: wiring, sizes, protection, polarity, earth.
          They do not see the box, the workmanship, or what is not in the plan.
        </p>
      ) : (
        <div className="space-y-2.5">
          {findings.slice(0, shown).map((finding) => (
            <FindingCard key={finding.id} finding={finding} />
          ))}
          {findings.length > shown ? (
            <Button onClick={() => setShown(shown + MOST_SHOWN)}>
              Show {Math.min(MOST_SHOWN, findings.length - shown)} more of {findings.length}
            </Button>
          ) : null}
        </div>
      )}
    </section>
  )
}
