import { Linter } from 'eslint'
import { describe, expect, it } from 'vitest'
import own from '../../scripts/lint/oneWalk.mjs'

const isList = (code: string): boolean =>
  new Linter().verify(code, [
    {
      plugins: { own: own as never },
      rules: { 'own/kinds-in-table': 'error' },
      languageOptions: { ecmaVersion: 2022 },
    },
  ]).length > 0

describe('a list of kinds beside the table is refused', () => {
  it.each(["new Set(['relay', 'contactor', 'thermostat'])", "['heater', 'fan', 'lamp'].includes(kind)"])('%s', (code) =>
    expect(isList(code)).toBe(true),
  )
  it.each([
    "['relay', 'contactor']",
    "['relay', 'contactor', 'copper']",
    "['L', 'N', 'PE']",
    '[relay, contactor, lamp]',
  ])('but not %s', (code) => expect(isList(code)).toBe(false))
})
