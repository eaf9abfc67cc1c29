/** `npm run bench`: how fast the core is on this machine. It measures; nothing is asserted. */
import { ensureInstalled } from './install.mjs'

ensureInstalled()
const { register } = await import('tsx/esm/api')
register()
await import('../tests/bench/core.bench.ts')
