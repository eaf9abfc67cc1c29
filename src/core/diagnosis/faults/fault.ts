import { alteration, type Alteration, type Bench } from '@/core/proof/bench'
import { terminalKey, type Conductor, type TerminalKey } from '@/core/model'
import { terminalWords, type DeviceId, type Plan, type TerminalId, type WireId } from '@/core/plan'

export const FAULT_KINDS = {
  'open wire': { weight: 3, remedy: 'Make the end anew, or the wire; tug it.' },
  'poor contact': { weight: 1.5, remedy: 'Make both ends anew: strip, ferrule, clamp, tug.' },
  'missing earth': { weight: 2, remedy: 'Land the earth: bare metal under the eyelet, its own stud.' },
  'missing negative bond': { weight: 2, remedy: 'Land the lead that joins the negatives.' },
  'blown fuse': { weight: 3, remedy: 'Find what took it first; then a new one of the same rating and family.' },
  'swapped wires': { weight: 2, remedy: 'Exchange the two ends.' },
  'reversed polarity': { weight: 2, remedy: 'Exchange plus and minus before anything is powered again.' },
  'line and neutral exchanged': { weight: 1.5, remedy: 'Exchange line and neutral.' },
  'wrong terminal': { weight: 2, remedy: 'Move the end to where the plan has it.' },
  'normally closed for open': { weight: 2, remedy: 'Move the lead to the other contact.' },
  'plugs exchanged': { weight: 2, remedy: 'Exchange the plugs, then mark or key them.' },
  'plug turned': { weight: 1.5, remedy: 'Turn the plug, then key it.' },
  'plug in the wrong socket': { weight: 1.5, remedy: 'Plug it where the plan has it, then mark both.' },
  bridge: { weight: 0.7, remedy: 'Take the stray strand or the blob away; look for what it did.' },
  'contact open': { weight: 1, remedy: 'Work it by hand; change the part.' },
  'contact shorted': { weight: 1, remedy: 'Change the part; see what welded it.' },
  'setting wrong': { weight: 2, remedy: 'Set it as the plan has it, with the power off.' },
  'selector wrong': { weight: 1.5, remedy: 'Unplug, wait, set the selector to the mains of the site.' },
  'supply dead': { weight: 0.7, remedy: 'Look at its own fuse and selector; change it.' },
  'supply limiting': { weight: 0.7, remedy: 'Unplug its loads one by one; what frees it takes too much.' },
  'winding open': { weight: 0.7, remedy: 'Change the motor, or mend its own leads.' },
} as const satisfies Readonly<Record<string, { readonly weight: number; readonly remedy: string }>>
export type FaultKind = keyof typeof FAULT_KINDS

/** One thing that may be wrong, as it would be solved. */
export interface Fault {
  readonly id: string
  readonly kind: FaultKind
  readonly words: string
  readonly devices: readonly DeviceId[]
  readonly wires: readonly WireId[]
  readonly alteration: Alteration
}

/** A strand or a blob across two terminals. */
const STRAND_OHM = 0.05
/** A clamp on insulation, a green contact: enough to warm and to lose volts. From memory. */
export const POOR_OHM = 5

export const open = (...ids: readonly string[]): Alteration =>
  alteration({ series: new Map(ids.map((id) => [id, Infinity])) })
export const poor = (id: string): Alteration => alteration({ series: new Map([[id, POOR_OHM]]) })
export const bridged = (a: number, b: number): Alteration => alteration({ across: [{ a, b, ohm: STRAND_OHM }] })

/** Wires with one end each elsewhere than planned. */
export function moved(
  bench: Bench,
  list: readonly { readonly conductor: Conductor; readonly from: TerminalKey; readonly to: number }[],
): Alteration {
  const ends = new Map<WireId, { a: number; b: number }>()
  for (const { conductor, from, to } of list) {
    const own = ends.get(conductor.id) ?? { a: conductor.jointFrom, b: conductor.jointTo }
    ends.set(conductor.id, conductor.from === from ? { ...own, a: to } : { ...own, b: to })
  }
  return alteration({
    series: new Map([...ends.keys()].map((id) => [id, Infinity])),
    across: [...ends].map(([id, { a, b }]) => ({ a, b, ohm: bench.ohmOfWire(id) })),
  })
}

/** A wire at a terminal. */
export interface WiredEnd {
  readonly conductor: Conductor
  readonly key: TerminalKey
}

/** What ends at each terminal. */
export function endsByTerminal({ model }: Bench): ReadonlyMap<TerminalKey, readonly WiredEnd[]> {
  const found = new Map<TerminalKey, WiredEnd[]>()
  for (const conductor of model.conductors)
    for (const key of [conductor.from, conductor.to]) {
      const own = found.get(key)
      if (own) own.push({ conductor, key })
      else found.set(key, [{ conductor, key }])
    }
  return found
}

export const keyOf = (device: DeviceId, terminal: TerminalId): TerminalKey => terminalKey(device, terminal)

export const at = (plan: Plan, key: TerminalKey): string => terminalWords(plan, key)

/** "12, Q1 2 to XL 1". */
export function wireWords(plan: Plan, { id, wire, from, to }: Conductor): string {
  return `${wire.label ? `${wire.label}, ` : ''}${at(plan, from)} to ${at(plan, to)}${wire.label ? '' : ` (${id})`}`
}
