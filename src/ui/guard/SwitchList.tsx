'use client'
import { isCommanded } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { SwitchReckoning } from '@/core/figures'
import { CommitField, LongList, readNumber, Share } from '@/ui/primitives'
import { FigureButton, useRoom } from '@/ui/room'

/** Relays, contacts and transistors: how hard they work, how hot they get, how long they last. */
export function SwitchList() {
  const { plan, evaluation } = useRoom()
  const switches = evaluation!.reckoning.switches
  return (
    <section aria-labelledby="switches" className="rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="switches" className="font-bold">
        What switches
      </h2>
      <p className="mb-2 text-[13px] text-mute">
        A contact’s big figure is for resistance on alternating current; motors, lamps, supplies and direct current
        leave less of it.
      </p>
      {switches.length === 0 ? <p className="text-mute">Nothing is switched yet.</p> : null}
      <LongList
        items={switches}
        keyOf={({ device, link }) => `${device}/${link}`}
        estimate_px={92}
        itemClassName="border-t border-hair/70 first:border-t-0"
      >
        {(each) => (
          <SwitchRow
            each={each}
            isAlone={switches.filter(({ device }) => device === each.device).length === 1}
            tag={plan.devices[each.device]!.tag}
          />
        )}
      </LongList>
    </section>
  )
}

function SwitchRow({
  each,
  tag,
  isAlone,
}: {
  readonly each: SwitchReckoning
  readonly tag: string
  readonly isAlone: boolean
}) {
  const { plan, edit, open } = useRoom()
  const { device, link, loads, worst, loading, heat, wear, kind, system, voltage_V } = each
  const entry = plan.devices[device]!
  const part = plan.parts[entry.part]!
  const title = `${tag} ${link}`
  const byCoil = part.links.some(
    (candidate) => candidate.id === link && candidate.kind === 'contact' && isCommanded(part, candidate),
  )
  const commitNumber = (what: string, key: 'operationsPerDay' | 'sink_K_per_W') => (text: string) => {
    if (text.trim() === '')
      return (
        edit(`${tag}: ${what.toLowerCase()} not known`, {
          type: 'updateDevice',
          id: device,
          changes: { [key]: null },
        })[0]?.message ?? null
      )
    const read = readNumber(text, what)
    if ('error' in read) return read.error
    if (read.value <= 0 && key === 'sink_K_per_W') return 'a sink is more than 0 K/W'
    return (
      edit(`${tag}: ${what.toLowerCase()} ${read.value}`, {
        type: 'updateDevice',
        id: device,
        changes: { [key]: read.value },
      })[0]?.message ?? null
    )
  }
  return (
    <div className="py-2.5">
      <div className="flex items-baseline justify-between gap-2">
        <button
          type="button"
          className="text-left hover:underline"
          onClick={() => open({ kind: 'device', id: device })}
        >
          <span className="figures font-bold">{isAlone ? tag : title}</span> {entry.name}
        </button>
        <FigureButton
          figure={loading}
          title={title}
          subject="share of what it stands of these loads"
          className="font-bold"
        />
      </div>
      <div className="my-1">
        <Share percent={loading.value} label={`${title} loaded`} />
      </div>
      <p className="text-[13.5px]">
        <FigureButton figure={worst} title={title} subject="greatest current" /> at {formatNumber(voltage_V)} V{' '}
        {system === 'dc' ? 'DC' : 'AC'}, for{' '}
        {loads
          .slice(0, 5)
          .map((id) => plan.devices[id]?.tag)
          .join(', ')}
        {loads.length > 5 ? ` and ${loads.length - 5} more` : ''}.
      </p>
      {heat ? (
        <p className="text-[13.5px]">
          Sheds{' '}
          <FigureButton
            figure={{ ...heat.base, value: heat.dissipation_W, unit: 'W' }}
            title={title}
            subject="lost in its output"
          />
          ; its base gets{' '}
          <FigureButton
            figure={heat.base}
            title={title}
            subject={`base, at most ${heat.max_C} °C`}
            className={heat.base.value! > heat.max_C ? 'font-bold text-stop' : ''}
          />{' '}
          of {heat.max_C} °C
          {heat.wanted_K_per_W !== null && heat.needsSink
            ? `, and wants a sink of ${formatNumber(heat.wanted_K_per_W)} K/W or less`
            : ''}
          . It fails shorted: something else must stop what it switches.
        </p>
      ) : null}
      {heat ? (
        <div className="mt-1 w-44">
          <CommitField
            label="Sink it sits on"
            unit="K/W"
            numeric
            value={entry.sink_K_per_W === null ? '' : String(entry.sink_K_per_W)}
            onCommit={commitNumber('The sink', 'sink_K_per_W')}
          />
        </div>
      ) : null}
      {kind === 'contact' && byCoil ? (
        <div className="mt-1 flex items-end gap-3">
          <div className="w-44">
            <CommitField
              label="Switches a day"
              numeric
              value={entry.operationsPerDay === null ? '' : String(entry.operationsPerDay)}
              onCommit={commitNumber('Switching a day', 'operationsPerDay')}
            />
          </div>
          {wear ? (
            <p className="pb-1 text-[13.5px]">
              lasts about <FigureButton figure={wear} title={title} subject="until the contact is worn" />
            </p>
          ) : null}
        </div>
      ) : null}
    </div>
  )
}
