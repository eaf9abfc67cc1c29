import { enablePatches, produceWithPatches } from 'immer'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { doClash, replay, withOrder, type Patch } from './orderedPatches'

enablePatches()

type Document = Record<string, Record<string, number>>
const json = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const keys = fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f')
const records = fc.dictionary(keys, fc.integer({ min: 0, max: 9 }))
const changes = fc.array(
  fc.tuple(fc.constantFrom('put', 'drop', 'move'), fc.constantFrom('x', 'y'), keys, fc.integer({ min: 0, max: 9 })),
  { maxLength: 12 },
)

function changed(document: Document, steps: readonly (readonly [string, string, string, number])[]) {
  return produceWithPatches(document, (draft) => {
    for (const [what, record, key, value] of steps) {
      const at = draft[record]!
      if (what === 'put') at[key] = value
      else if (what === 'drop') delete at[key]
      else if (key in at) {
        delete at[key]
        at[key] = value
      }
    }
  })
}

describe('patches with their order', () => {
  it('lead forward and back to the byte, whatever was added, taken out and put back', () => {
    fc.assert(
      fc.property(records, records, changes, (x, y, steps) => {
        const before: Document = { x, y }
        const [after, patches, inverse] = changed(before, steps)
        expect(JSON.stringify(replay(before, json(withOrder(before, after, patches))))).toBe(JSON.stringify(after))
        expect(JSON.stringify(replay(after, json(withOrder(after, before, inverse))))).toBe(JSON.stringify(before))
      }),
      { seed: 8, numRuns: 800 },
    )
  })

  it('an added key whose neighbour is gone meanwhile comes last', () => {
    const patch: Patch = { op: 'add', path: ['x', 'b'], value: 2, before: 'c' }
    expect(Object.keys(replay({ x: { a: 1, d: 4 } }, [patch]).x)).toEqual(['a', 'd', 'b'])
  })

  it('a path through nothing, or through the prototype, changes nothing', () => {
    const document = { x: { a: 1 } }
    expect(replay(document, [{ op: 'add', path: ['nowhere', 'b'], value: 2, before: 'a' }])).toEqual(document)
    expect(replay(document, [{ op: 'order', path: ['__proto__'], value: ['a'] }])).toEqual(document)
    expect(({} as { b?: number }).b).toBeUndefined()
  })
})

describe('two sets of changes', () => {
  const set = (...path: (string | number)[]): Patch[] => [{ op: 'replace', path, value: 1 }]
  it.each([
    [set('site', 'mains_V'), set('site', 'mains_V'), true],
    [set('site', 'mains_V'), set('site', 'ambient_C'), false],
    [set('devices', 'a'), set('devices', 'a', 'tag'), true],
    [set('rails', 0, 'x_mm'), set('rails', 1, 'x_mm'), false],
    // A list that grew shorter: places in it are no longer what they were.
    [set('rails', 0, 'x_mm'), [{ op: 'replace', path: ['rails', 'length'], value: 1 }] as Patch[], true],
    [set('rails', 1, 'x_mm'), [{ op: 'remove', path: ['rails', 0] }] as Patch[], true],
    [set('wires', 'w1'), [{ op: 'order', path: ['wires'], value: ['w1'] }] as Patch[], false],
  ])('%# clash: %j and %j', (mine, theirs, expected) => {
    expect(doClash(mine, theirs)).toBe(expected)
    expect(doClash(theirs, mine)).toBe(expected)
  })
})
