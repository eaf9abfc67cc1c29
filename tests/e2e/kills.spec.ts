import { expect, test } from '@playwright/test'
import { randomFrom } from '../fuzz/random'
import { killOnce, KILLS } from '../torture/kills'
import { tenWriters } from '../torture/writers'

/** A little of what `npm run torture` does as long as asked. */
const ROUNDS = 4

test.describe.configure({ timeout: 240_000 })

for (const [i, kind] of KILLS.entries()) {
  test(`killed ${ROUNDS} times in ${kind}: the file is whole, and all that was acknowledged is there`, async () => {
    for (let round = 0; round < ROUNDS; round += 1)
      expect(await killOnce(kind, randomFrom(1000 * i + round))).toEqual([])
  })
}

test('ten writers on one plan: its history replays to the document, to the byte', async () => {
  const { faults, committed } = await tenWriters(300, 8)
  expect(faults).toEqual([])
  expect(committed).toBeGreaterThanOrEqual(300)
})
