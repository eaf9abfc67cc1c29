import fc from 'fast-check'
import { expect, it } from 'vitest'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../../tests/builds'
import type { DeviceId, Plan } from '@/core/plan'
import { presentPlan, whatComesLater } from '@/core/plan'
import { parsePlan } from '@/core/plan/schema'
import { evaluate } from '@/core/evaluate'

const PLANS: readonly Plan[] = [
  ...Object.values(DEMOS).map((make) => make()),
  ...BUILDS.map(({ plan }) => plan).filter((plan) => whatComesLater(plan).devices.size === 0),
]

const withLater = (plan: Plan, ids: readonly DeviceId[]): Plan => ({
  ...plan,
  devices: {
    ...plan.devices,
    ...Object.fromEntries(ids.map((id) => [id, { ...plan.devices[id]!, comes: 'later' as const }])),
  },
})

const somePlan = fc.constantFrom(...PLANS).chain((plan) =>
  fc.record({
    plan: fc.constant(plan),
    ids: fc.subarray(Object.keys(plan.devices) as DeviceId[], { minLength: 1 }),
  }),
)

it('is a plan of the schema, holds nothing of what comes later, and keeps every place that it will take', () =>
  fc.assert(
    fc.property(somePlan, ({ plan, ids }) => {
      const staged = withLater(plan, ids)
      const present = presentPlan(staged)
      const { devices, wires } = whatComesLater(staged)
      expect(parsePlan(JSON.parse(JSON.stringify(present))).kind).toBe('plan')
      expect(Object.keys(present.devices).some((id) => devices.has(id as DeviceId))).toBe(false)
      expect(Object.keys(present.wires)).toHaveLength(Object.keys(staged.wires).length - wires.size)
      for (const id of wires)
        for (const end of [staged.wires[id]!.from, staged.wires[id]!.to])
          if (end.kind === 'terminal' && !devices.has(end.device))
            expect(present.devices[end.device]!.leftOpen.map(({ at }) => at)).toContain(end.terminal)
    }),
    { numRuns: 40 },
  ))

it('is the same object where all comes now', () => {
  for (const plan of PLANS) expect(presentPlan(plan)).toBe(plan)
})

it('what comes later is a stop to nobody: whatever is left to come, no device of it is named by one', () =>
  fc.assert(
    fc.property(somePlan, ({ plan, ids }) => {
      const staged = withLater(plan, ids)
      const { devices, wires } = whatComesLater(staged)
      for (const { severity, subjects } of evaluate(staged, []).findings) {
        if (severity === 'note') continue
        for (const subject of subjects) {
          if (subject.kind === 'device') expect(devices.has(subject.id)).toBe(false)
          if (subject.kind === 'terminal') expect(devices.has(subject.device)).toBe(false)
          if (subject.kind === 'wire') expect(wires.has(subject.id)).toBe(false)
        }
      }
    }),
    { numRuns: 12 },
  ))

it('every step that a staged plan has comes once, and none waits in a circle', () =>
  fc.assert(
    fc.property(somePlan, ({ plan, ids }) => {
      const { procedure } = evaluate(withLater(plan, ids), [])
      const names = procedure.flatMap((step) => [step.id, ...step.acts.map(({ id }) => id)])
      expect(new Set(names).size).toBe(names.length)
    }),
    { numRuns: 12 },
  ))
