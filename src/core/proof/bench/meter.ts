import type { Situation } from '@/core/model'
import { alteration, altogether, AS_PLANNED, type Alteration } from './alteration'
import type { Bench, BenchSolution } from './bench'

/** The input of a common digital multimeter on volts. From memory: 10 MΩ. */
export const METER_OHM = 10e6
/** Of its range for amperes, leads included. From memory. */
export const SHUNT_OHM = 0.05
/** Above this an ohmmeter shows no figure. From memory: 40 to 60 MΩ. */
export const OPEN_OHM = 40e6
/** It sounds below this. From memory: makers choose 20 to 50 Ω. */
export const SOUNDS_OHM = 30

/** What is put to a bench: two joints, and for amperes the branch that is opened for the meter. */
export type Probe =
  | { readonly what: 'volts'; readonly red: number; readonly black: number }
  | { readonly what: 'ohms'; readonly red: number; readonly black: number }
  | { readonly what: 'amperes'; readonly branch: string }

export interface VoltsReading {
  readonly what: 'volts'
  readonly ac_V: number
  readonly dc_V: number
  /** Nothing joins the two: what a meter shows there drifts, and says nothing. */
  readonly isFloating: boolean
}
export interface OhmsReading {
  readonly what: 'ohms'
  /** With electronics conducting as far as they may, and not at all; the same where none is in the way. */
  readonly least_ohm: number
  readonly most_ohm: number
  readonly says: 'short' | 'not short' | 'inconclusive'
}
export interface AmperesReading {
  readonly what: 'amperes'
  readonly ac_A: number
  readonly dc_A: number
}
/** Ohms on a live circuit. */
export interface RefusedReading {
  readonly what: 'refused'
  readonly why: string
}
export type Reading = VoltsReading | OhmsReading | AmperesReading | RefusedReading

/** Below this two places are as good as one; the least ohms that a rail shows. Common practice. */
export const SHORT_OHM = 2

/** Volts between two joints of a solved bench, with the meter's own resistance across them. */
export function readVolts({ network, ac_V, dc_V }: BenchSolution, red: number, black: number): VoltsReading {
  const ohm = network.ohms(red, black)
  if (ohm === Infinity) return { what: 'volts', ac_V: 0, dc_V: 0, isFloating: true }
  const share = METER_OHM / (METER_OHM + ohm)
  return {
    what: 'volts',
    ac_V: (ac_V[red]! - ac_V[black]!) * share,
    dc_V: (dc_V[red]! - dc_V[black]!) * share,
    isFloating: false,
  }
}

/** Ohms between two joints, everything off. */
export function readOhms(
  bench: Bench,
  held: Situation['held'],
  altered: Alteration,
  red: number,
  black: number,
): OhmsReading {
  const [least_ohm, most_ohm] = (['lowest', 'highest'] as const).map((which) =>
    bench.dead(held, which, altered).ohms(red, black),
  ) as [number, number]
  return { what: 'ohms', least_ohm, most_ohm, says: saysOf(least_ohm, most_ohm) }
}

export function saysOf(least_ohm: number, most_ohm: number): OhmsReading['says'] {
  if (most_ohm < SHORT_OHM) return 'short'
  return least_ohm >= SHORT_OHM ? 'not short' : 'inconclusive'
}

const LIVE_LESSON =
  'Ohms are measured dead. The meter sends a little current of its own and reckons with nothing else being there: on a live circuit it shows nonsense, and the circuit’s volts may destroy it. Switch off, unplug, take batteries off, wait, and measure that there are no volts left.'

const isDead = ({ sources }: Situation) => !sources.mains && !sources.usb && !sources.battery

/** Puts a meter to a bench in a situation. */
export function measure(bench: Bench, situation: Situation, probe: Probe, altered: Alteration = AS_PLANNED): Reading {
  if (probe.what === 'ohms')
    return isDead(situation)
      ? readOhms(bench, situation.held, altered, probe.red, probe.black)
      : { what: 'refused', why: LIVE_LESSON }
  if (probe.what === 'volts') return readVolts(bench.solve(situation, altered), probe.red, probe.black)
  const at = bench.branchAt.get(probe.branch)
  if (at === undefined) return { what: 'refused', why: 'There is nothing here that can be opened for a meter.' }
  // Opened, with the meter's shunt in its place: the same current through both.
  const shunt = alteration({ series: new Map([[probe.branch, SHUNT_OHM]]) })
  const { ac_V, dc_V, positions, blown } = bench.solve(situation, altogether([altered, shunt]))
  const { a, b, ohm, role, passage } = bench.branches[at]!
  const isOpen =
    altered.series.get(probe.branch) === Infinity ||
    blown.includes(probe.branch) ||
    (role === 'link' && !bench.isClosed(passage!, positions))
  const whole_ohm = ohm + SHUNT_OHM + (altered.series.get(probe.branch) ?? 0)
  return {
    what: 'amperes',
    ac_A: isOpen ? 0 : (ac_V[a]! - ac_V[b]!) / whole_ohm,
    dc_A: isOpen ? 0 : (dc_V[a]! - dc_V[b]!) / whole_ohm,
  }
}
