import type * as z from 'zod'
import { device, fitted } from './device'
import { enclosure, face } from './enclosure'
import type { Plan } from './plan'
import { part } from './part'
import { raceway } from './raceway'
import { cable } from './wire'

/** Records from what is known of them: what is left out is null, or none. Throws where what is given is no such record. */
type Given<T extends z.ZodType> = DeepLoose<z.input<T>>

/** Lists may be readonly: what is given is copied. */
type DeepLoose<T> = T extends string | number | boolean | null | undefined
  ? T
  : T extends readonly (infer U)[]
    ? readonly DeepLoose<U>[]
    : { readonly [K in keyof T]: DeepLoose<T[K]> }

export type PartGiven = Given<typeof part>
export type DeviceGiven = Given<typeof device>
export type EnclosureGiven = Given<typeof enclosure>
export type FaceGiven = Given<typeof face>
export type RacewayGiven = Given<typeof raceway>
export type CableGiven = Given<typeof cable>
export type FittedGiven = Given<typeof fitted>

export const makePart = (given: PartGiven): Plan['parts'][keyof Plan['parts']] => part.parse(given)
export const makeDevice = (given: DeviceGiven): Plan['devices'][keyof Plan['devices']] => device.parse(given)
export const makeEnclosure = (given: EnclosureGiven): Plan['enclosures'][keyof Plan['enclosures']] =>
  enclosure.parse(given)
export const makeFace = (given: FaceGiven): z.output<typeof face> => face.parse(given)
export const makeRaceway = (given: RacewayGiven): Plan['raceways'][keyof Plan['raceways']] => raceway.parse(given)
export const makeCable = (given: CableGiven): Plan['cables'][keyof Plan['cables']] => cable.parse(given)
export const makeFitted = (given: FittedGiven): z.output<typeof fitted> => fitted.parse(given)
