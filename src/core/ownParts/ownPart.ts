import * as z from 'zod'
import { readWith, type Issue } from '@/core/calculator'
import { doesOf, PART_KINDS, partFaults, type Part, type PartId } from '@/core/plan'
import { part, partId } from '@/core/plan/schema'

/** A part on the shelf of those that a person made. */
export interface OwnPart {
  readonly id: PartId
  /** Counts up with each change. */
  readonly version: number
  readonly part: Part
}

export const PARTS_FORMAT = 'glad-rafter-parts'
const PARTS_VERSION = 1
/** More than anybody makes; a bound for what comes from outside. */
const MOST = 1000

const file = z.strictObject({
  format: z.literal(PARTS_FORMAT, { error: 'is not a file of parts of this application' }),
  version: z.literal(PARTS_VERSION, { error: `must be ${PARTS_VERSION}; a higher one was written by a later release` }),
  parts: z
    .array(z.strictObject({ id: partId, version: z.number().int().min(1).default(1), part }))
    .min(1, { error: 'holds no part' })
    .max(MOST, { error: `holds more than ${MOST} parts` }),
})

export const partsDocument = (parts: readonly OwnPart[]) => ({ format: PARTS_FORMAT, version: PARTS_VERSION, parts })

export type PartsRead =
  | { readonly kind: 'read'; readonly parts: readonly OwnPart[] }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** Reads a file of parts, all or none: each is whole, and refers to nothing that it has not. */
export function readParts(document: unknown): PartsRead {
  const read = readWith(file, document)
  if (read.kind === 'refused') return read
  const faults = read.value.parts.flatMap((own, i) => partFaults(own.part, `parts.${i}.part`))
  return faults.length > 0
    ? { kind: 'refused', issues: faults }
    : { kind: 'read', parts: read.value.parts as readonly OwnPart[] }
}

/** Reads one part as it comes from a form or a program. */
export function readPart(given: unknown): PartsRead {
  const read = readWith(z.strictObject({ id: partId, part }), given)
  if (read.kind === 'refused') return read
  const faults = partFaults(read.value.part, 'part')
  return faults.length > 0
    ? { kind: 'refused', issues: faults }
    : { kind: 'read', parts: [{ id: read.value.id as PartId, version: 1, part: read.value.part }] }
}

/** What a rule would ask of a part, and the part does not say: each as a question that a data sheet answers. */
export function askedOf(own: Part): readonly string[] {
  const { behaviour, draws, terminals, links, actuators } = own
  const asked: string[] = []
  const label = (key: string) => {
    const { block, label: text } = terminals[key as keyof typeof terminals]!
    return block ? `${block} ${text}` : text
  }
  const facts = PART_KINDS[behaviour.kind]
  if (facts.takes && draws.length === 0)
    asked.push('What it takes: no volts and watts are given, so that nothing is sized for it')
  for (const draw of draws) {
    const { name, max_V, min_V, system } = draw
    if (doesOf(own, draw) === null) asked.push(`${name}: whether it moves, heats, lights or computes is unknown`)
    if (max_V === null) asked.push(`${name}: the greatest volts that it stands are unknown`)
    if (min_V === null) asked.push(`${name}: the least volts that it works at are unknown`)
    if (system === null) asked.push(`${name}: whether it is made for AC or DC is unknown`)
  }
  for (const link of links) {
    if (link.kind === 'contact' && link.rated_A === null) asked.push(`Contact ${link.id}: what it switches is unknown`)
    if (link.kind === 'contact' && link.rated_V === null) asked.push(`Contact ${link.id}: at how many volts is unknown`)
    if (link.kind === 'semiconductor' && link.rated_A === null)
      asked.push(`Transistor ${link.id}: what it switches is unknown`)
  }
  for (const { name, coil } of actuators) {
    if (!coil) continue
    if (coil.max_V === null) asked.push(`${name}: the greatest volts that its input stands are unknown`)
    if (coil.pickUp_V === null) asked.push(`${name}: from how many volts on it works is unknown`)
    if (coil.hasFlyback === null && facts.isWorkedByCoil)
      asked.push(`${name}: whether it has a diode across its coil is unknown`)
  }
  for (const [key, { function: fn, level_V, rated_A }] of Object.entries(terminals) as [
    string,
    Part['terminals'][keyof Part['terminals']] & object,
  ][]) {
    if ((fn === 'signal' || fn === 'data') && level_V === null && behaviour.kind === 'board')
      asked.push(`${label(key)}: the level of the signal is unknown`)
    if ((fn === 'L' || fn === 'N' || fn === 'V+') && rated_A === null)
      asked.push(`${label(key)}: what it carries is unknown`)
  }
  if (behaviour.kind === 'motor' && behaviour.phase_ohm === null)
    asked.push('The resistance of a phase is unknown: its supply’s share cannot be reckoned')
  if (behaviour.kind === 'supply' && behaviour.inrush_A === null)
    asked.push('Its inrush is unknown: no fuse can be advised by it')
  if (own.touch === null && Object.values(terminals).some((terminal) => terminal!.function === 'L'))
    asked.push('Whether fingers reach its mains terminals is unknown')
  if (own.mass_g === null) asked.push('Its weight is unknown')
  return asked
}

/** What is other in a later version, in a few words each. */
export function partChanges(older: Part, newer: Part): readonly string[] {
  const words: string[] = []
  if (older.name !== newer.name) words.push(`called “${newer.name}”, was “${older.name}”`)
  if (older.behaviour.kind !== newer.behaviour.kind)
    words.push(`is a ${newer.behaviour.kind.replaceAll('-', ' ')}, was a ${older.behaviour.kind.replaceAll('-', ' ')}`)
  const size = ({ body }: Part) => `${body.width_mm} × ${body.height_mm} × ${body.depth_mm} mm`
  if (size(older) !== size(newer)) words.push(`${size(newer)}, was ${size(older)}`)
  const keys = (own: Part) => Object.keys(own.terminals)
  const gone = keys(older).filter((key) => !keys(newer).includes(key))
  const fresh = keys(newer).filter((key) => !keys(older).includes(key))
  if (gone.length > 0) words.push(`without the terminals ${gone.join(', ')}`)
  if (fresh.length > 0) words.push(`with the terminals ${fresh.join(', ')}`)
  const changed = keys(newer).filter(
    (key) =>
      !fresh.includes(key) &&
      JSON.stringify(older.terminals[key as never]) !== JSON.stringify(newer.terminals[key as never]),
  )
  if (changed.length > 0) words.push(`terminals changed: ${changed.join(', ')}`)
  for (const [field, what] of [
    ['behaviour', 'what it is electrically'],
    ['draws', 'what it takes'],
    ['links', 'what it joins or switches'],
    ['actuators', 'what works it'],
    ['settings', 'its settings'],
    ['cutouts', 'its cut-outs'],
  ] as const)
    if (older.behaviour.kind === newer.behaviour.kind && JSON.stringify(older[field]) !== JSON.stringify(newer[field]))
      words.push(what)
  return words.length > 0 || JSON.stringify(older) === JSON.stringify(newer) ? words : ['details']
}
