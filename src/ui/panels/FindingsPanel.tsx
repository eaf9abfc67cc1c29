'use client'
import { useRoom } from '@/ui/room'
import { FindingCard } from './FindingCard'

export function FindingsPanel() {
  const { evaluation } = useRoom()
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
          {findings.map((finding) => (
            <FindingCard key={finding.id} finding={finding} />
          ))}
        </div>
      )}
    </section>
  )
}
