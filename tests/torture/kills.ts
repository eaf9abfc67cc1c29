import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { RECORD_FORMAT } from '@/formats/planFile'
import type { Random } from '../fuzz/random'
import { get, post, spawnServer, startServer, type RunningServer } from '../runningServer'
import { faultsOf, withFile, writeFirstRelease } from './dataFiles'

/** The server is killed somewhere in the midst of its work; afterwards the file is whole, and all that was acknowledged is there. */
export const KILLS = ['first start', 'migration', 'import', 'undo', 'log'] as const
export type KillKind = (typeof KILLS)[number]

const DEMO_COUNT = 4
const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms))
const fileIn = (data: string) => join(data, 'glad-rafter.sqlite')

/** One kill; what is wrong afterwards, or nothing. */
export async function killOnce(kind: KillKind, random: Random): Promise<readonly string[]> {
  const data = mkdtempSync(join(tmpdir(), 'rafter-kill-'))
  try {
    return await ROUNDS[kind](data, random)
  } catch (error) {
    return [`${kind}: ${error instanceof Error ? error.message : String(error)}`]
  } finally {
    rmSync(data, { recursive: true, force: true })
  }
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
}
