'use client'
import { Sign, later } from '@/ui/primitives'
import { useMemo, useState } from 'react'
import { sheetOf, sheetPoints } from '@/core/proof/sheet'
import { useRoom } from '@/ui/room'
import { MeterPanel } from './MeterPanel'
import { SheetView } from './SheetView'
import { useBench } from './useBench'
import { useMeter } from './useMeter'

const DiagnoseView = later(async () => ({ default: (await import('./DiagnoseView')).DiagnoseView }))
const BenchView = later(async () => ({ default: (await import('./BenchView')).BenchView }))
const PracticeView = later(async () => ({ default: (await import('./PracticeView')).PracticeView }))
const RecordView = later(async () => ({ default: (await import('./RecordView')).RecordView }))

const VIEWS = {
  sheet: 'Test sheet',
  fault: 'Find the fault',
  bench: 'Virtual bench',
  practice: 'Practise',
  record: 'Record',
} as const
type View = keyof typeof VIEWS

/** Proves a box: its test sheet before and after first power, the fault behind a reading that is off, and a bench to practise on. */
export function ProveStage() {
  const { plan, evaluation, isCounted, log, progress } = useRoom()
  const [view, setView] = useState<View>('sheet')
  const sheet = useMemo(() => sheetOf(evaluation?.procedure ?? [], log, progress), [evaluation, log, progress])
  const steps = evaluation?.procedure
  const points = useMemo(() => sheetPoints(sheetOf(steps ?? [], [], new Map())), [steps])
  const bench = useBench(plan, points, evaluation !== null)
  const meter = useMeter()
  if (!evaluation || (!isCounted && evaluation.procedure.length === 0))
    return <p className="text-mute">Working it out …</p>
  if (sheet.length === 0 && Object.keys(plan.wires).length === 0) {
    return (
      <>
        <h1 className="mb-2 text-[24px] font-bold">Prove</h1>
        <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">
          There is nothing to prove yet. Once things are joined, their tests are here, in the order in which they are
          done: dead first, then power in groups.
        </p>
      </>
    )
  }
  const lines = sheet.flatMap((group) => group.lines)
  const done = lines.filter(({ standing }) => standing === 'good' || standing === 'overruled').length
  const off = lines.filter(({ standing }) => standing === 'off').length
  return (
    <>
      <header className="mb-3 flex flex-wrap items-end justify-between gap-x-4 gap-y-2">
        <div className="max-md:hidden">
          <h1 className="text-[24px] leading-tight font-bold">Prove</h1>
          <p className="text-[14px] text-mute">
            {done} of {lines.length} tests done.{' '}
            {off > 0 ? (
              <strong className="text-stop">
                <Sign of="stop" /> {off} {off === 1 ? 'reading is' : 'readings are'} off.
              </strong>
            ) : null}{' '}
            What is checked here is what stands here, and nothing more.
          </p>
        </div>
        <h1 className="sr-only md:hidden">Prove</h1>
        <div role="tablist" aria-label="Prove" className="flex flex-wrap gap-1">
          {(Object.keys(VIEWS) as View[]).map((each) => (
            <button
              key={each}
              type="button"
              role="tab"
              aria-selected={view === each}
              onClick={() => setView(each)}
              className={`min-h-9 rounded-lg border px-2.5 text-[15px] font-semibold ${view === each ? 'border-accent bg-accent-wash' : 'border-hair bg-sheet'}`}
            >
              {VIEWS[each]}
            </button>
          ))}
        </div>
      </header>
      {view === 'sheet' || view === 'fault' ? (
        <div className="mb-3 max-w-[920px]">
          <MeterPanel meter={meter} />
        </div>
      ) : null}
      {view === 'sheet' ? (
        sheet.length === 0 ? (
          <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">Nothing here asks for a test yet.</p>
        ) : (
          <SheetView sheet={sheet} client={bench.client} meter={meter} onFind={() => setView('fault')} />
        )
      ) : null}
      {view === 'fault' ? <DiagnoseView bench={bench} sheet={sheet} meter={meter} /> : null}
      {view === 'bench' ? <BenchView client={bench.client} /> : null}
      {view === 'practice' ? <PracticeView bench={bench} /> : null}
      {view === 'record' ? <RecordView sheet={sheet} /> : null}
    </>
  )
}
