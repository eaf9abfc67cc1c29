import type { TerminalKey } from '@/core/model'
import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { bridgeBetween, takeOut, hasDetour, defineRule } from '@/core/judging'

interface Facts {
  readonly ways: readonly { readonly device: DeviceId; readonly link: string; readonly ends: readonly TerminalKey[] }[]
  readonly together_A: number | null
}

export const fusesJoined = defineRule<Facts>({
  severity: 'caution',
  title: 'Fuses beside one another',
  stage: 'guard',
  source: SOURCES.iec60364Overload,
  find: ({ model, plan }) => {
    const loops = new Map<string, Facts['ways'][number][]>()
    for (const passage of model.passages) {
      const { device, link, a, b } = passage
      if (link.kind !== 'protective' || plan.devices[device]!.origin === 'remove') continue
      if (model.netOf(a) === model.netOf(b) || !hasDetour(model, passage)) continue
      const key = [model.netOf(a), model.netOf(b)].sort().join(' ')
      loops.set(key, [...(loops.get(key) ?? []), { device, link: link.id, ends: [a, b] }])
    }
    return [...loops.values()].map((ways): Facts => {
      const ratings = ways.map(({ device, link }) => {
        const fitted = plan.devices[device]!.fitted as Readonly<Record<string, { readonly rating_A: number }>>
        return fitted[link]?.rating_A ?? null
      })
      const isKnown = ratings.every((rating) => rating !== null)
      return { ways, together_A: isKnown ? ratings.reduce((sum, rating) => sum + rating!, 0) : null }
    })
  },
  word: ({ ways, together_A }, context) => ({
    subjects: [...new Set(ways.map(({ device }) => device))].map((id) => ({ kind: 'device', id })),
    what: `${ways.map(({ device, link }) => `${context.device(device).tag} ${link}`).join(' and ')} are joined behind${together_A === null ? '' : `, ${formatNumber(together_A)} A together`}: what hangs there is fed by each of them`,
    fixes: takeOut(
      context,
      bridgeBetween(
        context,
        ways.flatMap(({ ends }) => ends),
      ),
    ),
    why: 'Neither protects what is behind by its own rating, and with one taken out the leads are still live. Take off the lead that joins the two ways.',
  }),
})
