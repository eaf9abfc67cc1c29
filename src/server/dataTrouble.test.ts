import { describe, expect, it } from 'vitest'
import { DataTrouble, isDataTrouble, troubleOf } from './dataTrouble'

const sqlite = (code: string) => Object.assign(new Error(`${code}: it says so`), { code })

describe('what the database or the file system said', () => {
  // Result codes of SQLite and errno names of POSIX, as the driver hands them on.
  it.each([
    [sqlite('SQLITE_BUSY'), 'locked', true],
    [sqlite('SQLITE_LOCKED'), 'locked', true],
    [sqlite('SQLITE_FULL'), 'full', true],
    [Object.assign(new Error('write'), { code: 'ENOSPC' }), 'full', true],
    [sqlite('SQLITE_READONLY'), 'read-only', true],
    [Object.assign(new Error('open'), { code: 'EROFS' }), 'read-only', true],
    [sqlite('SQLITE_CORRUPT'), 'damaged', false],
    [sqlite('SQLITE_NOTADB'), 'damaged', false],
    [sqlite('SQLITE_CANTOPEN'), 'unreachable', false],
    [Object.assign(new Error('mkdir'), { code: 'ENOTDIR' }), 'unreachable', false],
  ] as const)('%s is %s', (error, kind, isPassing) => {
    // The mapper wraps what the driver said.
    for (const met of [error, Object.assign(new Error('wrapped'), { original: error })]) {
      const trouble = troubleOf(met, '/home/maker/glad-rafter.sqlite')!
      expect(trouble).toMatchObject({ kind, isPassing })
      expect(trouble.message).toContain('/home/maker/glad-rafter.sqlite')
      expect(trouble.message).not.toMatch(/\n/)
      expect(isDataTrouble(trouble)).toBe(true)
    }
  })

  it('is no trouble of the file where it is a fault of ours', () => {
    expect(troubleOf(new TypeError('x is not a function'), 'f')).toBeNull()
    expect(troubleOf(sqlite('SQLITE_CONSTRAINT'), 'f')).toBeNull()
  })

  it('stays what it is when it is met again', () => {
    const trouble = new DataTrouble('full', 'no room')
    expect(troubleOf(trouble, 'f')).toBe(trouble)
  })
})
