import { splitKey, type TerminalKey } from '@/core/model'
import type { WireId } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import type { Act, TestGroup } from '../types'
import { ALLOWANCE_OHM, wiresTo, type ClosedWays } from './closedWays'
import { actOf, type Draft } from './draft'
import type { FactsOf } from './checks'

/** Two terminals that a lead joins, by way of whatever is closed between them. */
export interface LeadTest extends Pick<Draft, 'title' | 'lines' | 'why'> {
  readonly id: string
  readonly group: TestGroup
  readonly red: TerminalKey
  readonly black: TerminalKey
  readonly ifOff: string
  readonly source?: string
}

/** Continuity from where the ways begin to one of the terminals they reach. */
export function leadAct(
  ways: ClosedWays,
  common: {
    readonly making: (wire: WireId) => string
    readonly factsOf: FactsOf
    readonly cautions: readonly string[]
  },
  { id, group, red, black, ifOff, source = cite(SOURCES.practice), ...draft }: LeadTest,
): Act {
  const made = [...new Set(wiresTo(ways, black).map((wire) => common.making(wire)))]
  return actOf({
    ...draft,
    id,
    phase: 'checks',
    tools: ['meter'],
    device: splitKey(black).device,
    minutes: 1,
    cautions: common.cautions,
    after: made,
    reading: {
      what: 'Resistance from end to end',
      unit: 'Ω',
      from: null,
      to: Math.round((ways.get(black)!.ohm + ALLOWANCE_OHM) * 100) / 100,
    },
    facts: { wires: common.factsOf(made) },
    test: { group, red, black, situation: 'dead', meter: 'ohms', held: null, ifOff, source },
  })
}
