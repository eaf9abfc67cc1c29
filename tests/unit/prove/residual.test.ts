import { describe, expect, it } from 'vitest'
import { faultsOf } from '@/core/diagnosis'
import { allOn, terminalKey, type TerminalKey } from '@/core/model'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Plan, Site, TerminalId } from '@/core/plan'
import { alteration, AS_PLANNED, benchOf, outletName, readVolts, type Bench } from '@/core/proof/bench'

// Expected figures: Ohm's law, and IEC 61008-1, 5.3.4 (from memory): a device of 30 mA opens at a difference of 30 mA and
// stays closed at half of it.

const key = (device: string, terminal: string): TerminalKey =>
  terminalKey(`device:${device.toLowerCase()}` as DeviceId, terminal as TerminalId)

/** A heater of the mains behind its own cord, with or without a residual-current device in the box. */
function heaterBox(hasOwn: boolean, site: Partial<Site> = {}): Plan {
  const box = new PlanBuilder('Warm box', 'IEC', {
    site: { mains_V: 230, plug: { kind: 'polarised', fuse_A: null }, residual_mA: null, ...site },
  })
    .device('X1', 'inlet-locking', 'Inlet')
    .device('Q1', 'switch-2p', 'Main switch')
    .device('PE1', 'earth-stud', 'Earth')
    .device('E1', 'heater-mains-1500', 'Heater', { safeState: 'off' })
    .wire('X1.L', 'Q1.1', 'L', { size: '1.5 mm²' })
    .wire('X1.N', 'Q1.3', 'N', { size: '1.5 mm²' })
    .wire('X1.PE', 'PE1.PE', 'PE', { size: '1.5 mm²' })
  if (!hasOwn)
    return box.wire('Q1.2', 'E1.L', 'L', { size: '1.5 mm²' }).wire('Q1.4', 'E1.N', 'N', { size: '1.5 mm²' }).build()
  return box
    .device('F1', 'residual-2p', 'Residual device')
    .wire('Q1.2', 'F1.1', 'L', { size: '1.5 mm²' })
    .wire('Q1.4', 'F1.N1', 'N', { size: '1.5 mm²' })
    .wire('F1.2', 'E1.L', 'L', { size: '1.5 mm²' })
    .wire('F1.N2', 'E1.N', 'N', { size: '1.5 mm²' })
    .build()
}

const LIVE = allOn({ sources: { mains: true, usb: false, battery: false } })

const leak = (bench: Bench, from: TerminalKey, to: TerminalKey, ohm: number) =>
  alteration({ across: [{ a: bench.model.jointOf(from), b: bench.model.jointOf(to), ohm }] })

const voltsAt = (bench: Bench, altered = AS_PLANNED) =>
  Math.abs(
    readVolts(bench.solve(LIVE, altered), bench.model.jointOf(key('E1', 'L')), bench.model.jointOf(key('E1', 'N')))
      .ac_V,
  )

describe('a residual-current device on the bench', () => {
  const bench = benchOf(heaterBox(true))

  it('stays closed while all that goes out comes home', () => {
    expect(bench.solve(LIVE).differing).toEqual([])
    expect(voltsAt(bench)).toBeGreaterThan(225)
  })

  it.each([
    // 230 V ÷ 5 kΩ = 46 mA; ÷ 20 kΩ = 11.5 mA.
    [5_000, true],
    [20_000, false],
  ])('with %i Ω from line to earth behind it', (ohm, opens) => {
    const altered = leak(bench, key('F1', '2'), key('PE1', 'PE'), ohm)
    const solved = bench.solve(LIVE, altered)
    expect(solved.differing).toEqual(opens ? ['device:f1'] : [])
    expect(voltsAt(bench, altered) > 200).toBe(!opens)
  })

  it('sees nothing of what leaks ahead of it', () => {
    const altered = leak(bench, key('Q1', '2'), key('PE1', 'PE'), 1_000)
    expect(bench.solve(LIVE, altered).differing).toEqual([])
  })

  it('opens as soon as a load runs where neutral meets earth behind it, and no fuse does', () => {
    const altered = leak(bench, key('F1', 'N2'), key('PE1', 'PE'), 0.05)
    const solved = bench.solve(LIVE, altered)
    expect(solved.differing).toEqual(['device:f1'])
    expect(solved.blown.every((id) => id.startsWith('device:f1/'))).toBe(true)
  })

  /** The contact of its neutral welded: within the device, beside the contact itself. */
  const welded = {
    a: bench.model.jointOf(key('F1', 'N1')),
    b: bench.model.jointOf(key('F1', 'N2')),
    ohm: 0.01,
    within: 'device:f1/P2',
  }
  it('is not opened by a welded contact, nor kept shut by it: the line is cut', () => {
    expect(bench.solve(LIVE, alteration({ across: [welded] })).differing).toEqual([])
    const { across } = leak(bench, key('F1', '2'), key('PE1', 'PE'), 5_000)
    const both = alteration({ across: [welded, ...across] })
    expect(bench.solve(LIVE, both).differing).toEqual(['device:f1'])
    expect(voltsAt(bench, both)).toBeLessThan(1)
  })
  it('opens on a strand that leads past one of its poles', () => {
    const past = { a: welded.a, b: welded.b, ohm: welded.ohm }
    expect(bench.solve(LIVE, alteration({ across: [past] })).differing).toEqual(['device:f1'])
  })

  it('has contacts that never close among its faults', () => {
    const own = faultsOf(bench.model.plan, bench).filter(({ devices }) => devices.includes('device:f1' as DeviceId))
    expect(own.filter(({ kind }) => kind === 'contact open')).toHaveLength(2)
  })
})

describe('a device ahead of the outlet', () => {
  it('opens on what goes to earth, before the breaker does', () => {
    const bench = benchOf(heaterBox(false, { residual_mA: 30 }))
    const altered = leak(bench, key('E1', 'L'), key('PE1', 'PE'), 2_000)
    const { differing, blown } = bench.solve(LIVE, altered)
    expect(differing).toEqual(['device:x1'])
    expect(blown).toEqual([outletName('device:x1' as DeviceId)])
    expect(voltsAt(bench, altered)).toBe(0)
  })

  it('is not there where the site has none: a dead short takes the breaker', () => {
    const bench = benchOf(heaterBox(false))
    const altered = leak(bench, key('E1', 'L'), key('PE1', 'PE'), 0.05)
    expect(bench.solve(LIVE, altered)).toMatchObject({ differing: [], blown: [outletName('device:x1' as DeviceId)] })
  })
})

describe('how the source is earthed', () => {
  const earth_V = (site: Partial<Site>) => {
    const bench = benchOf(heaterBox(false, site))
    const solved = bench.solve(LIVE)
    const at = (device: string, terminal: string) => bench.model.jointOf(key(device, terminal))
    return [readVolts(solved, at('X1', 'L'), at('X1', 'PE')), readVolts(solved, at('X1', 'N'), at('X1', 'PE'))] as const
  }

  it('an earthed neutral: line to earth is the mains, neutral to earth nothing', () => {
    const [line, neutral] = earth_V({ earthing: 'TN' })
    expect(line.ac_V).toBeCloseTo(230, 0)
    expect(neutral.ac_V).toBeCloseTo(0, 3)
  })

  it('two live poles: half the mains from either to earth, against one another', () => {
    const [one, other] = earth_V({ mains_V: 240, livePoles: 2 })
    expect(one.ac_V).toBeCloseTo(120, 0)
    expect(other.ac_V).toBeCloseTo(-120, 0)
  })

  it('a source tied to no earth: what a meter shows there says nothing', () => {
    const [line] = earth_V({ earthing: 'IT' })
    expect(line.isFloating).toBe(true)
  })

  it('a rod of its own lets few amperes flow: no breaker opens on it, a residual-current device does', () => {
    for (const [residual_mA, opens] of [
      [null, false],
      [30, true],
    ] as const) {
      const bench = benchOf(heaterBox(false, { earthing: 'TT', loop_ohm: 40, residual_mA }))
      const solved = bench.solve(LIVE, leak(bench, key('E1', 'L'), key('PE1', 'PE'), 0.05))
      expect(solved.blown.length > 0).toBe(opens)
    }
  })
})
