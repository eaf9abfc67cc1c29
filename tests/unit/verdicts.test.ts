import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { askedSince, RULES, VERDICT_VERSION, VERDICTS } from '@/core/findings'
import { draftEntry } from '@/core/procedure'
import { keptPlans, verdictOf } from '../verdictOf'
import { verdictPage } from '../verdictPage'

const root = join(import.meta.dirname, '../..')

it('names rules that there are, each verdict once and in order', () => {
  expect(VERDICTS.map(({ version }) => version)).toEqual(VERDICTS.map((_, i) => i + 1))
  expect(VERDICTS.at(-1)!.version).toBe(VERDICT_VERSION)
  for (const { changes } of VERDICTS)
    for (const { rules } of changes) for (const rule of rules) expect(RULES).toHaveProperty(rule)
})

it('is kept with each line of the logbook, and tells what was asked since', () => {
  expect(draftEntry({ step: 'a', kind: 'signed' }).verdict).toBe(VERDICT_VERSION)
  expect(askedSince('inrush-opens-device', 1)).toMatchObject({ version: 2 })
  expect(askedSince('inrush-opens-device', 2)).toBeNull()
  // What is asked less of makes nobody stop.
  expect(askedSince('negative-earthed-twice', 1)).toBeNull()
})

it('finds of every kept plan what this version found of it: whatever changes one is another verdict, and is listed', async () => {
  const found = Object.fromEntries(keptPlans().map(([name, plan]) => [name, verdictOf(plan)]))
  await expect(`${JSON.stringify(found, null, 1)}\n`).toMatchFileSnapshot(`../verdicts/${VERDICT_VERSION}.json`)
})

it('is told in docs as it stands', () =>
  expect(readFileSync(join(root, 'docs/verdicts.md'), 'utf8')).toBe(verdictPage()))
