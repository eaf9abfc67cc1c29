/** Installs the locked packages when they are missing or older than the lock file. All output goes to stderr, so that callers' stdout stays theirs. */
import { spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))

export function run(command, args, options = {}) {
  return spawnSync(command, args, { cwd: root, stdio: ['ignore', 2, 2], ...options }).status ?? 1
}

export function ensureInstalled() {
  const [major] = process.versions.node.split('.').map(Number)
  if (major < 20) {
    console.error(`Node.js 20 or later is needed; this is ${process.version}.`)
    process.exit(2)
  }
  const marker = join(root, 'node_modules', '.package-lock.json')
  const lock = join(root, 'package-lock.json')
  if (existsSync(marker) && statSync(marker).mtimeMs >= statSync(lock).mtimeMs - 1000) return
  console.error('Installing packages (the database driver compiles from source; about 4 minutes the first time) …')
  // Where a registry lacks the packages of other platforms, a strict install refuses the lock file; a plain one follows it all the same.
  if (run('npm', ['ci', '--no-fund', '--no-audit']) !== 0 && run('npm', ['install', '--no-save', '--no-fund', '--no-audit']) !== 0) {
    console.error('The packages could not be installed; see above. A C++ compiler, make and python3 are needed for the database driver.')
    process.exit(2)
  }
}
