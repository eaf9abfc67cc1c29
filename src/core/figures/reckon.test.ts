import { describe, expect, it } from 'vitest'
import { PATTERNS, PlanBuilder, startingPattern } from '@/core/patterns'
import { apply, type Command, type DeviceId, type Plan, type StateId, type WireId } from '@/core/plan'
import { resistance_ohm_per_km } from '@/core/conductor'
import { wireSize } from '@/core/quantity'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { CORDS } from '../../../tests/builds/cords'
import { reckon } from './reckon'

const FULL = 'state:full' as StateId
const wire = (n: number) => `wire:w${n}` as WireId
const device = (tag: string) => `device:${tag}` as DeviceId
const edited = (plan: Plan, ...commands: Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused')
    throw new Error(outcome.issues.map(({ path, message }) => `${path} ${message}`).join())
  return outcome.plan
}

/** A supply fed from an inlet, and what the callback hangs on it. */
function bench(build: (b: PlanBuilder) => PlanBuilder, supply = 'supply-24-350'): Plan {
  return build(
    new PlanBuilder('bench', 'IEC', { practice: { grouped: 1 } })
      .device('X1', 'inlet')
      .device('PS1', supply)
      .wire('X1.L', 'PS1.L', 'L')
      .wire('X1.N', 'PS1.N', 'N')
      .wire('X1.PE', 'PS1.PE', 'PE'),
  ).build()
}

describe('currents', () => {
  it('a chain carries in its first wire what all behind it draw', () => {
    const plan = bench((b) =>
      b
        .device('V1', 'fan-24')
        .device('V2', 'fan-24')
        .device('S1', 'splice-3')
        .device('S0', 'splice-3')
        .wire('PS1.V+1', 'S1.1', 'V+')
        .wire('PS1.V-1', 'S0.1', 'V-')
        .wire('S1.2', 'V1.+', 'V+')
        .wire('S0.2', 'V1.-', 'V-')
        .wire('S1.3', 'V2.+', 'V+')
        .wire('S0.3', 'V2.-', 'V-'),
    )
    const { wires } = reckon(plan)
    expect(wires[wire(4)]!.current_A[FULL]).toBeCloseTo(0.24, 9)
    expect(wires[wire(5)]!.current_A[FULL]).toBeCloseTo(0.24, 9)
    expect(wires[wire(6)]!.current_A[FULL]).toBeCloseTo(0.12, 9)
  })

  it('a shared return divides by resistance: two ways home, one twice as long', () => {
    const plan = bench((b) =>
      b
        .device('E1', 'heater-24')
        .device('S0', 'splice-5')
        .wire('PS1.V+1', 'E1.+', 'V+', { size: '2.5 mm²', length_mm: 500 })
        .wire('E1.-', 'S0.1', 'V-', { size: '2.5 mm²', length_mm: 100 })
        .wire('S0.2', 'PS1.V-1', 'V-', { size: '2.5 mm²', length_mm: 1000 })
        .wire('S0.3', 'PS1.V-2', 'V-', { size: '2.5 mm²', length_mm: 2000 }),
    )
    const { wires } = reckon(plan)
    const [near, far] = [wires[wire(6)]!.current_A[FULL]!, wires[wire(7)]!.current_A[FULL]!]
    expect(near / far).toBeCloseTo(2, 6)
    expect(near + far).toBeCloseTo(wires[wire(4)]!.current_A[FULL]!, 9)
  })

  it('a resistive load gets what its wires leave: 24 V, 40 W, 2 × 5 m of 1 mm² at 40 °C', () => {
    const plan = bench((b) =>
      b
        .device('E1', 'heater-24')
        .wire('PS1.V+1', 'E1.+', 'V+', { size: '1 mm²', length_mm: 5000 })
        .wire('PS1.V-1', 'E1.-', 'V-', { size: '1 mm²', length_mm: 5000 }),
    )
    const load_ohm = 24 ** 2 / 40
    const wires_ohm = (2 * 5 * resistance_ohm_per_km('1 mm²', 40)) / 1000
    expect(reckon(plan).draws[0]!.current_A[FULL]).toBeCloseTo(24 / (load_ohm + wires_ohm), 9)
  })

  it('a state without mains draws nothing', () => {
    const plan = clayPrinter()
    const dark = edited(plan, {
      type: 'updateState',
      id: FULL,
      changes: { sources: { mains: false, usb: true, battery: true } },
    })
    expect(
      Object.values(reckon(dark).wires).every(
        ({ current_A, function: fn }) => fn === 'PE' || fn === 'signal' || (current_A[FULL] ?? 0) === 0,
      ),
    ).toBe(true)
  })

  it('an emergency stop rests closed and, operated, takes what hangs on it away', () => {
    const plan = bench((b) =>
      b
        .device('S1', 'emergency-stop')
        .device('V1', 'fan-24')
        .wire('PS1.V+1', 'S1.11', 'V+')
        .wire('S1.12', 'V1.+', 'V+')
        .wire('PS1.V-1', 'V1.-', 'V-'),
    )
    expect(reckon(plan).draws[0]!.current_A[FULL]).toBeCloseTo(0.12, 9)
    const pressed = edited(plan, {
      type: 'updateState',
      id: FULL,
      changes: { positions: { [device('s1')]: { hand: 'operated' } } },
    })
    expect(reckon(pressed).draws[0]!.current_A[FULL]).toBeNull()
  })

  it('what one supply gives, the mains wire carries: power ÷ efficiency ÷ power factor ÷ volts', () => {
    const { supplies, wires } = reckon(clayPrinter())
    const { value } = supplies[device('ps1')]!.demand
    expect(wires[wire(5)]!.current_A[FULL]).toBeCloseTo(value! / 0.88 / 0.6 / 230, 6)
  })

  it('a short draws what the supply’s limit lets through', () => {
    const plan = bench((b) =>
      b
        .device('V1', 'fan-24')
        .wire('PS1.V+1', 'V1.+', 'V+')
        .wire('PS1.V-1', 'V1.-', 'V-')
        .device('W1', 'splice-3')
        .wire('PS1.V+2', 'W1.1', 'V+')
        .wire('W1.2', 'PS1.V-2', 'V-'),
    )
    const { states, wires, supplies } = reckon(plan)
    // The supply limits; the fan's own share is modelled as constant.
    expect(states[FULL]!.isSolved).toBe(true)
    expect(wires[wire(6)]!.current_A[FULL]).toBeCloseTo((350 / 24) * 1.3 - 0.12, 6)
    expect(supplies[device('ps1')]!.outputs.out!.current_A[FULL]).toBeCloseTo((350 / 24) * 1.3, 6)
  })
})

describe('guards', () => {
  const guardOf = (plan: Plan, n: number) => reckon(plan).wires[wire(n)]!.guard

  it('the outlet’s breaker is the first device, the plug’s fuse comes before it where there is one', () => {
    const plan = bench((b) => b)
    expect(guardOf(plan, 1)).toMatchObject({ kind: 'outlet', rating_A: 16 })
    expect(
      guardOf(edited(plan, { type: 'setSite', changes: { plug: { kind: 'polarised', fuse_A: 3 } } }), 1),
    ).toMatchObject({ kind: 'plug', rating_A: 3 })
  })

  it('a fuse guards what comes after it, feed and return alike, and not what comes before', () => {
    const plan = bench((b) =>
      b
        .device('F1', 'fuse-block-4', 'Fuses', { fitted: { F1: { family: 'ISO 8820-3', rating_A: 3 } } })
        .device('V1', 'fan-24')
        .wire('PS1.V+1', 'F1.IN', 'V+')
        .wire('F1.1', 'V1.+', 'V+')
        .wire('PS1.V-1', 'V1.-', 'V-'),
    )
    expect(guardOf(plan, 4)).toMatchObject({ kind: 'supply-limit' })
    expect(guardOf(plan, 5)).toMatchObject({ kind: 'device', rating_A: 3 })
    expect(guardOf(plan, 6)).toMatchObject({ kind: 'device', rating_A: 3 })
  })

  it('a shared return must carry all its branches’ fuses, but never more than the source gives', () => {
    const { wires } = reckon(clayPrinter())
    const trunk = wires[wire(22)]!
    // The five that are fed from it, 7.5 + 5 + 2 + 1 + 1 A; what the other supply feeds goes home to that one.
    expect(trunk.needs_A).toBeCloseTo(16.5, 6)
    expect(trunk.needs_A).toBeLessThan((350 / 24) * 1.3)
    expect(trunk.ampacity.value!).toBeGreaterThanOrEqual(trunk.needs_A)
  })
})

describe('sizes', () => {
  it('a bigger load grows the supply’s share, and a bigger fuse the wires behind it', () => {
    const plan = clayPrinter()
    const before = reckon(plan)
    const after = reckon(
      edited(
        plan,
        { type: 'setLoad', device: device('m4'), draw: 'motor', load: { power_W: 150 } },
        {
          type: 'fitRating',
          device: device('f2'),
          link: 'F2',
          fitted: { family: 'ISO 8820-3', rating_A: 10, curve: null },
        },
      ),
    )
    expect(after.supplies[device('ps1')]!.loading.value!).toBeGreaterThan(
      before.supplies[device('ps1')]!.loading.value!,
    )
    expect(wireSize(after.wires[wire(25)]!.size!).area_mm2).toBeGreaterThan(
      wireSize(before.wires[wire(25)]!.size!).area_mm2,
    )
    expect(after.protective.find(({ device: id, link }) => id === device('f2') && link === 'F2')!.advised_A).toBe(10)
  })

  it('every reckoned wire stands its current and its guard, in every demo and pattern', () => {
    for (const plan of [
      clayPrinter(),
      ...PATTERNS.flatMap((name) => [startingPattern(name, 'IEC'), startingPattern(name, 'NEC')]),
    ]) {
      for (const reckoned of Object.values(reckon(plan).wires)) {
        if (reckoned.function === 'PE') continue
        expect(reckoned.size).not.toBeNull()
        expect(reckoned.ampacity.value!).toBeGreaterThanOrEqual(reckoned.worst.value! - 1e-9)
        // What is fused farther on carries no more than those fuses let through (IEC 60364-4-43, 433.2).
        const { needs_A, served, guard, alone_A } = reckoned
        const asked_A = served?.isFused || guard?.kind === 'supply-limit' ? (served?.most_A ?? needs_A) : needs_A
        if (reckoned.isReckoned) {
          expect(reckoned.ampacity.value!).toBeGreaterThanOrEqual(Math.min(needs_A, asked_A) - 1e-9)
          // And a short that the supply limits it stands for its conventional time (433.1).
          if (guard?.kind === 'supply-limit') expect(alone_A! * 1.45).toBeGreaterThanOrEqual(guard.rating_A - 1e-9)
        }
      }
    }
  })

  it('an earth conductor follows its line: IEC 60204-1, table 1 up to 16 mm²', () => {
    const { wires } = reckon(clayPrinter())
    expect(wires[wire(15)]!.size).toBe(wires[wire(5)]!.size)
  })

  it('an earth conductor follows the device ahead of it: NEC table 250.122', () => {
    expect(reckon(startingPattern('printer', 'NEC')).wires[wire(5)]!.size).toBe('14 AWG')
  })
})

describe('derivations', () => {
  it('every figure of a wire, supply and fuse carries one, and says where its rules come from', () => {
    const { wires, supplies, protective, mains } = reckon(clayPrinter())
    for (const { worst, ampacity, loading, drop, sizing } of Object.values(wires))
      for (const figure of [worst, ampacity, loading, drop, sizing]) expect(figure.trace.length).toBeGreaterThan(0)
    for (const { loading, demand } of Object.values(supplies))
      for (const figure of [loading, demand]) expect(figure.trace.map(({ detail }) => detail).join()).toMatch(/\d/)
    for (const { advice } of protective) expect(advice.map(({ source }) => source).join()).toMatch(/433\.1/)
    expect(mains.loading.trace.length).toBeGreaterThan(2)
  })

  it('is the same twice: no clock, no chance', () => expect(reckon(clayPrinter())).toEqual(reckon(clayPrinter())))
  it('survives the way to another thread', () =>
    expect(structuredClone(reckon(clayPrinter()))).toEqual(reckon(clayPrinter())))
})

describe('earth paths', () => {
  it('lead home over every conductor on the way', () => {
    const { earths } = reckon(clayPrinter())
    expect(earths.find(({ device: id }) => id === device('u2'))!.path).toEqual([wire(18), wire(17), wire(14)])
    expect(earths.every(({ path }) => path !== null)).toBe(true)
  })
  it('end where a conductor is missing, for all behind it', () => {
    const { earths } = reckon(edited(clayPrinter(), { type: 'disconnect', id: wire(17) }))
    expect(earths.filter(({ path }) => path === null).map(({ device: id }) => id)).toEqual([device('u1'), device('u2')])
  })
})

describe('several outlets', () => {
  const { plan } = CORDS[0]!
  const own = (inlet: string, breaker_A: number): Plan => ({
    ...plan,
    devices: {
      ...plan.devices,
      [inlet]: {
        ...plan.devices[inlet as DeviceId]!,
        outlet: {
          plug: { kind: 'polarised', fuse_A: null },
          breaker_A,
          curve: null,
          residual_mA: 30,
          residualType: null,
        },
      },
    },
  })

  it('the pulse speaks of the fullest: the vacuum’s, where it hangs on a small circuit', () => {
    // 1400 W at 230 V are 6.1 A of 10; the box with its router of 1050 W takes less of the site's 16.
    const { mains } = reckon(own('device:x5', 10))
    expect(mains.outlet).toEqual({ inlet: 'device:x5', breaker_A: 10 })
    expect(mains.worst.value).toBeCloseTo(1400 / 230, 1)
    expect(mains.allowed_A).toBe(10)
  })

  it('and of the site’s, where that is fuller', () => {
    const { mains } = reckon(own('device:x5', 63))
    expect(mains.outlet).toEqual({ inlet: null, breaker_A: 16 })
    expect(mains.worst.value!).toBeGreaterThan(1050 / 230)
  })

  it('what leaks is told of each outlet by itself', () => {
    const leaks = (of: Plan) => reckon(of).mains.leakage.value!
    expect(leaks(own('device:x5', 16))).toBe(leaks(plan))
    expect(leaks(own('device:x1', 16))).toBe(0)
  })
})
