import { terminalKey } from '@/core/model'
import type { DeviceId, Plan } from '@/core/plan'
import type { Act } from '../types'
import type { FactsOf } from './checks'
import { deadFirst } from './deadFirst'
import { actOf } from './draft'
import { capital, poleWordsOf } from './poleWords'
import { inletsOf } from './ends'

/** IEC 60204-1, 18.3 (from memory): insulation between mains and earth. */
const INSULATION_OHM = 1e6

/** Line and neutral, each against earth: joined by a load they read alike, and with nothing between them only one shows. */
export function insulationSteps(plan: Plan, mains: readonly string[], factsOf: FactsOf): readonly Act[] {
  const inlets = inletsOf(plan)
  return inlets.flatMap((inlet, i) =>
    againstEarth(plan, inlet, inlets.length > 1, i === 0 ? '' : `/${inlet}`, mains, factsOf),
  )
}

/** Of one cord. */
function againstEarth(
  plan: Plan,
  inlet: DeviceId,
  isOneOfSeveral: boolean,
  suffix: string,
  mains: readonly string[],
  factsOf: FactsOf,
): readonly Act[] {
  const { tag, part } = plan.devices[inlet]!
  const { behaviour } = plan.parts[part]!
  if (behaviour.kind !== 'mains-inlet') return []
  const { line, neutral, earth } = behaviour
  const where = isOneOfSeveral ? ` of ${tag}` : ' of the inlet'
  const words = poleWordsOf(plan.site)
  const poles = [
    { id: `check:insulation${suffix}`, name: capital(words.line), terminal: line },
    { id: `check:insulation/neutral${suffix}`, name: capital(words.neutral), terminal: neutral },
  ]
  return poles.map(({ id, name, terminal }) =>
    actOf({
      id,
      phase: 'checks',
      tools: ['meter'],
      title: `${name}${isOneOfSeveral ? where : ''} against earth`,
      lines: [
        `${isOneOfSeveral ? 'Its switch on, all plugs out' : 'Main switch on, plug out'}. The ${name.toLowerCase()} pin${where} against its earth pin.`,
        'No insulation test is this: that one puts 500 V on it (IEC 60204-1, 18.3, from memory), wants its own instrument, electronics and surge parts off first, and somebody who knows it.',
      ],
      test: {
        group: 'mains',
        red: terminalKey(inlet, terminal),
        black: earth === null ? null : terminalKey(inlet, earth),
        situation: 'dead',
        meter: 'ohms',
        held: null,
        ifOff: 'A pinched wire, a stray strand, a filter’s resistor: take leads off one by one until it is gone.',
        source: 'IEC 60204-1, 18.3 as a guide (from memory)',
      },
      minutes: 1,
      cautions: deadFirst(plan),
      after: ['covers', ...mains],
      reading: { what: `Resistance, ${name.toLowerCase()} to earth`, unit: 'Ω', from: INSULATION_OHM, to: null },
      facts: { wires: factsOf(mains) },
      why: 'A pinched wire or a stray strand shows here, not as a bang.',
    }),
  )
}
