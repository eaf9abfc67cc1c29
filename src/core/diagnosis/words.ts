import { hasKind, isPluggedIn, terminalWords, type Plan } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { TerminalKey } from '@/core/model'
import { valueAt, type Dictionary } from './dictionary'
import { NOT_SHORT } from './outcomes'
import type { SituationName, TestPoint, Watched } from './tests'

export const SITUATION_WORDS: Readonly<Record<SituationName, string>> = {
  dead: 'everything off',
  idle: 'power on, nothing commanded',
  'all on': 'power on, everything commanded on',
}

/** What is off in this plan before ohms are measured. */
const deadWords = (plan: Plan) =>
  [
    SITUATION_WORDS.dead,
    ...(isPluggedIn(plan) ? ['unplugged'] : []),
    ...(hasKind(plan, 'battery') ? ['batteries off'] : []),
  ].join(', ')

/** Where the two probes go, or what is looked at. */
export interface PointWords {
  readonly title: string
  readonly red: string | null
  readonly black: string | null
}

export function pointWords(plan: Plan, point: TestPoint): PointWords {
  const at = (key: TerminalKey) => terminalWords(plan, key)
  const state = point.situation === 'dead' ? deadWords(plan) : SITUATION_WORDS[point.situation]
  switch (point.what) {
    case 'look':
      return { title: `Look, with ${state}: what runs, what answers`, red: null, black: null }
    case 'ohms':
      return { title: `Ohms, ${state}`, red: at(point.red), black: at(point.black) }
    case 'amperes':
      return {
        title: `Amperes in ${plan.wires[point.wire]?.label || 'the lead'}, ${state}`,
        red: at(point.red),
        black: at(point.black),
      }
    case 'volts':
      return {
        title: `Volts ${point.system.toUpperCase()}, ${state}`,
        red: at(point.red),
        black: at(point.black),
      }
  }
}

/** A reading in words: "24 V", "open", "no short; electronics are in the way". */
export function valueWords(what: 'ohms' | 'volts' | 'amperes', value: number): string {
  if (Number.isNaN(value)) return 'anything: electronics are in the way'
  if (what === 'ohms') {
    if (value === Infinity) return 'open (OL)'
    if (value >= Math.fround(NOT_SHORT) * 0.99) return 'no short; electronics are in the way'
    return `${value < 100 ? Math.round(value * 100) / 100 : formatNumber(value)} Ω`
  }
  return `${formatNumber(value)} ${what === 'volts' ? 'V' : 'A'}`
}

/** What a healthy plan shows at a point. */
export function healthyWords(dictionary: Dictionary, point: number): string {
  const own = dictionary.points[point]!
  return own.what === 'look'
    ? 'everything does what it should'
    : valueWords(own.what, valueAt(dictionary, point, dictionary.faults.length))
}

export function watchedWords(plan: Plan, { model }: Dictionary['bench'], watched: Watched): string {
  const { tag, name } = plan.devices[watched.device]!
  if (watched.kind === 'load') {
    const { draw } = model.draws[watched.draw]!
    return `${tag} ${name} runs${draw.name && draw.name.toLowerCase() !== 'load' ? ` (${draw.name.toLowerCase()})` : ''}`
  }
  const by = plan.devices[watched.by]!.tag
  return watched.kind === 'motor'
    ? `${tag} ${name} turns as ${by} says`
    : `${by} and ${tag} ${name} understand one another`
}
