/** Why the data file cannot be used just now, and what a person can do about it. */
export type TroubleKind = 'locked' | 'full' | 'read-only' | 'damaged' | 'empty' | 'later' | 'unreachable'

/** These pass by themselves or by a hand elsewhere: the server goes on and tries again. */
const PASSING: ReadonlySet<TroubleKind> = new Set(['locked', 'full', 'read-only'])

export class DataTrouble extends Error {
  constructor(
    readonly kind: TroubleKind,
    /** One line: the file, what is wrong with it, and the remedy. */
    message: string,
  ) {
    super(message)
    this.name = 'DataTrouble'
  }

  get isPassing(): boolean {
    return PASSING.has(this.kind)
  }
}

/** By its name: the application is bundled in parts, and each has its own copy of the class. */
export function isDataTrouble(error: unknown): error is DataTrouble {
  return error instanceof Error && error.name === 'DataTrouble'
}

const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim()

function codeOf(error: unknown): string {
  for (let at = error; typeof at === 'object' && at !== null;) {
    const { code, original, parent, cause } = at as {
      code?: unknown
      original?: unknown
      parent?: unknown
      cause?: unknown
    }
    if (typeof code === 'string') return code
    at = original ?? parent ?? cause
  }
  return ''
}

/** What the database or the file system said, in words with a remedy; null where it is no fault of the data file. */
export function troubleOf(error: unknown, file: string): DataTrouble | null {
  if (isDataTrouble(error)) return error
  const text = error instanceof Error ? error.message : String(error)
  const is = (...codes: string[]) => codes.some((code) => codeOf(error) === code || text.includes(code))
  if (is('SQLITE_BUSY', 'SQLITE_LOCKED')) {
    return new DataTrouble(
      'locked',
      `${file} is locked by another program; close what has it open, a second Glad Rafter or a database tool, and it goes on by itself`,
    )
  }
  if (is('SQLITE_FULL', 'ENOSPC', 'EDQUOT')) {
    return new DataTrouble(
      'full',
      `There is no room for ${file}; free some space on that disk, and it goes on by itself`,
    )
  }
  if (is('SQLITE_READONLY', 'EROFS')) {
    return new DataTrouble(
      'read-only',
      `${file} cannot be written; make it and its directory writable for this user, and it goes on by itself`,
    )
  }
  if (is('SQLITE_CORRUPT', 'SQLITE_NOTADB')) return damaged(file, text)
  if (is('SQLITE_CANTOPEN', 'SQLITE_IOERR', 'EACCES', 'EPERM', 'ENOTDIR', 'EISDIR', 'EEXIST', 'ENOENT', 'EIO')) {
    return new DataTrouble(
      'unreachable',
      `${file} cannot be opened (${oneLine(text)}); check that its directory exists and is yours, or name another with GLAD_RAFTER_DATA`,
    )
  }
  return null
}

export function damaged(file: string, what: string): DataTrouble {
  return new DataTrouble(
    'damaged',
    `${file} is damaged (${oneLine(what).slice(0, 160)}); nothing was changed: put a copy back in its place (the ones made before migrations lie beside it), or move it away to begin anew`,
  )
}
