import type { Reading } from '@/core/proof/bench'
import { OVERLOAD_TEXT, readCommand, writeFigure, type Command } from '@/formats/scpi'
import { serveLines, type LineServer } from './lineServer'
import type { SimulatedBench } from './simulatedBench'

export const SIMULATED_IDENTITY = 'Glad Rafter,Simulated meter,0,1'

/** Both leads of the meter together. From memory: a tenth of an ohm or two. */
const LEADS_OHM = 0.15
/** Of full scale; each range is ten times the one before. */
const LEAST_RANGE = { volts: 0.6, ohms: 600, amperes: 0.6 } as const
const GREATEST = { volts: 1000, ohms: 60e6, amperes: 10 } as const
/** Counts of a display that ends at 6000. */
const COUNTS = 6000
/** Noise, as a share of the reading and in counts. From memory, a hand-held meter's. */
const NOISE_REL = 0.0005
const NOISE_COUNTS = 1
/** What electronics show to this ohmmeter, where they might show anything. */
const ELECTRONICS_MOST_OHM = 2e6

/** The same noise for the same seed: a small linear congruential generator (Numerical Recipes, from memory), −1 to 1. */
function noiseFrom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 0x7fffffff - 1
  }
}

/** A stand-in for a bench meter: it speaks the same text, with ranges, lead resistance, resolution and a little noise. */
export function startSimulatedMeter(bench: SimulatedBench, seed = 1, port = 0): Promise<LineServer> {
  const noise = noiseFrom(seed)
  let errors: string[] = []
  const fail = (code: number, words: string): null => {
    errors = [...errors.slice(-9), `${code},"${words.replaceAll('"', "'")}"`]
    return null
  }
  const shown = (kind: keyof typeof GREATEST, value: number): string => {
    if (!Number.isFinite(value) || Math.abs(value) > GREATEST[kind]) return OVERLOAD_TEXT
    let range: number = LEAST_RANGE[kind]
    while (range < Math.abs(value) && range < GREATEST[kind]) range *= 10
    const count = range / COUNTS
    const noisy = value * (1 + NOISE_REL * noise()) + NOISE_COUNTS * count * noise()
    return writeFigure(Math.round(noisy / count) * count)
  }
  const measured = (what: readonly string[]): string | null => {
    const [kind, system] = what
    let reading: Reading | null
    try {
      reading = kind === 'VOLT' ? bench.read('volts') : kind === 'CURR' ? bench.readAmperes() : bench.read('ohms')
    } catch (error) {
      fail(
        -310,
        `System error; the bench could not be solved: ${error instanceof Error ? error.message : String(error)}`,
      )
      return OVERLOAD_TEXT
    }
    if (reading === null) {
      fail(
        -221,
        kind === 'CURR'
          ? 'Settings conflict; no lead is opened between the probes'
          : 'Settings conflict; the probes lie on the bench',
      )
      return OVERLOAD_TEXT
    }
    switch (reading.what) {
      case 'refused':
        fail(-221, `Settings conflict; ${reading.why}`)
        return OVERLOAD_TEXT
      case 'volts':
        return shown('volts', system === 'AC' ? Math.abs(reading.ac_V) : reading.dc_V)
      case 'amperes':
        return shown('amperes', system === 'AC' ? Math.abs(reading.ac_A) : reading.dc_A)
      case 'ohms': {
        const most_ohm = Math.min(reading.most_ohm, Math.max(reading.least_ohm, ELECTRONICS_MOST_OHM))
        const isExact = reading.most_ohm - reading.least_ohm <= 0.1 + 0.01 * reading.least_ohm
        const ohm = isExact ? reading.least_ohm : Math.sqrt(Math.max(reading.least_ohm, 1) * most_ohm)
        return shown('ohms', ohm + LEADS_OHM)
      }
    }
  }
  const simulate = ({ path: [, what], arguments: given }: Command): null => {
    if (what === 'STAT') return failWith(bench.stand(given[0] ?? ''))
    if (what === 'HOLD') return failWith(bench.hold((given[0] ?? '') as never, given[1] ?? '', given[2] ?? ''))
    if (what === 'SUPP') {
      const [mains, usb, battery] = given.map((word) => word === '1')
      bench.feed(mains ?? false, usb ?? false, battery ?? false)
      return null
    }
    return fail(-113, 'Undefined header')
  }
  const failWith = (words: string | null): null => (words === null ? null : fail(-224, words))
  return serveLines((line) => {
    const command = readCommand(line)
    if (!command) return fail(-102, 'Syntax error')
    const [first, ...rest] = command.path
    if (first === '*IDN' && command.asks) return SIMULATED_IDENTITY
    if (first === '*CLS' || first === '*RST') {
      errors = []
      return null
    }
    if (first === '*OPC' && command.asks) return '1'
    if (first === 'SYST' && rest[0] === 'ERR' && command.asks) return errors.shift() ?? '0,"No error"'
    if (first === 'MEAS' && command.asks && MEASURABLE.has(rest.join(':'))) return measured(rest)
    if (first === 'ROUT' && rest[0] === 'PROB')
      return failWith(bench.place(command.arguments[0] ?? '', command.arguments[1] ?? ''))
    if (first === 'SIM') return simulate(command)
    return fail(-113, 'Undefined header')
  }, port)
}

const MEASURABLE: ReadonlySet<string> = new Set([
  'VOLT',
  'VOLT:DC',
  'VOLT:AC',
  'RES',
  'CONT',
  'CURR',
  'CURR:DC',
  'CURR:AC',
])
