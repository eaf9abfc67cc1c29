import { Linter } from 'eslint'
import { describe, expect, it } from 'vitest'
import own from '../../scripts/lint/oneWalk.mjs'

/** Whether the project's own lint rule takes a piece of code for a walk of its own. */
function isWalk(code: string): boolean {
  const found = new Linter().verify(code, [
    { plugins: { own: own as never }, rules: { 'own/one-walk': 'error' }, languageOptions: { ecmaVersion: 2022 } },
  ])
  expect(found.filter(({ fatal }) => fatal)).toEqual([])
  return found.length > 0
}

describe('a walk of its own is refused', () => {
  it.each([
    ['a queue that is taken from', 'while (queue.length > 0) { const at = queue.pop(); queue.push(at.next) }'],
    ['a list counted through as it grows', 'for (let i = 0; i < queue.length; i += 1) queue.push(queue[i].next)'],
    ['a set walked while it is filled', 'for (const joint of seen) for (const to of edges[joint]) seen.add(to)'],
    ['a map walked while it is filled', 'for (const [key, way] of found) found.set(next(key), way)'],
    [
      'until nothing grows',
      'for (let isGrown = true; isGrown;) { isGrown = false; if (x) { seen.add(a); isGrown = true } }',
    ],
  ])('%s', (_, code) => expect(isWalk(code)).toBe(true))

  it.each([
    ['another list is filled', 'for (const passage of model.passages) found.push(passage.id)'],
    ['another field of the same thing is filled', 'for (const each of draft.devices) draft.left.push(each)'],
    ['a value is replaced by another', 'for (const [id, one] of circuits) circuits.set(id, { ...one })'],
    ['the bounded rounds of a fixed point', 'for (let round = 0; round < 8; round += 1) if (!step()) break'],
  ])('but not where %s', (_, code) => expect(isWalk(code)).toBe(false))
})
