import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { apply, type Command, type DeviceId, type Plan, type WireId } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { withoutStale } from './withoutStale'

const edited = (plan: Plan, command: Command): Plan => {
  const outcome = apply(plan, [command])
  if (outcome.kind === 'refused') throw new Error('refused')
  return outcome.plan
}

describe('findings while a newer plan is being worked out', () => {
  const worked = edited(clayPrinter(), {
    type: 'updateWire',
    id: 'wire:w23' as WireId,
    changes: { size: '0.34 mm²' },
  })
  const evaluation = evaluate(worked)
  const about = (id: string) => (found: typeof evaluation) =>
    found.findings.filter(({ subjects }) => subjects.some((subject) => 'id' in subject && subject.id === id)).length

  it('those about what the edit touched are gone, the others stay', () => {
    expect(about('wire:w23')(evaluation)).toBeGreaterThan(0)
    const wire = edited(worked, { type: 'updateWire', id: 'wire:w23' as WireId, changes: { size: null } })
    const shown = withoutStale(evaluation, worked, wire)
    expect(about('wire:w23')(shown)).toBe(0)
    expect(shown.findings.length).toBeLessThan(evaluation.findings.length)
    const elsewhere = edited(worked, { type: 'updateDevice', id: 'device:v1' as DeviceId, changes: { note: 'x' } })
    expect(about('wire:w23')(withoutStale(evaluation, worked, elsewhere))).toBe(about('wire:w23')(evaluation))
  })

  it('nothing changes where the plan is the one that was worked out', () =>
    expect(withoutStale(evaluation, worked, worked)).toBe(evaluation))
})
