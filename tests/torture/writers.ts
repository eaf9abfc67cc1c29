import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readWith } from '@/core/calculator'
import { replay, type Plan, type Change } from '@/core/plan'
import { command, COMMAND_TYPES } from '@/core/plan/schema'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { commandFor } from '../anyCommand'
import { randomFrom, type Random } from '../fuzz/random'
import { get, post, startServer } from '../runningServer'
import { faultsOf } from './dataFiles'

export interface WritersReport {
  readonly committed: number
  readonly stale: number
  readonly refused: number
  readonly faults: readonly string[]
}

/** What the server says of a plan and of edits to it. */
interface Standing {
  readonly revision: number
  readonly lastEdit: string
}
interface Opened extends Standing {
  readonly plan: Plan
}
interface Committed {
  readonly revision: number
  readonly change: Change
}
interface Stale {
  readonly since: readonly Change[]
  readonly wentBack: boolean
}

const WRITERS = 10
/** A kept connection may be closed by the server just as the next request goes out; a browser then sends it again, and so do these. */
const SENT_AGAIN = 3

async function sent(...request: Parameters<typeof post>): Promise<Awaited<ReturnType<typeof post>>> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await post(...request)
    } catch (error) {
      if (tries > SENT_AGAIN) throw error
    }
  }
}
const sleep = () => new Promise((done) => setImmediate(done))

async function changesSince(base: string, id: string, revision: number): Promise<readonly Change[]> {
  const { status, body } = await get(base, `/api/plans/${id}/history?since=${revision}`)
  if (status !== 200) throw new Error(`the history since ${revision}: ${status}`)
  return (body as { changes: readonly Change[] }).changes
}

/** One writer in a browser of its own: edits what it sees, takes back and does again, and catches up when others were faster. */
async function write(
  base: string,
  id: string,
  name: string,
  share: number,
  random: Random,
  report: { committed: number; stale: number; refused: number; faults: string[] },
): Promise<void> {
  const cookie = `rafter-author=${randomUUID()}`
  let { plan, revision, lastEdit } = (await get(base, `/api/plans/${id}`)).body as Opened
  for (let done = 0, tries = 0; done < share; tries += 1) {
    const on = { editId: `${name}-${tries}-${revision}-edit`, baseRevision: revision, baseEdit: lastEdit }
    const read = readWith(
      command,
      commandFor(
        random.pick(COMMAND_TYPES),
        plan,
        Array.from({ length: 8 }, () => random.below(10_000)),
      ),
    )
    if (read.kind === 'refused') continue
    const edit =
      random.below(4) === 0
        ? { kind: random.pick(['undo', 'redo'] as const), ...on }
        : { kind: 'edit', ...on, label: `${name} ${tries}`, commands: [read.value] }
    if (random.below(3) === 0) await sleep()
    const { status, body } = await sent(base, `/api/plans/${id}/edits`, edit, { cookie })
    if (status === 200) {
      const { change, revision: now } = body as Committed
      plan = replay(plan, change.patches)
      revision = now
      lastEdit = change.editId
      report.committed += 1
      done += 1
    } else if (status === 409) {
      report.stale += 1
      const stale = body as Stale
      if (stale.wentBack) report.faults.push(`${name} was told that the server went back`)
      // Where more changed than one answer holds, the next attempt brings the rest.
      for (const change of stale.since) plan = replay(plan, change.patches)
      ;({ revision, editId: lastEdit } = stale.since.at(-1)!)
    } else if (status === 422) report.refused += 1
    else throw new Error(`${name}: ${status} ${JSON.stringify(body).slice(0, 200)}`)
  }
}

/** Ten writers on one plan at once, each through a socket of a running server; afterwards its history replays to the document, to the byte. */
export async function tenWriters(edits: number, seed: number): Promise<WritersReport> {
  const directory = mkdtempSync(join(tmpdir(), 'rafter-writers-'))
  const report = { committed: 0, stale: 0, refused: 0, faults: [] as string[] }
  const server = await startServer(directory)
  try {
    const { base } = server
    const made = await post(base, '/api/plans', { from: 'file', document: clayPrinter() })
    if (made.status !== 201) throw new Error('the demo is no plan')
    const { id } = (made.body as { plan: { id: string } }).plan
    const stored = async () => (await fetch(`${base}/api/plans/${id}/raw`)).text()
    const original = await stored()
    await Promise.all(
      Array.from({ length: WRITERS }, (_, i) =>
        write(base, id, `writer${i}`, Math.ceil(edits / WRITERS), randomFrom(seed + i), report),
      ),
    )
    let replayed = JSON.parse(original) as Plan
    for (let revision = 1; ;) {
      const changes = await changesSince(base, id, revision)
      if (changes.length === 0) break
      for (const { patches } of changes) replayed = replay(replayed, patches)
      revision = changes.at(-1)!.revision
    }
    if (JSON.stringify(replayed) !== (await stored())) report.faults.push('the history does not lead to the document')
  } finally {
    await server.kill()
  }
  report.faults.push(...(await faultsOf(join(directory, 'glad-rafter.sqlite'))))
  rmSync(directory, { recursive: true, force: true })
  return report
}
