import type { CableEnd, Connector } from '@/core/plan'

/** Whether a plug goes into a connector: it fits, it can be forced or shifted, or it does not go; with the reason. */
export interface Fit {
  readonly goes: 'fits' | 'amiss' | 'no'
  readonly reason: string | null
}

const FITS: Fit = { goes: 'fits', reason: null }

/** What is not known of either does not speak against it. */
export function fitOf(
  plug: Pick<CableEnd, 'kind' | 'family' | 'pitch_mm' | 'gender' | 'key' | 'ways'>,
  socket: Connector,
): Fit {
  if (plug.kind === 'bare') return { goes: 'no', reason: 'this end is bare' }
  const differ = <T>(a: T | null, b: T | null) => a !== null && b !== null && a !== b
  if (plug.gender !== null && plug.gender === socket.gender) return { goes: 'no', reason: `both are a ${plug.gender}` }
  if (differ(plug.pitch_mm, socket.pitch_mm))
    return { goes: 'no', reason: `its pitch is ${plug.pitch_mm} mm, the socket’s ${socket.pitch_mm} mm` }
  if (differ(plug.family, socket.family))
    return { goes: 'no', reason: `it is a ${plug.family}, the socket is for a ${socket.family}` }
  if (plug.ways !== null && plug.ways !== socket.ways.length)
    return { goes: 'amiss', reason: `it has ${plug.ways} ways, the socket ${socket.ways.length}` }
  if (differ(plug.key, socket.key))
    return { goes: 'amiss', reason: `its key is “${plug.key}”, the socket’s “${socket.key}”` }
  return FITS
}
