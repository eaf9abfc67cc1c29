'use client'
import type { EnclosureId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { DayChart } from '@/ui/charts'
import { FigureButton, useRoom } from '@/ui/room'

/** How warm the box gets as laid out, the fan it wants and how its thermostat is set; a day of it where it stands in the open. */
export function HeatPanel({ enclosure }: { readonly enclosure: EnclosureId }) {
  const { plan, evaluation } = useRoom()
  const heat = evaluation?.reckoning.boxes.find((box) => box.enclosure === enclosure)
  if (!heat) return null
  const { loss, inside, stillAir, wantedFan_m3_per_h, blown_m3_per_h, thermostat, day, sun_W } = heat
  const name = plan.enclosures[enclosure]!.name
  const hasThermostat = Object.values(plan.devices).some((device) => plan.parts[device!.part]!.behaviour.kind === 'thermostat')
  const limit_C = plan.practice.inside_C
  return (
    <section aria-labelledby="layout-heat" className="space-y-2 rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="layout-heat" className="font-bold">Heat</h2>
      <p className="text-[14.5px]"><FigureButton figure={loss} title={name} subject="lost inside" />{sun_W > 0 ? <> and {formatNumber(sun_W)} W of sun</> : null} bring the air to <FigureButton figure={inside} title={name} subject="air inside" className={inside.value !== null && inside.value > limit_C + 1 ? 'font-bold text-stop' : 'font-bold'} />{blown_m3_per_h > 0 ? <>; <FigureButton figure={stillAir} title={name} subject="still air inside" /> without its fan</> : null}. Everything is reckoned at <FigureButton figure={evaluation!.reckoning.inside} title={name} subject="air that everything is reckoned at" />.</p>
      <p className="text-[13.5px] text-mute">{wantedFan_m3_per_h === null ? 'The air outside is too warm to cool it.' : wantedFan_m3_per_h === 0 ? 'Its walls alone keep it there: no fan is wanted.' : <>It wants <strong className="figures text-ink">{formatNumber(wantedFan_m3_per_h)} m³/h</strong> through its filter; take a fan of twice that freely blowing. Pressure is kept this simple: its sheet’s curve decides.</>}</p>
      {blown_m3_per_h > 0 || hasThermostat || (wantedFan_m3_per_h ?? 0) > 0 ? <p className="text-[13.5px]"><FigureButton figure={{ value: thermostat.on_C, unit: '°C', trace: thermostat.trace }} title="Thermostat" subject="where to set it" className="text-left">{thermostat.feasible ? `Thermostat: on at ${formatNumber(thermostat.on_C!)} °C, off at ${formatNumber(thermostat.off_C!)} °C` : 'No thermostat setting helps'}</FigureButton>{thermostat.feasible ? ', its probe near the top.' : `: ${thermostat.reasons[0]}.`}</p> : null}
      {day ? <><DayChart day={day} limit_C={limit_C} /><p className="text-[13.5px]"><FigureButton figure={{ value: day.dewPoint_C, unit: '°C', trace: day.trace }} title={name} subject="day and night">{day.condenses ? 'At rest it cools below the dew point: water settles inside' : 'It stays above the dew point'}</FigureButton>.</p></> : null}
    </section>
  )
}
