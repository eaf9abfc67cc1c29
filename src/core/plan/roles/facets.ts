import type { RoleKind } from './kinds'

/** What a name says of which thing is meant, not of what kind it is: "Left Z motor" is the left one, of Z. */
export interface Facets {
  readonly axis: ReadonlySet<string>
  readonly words: ReadonlySet<string>
  readonly side: ReadonlySet<string>
  readonly end: ReadonlySet<string>
  readonly number: ReadonlySet<string>
}

/** Words for what a thing is: they tell no two of a kind apart. Common names of the trade. */
const KIND_WORDS = new Set(
  (
    'axis driver drive motor stepper servo motion wheel limit stop endstop end switch home homing heater heating heat ' +
    'element cartridge thermistor thermocouple probe sensor temperature temp therm th fan blower lamp light lights led ' +
    'strip string pump valve relay ssr contactor solid state fuse breaker output outputs input inputs port plug cable ' +
    'lead leads of the for a an wire wires channel ch in out on supply module board cut off button contact contacts ' +
    'mosfet transistor control signal pulse step dir direction enable power main mains volt volts v w mm with and to ' +
    'from at by box head indicator panel unit device h t he hotbed adc io gpio pin pins q i k d'
  ).split(' '),
)

const SIDES = new Set('left right front rear back top bottom upper lower inner outer near far'.split(' '))
const ENDS: Readonly<Record<string, string>> = { min: 'min', max: 'max', minimum: 'min', maximum: 'max' }

/** A figure before one of these tells of what kind a thing is, not which. */
const UNITS = new Set('v w a mm c k ma hz m kw'.split(' '))

/** Names for one thing. */
const SAME: Readonly<Record<string, string>> = {
  hotend: 'nozzle',
  hot: 'nozzle',
  nozzle: 'nozzle',
  hb: 'bed',
  tb: 'bed',
  hotbed: 'bed',
  heatbed: 'bed',
  platform: 'bed',
  cooling: 'part',
  layer: 'part',
  router: 'spindle',
  rear: 'back',
}

const AXES = /^[XYZUVWE]$/
const CAPITAL_AXES = /^[ABC]$/

/** Of a name as a person or a print writes it, in the sense of a role's kind where that is known. */
export function facetsOf(name: string, kind: RoleKind | null = null): Facets {
  const found = { axis: new Set<string>(), words: new Set<string>(), side: new Set<string>(), end: new Set<string>() }
  const number = new Set<string>()
  const tokens = name.replace(/([a-z])([A-Z])/g, '$1 $2').match(/[A-Za-z]+|\d+(?:[.,]\d+)?/g)
  const all = tokens ?? []
  all.forEach((token, i) => {
    const low = token.toLowerCase()
    const next = all[i + 1]?.toLowerCase()
    // "2.8 A" tells of what kind a thing is; its letter is no axis.
    if (UNITS.has(low) && /^\d/.test(all[i - 1] ?? '')) return
    if (/^\d/.test(token)) {
      // "24 V" and "350 W" tell of what kind a thing is.
      if (!UNITS.has(next ?? '') && /^\d+$/.test(token)) number.add(String(Number(token)))
    } else if (AXES.test(token.toUpperCase()) && (token === token.toUpperCase() || tokens!.length > 1))
      found.axis.add(low)
    else if (CAPITAL_AXES.test(token) && kind === 'axis') found.axis.add(low)
    else if (ENDS[low]) found.end.add(ENDS[low])
    else if (SIDES.has(low)) found.side.add(SAME[low] ?? low)
    else if (low === 'extruder') (kind === 'axis' ? found.axis : found.words).add(kind === 'axis' ? 'e' : 'nozzle')
    else if (SAME[low]) found.words.add(SAME[low])
    else if (low.length > 1 && !KIND_WORDS.has(low)) found.words.add(low)
  })
  return { ...found, number }
}

const isWithin = (one: ReadonlySet<string>, other: ReadonlySet<string>) => [...one].every((each) => other.has(each))
const meets = (one: ReadonlySet<string>, other: ReadonlySet<string>) => [...one].some((each) => other.has(each))

/** Whether two names speak of different things: X and Y, left and right, nozzle and bed. */
export function areApart(one: Facets, other: Facets, withNumbers: boolean): boolean {
  for (const facet of ['axis', 'side', 'end'] as const)
    if (
      one[facet].size > 0 &&
      other[facet].size > 0 &&
      !isWithin(one[facet], other[facet]) &&
      !isWithin(other[facet], one[facet])
    )
      return true
  if (one.words.size > 0 && other.words.size > 0 && !meets(one.words, other.words)) return true
  // A number counts beside another word that both have: Z 1 and Z 2; a bare one only where both mean it.
  const isSure = withNumbers || meets(one.axis, other.axis) || meets(one.words, other.words)
  return isSure && one.number.size > 0 && other.number.size > 0 && !meets(one.number, other.number)
}

/** Whether two names speak of the same thing. */
export function areAlike(one: Facets, other: Facets, withNumbers: boolean): boolean {
  if (areApart(one, other, withNumbers)) return false
  return (
    (['axis', 'words', 'side'] as const).some((facet) => meets(one[facet], other[facet])) ||
    (withNumbers && meets(one.number, other.number))
  )
}

/** Whether a name says which one is meant at all. */
export const saysWhich = ({ axis, words, side, number }: Facets): boolean =>
  axis.size > 0 || words.size > 0 || side.size > 0 || number.size > 0
