import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PNG } from 'pngjs'
import { CATALOGUE } from '@/core/catalogue'
import type { PartId } from '@/core/plan'
import { bundleZip } from '@/formats/bundle'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { RECORD_FORMAT } from '@/formats/planFile'
import type { Random } from '../fuzz/random'
import { get, killRunning, post, spawnServer, startServer, type Answer, type RunningServer } from '../runningServer'
import { faultsOf, withFile, writeFirstRelease } from './dataFiles'

/** The server is killed somewhere in the midst of its work; afterwards the file is whole, and all that was acknowledged is there. */
export const KILLS = [
  'first start',
  'migration',
  'import',
  'undo',
  'log',
  'photographs',
  'archive',
  'saved data',
  'stock',
  'own parts',
] as const
export type KillKind = (typeof KILLS)[number]

const DEMO_COUNT = 4
const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms))
const fileIn = (data: string) => join(data, 'glad-rafter.sqlite')

/** One kill; what is wrong afterwards, or nothing. */
export async function killOnce(kind: KillKind, random: Random): Promise<readonly string[]> {
  const data = mkdtempSync(join(tmpdir(), 'rafter-kill-'))
  try {
    return await withinTime(ROUNDS[kind](data, random), kind)
  } catch (error) {
    return [`${kind}: ${error instanceof Error ? error.message : String(error)}`]
  } finally {
    rmSync(data, { recursive: true, force: true })
  }
}

/** A round that hangs is ended and counted, not waited for. */
const MOST_MS = 120_000

function withinTime<T>(round: Promise<T>, kind: KillKind): Promise<T> {
  let timer: NodeJS.Timeout
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => {
      killRunning()
      fail(new Error(`the round of ${kind} hangs; ended after ${MOST_MS / 1000} s`))
    }, MOST_MS)
  })
  return Promise.race([round, late]).finally(() => clearTimeout(timer))
}

async function checked(
  data: string,
  look: (server: RunningServer) => Promise<readonly string[]>,
  env: Readonly<Record<string, string>> = {},
): Promise<readonly string[]> {
  const before = existsSync(fileIn(data))
    ? await faultsOf(fileIn(data)).catch((error: unknown) => [`the file does not open: ${String(error)}`])
    : []
  const server = await startServer(data, env)
  const found = await look(server)
  await server.kill()
  return [...before, ...found, ...(await faultsOf(fileIn(data)))]
}

const plansOf = async (base: string) =>
  ((await get(base, '/api/plans')).body as { plans: readonly { id: string; name: string; trouble: string | null }[] })
    .plans

const ROUNDS: Readonly<Record<KillKind, (data: string, random: Random) => Promise<readonly string[]>>> = {
  async 'first start'(data, random) {
    const server = await spawnServer(data, { GLAD_RAFTER_DEMO: '1' })
    await sleep(150 + random.below(900))
    await server.kill()
    if (existsSync(fileIn(data))) {
      const [row] = await withFile(fileIn(data), (all) => all<{ n: number }>('SELECT COUNT(*) AS n FROM plans'))
      if (row!.n !== DEMO_COUNT) return [`${row!.n} of ${DEMO_COUNT} demo plans were left`]
    }
    return checked(
      data,
      async ({ base }) => {
        const plans = await plansOf(base)
        return plans.length === DEMO_COUNT ? [] : [`${plans.length} of ${DEMO_COUNT} demo plans after the next start`]
      },
      { GLAD_RAFTER_DEMO: '1' },
    )
  },

  async migration(data, random) {
    await writeFirstRelease(fileIn(data))
    const server = await spawnServer(data)
    await sleep(200 + random.below(500))
    await server.kill()
    return checked(data, async ({ base }) => {
      const faults: string[] = []
      const plans = await plansOf(base)
      if (plans.length !== DEMO_COUNT || plans.some(({ trouble }) => trouble !== null))
        faults.push(`after the migration: ${JSON.stringify(plans)}`)
      for (const { id } of plans) {
        const plan = (await get(base, `/api/plans/${id}`)).body as { revision: number; undo: string | null }
        if (plan.revision !== 2 || plan.undo !== null)
          faults.push(`${id}: revision ${plan.revision}, undo ${plan.undo}`)
        const { entries } = (await get(base, `/api/plans/${id}/logbook`)).body as { entries: readonly unknown[] }
        if (entries.length !== 1) faults.push(`${id}: ${entries.length} entries of one`)
      }
      return faults
    })
  },

  async import(data, random) {
    const server = await startServer(data)
    const logbook = Array.from({ length: 400 }, (_, i) => ({
      entryId: `entry-of-file-${i}`,
      step: `mount:device:d${i}`,
      kind: 'signed',
      facts: { part: 'x' },
      reading: null,
      unit: null,
      note: '',
      at: '2026-01-05T10:00:00.000Z',
    }))
    const document = { format: RECORD_FORMAT, version: 1, plan: clayPrinter(), logbook }
    const acknowledged: string[] = []
    const killed = sleep(20 + random.below(400)).then(() => server.kill())
    for (;;) {
      try {
        const reply = await post(server.base, '/api/plans', { from: 'file', document })
        if (reply.status === 201) acknowledged.push((reply.body as { plan: { id: string } }).plan.id)
      } catch {
        break
      }
    }
    await killed
    return checked(data, async ({ base }) => {
      const faults: string[] = []
      const plans = await plansOf(base)
      for (const id of acknowledged)
        if (!plans.some((plan) => plan.id === id)) faults.push(`the plan ${id} was acknowledged and is gone`)
      for (const { id } of plans) {
        const { entries } = (await get(base, `/api/plans/${id}/logbook`)).body as { entries: readonly unknown[] }
        if (entries.length !== logbook.length)
          faults.push(`a plan came in with ${entries.length} of ${logbook.length} entries`)
      }
      return faults
    })
  },

  async undo(data, random) {
    const server = await startServer(data)
    const { id } = (
      (await post(server.base, '/api/plans', { from: 'nothing', name: 'Kill', region: 'IEC' })).body as {
        plan: { id: string }
      }
    ).plan
    let revision = 1
    let depth = 0
    const killed = sleep(60 + random.below(700)).then(() => server.kill())
    for (let n = 0; ; n += 1) {
      const isBack = depth > 0 && n % 3 !== 0
      const edit = isBack
        ? { kind: 'undo' }
        : { kind: 'edit', label: `Edit ${n}`, commands: [{ type: 'setSite', changes: { ambient_C: n % 50 } }] }
      try {
        const reply = await post(server.base, `/api/plans/${id}/edits`, {
          ...edit,
          editId: `kill-edit-${n}-of-it`,
          baseRevision: revision,
        })
        if (reply.status !== 200) return [`edit ${n}: ${reply.status} ${JSON.stringify(reply.body)}`]
      } catch {
        break
      }
      revision += 1
      depth += isBack ? -1 : 1
    }
    await killed
    return checked(data, async ({ base }) => {
      const stored = (await get(base, `/api/plans/${id}`)).body as { revision: number }
      // One more may have been committed without its answer getting out.
      return stored.revision === revision || stored.revision === revision + 1
        ? []
        : [`revision ${stored.revision}, acknowledged ${revision}`]
    })
  },

  async log(data, random) {
    const server = await startServer(data)
    const { id } = (
      (await post(server.base, '/api/plans', { from: 'nothing', name: 'Kill', region: 'IEC' })).body as {
        plan: { id: string }
      }
    ).plan
    const acknowledged: string[] = []
    const killed = sleep(60 + random.below(600)).then(() => server.kill())
    for (let n = 0; ; n += 1) {
      const entryId = `kill-entry-${n}-of-it`
      try {
        const reply = await post(server.base, `/api/plans/${id}/logbook`, {
          entryId,
          step: `step:${n}`,
          kind: 'signed',
          facts: {},
          reading: n,
          unit: 'V',
          note: '',
        })
        if (reply.status !== 201) return [`entry ${n}: ${reply.status}`]
      } catch {
        break
      }
      acknowledged.push(entryId)
    }
    await killed
    return checked(data, async ({ base }) => {
      const { entries } = (await get(base, `/api/plans/${id}/logbook`)).body as {
        entries: readonly { entryId: string }[]
      }
      const there = new Set(entries.map(({ entryId }) => entryId))
      return acknowledged
        .filter((entryId) => !there.has(entryId))
        .map((entryId) => `the entry ${entryId} was acknowledged and is gone`)
    })
  },

  async photographs(data, random) {
    const server = await startServer(data)
    const id = await madePlan(server)
    const acknowledged = await untilKilled(server, 60 + random.below(900), async (n) => {
      const photo = n.toString(16).padStart(32, '0')
      const reply = await post(server.base, `/api/plans/${id}/photos`, { id: photo, data: PICTURE.toString('base64') })
      return reply.status === 201 ? photo : `photograph ${n}: ${reply.status} ${JSON.stringify(reply.body)}`
    })
    return checked(data, async ({ base }) => {
      const faults: string[] = []
      for (const photo of acknowledged) {
        const reply = await fetch(`${base}/api/plans/${id}/photos/${photo}`)
        const bytes = Buffer.from(await reply.arrayBuffer())
        if (reply.status !== 200 || PNG.sync.read(bytes).width !== 6)
          faults.push(`the photograph ${photo} was acknowledged and is ${reply.status}`)
      }
      return faults
    })
  },

  async archive(data, random) {
    const server = await startServer(data)
    const photos = Array.from({ length: 30 }, (_, i) => ({
      id: i.toString(16).padStart(32, '0'),
      type: 'image/png' as const,
      bytes: new Uint8Array(PICTURE),
    }))
    const logbook = photos.map(({ id }, i) => ({ ...ENTRY, entryId: `entry-of-archive-${i}`, photos: [id] }))
    const zip = bundleZip({ plan: clayPrinter(), logbook, photos, parts: [], stock: [] }, {})
    const acknowledged = await untilKilled(server, 150 + random.below(1200), async () => {
      const reply = await send(server.base, '/api/bundle', 'application/zip', zip)
      return reply.status === 201 ? (reply.body as { plan: { id: string } }).plan.id : `archive: ${reply.status}`
    })
    return checked(data, async ({ base }) => {
      const plans = await plansOf(base)
      const faults = acknowledged
        .filter((id) => !plans.some((plan) => plan.id === id))
        .map((id) => `the plan ${id} came with an archive, was acknowledged and is gone`)
      // A plan that is there names no picture that is not.
      for (const { id } of plans) {
        const { entries } = (await get(base, `/api/plans/${id}/logbook`)).body as {
          entries: readonly { photos: readonly string[] }[]
        }
        if (entries.length !== logbook.length) faults.push(`${id} has ${entries.length} of ${logbook.length} entries`)
        for (const photo of entries.flatMap((entry) => entry.photos))
          if ((await fetch(`${base}/api/plans/${id}/photos/${photo}`)).status !== 200)
            faults.push(`${id} names the picture ${photo}, which is not there`)
      }
      return faults
    })
  },

  async 'saved data'(data, random) {
    const server = await startServer(data)
    const id = await madePlan(server)
    for (let n = 0; n < 30; n += 1)
      await post(server.base, `/api/plans/${id}/edits`, {
        kind: 'edit',
        editId: `kill-saved-${n}-edit`,
        baseRevision: n + 1,
        label: `Edit ${n}`,
        commands: [{ type: 'setSite', changes: { ambient_C: n } }],
      })
    const text = await (await fetch(`${server.base}/api/data`)).text()
    // The same file under other names: each a plan that is not here yet.
    const acknowledged = await untilKilled(server, 60 + random.below(700), async (n) => {
      const own = `${id.slice(0, 24)}${n.toString(16).padStart(12, '0')}`
      const reply = await send(server.base, '/api/data', 'application/x-ndjson', text.replaceAll(id, own))
      return reply.status === 200 ? own : `saved data ${n}: ${reply.status} ${JSON.stringify(reply.body)}`
    })
    return checked(data, async ({ base }) => {
      const faults: string[] = []
      for (const own of acknowledged) {
        const plan = await get(base, `/api/plans/${own}`)
        if (plan.status !== 200 || (plan.body as { revision: number }).revision !== 31)
          faults.push(`${own} came from saved data, was acknowledged and is ${plan.status}`)
      }
      for (const plan of await plansOf(base)) {
        const { changes } = (await get(base, `/api/plans/${plan.id}/history?since=0`)).body as {
          changes: readonly unknown[]
        }
        if (changes.length !== 30) faults.push(`${plan.id} shows with ${changes.length} of 30 edits`)
      }
      return faults
    })
  },

  async stock(data, random) {
    const server = await startServer(data)
    const spool = {
      id: 'kill-spool-1',
      kind: 'wire',
      what: 'Wire 1 mm², blue',
      pack: null,
      price: null,
      supplier: null,
    }
    await post(server.base, '/api/stock', { items: [spool] })
    const acknowledged = await untilKilled(server, 60 + random.below(500), async (n) => {
      const moves = [{ moveId: `kill-move-${n}`, itemId: spool.id, amount: 1, why: 'came', planId: null }]
      const reply = await post(server.base, '/api/stock', { moves })
      return reply.status === 201 ? `${n}` : `stock ${n}: ${reply.status}`
    })
    return checked(data, async ({ base }) => {
      const { items } = (await get(base, '/api/stock')).body as { items: readonly { amount: number }[] }
      const amount = items[0]?.amount ?? 0
      // One more may have been committed without its answer getting out.
      return amount === acknowledged.length || amount === acknowledged.length + 1
        ? []
        : [`${amount} in the stock, acknowledged ${acknowledged.length}`]
    })
  },

  async 'own parts'(data, random) {
    const server = await startServer(data)
    const part = CATALOGUE['part:fan-24' as PartId]!
    const acknowledged = await untilKilled(server, 60 + random.below(500), async (n) => {
      const id = `part:kill-${n}`
      const reply = await post(server.base, '/api/parts', { id, part: { ...part, name: `Fan ${n}` } })
      return reply.status === 201 || reply.status === 200
        ? id
        : `own part ${n}: ${reply.status} ${JSON.stringify(reply.body)}`
    })
    return checked(data, async ({ base }) => {
      const { parts } = (await get(base, '/api/parts')).body as { parts: readonly { id: string }[] }
      const there = new Set(parts.map(({ id }) => id))
      return acknowledged.filter((id) => !there.has(id)).map((id) => `the part ${id} was acknowledged and is gone`)
    })
  },
}

const PICTURE = PNG.sync.write(new PNG({ width: 6, height: 5 }))
const ENTRY = {
  step: 'mount:device:ps1',
  kind: 'noted' as const,
  facts: {},
  reading: null,
  unit: null,
  note: 'x',
  at: '2026-01-05T10:00:00.000Z',
  took_min: null,
  meter: null,
  doneBy: null,
  verdict: null,
  deviation: null,
}

async function madePlan(server: RunningServer): Promise<string> {
  const made = await post(server.base, '/api/plans', { from: 'nothing', name: 'Kill', region: 'IEC' })
  return (made.body as { plan: { id: string } }).plan.id
}

async function send(base: string, path: string, type: string, body: string | Uint8Array): Promise<Answer> {
  const reply = await fetch(base + path, { method: 'POST', headers: { 'content-type': type }, body: body as BodyInit })
  return { status: reply.status, body: (await reply.json()) as unknown }
}

/** Does one thing after the other until the server is killed; what was acknowledged. A refusal is a fault, which reads as words. */
async function untilKilled(
  server: RunningServer,
  after_ms: number,
  once: (n: number) => Promise<string>,
): Promise<readonly string[]> {
  const acknowledged: string[] = []
  const killed = sleep(after_ms).then(() => server.kill())
  for (let n = 1; ; n += 1) {
    let name: string
    try {
      name = await once(n)
    } catch {
      break
    }
    if (name.includes(': ')) throw new Error(name)
    acknowledged.push(name)
  }
  await killed
  return acknowledged
}
