import { describe, expect, it } from 'vitest'
import type { LogEntry } from '@/core/procedure'
import * as editing from './editing'
import { LogClient, type LogTransport } from './logClient'

class FakeLogbook {
  readonly entries: LogEntry[] = []
  isDown = false
  refuses: string | null = null

  write(entry: Omit<LogEntry, 'at'>) {
    if (this.refuses === entry.step) return { status: 422, body: { error: { message: 'not that' } } }
    const known = this.entries.find(({ entryId }) => entryId === entry.entryId)
    const written = known ?? { ...entry, at: '2026-01-05T10:00:00.000Z' }
    if (!known) this.entries.push(written)
    return { status: 201, body: { entry: written } }
  }
}

interface Kept {
  text: string | null
  isFull?: boolean
}

function bench(book: FakeLogbook, kept: Kept = { text: null }, start: readonly LogEntry[] = []) {
  const client = bareBench(book, kept, start)
  client.equip(editing)
  return client
}

/** Before what reads lines has come. */
function bareBench(book: FakeLogbook, kept: Kept = { text: null }, start: readonly LogEntry[] = []) {
  let n = 0
  const transport: LogTransport = {
    async send(entry) {
      if (book.isDown) throw new Error('down')
      return book.write(entry)
    },
    async load() {
      if (book.isDown) throw new Error('down')
      return { status: 200, body: { entries: [...book.entries] } }
    },
    storage: {
      read: () => (kept.text === null ? [] : [kept.text]),
      write(text) {
        if (kept.isFull && text !== null) return false
        kept.text = text
        return true
      },
    },
    newId: () => `entry-of-this-${Math.random().toString(36).slice(2)}-${(n += 1)}`,
    now: () => '2026-01-05T09:00:00.000Z',
    wait: () => new Promise((done) => setTimeout(done, 1)),
  }
  return new LogClient(start, transport)
}

const sign = (step: string) => ({ step, kind: 'signed' as const, facts: {}, reading: null, unit: null, note: '' })
const until = async (isSo: () => boolean) => {
  for (let i = 0; i < 500 && !isSo(); i += 1) await new Promise((done) => setTimeout(done, 1))
  expect(isSo()).toBe(true)
}

describe('a sign-off', () => {
  it('that the browser has no room for says so at once, and never that it is kept', async () => {
    const book = new FakeLogbook()
    book.isDown = true
    const kept: Kept = { text: null, isFull: true }
    const client = bench(book, kept)
    client.record(sign('a'))
    expect(client.snapshot()).toMatchObject({
      isKept: false,
      message:
        'What you signed is not kept: this browser has no room: keep this window open, or save the plan file now',
    })
    await until(() => /does not answer/.test(client.snapshot().message ?? '') || client.snapshot().isKept === false)
    expect(client.snapshot().message).not.toMatch(/is kept in this browser/)
    kept.isFull = false
    book.isDown = false
    await until(() => client.snapshot().waiting === 0)
    expect(client.snapshot()).toMatchObject({ isKept: true, message: null })
    expect(book.entries.map(({ step }) => step)).toEqual(['a'])
  })
  it('counts at once and is written', async () => {
    const book = new FakeLogbook()
    const client = bench(book)
    expect(client.record(sign('a'))).toEqual([])
    expect(client.snapshot()).toMatchObject({ entries: [{ step: 'a' }], waiting: 1 })
    await until(() => client.snapshot().waiting === 0)
    expect(book.entries.map(({ step }) => step)).toEqual(['a'])
    expect(client.snapshot()).toMatchObject({ entries: [{ step: 'a' }], message: null })
  })

  it('that is no entry is told and not kept', () => {
    const client = bench(new FakeLogbook())
    expect(client.record({ ...sign('a'), note: 'x'.repeat(3000) })).toMatchObject([{ path: 'note' }])
    expect(client.snapshot().entries).toEqual([])
  })

  it('made while the server is away is kept, in its order, and sent when it is back', async () => {
    const book = new FakeLogbook()
    const kept = { text: null as string | null }
    const client = bench(book, kept)
    book.isDown = true
    for (const step of ['a', 'b', 'c']) client.record(sign(step))
    await until(() => client.snapshot().message !== null)
    expect(client.snapshot()).toMatchObject({ waiting: 3, message: expect.stringMatching(/kept in this browser/) })
    expect(kept.text).toContain('"step":"c"')
    book.isDown = false
    await until(() => client.snapshot().waiting === 0)
    expect(book.entries.map(({ step }) => step)).toEqual(['a', 'b', 'c'])
    expect(kept.text).toBeNull()
  })

  it('left by a window that was closed is sent by the next, once', async () => {
    const book = new FakeLogbook()
    const kept = { text: null as string | null }
    book.isDown = true
    bench(book, kept).record(sign('a'))
    const text = kept.text
    book.isDown = false
    const next = bench(book, { text })
    next.resume()
    expect(next.snapshot().entries).toHaveLength(1)
    await until(() => next.snapshot().waiting === 0)
    // It was on its way already when the window was closed: the record came with the page.
    const third = bench(book, { text }, book.entries)
    third.resume()
    expect(third.snapshot()).toMatchObject({ waiting: 0, entries: [{ step: 'a' }] })
    expect(book.entries).toHaveLength(1)
  })

  it('that is refused is kept, and holds up no other', async () => {
    const book = new FakeLogbook()
    const client = bench(book)
    book.refuses = 'a'
    client.record(sign('a'))
    client.record(sign('b'))
    await until(() => book.entries.length === 1)
    expect(client.snapshot()).toMatchObject({ waiting: 1, message: expect.stringMatching(/not that.*kept/) })
    book.refuses = null
    await until(() => client.snapshot().waiting === 0)
    expect(book.entries.map(({ step }) => step)).toEqual(['b', 'a'])
  })
})

describe('a window', () => {
  it('learns of an entry that was written while its page was on its way, once', async () => {
    const book = new FakeLogbook()
    bench(book).record(sign('a'))
    // The page came without it; the window before took it off its queue when it was told that it is written.
    const next = bench(book)
    next.resume()
    await until(() => book.entries.length === 1)
    await next.refresh()
    await next.refresh()
    expect(next.snapshot()).toMatchObject({ waiting: 0, entries: [{ step: 'a' }] })
  })

  it('keeps what waits when it learns of others’ entries', async () => {
    const book = new FakeLogbook()
    const client = bench(book)
    book.refuses = 'mine'
    client.record(sign('mine'))
    bench(book).record(sign('theirs'))
    await until(() => book.entries.length === 1)
    await client.refresh()
    expect(client.snapshot()).toMatchObject({ waiting: 1, entries: [{ step: 'theirs' }, { step: 'mine' }] })
  })

  it('gives an older copy of the data what it lost', async () => {
    const book = new FakeLogbook()
    const client = bench(book)
    for (const step of ['a', 'b', 'c']) client.record(sign(step))
    await until(() => client.snapshot().waiting === 0)
    book.entries.splice(1)
    await client.refresh()
    await until(() => client.snapshot().waiting === 0)
    expect(book.entries.map(({ step }) => step)).toEqual(['a', 'b', 'c'])
  })

  it('loses nothing to a server that does not answer', async () => {
    const book = new FakeLogbook()
    const client = bench(book)
    client.record(sign('a'))
    await until(() => client.snapshot().waiting === 0)
    book.isDown = true
    await client.refresh()
    expect(client.snapshot().entries).toHaveLength(1)
  })
})

describe('a sign-off made before what reads lines has come', () => {
  it('counts at once and is written', async () => {
    const book = new FakeLogbook()
    const client = bareBench(book)
    expect(client.record(sign('early'))).toEqual([])
    await until(() => client.snapshot().waiting === 0)
    expect(book.entries.map(({ step }) => step)).toEqual(['early'])
  })

  it('stands beside what an earlier window left', async () => {
    const book = new FakeLogbook()
    book.isDown = true
    const kept = { text: null as string | null }
    bench(book, kept).record(sign('left'))
    const left = kept.text
    const next = bareBench(book, kept)
    next.record(sign('early'))
    kept.text = left
    next.equip(editing)
    next.resume()
    expect(
      next
        .snapshot()
        .entries.map(({ step }) => step)
        .sort(),
    ).toEqual(['early', 'left'])
    book.isDown = false
    await until(() => book.entries.length === 2)
  })
})
