import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { apply, type Command, type Plan, type WireId } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { nameWires, retag, WIRE_SCHEMES } from '.'

const done = (plan: Plan, commands: readonly Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
  return outcome.plan
}
const plan = clayPrinter()
const ids = Object.keys(plan.wires) as WireId[]
const labels = (at: Plan) => Object.values(at.wires).map((wire) => wire!.label)

describe('wires by a scheme', () => {
  it.each(WIRE_SCHEMES)('%s: each a name of its own, and none changes twice', (scheme) => {
    const named = done(plan, nameWires(plan, ids, scheme))
    expect(new Set(labels(named)).size).toBe(ids.length)
    for (const label of labels(named)) expect(label.length).toBeLessThanOrEqual(24)
    expect(nameWires(named, ids, scheme)).toEqual([])
  })
  it('some of them keep clear of the others', () => {
    const some = ids.slice(10, 20)
    const named = done(plan, nameWires(plan, some, 'number', 'W', 1))
    expect(new Set(labels(named)).size).toBe(ids.length)
    for (const id of ids.filter((each) => !some.includes(each)))
      expect(named.wires[id]!.label).toBe(plan.wires[id]!.label)
  })
  it('by what they do: earths PE1 on, lines L1 on', () => {
    const named = done(plan, nameWires(plan, ids, 'function'))
    for (const wire of Object.values(named.wires))
      expect(wire!.label).toMatch(
        { L: /^L\d/, N: /^N\d/, PE: /^PE\d/, 'V+': /^P\d/, 'V-': /^M\d/, signal: /^S\d/ }[wire!.function],
      )
  })
})

describe('devices tagged anew', () => {
  it('from 1 without gaps by kind; nothing that is joined or wrong changes', () => {
    const tagged = done(plan, retag(plan))
    const tags = Object.values(tagged.devices).map((device) => device!.tag)
    expect(new Set(tags).size).toBe(tags.length)
    expect(tagged.wires).toEqual(plan.wires)
    const marks = (at: Plan) =>
      evaluate(at)
        .findings.map(({ rule, severity }) => `${severity} ${rule}`)
        .sort()
    expect(marks(tagged)).toEqual(marks(plan))
    expect(retag(tagged)).toEqual([])
  })
})
