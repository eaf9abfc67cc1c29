import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { apply, type WireId } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { BATCH_BY, batchesOf, benchEnds, toolChanges } from '.'

const plan = clayPrinter()
const endsOf = (of: typeof plan) => benchEnds(of, evaluate(of).reckoning)
const batches = batchesOf(plan, endsOf(plan), 'tool')

describe('batches of wire ends', () => {
  it('hold every end of every wire once', () => {
    const steps = batches.flatMap(({ ends }) => ends.map(({ id }) => id))
    expect(new Set(steps).size).toBe(steps.length)
    expect(steps).toHaveLength(2 * Object.keys(plan.wires).length)
  })
  it('keep to one tool and one die', () => {
    for (const { ends } of batches)
      expect(new Set(ends.map(({ treatment }) => `${treatment.treatment} ${treatment.die}`)).size).toBe(1)
  })
  it('are named by what is made', () =>
    expect(batches.map(({ title }) => title)).toEqual(
      expect.arrayContaining([
        'Blade receptacle 6.3 mm, blue',
        'Crimp contact, 2.5 mm pitch',
        'Eyelet M4, blue',
        'Ferrule 0.75 · 8, grey',
        'Ferrule 2.5 · 8, blue',
      ]),
    ))
  it('an end remembers what it was made under: a changed size is another fact', () => {
    const outcome = apply(plan, [{ type: 'updateWire', id: 'wire:w27' as WireId, changes: { size: '1.5 mm²' } }])
    if (outcome.kind === 'refused') throw new Error('refused')
    const find = (list: typeof batches) => list.flatMap(({ ends }) => ends).find(({ id }) => id === 'end:wire:w27:to')!
    expect(find(batchesOf(outcome.plan, endsOf(outcome.plan), 'tool')).facts).not.toEqual(find(batches).facts)
  })
  it('leaves out what comes out of the machine', () => {
    const outcome = apply(plan, [{ type: 'updateWire', id: 'wire:w27' as WireId, changes: { origin: 'remove' } }])
    if (outcome.kind === 'refused') throw new Error('refused')
    expect(
      batchesOf(outcome.plan, endsOf(outcome.plan), 'tool')
        .flatMap(({ ends }) => ends)
        .some(({ wire }) => wire === 'wire:w27'),
    ).toBe(false)
  })
  it('hold every end once whichever way they are made, and by tool nothing is set twice', () => {
    const ends = endsOf(plan)
    for (const by of BATCH_BY) {
      const ids = batchesOf(plan, ends, by).flatMap((batch) => batch.ends.map(({ id }) => id))
      expect([...ids].sort()).toEqual(ends.map(({ id }) => id).sort())
    }
    const settings = new Set(ends.map(({ treatment }) => `${treatment.tool} ${treatment.die}`))
    expect(toolChanges(batchesOf(plan, ends, 'tool'))).toBe(settings.size - 1)
    expect(toolChanges(batchesOf(plan, ends, 'tool'))).toBeLessThan(toolChanges(batchesOf(plan, ends, 'cable')))
  })
})
