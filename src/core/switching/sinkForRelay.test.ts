import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sinkForRelay, type RelayHeatRequest } from '.'

const base: RelayHeatRequest = {
  load_A: 10,
  onStateDrop_V: 1.2,
  slope_ohm: 0,
  ambient_C: 40,
  maxBase_C: 80,
  interface_K_per_W: 0.1,
}
const heat = (changes: Partial<RelayHeatRequest>) => sinkForRelay({ ...base, ...changes }).result

describe('thermal resistances in series (a textbook chain)', () => {
  it('10 A × 1.2 V = 12 W; 40 K ÷ 12 W − 0.1 = 3.23 K/W', () => {
    expect(heat({})).toMatchObject({ dissipation_W: 12, needsSink: true, feasible: true })
    expect(heat({}).sink_K_per_W).toBeCloseTo(40 / 12 - 0.1, 12)
  })
  it('the slope adds with the square of the current', () =>
    expect(heat({ slope_ohm: 0.02 }).dissipation_W).toBeCloseTo(14, 12))
  it('a bare base that keeps within its limit needs no sink', () =>
    expect(heat({ load_A: 2, bareBase_K_per_W: 10 })).toMatchObject({
      needsSink: false,
      bareBase_C: 64,
      feasible: true,
    }))
  it('one that does not, does', () =>
    expect(heat({ load_A: 5, bareBase_K_per_W: 10 })).toMatchObject({ needsSink: true, bareBase_C: 100 }))
  it('without the figure a sink is taken to be needed', () => expect(heat({ load_A: 0.1 }).needsSink).toBe(true))
  it('air as hot as the base may get has no answer', () =>
    expect(heat({ ambient_C: 80 })).toMatchObject({ feasible: false, sink_K_per_W: null }))
  it('nor has an interface that takes up all the room', () =>
    expect(heat({ load_A: 40, interface_K_per_W: 1 }).reasons[0]).toMatch(/interface alone/))
  it('nothing lost, nothing to shed', () =>
    expect(heat({ load_A: 0 })).toMatchObject({ dissipation_W: 0, sink_K_per_W: null, feasible: true }))
})

it('the sink it asks for holds the base exactly at its limit', () =>
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 25, noNaN: true }),
      fc.double({ min: 0, max: 60, noNaN: true }),
      (load_A, ambient_C) => {
        const { sink_K_per_W, dissipation_W, feasible } = heat({ load_A, ambient_C })
        if (feasible && sink_K_per_W !== null)
          expect(ambient_C + dissipation_W * (sink_K_per_W + base.interface_K_per_W)).toBeCloseTo(base.maxBase_C, 9)
      },
    ),
  ))
