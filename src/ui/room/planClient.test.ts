import { describe, expect, it } from 'vitest'
import { apply, emptyPlan, replay, type Command, type Patch, type Plan } from '@/core/plan'
import * as editing from './editing'
import { PlanClient, type Transport } from './planClient'

/** A server that keeps the promises of the real one: revisions, one edit once, 409 with what changed. */
class FakeServer {
  revision = 1
  isDown = false
  loseAnswers = 0
  /** Answers edits with this instead, so many times. */
  refusal: { status: number; message: string; times: number } | null = null
  changes: {
    revision: number
    editId: string
    author: string
    kind: 'edit' | 'undo'
    label: string
    patches: readonly Patch[]
    inverse: readonly Patch[]
  }[] = []
  readonly beside: Plan[] = []
  private readonly start: Plan
  constructor(public plan: Plan) {
    this.start = plan
  }

  get lastEdit() {
    return this.changes.at(-1)?.editId ?? ''
  }

  /** As from a copy of the data file. */
  goBackTo(revision: number) {
    this.changes = this.changes.filter((change) => change.revision <= revision)
    this.revision = revision
    this.plan = this.changes.reduce((plan, { patches }) => replay(plan, patches), this.start)
  }

  private undoable() {
    const stack: typeof this.changes = []
    for (const change of this.changes)
      if (change.kind === 'edit') stack.push(change)
      else stack.pop()
    return stack.at(-1)
  }

  edit(body: {
    kind: string
    editId: string
    baseRevision: number
    baseEdit: string
    label?: string
    commands?: readonly Command[]
  }) {
    if (this.refusal && this.refusal.times > 0) {
      this.refusal.times -= 1
      return { status: this.refusal.status, body: { error: { message: this.refusal.message, issues: [] } } }
    }
    const tops = () => ({ undo: this.undoable()?.label ?? null, redo: null })
    const known = this.changes.find(({ editId }) => editId === body.editId)
    if (known) return { status: 200, body: { revision: this.revision, change: known, ...tops() } }
    const made =
      body.baseRevision === 1 ? '' : this.changes.find(({ revision }) => revision === body.baseRevision)?.editId
    const wentBack = body.baseRevision > this.revision || made !== body.baseEdit
    if (wentBack || body.baseRevision !== this.revision)
      return {
        status: 409,
        body: {
          revision: this.revision,
          wentBack,
          since: wentBack ? [] : this.changes.filter(({ revision }) => revision > body.baseRevision),
          ...tops(),
        },
      }
    const last = this.undoable()
    if (body.kind !== 'edit' && !last)
      return { status: 422, body: { error: { message: 'There is nothing of yours to undo', issues: [] } } }
    const applied =
      body.kind === 'edit'
        ? apply(this.plan, body.commands!)
        : {
            kind: 'applied' as const,
            plan: replay(this.plan, last!.inverse),
            patches: last!.inverse,
            inverse: last!.patches,
          }
    if (applied.kind === 'refused')
      return { status: 422, body: { error: { message: 'This edit does not fit the plan', issues: applied.issues } } }
    this.plan = applied.plan
    this.revision += 1
    const change = {
      revision: this.revision,
      editId: body.editId,
      author: 'me',
      kind: body.kind as 'edit',
      label: body.label ?? last?.label ?? '',
      patches: applied.patches,
      inverse: applied.inverse,
    }
    this.changes.push(change)
    return { status: 200, body: { revision: this.revision, change, ...tops() } }
  }

  history(since: number) {
    return {
      status: 200,
      body: {
        revision: this.revision,
        lastEdit: this.lastEdit,
        changes: this.changes.filter(({ revision }) => revision > since),
        undo: this.undoable()?.label ?? null,
        redo: null,
      },
    }
  }
}

interface Kept {
  text: string | null
  held?: string | null
  /** The browser refuses what is written. */
  isFull?: boolean
}

function windowOn(server: FakeServer, kept: Kept = { text: null }) {
  const client = bareWindowOn(server, kept)
  client.equip(editing)
  return client
}

/** Before what edits are made with has come. */
function bareWindowOn(server: FakeServer, kept: Kept = { text: null }) {
  let id = 0
  const up = <T>(work: () => T) => {
    if (server.isDown) throw new Error('down')
    return Promise.resolve(JSON.parse(JSON.stringify(work())) as T)
  }
  const transport: Transport = {
    send: async (body) => {
      const reply = await up(() => server.edit(body as never))
      if (server.loseAnswers > 0) {
        server.loseAnswers -= 1
        throw new Error('lost')
      }
      return reply
    },
    history: async (since) => up(() => server.history(since)),
    load: async () =>
      up(() => ({
        status: 200,
        body: { plan: server.plan, revision: server.revision, lastEdit: server.lastEdit, undo: null, redo: null },
      })),
    saveBeside: async (plan) => server.beside.push(plan) > 0,
    storage: {
      read: () => (kept.text === null ? [] : [kept.text]),
      write(text) {
        if (kept.isFull && text !== null) return false
        kept.text = text
        return true
      },
      readHeld: () => (kept.held ? [kept.held] : []),
      writeHeld(text) {
        if (kept.isFull && text !== null) return false
        kept.held = text
        return true
      },
    },
    newId: () => `edit-${Math.random().toString(36).slice(2)}-${(id += 1)}`,
    wait: () => new Promise((done) => setTimeout(done, 1)),
  }
  return new PlanClient(
    {
      plan: server.plan,
      revision: server.revision,
      lastEdit: server.lastEdit,
      undo: server.history(0).body.undo,
      redo: null,
    },
    transport,
  )
}

const settled = async (client: PlanClient, status = 'saved') => {
  for (let i = 0; i < 500 && client.snapshot().status !== status; i += 1)
    await new Promise((done) => setTimeout(done, 1))
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

  it('that the browser has no room for says so at once; the words “kept” are not said, and it is sent all the same', async () => {
    const server = start()
    const kept: Kept = { text: null, isFull: true }
    const client = windowOn(server, kept)
    server.isDown = true
    client.edit('30 °C', [ambient(30)])
    const noRoom = /his browser has no room: keep this window open, or save the plan file now/
    expect(client.snapshot()).toMatchObject({ isKept: false, message: expect.stringMatching(noRoom) })
    await settled(client, 'offline')
    expect(client.snapshot().message).toMatch(/The server does not answer; this browser has no room/)
    expect(client.snapshot().message).not.toMatch(/is kept/)
    expect(kept.text).toBeNull()
    // Room again: the next thing done keeps all that waits.
    kept.isFull = false
    client.edit('16 A', [breaker(16)])
    expect(client.snapshot().isKept).toBe(true)
    expect(kept.text).toMatch(/30 °C.*16 A/)
    server.isDown = false
    await settled(client)
    expect(server.plan.site.ambient_C).toBe(30)
  })

  it('that the plan refuses changes nothing and says why', () => {
    const client = windowOn(start())
    expect(client.edit('x', [{ type: 'removeState', id: 'state:ghost' as never }])[0]!.message).toMatch(
      /there is no state/,
    )
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

  it('when an older release queued it: what is understood goes on, what is not is kept and shown', async () => {
    const server = start()
    const good = { editId: 'an-edit-of-before', label: '30 °C', commands: [ambient(30)] }
    const strange = { editId: 'an-edit-of-after', label: 'Paint it', commands: [{ type: 'paint', colour: 'red' }] }
    const kept: Kept = { text: JSON.stringify([good, strange]) }
    const client = windowOn(server, kept)
    client.resume()
    await settled(client)
    expect(server.plan.site.ambient_C).toBe(30)
    expect(client.snapshot().held).toMatchObject([{ label: 'Paint it', item: null, raw: JSON.stringify(strange) }])
    // It is still there in the next window, until somebody lets it go.
    const next = windowOn(server, kept)
    next.resume()
    expect(next.snapshot().held).toHaveLength(1)
    next.settleHeld(next.snapshot().held[0]!.heldId, 'drop')
    expect(kept.held).toBeNull()
  })

  it.each(['nonsense', '{}', '[{"editId":"x"}]', '[7]', '[null]'])(
    'a kept text that is no edit (%s) is shown, not dropped',
    (text) => {
      const client = windowOn(start(), { text })
      client.resume()
      expect(client.snapshot().pending).toEqual([])
      expect(client.snapshot().held).toHaveLength(1)
    },
  )
})

describe('undo', () => {
  it('is queued like any edit', async () => {
    const server = start()
    const client = windowOn(server)
    client.edit('30 °C', [ambient(30)])
    client.back('undo')
    // Shown at once, the edit not being saved yet.
    expect(client.snapshot().plan.site.ambient_C).toBe(25)
    await settled(client)
    expect(client.snapshot().plan.site.ambient_C).toBe(25)
    expect(server.plan.site.ambient_C).toBe(25)
    expect(server.revision).toBe(3)
  })

  it('eleven quick presses take back eleven edits', async () => {
    const server = start()
    const client = windowOn(server)
    for (let i = 1; i <= 11; i += 1) client.edit(`${i}`, [ambient(30 + i)])
    await settled(client)
    for (let i = 1; i <= 11; i += 1) client.back('undo')
    await settled(client)
    expect(server.plan.site.ambient_C).toBe(25)
    expect(client.snapshot().message).toBeNull()
    expect(client.snapshot().undo).toBeNull()
  })

  it('and edits without the server keep their order and are sent when it is back', async () => {
    const server = start()
    const client = windowOn(server)
    server.isDown = true
    client.edit('30 °C', [ambient(30)])
    client.edit('13 A', [breaker(13)])
    client.back('undo')
    client.edit('10 A', [breaker(10)])
    expect(client.snapshot()).toMatchObject({ undo: '10 A', plan: { site: { ambient_C: 30, outletBreaker_A: 10 } } })
    await settled(client, 'offline')
    server.isDown = false
    await settled(client)
    expect(server.plan.site).toMatchObject({ ambient_C: 30, outletBreaker_A: 10 })
  })

  it('of nothing says so and sends nothing', () => {
    const client = windowOn(start())
    client.back('undo')
    expect(client.snapshot()).toMatchObject({ pending: [], message: 'There is nothing of yours to undo' })
  })

  it('that somebody else’s edit stands in the way of says so, and the queue goes on', async () => {
    const server = start()
    const client = windowOn(server)
    client.edit('30 °C', [ambient(30)])
    await settled(client)
    server.refusal = {
      status: 422,
      message: '“30 °C” cannot be taken back: “20 °C”, which somebody else did since, changed the same thing',
      times: 1,
    }
    client.back('undo')
    await settled(client)
    expect(client.snapshot().message).toMatch(/somebody else/)
    client.edit('13 A', [breaker(13)])
    await settled(client)
    expect(server.plan.site.outletBreaker_A).toBe(13)
  })
})

describe('two windows', () => {
  it('that send one another’s edits do not drift apart', async () => {
    const server = start()
    const [one, other] = [windowOn(server), windowOn(server)]
    one.edit('16 A', [breaker(16)])
    await settled(one)
    one.edit('20 A', [breaker(20)])
    await settled(one)
    // The other takes up what the first had queued, and is answered with a change that it cannot put on what it has.
    const taken = windowOn(server, {
      text: JSON.stringify([
        { kind: 'edit', editId: server.changes[1]!.editId, label: '20 A', commands: [breaker(20)] },
      ]),
    })
    other.edit('13 A', [breaker(13)])
    taken.resume()
    await settled(taken)
    await settled(other, 'conflict')
    other.settle('mine')
    await settled(other)
    for (const client of [one, taken]) await client.poll()
    for (const client of [one, other, taken])
      expect(client.snapshot()).toMatchObject({ revision: server.revision, plan: server.plan })
    expect(server.plan.site.outletBreaker_A).toBe(13)
  })

  it('an answer to an edit sent before is not put on top of later ones', async () => {
    const server = start()
    const one = windowOn(server)
    server.loseAnswers = 1
    one.edit('30 °C', [ambient(30)])
    const other = windowOn(server)
    other.edit('13 A', [breaker(13)])
    await settled(other, 'saved')
    await settled(one)
    expect(one.snapshot().plan).toEqual(server.plan)
    expect(one.snapshot().revision).toBe(server.revision)
  })

  it('an idle window learns what others did', async () => {
    const server = start()
    const [idle, busy] = [windowOn(server), windowOn(server)]
    busy.edit('13 A', [breaker(13)])
    await settled(busy)
    await idle.poll()
    expect(idle.snapshot().plan.site.outletBreaker_A).toBe(13)
  })

  it('a server that went back to an older copy is noticed; what the window had is put beside it', async () => {
    const server = start()
    const client = windowOn(server)
    client.edit('30 °C', [ambient(30)])
    client.edit('13 A', [breaker(13)])
    await settled(client)
    server.goBackTo(2)
    await client.poll()
    expect(client.snapshot()).toMatchObject({ revision: 2, message: expect.stringMatching(/older copy/) })
    expect(client.snapshot().plan.site.outletBreaker_A).toBe(16)
    expect(server.beside.map((plan) => plan.site.outletBreaker_A)).toEqual([13])
  })

  it('one that went back and was edited since is noticed by the edit behind the revision', async () => {
    const server = start()
    const client = windowOn(server)
    client.edit('30 °C', [ambient(30)])
    await settled(client)
    server.goBackTo(1)
    const other = windowOn(server)
    other.edit('35 °C', [ambient(35)])
    await settled(other)
    client.edit('13 A', [breaker(13)])
    await settled(client)
    expect(client.snapshot().plan.site).toMatchObject({ ambient_C: 35, outletBreaker_A: 13 })
    expect(server.beside).toHaveLength(1)
  })
})

describe('refusals', () => {
  it('by the schema are told at the edit, with the field, and nothing is queued', () => {
    const client = windowOn(start())
    expect(client.edit('Rename', [{ type: 'rename', name: 'x'.repeat(121) }])).toEqual([
      { path: 'name', message: 'must be 80 characters or fewer' },
    ])
    expect(client.edit('Mains', [{ type: 'setSite', changes: { mains_V: 12 } }])[0]).toMatchObject({
      path: 'changes.mains_V',
    })
    expect(client.snapshot().pending).toEqual([])
  })

  it('a label of any length is no reason', async () => {
    const server = start()
    const client = windowOn(server)
    expect(client.edit(`Rename to ${'ü'.repeat(300)}`, [ambient(30)])).toEqual([])
    await settled(client)
    expect([...server.changes[0]!.label].length).toBeLessThanOrEqual(120)
  })

  it.each([
    [403, 3],
    [413, 1],
    [422, 1],
    [500, 3],
  ])('status %d does not read as an absent server and does not block the queue', async (status, times) => {
    const server = start()
    const kept: Kept = { text: null }
    const client = windowOn(server, kept)
    server.refusal = { status, message: `refused for a reason (${status})`, times }
    client.edit('30 °C', [ambient(30)])
    client.edit('13 A', [breaker(13)])
    await settled(client)
    expect(server.plan.site).toMatchObject({ ambient_C: 25, outletBreaker_A: 13 })
    expect(client.snapshot().held).toMatchObject([
      { label: '30 °C', why: expect.stringContaining(`refused for a reason (${status})`) },
    ])
    expect(kept.held).toContain('30 °C')
    client.settleHeld(client.snapshot().held[0]!.heldId, 'again')
    await settled(client)
    expect(server.plan.site.ambient_C).toBe(30)
    expect(client.snapshot().held).toEqual([])
  })

  it('a stumble that passes is nothing to be set aside for', async () => {
    const server = start()
    const client = windowOn(server)
    server.refusal = { status: 500, message: 'stumbled', times: 2 }
    client.edit('30 °C', [ambient(30)])
    await settled(client)
    expect(server.plan.site.ambient_C).toBe(30)
    expect(client.snapshot().held).toEqual([])
  })

  it('a full disk is told in the server’s words and waited for', async () => {
    const server = start()
    const client = windowOn(server)
    server.refusal = { status: 503, message: 'There is no room for the data file', times: 3 }
    client.edit('30 °C', [ambient(30)])
    await settled(client, 'offline')
    expect(client.snapshot().message).toMatch(/no room.*kept in this browser/)
    await settled(client)
    expect(server.plan.site.ambient_C).toBe(30)
  })
})

it('a thousand commands are one step, undone as one', async () => {
  const server = start()
  const client = windowOn(server)
  expect(
    client.edit(
      'Size all',
      Array.from({ length: 1000 }, (_, i) => ambient(i % 50)),
    ),
  ).toEqual([])
  client.back('undo')
  await settled(client)
  expect(server.revision).toBe(3)
  expect(server.plan.site.ambient_C).toBe(25)
})

describe('an edit made before what edits are made with has come', () => {
  it('is kept, and done then', async () => {
    const server = start()
    const kept: Kept = { text: null }
    const client = bareWindowOn(server, kept)
    expect(client.edit('30 °C', [ambient(30)])).toEqual([])
    expect(client.edit('10 A', [breaker(10)])).toEqual([])
    expect(client.snapshot()).toMatchObject({ status: 'saving', plan: { site: { ambient_C: 25 } } })
    expect(kept.text).toContain('30 °C')
    client.equip(editing)
    expect(client.snapshot().plan.site).toMatchObject({ ambient_C: 30, outletBreaker_A: 10 })
    await settled(client)
    expect(server.changes.map(({ label }) => label)).toEqual(['30 °C', '10 A'])
    expect(kept.text).toBeNull()
  })

  it('survives the window', async () => {
    const server = start()
    const kept: Kept = { text: null }
    bareWindowOn(server, kept).edit('30 °C', [ambient(30)])
    const next = bareWindowOn(server, kept)
    next.equip(editing)
    next.resume()
    await settled(next)
    expect(server.plan.site.ambient_C).toBe(30)
  })

  it('is set aside with the reason where it is no edit, and the rest goes on', async () => {
    const server = start()
    const client = bareWindowOn(server)
    client.edit('too hot', [ambient(9000)])
    client.edit('10 A', [breaker(10)])
    client.equip(editing)
    await settled(client)
    expect(client.snapshot().held).toMatchObject([
      { label: 'too hot', why: expect.stringContaining('250 °C or less') as string },
    ])
    expect(server.plan.site).toMatchObject({ ambient_C: 25, outletBreaker_A: 10 })
  })

  it('is taken back by an undo that was asked for as early', async () => {
    const server = start()
    const client = bareWindowOn(server)
    client.edit('30 °C', [ambient(30)])
    client.edit('35 °C', [ambient(35)])
    client.back('undo')
    client.equip(editing)
    await settled(client)
    expect(client.snapshot().plan.site.ambient_C).toBe(30)
    expect(server.plan.site.ambient_C).toBe(30)
  })

  it('waits through a fetch that failed, which is said and then forgotten', async () => {
    const server = start()
    const client = bareWindowOn(server)
    client.sayUnequipped()
    expect(client.snapshot()).toMatchObject({ status: 'offline', message: expect.stringContaining('kept') as string })
    client.edit('30 °C', [ambient(30)])
    client.equip(editing)
    await settled(client)
    expect(server.plan.site.ambient_C).toBe(30)
    const idle = bareWindowOn(server)
    idle.sayUnequipped()
    idle.equip(editing)
    expect(idle.snapshot()).toMatchObject({ status: 'saved', message: null })
  })

  it('changes nothing of what others do meanwhile: they are asked for once it has come', async () => {
    const server = start()
    const client = bareWindowOn(server)
    const other = windowOn(server)
    other.edit('10 A', [breaker(10)])
    await settled(other)
    await client.poll()
    expect(client.snapshot().revision).toBe(1)
    client.edit('30 °C', [ambient(30)])
    client.equip(editing)
    await settled(client)
    expect(client.snapshot().plan.site).toMatchObject({ ambient_C: 30, outletBreaker_A: 10 })
  })
})
