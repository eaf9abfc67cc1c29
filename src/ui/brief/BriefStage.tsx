'use client'
import { kindsOfferedAt } from '@/core/plan'
import { AddDevice, FindingCard } from '@/ui/panels'
import { later, CommitField } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { LoadTable } from './LoadTable'
import { SiteForm } from './SiteForm'

// The chart library is fetched when the chart is, not with the page.
const DemandChart = later(
  async () => ({ default: (await import('./DemandChart')).DemandChart }),
  <p className="h-[150px] text-[13px] text-mute">Drawing …</p>,
  'after the view',
)

const AlsoThere = later(
  async () => ({ default: (await import('./AlsoThere')).AlsoThere }),
  <div aria-hidden />,
  'after the view',
)

const MissingList = later(
  async () => ({ default: (await import('./MissingList')).MissingList }),
  <div aria-hidden className="h-52" />,
  'after the view',
)

const WhatDoesWhat = later(
  async () => ({ default: (await import('./WhatDoesWhat')).WhatDoesWhat }),
  <div aria-hidden className="h-40" />,
  'after the view',
)

const HouseRules = later(
  async () => ({ default: (await import('./HouseRules')).HouseRules }),
  <div aria-hidden className="h-64" />,
  'after the view',
)

/** Where it stands, what mains, what must run, what may come later. */
export function BriefStage() {
  const { plan, evaluation, edit, drawer } = useRoom()
  const here = evaluation?.findings.filter(({ stage, severity }) => stage === 'brief' && severity !== 'note') ?? []
  return (
    <>
      <header className="mb-3 flex flex-wrap items-start justify-between gap-2">
        <div className="min-w-0 flex-1">
          <h1 className="text-[24px] leading-tight font-bold">Brief</h1>
          <p className="text-[14px] text-mute">Where it stands, what must run, and how hard.</p>
        </div>
        <AddDevice look="main" label="Add what must run" only={kindsOfferedAt('brief')} />
      </header>
      {here.length > 0 ? (
        <div className="mb-3 space-y-2">
          {here.map((finding) => (
            <FindingCard key={finding.id} finding={finding} />
          ))}
        </div>
      ) : null}
      <div
        className={`grid items-start gap-4 ${drawer ? '2xl:grid-cols-[minmax(0,1fr)_300px]' : 'lg:grid-cols-[minmax(0,1fr)_300px]'}`}
      >
        <div className="min-w-0 space-y-4">
          <LoadTable />
          <WhatDoesWhat />
          <AlsoThere />
          {evaluation && Object.keys(evaluation.reckoning.supplies).length > 0 ? <DemandChart /> : null}
        </div>
        <div className="space-y-4">
          <MissingList />
          <section aria-label="The plan" className="rounded-xl border border-hair bg-sheet p-3.5">
            <CommitField
              label="Name of the plan"
              value={plan.name}
              onCommit={(text) =>
                text.trim()
                  ? (edit(`Rename to ${text.trim()}`, { type: 'rename', name: text.trim().slice(0, 80) })[0]?.message ??
                    null)
                  : 'give the plan a name'
              }
            />
          </section>
          <SiteForm />
          <HouseRules />
        </div>
      </div>
    </>
  )
}
