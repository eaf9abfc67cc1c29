import { describe, expect, it } from 'vitest'
import { PlanBuilder } from '@/core/patterns'
import { foamGantry } from '@demo/scenarios/foamGantry'
import { seedlingArm } from '@demo/scenarios/seedlingArm'
import { reckon } from '@/core/figures/reckon'
import { benchPlan, deviceId } from '@/core/figures/testing'

const tags = (ids: readonly string[]) => ids.map((id) => id.slice('device:'.length)).sort()

/** A stop with a heater behind it and a fan past it. */
const split = (build: (b: PlanBuilder) => PlanBuilder = (b) => b) =>
  benchPlan((b) =>
    build(
      b
        .device('S1', 'emergency-stop')
        .device('E1', 'heater-24')
        .device('V1', 'fan-24')
        .wire('PS1.V+1', 'S1.11', 'V+')
        .wire('S1.12', 'E1.+', 'V+')
        .wire('PS1.V-1', 'E1.-', 'V-')
        .wire('PS1.V+2', 'V1.+', 'V+')
        .wire('PS1.V-2', 'V1.-', 'V-'),
    ),
  )

describe('a stop', () => {
  it('takes away what hangs behind its contact, and leaves the rest', () => {
    const [stop] = reckon(split()).stops
    expect(tags(stop!.cuts)).toEqual(['e1'])
    expect(tags(stop!.stays)).toEqual(['v1'])
    // A fan neither moves a tool nor heats.
    expect(stop!.hazards).toEqual([])
    expect(stop!.isFailSafe).toBe(true)
  })

  it('names what moves or heats among what stays', () => {
    const [stop] = reckon(
      split((b) => b.device('E2', 'heater-24').wire('PS1.V+3', 'E2.+', 'V+').wire('PS1.V-3', 'E2.-', 'V-')),
    ).stops
    expect(tags(stop!.hazards)).toEqual(['e2'])
  })

  it('works through a contactor: a coil without feed lets go', () => {
    const plan = benchPlan((b) =>
      b
        .device('S1', 'emergency-stop')
        .device('K1', 'contactor-24')
        .device('E1', 'heater-24')
        .wire('PS1.V+1', 'S1.11', 'V+')
        .wire('S1.12', 'K1.A1', 'V+')
        .wire('PS1.V-1', 'K1.A2', 'V-')
        .wire('PS1.V+2', 'K1.1', 'V+')
        .wire('K1.2', 'E1.+', 'V+')
        .wire('PS1.V-2', 'E1.-', 'V-'),
    )
    const [stop] = reckon(plan).stops
    expect(tags(stop!.cuts)).toEqual(['e1', 'k1'])
    expect(stop!.stays).toEqual([])
  })

  it('works through contactors behind one another', () => {
    const plan = benchPlan((b) =>
      b
        .device('S1', 'emergency-stop')
        .device('K1', 'contactor-24')
        .device('K2', 'contactor-24')
        .device('E1', 'heater-24')
        .wire('PS1.V+1', 'S1.11', 'V+')
        .wire('S1.12', 'K1.A1', 'V+')
        .wire('PS1.V-1', 'K1.A2', 'V-')
        .wire('PS1.V+2', 'K1.1', 'V+')
        .wire('K1.2', 'K2.A1', 'V+')
        .wire('PS1.V-1', 'K2.A2', 'V-')
        .wire('PS1.V+3', 'K2.1', 'V+')
        .wire('K2.2', 'E1.+', 'V+')
        .wire('PS1.V-2', 'E1.-', 'V-'),
    )
    expect(tags(reckon(plan).stops[0]!.cuts)).toEqual(['e1', 'k1', 'k2'])
  })

  it('does not stop what hangs on the contact that closes when the coil lets go', () => {
    const plan = benchPlan((b) =>
      b
        .device('S1', 'emergency-stop')
        .device('K1', 'relay-1co')
        .device('E1', 'heater-24')
        .device('E2', 'heater-24')
        .wire('PS1.V+1', 'S1.11', 'V+')
        .wire('S1.12', 'K1.A1', 'V+')
        .wire('PS1.V-1', 'K1.A2', 'V-')
        .wire('PS1.V+2', 'K1.COM', 'V+')
        .wire('K1.NO', 'E1.+', 'V+')
        .wire('K1.NC', 'E2.+', 'V+')
        .wire('PS1.V-2', 'E1.-', 'V-')
        .wire('PS1.V-3', 'E2.-', 'V-'),
    )
    const [stop] = reckon(plan).stops
    expect(tags(stop!.cuts)).toContain('e1')
    expect(tags(stop!.hazards)).toEqual(['e2'])
  })

  it('ahead of a supply takes all that the supply feeds, and what its converters feed', () => {
    const plan = new PlanBuilder('mains', 'IEC')
      .device('X1', 'inlet')
      .device('S1', 'emergency-stop')
      .device('PS1', 'supply-24-150')
      .device('PS2', 'converter-24-5')
      .device('A1', 'computer-5')
      .device('E1', 'heater-24')
      .wire('X1.L', 'S1.11', 'L')
      .wire('S1.12', 'PS1.L', 'L')
      .wire('X1.N', 'S1.21', 'N')
      .wire('S1.22', 'PS1.N', 'N')
      .wire('PS1.V+1', 'PS2.IN+', 'V+')
      .wire('PS1.V-1', 'PS2.IN-', 'V-')
      .wire('PS2.OUT+', 'A1.V+', 'V+')
      .wire('PS2.OUT-', 'A1.V-', 'V-')
      .wire('PS1.V+2', 'E1.+', 'V+')
      .wire('PS1.V-2', 'E1.-', 'V-')
      .build()
    expect(tags(reckon(plan).stops[0]!.cuts)).toEqual(['a1', 'e1'])
  })

  it('may be a guard contact: the board tells what it takes away', () => {
    const plan = benchPlan((b) =>
      b
        .device('S2', 'guard-contact')
        .device('E1', 'heater-24')
        .wire('PS1.V+1', 'S2.11', 'V+')
        .wire('S2.12', 'E1.+', 'V+')
        .wire('PS1.V-1', 'E1.-', 'V-'),
    )
    const [stop] = reckon(plan).stops
    expect(stop).toMatchObject({ isEmergency: false, isFailSafe: true })
    expect(tags(stop!.cuts)).toEqual(['e1'])
  })

  it('a start button that holds a contactor by its own contact: pressed stop lets it go, and nothing starts by itself', () => {
    const plan = benchPlan((b) =>
      b
        .device('S1', 'emergency-stop')
        .device('S3', 'button-open')
        .device('K1', 'contactor-24')
        .device('E1', 'heater-24')
        .device('J1', 'splice-5')
        .device('J2', 'splice-5')
        .wire('PS1.V+1', 'S1.11', 'V+')
        .wire('S1.12', 'J1.1', 'V+')
        .wire('J1.2', 'S3.13', 'V+')
        .wire('S3.14', 'J2.1', 'V+')
        .wire('J1.3', 'K1.3', 'V+')
        .wire('K1.4', 'J2.2', 'V+')
        .wire('J2.3', 'K1.A1', 'V+')
        .wire('PS1.V-1', 'K1.A2', 'V-')
        .wire('PS1.V+2', 'K1.1', 'V+')
        .wire('K1.2', 'E1.+', 'V+')
        .wire('PS1.V-2', 'E1.-', 'V-'),
    )
    expect(tags(reckon(plan).stops[0]!.cuts)).toEqual(['e1', 'k1'])
  })

  it('bridged by a second way stops nothing', () => {
    const [stop] = reckon(split((b) => b.wire('PS1.V+3', 'E1.+', 'V+'))).stops
    expect(stop!.cuts).toEqual([])
    expect(tags(stop!.hazards)).toEqual(['e1'])
  })
})

describe('the demos', () => {
  it('the gantry’s stop drops the 48 V side and leaves controls, fan and lamp', () => {
    const [stop] = reckon(foamGantry()).stops
    expect(tags(stop!.cuts)).toEqual(['a1', 'a2', 'a3', 'a4', 'e1', 'k1'])
    expect(tags(stop!.stays)).toEqual(['a7', 'a8', 'h1', 'k2', 'v1'])
    expect(stop!.hazards).toEqual([])
  })
  it('the arm’s stop takes all six joints and leaves the controller', () => {
    const [stop] = reckon(seedlingArm()).stops
    expect(tags(stop!.cuts)).toEqual(['a1', 'a2', 'a3', 'a4', 'a5', 'a6'])
    expect(tags(stop!.stays)).toEqual(['a7'])
  })
  it('what comes out of the machine is no stop', () => {
    const plan = split()
    const removed = {
      ...plan,
      devices: { ...plan.devices, [deviceId('s1')]: { ...plan.devices[deviceId('s1')]!, origin: 'remove' as const } },
    }
    expect(reckon(removed).stops).toEqual([])
  })
})

it('says of what moves that it goes on, and of a load whose nature it does not know that it may', () => {
  const plan = new PlanBuilder('mains', 'IEC')
    .device('X1', 'inlet')
    .device('PS1', 'supply-24-150')
    .device('S1', 'emergency-stop')
    .device('E1', 'heater-24')
    .device('Y1', 'vacuum-mains')
    .device('Y2', 'valve-24')
    .wire('PS1.V+1', 'Y2.+', 'V+')
    .wire('PS1.V-1', 'Y2.-', 'V-')
    .wire('X1.L', 'PS1.L', 'L')
    .wire('X1.N', 'PS1.N', 'N')
    .wire('X1.L', 'Y1.L', 'L')
    .wire('X1.N', 'Y1.N', 'N')
    .wire('PS1.V+1', 'S1.11', 'V+')
    .wire('S1.12', 'E1.+', 'V+')
    .wire('PS1.V-1', 'E1.-', 'V-')
    .build()
  const [stop] = reckon(plan).stops
  expect(tags(stop!.hazards)).toEqual(['y1'])
  expect(tags(stop!.perhaps)).toEqual(['y2'])
})
