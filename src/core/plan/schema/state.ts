import * as z from 'zod'
import { name, number, text } from './fields'
import { deviceId, localKey } from './ids'

export const share = number().min(0, { error: 'must be 0 or more' }).max(1, { error: 'must be 1 or less' })

/** One of the positions of an actuator. */
export const position = text(40)

/** Which loads run together and how hard, and which sources are present. */
export const state = z.strictObject({
  name: name(),
  sources: z.strictObject({ mains: z.boolean(), usb: z.boolean(), battery: z.boolean().default(true) }),
  startUp: z.boolean(),
  /** Whether what may be added later counts as running. */
  withReserves: z.boolean(),
  /** Share of their draw that loads take where nothing else is said. */
  defaultShare: share,
  shares: z.record(deviceId, share),
  /** By draw of a device, where one runs harder than another: its logic on, its motors off. */
  drawShares: z.record(deviceId, z.record(localKey, share)).default({}),
  /** Actuators held elsewhere than where they stand in service, by device and actuator. */
  positions: z.record(deviceId, z.record(localKey, position)),
})
export type State = z.output<typeof state>
