import { existsSync } from 'node:fs'
import { Worker } from 'node:worker_threads'
import { describe, expect, it } from 'vitest'
import { Pool, type PoolLimits } from './pool'
import { ticksOf } from './threadTime'

type Work = { readonly spin_ms?: number; readonly wait_ms?: number; readonly say?: string; readonly end?: boolean }

/** A thread that spins, waits without using the processor, says something back, or ends. */
const SOURCE = `
const { parentPort } = require('node:worker_threads')
const { readFileSync } = require('node:fs')
let thread = null
try { thread = parseInt(readFileSync('/proc/thread-self/stat', 'utf8'), 10) } catch {}
parentPort.on('message', ({ requestId, work }) => {
  if (work.end) process.exit(1)
  const until = Date.now() + (work.spin_ms ?? 0)
  while (Date.now() < until);
  if (work.wait_ms) Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, work.wait_ms)
  if (work.say === 'no') parentPort.postMessage({ requestId, kind: 'failed', message: 'not today' })
  else parentPort.postMessage({ requestId, kind: 'done', result: work.say ?? 'done' })
})
parentPort.postMessage({ kind: 'ready', thread })
`
const limits: PoolLimits = { threads: 1, processor_ms: 400, waiting: 3, memory_MB: 64 }
const pool = (own: Partial<PoolLimits> = {}) =>
  new Pool<Work, string>(() => new Worker(SOURCE, { eval: true }), { ...limits, ...own })

describe('work beside the request loop', () => {
  it('is done in its order, and says how many come first', async () => {
    const one = pool()
    const ahead: number[] = []
    const order: string[] = []
    const asked = ['a', 'b', 'c'].map((say) =>
      one.run({ spin_ms: 20, say }, say === 'c' ? { onAhead: (n) => ahead.push(n) } : {}).then(() => order.push(say)),
    )
    await Promise.all(asked)
    expect(order).toEqual(['a', 'b', 'c'])
    expect(ahead).toEqual([2, 1, 0])
  })
  it('is ended by the processor time it uses, and the next one is done', async () => {
    const one = pool()
    const [endless, next] = await Promise.all([one.run({ spin_ms: 60_000 }), one.run({ say: 'here' })])
    expect(endless).toEqual({
      kind: 'refused',
      message: 'It takes more than 0.4 s of processor time, which is the limit',
    })
    expect(next).toEqual({ kind: 'done', result: 'here' })
  })
  // Only Linux tells the time of one thread: elsewhere it is the time in which its loop was busy.
  it.skipIf(!existsSync('/proc/thread-self/stat'))(
    'waits as long as it takes where no processor time is used',
    async () => {
      expect(await pool().run({ wait_ms: 1500, say: 'late' })).toEqual({ kind: 'done', result: 'late' })
    },
  )
  it('that may take longer is allowed to', async () => {
    expect(await pool().run({ spin_ms: 800, say: 'long' }, { processor_ms: 10_000 })).toMatchObject({ kind: 'done' })
  })
  it('beyond what may wait is refused in words', async () => {
    const one = pool()
    const asked = Array.from({ length: 5 }, () => one.run({ spin_ms: 10 }))
    const outcomes = await Promise.all(asked)
    expect(outcomes.map(({ kind }) => kind)).toEqual(['done', 'done', 'done', 'done', 'refused'])
    expect(outcomes[4]).toMatchObject({ message: expect.stringMatching(/3 pieces of long work are waiting already/) })
  })
  it('that fails, or whose thread ends, is refused in words, and the next one is done', async () => {
    const one = pool()
    expect(await one.run({ say: 'no' })).toEqual({ kind: 'refused', message: 'It could not be done: not today' })
    expect(await one.run({ end: true })).toMatchObject({ kind: 'refused' })
    expect(await one.run({ say: 'again' })).toEqual({ kind: 'done', result: 'again' })
  })
  it('of two threads one goes on while the other is held', async () => {
    const two = pool({ threads: 2, processor_ms: 5000 })
    const order: string[] = []
    await Promise.all([
      two.run({ wait_ms: 600 }).then(() => order.push('long')),
      two.run({ say: 'short' }).then(() => order.push('short')),
    ])
    expect(order).toEqual(['short', 'long'])
  })
})

it('the processor time of a thread stands in fields 14 and 15, behind a name with blanks and brackets (proc(5))', () => {
  const stat = '4711 (a (b) c) S 1 1 1 0 -1 4194304 100 0 0 0 250 30 0 0 20 0 11 0 1000 0 0'
  expect(ticksOf(stat)).toBe(280)
  expect(ticksOf('nothing')).toBeNull()
})
