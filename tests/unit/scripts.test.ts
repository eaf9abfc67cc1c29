import { describe, expect, it } from 'vitest'
// @ts-expect-error -- a script, run by Node.js as it is
import { isAsLocked as isAsLockedUntyped } from '../../scripts/install.mjs'
// @ts-expect-error -- a script, run by Node.js as it is
import { Tally as UntypedTally } from '../../scripts/tally.mjs'

interface Report {
  readonly passed: number
  readonly failed: number
  readonly left?: number
  readonly errors?: readonly string[]
  readonly names?: readonly string[]
  readonly status: number | null
}
const Tally = UntypedTally as new (say: (line: string) => void) => {
  report(what: string, report: Report): void
  step(what: string, isGood: boolean): void
  skip(what: string): void
  readonly named: readonly string[]
  isGood(): boolean
  lastLine(): string
}
const isAsLocked = isAsLockedUntyped as (wanted: object, got: object) => boolean

describe('what npm test counts', () => {
  const after = (...reports: Report[]) => {
    const said: string[] = []
    const tally = new Tally((line) => said.push(line))
    for (const report of reports) tally.report('end-to-end tests', report)
    return { tally, said }
  }
  const units = { passed: 1811, failed: 0, status: 0 }

  it('is good where all ran and passed', () => {
    const { tally } = after(units, { passed: 60, failed: 0, status: 0 })
    expect(tally.isGood()).toBe(true)
    expect(tally.lastLine()).toBe('1871 passed, 0 failed, nothing skipped')
  })

  it.each<[string, Report]>([
    [
      'could not start, its port being taken',
      { passed: 0, failed: 0, errors: ['http://127.0.0.1:4391/api/plans is already used'], status: 1 },
    ],
    ['reported nothing', { passed: 0, failed: 0, errors: ['no report'], status: 1 }],
    ['reported nothing and said that all is well', { passed: 0, failed: 0, status: 0 }],
    ['ended badly after what it reported', { passed: 60, failed: 0, status: 1 }],
    ['was killed', { passed: 60, failed: 0, status: null }],
    ['had a file that did not load', { passed: 60, failed: 0, errors: ['x.spec.ts did not load'], status: 0 }],
    ['had a failure', { passed: 59, failed: 1, status: 1 }],
  ])('is not where a runner %s', (_what, report) => {
    const { tally } = after(units, report)
    expect(tally.isGood()).toBe(false)
    expect(tally.lastLine()).toContain(', 1 failed')
  })

  it('keeps the names of what failed for the end of the log', () => {
    const { tally } = after({ ...units, failed: 1, names: ['a.test.ts: adds up'], status: 1 })
    tally.step('lint', true)
    tally.step('the bench', false)
    expect(tally.named).toEqual(['a.test.ts: adds up', 'the bench'])
    expect(tally.lastLine()).toContain('1812 passed, 2 failed')
  })

  it('says what did not run, and why', () => {
    const { tally } = after({ ...units, left: 2 })
    tally.skip('the comparison with the simulator (missing)')
    expect(tally.lastLine()).toBe(
      '1811 passed, 0 failed, skipped: 2 end-to-end tests marked to be left out; the comparison with the simulator (missing)',
    )
  })
})

describe('packages are as the lock file has them', () => {
  const lock = {
    '': { name: 'x' },
    'node_modules/a': { version: '1.0.0' },
    'node_modules/b-darwin': { version: '2.0.0', optional: true },
  }
  it('whatever the times of files', () =>
    expect(isAsLocked(lock, { 'node_modules/a': { version: '1.0.0' } })).toBe(true))
  it('not with another version', () => expect(isAsLocked(lock, { 'node_modules/a': { version: '1.0.1' } })).toBe(false))
  it('not with one missing', () => expect(isAsLocked(lock, {})).toBe(false))
})
