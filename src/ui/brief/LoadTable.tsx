'use client'
import {
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type SortingState,
} from '@tanstack/react-table'
import { memo, useMemo, useState } from 'react'
import {
  shareOf,
  type Device,
  type DeviceId,
  type Draw,
  type Part,
  type Plan,
  type State,
  type StateId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { LoadField } from '@/ui/panels'
import { Button, CommitField, readNumber, LongRows, newId } from '@/ui/primitives'
import { byTag, FigureButton, useDesk, useRoom } from '@/ui/room'
import { SortHead } from '@/ui/tables'

const ROW_PX = 41

interface LoadOf {
  readonly id: DeviceId
  readonly tag: string
  readonly device: Device
  readonly part: Part
}

const COLUMNS: ColumnDef<LoadOf>[] = [
  { accessorKey: 'tag', header: 'Load', sortingFn: 'alphanumeric' },
  {
    id: 'takes',
    header: 'Takes',
    // Large ones first: they are what a supply is sized by.
    sortDescFirst: true,
    accessorFn: ({ device, part }) =>
      part.draws.reduce((sum, draw) => sum + roughly_W(device.loads[draw.id] ?? draw, draw.nominal_V), 0),
  },
]

/** Watts to sort by: what is entered, else what the part says. */
function roughly_W(
  entry:
    | { readonly power_W?: number | null; readonly current_A?: number | null }
    | { readonly motor: { readonly mechanical_W: number } },
  nominal_V: number,
): number {
  if ('motor' in entry) return entry.motor.mechanical_W
  return entry.power_W ?? (entry.current_A ?? 0) * nominal_V
}

const loadsOf = (plan: Plan): readonly LoadOf[] =>
  (Object.keys(plan.devices) as DeviceId[])
    .map((id) => ({
      id,
      tag: plan.devices[id]!.tag,
      device: plan.devices[id]!,
      part: plan.parts[plan.devices[id]!.part]!,
    }))
    .filter(({ part }) => part.draws.length > 0)
    .sort(byTag)

/** What must run, how hard, and in which states: a row a load, a column a state. */
export function LoadTable() {
  const { plan, evaluation, edit } = useRoom()
  const states = Object.entries(plan.states) as [StateId, State][]
  const [sorting, setSorting] = useState<SortingState>([])
  const loads = useMemo(() => loadsOf(plan), [plan])
  const table = useReactTable({
    data: loads as LoadOf[],
    columns: COLUMNS,
    state: { sorting },
    getRowId: ({ id }) => id,
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  })
  const rows = table
    .getRowModel()
    .rows.flatMap(({ original: { id, device, part } }) =>
      part.draws.map((draw, i) => ({ id, device, part, draw, isFirst: i === 0 })),
    )
  if (loads.length === 0) {
    return (
      <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">
        Nothing must run yet. Begin with what the machine does: boards, motors, heat, light. Supplies, fuses and wires
        follow from it.
      </p>
    )
  }
  const addState = () =>
    edit('Add a state', {
      type: 'addState',
      id: `state:${newId().slice(0, 8)}` as StateId,
      state: {
        name: `State ${states.length + 1}`,
        sources: { mains: true, usb: false, battery: true },
        startUp: false,
        withReserves: false,
        defaultShare: 0.5,
        shares: {},
        drawShares: {},
        positions: {},
      },
    })
  return (
    <section aria-labelledby="loads" className="rounded-xl border border-hair bg-sheet p-3.5">
      <div className="mb-1 flex items-center justify-between gap-2">
        <h2 id="loads" className="font-bold">
          What must run
        </h2>
        <Button onClick={addState}>Add a state</Button>
      </div>
      <div className="overflow-x-auto">
        <table className="w-full text-[14px]">
          <thead>
            <tr className="border-b border-hair text-left align-bottom text-mute">
              {table.getHeaderGroups()[0]!.headers.map((header) => (
                <SortHead
                  key={header.id}
                  header={header}
                  className={header.id === 'takes' ? 'w-[124px] pr-2' : 'py-1 pr-2'}
                />
              ))}
              {states.map(([id, state]) => (
                <th key={id} className="w-[104px] pr-1 font-normal">
                  <CommitField
                    hideLabel
                    label={`Name of state ${state.name}`}
                    value={state.name}
                    onCommit={(text) =>
                      text.trim()
                        ? (edit(`State “${text.trim()}”`, {
                            type: 'updateState',
                            id,
                            changes: { name: text.trim().slice(0, 80) },
                          })[0]?.message ?? null)
                        : 'needs a name'
                    }
                  />
                  <StateSettings id={id} state={state} isLast={states.length === 1} />
                </th>
              ))}
            </tr>
          </thead>
          <LongRows items={rows} estimate_px={ROW_PX}>
            {({ id, device, part, draw, isFirst }) => (
              <LoadRow
                key={id + draw.id}
                id={id}
                device={device}
                draw={draw}
                isFirst={isFirst}
                isAlone={part.draws.length === 1}
                states={plan.states}
              />
            )}
          </LongRows>
          <tbody>
            <tr>
              <td className="py-1 font-bold" colSpan={2}>
                Together, at the loads
              </td>
              {states.map(([id, state]) => (
                <td key={id} className="pr-5 text-right font-bold">
                  {evaluation?.reckoning.states[id] ? (
                    <FigureButton
                      figure={evaluation.reckoning.states[id].asked}
                      title={state.name}
                      subject="together, at the loads"
                      significant={4}
                    />
                  ) : (
                    '…'
                  )}
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  )
}

/** One load: what it takes, and its share in each state. Drawn again only when one of these changed. */
const LoadRow = memo(function LoadRow({
  id,
  device,
  draw,
  isFirst,
  isAlone,
  states,
}: {
  readonly id: DeviceId
  readonly device: Device
  readonly draw: Draw
  readonly isFirst: boolean
  readonly isAlone: boolean
  readonly states: Plan['states']
}) {
  const { edit, open } = useDesk()
  const setShare = (stateId: StateId, text: string) => {
    const read = readNumber(text, 'The share')
    if ('error' in read) return read.error
    if (read.value < 0 || read.value > 100)
      return `${formatNumber(read.value)} % is no share: of what it takes at most, a load takes 0 to 100 %`
    return (
      edit(
        `${device.tag}${isAlone ? '' : ` ${draw.name.toLowerCase()}`} at ${read.value} % in “${states[stateId]!.name}”`,
        {
          type: 'setShare',
          state: stateId,
          device: id,
          ...(isAlone ? {} : { draw: draw.id }),
          share: read.value / 100,
        },
      )[0]?.message ?? null
    )
  }
  return (
    <tr className="border-b border-hair/60">
      <td className="py-1 pr-2">
        <button type="button" className="text-left hover:underline" onClick={() => open({ kind: 'device', id })}>
          <span className="figures font-semibold">{device.tag}</span> {isFirst ? device.name : ''}
          {isAlone ? null : (
            <span className="text-mute">
              {isFirst ? ', ' : ''}
              {draw.name.toLowerCase()}
            </span>
          )}
        </button>{' '}
        <span className="text-[13px] whitespace-nowrap text-mute">{draw.nominal_V} V</span>
        {isFirst && device.comes === 'later' ? (
          <span className="ml-1 rounded-sm bg-wash px-1 text-[13px] whitespace-nowrap">comes later</span>
        ) : null}
      </td>
      <td className="pr-2">
        <LoadField device={id} entry={device} draw={draw} hideLabel />
      </td>
      {(Object.entries(states) as [StateId, State][]).map(([stateId, state]) => (
        <td key={stateId} className="pr-1">
          <CommitField
            hideLabel
            numeric
            unit="%"
            label={`${device.tag}${isAlone ? '' : ` ${draw.name.toLowerCase()}`} in ${state.name}, percent`}
            value={String(Math.round(shareOf(state, id, draw.id) * 1000) / 10)}
            onCommit={(text) => setShare(stateId, text)}
          />
        </td>
      ))}
    </tr>
  )
})

/** What a state has besides its loads: its sources, whether it is the moment of starting, whether what comes later counts. */
function StateSettings({
  id,
  state,
  isLast,
}: {
  readonly id: StateId
  readonly state: State
  readonly isLast: boolean
}) {
  const { edit } = useRoom()
  const change = (label: string, changes: Partial<State>) =>
    edit(`${state.name}: ${label}`, { type: 'updateState', id, changes })
  const boxes: readonly (readonly [string, boolean, () => void])[] = [
    [
      'mains',
      state.sources.mains,
      () =>
        change(state.sources.mains ? 'without mains' : 'with mains', {
          sources: { ...state.sources, mains: !state.sources.mains },
        }),
    ],
    [
      'USB from outside',
      state.sources.usb,
      () =>
        change(state.sources.usb ? 'without USB' : 'with USB', {
          sources: { ...state.sources, usb: !state.sources.usb },
        }),
    ],
    [
      'starting up',
      state.startUp,
      () => change(state.startUp ? 'running' : 'starting up', { startUp: !state.startUp }),
    ],
    [
      'with room for later',
      state.withReserves,
      () => change(state.withReserves ? 'today' : 'with room for later', { withReserves: !state.withReserves }),
    ],
  ]
  return (
    <details className="relative text-[12.5px]">
      <summary className="truncate text-mute">
        {[
          state.sources.mains ? 'mains' : 'no mains',
          ...(state.sources.usb ? ['USB'] : []),
          ...(state.startUp ? ['starting'] : []),
          ...(state.withReserves ? ['later'] : []),
        ].join(', ')}
      </summary>
      <div className="absolute right-0 z-20 w-52 space-y-1 rounded-lg border border-hair bg-sheet p-2 text-ink shadow-lg">
        {boxes.map(([label, isOn, toggle]) => (
          <label key={label} className="flex items-center gap-2">
            <input type="checkbox" className="h-4 w-4 accent-(--accent)" checked={isOn} onChange={toggle} />
            {label}
          </label>
        ))}
        {isLast ? null : (
          <Button look="danger" onClick={() => edit(`Remove state “${state.name}”`, { type: 'removeState', id })}>
            Remove this state
          </Button>
        )}
      </div>
    </details>
  )
}
