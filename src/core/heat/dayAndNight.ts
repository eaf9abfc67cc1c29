import { formatNumber } from '@/core/quantity'
import { cite, SOURCES } from '@/core/reference'
import { COMMON_PRACTICE, step, type Trace } from '@/core/trace'

export interface DayAndNightRequest {
  /** The hottest of the day, at three in the afternoon. */
  readonly day_C: number
  /** The coldest, at three in the night. */
  readonly night_C: number
  /** Of the outside air at the day's mean. */
  readonly humidity_percent: number
  readonly loss_W: number
  /** What walls and fans carry away for each kelvin. */
  readonly carries_W_per_K: number
  /** Taken up from the sun at noon; 0 in the shade. */
  readonly sun_W: number
}

export interface DayAndNight {
  readonly hours: readonly {
    readonly hour: number
    readonly outside_C: number
    readonly inside_C: number
    readonly off_C: number
  }[]
  readonly hottest_C: number
  /** What the outside air must cool to before it gives up water. */
  readonly dewPoint_C: number
  /** Whether a box at rest gets so cold at night. */
  readonly condenses: boolean
  readonly trace: Trace
}

/** Sun on a wall square to it, and the share that a light grey surface takes up; common practice for a clear summer day. */
const IRRADIANCE_W_PER_M2 = 800
const TAKEN_UP = 0.6
const HOTTEST_HOUR = 15

/** What the sun brings into a box at noon: its largest side turned to it. */
export function sunOn_W({
  width_mm,
  height_mm,
  depth_mm,
}: {
  readonly width_mm: number
  readonly height_mm: number
  readonly depth_mm: number
}): number {
  return (
    (IRRADIANCE_W_PER_M2 * TAKEN_UP * Math.max(width_mm * height_mm, width_mm * depth_mm, height_mm * depth_mm)) / 1e6
  )
}

/** Dew point by the Magnus formula over water, good to some tenths of a kelvin from −45 to 60 °C. */
export function dewPoint_C(air_C: number, humidity_percent: number): number {
  const [b, c] = [17.62, 243.12]
  const gamma = Math.log(humidity_percent / 100) + (b * air_C) / (c + air_C)
  return (c * gamma) / (b - gamma)
}

/** A day of the air inside a box, hour by hour: outside air as a sine, the sun from six to six, everything settled within the hour. */
export function dayAndNight({
  day_C,
  night_C,
  humidity_percent,
  loss_W,
  carries_W_per_K,
  sun_W,
}: DayAndNightRequest): DayAndNight {
  const mean_C = (day_C + night_C) / 2
  const hours = Array.from({ length: 25 }, (_, hour) => {
    const outside_C = mean_C + ((day_C - night_C) / 2) * Math.cos((2 * Math.PI * (hour - HOTTEST_HOUR)) / 24)
    const sun = sun_W * Math.max(0, Math.sin((Math.PI * (hour - 6)) / 12))
    return {
      hour,
      outside_C,
      inside_C: outside_C + (loss_W + sun) / carries_W_per_K,
      off_C: outside_C + sun / carries_W_per_K,
    }
  })
  const hottest_C = Math.max(...hours.map(({ inside_C }) => inside_C))
  const dew_C = dewPoint_C(mean_C, humidity_percent)
  const coldest_C = Math.min(...hours.map(({ off_C }) => off_C))
  const condenses = coldest_C <= dew_C
  return {
    hours,
    hottest_C,
    dewPoint_C: dew_C,
    condenses,
    trace: [
      step(
        'Outside',
        `${formatNumber(night_C)} °C at three in the night to ${formatNumber(day_C)} °C at three in the afternoon, as a sine`,
        COMMON_PRACTICE,
      ),
      step(
        'Sun',
        sun_W === 0
          ? 'in the shade'
          : `up to ${formatNumber(sun_W)} W at noon: ${IRRADIANCE_W_PER_M2} W/m² on the largest side, ${100 * TAKEN_UP} % taken up`,
        COMMON_PRACTICE,
      ),
      step(
        'Inside',
        `${formatNumber(loss_W)} W and the sun over ${formatNumber(carries_W_per_K)} W/K; the walls' own heat is left out, so peaks err on the high side: at most ${formatNumber(hottest_C)} °C`,
      ),
      step(
        'Dew point',
        `${formatNumber(humidity_percent)} % at ${formatNumber(mean_C)} °C: ${formatNumber(dew_C)} °C`,
        cite(SOURCES.magnus),
      ),
      step(
        'At night, switched off',
        `${formatNumber(coldest_C)} °C: ${condenses ? 'water settles inside; a drain at the lowest point, downward vents, or a small heater' : 'above the dew point'}`,
        COMMON_PRACTICE,
      ),
    ],
  }
}
