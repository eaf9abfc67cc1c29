import { expect, it } from 'vitest'
import { KEPT } from '../fuzz/kept'
import { fuzzOnce, runFuzz } from '../fuzz/runFuzz'

/** `npm run torture` tries as many as asked; here enough that a careless change is met. */
it('five thousand wounded plans, commands, requests and calculator inputs: each is refused with reasons or answered', async () => {
  const { faults } = await runFuzz(5000, 8)
  expect(faults.slice(0, 10)).toEqual([])
}, 300_000)

it.each(KEPT)('$kind $seed, which failed once (%s)', async ({ kind, seed }) => {
  expect(await fuzzOnce(kind, seed)).toBeNull()
})
