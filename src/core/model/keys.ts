import type { DeviceId, TerminalId } from '@/core/plan'

/** A terminal of a device, as one key: `device:ps1|V+1`. */
export type TerminalKey = string & { readonly terminalKey: unique symbol }

/** Keys are asked for thousands of times an evaluation: each is made once, so that maps find it without hashing it anew. */
const keysByDevice = new Map<string, Map<string, TerminalKey>>()
const endsByKey = new Map<TerminalKey, { readonly device: DeviceId; readonly terminal: TerminalId }>()
const KEYS_KEPT = 100_000

export function terminalKey(device: DeviceId, terminal: TerminalId): TerminalKey {
  let own = keysByDevice.get(device)
  if (!own) keysByDevice.set(device, (own = new Map()))
  let key = own.get(terminal)
  if (key === undefined) {
    if (endsByKey.size >= KEYS_KEPT) {
      keysByDevice.clear()
      endsByKey.clear()
      keysByDevice.set(device, (own = new Map()))
    }
    key = `${device}|${terminal}` as TerminalKey
    own.set(terminal, key)
    endsByKey.set(key, { device, terminal })
  }
  return key
}

export function splitKey(key: TerminalKey): { readonly device: DeviceId; readonly terminal: TerminalId } {
  const known = endsByKey.get(key)
  if (known) return known
  const at = key.indexOf('|')
  return { device: key.slice(0, at) as DeviceId, terminal: key.slice(at + 1) as TerminalId }
}
