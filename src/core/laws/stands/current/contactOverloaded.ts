import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import type { SwitchReckoning } from '@/core/figures'
import { RATING_SLACK, defineRule } from '@/core/judging'

export const contactOverloaded = defineRule<SwitchReckoning>({
  severity: 'stop',
  title: 'Contact or transistor loaded beyond its rating',
  stage: 'guard',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.switches.filter(
      ({ loading, device }) =>
        loading.value !== null && loading.value > 100 * RATING_SLACK && plan.devices[device]!.origin !== 'remove',
    ),
  word: ({ device, link, loading, isBeyondPrinted, worst, kind, loads, system, voltage_V }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      ...[...loads]
        .sort()
        .slice(0, 6)
        .map((id) => ({ kind: 'device' as const, id })),
    ],
    alike: device,
    what: `${context.device(device).tag} ${link} switches ${formatNumber(worst.value ?? 0)} A at ${formatNumber(voltage_V)} V ${system === 'dc' ? 'DC' : 'AC'} for ${loads
      .slice(0, 4)
      .map((id) => context.device(id).tag)
      .join(', ')}: ${formatNumber(loading.value!, loading.value! < 110 ? 4 : 3)} % of what it stands of such loads`,
    why:
      kind === 'contact'
        ? 'Inrush and arcs weld a contact that its big figure, printed for resistance on alternating current, would allow: it no longer opens.'
        : 'It overheats and fails, mostly as a short: the load stays on.',
    // Where only the customary shares for inrush and direct current speak, it is trouble to come and no certain harm.
    severity: isBeyondPrinted ? 'stop' : 'caution',
  }),
})
