import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEMOS } from '@demo/scenarios'
import { findAll, type RuleId } from '@/core/findings'
import { completeRules } from '@/core/findings/rules/complete'
import { earthRules } from '@/core/findings/rules/earth'
import { mainsRules } from '@/core/findings/rules/mains'
import { protectionRules } from '@/core/findings/rules/protection'
import { suppliesRules } from '@/core/findings/rules/supplies'
import { switchingRules } from '@/core/findings/rules/switching'
import { wiresRules } from '@/core/findings/rules/wires'
import { LAWS } from '@/core/laws'
import { seatsRules } from '@/core/laws/reaches/seats'
import { compile, terminalKey } from '@/core/model'
import { landingOf, type DeviceId, type PartId, type Plan, type WireId } from '@/core/plan'
import { BUILDS } from '../builds'
import { moved, ofNoKind, otherIds, otherNames, otherPrints, otherTerminals, reordered, spliced } from '../metamorphic'

/** What is found of the circuit: it must not hang on how things are called. */
const CIRCUIT: ReadonlySet<string> = new Set(
  [
    ...[LAWS.gets, LAWS.told, LAWS.stands, LAWS.known, LAWS.kindly].map(({ rules }) => rules),
    seatsRules,
    completeRules,
    earthRules,
    mainsRules,
    protectionRules,
    suppliesRules,
    switchingRules,
    wiresRules,
  ].flatMap((rules) => Object.keys(rules)),
)

/** What is found by what a person or a maker wrote, and can be found by nothing else: roles, and the prints on parts. */
const BY_WORDS: ReadonlySet<RuleId> = new Set<RuleId>([
  'roles-crossed',
  'chain-order',
  'sensors-exchanged',
  // Which pin of a controller gives pulses, and which of two data lines goes with the other, only their prints say.
  'pulses-exchanged',
  'pair-half',
  // As commons are printed where the part says no more of them; sockets by their numbers; doors by their names where they lie nowhere.
  'common-open',
  'socket-empty',
  'box-without-bond',
])

function found(plan: Plan, isByWords: boolean): readonly string[] {
  return findAll(plan)
    .filter(
      ({ severity, rule }) => severity !== 'note' && CIRCUIT.has(rule) && (isByWords || !BY_WORDS.has(rule as RuleId)),
    )
    .map(({ rule, severity }) => `${severity} ${rule}`)
    .sort()
}

const RIGHT: readonly (readonly [string, Plan])[] = [
  ...Object.entries(DEMOS).map(([name, make]) => [name, make()] as const),
  ...BUILDS.map(({ name, plan }) => [name, plan] as const),
]
const MISTAKES = BUILDS.flatMap(({ name, plan, mistakes }) =>
  mistakes.map(({ is, edit }) => [`${name}: ${is}`, () => edit(plan)] as const),
)
const drawn = [...new Set(fc.sample(fc.constantFrom(...MISTAKES), 40))]
const CASES = [...RIGHT.map(([name, plan]) => [name, () => plan] as const), ...drawn]

describe('what is solved of a circuit does not hang on words', () => {
  it.each(CASES)('%s, with other ids, in another order, and with other keys of terminals', (_name, make) => {
    const plan = make()
    const before = found(plan, true)
    expect(found(otherIds(plan), true)).toEqual(before)
    expect(found(reordered(plan), true)).toEqual(before)
    expect(found(otherTerminals(plan), true)).toEqual(before)
  })

  it.each(CASES)('%s, with other names, tags, labels and prints', (_name, make) => {
    const plan = make()
    const before = found(plan, false)
    expect(found(otherNames(plan), false)).toEqual(before)
    expect(found(otherPrints(plan), false)).toEqual(before)
  })
})

describe('where a device stands decides nothing of the circuit', () => {
  it.each(RIGHT)('%s', (_name, plan) => {
    const before = found(plan, true)
    for (const id of fc.sample(fc.constantFrom(...(Object.keys(plan.devices) as DeviceId[])), 6))
      for (const by_mm of [4, -4]) {
        const after = moved(plan, id, by_mm)
        if (after) expect(found(after, true), plan.devices[id]!.tag).toEqual(before)
      }
  })
})

/** Parts that do something by their draws alone; a fan moves air besides, which its draw does not say. */
const SAYS_ALL: ReadonlySet<string> = new Set(['heater', 'lamp', 'valve', 'pump'])

describe('what a part is called decides nothing that its draws say', () => {
  it.each(CASES)('%s', (_name, make) => {
    const plan = make()
    const before = found(plan, true)
    for (const [id, part] of Object.entries(plan.parts))
      if (SAYS_ALL.has(part!.behaviour.kind)) expect(found(ofNoKind(plan, id as PartId), true), id).toEqual(before)
  })
})

/** Whether what a wire joins stays joined without it: of two leads side by side one that is longer no longer shares as before. */
function isDoubled(plan: Plan, id: WireId): boolean {
  const { from, to } = plan.wires[id]!
  const [a, b] = [landingOf(plan, from), landingOf(plan, to)]
  if (!a || !b) return true
  const wires = Object.fromEntries(Object.entries(plan.wires).filter(([other]) => other !== id))
  const { netOf } = compile({ ...plan, wires })
  return netOf(terminalKey(a.device, a.terminal)) === netOf(terminalKey(b.device, b.terminal))
}

describe('a wire in two halves carries what it carried, and what is told of it is told of both', () => {
  // A lead up to its fuse that is spliced is one that has no fuse, and one up to it.
  const seen = (plan: Plan) =>
    new Set(found(plan, true).map((each) => each.replace('fuse-at-wrong-end', 'wire-without-protection')))
  it.each(RIGHT)('%s', (_name, plan) => {
    const before = seen(plan)
    // A core of a cable is not spliced alone, and a cord that is cut is no longer the cord that came with the thing.
    const ids = (Object.keys(plan.wires) as WireId[]).filter((id) => {
      const { from, to, cable } = plan.wires[id]!
      const kinds = [from, to].map((end) => {
        const at = landingOf(plan, end)
        return at && plan.parts[plan.devices[at.device]!.part]!.behaviour.kind
      })
      return cable === null && !kinds.includes('mains-inlet')
    })
    for (const id of fc.sample(fc.constantFrom(...ids), 6))
      if (!isDoubled(plan, id)) expect(seen(spliced(plan, id)), plan.wires[id]!.label).toEqual(before)
  })
})
