'use client'
import { useState } from 'react'
import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { compareBoxes, compareSupplies, type BoxOption, type Deal, type SupplyOption } from '@/core/proposals'
import type { Rail } from '@/core/figures'
import type { Trace } from '@/core/trace'
import { DeratingChart, PixelChart } from '@/ui/charts'
import { Button } from '@/ui/primitives'
import { FigureButton, useRoom } from '@/ui/room'
import { DealDialog } from './DealDialog'

const CARD = 'rounded-xl border border-hair bg-sheet p-3.5'

/** Below the beams: how warm each supply may get, one or two of them, one box or two, pixels, and what a loose lead does. */
export function FeedDetails() {
  return (
    <div className="mt-4 grid items-start gap-4 lg:grid-cols-2">
      <SupplyCards />
      <OneOrTwo />
      <BoxHeat />
      <PixelRuns />
      <LooseLeads />
      <Boxes />
    </div>
  )
}

function SupplyCards() {
  const { plan, evaluation, edit } = useRoom()
  const { supplies, mains } = evaluation!.reckoning
  if (Object.keys(supplies).length === 0) return null
  return (
    <section aria-labelledby="derating" className={CARD}>
      <h2 id="derating" className="font-bold">
        Supplies in warm air
      </h2>
      <p className="mb-2 text-[13px] text-mute">
        What each may give by the air about it; dashed, the house rule; the dot is today’s heaviest state. Switched on
        together they draw a peak of{' '}
        <FigureButton figure={mains.inrush} title="Inrush" subject="all supplies together" />.
      </p>
      <div className="space-y-4">
        {Object.values(supplies).map(({ device, air_C, loading, later, demand, holdUp }) => {
          const entry = plan.devices[device]!
          const { behaviour } = plan.parts[entry.part]!
          if (behaviour.kind !== 'supply') return null
          return (
            <div key={device}>
              <p className="flex flex-wrap justify-between gap-x-3 text-[14px]">
                <span>
                  <span className="figures font-bold">{entry.tag}</span> {entry.name}, rail{' '}
                  {plan.wires &&
                  Object.values(plan.wires).some(
                    (wire) =>
                      wire!.function === 'PE' &&
                      [wire!.from, wire!.to].some(
                        (end) =>
                          end.kind === 'terminal' &&
                          isMinusNet(evaluation!.reckoning.nets, device, `${end.device}|${end.terminal}`),
                      ),
                  )
                    ? 'earthed'
                    : 'floating'}
                </span>
                <span>
                  today <FigureButton figure={loading} title={entry.tag} subject="loading, derated" />
                  {entry.reserves.length > 0 ? (
                    <>
                      , later <FigureButton figure={later} title={entry.tag} subject="with what is kept room for" />
                    </>
                  ) : null}
                </span>
              </p>
              <DeratingChart
                rated_W={behaviour.power_W}
                derateAbove_C={behaviour.derateAbove_C}
                derate_percentPerK={behaviour.derate_percentPerK}
                limit_percent={plan.practice.supplyLoading_percent}
                inside_C={air_C}
                demand_W={demand.value ?? 0}
              />
              <p className="text-[13px]">
                {holdUp.value === null ? null : (
                  <>
                    Stands <FigureButton figure={holdUp} title={entry.tag} subject="hold-up when the mains goes" /> when
                    the mains goes.{' '}
                  </>
                )}
                {entry.reserves.length === 0 ? (
                  <span className="text-mute">No room kept for later. </span>
                ) : (
                  <>
                    Room for{' '}
                    {entry.reserves.map(({ name, power_W }) => `${name} ${formatNumber(power_W)} W`).join(', ')}.{' '}
                  </>
                )}
                <Button
                  look="quiet"
                  onClick={() =>
                    edit(`Room for later on ${entry.tag}`, {
                      type: 'addReserve',
                      device,
                      reserve: {
                        name: `later ${entry.reserves.length + 1}`,
                        power_W: Math.round(behaviour.power_W * 0.1),
                      },
                    })
                  }
                >
                  Keep room for {Math.round(behaviour.power_W * 0.1)} W more
                </Button>
                {entry.reserves.length > 0 ? (
                  <Button
                    look="quiet"
                    onClick={() =>
                      edit(`No room for later on ${entry.tag}`, {
                        type: 'updateDevice',
                        id: device,
                        changes: { reserves: [] },
                      })
                    }
                  >
                    Keep none
                  </Button>
                ) : null}
              </p>
            </div>
          )
        })}
      </div>
    </section>
  )
}

/** Whether a terminal sits on a net that a supply's negative feeds. */
function isMinusNet(
  nets: readonly {
    readonly terminals: readonly string[]
    readonly potentials: readonly { readonly kind: string; readonly device: DeviceId }[]
  }[],
  device: DeviceId,
  key: string,
): boolean {
  return nets.some(
    ({ terminals, potentials }) =>
      terminals.includes(key) && potentials.some((potential) => potential.kind === '-' && potential.device === device),
  )
}

/** What warms each box, thing by thing, and how warm it gets. */
function BoxHeat() {
  const { plan, evaluation, open } = useRoom()
  const { boxes } = evaluation!.reckoning
  if (boxes.length === 0) return null
  return (
    <section aria-labelledby="box-heat" className={CARD}>
      <h2 id="box-heat" className="font-bold">
        Heat in the box
      </h2>
      <p className="mb-2 text-[13px] text-mute">
        What stays inside of all that is drawn, in the heaviest state. What is in a box is sized for the warmer of this
        and the house rule of {plan.practice.inside_C} °C.
      </p>
      {boxes.map(
        ({ enclosure, losses, wires_W, worstState, loss, stillAir, inside, wantedFan_m3_per_h, blown_m3_per_h }) => {
          const name = plan.enclosures[enclosure]!.name
          const rows =
            worstState === null
              ? []
              : [
                  ...losses.map(({ device, loss_W }) => ({
                    key: device as string,
                    device,
                    label: plan.devices[device]!.name,
                    tag: plan.devices[device]!.tag,
                    watts: loss_W[worstState]!,
                  })),
                  { key: 'wires', device: null, label: 'All wires', tag: '', watts: wires_W[worstState]! },
                ]
                  .filter(({ watts }) => watts >= 0.05)
                  .sort((a, b) => b.watts - a.watts)
          const most_W = Math.max(1e-9, ...rows.map(({ watts }) => watts))
          const isTooWarm = inside.value !== null && inside.value > plan.practice.inside_C + 1
          return (
            <div key={enclosure} className="mb-3 last:mb-0">
              <p className="text-[14.5px]">
                <strong>{name}</strong>: <FigureButton figure={loss} title={name} subject="lost inside" /> bring it to{' '}
                <FigureButton
                  figure={inside}
                  title={name}
                  subject="air inside"
                  className={isTooWarm ? 'font-bold text-stop' : 'font-bold'}
                />
                {blown_m3_per_h > 0 ? (
                  <>
                    , with its fan; <FigureButton figure={stillAir} title={name} subject="still air inside" /> without
                  </>
                ) : null}
                .
              </p>
              <p className="mb-1 text-[13px] text-mute">
                {wantedFan_m3_per_h === null
                  ? 'The air outside is too warm to cool it.'
                  : wantedFan_m3_per_h === 0
                    ? 'Its walls alone keep it there.'
                    : `To keep ${plan.practice.inside_C} °C it wants ${formatNumber(wantedFan_m3_per_h)} m³/h through its filters${blown_m3_per_h > 0 ? `; ${formatNumber(blown_m3_per_h)} are there` : ''}.`}
              </p>
              <ul className="space-y-0.5 text-[13px]">
                {rows.slice(0, 8).map(({ key, device, label, tag, watts }) => (
                  <li key={key} className="grid grid-cols-[minmax(0,150px)_1fr_58px] items-center gap-2">
                    {device ? (
                      <button
                        type="button"
                        className="truncate text-left hover:underline"
                        onClick={() => open({ kind: 'device', id: device })}
                      >
                        <span className="figures font-semibold">{tag}</span> {label}
                      </button>
                    ) : (
                      <span>{label}</span>
                    )}
                    <span
                      aria-hidden
                      className="block h-2.5 rounded-sm bg-mains"
                      style={{ width: `${(100 * watts) / most_W}%` }}
                    />
                    <span className="figures text-right">{formatNumber(watts)} W</span>
                  </li>
                ))}
              </ul>
            </div>
          )
        },
      )}
    </section>
  )
}

const DEAL_WORDS: Readonly<Record<Deal, string>> = {
  one: 'One supply',
  balanced: 'Two, as even as can be',
  'boards-together': 'Two, boards kept whole',
}

function OneOrTwo() {
  const { plan, evaluation } = useRoom()
  const rails = evaluation!.reckoning.rails.filter(({ kind, branches }) => kind === 'dc' && branches.length > 1)
  if (rails.length === 0) return null
  return (
    <section aria-labelledby="one-or-two" className={CARD}>
      <h2 id="one-or-two" className="font-bold">
        One supply or two
      </h2>
      <p className="mb-2 text-[13px] text-mute">The same loads dealt differently, by the wires as they are.</p>
      {rails.map((rail) => (
        <RailOptions key={rail.id} rail={rail} options={compareSupplies(plan, evaluation!.reckoning, rail)} />
      ))}
    </section>
  )
}

function RailOptions({ rail, options }: { readonly rail: Rail; readonly options: readonly SupplyOption[] }) {
  const { plan } = useRoom()
  const [dealing, setDealing] = useState<SupplyOption | null>(null)
  const tags = (ids: readonly DeviceId[]) => ids.map((id) => plan.devices[id]?.tag).join(' ')
  if (options.length === 0) return null
  const most_W = Math.max(
    ...options.flatMap(({ supplies }) => supplies.map(({ chosen_W, demand_W }) => chosen_W ?? demand_W)),
  )
  return (
    <div className="mb-4 last:mb-0">
      <h3 className="text-[14px] font-semibold">
        <span className="figures">
          +{formatNumber(rail.voltage_V)} V {plan.devices[rail.source]?.tag}
        </span>
      </h3>
      <div className="overflow-x-auto">
        <table className="w-full text-[13.5px]">
          <thead>
            <tr className="border-b border-hair text-left align-bottom text-mute">
              <th className="py-1 pr-2 font-normal">Dealt</th>
              <th className="w-[40%] pr-2 font-normal">Loading</th>
              <th className="pr-2 text-right font-normal">Leads lose</th>
              <th className="pr-2 text-right font-normal">Wires</th>
              <th className="font-normal">If the fuller fails</th>
            </tr>
          </thead>
          <tbody>
            {options.map((option) => (
              <tr key={option.deal} className="border-b border-hair/60 align-top">
                <td className="py-1.5 pr-2 font-semibold">{DEAL_WORDS[option.deal]}</td>
                <td className="py-1.5 pr-2">
                  {option.supplies.map(({ demand_W, chosen_W, loading_percent, loads }, i) => (
                    <span key={i} className="mb-1 block">
                      <span
                        className="relative block h-3 rounded-sm bg-wash"
                        style={{ width: `${(100 * (chosen_W ?? demand_W)) / most_W}%` }}
                      >
                        <span
                          className="absolute inset-y-0 left-0 rounded-sm bg-dc"
                          style={{ width: `${Math.min(100, loading_percent ?? 100)}%` }}
                        />
                      </span>
                      <span className="figures text-[12.5px]">
                        {formatNumber(demand_W)} of {chosen_W === null ? 'no size' : `${chosen_W} W`}
                      </span>{' '}
                      <span className="text-[12.5px] text-mute">{tags(loads.map(({ device }) => device))}</span>
                    </span>
                  ))}
                  <Why title={DEAL_WORDS[option.deal]} trace={option.trace} />
                  {option.deal === 'boards-together' ? (
                    <button
                      type="button"
                      className="ml-3 text-[12.5px] text-accent underline underline-offset-2"
                      onClick={() => setDealing(option)}
                    >
                      deal them so …
                    </button>
                  ) : null}
                </td>
                <td className="figures py-1.5 pr-2 text-right whitespace-nowrap">
                  {formatNumber(option.leadDrop_percent, 2)} %
                </td>
                <td className="figures py-1.5 pr-2 text-right">{option.wires}</td>
                <td className="py-1.5">{tags(option.stops)} stop</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {dealing ? <DealDialog rail={rail} option={dealing} onClose={() => setDealing(null)} /> : null}
    </div>
  )
}

function Why({ title, trace }: { readonly title: string; readonly trace: Trace }) {
  const { open } = useRoom()
  return (
    <button
      type="button"
      className="text-[12.5px] text-accent underline decoration-dotted underline-offset-2"
      onClick={() => open({ kind: 'figure', title, subject: 'side by side', figure: { value: null, unit: '', trace } })}
    >
      how
    </button>
  )
}

function PixelRuns() {
  const { plan, evaluation } = useRoom()
  const { pixels } = evaluation!.reckoning
  if (pixels.length === 0) return null
  const lowest = pixels.reduce((least, each) =>
    each.far_V - each.request.minimum_V < least.far_V - least.request.minimum_V ? each : least,
  )
  const tag = plan.devices[lowest.device]!.tag
  return (
    <section aria-labelledby="pixels" className={CARD}>
      <h2 id="pixels" className="font-bold">
        Pixels
      </h2>
      <p className="mb-1 text-[13px] text-mute">
        Volts along the string with least to spare, {tag}; dashed, what pixels want.
      </p>
      <PixelChart request={lowest.request} />
      <div className="overflow-x-auto">
        <table className="mt-1 w-full text-[13.5px]">
          <thead>
            <tr className="border-b border-hair text-left text-mute">
              <th className="py-1 pr-2 font-normal">String</th>
              <th className="pr-2 text-right font-normal">Lowest</th>
              <th className="pr-2 text-right font-normal">One feed reaches</th>
              <th className="pr-2 font-normal">Fed from</th>
              <th className="text-right font-normal">Bright to</th>
            </tr>
          </thead>
          <tbody>
            {pixels.map(({ device, far, injectEvery, request, brightnessLimit_percent }) => (
              <tr key={device} className="border-b border-hair/60">
                <td className="py-1 pr-2">
                  <span className="figures font-semibold">{plan.devices[device]!.tag}</span> {request.count} px
                </td>
                <td className="pr-2 text-right">
                  <FigureButton figure={far} title={plan.devices[device]!.tag} subject="lowest pixel" significant={4} />
                </td>
                <td className="pr-2 text-right">
                  <FigureButton
                    figure={{ ...far, value: injectEvery, unit: 'px' }}
                    title={plan.devices[device]!.tag}
                    subject="pixels that one feed reaches"
                  />
                </td>
                <td className="pr-2">{request.fedFrom === 'both' ? 'both ends' : 'one end'}</td>
                <td className="text-right">
                  <FigureButton
                    figure={{ ...far, value: brightnessLimit_percent, unit: '%' }}
                    title={plan.devices[device]!.tag}
                    subject="brightness at which the lowest pixel just has enough"
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}

function LooseLeads() {
  const { plan, evaluation, open } = useRoom()
  const { bonds, wires } = evaluation!.reckoning
  if (bonds.length === 0) return null
  return (
    <section aria-labelledby="loose" className={CARD}>
      <h2 id="loose" className="font-bold">
        Negatives tied, and leads come loose
      </h2>
      <p className="mb-2 text-[13px] text-mute">
        The network solved again with each supply’s lead out in turn: what then goes home by another way.
      </p>
      <ul className="divide-y divide-hair/70 text-[14px]">
        {bonds.map(({ wire, supplies, lead, supply, loose }) => (
          <li key={wire} className="py-1.5">
            <button type="button" className="hover:underline" onClick={() => open({ kind: 'wire', id: wire })}>
              <span className="figures font-semibold">{plan.wires[wire]?.label}</span>, {wires[wire]?.size ?? 'no size'}
            </button>
            {supplies.length > 0 ? (
              <>, ties the negatives of {supplies.map((id) => plan.devices[id]?.tag).join(' and ')}</>
            ) : null}
            <span className="block text-[13px]">
              {lead && supply ? (
                <>
                  with {plan.wires[lead]?.label} at {plan.devices[supply]?.tag} loose{' '}
                </>
              ) : (
                'no loose lead sends more through it: '
              )}
              <FigureButton figure={loose} title={plan.wires[wire]?.label ?? ''} subject="with a lead loose" />
              {wires[wire]?.ampacity.value == null
                ? ''
                : `, and it stands ${formatNumber(wires[wire].ampacity.value)} A`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Boxes() {
  const { plan, evaluation } = useRoom()
  const options = compareBoxes(plan, evaluation!.reckoning)
  if (!options) return null
  const tags = (ids: readonly DeviceId[]) => ids.map((id) => plan.devices[id]?.tag).join(' ')
  const rows: readonly (readonly [string, (option: BoxOption) => string])[] = [
    ['Copper', ({ copper_cm3 }) => `${formatNumber(copper_cm3)} cm³`],
    ['Farthest load loses', ({ drop_percent }) => `${formatNumber(drop_percent, 2)} %`],
    ['Holes for cables', ({ holes }) => String(holes)],
    ['Heat in the fuller box', ({ heat_W }) => `${formatNumber(heat_W)} W`],
    ['Data on one wire', ({ data_m }) => (data_m === 0 ? 'none' : `${formatNumber(data_m)} m`)],
    ['One fault stops', ({ stops }) => tags(stops)],
  ]
  return (
    <section aria-labelledby="boxes" className={CARD}>
      <h2 id="boxes" className="font-bold">
        One box or two
      </h2>
      <p className="mb-2 text-[13px] text-mute">
        All in one, or a second box beside the far loads, fed by one mains cable. Rules of thumb, each said.
      </p>
      <table className="w-full text-[13.5px]">
        <thead>
          <tr className="border-b border-hair text-left text-mute">
            <th />
            <th className="py-1 pr-2 text-right font-normal">
              One box <Why title="One box" trace={options[0].trace} />
            </th>
            <th className="text-right font-normal">
              Two boxes <Why title="Two boxes" trace={options[1].trace} />
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([label, value]) => (
            <tr key={label} className="border-b border-hair/60">
              <th scope="row" className="py-1 pr-2 text-left font-normal text-mute">
                {label}
              </th>
              {options.map((option) => (
                <td key={option.boxes} className="figures pr-2 text-right last:pr-0">
                  {value(option)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
