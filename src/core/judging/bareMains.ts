import type { DeviceId, Plan, Wire } from '@/core/plan'

export interface BareMains {
  readonly device: DeviceId
  /** Somebody said that no cover is over them; else nobody said anything yet. */
  readonly isSaid: boolean
}

const known = new WeakMap<Plan['devices'], { readonly wires: Plan['wires']; readonly bare: readonly BareMains[] }>()

/** Devices with mains on terminals that a finger reaches. */
export function bareMains({ devices, parts, wires }: Pick<Plan, 'devices' | 'parts' | 'wires'>): readonly BareMains[] {
  const before = known.get(devices)
  if (before?.wires === wires) return before.bare
  const live = new Set(
    (Object.values(wires) as Wire[]).flatMap((wire) =>
      wire.function === 'L' || wire.function === 'N'
        ? [wire.from, wire.to].flatMap((end) => (end.kind === 'terminal' ? [end.device] : []))
        : [],
    ),
  )
  const bare = (Object.keys(devices) as DeviceId[]).flatMap((id) => {
    const { hasCover, part } = devices[id]!
    const { touch } = parts[part]!
    const isBare = touch === 'open' ? !hasCover : touch === 'with-cover' && hasCover === false
    return live.has(id) && isBare ? [{ device: id, isSaid: hasCover === false }] : []
  })
  known.set(devices, { wires, bare })
  return bare
}
