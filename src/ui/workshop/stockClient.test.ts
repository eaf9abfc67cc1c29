import { expect, it, vi } from 'vitest'
import type { Stocked } from '@/core/workshop'
import { StockClient } from './stockClient'

const spool: Stocked = {
  id: 'spool-one',
  kind: 'wire',
  what: 'Wire 0.75 mm², red',
  pack: null,
  price: null,
  supplier: null,
  isOffcut: false,
  amount: 0,
}

it('a change made while another is on its way is sent after it, and none is lost', async () => {
  const sent: unknown[] = []
  const answers: (() => void)[] = []
  vi.stubGlobal('fetch', (_path: string, init?: RequestInit) => {
    if (init?.method !== 'POST') return Promise.resolve(Response.json({ items: [] }))
    sent.push(JSON.parse(init.body as string))
    return new Promise((done) => answers.push(() => done(Response.json({ items: [spool] }, { status: 201 }))))
  })
  const client = new StockClient()
  client.subscribe(() => undefined)
  const move = (moveId: string, amount: number) =>
    client.change({ moves: [{ moveId, itemId: spool.id, amount, why: 'came', planId: null }] })
  client.change({ items: [spool] })
  await vi.waitFor(() => expect(answers).toHaveLength(1))
  move('move-two', 10_000)
  move('move-three', -4000)
  answers[0]!()
  await vi.waitFor(() => expect(answers).toHaveLength(2))
  answers[1]!()
  await vi.waitFor(() => expect(answers).toHaveLength(3))
  answers[2]!()
  await vi.waitFor(() => expect(client.snapshot().waiting).toBe(0))
  expect(sent).toMatchObject([
    { items: [{ id: 'spool-one' }] },
    { moves: [{ moveId: 'move-two' }] },
    { moves: [{ moveId: 'move-three' }] },
  ])
  vi.unstubAllGlobals()
})
