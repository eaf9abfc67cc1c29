'use client'
import { useEffect, useMemo, useState } from 'react'
import type { TerminalKey } from '@/core/model'
import type { DeviceId, Plan, WireId } from '@/core/plan'
import type { BenchAnswer, BenchProbe, BenchStand, ProveClient } from '@/workers'
import { useBenchPlan } from './benchPlan'
import { ProbePlaces } from './ProbePlaces'
import { shownOf } from './readingWords'
import { TerminalField, useTerminals } from './TerminalField'

export const METER_MODES = {
  'volts-dc': 'Volts DC',
  'volts-ac': 'Volts AC',
  ohms: 'Ohms, continuity',
  amperes: 'Amperes',
} as const
export type MeterMode = keyof typeof METER_MODES

/** Off, unplugged, batteries off. */
export const OFF: BenchStand = { mains: false, usb: false, battery: false, held: {} }

interface Mover {
  readonly device: DeviceId
  readonly id: string
  readonly words: string
  readonly positions: readonly string[]
  readonly service: string
  /** What its positions are called. */
  readonly called: Readonly<Record<string, string>>
}

/** The whole circuit on a bench: what feeds it, where every switch stands, and a meter between any two places. */
export function BenchView({
  client,
  onMeasured,
  isSecret = false,
  startsAtRest = false,
}: {
  readonly client: ProveClient | null
  /** Told of every reading that was taken, with how it was taken. */
  readonly onMeasured?: (stand: BenchStand, probe: BenchProbe, answer: BenchAnswer, mode: MeterMode) => void
  /** A drill: what the bench knows besides the reading is not told. */
  readonly isSecret?: boolean
  /** Switches begin at rest, not as in service. */
  readonly startsAtRest?: boolean
}) {
  const plan = useBenchPlan()
  const terminals = useTerminals(plan)
  const [chosen, setStand] = useState<BenchStand>(OFF)
  const [mode, setMode] = useState<MeterMode>('ohms')
  const [red, setRed] = useState<TerminalKey | null>(null)
  const [black, setBlack] = useState<TerminalKey | null>(null)
  const [wire, setWire] = useState<WireId | null>(null)
  const [answer, setAnswer] = useState<{ readonly answer: BenchAnswer; readonly mode: MeterMode } | null>(null)
  const [error, setError] = useState<string | null>(null)
  const movers = useMovers(startsAtRest)
  const stand = useMemo(() => (startsAtRest ? withRest(chosen, movers) : chosen), [chosen, movers, startsAtRest])
  const kinds = useMemo(
    () => new Set(Object.values(plan.devices).map((device) => plan.parts[device!.part]!.behaviour.kind)),
    [plan],
  )
  const probe = useMemo<BenchProbe | null>(() => {
    if (mode === 'amperes') return wire ? { what: 'amperes', wire } : null
    return red && black ? { what: mode === 'ohms' ? 'ohms' : 'volts', red, black } : null
  }, [mode, wire, red, black])
  const key = JSON.stringify([stand, mode, probe])
  useEffect(() => {
    setAnswer(null)
    if (!client || !probe || isSecret) return
    let isWanted = true
    void client.ask({ type: 'measure', stand, probe }).then((found) => {
      if (!isWanted) return
      if (found instanceof Error) return setError(found.message)
      setError(null)
      setAnswer({ answer: found, mode })
      onMeasured?.(stand, probe, found, mode)
    })
    return () => {
      isWanted = false
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [client, key, isSecret])
  const measureNow = () => {
    if (!client || !probe) return
    void client.ask({ type: 'measure', stand, probe }).then((found) => {
      if (found instanceof Error) return setError(found.message)
      setError(null)
      setAnswer({ answer: found, mode })
      onMeasured?.(stand, probe, found, mode)
    })
  }
  const system = mode === 'volts-ac' ? 'ac' : 'dc'
  const shown = answer ? shownOf(answer.answer.reading, system) : null
  const isLive = stand.mains || stand.usb || stand.battery
  const feeds = [
    ...(kinds.has('mains-inlet') || kinds.has('adapter') ? [['mains', 'Plugged in'] as const] : []),
    ...(kinds.has('outside-source') ? [['usb', 'USB or lead from outside'] as const] : []),
    ...(kinds.has('battery') ? [['battery', 'Batteries on'] as const] : []),
  ]
  return (
    <div className="grid items-start gap-4 md:grid-cols-[minmax(0,420px)_minmax(0,1fr)]">
      <section aria-label="Meter" className="space-y-3 rounded-2xl border border-hair bg-sheet p-4">
        <div role="radiogroup" aria-label="Meter set to" className="grid grid-cols-2 gap-1">
          {(Object.keys(METER_MODES) as MeterMode[]).map((each) => (
            <button
              key={each}
              type="button"
              role="radio"
              aria-checked={mode === each}
              onClick={() => setMode(each)}
              className={`min-h-11 rounded-lg border px-2 text-[15px] font-semibold ${mode === each ? 'border-accent bg-accent-wash' : 'border-hair'}`}
            >
              {METER_MODES[each]}
            </button>
          ))}
        </div>
        {mode === 'amperes' ? (
          <label className="block text-[15px]">
            The lead that is opened for the meter
            <select
              className="mt-1 min-h-11 w-full rounded-md border border-hair bg-sheet px-2 text-[16px]"
              value={wire ?? ''}
              onChange={(event) => setWire((event.target.value || null) as WireId | null)}
            >
              <option value="">choose a wire</option>
              {(Object.keys(plan.wires) as WireId[]).map((id) => (
                <option key={id} value={id}>
                  {wireWords(plan, id)}
                </option>
              ))}
            </select>
          </label>
        ) : (
          <>
            <TerminalField flag="red" terminals={terminals} value={red} onChoose={setRed} />
            <TerminalField flag="black" terminals={terminals} value={black} onChoose={setBlack} />
          </>
        )}
        {isSecret ? (
          <button
            type="button"
            disabled={!probe}
            onClick={measureNow}
            className="min-h-14 w-full rounded-lg bg-accent text-lg font-semibold text-accent-ink disabled:opacity-60"
          >
            Measure
          </button>
        ) : null}
        <output aria-live="polite" className="block rounded-xl bg-paper px-4 py-3 text-center">
          <span className="figures block text-[44px] leading-tight font-bold">
            {shown ? shown.figure : '–'} <span className="text-[24px] font-semibold">{shown?.unit}</span>
          </span>
          <span className="block min-h-5 text-[15px] text-mute">
            {error ??
              shown?.beside ??
              (probe ? '' : mode === 'amperes' ? 'Choose the lead.' : 'Put both flags somewhere.')}
          </span>
        </output>
        {!isSecret && answer && (answer.answer.blown.length > 0 || answer.answer.isRestless) ? (
          <p className="rounded-lg bg-caution-wash p-2.5 text-[15px] text-caution">
            {answer.answer.blown.length > 0 ? openedWords(plan, answer.answer) : ''}
            {answer.answer.isRestless ? 'A relay chatters: no position is one of rest.' : ''}
          </p>
        ) : null}
      </section>
      <section aria-label="How the bench stands" className="space-y-3">
        <fieldset className="rounded-2xl border border-hair bg-sheet p-4">
          <legend className="sr-only">What feeds it</legend>
          <p className="mb-1 font-bold">{isLive ? 'Live' : 'Dead: off and unplugged'}</p>
          <div className="flex flex-wrap gap-x-5 gap-y-1">
            {feeds.map(([feed, words]) => (
              <label key={feed} className="flex min-h-11 items-center gap-2 text-[16px]">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={stand[feed]}
                  onChange={(event) => setStand({ ...stand, [feed]: event.target.checked })}
                />
                {words}
              </label>
            ))}
          </div>
          {movers.length > 0 ? (
            <ul className="mt-2 grid gap-x-4 gap-y-1 lg:grid-cols-2" aria-label="Switches, programs and settings">
              {movers.map((mover) => {
                const at = stand.held[mover.device]?.[mover.id] ?? mover.service
                return (
                  <li
                    key={`${mover.device}/${mover.id}`}
                    className="flex items-center justify-between gap-2 text-[15px]"
                  >
                    <label className="flex min-h-11 w-full items-center justify-between gap-2">
                      <span className="min-w-0">{mover.words}</span>
                      <select
                        className="min-h-9 max-w-[130px] rounded-md border border-hair bg-sheet px-1"
                        value={at}
                        onChange={(event) =>
                          setStand({
                            ...stand,
                            held: {
                              ...stand.held,
                              [mover.device]: { ...stand.held[mover.device], [mover.id]: event.target.value },
                            },
                          })
                        }
                      >
                        {mover.positions.map((position) => (
                          <option key={position} value={position}>
                            {mover.called[position] ?? position}
                          </option>
                        ))}
                      </select>
                    </label>
                  </li>
                )
              })}
            </ul>
          ) : null}
        </fieldset>
        {mode !== 'amperes' ? <ProbePlaces red={red} black={black} /> : null}
      </section>
    </div>
  )
}

/** What nobody has touched stands at rest. */
function withRest(stand: BenchStand, movers: readonly Mover[]): BenchStand {
  const held: Record<DeviceId, Record<string, string>> = {}
  for (const { device, id, service } of movers)
    held[device] = { ...held[device], [id]: stand.held[device]?.[id] ?? service }
  return { ...stand, held }
}

const AT_REST = { rest: 'at rest', operated: 'worked' }
const ON_OFF = { rest: 'off', operated: 'on' }

/** What a hand, a program, warmth or a setting moves; coils follow by themselves. */
function useMovers(startsAtRest: boolean): readonly Mover[] {
  const plan = useBenchPlan()
  return useMemo(
    () =>
      (Object.keys(plan.devices) as DeviceId[]).flatMap((device) => {
        const { tag, origin, part: partId, settings } = plan.devices[device]!
        const part = plan.parts[partId]!
        if (origin === 'remove') return []
        return part.actuators.flatMap((actuator): Mover[] => {
          if (actuator.by === 'coil' && actuator.coil) return []
          const set =
            actuator.setting === null ? undefined : (settings as Readonly<Record<string, string>>)[actuator.setting]
          return [
            {
              device,
              id: actuator.id,
              words: `${tag} ${actuator.name || actuator.id}`,
              positions: actuator.positions,
              service: startsAtRest ? actuator.rest : (set ?? actuator.service),
              called: actuator.by === 'firmware' || part.behaviour.kind === 'switch' ? ON_OFF : AT_REST,
            },
          ]
        })
      }),
    [plan, startsAtRest],
  )
}

function wireWords(plan: Plan, id: WireId): string {
  const wire = plan.wires[id]!
  const name = (end: typeof wire.from) =>
    end.kind === 'terminal'
      ? `${plan.devices[end.device]?.tag ?? '?'} ${plan.parts[plan.devices[end.device]!.part]?.terminals[end.terminal]?.label ?? ''}`
      : end.kind === 'plug'
        ? 'plug'
        : 'parked'
  return `${wire.label || id}: ${name(wire.from)} – ${name(wire.to)}`
}

/** What opened by itself, and why: "Opened: F2 1. F1 opened on a difference: …" */
function openedWords(plan: Plan, { blown, differing }: Pick<BenchAnswer, 'blown' | 'differing'>): string {
  const own = new Set<string>(differing)
  const byCurrent = blown.filter((id) => !own.has(id.slice(0, id.lastIndexOf('/'))))
  const devices = differing.map((id) =>
    plan.parts[plan.devices[id]!.part]!.behaviour.kind === 'mains-inlet'
      ? `The device ahead of the outlet of ${plan.devices[id]!.tag}`
      : plan.devices[id]!.tag,
  )
  return [
    ...(byCurrent.length > 0 ? [`Opened: ${byCurrent.map((id) => linkWords(plan, id)).join(', ')}.`] : []),
    ...devices.map((who) => `${who} opened on a difference: what goes out does not all come home through it.`),
    '',
  ].join(' ')
}

function linkWords(plan: Plan, id: string): string {
  if (id.endsWith('/outlet'))
    return `the breaker of the outlet of ${plan.devices[id.slice(0, -'/outlet'.length) as DeviceId]!.tag}`
  const [device, link] = [id.slice(0, id.lastIndexOf('/')), id.slice(id.lastIndexOf('/') + 1)]
  return `${plan.devices[device as DeviceId]?.tag ?? device} ${link}`
}
