/** Bundles the `rafter` command, so that it starts at once. */
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { ensureInstalled, root } from './install.mjs'

const out = join(root, 'dist')

function* filesBelow(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) yield* filesBelow(path)
    else yield path
  }
}

/** Names, sizes and times of the sources: cheap to take at every start, and no two states of them are alike. */
function stateOfSources() {
  const hash = createHash('sha256')
  for (const folder of ['src/core', 'src/formats', 'src/cli']) {
    for (const path of filesBelow(join(root, folder))) {
      const { size, mtimeMs } = statSync(path)
      hash.update(`${path} ${size} ${mtimeMs}\n`)
    }
  }
  for (const path of ['package-lock.json', 'scripts/bundle.mjs']) hash.update(readFileSync(join(root, path)))
  return hash.digest('hex')
}

/** Bundles anew where a source has changed; returns the path of the command. */
export async function ensureBundled() {
  const command = join(out, 'rafter.mjs')
  const stamp = join(out, 'state')
  const state = stateOfSources()
  if (existsSync(command) && existsSync(stamp) && readFileSync(stamp, 'utf8') === state) return command
  ensureInstalled()
  const { build } = await import('esbuild')
  mkdirSync(out, { recursive: true })
  const { metafile } = await build({
    entryPoints: [join(root, 'src/cli/rafter.ts')],
    outdir: out,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    splitting: true,
    minify: true,
    logLevel: 'error',
    tsconfig: join(root, 'tsconfig.json'),
    metafile: true,
    absWorkingDir: root,
  })
  // What is left of the bundle before, only now: another call may be using it.
  const made = new Set(Object.keys(metafile.outputs).map((path) => basename(path)))
  for (const name of readdirSync(out)) if (!made.has(name)) rmSync(join(out, name), { recursive: true, force: true })
  writeFileSync(stamp, state)
  return command
}
