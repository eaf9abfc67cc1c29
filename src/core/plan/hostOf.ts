import type { DeviceId } from './schema/ids'
import type { Place } from './schema/device'

/** The device that another sits on or in: in its socket, or screwed, taped or glued to it; null for what stands by itself. */
export const hostOf = (place: Place): DeviceId | null =>
  place.kind === 'socket' || place.kind === 'on' ? place.device : null
