import { formatNumber } from '@/core/quantity'
import type { Reading } from '@/core/proof/bench'
import { OL_OHM } from '@/core/procedure'
import { isOpenWord } from '@/core/proof/sheet'
import { readNumber } from '@/ui/primitives'

/** What a meter would show: the figure, its unit, and a word beside it. */
export interface Shown {
  readonly figure: string
  readonly unit: string
  readonly beside: string
}

const LEAST_SHOWN = 0.0005

/** As many places as a hand-held meter has on ohms. */
const shownOhms = (value: number) => (value < 100 ? String(Math.round(value * 100) / 100) : formatNumber(value, 4))

const shown = (value: number) => (Math.abs(value) < LEAST_SHOWN ? '0' : formatNumber(value, 4))

/** A reading of the bench as it is typeset. */
export function shownOf(reading: Reading, system: 'ac' | 'dc' = 'dc'): Shown {
  switch (reading.what) {
    case 'refused':
      return { figure: '–', unit: '', beside: reading.why }
    case 'volts': {
      if (reading.isFloating)
        return {
          figure: '0',
          unit: system === 'ac' ? 'V AC' : 'V DC',
          beside: 'Floating: nothing joins the two places. A real meter drifts here, and says nothing.',
        }
      const [value, other] = system === 'ac' ? [Math.abs(reading.ac_V), reading.dc_V] : [reading.dc_V, reading.ac_V]
      return {
        figure: shown(value),
        unit: system === 'ac' ? 'V AC' : 'V DC',
        beside:
          Math.abs(value) < 0.5 && Math.abs(other) >= 1
            ? `Wrong kind of volts: there are ${shown(Math.abs(other))} V ${system === 'ac' ? 'DC' : 'AC'} here.`
            : '',
      }
    }
    case 'amperes': {
      const value = Math.abs(reading.ac_A) > Math.abs(reading.dc_A) ? Math.abs(reading.ac_A) : reading.dc_A
      return { figure: shown(value), unit: 'A', beside: '' }
    }
    case 'ohms': {
      const { least_ohm, most_ohm, says } = reading
      if (least_ohm >= 5e6) return { figure: 'OL', unit: 'Ω', beside: 'Open: more than the meter’s range.' }
      if (most_ohm - least_ohm <= 0.4 + 0.15 * least_ohm)
        return { figure: shownOhms(least_ohm), unit: 'Ω', beside: least_ohm < 30 ? 'It sounds.' : 'It is silent.' }
      const words = {
        short: 'A short.',
        'not short': 'No short. Electronics lie between: the figure means nothing more.',
        inconclusive: 'Inconclusive: electronics lie between. Lift one lead, and measure again.',
      }
      return { figure: says === 'short' ? shownOhms(least_ohm) : '…', unit: 'Ω', beside: words[says] }
    }
  }
}

/** What was typed as a meter shows it; OL of an ohmmeter is the end of its range. */
export function readTyped(
  text: string,
  what: string,
  isOhms: boolean,
): { readonly value: number } | { readonly error: string } {
  if (isOhms && isOpenWord(text)) return { value: OL_OHM }
  const factor = /^[-+\d.,\s]+([kKM])\s*(Ω|ohm)?$/.exec(text.trim())
  if (isOhms && factor) {
    const read = readNumber(text.replace(/[kKM].*$/, ''), what)
    return 'value' in read ? { value: read.value * (factor[1] === 'M' ? 1e6 : 1e3) } : read
  }
  return readNumber(text, what)
}
