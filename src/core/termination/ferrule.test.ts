import { describe, expect, it } from 'vitest'
import { chooseFerrule, treatEnd } from '.'

describe('a ferrule', () => {
  /** Colours of DIN 46228-4 and of the older French code; sleeves for gauges by custom. From memory. */
  it.each([
    ['0.5 mm²', 'DIN 46228-4', 'white', 8],
    ['0.75 mm²', 'DIN 46228-4', 'grey', 8],
    ['0.75 mm²', 'French', 'blue', 8],
    ['2.5 mm²', 'French', 'grey', 8],
    ['18 AWG', 'DIN 46228-4', 'red', 8],
    ['12 AWG', 'DIN 46228-4', 'grey', 10],
    ['6 mm²', 'DIN 46228-4', 'yellow', 12],
  ] as const)('for %s by %s is %s, %d mm', (size, code, colour, sleeve_mm) =>
    expect(chooseFerrule({ size, code, twin: false }).result).toMatchObject({
      feasible: true,
      colour,
      sleeve_mm,
      strip_mm: sleeve_mm + 2,
    }),
  )
  it('for two has the same colour and a longer sleeve where they are thick', () => {
    const one = chooseFerrule({ size: '2.5 mm²', code: 'DIN 46228-4', twin: false }).result
    const two = chooseFerrule({ size: '2.5 mm²', code: 'DIN 46228-4', twin: true }).result
    expect(two.colour).toBe(one.colour)
    expect(two.sleeve_mm).toBe(10)
  })
  it.each([
    ['26 AWG', false],
    ['35 mm²', true],
    ['0.25 mm²', true],
  ])('for %s, twin %s, is not sold, and it says so', (size, twin) => {
    const { result } = chooseFerrule({ size, code: 'DIN 46228-4', twin })
    expect(result).toMatchObject({ feasible: false, colour: null, sleeve_mm: null })
    expect(result.reasons).toHaveLength(1)
  })
})

describe('two wires in one sleeve at the bench', () => {
  it('have the sleeve that the calculator names', () => {
    const { what, strip_mm } = treatEnd({
      clamp: 'screw',
      clampSize_mm: null,
      torque_Nm: null,
      strip_mm: null,
      size: '2.5 mm²',
      construction: 'stranded',
      screwEnds: 'ferrule',
      ferruleCode: 'DIN 46228-4',
      wanted: 'twin-ferrule',
    })
    const { result } = chooseFerrule({ size: '2.5 mm²', code: 'DIN 46228-4', twin: true })
    expect(what).toBe(`Twin ferrule 2 × 2.5 · ${result.sleeve_mm}, ${result.colour}`)
    expect(strip_mm).toBe(result.strip_mm)
  })
})
