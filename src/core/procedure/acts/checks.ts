import { terminalKey } from '@/core/model'
import { landed, type Plan, type WireEnd, type WireId } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import type { Reckoning } from '@/core/figures'
import { UNPLUG } from '../cautions'
import type { Act } from '../types'
import { anyhow } from './across'
import { standsDead } from './closedWays'
import { continuityActs } from './continuity'
import { deadFirst } from './deadFirst'
import { MINUTES, actOf } from './draft'
import { cordEarthActs, earthContactActs, earthSteps, inletEarthOf } from './earths'
import { endsOf, inletOf } from './ends'
import { insulationSteps } from './insulation'
import { inTurn } from './inTurn'
import { mainsLeadActs, switchedLeadActs } from './mainsLeads'
import { railLeadActs, railWays } from './railLeads'
import { betweenRails, railSteps } from './railShorts'
import { settingActs } from './settings'
import { stepMaking, wiresOf } from './wires'

/** The facts of steps by their ids, as one code. */
export type FactsOf = (ids: readonly string[]) => string

/** What is proved dead, before any power: covers, earths, insulation, shorts, polarity. */
export function checkSteps(plan: Plan, reckoning: Reckoning, factsOf: FactsOf): readonly Act[] {
  const hasMains = inletOf(plan) !== undefined
  const mains = [...new Set(wiresOf(plan, 'L', 'N', 'PE').map(stepMaking(plan)))]
  const covers = hasMains && mains.length > 0 ? [coversStep(mains, factsOf)] : []
  const ends = endsOf(plan)
  const earth = inletEarthOf(plan)
  const rails = railLeadActs(plan, reckoning, factsOf, ends, earth)
  const worked = railWays(plan, reckoning, ends, anyhow(standsDead(plan)))
  return inTurn([
    ...covers,
    ...lookActs(plan, covers, factsOf),
    ...(hasMains ? earthSteps(plan, reckoning, factsOf, earth) : []),
    ...cordEarthActs(plan, reckoning, factsOf, ends, earth),
    ...earthContactActs(plan, reckoning, factsOf, ends, earth),
    ...railSteps(plan, reckoning, factsOf, worked, rails.plusProved),
    ...betweenRails(plan, reckoning, factsOf, worked),
    ...rails.acts,
    ...(hasMains ? insulationSteps(plan, mains, factsOf) : []),
    ...mainsLeadActs(plan, reckoning, factsOf, ends),
    ...switchedLeadActs(plan, reckoning, factsOf, ends),
    ...guessSteps(plan, factsOf),
    ...continuityActs(plan, reckoning, factsOf, ends),
    ...settingActs(plan),
  ])
}

function lookActs(plan: Plan, covers: readonly Act[], factsOf: FactsOf): readonly Act[] {
  const made = [...new Set((Object.keys(landed(plan).wires) as WireId[]).map(stepMaking(plan)))]
  if (made.length === 0) return []
  const hasPlugs = Object.values(plan.cables).some(
    (cable) => cable!.ends.a.kind === 'plug' || cable!.ends.b.kind === 'plug',
  )
  return [
    actOf({
      id: 'check:look',
      phase: 'checks',
      title: 'Look at every end, tug every wire',
      lines: [
        'A strand beside its clamp, insulation under a clamp, a bare end longer than its clamp, a nicked core.',
        'Tug each wire once, away from its clamp.',
        ...(hasPlugs ? ['Push each plug home until its latch is heard; two plugs alike are where they belong.'] : []),
        'Tags and colours as in the plan.',
      ],
      minutes: 2 + Math.ceil(made.length / 12),
      after: [...covers.map(({ id }) => id), ...made],
      cautions: deadFirst(plan),
      facts: { wires: factsOf(made) },
      why: 'Most faults are seen or felt before any meter finds them.',
      test: {
        group: 'look',
        red: null,
        black: null,
        situation: 'dead',
        meter: null,
        held: null,
        ifOff: 'What comes out was never clamped: make the end anew.',
        source: cite(SOURCES.practice),
      },
    }),
  ]
}

function coversStep(mains: readonly string[], factsOf: FactsOf): Act {
  return actOf({
    id: 'covers',
    phase: 'mains',
    title: 'Terminal covers back on',
    lines: ['Every bare mains terminal covered. No stray strand, nothing left in the box.'],
    minutes: 3,
    after: mains,
    cautions: [UNPLUG],
    facts: { wires: factsOf(mains) },
    why: 'From here on hands work beside these terminals.',
  })
}

const keyOfEnd = (end: WireEnd) => (end.kind === 'terminal' ? terminalKey(end.device, end.terminal) : null)

/** What is guessed, or said otherwise by another source, is measured before it gets power. */
function guessSteps(plan: Plan, factsOf: FactsOf): readonly Act[] {
  const making = stepMaking(plan)
  const joined = landed(plan)
  const nameOf = (end: WireEnd) => {
    if (end.kind !== 'terminal') return end.kind === 'parked' ? `its parked end, ${end.where}` : 'its loose plug'
    const { tag, part } = plan.devices[end.device]!
    const { block, label } = plan.parts[part]!.terminals[end.terminal]!
    return `${tag} ${block ? `${block} ` : ''}${label}`
  }
  return (Object.entries(joined.wires) as [WireId, Plan['wires'][WireId]][]).flatMap(([id, wire]): Act[] => {
    const others = wire.claims.filter(({ knownFrom }) => knownFrom !== 'measured')
    const isDoubted = wire.knownFrom === 'guessed' || (others.length > 0 && wire.knownFrom !== 'measured')
    if (!isDoubted || wire.origin === 'remove') return []
    const claimed = others.map(({ source, says }) => `${source || 'another source'} says ${says}`)
    return [
      actOf({
        id: `check:guess/${id}`,
        phase: 'checks',
        tools: ['meter'],
        wire: id,
        title: `${wire.label || id}: ${nameOf(wire.from)} to ${nameOf(wire.to)}, ${wire.knownFrom === 'guessed' ? 'guessed' : 'sources differ'}`,
        lines: [
          'Continuity from one end to the other, and to none of the pins beside it; with both ends off where electronics hang on it.',
          ...claimed,
          'When it is so, set “known from” to measured.',
        ],
        minutes: MINUTES.check,
        after: [making(id)],
        facts: { wire: factsOf([making(id)]), claims: claimed.join(';') },
        test: {
          group: 'continuity',
          red: keyOfEnd(wire.from),
          black: keyOfEnd(wire.to),
          situation: 'dead',
          meter: 'ohms',
          held: null,
          ifOff: 'The guide was wrong: measure from here to each pin beside it, and correct the plan.',
          source: cite(SOURCES.practice),
        },
        why: 'Guides contradict one another. What nobody measured is the likeliest to be wrong, and the first to burn.',
      }),
    ]
  })
}
