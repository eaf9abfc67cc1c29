import { mkdirSync } from 'node:fs'
import { homedir } from 'node:os'
import { join, resolve } from 'node:path'

/** Where the data file lives: `GLAD_RAFTER_DATA`, else the user's own data directory. Never inside the build. */
export function dataDirectory(): string {
  const chosen = process.env.GLAD_RAFTER_DATA
  const directory = chosen ? resolve(/* turbopackIgnore: true */ chosen) : join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'glad-rafter')
  mkdirSync(directory, { recursive: true })
  return directory
}
