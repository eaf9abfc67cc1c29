import { fittedRating, terminalKey, waysFrom } from '@/core/model'
import { outletOf, type DeviceId, type TerminalId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly current_A: number
  readonly rated_A: number
  /** What is plugged into its outlets is not said: so much the device ahead of them lets through. */
  readonly isPerhaps: boolean
}

/** The most that outlets behind an inlet draw before a device of the box ahead of them, or their own make, bounds it. */
function letsOutlets_A(context: Context, inlet: DeviceId): number {
  const { behaviour } = context.part(inlet)
  if (behaviour.kind !== 'mains-inlet') return 0
  const ways = waysFrom(context.model, terminalKey(inlet, behaviour.line))
  const lets = context.devices.flatMap(({ id, part }) => {
    if (part.behaviour.kind !== 'outlet') return []
    const line = (Object.keys(part.terminals) as TerminalId[]).find((key) => part.terminals[key]!.function === 'L')
    const way = line && ways.get(context.model.jointOf(terminalKey(id, line)))
    if (!way) return []
    const devices = way.flatMap(({ device, link }) => {
      const rating_A = link.kind === 'protective' ? fittedRating(context.device(device), link).rating_A : null
      return rating_A === null ? [] : [{ key: `${device} ${link.id}`, rating_A }]
    })
    const least = devices.toSorted((a, b) => a.rating_A - b.rating_A)[0]
    const made_A = part.terminals[line]!.rated_A ?? Infinity
    return [{ key: least?.key ?? id, lets_A: Math.min(least?.rating_A ?? Infinity, made_A) }]
  })
  // Outlets behind one device share what it lets through.
  const byDevice = new Map<string, number>()
  for (const { key, lets_A } of lets) byDevice.set(key, Math.max(byDevice.get(key) ?? 0, lets_A))
  const sum_A = [...byDevice.values()].reduce((sum, each_A) => sum + each_A, 0)
  return Number.isFinite(sum_A) ? Math.min(sum_A, outletOf(context.plan, inlet).breaker_A) : 0
}

export const inletOverloaded = defineRule<Facts>({
  severity: 'stop',
  title: 'Inlet and cord carry more than they are made for',
  stage: 'feed',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const { behaviour } = part
      if (behaviour.kind !== 'mains-inlet') return []
      const rail = context.reckoning.rails.find(({ kind, source }) => kind === 'mains' && source === id)
      const current_A = rail?.load.value ?? null
      const { rated_A } = behaviour
      if (current_A !== null && current_A > rated_A * (1 + 1e-9))
        return [{ device: id, current_A, rated_A, isPerhaps: false }]
      const lets_A = letsOutlets_A(context, id)
      return lets_A > rated_A * (1 + 1e-9) ? [{ device: id, current_A: lets_A, rated_A, isPerhaps: true }] : []
    }),
  word: ({ device, current_A, rated_A, isPerhaps }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: isPerhaps
      ? `Outlets may ask ${formatNumber(current_A)} A of ${context.device(device).tag} before anything opens, and it is made for ${formatNumber(rated_A)} A`
      : `${formatNumber(current_A)} A come in through ${context.device(device).tag}, made for ${formatNumber(rated_A)} A`,
    why: isPerhaps
      ? 'Nobody knows what will be plugged in. Take a fuse or breaker of no more than the inlet before the outlets, or an inlet and cord for more.'
      : 'The plug and the cord that fits it are rated alike: their contacts discolour, then melt. Take an inlet for more, or fewer loads at a time.',
  }),
})
