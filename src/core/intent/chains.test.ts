import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PlanBuilder } from '@/core/patterns'
import { compile } from '@/core/model'
import { review } from '@/core/findings'
import type { Plan } from '@/core/plan'
import { chainOrders, dataChains } from '.'

/** Strings numbered as given, one behind another on a sender. */
function line(numbers: readonly number[], closes = false): Plan {
  const b = new PlanBuilder('A line of data', 'IEC').device('A1', 'pixel-controller-4', 'Controller')
  numbers.forEach((n, i) => b.device(`H${i + 1}`, 'pixels-5', `Lamp ${n}`))
  b.wire('A1.D1', 'H1.D', 'signal')
  numbers.slice(1).forEach((_, i) => b.wire(`H${i + 1}.DO`, `H${i + 2}.D`, 'signal'))
  if (closes) b.wire(`H${numbers.length}.DO`, 'H1.D', 'signal')
  return b.build()
}

const isRising = (numbers: readonly number[]) => numbers.every((n, i) => i === 0 || numbers[i - 1]! < n)

// Common practice: a program that sends to addressable pixels counts them from where the data comes in.
describe('what hangs in one line of data', () => {
  it('is told in the order of the line, and only where that is not how it is counted', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 99 }), { minLength: 2, maxLength: 6 }), (numbers) => {
        const plan = line(numbers)
        const model = compile(plan)
        expect(dataChains(model).map(({ devices }) => devices.length)).toEqual([numbers.length])
        const [found, ...more] = chainOrders(plan, model)
        expect(more).toEqual([])
        expect(found === undefined).toBe(isRising(numbers))
        if (!found) return
        expect(found.counted.map((id) => Number(plan.devices[id]!.name.slice(5)))).toEqual(
          numbers.toSorted((a, b) => a - b),
        )
        expect(found.isReversed).toBe(isRising(numbers.toReversed()))
      }),
      { numRuns: 40 },
    )
  })

  it('comes to an end where it runs in a ring', () => {
    expect(dataChains(compile(line([1, 2, 3], true))).every(({ devices }) => devices.length <= 3)).toBe(true)
  })

  it('is only a note where names alone run the other way', () => {
    const told = (numbers: readonly number[]) =>
      review(line(numbers)).flatMap(({ rule, severity }) => (rule === 'chain-order' ? [severity] : []))
    expect(told([3, 2, 1])).toEqual(['note'])
    expect(told([1, 3, 2])).toEqual(['caution'])
  })
})
