import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
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

/** The browser's store, as far as the queue uses it; windows share it. */
function fakeStorage() {
  const kept = new Map<string, string>()
  return new Proxy({} as Record<string, unknown>, {
    get: (_, key) =>
      ({
        getItem: (name: string) => kept.get(name) ?? null,
        setItem: (name: string, text: string) => void kept.set(name, text),
        removeItem: (name: string) => void kept.delete(name),
      })[key as 'getItem'] ?? kept.get(key as string),
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: (_, key) =>
      kept.has(key as string) ? { configurable: true, enumerable: true, value: kept.get(key as string) } : undefined,
  })
}

describe('away from the server', () => {
  beforeEach(() => {
    vi.stubGlobal('localStorage', fakeStorage())
    vi.stubGlobal('fetch', () => Promise.reject(new Error('down')))
  })
  afterEach(() => vi.unstubAllGlobals())
  const opened = (windowId: string) => {
    const client = new StockClient(windowId)
    client.subscribe(() => undefined)
    return client
  }
  const move = (client: StockClient, moveId: string) =>
    client.change({ moves: [{ moveId, itemId: spool.id, amount: 1, why: 'came', planId: null }] })

  it('two windows of the workshop keep what each of them did', async () => {
    localStorage.setItem('glad-rafter.alive.one', String(Date.now()))
    localStorage.setItem('glad-rafter.alive.two', String(Date.now()))
    const [one, two] = [opened('one'), opened('two')]
    move(one, 'move-of-one')
    move(two, 'move-of-two')
    move(one, 'move-of-one-again')
    // Both are killed; a third window finds all three.
    localStorage.removeItem('glad-rafter.alive.one')
    localStorage.removeItem('glad-rafter.alive.two')
    const sent: string[] = []
    vi.stubGlobal('fetch', (_path: string, init?: RequestInit) => {
      if (init?.method !== 'POST') return Promise.resolve(Response.json({ items: [] }))
      sent.push(
        ...(JSON.parse(init.body as string) as { moves: { moveId: string }[] }).moves.map(({ moveId }) => moveId),
      )
      return Promise.resolve(Response.json({ items: [spool] }, { status: 201 }))
    })
    const third = opened('three')
    expect(third.snapshot().waiting).toBe(0)
    await vi.waitFor(() => expect(sent.filter((id, i) => sent.indexOf(id) === i)).toHaveLength(3))
    expect(new Set(sent)).toEqual(new Set(['move-of-one', 'move-of-two', 'move-of-one-again']))
  })

  it('what releases before this one kept for all windows together is taken up', () => {
    localStorage.setItem('glad-rafter.stock', JSON.stringify([{ items: [], moves: [] }, 'nonsense']))
    opened('one')
    expect(Object.entries(localStorage).filter(([key]) => key.startsWith('glad-rafter.stock'))).toEqual([
      ['glad-rafter.stock.workshop.one', JSON.stringify([{ items: [], moves: [] }])],
    ])
  })

  it('a change that is refused is set aside with the reason, and can be sent again', async () => {
    let isRefusing = true
    vi.stubGlobal('fetch', (_path: string, init?: RequestInit) => {
      if (init?.method !== 'POST') return Promise.resolve(Response.json({ items: [] }))
      return Promise.resolve(
        isRefusing
          ? Response.json(
              { error: { message: 'Not taken', issues: [{ path: 'moves', message: 'gone' }] } },
              { status: 422 },
            )
          : Response.json({ items: [spool] }, { status: 201 }),
      )
    })
    const client = opened('one')
    move(client, 'move-of-one')
    await vi.waitFor(() => expect(client.snapshot().held).toMatchObject([{ why: 'Not taken. moves: gone' }]))
    isRefusing = false
    client.settle(client.snapshot().held[0]!, 'again')
    await vi.waitFor(() => expect(client.snapshot()).toMatchObject({ held: [], waiting: 0, message: null }))
    // Who asked to be told is told, and undoes what hung on it.
    isRefusing = true
    const told = await new Promise((done) => client.change({}, done))
    expect(told).toBe('Not taken. moves: gone')
    expect(client.snapshot().held).toEqual([])
  })
})
