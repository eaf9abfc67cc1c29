import type { DeviceId, Part } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly devices: readonly DeviceId[]
  readonly setting: string
  readonly value: string
  readonly usual: string
}

type Setting = Part['settings'][number]

/** Steps, modes and the like are set alike on all axes; currents follow each motor. */
const isAlike = ({ kind, name }: Setting) => kind === 'jumper' || (kind === 'switch' && /step|mode/i.test(name))

const valueOf = (context: JoinedContext, device: DeviceId, { id, initial }: Setting) =>
  (context.device(device).settings as Readonly<Record<string, string>>)[id] ?? initial

/** The value of most, where one stands alone against two or more. */
function oddOnes<T extends { readonly value: string | null }>(all: readonly T[]): readonly (T & { usual: string })[] {
  const counts = new Map<string, number>()
  for (const { value } of all) if (value !== null) counts.set(value, (counts.get(value) ?? 0) + 1)
  const [usual, most] = [...counts].sort(([, a], [, b]) => b - a)[0] ?? ['', 0]
  if (most < 2 || most <= all.length / 2) return []
  return all.flatMap((each) => (each.value !== null && each.value !== usual ? [{ ...each, usual }] : []))
}

export const jumpersUnlike = defineJoiningRule<Facts>({
  severity: 'caution',
  title: 'Jumpers unlike those of its siblings',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) => {
    const found: Facts[] = []
    // On one board: settings whose names differ by their number alone.
    for (const { id, part } of context.devices) {
      const families = new Map<string, { readonly setting: Setting; readonly value: string | null }[]>()
      for (const setting of part.settings.filter(isAlike)) {
        const family = setting.name.replace(/\d+/g, '#')
        families.set(family, [...(families.get(family) ?? []), { setting, value: valueOf(context, id, setting) }])
      }
      for (const all of families.values())
        for (const { setting, value, usual } of oddOnes(all))
          found.push({ devices: [id], setting: setting.name, value: value!, usual })
    }
    // Over drivers of one kind.
    const kinds = new Map<
      string,
      { readonly device: DeviceId; readonly setting: Setting; readonly value: string | null }[]
    >()
    for (const { id, device, part } of context.devices) {
      if (part.behaviour.kind !== 'driver') continue
      for (const setting of part.settings.filter(isAlike)) {
        const key = `${device.part} ${setting.id}`
        kinds.set(key, [...(kinds.get(key) ?? []), { device: id, setting, value: valueOf(context, id, setting) }])
      }
    }
    for (const all of kinds.values())
      for (const { device, setting, value, usual } of oddOnes(all))
        found.push({ devices: [device], setting: setting.name, value: value!, usual })
    return found
  },
  word: ({ devices, setting, value, usual }, context) => ({
    subjects: devices.map((id) => ({ kind: 'device', id })),
    what: `${devices.map((id) => context.device(id).tag).join(', ')}: ${setting} is ${value}, and those beside it are ${usual}`,
    why: 'Meant so, leave it; forgotten, that axis runs too far or too short. Beneath a module it cannot be seen any more: look before the module goes in.',
  }),
})
