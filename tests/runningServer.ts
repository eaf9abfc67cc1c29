import { spawn, type ChildProcess } from 'node:child_process'
import { createServer } from 'node:net'

/** A server of the built application on a port of its own, with a data directory of its own. */
export interface RunningServer {
  readonly base: string
  readonly process: ChildProcess
  /** What it printed so far. */
  readonly said: () => string
  kill(signal?: NodeJS.Signals): Promise<void>
}

export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })
}

const running = new Set<ChildProcess>()

/** Ends all that were started here and run on: of a test that hangs. */
export function killRunning(): void {
  for (const child of running) child.kill('SIGKILL')
}

/** Starts the process and does not wait for it to answer. */
export async function spawnServer(
  data: string,
  env: Readonly<Record<string, string>> = {},
  wanted?: number,
): Promise<RunningServer> {
  const port = wanted ?? (await freePort())
  const child = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)],
    {
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', GLAD_RAFTER_DATA: data, GLAD_RAFTER_DEMO: '0', ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    },
  )
  let said = ''
  for (const stream of [child.stdout!, child.stderr!]) stream.on('data', (chunk: Buffer) => (said += chunk.toString()))
  running.add(child)
  const over = new Promise<void>((resolve) =>
    child.once('exit', () => {
      running.delete(child)
      resolve()
    }),
  )
  return {
    base: `http://127.0.0.1:${port}`,
    process: child,
    said: () => said,
    kill(signal = 'SIGKILL') {
      child.kill(signal)
      return over
    },
  }
}

/** Starts it and waits until it answers. */
export async function startServer(
  data: string,
  env: Readonly<Record<string, string>> = {},
  port?: number,
): Promise<RunningServer> {
  const server = await spawnServer(data, env, port)
  for (let tries = 0; tries < 400; tries += 1) {
    if (server.process.exitCode !== null) break
    try {
      if ((await fetch(`${server.base}/api/plans`)).ok) return server
    } catch {
      // Not yet.
    }
    await new Promise((done) => setTimeout(done, 50))
  }
  await server.kill()
  throw new Error(`the server did not start: ${server.said()}`)
}

export interface Answer {
  readonly status: number
  readonly body: unknown
}

export async function get(base: string, path: string): Promise<Answer> {
  const reply = await fetch(base + path)
  return { status: reply.status, body: (await reply.json()) as unknown }
}

export async function post(
  base: string,
  path: string,
  body: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<Answer> {
  const reply = await fetch(base + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: JSON.stringify(body),
  })
  return { status: reply.status, body: (await reply.json()) as unknown }
}
