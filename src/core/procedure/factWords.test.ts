import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import type { Plan } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../../tests/builds'
import { FACTS_VERSION } from './facts'
import { factWordsOf, progressOf, type SignOff } from '.'

const KEPT: readonly (readonly [string, Plan])[] = [
  ...Object.entries(DEMOS).map(([name, make]) => [name, make!()] as const),
  ...BUILDS.map(({ name, plan }) => [name, plan] as const),
]

/** How the schema writes an identity: its kind, a colon, and what nobody calls it. */
const IDENTITY = /\b(?:enclosure|part|device|wire|cable|raceway|state):[A-Za-z0-9_.-]/

describe('what changed since a sign-off', () => {
  it.each(KEPT)('%s: in words, without an identity, whatever was signed', (_, plan) => {
    const { procedure } = evaluate(plan, [])
    const acts = procedure.flatMap((step) => step.acts)
    // Of each kind of fact all codes that occur in this plan, and one of things that are gone since.
    const codes = new Map<string, string[]>()
    for (const { facts } of acts)
      for (const [key, code] of Object.entries(facts)) {
        const gone = code.replace(/((?:part|device|wire|raceway):)[A-Za-z0-9_.-]+/g, '$1gone')
        codes.set(key, [...(codes.get(key) ?? []), code, gone])
      }
    const log = acts.map((act, n): SignOff => {
      const other = Object.keys(act.facts).map((key) => {
        const known = codes.get(key)!
        return [key, key === 'version' ? FACTS_VERSION : known[(n * 7 + 1) % known.length]!]
      })
      return { step: act.id, kind: 'signed', facts: Object.fromEntries(other) as Record<string, string> }
    })
    const standings = [...progressOf(procedure, log, undefined, factWordsOf(plan)).values()]
    const told = standings.flatMap(({ changed }) => changed)
    expect(told.length).toBeGreaterThan(0)
    expect(told.filter((words) => IDENTITY.test(words))).toEqual([])
    expect(told.filter((words) => / → $|: → |undefined|null/.test(words))).toEqual([])
  })
})
