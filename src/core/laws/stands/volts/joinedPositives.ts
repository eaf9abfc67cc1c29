/** What the rules about joined sources share. */
import type { DeviceId } from '@/core/plan'
import { groupsBy } from '@/core/model'
import type { JoinedContext } from '@/core/judging'

export interface JoinedSource {
  readonly device: DeviceId
  readonly output: string
  readonly isOutside: boolean
}

/** Groups of sources whose positives are joined by wires, bars and fuses; what only meets behind an open contact is not joined yet. */
export function joinedPositives(context: JoinedContext): readonly (readonly JoinedSource[])[] {
  const { model } = context
  const joined = groupsBy(model, ({ passage }) => passage === null || passage.link.kind === 'protective')
  const groups = new Map<number, JoinedSource[]>()
  for (const { potential, terminal } of model.sources) {
    if (potential.kind !== '+') continue
    const root = joined[model.jointOf(terminal)]!
    groups.set(root, [
      ...(groups.get(root) ?? []),
      {
        device: potential.device,
        output: potential.output!,
        isOutside: context.part(potential.device).behaviour.kind === 'outside-source',
      },
    ])
  }
  return [...groups.values()].filter((group) => group.length > 1)
}

/**
 * What a charger gives, as a share of what its battery is called: 12 V of lead is charged at 13.5 to 14.7 V, seven cells of
 * 25.2 V at 29.4 V, four of 12.8 V at 14.6 V. From memory.
 */
const CHARGES = { least: 1.05, most: 1.25 } as const

/** Whether these are one battery and what charges it: then their positives belong together. */
export function isCharging(context: JoinedContext, sources: readonly JoinedSource[]): boolean {
  const given = sources.map(({ device, output }) => {
    const { behaviour } = context.part(device)
    const own = 'outputs' in behaviour ? behaviour.outputs.find(({ id }) => id === output) : undefined
    return { isBattery: behaviour.kind === 'battery', volt: own?.voltage_V ?? 0 }
  })
  const [battery, ...others] = given.filter(({ isBattery }) => isBattery)
  if (!battery || others.length > 0) return false
  return given.every(
    ({ isBattery, volt }) => isBattery || (volt >= battery.volt * CHARGES.least && volt <= battery.volt * CHARGES.most),
  )
}
