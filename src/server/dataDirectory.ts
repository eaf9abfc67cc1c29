import { mkdirSync } from 'node:fs'
import { homedir } from 'node:os'
import { join, resolve } from 'node:path'
import { DataTrouble } from './dataTrouble'

/** Where the data file lives: `GLAD_RAFTER_DATA`, else the user's own data directory. Never inside the build. */
export function dataDirectory(): string {
  const chosen = process.env.GLAD_RAFTER_DATA
  const directory = chosen
    ? resolve(/* turbopackIgnore: true */ chosen)
    : join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'glad-rafter')
  try {
    mkdirSync(directory, { recursive: true, mode: 0o700 })
  } catch (error) {
    const what = error instanceof Error ? error.message : String(error)
    throw new DataTrouble(
      'unreachable',
      `${directory} cannot be used as the data directory (${what}); name another with GLAD_RAFTER_DATA`,
    )
  }
  return directory
}
