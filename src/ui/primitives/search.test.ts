import { describe, expect, it } from 'vitest'
import { holdsWords } from './search'

describe('a search', () => {
  it.each([
    ['PS1 −V', 'ps1 -v', true],
    ['PS1 −V', '−', true],
    ['PS1 -V', '–', true],
    ['24 V supply, 350 W', 'supply 24', true],
    ['24 V supply, 350 W', 'supply 48', false],
    ['anything', '', true],
  ])('“%s” by “%s”: %s', (text, query, is) => expect(holdsWords(text, query)).toBe(is))
})
