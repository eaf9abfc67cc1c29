import fc from 'fast-check'
import { expect, it } from 'vitest'
import { xmlText } from './xml'

/** XML 1.0 (fifth edition), production 2: the characters a document may hold. */
const isChar = (code: number) =>
  code === 9 ||
  code === 10 ||
  code === 13 ||
  (code >= 0x20 && code <= 0xd7ff) ||
  (code >= 0xe000 && code <= 0xfffd) ||
  code >= 0x10000

it('has the five entities', () =>
  expect(xmlText(`<a b="c">'&'</a>`)).toBe('&lt;a b=&quot;c&quot;&gt;&#39;&amp;&#39;&lt;/a&gt;'))
it('keeps whole characters beyond the first plane', () => expect(xmlText('🪚 ⌀ 8')).toBe('🪚 ⌀ 8'))
it('holds only what XML holds, whatever it is given', () => {
  const units = fc
    .array(fc.integer({ min: 0, max: 0xffff }), { maxLength: 40 })
    .map((codes) => String.fromCharCode(...codes))
  fc.assert(
    fc.property(units, (text) => {
      const written = xmlText(text)
      for (const char of written) expect(isChar(char.codePointAt(0)!)).toBe(true)
      expect(written).not.toMatch(/[<>"']/)
    }),
    { seed: 8, numRuns: 500 },
  )
})
