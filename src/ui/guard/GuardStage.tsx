'use client'
import { kindsOfferedAt } from '@/core/plan'
import { useState } from 'react'
import type { ProtectiveReckoning } from '@/core/figures'
import { AddDevice, FindingCard } from '@/ui/panels'
import { later, Button } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { ProtectiveList } from './ProtectiveList'
import { SizeAllDialog } from './SizeAllDialog'
import { SwitchList } from './SwitchList'

// The chart library is fetched when the chart is, not with the page.
const ProtectiveDetail = later(
  async () => ({ default: (await import('./ProtectiveDetail')).ProtectiveDetail }),
  <p className="text-mute">Drawing …</p>,
  'after the view',
)

const WhatHappens = later(
  async () => ({ default: (await import('./happens/WhatHappens')).WhatHappens }),
  <p className="text-mute">Working it out …</p>,
  'after the view',
)

const keyOf = ({ device, link }: ProtectiveReckoning) => `${device}/${link}`

/** What ends an overload, a short, or heat that nobody commands any more. */
export function GuardStage() {
  const { evaluation } = useRoom()
  const [wanted, setWanted] = useState<string | null>(null)
  const [isSizing, setSizing] = useState(false)
  if (!evaluation) return <p className="text-mute">Working it out …</p>
  const { protective } = evaluation.reckoning
  const chosen =
    protective.find((each) => keyOf(each) === wanted) ??
    protective.find(({ fault, wires }) => fault && wires.length > 0) ??
    protective[0]
  const here = evaluation.findings.filter(({ stage, severity }) => stage === 'guard' && severity !== 'note')
  const notes = evaluation.findings.filter(({ stage, severity }) => stage === 'guard' && severity === 'note')
  return (
    <>
      <header className="mb-3 flex flex-wrap items-start justify-between gap-2">
        <div>
          <h1 className="text-[24px] leading-tight font-bold">Guard</h1>
          <p className="text-[14px] text-mute">
            What ends an overload or a short, what switches, and what remains when control is lost.
          </p>
        </div>
        <div className="flex flex-wrap gap-2">
          <AddDevice label="Add a fuse or relay" only={kindsOfferedAt('guard')} />
          <Button look="main" onClick={() => setSizing(true)}>
            Size all fuses and wires
          </Button>
        </div>
      </header>
      {here.length > 0 ? (
        <section aria-label="What to mend here" className="mb-3 grid gap-2.5 lg:grid-cols-2">
          {here.map((finding) => (
            <FindingCard key={finding.id} finding={finding} />
          ))}
        </section>
      ) : null}
      {protective.length === 0 ? (
        <p className="mb-4 max-w-prose rounded-lg border border-dashed border-hair bg-sheet p-6">
          No fuse or breaker yet. The outlet’s breaker is the only one, and the wires follow it. Add one at the source
          of each thinner wire.
        </p>
      ) : (
        <div className="mb-4 grid items-start gap-4 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
          <ProtectiveList protective={protective} chosen={chosen ? keyOf(chosen) : null} onChoose={setWanted} />
          {chosen ? <ProtectiveDetail key={keyOf(chosen)} protective={chosen} /> : null}
        </div>
      )}
      <WhatHappens />
      <div className="grid items-start gap-4 lg:grid-cols-2">
        <SwitchList />
        {notes.length > 0 ? (
          <section aria-label="Worth knowing" className="space-y-2">
            {notes.map((finding) => (
              <FindingCard key={finding.id} finding={finding} />
            ))}
          </section>
        ) : null}
      </div>
      {isSizing ? <SizeAllDialog onClose={() => setSizing(false)} /> : null}
    </>
  )
}
