/** `npm run bench`; with BENCH=short each part of it once, as `npm test` does: how fast the core is on this machine, bundled as the browser gets it, and how long people wait for the server. It measures; nothing is asserted. */
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensureBuilt } from './build.mjs'
import { ensureInstalled, root } from './install.mjs'

ensureInstalled()
const { build } = await import('esbuild')
async function measure(name) {
  const outfile = join(root, '.reports', `${name}.bench.mjs`)
  await build({
    entryPoints: [join(root, 'tests', 'bench', `${name}.bench.ts`)],
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile,
    logLevel: 'error',
    external: ['@playwright/test', 'sqlite3', 'sequelize'],
  })
  await import(pathToFileURL(outfile).href)
}

await measure('core')
if (existsSync(process.env.CHROMIUM ?? '/usr/bin/chromium')) {
  await measure('drag')
  await measure('keys')
} else console.log('dragging, keys: no Chromium here (apt-get install chromium, or name one with CHROMIUM)')
ensureBuilt()
await measure('load')
