import { describe, expect, it } from 'vitest'
import { apply, emptyPlan, replay, type Command, type Patch, type Plan } from '@/core/plan'
import { PlanClient, type Transport } from './planClient'

/** A server that keeps the promises of the real one: revisions, one edit once, 409 with what changed. */
class FakeServer {
  revision = 1
  isDown = false
  loseAnswers = 0
  readonly changes: { revision: number; editId: string; kind: 'edit' | 'undo'; label: string; patches: readonly Patch[]; inverse: readonly Patch[] }[] = []
  constructor(public plan: Plan) {}

  edit(body: { kind: string; editId: string; baseRevision: number; label?: string; commands?: readonly Command[] }) {
    const known = this.changes.find(({ editId }) => editId === body.editId)
    if (known) return { status: 200, body: { revision: known.revision, change: known, undo: null, redo: null } }
    if (body.baseRevision !== this.revision) return { status: 409, body: { revision: this.revision, since: this.changes.filter(({ revision }) => revision > body.baseRevision), undo: null, redo: null } }
    const last = this.changes.at(-1)!
    const applied = body.kind === 'edit' ? apply(this.plan, body.commands!) : { kind: 'applied' as const, plan: replay(this.plan, last.inverse), patches: last.inverse, inverse: last.patches }
    if (applied.kind === 'refused') return { status: 422, body: { error: { message: 'no', issues: applied.issues } } }
    this.plan = applied.plan
    this.revision += 1
    const change = { revision: this.revision, editId: body.editId, kind: body.kind as 'edit', label: body.label ?? '', patches: applied.patches, inverse: applied.inverse }
    this.changes.push(change)
    return { status: 200, body: { revision: this.revision, change, undo: body.label ?? null, redo: null } }
  }
}

function windowOn(server: FakeServer, kept: { text: string | null } = { text: null }) {
  let id = 0
  const transport: Transport = {
    send: async (body) => {
      if (server.isDown) throw new Error('down')
      const reply = server.edit(body as never)
      if (server.loseAnswers > 0) {
        server.loseAnswers -= 1
        throw new Error('lost')
      }
      return reply
    },
    storage: { read: () => kept.text, write: (text) => (kept.text = text) },
    newId: () => `edit-${Math.random().toString(36).slice(2)}-${(id += 1)}`,
    wait: () => new Promise((done) => setTimeout(done, 1)),
  }
  return new PlanClient({ plan: server.plan, revision: server.revision, undo: null, redo: null }, transport)
}

const settled = async (client: PlanClient, status = 'saved') => {
  for (let i = 0; i < 500 && client.snapshot().status !== status; i += 1) await new Promise((done) => setTimeout(done, 1))
  expect(client.snapshot().status).toBe(status)
}
const ambient = (ambient_C: number): Command => ({ type: 'setSite', changes: { ambient_C } })
const breaker = (outletBreaker_A: number): Command => ({ type: 'setSite', changes: { outletBreaker_A } })
const start = () => new FakeServer(emptyPlan('x', 'IEC'))

describe('an edit', () => {
  it('shows at once and is acknowledged later', async () => {
    const server = start()
    const client = windowOn(server)
    expect(client.edit('30 °C', [ambient(30)])).toEqual([])
    expect(client.snapshot().plan.site.ambient_C).toBe(30)
    expect(client.snapshot().status).toBe('saving')
    await settled(client)
    expect(server.plan.site.ambient_C).toBe(30)
    expect(client.snapshot()).toMatchObject({ revision: 2, pending: [], undo: '30 °C' })
  })

  it('that the plan refuses changes nothing and says why', () => {
    const client = windowOn(start())
    expect(client.edit('x', [{ type: 'removeState', id: 'state:ghost' as never }])[0]!.message).toMatch(/there is no state/)
    expect(client.snapshot().pending).toEqual([])
  })

  it('many in a row arrive in their order', async () => {
    const server = start()
    const client = windowOn(server)
    for (let value = 1; value <= 20; value += 1) client.edit(`${value}`, [ambient(value)])
    await settled(client)
    expect(server.plan.site.ambient_C).toBe(20)
    expect(server.revision).toBe(21)
  })
})

describe('a stale revision', () => {
  it('is rebased when others changed other things', async () => {
    const server = start()
    const [mine, theirs] = [windowOn(server), windowOn(server)]
    theirs.edit('breaker 13', [breaker(13)])
    await settled(theirs)
    mine.edit('30 °C', [ambient(30)])
    await settled(mine)
    expect(server.plan.site).toMatchObject({ ambient_C: 30, outletBreaker_A: 13 })
    expect(mine.snapshot().plan.site.outletBreaker_A).toBe(13)
  })

  it('is a conflict when others changed the same thing; mine stays beside theirs until decided', async () => {
    const server = start()
    const [mine, theirs] = [windowOn(server), windowOn(server)]
    theirs.edit('20 °C', [ambient(20)])
    await settled(theirs)
    mine.edit('30 °C', [ambient(30)])
    await settled(mine, 'conflict')
    expect(mine.snapshot().conflict).toMatchObject({ mine: { label: '30 °C' }, theirs: ['20 °C'], issues: [] })
    expect(server.plan.site.ambient_C).toBe(20)
    mine.settle('mine')
    await settled(mine)
    expect(server.plan.site.ambient_C).toBe(30)
  })

  it('can be dropped', async () => {
    const server = start()
    const [mine, theirs] = [windowOn(server), windowOn(server)]
    theirs.edit('20 °C', [ambient(20)])
    await settled(theirs)
    mine.edit('30 °C', [ambient(30)])
    await settled(mine, 'conflict')
    mine.settle('theirs')
    await settled(mine)
    expect(mine.snapshot().plan.site.ambient_C).toBe(20)
  })

  it('that no longer fits says why', async () => {
    const server = start()
    const [mine, theirs] = [windowOn(server), windowOn(server)]
    theirs.edit('remove', [{ type: 'removeState', id: 'state:full' as never }])
    await settled(theirs)
    mine.edit('rename', [{ type: 'updateState', id: 'state:full' as never, changes: { name: 'Busy' } }])
    await settled(mine, 'conflict')
    expect(mine.snapshot().conflict!.issues[0]!.message).toMatch(/removed meanwhile/)
  })
})

describe('nothing typed is lost', () => {
  it('when the server is down: kept, and sent when it is back', async () => {
    const server = start()
    const kept = { text: null as string | null }
    const client = windowOn(server, kept)
    server.isDown = true
    client.edit('30 °C', [ambient(30)])
    await settled(client, 'offline')
    expect(kept.text).toContain('30 °C')
    server.isDown = false
    await settled(client)
    expect(server.plan.site.ambient_C).toBe(30)
    expect(kept.text).toBeNull()
  })

  it('when the window is closed before the answer: the next window sends it', async () => {
    const server = start()
    const kept = { text: null as string | null }
    server.isDown = true
    windowOn(server, kept).edit('30 °C', [ambient(30)])
    const text = kept.text
    server.isDown = false
    const next = windowOn(server, { text })
    next.resume()
    await settled(next)
    expect(server.plan.site.ambient_C).toBe(30)
  })

  it('when the answer is lost on the way: done once, not twice', async () => {
    const server = start()
    const client = windowOn(server)
    server.loseAnswers = 1
    client.edit('30 °C', [ambient(30)])
    await settled(client)
    expect(server.revision).toBe(2)
    expect(client.snapshot().plan.site.ambient_C).toBe(30)
  })

  it('a kept text that is not edits is left alone', () => {
    for (const text of ['nonsense', '{}', '[{"editId":"x"}]']) {
      const client = windowOn(start(), { text })
      client.resume()
      expect(client.snapshot().pending).toEqual([])
    }
  })
})

it('undo goes by the server’s history', async () => {
  const server = start()
  const client = windowOn(server)
  client.edit('30 °C', [ambient(30)])
  await client.back('undo')
  expect(client.snapshot().plan.site.ambient_C).toBe(25)
  expect(server.plan.site.ambient_C).toBe(25)
})
