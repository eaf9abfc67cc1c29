import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { QueryTypes } from 'sequelize'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { apply, emptyPlan, replay, type Command, type DeviceId, type EditRequest, type Plan } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { openDatabase, type Database } from './database'
import { Logbook } from './logbook'
import { PlanStore } from './planStore'
import { planText } from './storedPlans'

const directory = mkdtempSync(join(tmpdir(), 'rafter-store-'))
const open: Database[] = []
let store: PlanStore
let log: Logbook
let files = 0

beforeEach(async () => {
  const db = await openDatabase(join(directory, `${(files += 1)}.sqlite`))
  open.push(db)
  store = new PlanStore(db)
  log = new Logbook(db)
})
afterAll(async () => {
  for (const db of open) await db.close()
  rmSync(directory, { recursive: true, force: true })
})

const made = async (plan: Plan, on = store): Promise<{ readonly id: string }> => {
  const created = await on.create(plan)
  if (created.kind === 'refused') throw new Error(JSON.stringify(created.issues))
  return created.summary
}
const opened = async (id: string, author?: string, on = store) => {
  const loaded = await on.load(id, author)
  if (loaded?.kind !== 'plan') throw new Error(`${id}: ${loaded?.kind}`)
  return loaded.stored
}
const ambient = (ambient_C: number): Command => ({ type: 'setSite', changes: { ambient_C } })
const edit = (editId: string, baseRevision: number, ...commands: Command[]): EditRequest => ({
  kind: 'edit',
  editId,
  baseRevision,
  label: editId,
  commands,
})

describe('plans', () => {
  it('are listed, loaded, deleted and brought back with their history', async () => {
    const { id } = await made(clayPrinter())
    expect((await store.list()).map((plan) => plan.name)).toEqual(['Clay printer, north bench'])
    await store.edit(id, edit('first-edit', 1, ambient(31)))
    expect(await store.remove(id)).toBe(true)
    expect(await store.load(id)).toBeNull()
    expect(await store.list()).toEqual([])
    expect(await store.remove(id)).toBe(false)
    expect(await store.restore(id)).toBe(true)
    expect(await opened(id)).toMatchObject({ revision: 2, undo: 'first-edit', plan: { site: { ambient_C: 31 } } })
  })

  it('that are not there are missing', async () => {
    expect(await store.load('nowhere')).toBeNull()
    expect(await store.edit('nowhere', edit('an-edit-1', 1, ambient(1)))).toEqual({ kind: 'missing' })
  })
})

describe('edits', () => {
  it('bump the revision and are kept in the history', async () => {
    const { id } = await made(emptyPlan('x', 'IEC'))
    expect(await store.edit(id, edit('edit-one1', 1, ambient(30)))).toMatchObject({
      kind: 'committed',
      change: { revision: 2, label: 'edit-one1' },
      undo: 'edit-one1',
      redo: null,
    })
    expect(await store.since(id, 1)).toHaveLength(1)
  })

  it('with a stale revision are refused, with what changed since', async () => {
    const { id } = await made(emptyPlan('x', 'IEC'))
    await store.edit(id, edit('edit-one1', 1, ambient(30)))
    expect(await store.edit(id, edit('edit-two2', 1, ambient(40)))).toMatchObject({
      kind: 'stale',
      revision: 2,
      since: [{ editId: 'edit-one1' }],
    })
    expect((await opened(id)).plan.site.ambient_C).toBe(30)
  })

  it('sent twice are done once and answered alike', async () => {
    const { id } = await made(emptyPlan('x', 'IEC'))
    const first = await store.edit(id, edit('edit-one1', 1, ambient(30)))
    expect(await store.edit(id, edit('edit-one1', 1, ambient(30)))).toEqual(first)
    expect((await opened(id)).revision).toBe(2)
  })

  it('that do not fit change nothing', async () => {
    const { id } = await made(emptyPlan('x', 'IEC'))
    expect(await store.edit(id, edit('edit-one1', 1, { type: 'disconnect', id: 'wire:none' as never }))).toMatchObject({
      kind: 'refused',
    })
    expect((await opened(id)).revision).toBe(1)
  })

  it('at the same moment: one is taken, the others are stale', async () => {
    const { id } = await made(emptyPlan('x', 'IEC'))
    const outcomes = await Promise.all(
      Array.from({ length: 8 }, (_, i) => store.edit(id, edit(`race-edit-${i}`, 1, ambient(i)))),
    )
    expect(outcomes.filter(({ kind }) => kind === 'committed')).toHaveLength(1)
    expect(outcomes.filter(({ kind }) => kind === 'stale')).toHaveLength(7)
  })
})

describe('undo and redo', () => {
  it('walk the history both ways, and a new edit ends what could be redone', async () => {
    const { id } = await made(emptyPlan('x', 'IEC'))
    const original = (await opened(id)).plan
    for (let i = 1; i <= 3; i += 1) await store.edit(id, edit(`edit-nr-${i}`, i, ambient(30 + i)))
    const back = async (kind: 'undo' | 'redo', n: number) =>
      store.edit(id, { kind, editId: `back-nr-${n}`, baseRevision: (await opened(id)).revision })
    expect(await back('undo', 1)).toMatchObject({ undo: 'edit-nr-2', redo: 'edit-nr-3' })
    await back('undo', 2)
    await back('undo', 3)
    expect((await opened(id)).plan).toEqual(original)
    expect(await back('undo', 4)).toMatchObject({ kind: 'nothing' })
    await back('redo', 5)
    expect((await opened(id)).plan.site.ambient_C).toBe(31)
    await store.edit(id, edit('edit-nr-9', (await opened(id)).revision, ambient(50)))
    expect(await back('redo', 6)).toMatchObject({ kind: 'nothing' })
    await back('undo', 7)
    expect((await opened(id)).plan.site.ambient_C).toBe(31)
  })
})

describe('the logbook', () => {
  const entry = {
    entryId: 'entry-001',
    step: 'mount:device:ps1',
    kind: 'signed' as const,
    facts: { part: 'part:x' },
    reading: 24.1,
    unit: 'V',
    note: 'tight',
  }

  it('keeps entries in their order, each once', async () => {
    const { id } = await made(emptyPlan('x', 'IEC'))
    await log.append(id, entry)
    await log.append(id, entry)
    await log.append(id, { ...entry, entryId: 'entry-002', kind: 'withdrawn', reading: null, unit: null })
    expect(await log.read(id)).toMatchObject([{ ...entry }, { entryId: 'entry-002', kind: 'withdrawn' }])
  })

  it('takes nothing for a plan that is not there', async () => expect(await log.append('nowhere', entry)).toBeNull())
})

describe('authors', () => {
  it('each takes back his own last edit, and what others did since stays', async () => {
    const { id } = await made(emptyPlan('x', 'IEC'))
    await store.edit(id, edit('edit-of-a1', 1, ambient(31)), 'anna')
    await store.edit(id, edit('edit-of-b1', 2, { type: 'setSite', changes: { outletBreaker_A: 13 } }), 'bert')
    expect(await opened(id, 'anna')).toMatchObject({ undo: 'edit-of-a1' })
    expect(await opened(id, 'bert')).toMatchObject({ undo: 'edit-of-b1' })
    expect(await store.edit(id, { kind: 'undo', editId: 'undo-of-a1', baseRevision: 3 }, 'anna')).toMatchObject({
      kind: 'committed',
      undo: null,
      redo: 'edit-of-a1',
    })
    expect((await opened(id)).plan.site).toMatchObject({ ambient_C: 25, outletBreaker_A: 13 })
    expect(await store.edit(id, { kind: 'redo', editId: 'redo-of-a1', baseRevision: 4 }, 'anna')).toMatchObject({
      kind: 'committed',
      undo: 'edit-of-a1',
    })
    expect((await opened(id)).plan.site.ambient_C).toBe(31)
  })

  it('an undo that would take away what somebody else changed since is refused, and says whose edit', async () => {
    const { id } = await made(emptyPlan('x', 'IEC'))
    await store.edit(id, edit('edit-of-a1', 1, ambient(31)), 'anna')
    await store.edit(id, edit('edit-of-b1', 2, ambient(35)), 'bert')
    const outcome = await store.edit(id, { kind: 'undo', editId: 'undo-of-a1', baseRevision: 3 }, 'anna')
    expect(outcome).toMatchObject({ kind: 'nothing', message: expect.stringMatching(/edit-of-b1.*somebody else/) })
    // Once the other has taken his back, it goes.
    await store.edit(id, { kind: 'undo', editId: 'undo-of-b1', baseRevision: 3 }, 'bert')
    expect(await store.edit(id, { kind: 'undo', editId: 'undo-of-a2', baseRevision: 4 }, 'anna')).toMatchObject({
      kind: 'committed',
    })
    expect((await opened(id)).plan.site.ambient_C).toBe(25)
  })

  it('an undo of an added device is refused while somebody else has wired it', async () => {
    const plan = clayPrinter()
    const { id } = await made(plan)
    const device = {
      ...plan.devices['device:ps1' as DeviceId]!,
      tag: 'PS9',
      place: { kind: 'unplaced', enclosure: null } as const,
    }
    await store.edit(id, edit('add-device', 1, { type: 'addDevice', id: 'device:ps9' as DeviceId, device }), 'anna')
    await store.edit(
      id,
      edit('wire-it-up', 2, {
        type: 'moveEnd',
        wire: Object.keys(plan.wires)[0] as never,
        side: 'to',
        end: { kind: 'terminal', device: 'device:ps9' as DeviceId, terminal: 'L' as never },
      }),
      'bert',
    )
    expect(await store.edit(id, { kind: 'undo', editId: 'undo-add-1', baseRevision: 3 }, 'anna')).toMatchObject({
      kind: 'nothing',
      message: expect.stringMatching(/needs it/),
    })
  })
})

describe('a server that went back to an older copy', () => {
  it('is told by the window’s revision, or by the edit behind it', async () => {
    const { id } = await made(emptyPlan('x', 'IEC'))
    await store.edit(id, edit('edit-one1', 1, ambient(30)))
    expect(await store.edit(id, edit('edit-two2', 7, ambient(31)))).toMatchObject({
      kind: 'stale',
      wentBack: true,
      revision: 2,
      since: [],
    })
    expect(await store.edit(id, { ...edit('edit-two2', 2, ambient(31)), baseEdit: 'another-edit' })).toMatchObject({
      kind: 'stale',
      wentBack: true,
    })
    expect(await store.edit(id, { ...edit('edit-two2', 1, ambient(31)), baseEdit: '' })).toMatchObject({
      kind: 'stale',
      wentBack: false,
      since: [{ editId: 'edit-one1' }],
    })
    expect(await store.edit(id, { ...edit('edit-two2', 2, ambient(31)), baseEdit: 'edit-one1' })).toMatchObject({
      kind: 'committed',
    })
  })
})

describe('at the door', () => {
  it('a name with invisible marks is refused before it is stored, and the shelf stays', async () => {
    await made(clayPrinter())
    expect(await store.create(emptyPlan('Kiln\u202a box\u202c', 'IEC'))).toMatchObject({
      kind: 'refused',
      issues: [{ path: 'name' }],
    })
    expect(await store.list()).toHaveLength(1)
  })

  it('a plan asked for twice with one id is made once', async () => {
    const [first, second] = await Promise.all(
      [1, 2].map(() => store.create(emptyPlan('Twice', 'IEC'), { createId: 'a-double-click' })),
    )
    expect(first).toEqual(second)
    expect(await store.list()).toHaveLength(1)
  })

  it('a namesake is told', async () => {
    expect(await store.create(emptyPlan('Kiln', 'IEC'))).toMatchObject({ namesakes: 0 })
    expect(await store.create(emptyPlan('Kiln', 'IEC'))).toMatchObject({ namesakes: 1 })
  })
})

describe('a row that cannot be read', () => {
  it.each([
    ['is not JSON', '{"format":"glad-rafter-plan",', /not JSON/],
    ['is no plan', '{"format":"glad-rafter-plan","version":1}', /is missing/],
    ['is of a later version', JSON.stringify({ ...emptyPlan('x', 'IEC'), version: 99 }), /later release/],
    ['holds marks that an earlier release let in', JSON.stringify(emptyPlan('Kiln\u202a\u202c', 'IEC')), /invisible/],
  ])(
    '%s: stands on the shelf with what is wrong, hides nothing, is given out as it is, and can be removed',
    async (_what, document, why) => {
      const good = await made(clayPrinter())
      const bad = await made(emptyPlan('Bad', 'IEC'))
      // By other hands than the store's.
      await open.at(-1)!.write(({ Plan }) => Plan.update({ document }, { where: { id: bad.id } }))
      const shelf = await store.list()
      expect(shelf).toHaveLength(2)
      expect(shelf.find(({ id }) => id === bad.id)!.trouble).toMatch(why)
      expect(shelf.find(({ id }) => id === good.id)!.trouble).toBeNull()
      expect(await store.load(bad.id)).toMatchObject({ kind: 'unreadable', why: expect.stringMatching(why) })
      expect(await store.raw(bad.id)).toEqual({ name: 'Bad', text: document })
      expect(await store.edit(bad.id, edit('an-edit-1', 1, ambient(1)))).toMatchObject({ kind: 'refused' })
      expect(await store.remove(bad.id)).toBe(true)
      expect(await store.list()).toHaveLength(1)
    },
  )
})

it('a plan’s text, remembered in pieces, is what is written whole', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(clayPrinter(), emptyPlan('“x” \\ \u2028', 'NEC')),
      fc.integer({ min: 0, max: 60 }),
      (plan, ambient_C) => {
        expect(planText(plan)).toBe(JSON.stringify(plan))
        const next = apply(plan, [ambient(ambient_C)])
        if (next.kind === 'applied') expect(planText(next.plan)).toBe(JSON.stringify(next.plan))
      },
    ),
    { seed: 8 },
  )
})

it('the history replays to the document, to the byte', async () => {
  const { id } = await made(clayPrinter())
  const original = JSON.parse((await store.raw(id))!.text) as Plan
  const wires = Object.keys(original.wires) as never[]
  let revision = 1
  for (const step of [
    edit('edit-nr-1', 0, { type: 'disconnect', id: wires[3]! }),
    edit('edit-nr-2', 0, { type: 'removeDevice', id: 'device:e1' as DeviceId }),
    { kind: 'undo', editId: 'undo-nr-1' },
    { kind: 'undo', editId: 'undo-nr-2' },
    { kind: 'redo', editId: 'redo-nr-1' },
    edit('edit-nr-3', 0, {
      type: 'updateDevice',
      id: 'device:ps1' as DeviceId,
      changes: { hasCover: false, blows: null },
    }),
  ] as EditRequest[]) {
    expect((await store.edit(id, { ...step, baseRevision: revision })).kind).toBe('committed')
    revision += 1
  }
  const changes = (await store.since(id, 0))!
  const replayed = changes.reduce((plan, { patches }) => replay(plan, patches), original)
  expect(JSON.stringify(replayed)).toBe((await store.raw(id))!.text)
})

it('a data file opened again has everything, and its migrations run once', async () => {
  const path = join(directory, 'again.sqlite')
  const first = await openDatabase(path)
  const { id } = await made(emptyPlan('kept', 'NEC'), new PlanStore(first))
  await first.close()
  const second = await openDatabase(path)
  open.push(second)
  expect((await opened(id, undefined, new PlanStore(second))).plan.name).toBe('kept')
  expect(await second.reader.query('PRAGMA journal_mode', { type: QueryTypes.SELECT })).toEqual([
    { journal_mode: 'wal' },
  ])
  expect(await second.reader.query('PRAGMA foreign_keys', { type: QueryTypes.SELECT })).toEqual([{ foreign_keys: 1 }])
  const ghost =
    "INSERT INTO logbook (planId, entryId, step, kind, facts, note, at) VALUES ('ghost', 'e', 's', 'signed', '{}', '', '2026-01-01')"
  await expect(second.write((_models, writer) => writer.query(ghost))).rejects.toThrow(/FOREIGN KEY/i)
})
