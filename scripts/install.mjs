/** Installs the locked packages when they are missing or other than the lock file has them. All output goes to stderr, so that callers' stdout stays theirs. */
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))

export function run(command, args, options = {}) {
  return spawnSync(command, args, { cwd: root, stdio: ['ignore', 2, 2], ...options }).status ?? 1
}

/** Beside npm's own note of what it installed; it goes along when the packages are copied. */
const marker = join(root, 'node_modules', '.glad-rafter-lock')

function hashOf(path) {
  return createHash('sha256').update(readFileSync(path)).digest('hex')
}

/** What npm says is installed is what the lock file names, version by version; what is for other platforms need not be there. */
export function isAsLocked(wanted, got) {
  return Object.entries(wanted).every(
    ([path, { version, optional }]) => path === '' || got[path]?.version === version || (optional && !got[path]),
  )
}

export function ensureInstalled() {
  const [major] = process.versions.node.split('.').map(Number)
  if (major < 20) {
    console.error(`Node.js 20 or later is needed; this is ${process.version}.`)
    process.exit(2)
  }
  const lock = join(root, 'package-lock.json')
  const hash = hashOf(lock)
  if (existsSync(marker) && readFileSync(marker, 'utf8') === hash) return
  const installed = join(root, 'node_modules', '.package-lock.json')
  const packagesOf = (path) => JSON.parse(readFileSync(path, 'utf8')).packages ?? {}
  if (!existsSync(installed) || !isAsLocked(packagesOf(lock), packagesOf(installed))) {
    console.error('Installing packages (the database driver compiles from source; about 4 minutes the first time) …')
    // Where a registry lacks the packages of other platforms, a strict install refuses the lock file; a plain one follows it all the same.
    if (
      run('npm', ['ci', '--no-fund', '--no-audit']) !== 0 &&
      run('npm', ['install', '--no-save', '--no-fund', '--no-audit']) !== 0
    ) {
      console.error(
        'The packages could not be installed; see above. A C++ compiler, make and python3 are needed for the database driver.',
      )
      process.exit(2)
    }
  }
  writeFileSync(marker, hash)
}
