import * as z from 'zod'
import { BARE_END, KNOWN_FROM, RELIEFS, TREATMENTS } from '../wire'
import { parseWireSize } from '@/core/quantity'
import { colour } from './colour'
import { cableId, deviceId, localKey, racewayId, terminalId } from './ids'
import { length_mm, list, name, note, origin, positive, temperature_C, text, unknown } from './fields'
import { seated } from './device'
import { wireFunction } from './practice'

/** Where a conductor ends: in a terminal, in a way of its cable's plug, or parked (insulated, where and why). */
export const wireEnd = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('terminal'), device: deviceId, terminal: terminalId }),
  /** The cavity of a plug, counted from 1; where the plug is mated, that is a terminal. */
  z.strictObject({
    kind: z.literal('plug'),
    cable: cableId,
    end: z.enum(['a', 'b']),
    way: positive().int({ error: 'must be a whole number' }).max(200, { error: 'must be 200 or less' }),
  }),
  z.strictObject({ kind: z.literal('parked'), where: text(120), why: text(200), insulated: z.boolean() }),
])
export type WireEnd = z.output<typeof wireEnd>

const canonicalSize = z.string().transform((label, context) => {
  const size = parseWireSize(label)
  if (size) return size.label
  context.addIssue({
    code: 'custom',
    message: `"${label.slice(0, 40)}" is not a conductor size; write one such as "14 AWG" or "2.5 mm²"`,
  })
  return z.NEVER
})

const knownFrom = z.enum(KNOWN_FROM)

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
  /** Ways that it must take, where a person chose them: an opening, a duct. */
  route: list(racewayId, 50).nullable(),
  length_mm: length_mm().nullable(),
  /** Once cut. */
  measured_mm: length_mm().nullable(),
  /** Held along its way and cut at the mark, whatever the plan reckons; null: by the house rule. */
  isHeldAlong: unknown(z.boolean()),
  cable: cableId.nullable(),
  core: text(24).nullable(),
  origin,
  knownFrom,
  /** What other sources say of one of its ends, in their words; beside one another they show where guides contradict. */
  claims: list(
    z.strictObject({ knownFrom, source: text(80), side: z.enum(['from', 'to']), says: text(60) }),
    12,
  ).default([]),
  note: note(),
})
export type Wire = z.output<typeof wire>

const cableEnd = z.strictObject({
  kind: z.enum(['bare', 'plug']),
  /** As the trade calls the plug: "2.5 mm pitch housing". */
  family: unknown(text(60)),
  pitch_mm: unknown(positive()),
  gender: unknown(z.enum(['plug', 'socket'])),
  key: unknown(text(40)),
  hasLatch: unknown(z.boolean()),
  ways: unknown(positive().int({ error: 'must be a whole number' }).max(200, { error: 'must be 200 or less' })),
  /** The connector that it is plugged into; null while it hangs loose. */
  mates: unknown(z.strictObject({ device: deviceId, connector: localKey, seated: seated.default('right') })),
})

/** Several cores in one jacket, bought or made. */
export const cable = z.strictObject({
  name: name(),
  od_mm: positive().max(200, { error: 'must be 200 mm or less' }).nullable(),
  premade: z.boolean(),
  length_mm: length_mm().nullable(),
  printed: text(80).nullable(),
  flexClass: z.enum(['fixed', 'hinge', 'chain']),
  shielded: z.boolean(),
  origin,
  ends: z.strictObject({ a: cableEnd, b: cableEnd }).default({ a: BARE_END, b: BARE_END }),
  /** Cores as they are in the jacket; a wire names its core. */
  cores: list(
    z.strictObject({
      id: text(24),
      colour: unknown(colour),
      size: unknown(canonicalSize),
      /** What its own insulation stands. */
      rated_V: unknown(positive()),
    }),
    200,
  ).default([]),
  /** What its jacket stands; null where nobody stated it: as what it lies in wants. */
  jacket_V: unknown(positive()),
  /** Where the screen of a screened one is joined to earth; null where nobody said. */
  screenAt: unknown(z.enum(['a', 'b', 'both', 'neither'])),
  /** What takes the pull where it enters: null where its opening says it. */
  relief: unknown(z.enum(RELIEFS)),
  /** The delivery or list it came with, and whether it has been found there; null where nobody looked yet. */
  kit: unknown(text(80)),
  isHere: unknown(z.boolean()),
  /** Why it joins nothing: kept as a spare, for later. */
  aside: unknown(text(200)),
  /** The device whose own leads these are. */
  leadsOf: unknown(deviceId),
  /** Ways that it must take, where a person chose them: an opening, a duct. */
  route: unknown(list(racewayId, 50)),
  /** Of one much longer than its way: where the rest of it lies. */
  restLies: unknown(text(120)),
})
export type Cable = z.output<typeof cable>
