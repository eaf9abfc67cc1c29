'use client'
import type { EnclosureId, State, StateId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { DayChart } from '@/ui/charts'
import { FigureButton, useRoom } from '@/ui/room'

/** How warm the box gets as laid out, the fan it wants and how its thermostat is set; a day of it where it stands in the open. */
export function HeatPanel({ enclosure }: { readonly enclosure: EnclosureId }) {
  const { plan, evaluation } = useRoom()
  const heat = evaluation?.reckoning.boxes.find((box) => box.enclosure === enclosure)
  if (!heat) return null
  const { losses, wires_W, loss, inside, stillAir, wantedFan_m3_per_h, blown_m3_per_h, thermostat, day, sun_W } = heat
  const name = plan.enclosures[enclosure]!.name
  const hasThermostat = Object.values(plan.devices).some(
    (device) => plan.parts[device!.part]!.behaviour.kind === 'thermostat',
  )
  const limit_C = plan.practice.inside_C
  const states = Object.entries(plan.states) as [StateId, State][]
  return (
    <section aria-labelledby="layout-heat" className="space-y-2 rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="layout-heat" className="font-bold">
        Heat
      </h2>
      <p className="text-[14.5px]">
        <FigureButton figure={loss} title={name} subject="lost inside" />
        {sun_W > 0 ? <> and {formatNumber(sun_W)} W of sun</> : null} bring the air to{' '}
        <FigureButton
          figure={inside}
          title={name}
          subject="air inside"
          className={inside.value !== null && inside.value > limit_C + 1 ? 'font-bold text-stop' : 'font-bold'}
        />
        {blown_m3_per_h > 0 ? (
          <>
            ; <FigureButton figure={stillAir} title={name} subject="still air inside" /> without its fan
          </>
        ) : null}
        . Everything is reckoned at{' '}
        <FigureButton figure={evaluation!.reckoning.inside} title={name} subject="air that everything is reckoned at" />
        .
      </p>
      <p className="text-[13.5px] text-mute">
        {wantedFan_m3_per_h === null ? (
          'The air outside is too warm to cool it.'
        ) : wantedFan_m3_per_h === 0 ? (
          'Its walls alone keep it there: no fan is wanted.'
        ) : (
          <>
            It wants <strong className="figures text-ink">{formatNumber(wantedFan_m3_per_h)} m³/h</strong> through its
            filter; take a fan of twice that freely blowing. Pressure is kept this simple: its sheet’s curve decides.
          </>
        )}
      </p>
      {blown_m3_per_h > 0 || hasThermostat || (wantedFan_m3_per_h ?? 0) > 0 ? (
        <p className="text-[13.5px]">
          <FigureButton
            figure={{ value: thermostat.on_C, unit: '°C', trace: thermostat.trace }}
            title="Thermostat"
            subject="where to set it"
            className="text-left"
          >
            {thermostat.feasible
              ? `Thermostat: on at ${formatNumber(thermostat.on_C!)} °C, off at ${formatNumber(thermostat.off_C!)} °C`
              : 'No thermostat setting helps'}
          </FigureButton>
          {thermostat.feasible ? ', its probe near the top.' : `: ${thermostat.reasons[0]}.`}
        </p>
      ) : null}
      <details className="text-[13px]">
        <summary>What stays inside, by state</summary>
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Losses by state">
          <table className="mt-1 w-full">
            <thead>
              <tr className="border-b border-hair text-left text-mute">
                <th className="pr-2 font-normal">W</th>
                {states.map(([state, { name: label }]) => (
                  <th key={state} className="pr-2 text-right font-normal">
                    {label}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {[...losses]
                .filter(({ loss_W }) => Object.values(loss_W).some((watts) => watts >= 0.05))
                .map(({ device, loss_W }) => (
                  <tr key={device} className="border-b border-hair/60">
                    <td className="figures pr-2 font-semibold">{plan.devices[device]?.tag}</td>
                    {states.map(([state]) => (
                      <td key={state} className="figures pr-2 text-right">
                        {formatNumber(loss_W[state] ?? 0)}
                      </td>
                    ))}
                  </tr>
                ))}
              <tr>
                <td className="pr-2">wires</td>
                {states.map(([state]) => (
                  <td key={state} className="figures pr-2 text-right">
                    {formatNumber(wires_W[state] ?? 0)}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        </div>
      </details>
      {day ? (
        <>
          <DayChart day={day} limit_C={limit_C} />
          <p className="text-[13.5px]">
            <FigureButton
              figure={{ value: day.dewPoint_C, unit: '°C', trace: day.trace }}
              title={name}
              subject="day and night"
            >
              {day.condenses
                ? 'At rest it cools below the dew point: water settles inside'
                : 'It stays above the dew point'}
            </FigureButton>
            .
          </p>
        </>
      ) : null}
    </section>
  )
}
