/** How long people wait for the server: fifty at once, and on a plan with a long history. It measures; nothing is asserted. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { get, post, startServer } from '../runningServer'

const SHORT = process.env.BENCH === 'short'
const CLIENTS = SHORT ? 4 : 50
const ROUNDS = SHORT ? 2 : 12
const LONG = SHORT ? 40 : Number(process.env.BENCH_HISTORY ?? 20_000)
/** Edits of each history that are timed. */
const EACH = SHORT ? 10 : 200

function shares(times: number[]): string {
  times.sort((a, b) => a - b)
  const at = (share: number) => times[Math.min(times.length - 1, Math.floor(share * times.length))]!.toFixed(0)
  return `median ${at(0.5)} ms, p99 ${at(0.99)} ms, longest ${times.at(-1)!.toFixed(0)} ms of ${times.length}`
}

/** Processor time of the server so far, ms. */
function spent_ms(): number {
  const fields = readFileSync(`/proc/${server.process.pid}/stat`, 'utf8').split(') ')[1]!.split(' ')
  return (Number(fields[11]) + Number(fields[12])) * 10
}

async function timed(work: () => Promise<{ readonly status: number }>): Promise<number> {
  const began = performance.now()
  const { status } = await work()
  if (status >= 400) throw new Error(`status ${status}`)
  return performance.now() - began
}

const ambient = (n: number) => ({ type: 'setSite', changes: { ambient_C: 20 + (n % 20) } })

const data = mkdtempSync(join(tmpdir(), 'rafter-load-'))
const server = await startServer(data, { GLAD_RAFTER_DEMO: '1' })
const { base } = server
try {
  const make = async () =>
    ((await post(base, '/api/plans', { from: 'copy', plan: 'clay-printer' })).body as { plan: { id: string } }).plan.id
  const revisions = new Map<string, number>()
  let n = 0
  const edit = (id: string) => {
    const revision = revisions.get(id) ?? 1
    revisions.set(id, revision + 1)
    n += 1
    return timed(() =>
      post(base, `/api/plans/${id}/edits`, {
        kind: 'edit',
        editId: `load-edit-${n}-${revision}`,
        baseRevision: revision,
        label: 'Ambient',
        commands: [ambient(n)],
      }),
    )
  }
  const ids: string[] = []
  for (let i = 0; i < CLIENTS; i += 1) ids.push(await make())
  for (const id of ids) await edit(id)
  console.log(`${CLIENTS} clients at once, each on a plan of its own`)
  const all = async (work: (id: string) => Promise<number>) => {
    const before = spent_ms()
    const lists = await Promise.all(
      ids.map(async (id) => {
        const times: number[] = []
        for (let round = 0; round < ROUNDS; round += 1) times.push(await work(id))
        return times
      }),
    )
    const each_ms = (spent_ms() - before) / (CLIENTS * ROUNDS)
    return `${shares(lists.flat())}; ${each_ms.toFixed(1)} ms of the server’s processor each`
  }
  console.log(`  edits         ${await all(edit)}`)
  console.log(`  plans read    ${await all((id) => timed(() => get(base, `/api/plans/${id}`)))}`)
  console.log(`  the shelf     ${await all(() => timed(() => get(base, '/api/plans')))}`)
  console.log(
    `  asked for news ${await all((id) => timed(() => get(base, `/api/plans/${id}/history?since=${revisions.get(id)}`)))}`,
  )
  const [short, long] = [await make(), await make()]
  for (let i = 0; i < EACH; i += 1) await edit(short)
  console.log(`edits one after the other; the long history has ${LONG}`)
  for (let i = 0; i < LONG; i += 1) await edit(long)
  const some = async (id: string) => {
    const times = []
    for (let i = 0; i < EACH; i += 1) times.push(await edit(id))
    return times
  }
  console.log(`  new plan      ${shares(await some(short))}`)
  console.log(`  long history  ${shares(await some(long))}`)
} finally {
  await server.kill()
  rmSync(data, { recursive: true, force: true })
}
