/** `npm run torture -- --kills 200 --fuzz 100000 --edits 10000`: what `npm test` tries a little of, as long as asked. */
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensureBuilt } from './build.mjs'
import { ensureInstalled, root } from './install.mjs'

ensureInstalled()
ensureBuilt()
process.chdir(root)
const { build } = await import('esbuild')
const outfile = join(root, '.reports', 'torture', 'main.mjs')
await build({
  entryPoints: [join(root, 'tests/torture/main.ts')],
  bundle: true,
  platform: 'node',
  format: 'esm',
  outfile,
  logLevel: 'error',
  packages: 'external',
  tsconfig: join(root, 'tsconfig.json'),
})
await import(pathToFileURL(outfile).href)
