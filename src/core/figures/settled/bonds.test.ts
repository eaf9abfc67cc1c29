import { describe, expect, it } from 'vitest'
import { resistance_ohm_per_km } from '@/core/conductor'
import { wireSize } from '@/core/quantity'
import type { PlanBuilder } from '@/core/patterns'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { foamGantry } from '@demo/scenarios/foamGantry'
import { shadowStage } from '@demo/scenarios/shadowStage'
import { reckon } from '../reckon'
import { benchPlan, wireId } from '../testing'

/** Two supplies, a heater each, their negatives tied at the supplies and once more at the loads: w4 … w12. */
function tied(build: (b: PlanBuilder) => PlanBuilder = (b) => b) {
  return benchPlan((b) =>
    build(
      b
        .device('PS2', 'supply-24-150')
        .wire('X1.L', 'PS2.L', 'L')
        .wire('X1.N', 'PS2.N', 'N')
        .device('E1', 'heater-24')
        .device('E2', 'heater-24')
        .device('S1', 'splice-5')
        .device('S2', 'splice-5')
        .wire('PS1.V+1', 'E1.+', 'V+', { length_mm: 500, size: '1 mm²' })
        .wire('E1.-', 'S1.1', 'V-', { length_mm: 100, size: '1 mm²' })
        .wire('S1.2', 'PS1.V-1', 'V-', { length_mm: 500, size: '1 mm²' })
        .wire('PS2.V+1', 'E2.+', 'V+', { length_mm: 500, size: '1 mm²' })
        .wire('E2.-', 'S2.1', 'V-', { length_mm: 100, size: '1 mm²' })
        .wire('S2.2', 'PS2.V-1', 'V-', { length_mm: 500, size: '1 mm²' })
        .wire('S1.3', 'S2.3', 'V-', { length_mm: 400 })
        .wire('PS1.V-2', 'PS2.V-2', 'V-', { length_mm: 300 }),
    ),
  )
}

describe('a loose negative lead', () => {
  it('sends the load home through the bonds: by hand, 24 V over heater and wires in series', () => {
    const { bonds, wires } = reckon(tied())
    const bond = bonds.find(({ wire }) => wire === wireId(12))!
    // With w8 loose, E1 returns over S1–S2, S2's own lead and the bond between the supplies.
    const inside_C = 40
    const ohm = (size: string, length_mm: number) => (resistance_ohm_per_km(size, inside_C) * length_mm) / 1e6
    const load_ohm = 24 ** 2 / 40
    const around_ohm =
      ohm('1 mm²', 600) + ohm(wires[wireId(12)]!.size!, 400) + ohm('1 mm²', 500) + ohm(wires[wireId(13)]!.size!, 300)
    expect(bond.lead).toBe(wireId(8))
    expect(bond.loose.value!).toBeCloseTo(24 / (load_ohm + around_ohm), 2)
    expect(bond.loose.trace.map(({ detail }) => detail).join()).toMatch(/W8 at PS1 comes loose/)
  })

  it('sizes the bond for it', () => {
    const { bonds, wires } = reckon(
      tied((b) =>
        b
          .device('E3', 'heater-24', 'Big heater', { loads: { load: { power_W: 250 } } })
          .wire('PS1.V+2', 'E3.+', 'V+')
          .wire('E3.-', 'S1.4', 'V-'),
      ),
    )
    for (const { wire, loose } of bonds)
      if (wires[wire]!.isReckoned) expect(wires[wire]!.ampacity.value!).toBeGreaterThanOrEqual(loose.value! - 1e-9)
    expect(wireSize(wires[wireId(12)]!.size!).area_mm2).toBeGreaterThan(0.5)
  })

  it('leaves a bond idle whose supply has no other way home', () => {
    const plan = benchPlan((b) =>
      b
        .device('PS2', 'supply-5-25')
        .device('E1', 'heater-24')
        .device('A1', 'computer-5')
        .device('S1', 'splice-3')
        .wire('X1.L', 'PS2.L', 'L')
        .wire('X1.N', 'PS2.N', 'N')
        .wire('PS1.V+1', 'E1.+', 'V+')
        .wire('E1.-', 'S1.1', 'V-')
        .wire('S1.2', 'PS1.V-1', 'V-')
        .wire('PS2.V+1', 'A1.V+', 'V+')
        .wire('PS2.V-1', 'A1.V-', 'V-')
        .wire('S1.3', 'A1.V-', 'V-'),
    )
    const { bonds } = reckon(plan)
    expect(bonds).toHaveLength(1)
    expect(bonds[0]!.lead).toBeNull()
    expect(bonds[0]!.loose.value!).toBeLessThan(0.001)
  })
})

describe('parallel leads', () => {
  const pair = benchPlan((b) =>
    b
      .device('E1', 'heater-24', 'Heater', { loads: { load: { power_W: 200 } } })
      .device('S1', 'splice-3')
      .device('S0', 'splice-3')
      .wire('PS1.V+1', 'S1.1', 'V+', { length_mm: 300 })
      .wire('PS1.V+2', 'S1.2', 'V+', { length_mm: 300 })
      .wire('S1.3', 'E1.+', 'V+', { length_mm: 300 })
      .wire('PS1.V-1', 'S0.1', 'V-', { length_mm: 300 })
      .wire('PS1.V-2', 'S0.2', 'V-', { length_mm: 300 })
      .wire('S0.3', 'E1.-', 'V-', { length_mm: 300 }),
  )

  it('share the current, and each is fit for the other being loose', () => {
    const { wires, bonds } = reckon(pair)
    const whole_A = wires[wireId(6)]!.worst.value!
    for (const n of [4, 5, 7, 8]) {
      expect(wires[wireId(n)]!.worst.value!).toBeCloseTo(whole_A / 2, 3)
      const loose = bonds.find(({ wire }) => wire === wireId(n))!
      expect(loose.supplies).toEqual([])
      expect(loose.loose.value!).toBeCloseTo(whole_A, 1)
      expect(wires[wireId(n)]!.ampacity.value!).toBeGreaterThanOrEqual(loose.loose.value!)
    }
  })
})

describe('the demos', () => {
  it('the clay printer’s bond ties two negatives and carries nothing', () => {
    const [bond] = reckon(clayPrinter()).bonds
    expect(bond!.supplies).toHaveLength(2)
    expect(bond!.loose.value!).toBeLessThan(1e-6)
  })
  it('the gantry’s control return would carry the 48 V side: it is sized for that', () => {
    const { bonds, wires } = reckon(foamGantry())
    const thin = bonds.filter(({ loose }) => loose.value! > 8)
    expect(thin.length).toBeGreaterThan(1)
    for (const { wire, loose } of thin) expect(wires[wire]!.ampacity.value!).toBeGreaterThan(loose.value!)
  })
  it('the stage ties three negatives at one point', () =>
    expect(reckon(shadowStage()).bonds.filter(({ supplies }) => supplies.length > 0)).toHaveLength(3))
})
