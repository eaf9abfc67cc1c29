/** Builds the application when there is no build, or its sources are newer. */
import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { root, run } from './install.mjs'

function newest(path) {
  const stat = statSync(path)
  if (!stat.isDirectory()) return stat.mtimeMs
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))))
}

export function ensureBuilt() {
  const marker = join(root, '.next', 'BUILD_ID')
  const sources = ['src', 'demo', 'package-lock.json', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json'].map(
    (name) => newest(join(root, name)),
  )
  if (existsSync(marker) && statSync(marker).mtimeMs > Math.max(...sources)) return
  console.error('Building the application …')
  if (run('npx', ['next', 'build'], { env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' } }) !== 0) {
    console.error('The build failed; see above.')
    process.exit(2)
  }
}
