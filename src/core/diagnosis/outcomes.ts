import { OPEN_OHM } from '@/core/proof/bench'

/** Mains stands within this share of its figure. IEC 60038, table 1 (from memory): ±10 %. */
const MAINS_REL = 0.1
const MAINS_ABS_V = 3
/** Of a hand-held meter and of what the plan does not know. From memory. */
const VOLTS_REL = 0.04
const VOLTS_ABS_V = 0.3
const DROP_ABS_V = 0.12
/** What a load takes at the moment is known less well than its volts. From memory. */
const AMPERES_REL = 0.4
const AMPERES_ABS = 0.05
const OHMS_REL = 0.15
const OHMS_ABS = 0.4
/** From here on an ohmmeter shows nothing worth a figure. */
export const OPEN_FROM_OHM = OPEN_OHM / 8

/** How far readings lie apart that a person cannot mistake for one another: about a value in volts or ohms. */
export function tolerance(kind: OutcomeKind, value: number): number {
  const size = Math.abs(value)
  if (kind === 'ohms') return OHMS_ABS + OHMS_REL * size
  if (kind === 'amperes') return AMPERES_ABS + AMPERES_REL * size
  if (kind === 'ac') return MAINS_ABS_V + MAINS_REL * size
  return (kind === 'drop' ? DROP_ABS_V : VOLTS_ABS_V) + VOLTS_REL * size
}

/** Shown where an ohmmeter shows nothing. */
export const OPEN = Infinity
/** Stands for a reading through electronics, which may be anything. */
export const ANYTHING = NaN
/** Stands for one through electronics that is no short: from some ten ohms to nothing at all. */
export const NOT_SHORT = 1e30
/** Single precision moves the mark; no meter shows so much. */
const MARK = NOT_SHORT / 2
/** From here on it is none. */
const NOT_SHORT_OHM = 25

/** Ohms as a reading to reckon with: a figure, open, or less than that where electronics are in the way. */
export function ohmsOutcome(least_ohm: number, most_ohm: number): number {
  if (least_ohm >= OPEN_FROM_OHM) return OPEN
  if (most_ohm - least_ohm <= tolerance('ohms', least_ohm)) return least_ohm
  return least_ohm >= NOT_SHORT_OHM ? NOT_SHORT : ANYTHING
}

export type OutcomeKind = 'ohms' | 'ac' | 'dc' | 'drop' | 'amperes'

/** Whether a reading is what was said it would be. */
export function isAsSaid(kind: OutcomeKind, said: number, read: number): boolean {
  // Through electronics anything may be read.
  if (Number.isNaN(said) || Number.isNaN(read)) return true
  if (kind === 'ohms') {
    const own = read >= OPEN_FROM_OHM ? OPEN : read
    if (said >= MARK && said !== OPEN) return own >= NOT_SHORT_OHM
    if (said === OPEN || own === OPEN) return said === own
  }
  return Math.abs(said - read) <= tolerance(kind, said)
}

/** Values in groups that readings tell apart: each value's group, and what each group spans. `ANYTHING` is group 0. */
export interface Outcomes {
  readonly groups: readonly { readonly from: number; readonly to: number }[]
  readonly of: Uint16Array
}

export function groupOutcomes(kind: OutcomeKind, values: ArrayLike<number>): Outcomes {
  const count = values.length
  const of = new Uint16Array(count)
  const groups: { from: number; to: number }[] = [{ from: -Infinity, to: Infinity }]
  // Most faults leave most readings as they were: those are met once.
  const usual = values[count - 1]!
  const distinct = new Map<number, number>([[usual, 0]])
  for (let i = 0; i < count; i += 1) {
    const value = values[i]!
    if (value !== usual && value === value) distinct.set(value, 0)
  }
  // What is only said to be no short may be any of those that are none.
  const isVague = kind === 'ohms' && distinct.has(Math.fround(NOT_SHORT))
  for (const value of [...distinct.keys()].filter((each) => !Number.isNaN(each)).sort((a, b) => a - b)) {
    // Measured from where the group begins, so that no chain of near values makes one group of all.
    const group = groups[groups.length - 1]!
    const isNear =
      groups.length > 1 &&
      ((isVague && group.from >= NOT_SHORT_OHM) || value - group.from <= 2 * tolerance(kind, group.from))
    if (isNear) group.to = value
    else groups.push({ from: value, to: value })
    distinct.set(value, groups.length - 1)
  }
  const usualGroup = distinct.get(usual)!
  for (let i = 0; i < count; i += 1) {
    const value = values[i]!
    of[i] = value === usual ? usualGroup : value === value ? distinct.get(value)! : 0
  }
  return { groups, of }
}
