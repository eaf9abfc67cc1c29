import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { apply, type Command, type Plan, type WireId } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../../tests/builds'
import { benchEnds, endStandings, factWordsOf, progressOf, tagList, type SignOff } from '.'
import { contract } from './grouping/contract'

const edited = (plan: Plan, ...commands: Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
  return outcome.plan
}

describe('acts in groups', () => {
  it('each act stands in one group, groups wait for one another without a circle, and none is larger than it may be', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ key: fc.constantFrom('a', 'b', 'c'), after: fc.array(fc.nat(), { maxLength: 3 }) }), {
          minLength: 1,
          maxLength: 30,
        }),
        (list) => {
          const acts = list.map(({ key, after }, i) => ({
            id: String(i),
            key,
            after: i === 0 ? [] : after.map((n) => String(n % i)),
          }))
          const groups = contract(acts, ({ key }) => key, 5)
          expect(groups.flatMap((group) => group.acts.map(({ id }) => id)).sort()).toEqual(
            acts.map(({ id }) => id).sort(),
          )
          const groupOf = new Map(groups.flatMap((group, i) => group.acts.map(({ id }) => [id, i] as const)))
          const after = groups.map(
            (group, i) =>
              new Set(group.acts.flatMap((act) => act.after.map((id) => groupOf.get(id)!)).filter((n) => n !== i)),
          )
          // Taken away one by one, nothing that waits for itself is left.
          const left = new Set(groups.keys())
          for (let went = true; went && left.size > 0;) {
            went = false
            for (const i of [...left])
              if (![...after[i]!].some((n) => left.has(n))) {
                left.delete(i)
                went = true
              }
          }
          expect(left.size).toBe(0)
          for (const group of groups) {
            expect(group.acts.length).toBeLessThanOrEqual(5)
            expect(new Set(group.acts.map(({ key }) => key)).size).toBe(1)
          }
        },
      ),
    ))
  it('name runs of tags from end to end', () => {
    expect(tagList(['A3', 'A1', 'A2', 'PS1'])).toBe('A1–A3, PS1')
    expect(tagList(['A1', 'A2', 'B9', 'B10'])).toBe('A1, A2, B9, B10')
  })
})

describe('the steps of a demo', () => {
  // As many as there were before acts were put together; tests of the sheet have come since.
  it.each([
    ['clay-printer', 112],
    ['foam-gantry', 98],
    ['seedling-arm', 88],
    ['shadow-stage', 102],
  ])(
    '%s: no act of the %d that there were is lost, and three of four are done together with others',
    (name, before) => {
      const steps = evaluate(DEMOS[name]!()).procedure
      const acts = steps.flatMap((step) => step.acts)
      expect(steps.length).toBeLessThanOrEqual(Math.ceil(acts.length * 0.3))
      expect(acts.length).toBeGreaterThanOrEqual(before)
      for (const { title, doneWhen, minutes, acts } of steps) {
        expect(title).not.toMatch(/undefined|null|step:/)
        expect(doneWhen).not.toBe('')
        expect(minutes).toBe(acts.reduce((sum, act) => sum + act.minutes, 0))
      }
    },
  )
  it.each(BUILDS.map((build) => [build.name, build] as const))(
    '%s: earth before line, covers before DC, tied before proved',
    (_, build) => {
      const acts = evaluate(build.plan, []).procedure.flatMap((step) => step.acts)
      const first = (phase: string) => acts.findIndex((act) => act.phase === phase)
      const last = (phase: string) => acts.map((act) => act.phase).lastIndexOf(phase as never)
      if (first('mains') >= 0 && first('earth') >= 0) expect(last('earth')).toBeLessThan(first('mains'))
      if (first('checks') >= 0 && first('tie') >= 0) expect(last('tie')).toBeLessThan(first('checks'))
      if (first('first-power') >= 0) expect(first('first-power')).toBeGreaterThan(last('checks'))
    },
  )
  it('24 gland holes are not three hours', () => {
    const plan = DEMOS['seedling-arm']!()
    const holes = evaluate(plan).procedure.filter(({ phase }) => phase === 'holes')
    const count = evaluate(plan).reckoning.faces.reduce(
      (sum, { holes: own }) => sum + own.filter(({ state }) => state === 'make').length,
      0,
    )
    const minutes = holes.reduce((sum, step) => sum + step.minutes, 0)
    expect(minutes / count).toBeLessThan(5)
  })
})

describe('one record for end and step', () => {
  const plan = DEMOS['clay-printer']!()
  const { procedure, reckoning } = evaluate(plan)
  const ends = benchEnds(plan, reckoning)
  const id = 'wire:w27' as WireId
  const own = ends.filter(({ wire }) => wire === id)
  const tug = (kind: SignOff['kind'] = 'signed') =>
    own.map((end): SignOff => ({ step: end.id, kind, facts: end.facts }))
  const statusOf = (log: SignOff[], of = plan) => {
    const now = evaluate(of)
    return progressOf(now.procedure, log).get(`wire:${id}`)!.status
  }
  const step = procedure.flatMap(({ acts }) => acts).find((act) => act.id === `wire:${id}`)!

  it('a wire whose ends are all tugged is done, with one of them it is not', () => {
    expect(own).toHaveLength(2)
    expect(statusOf(tug())).toBe('done')
    expect(statusOf(tug().slice(0, 1))).not.toBe('done')
  })
  it('a wire signed off has both its ends made', () => {
    const log: SignOff[] = [{ step: step.id, kind: 'signed', facts: step.facts }]
    const standings = endStandings(own, log, progressOf(procedure, log))
    expect([...standings.values()]).toEqual(['good', 'good'])
  })
  it('an end that fails later undoes its wire until it is tugged again', () => {
    const signed: SignOff = { step: step.id, kind: 'signed', facts: step.facts }
    const [end] = own
    const failed: SignOff = { step: end!.id, kind: 'failed', facts: end!.facts }
    expect(statusOf([signed, failed])).not.toBe('done')
    expect(statusOf([signed, failed, { ...failed, kind: 'signed' }])).toBe('done')
    expect(statusOf([signed, { ...failed, kind: 'noted' }])).toBe('done')
  })
  it('a changed gauge brings back exactly the ends and the wire it is about', () => {
    const log = [
      ...procedure
        .flatMap(({ acts }) => acts)
        .map((act): SignOff => ({ step: act.id, kind: 'signed', facts: act.facts })),
      ...tug(),
    ]
    const after = edited(plan, { type: 'updateWire', id, changes: { size: '1.5 mm²' } })
    const now = evaluate(after)
    const progress = progressOf(now.procedure, log)
    const redone = now.procedure
      .flatMap(({ acts }) => acts)
      .filter((act) => progress.get(act.id)!.status === 'redo')
      .map((act) => act.id)
    expect(redone.filter((each) => each.startsWith('wire:'))).toEqual([`wire:${id}`])
    const standings = endStandings(benchEnds(after, now.reckoning), log, progress)
    expect(
      [...standings]
        .filter(([, status]) => status === 'redo')
        .map(([end]) => end)
        .sort(),
    ).toEqual(own.map((end) => end.id).sort())
    // Made anew at the bench, the wire needs no second signature.
    const again = benchEnds(after, now.reckoning)
      .filter(({ wire }) => wire === id)
      .map((end): SignOff => ({ step: end.id, kind: 'signed', facts: end.facts }))
    expect(progressOf(now.procedure, [...log, ...again]).get(`wire:${id}`)!.status).toBe('done')
  })
  it('says from where to where, in the words of the plan', () => {
    const log: SignOff[] = procedure
      .flatMap(({ acts }) => acts)
      .map((act) => ({ step: act.id, kind: 'signed', facts: act.facts }))
    const wire = plan.wires[id]!
    const other = Object.values(plan.wires).find(
      (each) => each!.to.kind === 'terminal' && each!.to.device !== (wire.to as { device?: string }).device,
    )!
    const after = edited(plan, { type: 'moveEnd', wire: id, side: 'to', end: other.to })
    const { changed } = progressOf(evaluate(after).procedure, log, undefined, factWordsOf(after)).get(`wire:${id}`)!
    expect(changed.join()).toMatch(/where its second end goes: [A-Z]+\d+ .+ → [A-Z]+\d+ /)
  })
})
