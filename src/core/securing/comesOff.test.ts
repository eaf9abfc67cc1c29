import { DEMOS } from '@demo/scenarios'
import { describe, expect, it } from 'vitest'
import { reckon } from '@/core/figures'
import { apply, type CableId, type Command, type DeviceId, type Plan, type RacewayId } from '@/core/plan'
import { comesOff, comesOffWords } from '.'

const PRINTER = DEMOS['clay-printer']!()
const [A1, M1] = ['device:a1', 'device:m1'] as const as readonly [DeviceId, DeviceId]
const LEAD = (Object.keys(PRINTER.cables) as CableId[]).find((id) => PRINTER.cables[id]!.name === 'Lead of Motor X')!
const gland = (Object.keys(PRINTER.raceways) as RacewayId[]).find((id) => PRINTER.raceways[id]!.name === 'M1 leads')!

function changed(...commands: readonly Command[]): Plan {
  const outcome = apply(PRINTER, commands)
  if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
  return outcome.plan
}
const off = (plan: Plan, id: DeviceId) => comesOff(plan, reckon(plan).routes.leads, id)

describe('how a thing comes off', () => {
  it('names each lead once, by its joint', () => {
    const { undone, back } = off(PRINTER, A1)
    const all = undone.flatMap(({ leads }) => leads)
    expect(new Set(all).size).toBe(all.length)
    expect(undone.find(({ joint }) => joint === 'plugs')!.leads).toContain(LEAD)
    expect(undone.some(({ joint }) => joint === 'screws')).toBe(true)
    expect(back).toEqual([])
  })

  it('a motor with a lead of its own is undone at the other end, and its lead comes back through its gland', () => {
    const plan = changed({ type: 'updateCable', id: LEAD, changes: { leadsOf: M1 } })
    const { undone, back } = off(plan, M1)
    expect(undone.flatMap(({ leads }) => leads)).not.toContain(LEAD)
    expect(back).toEqual([{ lead: LEAD, at: A1, through: [gland], isCut: false }])
    expect(comesOffWords(plan, off(plan, M1))).toContain(
      'Lead of Motor X stays on it and is undone at A1, then drawn back through M1 leads.',
    )
    // At the board it is a plug like any other.
    expect(off(plan, A1).undone.find(({ joint }) => joint === 'plugs')!.leads).toContain(LEAD)
  })

  it('counts a chain only where its links do not open, and a sleeve about its leads', () => {
    const lead = (Object.keys(PRINTER.cables) as CableId[]).find(
      (id) => PRINTER.cables[id]!.name === 'Lead of Nozzle heater',
    )!
    const heater = 'device:e2' as DeviceId
    const own: Command = { type: 'updateCable', id: lead, changes: { leadsOf: heater } }
    const chain = 'raceway:out5' as RacewayId
    const links = (opens: boolean): Command => ({
      type: 'updateRaceway',
      id: chain,
      changes: { chain: { ...PRINTER.raceways[chain]!.chain!, opens } },
    })
    const through = (plan: Plan) => off(plan, heater).back[0]?.through ?? null
    expect(through(changed(own, links(true)))).not.toContain(chain)
    expect(through(changed(own, links(false)))).toContain(chain)
    const sleeved: Command = {
      type: 'updateRaceway',
      id: chain,
      changes: { covers: [{ kind: 'sleeve', from_mm: 0, length_mm: 100, inside_mm: null }] },
    }
    expect(through(changed(own, sleeved))).toContain(chain)
  })
})
