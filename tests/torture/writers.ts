import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readWith } from '@/core/calculator'
import { replay, type EditRequest, type Plan } from '@/core/plan'
import { command, COMMAND_TYPES } from '@/core/plan/schema'
import { openDatabase } from '@/server/database'
import { PlanStore } from '@/server/planStore'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { commandFor } from '../anyCommand'
import { randomFrom, type Random } from '../fuzz/random'
import { faultsOf } from './dataFiles'

export interface WritersReport {
  readonly committed: number
  readonly stale: number
  readonly refused: number
  readonly faults: readonly string[]
}

const sleep = () => new Promise((done) => setImmediate(done))

/** One writer: edits what it sees, takes back and does again, and catches up when others were faster. */
async function write(
  store: PlanStore,
  id: string,
  author: string,
  share: number,
  random: Random,
  report: { committed: number; stale: number; refused: number; faults: string[] },
): Promise<void> {
  const opened = await store.load(id, author)
  if (opened?.kind !== 'plan') throw new Error('the plan is gone')
  let { plan, revision, lastEdit } = opened.stored
  for (let done = 0, tries = 0; done < share; tries += 1) {
    const base = { editId: `${author}-${tries}-${revision}-edit`, baseRevision: revision, baseEdit: lastEdit }
    const read = readWith(
      command,
      commandFor(
        random.pick(COMMAND_TYPES),
        plan,
        Array.from({ length: 8 }, () => random.below(10_000)),
      ),
    )
    if (read.kind === 'refused') continue
    const edit: EditRequest =
      random.below(4) === 0
        ? { kind: random.pick(['undo', 'redo'] as const), ...base }
        : { kind: 'edit', ...base, label: `${author} ${tries}`, commands: [read.value] }
    if (random.below(3) === 0) await sleep()
    const outcome = await store.edit(id, edit, author)
    if (outcome.kind === 'committed') {
      plan = replay(plan, outcome.change.patches)
      revision = outcome.revision
      lastEdit = outcome.change.editId
      report.committed += 1
      done += 1
    } else if (outcome.kind === 'stale') {
      report.stale += 1
      if (outcome.wentBack) report.faults.push(`${author} was told that the server went back`)
      for (let since = outcome.since; since.length > 0; since = (await store.since(id, revision))!) {
        for (const change of since) plan = replay(plan, change.patches)
        ;({ revision, editId: lastEdit } = since.at(-1)!)
      }
    } else report.refused += 1
  }
  const now = await store.load(id, author)
  if (now?.kind !== 'plan') report.faults.push('the plan is gone')
}

/** Ten writers on one plan at once; afterwards its history replays to the document, to the byte. */
export async function tenWriters(edits: number, seed: number): Promise<WritersReport> {
  const directory = mkdtempSync(join(tmpdir(), 'rafter-writers-'))
  const file = join(directory, 'glad-rafter.sqlite')
  const report = { committed: 0, stale: 0, refused: 0, faults: [] as string[] }
  const db = await openDatabase(file)
  try {
    const store = new PlanStore(db)
    const created = await store.create(clayPrinter())
    if (created.kind === 'refused') throw new Error('the demo is no plan')
    const { id } = created.summary
    const original = (await store.raw(id))!.text
    await Promise.all(
      Array.from({ length: 10 }, (_, i) =>
        write(store, id, `writer${i}`, Math.ceil(edits / 10), randomFrom(seed + i), report),
      ),
    )
    let replayed = JSON.parse(original) as Plan
    for (let revision = 1; ;) {
      const changes = (await store.since(id, revision))!
      if (changes.length === 0) break
      for (const { patches } of changes) replayed = replay(replayed, patches)
      revision = changes.at(-1)!.revision
    }
    if (JSON.stringify(replayed) !== (await store.raw(id))!.text)
      report.faults.push('the history does not lead to the document')
  } finally {
    await db.close()
  }
  report.faults.push(...(await faultsOf(file)))
  rmSync(directory, { recursive: true, force: true })
  return report
}
