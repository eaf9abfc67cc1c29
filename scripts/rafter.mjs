import { ensureInstalled } from './install.mjs'

ensureInstalled()
const { register } = await import('tsx/esm/api')
register()
await import('../src/cli/rafter.ts')
