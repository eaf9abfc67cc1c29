import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emptyPlan, newCable, type CableId, type Command, type Plan } from '@/core/plan'
import { plugOf } from './make'
import { dealLeads } from './deal'

interface Given {
  readonly has_mm: number
  /** Null: it lies loose in the kit. */
  readonly wants_mm: number | null
}

/** A kit's leads, each plugged in somewhere or loose; who it is plugged into does not matter here. */
function kit(given: readonly Given[]): Plan {
  const mates = { device: 'device:a1' as never, connector: 'c', seated: 'right' as const }
  return {
    ...emptyPlan('Kit', 'IEC'),
    cables: Object.fromEntries(
      given.map(({ has_mm, wants_mm }, i) => {
        const end = { ...plugOf('2.5', 4), mates: wants_mm === null ? null : mates }
        const cable = newCable({
          name: `C${i}`,
          printed: `C${i}`,
          od_mm: null,
          premade: true,
          length_mm: has_mm,
          flexClass: 'fixed',
          shielded: false,
          origin: 'new',
          ends: { a: end, b: end },
        })
        return [`cable:c${i}`, cable]
      }),
    ),
  }
}

const idOf = (i: number) => `cable:c${i}` as CableId
const lengthsOf = (plan: Plan) => Object.values(plan.cables).map((cable) => cable!.length_mm!)
const wanted = (given: readonly Given[]) => (id: CableId) => {
  const own = given[Number(id.slice('cable:c'.length))]!.wants_mm
  return own === null ? null : { least_mm: own, good_mm: own + 50 }
}
/** As the edit does it; who the leads are plugged into is not in this plan. */
const changed = (plan: Plan, commands: readonly Command[]): Plan =>
  commands.reduce<Plan>(
    (now, command) =>
      command.type === 'updateCable'
        ? {
            ...now,
            cables: { ...now.cables, [command.id]: { ...now.cables[command.id]!, ...(command.changes as object) } },
          }
        : now,
    plan,
  )
const shortIn = (given: readonly Given[], lengths: readonly number[]) =>
  given.filter(({ wants_mm }, i) => wants_mm !== null && lengths[i]! < wants_mm).length

/** As many as any dealing lets reach: the nearest places first, each with the shortest lead that reaches (an exchange argument shows it). */
function mostThatReach(given: readonly Given[]): number {
  const leads = given.map(({ has_mm }) => has_mm).sort((a, b) => a - b)
  const wants = given.flatMap(({ wants_mm }) => wants_mm ?? []).sort((a, b) => a - b)
  let reached = 0
  for (const length of leads) if (wants[reached] !== undefined && length >= wants[reached]!) reached += 1
  return reached
}

describe('a kit’s like leads', () => {
  it('are dealt out so that as many reach as can, none lost and none made', () => {
    const lead = fc.record({
      has_mm: fc.integer({ min: 200, max: 900 }),
      wants_mm: fc.option(fc.integer({ min: 150, max: 950 }), { freq: 3 }),
    })
    fc.assert(
      fc.property(fc.array(lead, { minLength: 1, maxLength: 8 }), (given) => {
        const plan = kit(given)
        const [deal, ...more] = dealLeads(plan, wanted(given))
        expect(more).toEqual([])
        const places = given.filter(({ wants_mm }) => wants_mm !== null).length
        const least = places - mostThatReach(given)
        const before = shortIn(given, lengthsOf(plan))
        if (!deal) {
          expect(before).toBe(least)
          return
        }
        const dealt = changed(plan, deal.commands)
        const after = Object.values(dealt.cables)
        expect(shortIn(given, lengthsOf(dealt))).toBe(least)
        expect([deal.short, deal.stillShort]).toEqual([before, least])
        const prints = (cables: typeof after) => cables.map((cable) => `${cable!.printed} ${cable!.length_mm}`).sort()
        expect(prints(after)).toEqual(prints(Object.values(plan.cables)))
        // Asked again it has nothing more to offer.
        const again = after.map((cable, i) => ({ has_mm: cable!.length_mm!, wants_mm: given[i]!.wants_mm }))
        expect(dealLeads(dealt, wanted(again))).toEqual([])
      }),
      { numRuns: 300 },
    )
  })

  it('stay where they are while all reach, whatever is left over', () => {
    const given = [
      { has_mm: 900, wants_mm: 200 },
      { has_mm: 400, wants_mm: 350 },
    ]
    expect(dealLeads(kit(given), wanted(given))).toEqual([])
  })

  it('are not exchanged with leads of other plugs', () => {
    const given = [
      { has_mm: 300, wants_mm: 600 },
      { has_mm: 900, wants_mm: 200 },
    ]
    const plan = kit(given)
    const other = { ...plan.cables[idOf(1)]!, ends: { a: plugOf('2.0', 4), b: plugOf('2.0', 4) } }
    expect(dealLeads(plan, wanted(given))[0]!.moves).toEqual([
      { at: idOf(0), gets: idOf(1) },
      { at: idOf(1), gets: idOf(0) },
    ])
    expect(dealLeads({ ...plan, cables: { ...plan.cables, [idOf(1)]: other } }, wanted(given))).toEqual([])
  })
})
