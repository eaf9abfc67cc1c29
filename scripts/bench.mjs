/** `npm run bench`: how fast the core is on this machine, bundled as the browser gets it. It measures; nothing is asserted. */
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensureInstalled, root } from './install.mjs'

ensureInstalled()
const { build } = await import('esbuild')
const outfile = join(root, '.reports', 'core.bench.mjs')
await build({ entryPoints: [join(root, 'tests', 'bench', 'core.bench.ts')], bundle: true, platform: 'node', format: 'esm', outfile, logLevel: 'error' })
await import(pathToFileURL(outfile).href)
