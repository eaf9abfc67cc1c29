import * as z from 'zod'
import { parseWireSize } from '@/core/quantity'
import { colour } from './colour'
import { deviceId, cableId, racewayId, terminalId } from './ids'
import { length_mm, list, name, note, origin, positive, temperature_C, text } from './fields'
import { wireFunction } from './practice'

/** Where a conductor ends: in a terminal, or parked (insulated, where and why). */
export const wireEnd = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('terminal'), device: deviceId, terminal: terminalId }),
  z.strictObject({ kind: z.literal('parked'), where: text(120), why: text(200), insulated: z.boolean() }),
])
export type WireEnd = z.output<typeof wireEnd>

export const TREATMENTS = [
  'ferrule',
  'twin-ferrule',
  'bare',
  'tinned',
  'solid',
  'blade-receptacle',
  'eyelet',
  'contact',
  'solder',
  'displaced',
  'moulded',
] as const
export type Treatment = (typeof TREATMENTS)[number]

const canonicalSize = z.string().transform((label, context) => {
  const size = parseWireSize(label)
  if (size) return size.label
  context.addIssue({
    code: 'custom',
    message: `"${label.slice(0, 40)}" is not a conductor size; write one such as "14 AWG" or "2.5 mm²"`,
  })
  return z.NEVER
})

/** One conductor from an end to an end. What is null is reckoned. */
export const wire = z.strictObject({
  label: text(24),
  from: wireEnd,
  to: wireEnd,
  function: wireFunction,
  size: canonicalSize.nullable(),
  construction: z.enum(['stranded', 'flexible', 'solid']),
  insulation_C: temperature_C().nullable(),
  rated_V: positive(),
  jacket: z.enum(['basic', 'jacketed']),
  flexClass: z.enum(['fixed', 'hinge', 'chain']),
  colour: colour.nullable(),
  fromTreatment: z.enum(TREATMENTS).nullable(),
  toTreatment: z.enum(TREATMENTS).nullable(),
  route: list(racewayId, 50).nullable(),
  length_mm: length_mm().nullable(),
  /** Once cut. */
  measured_mm: length_mm().nullable(),
  cable: cableId.nullable(),
  core: text(24).nullable(),
  origin,
  knownFrom: z.enum(['sheet', 'measured', 'copied', 'guessed']),
  note: note(),
})
export type Wire = z.output<typeof wire>

/** Several cores in one jacket, possibly pre-made with a fixed length. */
export const cable = z.strictObject({
  name: name(),
  od_mm: positive().max(200, { error: 'must be 200 mm or less' }).nullable(),
  premade: z.boolean(),
  length_mm: length_mm().nullable(),
  printed: text(80).nullable(),
  flexClass: z.enum(['fixed', 'hinge', 'chain']),
  shielded: z.boolean(),
  origin,
})
export type Cable = z.output<typeof cable>
