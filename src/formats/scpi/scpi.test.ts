import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { measureCommand, quote, readCommand, readError, readFigure, writeFigure } from '.'

describe('figures as instruments write them', () => {
  it('are read back to nine digits', () =>
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (value) => {
        const back = readFigure(writeFigure(value))!
        expect(Math.abs(back - value)).toBeLessThanOrEqual(1e-8 * Math.abs(value))
      }),
    ))
  // IEEE 488.2, 8.7.3 (from memory): NR3, a signed figure with an exponent.
  it('have sign, digits and exponent', () => {
    expect(writeFigure(24.0173)).toBe('+2.40173000E+01')
    expect(writeFigure(-0.00012)).toBe('-1.20000000E-04')
  })
  it('beyond the range are 9.9E37, and that is infinity', () => {
    expect(readFigure(writeFigure(Infinity))).toBe(Infinity)
    expect(readFigure('+9.9E+37')).toBe(Infinity)
    expect(readFigure('-9.9E37')).toBe(-Infinity)
  })
  it('are nothing else', () => {
    for (const text of ['', 'four', '1,2', '0x10', '1e', '12 V', 'NaN', '<script>']) expect(readFigure(text)).toBeNull()
  })
})

describe('commands', () => {
  it('are the same long and short, in capitals or not', () => {
    const short = readCommand('MEAS:VOLT:DC?')
    expect(readCommand('measure:voltage:dc?')).toEqual(short)
    expect(short).toEqual({ path: ['MEAS', 'VOLT', 'DC'], asks: true, arguments: [] })
    expect(readCommand(measureCommand('resistance'))).toMatchObject({ path: ['MEAS', 'RES'], asks: true })
  })
  it('take arguments, in quotation marks with commas and marks of their own', () => {
    expect(readCommand('ROUT:PROB "a, b","c ""d"""')?.arguments).toEqual(['a, b', 'c "d"'])
    fc.assert(
      fc.property(
        fc.string().filter((text) => !/[\r\n]/.test(text)),
        (text) => {
          expect(readCommand(`X ${quote(text)}`)?.arguments).toEqual([text])
        },
      ),
    )
  })
  it('that are none are none', () => {
    for (const text of ['', '   ', '?', '"', ':', '12']) expect(readCommand(text)).toBeNull()
  })
  it('errors have a number and words', () => {
    expect(readError('-221,"Settings conflict; ""so"""')).toEqual({ code: -221, words: 'Settings conflict; "so"' })
    expect(readError('0,"No error"')).toEqual({ code: 0, words: 'No error' })
    expect(readError('fine')).toBeNull()
  })
})
