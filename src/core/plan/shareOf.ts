import type { DeviceId } from './schema/ids'
import type { State } from './schema/state'

/** How hard a draw runs in a state: as said of it, else of its device, else of all. */
export function shareOf(
  state: { readonly [K in 'shares' | 'drawShares']: Readonly<State[K]> } & Pick<State, 'defaultShare'>,
  device: DeviceId,
  draw: string,
): number {
  const own = (state.drawShares as Readonly<Record<string, Readonly<Record<string, number>> | undefined>>)[device]
  return own?.[draw] ?? (state.shares as Readonly<Record<string, number>>)[device] ?? state.defaultShare
}
