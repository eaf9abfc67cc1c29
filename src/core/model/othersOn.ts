import { splitKey, type TerminalKey } from './keys'
import type { Model } from './types'

/** Terminals of other devices on the net of one. */
export function othersOn(model: Model, key: TerminalKey): readonly ReturnType<typeof splitKey>[] {
  const own = splitKey(key).device
  return (model.netById.get(model.netOf(key))?.terminals ?? []).map(splitKey).filter(({ device }) => device !== own)
}
