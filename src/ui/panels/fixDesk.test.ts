import { describe, expect, it } from 'vitest'
import type { Trial } from '@/core/evaluate'
import { emptyPlan } from '@/core/plan'
import { FixDesk, type Fix } from './fixDesk'

const fix = (label: string): Fix => ({ label, commands: [{ type: 'setSite', changes: { ambient_C: 30 } }] })
const tried = (raised: readonly string[]) =>
  ({ kind: 'tried', raised: raised.map((what) => ({ severity: 'stop', what })), mended: [] }) as unknown as Trial

function desk() {
  const answers: ((trial: Trial | Error) => void)[] = []
  const made: string[] = []
  const own = new FixDesk({
    plan: () => emptyPlan('x', 'IEC'),
    tryEdit: () => new Promise((done) => answers.push(done)),
    edit(label) {
      made.push(label)
      return label === 'refused' ? [{ path: '', message: 'it does not fit' }] : []
    },
  })
  return { own, answers, made }
}

describe('a fix that is being tried', () => {
  it('is taken when it brings nothing new, whether or not anybody looks, and says so', async () => {
    const { own, answers, made } = desk()
    const stop = own.subscribe(() => undefined)
    const trial = own.tryFirst(fix('Size it'))
    expect(own.snapshot()).toMatchObject({ kind: 'trying', fix: { label: 'Size it' } })
    // The drawer shuts.
    stop()
    answers[0]!(tried([]))
    await trial
    expect(made).toEqual(['Size it'])
    expect(own.snapshot()).toMatchObject({ kind: 'done', fix: { label: 'Size it' } })
  })
  it('that would bring something with it waits for a decision', async () => {
    const { own, answers, made } = desk()
    const trial = own.tryFirst(fix('Size it'))
    answers[0]!(tried(['a stop']))
    await trial
    expect(made).toEqual([])
    expect(own.snapshot()).toMatchObject({ kind: 'doubt' })
    own.take(fix('Size it'))
    expect(made).toEqual(['Size it'])
  })
  it('gives way to the next one, and its answer that comes late does nothing', async () => {
    const { own, answers, made } = desk()
    const first = own.tryFirst(fix('one'))
    const second = own.tryFirst(fix('two'))
    answers[0]!(tried([]))
    await first
    expect(made).toEqual([])
    answers[1]!(tried([]))
    await second
    expect(made).toEqual(['two'])
  })
  it('that cannot be tried, or is refused, says why', async () => {
    const { own, answers } = desk()
    const one = own.tryFirst(fix('one'))
    answers[0]!(new Error('no worker'))
    await one
    expect(own.snapshot()).toMatchObject({ kind: 'failed', why: 'It could not be tried: no worker' })
    own.take(fix('refused'))
    expect(own.snapshot()).toMatchObject({ kind: 'failed', why: 'it does not fit' })
  })
})
