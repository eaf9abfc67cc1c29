import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'

const port = 4393
const base = `http://127.0.0.1:${port}`

async function start(data: string): Promise<ChildProcess> {
  const server = spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)], { env: { ...process.env, GLAD_RAFTER_DATA: data }, stdio: 'ignore' })
  for (let tries = 0; tries < 300; tries += 1) {
    try {
      if ((await fetch(`${base}/api/plans`)).ok) return server
    } catch {
      // Not yet.
    }
    await new Promise((done) => setTimeout(done, 100))
  }
  throw new Error('the server did not start')
}

const post = async (path: string, body: unknown) => {
  const reply = await fetch(base + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
  return { status: reply.status, body: (await reply.json()) as unknown }
}

/** The server is killed in the middle of a stream of commands; on reopening, every acknowledged one is there. */
test('nothing acknowledged is lost when the server is killed', async () => {
  const data = mkdtempSync(join(tmpdir(), 'rafter-kill-'))
  try {
    let server = await start(data)
    const created = await post('/api/plans', { from: 'nothing', name: 'Kill test', region: 'IEC' })
    const { id } = (created.body as { plan: { id: string } }).plan
    for (let round = 0; round < 3; round += 1) {
      const { revision: first } = (await (await fetch(`${base}/api/plans/${id}`)).json()) as { revision: number }
      let acknowledged = first
      let last = ''
      setTimeout(() => server.kill('SIGKILL'), 150 + 170 * round)
      for (let revision = first; ; revision += 1) {
        const name = `Round ${round}, command ${revision}`
        try {
          const reply = await post(`/api/plans/${id}/edits`, { kind: 'edit', editId: `kill-${round}-${revision}-edit`, baseRevision: revision, label: name, commands: [{ type: 'rename', name }] })
          expect(reply.status).toBe(200)
        } catch {
          break
        }
        acknowledged = revision + 1
        last = name
      }
      server = await start(data)
      const stored = (await (await fetch(`${base}/api/plans/${id}`)).json()) as { revision: number; plan: { name: string } }
      expect(acknowledged).toBeGreaterThan(first)
      // One more may have been committed without its answer getting out.
      expect([acknowledged, acknowledged + 1]).toContain(stored.revision)
      if (stored.revision === acknowledged) expect(stored.plan.name).toBe(last)
      const { changes } = (await (await fetch(`${base}/api/plans/${id}/history?since=${first}`)).json()) as { changes: { revision: number; label: string }[] }
      for (let revision = first; revision < acknowledged; revision += 1) expect(changes.find((change) => change.revision === revision + 1)?.label).toBe(`Round ${round}, command ${revision}`)
    }
    server.kill('SIGKILL')
  } finally {
    rmSync(data, { recursive: true, force: true })
  }
})
