/** Writes the demo plans as plan files, from the scenarios they are kept as. */
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureInstalled, root } from './install.mjs'

ensureInstalled()
const { register } = await import('tsx/esm/api')
register()
const { DEMOS } = await import('../demo/scenarios/index.ts')
for (const [key, plan] of Object.entries(DEMOS))
  writeFileSync(join(root, 'demo', `${key}.json`), `${JSON.stringify(plan(), null, 1)}\n`)
