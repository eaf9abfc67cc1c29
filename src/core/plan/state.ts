import * as z from 'zod'
import { name, number } from './fields'
import { deviceId } from './ids'

export const share = number().min(0, { error: 'must be 0 or more' }).max(1, { error: 'must be 1 or less' })

export const position = z.enum(['rest', 'operated'])

/** Which loads run together and how hard, and which sources are present. */
export const state = z.strictObject({
  name: name(),
  sources: z.strictObject({ mains: z.boolean(), usb: z.boolean() }),
  startUp: z.boolean(),
  /** Whether what may be added later counts as running. */
  withReserves: z.boolean(),
  /** Share of their draw that loads take where nothing else is said. */
  defaultShare: share,
  shares: z.record(deviceId, share),
  /** Contacts held other than by default: at rest, or operated. */
  positions: z.record(deviceId, position),
})
export type State = z.output<typeof state>
