import { describe, expect, it } from 'vitest'
import { csvCell, csvText } from './csv'

describe('a cell', () => {
  // What spreadsheets take for formulas: OWASP, "CSV Injection", the list of leading characters (from memory), full-width ones included.
  it.each([
    '=1+1',
    '+1',
    '-1',
    '@SUM(A1)',
    '\t=1',
    '\r=1',
    '\n=1',
    ' =1',
    '   +1',
    '\u00a0=1',
    '＝1',
    '＋1',
    '－1',
    '＠x',
    '\n＝1',
  ])('%j is no formula', (text) => {
    const cell = csvCell(text)
    expect(cell.replace(/^"/, '').startsWith("'")).toBe(true)
  })
  it.each(['24 V', 'a=b', 'PS1', '', '1.5 mm²'])('%j stays as it is', (text) => expect(csvCell(text)).toBe(text))
  it('a number below zero stays one', () => expect(csvCell(-3.5)).toBe('-3.5'))
  // RFC 4180, 2.5 to 2.7.
  it('with quotes, commas and line breaks is quoted, quotes doubled', () =>
    expect(csvCell('a "b", c\nd')).toBe('"a ""b"", c\nd"'))
})

it('lines end as RFC 4180 has them', () =>
  expect(
    csvText([
      ['a', 1],
      ['b', 2],
    ]),
  ).toBe('a,1\r\nb,2\r\n'))
