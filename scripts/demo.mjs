/** `npm run demo`: everything from a fresh clone to a running application with the demo plans. */
import { spawn } from 'node:child_process'
import { get } from 'node:http'
import { createServer } from 'node:net'
import { ensureBuilt } from './build.mjs'
import { ensureInstalled, root } from './install.mjs'

ensureInstalled()
ensureBuilt()

const host = process.env.HOST ?? '127.0.0.1'
const wanted = Number(process.env.PORT ?? 4180)

function isFree(port) {
  return new Promise((done) => {
    const probe = createServer()
    probe.once('error', () => done(false))
    probe.listen(port, host, () => probe.close(() => done(true)))
  })
}

let port = wanted
while (!(await isFree(port))) {
  if (process.env.PORT) {
    console.error(`Port ${port} is taken; name another with PORT=…`)
    process.exit(2)
  }
  port += 1
}
const shown = host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host
const server = spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-H', host, '-p', String(port)], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, GLAD_RAFTER_DEMO: process.env.GLAD_RAFTER_DEMO ?? '1', NEXT_TELEMETRY_DISABLED: '1' },
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
server.stdout.resume()

function status() {
  return new Promise((done) => {
    get({ host: shown, port, path: '/api/plans' }, (response) => {
      response.resume()
      done(response.statusCode)
    }).on('error', () => done(0))
  })
}

// Said once it truly answers; a data file in trouble is shown in the browser, and the server has named it above.
for (let tries = 0; tries < 600; tries += 1) {
  const code = await status()
  if (code === 200 || code === 503) {
    console.log(`Glad Rafter runs at http://${shown}:${port}/   (stop with Ctrl C)`)
    break
  }
  await new Promise((done) => setTimeout(done, 100))
}
