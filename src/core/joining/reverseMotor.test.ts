import { describe, expect, it } from 'vitest'
import { review } from '@/core/findings'
import { apply, landingOf, type DeviceId, type Plan } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { DEMOS } from '@demo/scenarios'
import { reverseMotor } from '.'

const motor = 'device:m1' as DeviceId
const reversed = (plan: Plan): Plan => {
  const outcome = apply(plan, reverseMotor(plan, motor)!)
  if (outcome.kind === 'refused') throw new Error('refused')
  return outcome.plan
}
const leads = (plan: Plan) =>
  Object.values(plan.wires).flatMap((wire) => {
    const [a, b] = [landingOf(plan, wire!.from), landingOf(plan, wire!.to)]
    const own = a?.device === motor ? a : b?.device === motor ? b : null
    return own ? [`${(own === a ? b : a)!.terminal} ${own.terminal}`] : []
  })

describe('a motor reversed on purpose', () => {
  it.each([
    ['by its own leads', clayPrinter()],
    ['in a plug', DEMOS['clay-printer']!()],
  ])('%s: one pair exchanged, nothing said against it, and twice is as before', (_, plan) => {
    const once = reversed(plan)
    expect(leads(plan)).toEqual(['M1A+ A+', 'M1A- A-', 'M1B+ B+', 'M1B- B-'])
    expect(leads(once)).toEqual(['M1A+ A-', 'M1A- A+', 'M1B+ B+', 'M1B- B-'])
    expect(review(once).map(({ id }) => id)).toEqual(review(plan).map(({ id }) => id))
    expect(leads(reversed(once))).toEqual(leads(plan))
  })
  it('a motor with a lead open is left as it is', () => {
    const plan = clayPrinter()
    const wires = Object.fromEntries(
      Object.entries(plan.wires).filter(([, wire]) => landingOf(plan, wire!.to)?.device !== motor),
    )
    expect(reverseMotor({ ...plan, wires: wires as Plan['wires'] }, motor)).toBeNull()
  })
})
