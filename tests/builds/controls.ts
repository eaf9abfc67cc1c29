import { bar, definePart, terminal } from '@/core/catalogue/builders'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Part } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'
import {
  ADAPTER_5,
  BATTERY_12,
  CONTACTOR_LATCH,
  INLINE_BLADE,
  LAMP_12,
  MICRO,
  PROXIMITY,
  PUMP_12,
  PUSHER,
  relayBoard,
  REVERSER,
  SUPPLY_DUAL,
  TOGGLE,
} from './parts'

const of = (tag: string) => `device:${tag}` as DeviceId

const CONVERTER_12_5: Part = {
  ...definePart('Converter 12 V to 5 V, 3 A', [60, 40, 20], {
    behaviour: {
      kind: 'converter',
      plus: 'IN+' as never,
      minus: 'IN-' as never,
      min_V: 8,
      max_V: 36,
      outputs: [{ id: 'out', plus: 'OUT+' as never, minus: 'OUT-' as never, voltage_V: 5, current_A: 3, limit_A: 4 }],
      efficiency_percent: 88,
    },
    terminals: {
      'IN+': terminal('in +', 'V+', 'smallScrew', { direction: 'in' }),
      'IN-': terminal('in −', 'V-', 'smallScrew', { direction: 'in' }),
      'OUT+': terminal('out +', 'V+', 'smallScrew', { direction: 'out' }),
      'OUT-': terminal('out −', 'V-', 'smallScrew', { direction: 'out' }),
    },
    links: [bar('minus', 'IN-', 'OUT-')],
  }),
}

/** A charger with its own plug, of so many volts. */
const charger = (voltage_V: number): Part => ({
  ...ADAPTER_5,
  name: `Charger ${voltage_V} V, 3 A`,
  behaviour: {
    kind: 'adapter',
    outputs: [{ id: 'out', plus: '+' as never, minus: '-' as never, voltage_V, current_A: 3, limit_A: 3.4 }],
    efficiency_percent: 85,
    powerFactor: 0.6,
  },
})

/** The same box with its charger on the battery for good, through a way of the fuse block. */
function charged() {
  return batteryBox()
    .part('charger', charger(14.4))
    .device('G2', 'charger', 'Charger')
    .wire('G2.+', 'F2.4', 'V+', { size: '0.75 mm²' })
    .wire('G2.-', 'X7.5', 'V-', { size: '0.75 mm²' })
    .build()
}

/** A battery with its fuse at the pole, a pump behind a relay, a lamp behind a switch, a little controller. */
const battery = () => batteryBox().build()

function batteryBox() {
  return new PlanBuilder('Pump on a battery', 'IEC')
    .part('battery', BATTERY_12)
    .part('in-line', INLINE_BLADE)
    .part('pump', PUMP_12)
    .part('lamp', LAMP_12)
    .part('toggle', TOGGLE)
    .part('micro', MICRO)
    .part('converter', CONVERTER_12_5)
    .part('relays', relayBoard(2, false))
    .device('G1', 'battery')
    .device('F1', 'in-line', 'Main fuse', { fitted: { F: { family: 'ISO 8820-3', rating_A: 15 } } })
    .device('F2', 'fuse-block-4', 'Ways', {
      fitted: {
        F1: { family: 'ISO 8820-3', rating_A: 7.5 },
        F2: { family: 'ISO 8820-3', rating_A: 2 },
        F3: { family: 'ISO 8820-3', rating_A: 2 },
        F4: { family: 'ISO 8820-3', rating_A: 5 },
      },
    })
    .device('X7', 'strip-6', 'Minus')
    .device('K1', 'relays', 'Relays')
    .device('M1', 'pump', 'Pump', { safeState: 'off', commandedBy: of('a1') })
    .device('H1', 'lamp', 'Lamp')
    .device('S1', 'toggle', 'Lamp switch')
    .device('PS2', 'converter', '5 V')
    .device('A1', 'micro', 'Controller')
    .wire('G1.+', 'F1.1', 'V+', { size: '2.5 mm²', length_mm: 150 })
    .wire('F1.2', 'F2.IN', 'V+', { size: '2.5 mm²', length_mm: 500 })
    .wire('G1.-', 'X7.1', 'V-', { size: '2.5 mm²', length_mm: 500 })
    .wire('F2.1', 'K1.COM1', 'V+', { size: '1.5 mm²' })
    .wire('K1.NO1', 'M1.+', 'V+', { size: '1.5 mm²' })
    .wire('M1.-', 'X7.2', 'V-', { size: '1.5 mm²' })
    .wire('F2.2', 'S1.1', 'V+', { size: '0.5 mm²' })
    .wire('S1.2', 'H1.+', 'V+', { size: '0.5 mm²' })
    .wire('H1.-', 'X7.3', 'V-', { size: '0.5 mm²' })
    .wire('F2.3', 'PS2.IN+', 'V+', { size: '0.5 mm²' })
    .wire('PS2.IN-', 'X7.4', 'V-', { size: '0.5 mm²' })
    .wire('PS2.OUT+', 'A1.5V', 'V+', { size: '0.75 mm²' })
    .wire('PS2.OUT-', 'A1.GND', 'V-', { size: '0.75 mm²' })
    .wire('A1.5V', 'K1.VCC', 'V+', { size: '0.25 mm²', length_mm: 150 })
    .wire('A1.GND2', 'K1.GND', 'V-', { size: '0.25 mm²', length_mm: 150 })
    .wire('A1.P1', 'K1.IN1', 'signal', { size: '0.25 mm²', length_mm: 150 })
}

/** A small controller with its commons: two buttons, a sensor, a lamp, a valve. */
function plc() {
  return new PlanBuilder('Press feeder', 'IEC')
    .part('prox', PROXIMITY)
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 2 } } })
    .device('Q1', 'switch-2p')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-24-60', '24 V', { hasCover: true })
    .device('F2', 'fuse-block-4', 'Fuses', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 2 }, F2: { family: 'ISO 8820-3', rating_A: 2 } },
    })
    .device('X2', 'strip-12', 'Plus')
    .device('X7', 'strip-12', 'Minus')
    .device('A1', 'plc-24', 'Controller')
    .device('S1', 'button-open', 'Start')
    .device('S2', 'button-closed', 'Halt')
    .device('B1', 'prox', 'Part in place')
    .device('H1', 'lamp-24', 'Lamp', { commandedBy: of('a1') })
    .device('Y1', 'valve-24', 'Valve', { safeState: 'off', commandedBy: of('a1') })
    .device('U1', 'metal', 'Press frame')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X7.1', 'V-')
    .wire('F2.1', 'X2.1', 'V+')
    .wire('F2.2', 'A1.OC', 'V+')
    .wire('X2.2', 'A1.V+', 'V+')
    .wire('X7.2', 'A1.V-', 'V-')
    .wire('X7.3', 'A1.IC', 'V-')
    .wire('X2.3', 'S1.13', 'V+', { size: '0.5 mm²' })
    .wire('S1.13', 'S2.11', 'V+', { size: '0.5 mm²' })
    .wire('S1.14', 'A1.I1', 'signal', { size: '0.5 mm²' })
    .wire('S2.12', 'A1.I2', 'signal', { size: '0.5 mm²' })
    .wire('X2.4', 'B1.BN', 'V+', { size: '0.25 mm²' })
    .wire('X7.4', 'B1.BU', 'V-', { size: '0.25 mm²' })
    .wire('B1.BK', 'A1.I3', 'signal', { size: '0.25 mm²' })
    .wire('A1.Q1', 'H1.+', 'V+', { size: '0.5 mm²' })
    .wire('H1.-', 'X7.5', 'V-', { size: '0.5 mm²' })
    .wire('A1.Q2', 'Y1.+', 'V+', { size: '0.5 mm²' })
    .wire('Y1.-', 'X7.6', 'V-', { size: '0.5 mm²' })
    .build()
}

/** An actuator that a change-over switch turns round: each pole between plus and minus. */
function hatch() {
  return new PlanBuilder('Hatch', 'IEC')
    .part('battery', BATTERY_12)
    .part('in-line', INLINE_BLADE)
    .part('reverser', REVERSER)
    .part('pusher', PUSHER)
    .device('G1', 'battery')
    .device('F1', 'in-line', 'Fuse', { fitted: { F: { family: 'ISO 8820-3', rating_A: 7.5 } } })
    .device('S1', 'reverser', 'Hatch switch')
    .device('M1', 'pusher', 'Actuator')
    .wire('G1.+', 'F1.1', 'V+', { size: '1.5 mm²', length_mm: 150 })
    .wire('F1.2', 'S1.A1', 'V+', { size: '1.5 mm²' })
    .wire('S1.A1', 'S1.B2', 'V+', { size: '1.5 mm²', length_mm: 40 })
    .wire('G1.-', 'S1.A2', 'V-', { size: '1.5 mm²' })
    .wire('S1.A2', 'S1.B1', 'V-', { size: '1.5 mm²', length_mm: 40 })
    .wire('S1.A', 'M1.1', 'V+', { size: '1 mm²', length_mm: 2000 })
    .wire('S1.B', 'M1.2', 'V+', { size: '1 mm²', length_mm: 2000 })
    .build()
}

/** A relay chooses which of two supplies feeds a lamp strip; what hangs straight on either is no business of the relay's. */
function choice() {
  return new PlanBuilder('Two supplies, one chosen', 'IEC')
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 3.15 } } })
    .device('Q1', 'switch-2p')
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Case')
    .device('XL', 'splice-3')
    .device('XN', 'splice-3')
    .device('PS1', 'supply-24-350', 'Strong 24 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('PS2', 'supply-24-60', 'Quiet 24 V', { hasCover: true })
    .device('F2', 'fuse-block-4', 'Fuses of the strong one', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 10 }, F2: { family: 'ISO 8820-3', rating_A: 2 } },
    })
    .device('F3', 'fuse-block-4', 'Fuses of the quiet one', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 2 }, F2: { family: 'ISO 8820-3', rating_A: 2 } },
    })
    .device('X0', 'strip-12', 'Minus')
    .device('K1', 'relay-1co', 'Which supply')
    .device('S1', 'switch-1p', 'Chooses the strong one')
    .device('H1', 'lamp-24', 'Lamp that is fed by either')
    .device('V1', 'fan-24', 'Fan of the quiet one')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'PS1.L', 'L')
    .wire('XN.2', 'PS1.N', 'N')
    .wire('XL.3', 'PS2.L', 'L')
    .wire('XN.3', 'PS2.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'PS2.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+', { size: '2.5 mm²' })
    .wire('PS1.V-1', 'X0.1', 'V-', { size: '2.5 mm²' })
    .wire('PS2.V+1', 'F3.IN', 'V+', { size: '1 mm²' })
    .wire('PS2.V-1', 'X0.2', 'V-', { size: '0.75 mm²' })
    .wire('F2.1', 'K1.NO', 'V+', { size: '1.5 mm²' })
    .wire('F3.1', 'K1.NC', 'V+', { size: '0.5 mm²' })
    .wire('K1.COM', 'H1.+', 'V+', { size: '1.5 mm²' })
    .wire('H1.-', 'X0.3', 'V-', { size: '1.5 mm²' })
    .wire('F3.2', 'V1.+', 'V+', { size: '0.5 mm²' })
    .wire('V1.-', 'X0.4', 'V-', { size: '0.5 mm²' })
    .wire('F2.2', 'S1.1', 'V+', { size: '0.5 mm²' })
    .wire('S1.2', 'K1.A1', 'V+', { size: '0.5 mm²' })
    .wire('K1.A2', 'X0.5', 'V-', { size: '0.5 mm²' })
    .build()
}

/** A carrier with its plug-on drivers. */
function carrier() {
  const b = new PlanBuilder('Plotter', 'IEC')
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 3.15 } } })
    .device('Q1', 'switch-2p')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-24-150', '24 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('PS2', 'supply-5-25', '5 V', { hasCover: true })
    .device('XL', 'splice-3')
    .device('XN', 'splice-3')
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: { family: 'ISO 8820-3', rating_A: 5 } } })
    .device('A1', 'driver-carrier-3', 'Carrier', { settings: { step1: '1/16', step2: '1/16', step3: '1/16' } })
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'PS1.L', 'L')
    .wire('XN.2', 'PS1.N', 'N')
    .wire('XL.3', 'PS2.L', 'L')
    .wire('XN.3', 'PS2.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'PS2.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('F2.1', 'A1.V+', 'V+')
    .wire('PS1.V-1', 'A1.V-', 'V-')
    .wire('PS2.V+1', 'A1.L5', 'V+')
    .wire('PS2.V-1', 'A1.G5', 'V-')
  for (const n of [1, 2, 3]) {
    b.device(`A1${n}`, 'driver-module', `Driver ${n}`, {
      place: { kind: 'socket', device: of('a1'), socket: `D${n}` },
      settings: { current: '1.0 A' },
    }).device(`M${n}`, 'stepper', `Motor ${n}`)
    for (const pin of ['A+', 'A-', 'B+', 'B-'])
      b.wire(`A1.M${n}${pin}`, `M${n}.${pin}`, 'signal', { size: '0.25 mm²', length_mm: 800 })
  }
  return b.build()
}

/** Stop, halt and start before a contactor that holds itself; a guard in the same chain. */
function latch() {
  return new PlanBuilder('Bench saw feed', 'IEC')
    .part('latch', CONTACTOR_LATCH)
    .device('X1', 'inlet-locking', 'Inlet')
    .device('Q1', 'switch-2p')
    .device('F1', 'breaker-1p', 'Breaker', { fitted: { Q: { family: 'IEC 60898', rating_A: 10 } } })
    .device('XL', 'strip-6')
    .device('XN', 'strip-6')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-24-60', '24 V', { hasCover: true })
    .device('K1', 'latch', 'Motor contactor')
    .device('S0', 'emergency-stop', 'Stop')
    .device('S1', 'guard-contact', 'Guard')
    .device('S2', 'button-open', 'Start')
    .device('M1', 'spindle-mains', 'Motor', { safeState: 'off' })
    .device('U1', 'metal', 'Table')
    .wire('X1.L', 'Q1.1', 'L', { size: '1.5 mm²' })
    .wire('X1.N', 'Q1.3', 'N', { size: '1.5 mm²' })
    .wire('Q1.2', 'F1.1', 'L', { size: '1.5 mm²' })
    .wire('F1.2', 'XL.1', 'L', { size: '1.5 mm²' })
    .wire('Q1.4', 'XN.1', 'N', { size: '1.5 mm²' })
    .wire('XL.2', 'PS1.L', 'L', { size: '1.5 mm²' })
    .wire('XN.2', 'PS1.N', 'N', { size: '1.5 mm²' })
    .wire('XL.3', 'K1.1', 'L', { size: '1.5 mm²' })
    .wire('XN.3', 'K1.3', 'N', { size: '1.5 mm²' })
    .wire('K1.2', 'M1.L', 'L', { size: '1.5 mm²' })
    .wire('K1.4', 'M1.N', 'N', { size: '1.5 mm²' })
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'M1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'S0.11', 'V+', { size: '0.75 mm²' })
    .wire('S0.12', 'S1.11', 'V+', { size: '0.75 mm²' })
    .wire('S1.12', 'S2.13', 'V+', { size: '0.75 mm²' })
    .wire('S1.12', 'K1.13', 'V+', { size: '0.75 mm²' })
    .wire('S2.14', 'K1.A1', 'V+', { size: '0.75 mm²' })
    .wire('K1.14', 'S2.14', 'V+', { size: '0.75 mm²' })
    .wire('K1.A2', 'PS1.V-1', 'V-', { size: '0.75 mm²' })
    .state('started', { name: 'Start held', positions: { [of('s2')]: { hand: 'operated' } } })
    .build()
}

/** A bought supply box taken over: what comes out, what stays, what is parked. */
function takenOver() {
  const plan = new PlanBuilder('Taken over', 'IEC')
    .device('X1', 'inlet-fused', 'Inlet', { origin: 'there', fitted: { F: { family: 'IEC 60127', rating_A: 3.15 } } })
    .device('Q1', 'switch-2p', 'Main switch', { origin: 'there' })
    .device('PE1', 'earth-stud', 'Earth stud', { origin: 'there' })
    .device('PS1', 'supply-24-150', '24 V', { origin: 'there', settings: { mains: '230 V' }, hasCover: true })
    .device('PS9', 'supply-12-150', 'Old 12 V', { origin: 'remove' })
    .device('V1', 'fan-24', 'Fan')
    .device('F2', 'fuse-block-4', 'Fuses', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 2 }, F2: { family: 'ISO 8820-3', rating_A: 3 } },
    })
    .device('H1', 'lamp-24', 'Lamp')
    .device('S1', 'switch-1p', 'Lamp switch')
    .device('U1', 'metal', 'Case', { origin: 'there' })
    .wire('X1.L', 'Q1.1', 'L', { origin: 'there' })
    .wire('X1.N', 'Q1.3', 'N', { origin: 'there' })
    .wire('Q1.2', 'PS1.L', 'L', { origin: 'there' })
    .wire('Q1.4', 'PS1.N', 'N', { origin: 'there' })
    .wire('X1.PE', 'PE1.PE', 'PE', { origin: 'there' })
    .wire('PE1.PE', 'PS1.PE', 'PE', { origin: 'there' })
    .wire('PE1.PE', 'U1.PE', 'PE', { origin: 'there' })
    .wire('Q1.2', 'PS9.L', 'L', { origin: 'remove' })
    .wire('Q1.4', 'PS9.N', 'N', { origin: 'remove' })
    .wire('PE1.PE', 'PS9.PE', 'PE', { origin: 'remove' })
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('F2.1', 'V1.+', 'V+', { size: '0.25 mm²' })
    .wire('PS1.V-1', 'V1.-', 'V-', { size: '0.5 mm²' })
    .wire('F2.2', 'S1.1', 'V+', { size: '0.75 mm²' })
    .wire('S1.2', 'H1.+', 'V+', { size: '0.75 mm²' })
    .wire('H1.-', 'PS1.V-2', 'V-', { size: '0.75 mm²' })
    .build()
  return {
    ...plan,
    wires: {
      ...plan.wires,
      'wire:spare': {
        ...plan.wires['wire:w12' as never]!,
        label: 'SP1',
        origin: 'there' as const,
        from: { kind: 'parked' as const, where: 'tied beside the supply', why: 'for a second fan', insulated: true },
        to: { kind: 'parked' as const, where: 'behind the door', why: 'for a second fan', insulated: true },
      },
    },
  } as typeof plan
}

/** Sockets, outputs and ways that wait for what comes later; a reserve on the supply. */
function later() {
  const OUT: Part = definePart('Panel socket, 24 V', [20, 20, 30], {
    mounting: 'panel',
    behaviour: { kind: 'coupler' },
    terminals: {
      '+': terminal('+', 'V+', 'solderEnd', {
        need: 'later',
        rated_A: 5,
        conductors: { min_mm2: 0.25, max_mm2: 1.5, count: 1 },
      }),
      '-': terminal('−', 'V-', 'solderEnd', {
        need: 'later',
        rated_A: 5,
        conductors: { min_mm2: 0.25, max_mm2: 1.5, count: 1 },
      }),
    },
  })
  return new PlanBuilder('Room for more', 'IEC')
    .part('panel-socket', OUT)
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 3.15 } } })
    .device('Q1', 'switch-2p')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-24-150', '24 V', {
      settings: { mains: '230 V' },
      hasCover: true,
      reserves: [{ name: 'Second lamp', power_W: 20 }],
    })
    .device('F2', 'fuse-block-6', 'Fuses', {
      fitted: {
        F1: { family: 'ISO 8820-3', rating_A: 3 },
        F2: { family: 'ISO 8820-3', rating_A: 3 },
        F3: { family: 'ISO 8820-3', rating_A: 3 },
      },
    })
    .device('A1', 'motion-board-24', 'Board', { loads: { motors: { power_W: 0 } } })
    .device('X5', 'panel-socket', 'Socket for later')
    .device('X6', 'panel-socket', 'Socket wired already')
    .device('H1', 'lamp-24', 'Lamp')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('F2.1', 'A1.V+', 'V+')
    .wire('PS1.V-1', 'A1.V-', 'V-')
    .wire('F2.2', 'X6.+', 'V+', { size: '0.75 mm²' })
    .wire('PS1.V-2', 'X6.-', 'V-', { size: '0.75 mm²' })
    .wire('F2.3', 'H1.+', 'V+', { size: '0.5 mm²' })
    .wire('PS1.V-2', 'H1.-', 'V-', { size: '0.5 mm²' })
    .build()
}

/** Switches and a fuse soldered on a little board, a tether, an adapter at its far end. */
function hand() {
  return new PlanBuilder('Hand controller', 'NEC')
    .part('adapter', SUPPLY_DUAL)
    .part('toggle', TOGGLE)
    .part('in-line', INLINE_BLADE)
    .device('PS1', 'adapter')
    .device('F1', 'in-line', 'Fuse', { fitted: { F: { family: 'ISO 8820-3', rating_A: 3 } } })
    .device('S1', 'toggle', 'Lamp')
    .device('S2', 'toggle', 'Air')
    .device('H1', 'lamp-24', 'Lamp')
    .device('Y1', 'valve-24', 'Air valve')
    .device('D1', 'flyback-diode')
    .device('X7', 'splice-5', 'Minus')
    .wire('PS1.+', 'F1.1', 'V+', { size: '18 AWG', length_mm: 200 })
    .wire('F1.2', 'S1.1', 'V+', { size: '20 AWG', length_mm: 2000, jacket: 'jacketed' })
    .wire('S1.1', 'S2.1', 'V+', { size: '20 AWG', length_mm: 40 })
    .wire('S1.2', 'H1.+', 'V+', { size: '20 AWG', length_mm: 2000, jacket: 'jacketed' })
    .wire('S2.2', 'Y1.+', 'V+', { size: '20 AWG', length_mm: 2000, jacket: 'jacketed' })
    .wire('PS1.-', 'X7.1', 'V-', { size: '18 AWG' })
    .wire('H1.-', 'X7.2', 'V-', { size: '20 AWG' })
    .wire('Y1.-', 'X7.3', 'V-', { size: '20 AWG' })
    .wire('D1.K', 'Y1.+', 'V+', { size: '22 AWG', length_mm: 30 })
    .wire('D1.A', 'Y1.-', 'V-', { size: '22 AWG', length_mm: 30 })
    .build()
}

/** Two supplies whose boards talk: their negatives joined once. */
function twoSupplies() {
  return new PlanBuilder('Two supplies', 'IEC')
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 5 } } })
    .device('Q1', 'switch-2p')
    .device('XL', 'splice-5')
    .device('XN', 'splice-5')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-24-150', '24 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('PS2', 'supply-5-25', '5 V', { hasCover: true })
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: { family: 'ISO 8820-3', rating_A: 5 } } })
    .device('A1', 'motion-board-24', 'Board', { loads: { motors: { power_W: 20 } } })
    .device('A2', 'computer-5', 'Computer')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'PS1.L', 'L')
    .wire('XN.2', 'PS1.N', 'N')
    .wire('XL.3', 'PS2.L', 'L')
    .wire('XN.3', 'PS2.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'PS2.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('F2.1', 'A1.V+', 'V+')
    .wire('PS1.V-1', 'A1.V-', 'V-')
    .wire('PS2.V+1', 'A2.V+', 'V+')
    .wire('PS2.V-1', 'A2.V-', 'V-')
    .wire('PS1.V-2', 'PS2.V-1', 'V-')
    .wire('A1.TX', 'A2.RX', 'signal', { size: '0.14 mm²', length_mm: 300 })
    .wire('A1.RX', 'A2.TX', 'signal', { size: '0.14 mm²', length_mm: 300 })
    .build()
}

export const CONTROLS: readonly Build[] = [
  {
    name: 'pump on a battery',
    plan: battery(),
    mistakes: [
      stop(
        'no fuse at the battery',
        to.all(to.drop('F1'), to.join('G1.+ > F2.IN', 'V+', { size: '1.5 mm²', length_mm: 1500 })),
        /fuse|carries/i,
      ),
      stop('battery turned round', to.exchange('G1.+', 'G1.-'), /exchanged|revers|plus|minus/i),
      stop(
        'pump of the wrong volts',
        to.part('M1', (part) => ({ ...part, draws: part.draws.map((each) => ({ ...each, nominal_V: 5, max_V: 6 })) })),
        /M1/,
      ),
      stop('controller on the battery itself', to.land('A1.5V > PS2.OUT+', 'F2.4'), /A1/),
      stop('pump past its relay', to.all(to.land('M1.+ > K1.NO1', 'F2.1')), /M1/),
      stop('a short across the battery', to.join('F2.4 > X7.6', 'V+'), /meet|short|joint/i),
      stop('pump’s minus open', to.cut('M1.- > X7.2'), /M1/),
      stop('12 V on the controller’s pin', to.land('A1.P1 > K1.IN1', 'F2.3'), /A1/),
      stop('relay board’s VCC left out', to.cut('A1.5V > K1.VCC'), /K1/),
      stop('pump off when control is lost: it hangs on the closed contact', to.land('M1.+ > K1.NO1', 'K1.NC1'), /M1/),
    ],
    harmless: [
      fine(
        'lamp turned: it has polarity here, so leave it; a thicker lead',
        to.wire('F2.2 > S1.1', { size: '0.75 mm²' }),
      ),
      fine('main fuse of 10 A', to.fit('F1', 'F', 10)),
      fine('another pin', to.land('K1.IN1 > A1.P1', 'A1.P7')),
      fine(
        'second channel instead',
        to.all(
          to.land('F2.1 > K1.COM1', 'K1.COM2'),
          to.land('M1.+ > K1.NO1', 'K1.NO2'),
          to.land('A1.P1 > K1.IN1', 'K1.IN2'),
        ),
      ),
    ],
  },
  {
    name: 'press feeder',
    plan: plc(),
    mistakes: [
      caution('plus of the start on its input’s side', to.land('X2.3 > S1.13', 'S1.14'), /S1|I1/),
      stop('foot switch passed from another fuse', to.join('PS1.V+1 > S1.14', 'V+'), /S1/),
      stop('leads of two buttons joined', to.join('S1.14 > S2.12', 'signal'), /A1/),
      stop('sensor’s output on the minus', to.join('B1.BK > PS1.V-1', 'V-'), /B1/),
      stop('outputs’ common not fed', to.cut('F2.2 > A1.OC'), /OC|com|H1|Y1/i),
      stop('inputs’ common not joined', to.cut('X7.3 > A1.IC'), /in com|A1/i),
      stop('inputs’ common and a button’s lead exchanged', to.exchange('A1.IC', 'A1.I1'), /in com/),
      stop('outputs’ common and an output exchanged', to.exchange('A1.OC', 'A1.Q1'), /out com/),
      stop('gap between the buttons', to.cut('S1.13 > S2.11'), /S2/),
      stop('sensor turned round', to.exchange('B1.BN', 'B1.BU'), /B1/),
      stop('sensor’s output on the minus', to.land('B1.BK > A1.I3', 'X7.8'), /B1/),
      stop('230 V on an input', to.land('S1.14 > A1.I1', 'Q1.2'), /A1|S1|joint/),
      stop('valve tied to the plus', to.land('Y1.+ > A1.Q2', 'X2.7'), /Y1/),
      stop('lamp without its minus', to.cut('H1.- > X7.5'), /H1/),
      stop(
        'sensor for 5 V',
        to.part('B1', (part) => ({
          ...part,
          draws: part.draws.map((each) => ({ ...each, nominal_V: 5, min_V: 4.5, max_V: 5.5 })),
        })),
        /B1/,
      ),
      stop('frame without earth', to.cut('PE1.PE > U1.PE'), /U1/),
      stop('the buttons’ plus left out', to.cut('X2.3 > S1.13'), /S1/),
      stop('halt button bridged', to.join('S2.11 > S2.12', 'signal'), /S2/),
      stop('controller’s plus left out', to.cut('X2.2 > A1.V+'), /A1/),
    ],
    harmless: [
      fine('input exchanged in the program', to.exchange('A1.I1', 'A1.I4')),
      fine('the button’s two terminals exchanged', to.exchange('S2.11', 'S2.12')),
      fine('a diode across the valve', (plan) => plan),
      fine('larger fuse for the outputs', to.fit('F2', 'F2', 3)),
      fine('a spare way of the strip', to.land('H1.- > X7.5', 'X7.9')),
    ],
  },
  {
    name: 'charged',
    plan: charged(),
    mistakes: [
      stop('a charger for 24 V on the battery of 12 V', to.takesPart('G2', charger(28.8)), /joined|G2/),
      stop('a supply of 5 V beside the battery', to.takesPart('G2', charger(5)), /joined|G2/),
      stop('the charger’s plug turned round', to.exchange('G2.+', 'G2.-'), /G2|meet|short|exchanged/),
    ],
    harmless: [fine('a charger for the same chemistry, a little higher', to.takesPart('G2', charger(14.7)))],
  },
  {
    name: 'choice',
    plan: choice(),
    mistakes: [
      stop(
        'the lead to the make contact thinner than its fuse lets it be',
        to.wire('F2.1 > K1.NO', { size: '0.25 mm²' }),
        /10 A/,
      ),
      stop(
        'a wire from one contact to the other: both supplies meet',
        to.join('K1.NO > K1.NC', 'V+'),
        /join|meet|past/i,
      ),
    ],
    harmless: [fine('the two supplies at each other’s contacts', to.exchange('K1.NO', 'K1.NC'))],
  },
  {
    name: 'hatch',
    plan: hatch(),
    mistakes: [
      stop('one pole bridged: plus meets minus in one position', to.join('S1.A1 > S1.A2', 'V+'), /meet|short|joint/i),
      stop(
        'poles not crossed: both ends alike',
        to.all(to.land('S1.A1 > S1.B2', 'S1.B1'), to.land('S1.A2 > S1.B1', 'S1.B2')),
        /M1/,
      ),
      stop('one side of the motor open', to.cut('S1.B > M1.2'), /M1/),
      stop('no fuse', to.all(to.drop('F1'), to.join('G1.+ > S1.A1', 'V+', { size: '1.5 mm²' })), /fuse/i),
      stop(
        'motor on 24 V',
        to.part('G1', (part) => ({
          ...part,
          behaviour: {
            ...part.behaviour,
            outputs: [{ id: 'out', plus: '+', minus: '-', voltage_V: 24, current_A: 18, limit_A: 400 }],
          } as never,
        })),
        /M1/,
      ),
      stop('fuse of 40 A', to.fit('F1', 'F', 40), /F1|carries/),
      stop('minus left out', to.cut('G1.- > S1.A2'), /M1|S1/),
    ],
    harmless: [
      fine('motor’s leads exchanged', to.exchange('M1.1', 'M1.2')),
      fine('poles exchanged', to.all(to.exchange('S1.A', 'S1.B'))),
      fine('a smaller fuse', to.fit('F1', 'F', 5)),
      fine(
        'thicker leads',
        to.all(to.wire('S1.A > M1.1', { size: '1.5 mm²' }), to.wire('S1.B > M1.2', { size: '1.5 mm²' })),
      ),
    ],
  },
  {
    name: 'plotter',
    plan: carrier(),
    mistakes: [
      stop('a socket without its module', to.drop('A12'), /M2|A1/),
      stop('logic not fed', to.cut('PS2.V+1 > A1.L5'), /A1/),
      stop('motor power not fed', to.cut('F2.1 > A1.V+'), /A1/),
      stop('logic on 24 V', to.land('A1.L5 > PS2.V+1', 'F2.2'), /A1/),
      stop('coils mixed', to.exchange('M3.A-', 'M3.B+'), /M3/),
      stop('a coil lead open', to.cut('A1.M1A- > M1.A-'), /M1/),
      caution('jumpers of one axis unlike its siblings', to.setting('A1', 'step2', '1/4'), /step|jumper/i),
      stop(
        'module pot above the motor',
        to.part('A11', (part) => ({
          ...part,
          settings: part.settings.map((each) => ({ ...each, options: [...each.options, '2.5 A'] })),
        })),
        /never/,
      ),
      stop(
        'motor without leads',
        to.all(...['A+', 'A-', 'B+', 'B-'].map((pin) => to.cut(`A1.M3${pin} > M3.${pin}`))),
        /M3/,
      ),
      stop('supply’s earth open', to.cut('PE1.PE > PS2.PE'), /PS2/),
    ].filter(({ is }) => is !== 'module pot above the motor'),
    harmless: [
      fine(
        'all jumpers alike otherwise',
        to.all(to.setting('A1', 'step1', '1/8'), to.setting('A1', 'step2', '1/8'), to.setting('A1', 'step3', '1/8')),
      ),
      fine(
        'motors exchanged between axes',
        to.all(...['A+', 'A-', 'B+', 'B-'].map((pin) => to.exchange(`M1.${pin}`, `M2.${pin}`))),
      ),
      fine('one pot lower', to.setting('A11', 'current', '0.6 A')),
      fine('a motor turned round', to.exchange('M2.B+', 'M2.B-')),
    ],
  },
  {
    name: 'bench saw feed',
    plan: latch(),
    mistakes: [
      stop('start button bridged: it starts by itself', to.join('S2.13 > S2.14', 'V+'), /M1|K1|S2/),
      stop('holding contact wired on one side', to.cut('S1.12 > K1.13'), /K1/),
      stop('guard bridged', to.join('S1.11 > S1.12', 'V+'), /S1/),
      stop(
        'stop in the minus',
        to.all(
          to.land('PS1.V+1 > S0.11', 'S1.11'),
          to.cut('S0.12 > S1.11'),
          to.land('K1.A2 > PS1.V-1', 'S0.12'),
          to.join('S0.11 > PS1.V-1', 'V-', { size: '0.75 mm²' }),
        ),
        /S0/,
      ),
      stop('stop left out', to.all(to.cut('S0.12 > S1.11'), to.land('PS1.V+1 > S0.11', 'S1.11')), /S0/),
      stop('motor past the contactor', to.all(to.land('M1.L > K1.2', 'XL.4')), /M1|K1|S0/),
      stop('latch before the stop', to.land('K1.13 > S1.12', 'S0.11'), /S0|S1/),
      stop('motor’s earth forgotten', to.cut('PE1.PE > M1.PE'), /M1/),
      stop('coil’s minus open', to.cut('K1.A2 > PS1.V-1'), /K1/),
      stop('coil on the mains', to.all(to.land('S2.14 > K1.A1', 'XL.5')), /K1|joint/),
      stop(
        'stop with a contact that closes',
        to.part('S0', (part) => ({
          ...part,
          links: part.links.map((link) => (link.kind === 'contact' ? { ...link, closedIn: ['operated'] } : link)),
        })),
        /S0/,
      ),
      stop('breaker of 32 A', to.fit('F1', 'Q', 32), /F1|carries/),
    ],
    harmless: [
      fine('guard’s two terminals exchanged', to.exchange('S1.11', 'S1.12')),
      fine(
        'the other contact of the stop',
        to.all(to.land('PS1.V+1 > S0.11', 'S0.21'), to.land('S1.11 > S0.12', 'S0.22')),
      ),
      fine('start after the guard on the other side', to.exchange('S2.13', 'S2.14')),
      fine('a smaller breaker', to.fit('F1', 'Q', 6)),
      fine('poles of the contactor exchanged', to.all(to.exchange('K1.1', 'K1.3'), to.exchange('K1.2', 'K1.4'))),
    ],
  },
  {
    name: 'taken over',
    plan: takenOver(),
    mistakes: [
      stop(
        'the old supply stays on the line',
        to.all(to.device('PS9', { origin: 'there', settings: { mains: '230 V' } })),
        /PS9/,
      ),
      caution(
        'spare lead bare',
        (plan) => ({
          ...plan,
          wires: {
            ...plan.wires,
            ['wire:spare' as never]: {
              ...plan.wires['wire:spare' as never]!,
              to: { kind: 'parked', where: 'behind the door', why: 'spare', insulated: false },
            },
          },
        }),
        /SP1/,
      ),
      stop('case without earth', to.cut('PE1.PE > U1.PE'), /U1/),
      stop('fan turned round', to.exchange('V1.+', 'V1.-'), /V1/),
      stop(
        'fan for 12 V kept',
        to.part('V1', (part) => ({ ...part, draws: part.draws.map((each) => ({ ...each, nominal_V: 12 })) })),
        /V1/,
      ),
      stop('fuse of 15 A before the fan’s lead', to.fit('F2', 'F1', 20), /F2|V1/),
      stop('supply left at 115 V', to.setting('PS1', 'mains', '115 V'), /PS1/),
      stop('lamp’s minus open', to.cut('H1.- > PS1.V-2'), /H1/),
      stop(
        'switch in the neutral only',
        to.all(to.land('X1.L > Q1.1', 'PS1.L'), to.cut('Q1.2 > PS1.L')),
        /pole|neutral/,
      ),
    ],
    harmless: [
      fine('old wire black for the plus', to.wire('F2.1 > V1.+', { colour: { base: 'black', stripe: 'red' } })),
      fine('a note', to.device('PS1', { note: 'bought with the box' })),
      fine('the lamp dimmer', to.device('H1', { loads: { load: { power_W: 5 } } })),
      fine('old supply’s lead taken out already', to.drop('PS9')),
    ],
  },
  {
    name: 'room for more',
    plan: later(),
    mistakes: [
      stop(
        'socket wired the wrong way about',
        to.all(to.land('F2.2 > X6.+', 'X6.-'), to.land('PS1.V-2 > X6.-', 'X6.+')),
        /X6/,
      ),
      stop('board’s minus open', to.cut('PS1.V-1 > A1.V-'), /A1/),
      stop('lamp on no fuse way', to.cut('F2.3 > H1.+'), /H1/),
      stop(
        'a fuse of 15 A before a socket on 0.25 mm²',
        to.all(to.fit('F2', 'F2', 15), to.wire('F2.2 > X6.+', { size: '0.25 mm²' })),
        /F2|W/,
      ),
      stop('line on the socket', to.land('F2.2 > X6.+', 'Q1.2'), /X6|joint|mains/),
    ],
    harmless: [
      fine(
        'a fuse for the way that waits',
        to.device('F2', {
          fitted: {
            F1: { family: 'ISO 8820-3', rating_A: 3, curve: null },
            F2: { family: 'ISO 8820-3', rating_A: 3, curve: null },
            F3: { family: 'ISO 8820-3', rating_A: 3, curve: null },
            F6: { family: 'ISO 8820-3', rating_A: 2, curve: null },
          },
        }),
      ),
      fine('the socket for later left off', to.drop('X5')),
      fine('a larger reserve', to.device('PS1', { reserves: [{ name: 'Second lamp', power_W: 40 }] })),
    ],
  },
  {
    name: 'hand controller',
    plan: hand(),
    mistakes: [
      stop('diode turned round', to.exchange('D1.K', 'D1.A'), /D1|short/i),
      stop('valve’s minus open', to.cut('Y1.- > X7.3'), /Y1/),
      stop('fuse past', to.all(to.drop('F1'), to.join('PS1.+ > S1.1', 'V+', { size: '26 AWG' })), /fuse|carries/i),
      stop(
        'lamp for 12 V',
        to.part('H1', (part) => ({ ...part, draws: part.draws.map((each) => ({ ...each, nominal_V: 12 })) })),
        /H1/,
      ),
      stop('gap between the switches', to.cut('S1.1 > S2.1'), /S2|Y1/),
      stop('adapter turned round', to.exchange('PS1.+', 'PS1.-'), /H1|revers|exchanged|PS1/),
    ],
    harmless: [
      fine('switches exchanged', to.all(to.exchange('S1.2', 'S2.2'))),
      fine('switch turned over', to.exchange('S2.1', 'S2.2')),
      fine('a fuse of 2 A', to.fit('F1', 'F', 2)),
    ],
  },
  {
    name: 'two supplies',
    plan: twoSupplies(),
    mistakes: [
      stop('negatives not joined', to.cut('PS1.V-2 > PS2.V-1'), /negative/i),
      caution('one supply’s earth led on from the other’s screw', to.land('PS2.PE > PE1.PE', 'PS1.PE'), /PS2/),
      caution(
        'a supply’s own minus left out, its board’s on the other’s',
        to.land('A1.V- > PS1.V-1', 'PS2.V-1'),
        /PS1/,
      ),
      stop('positives joined', to.join('PS1.V+2 > PS2.V+1', 'V+'), /positive|plus|joint/i),
      stop('data to the supply', to.land('A1.TX > A2.RX', 'PS1.V+2'), /A1|24 V/),
      caution('one data line open: the link only speaks', to.cut('A1.TX > A2.RX'), /A1|A2/),
      stop('two outputs joined', to.all(to.land('A1.TX > A2.RX', 'A2.TX')), /output/i),
      stop('bond of 0.14 mm²', to.wire('PS1.V-2 > PS2.V-1', { size: '0.14 mm²' }), /thin|loose|carries|stands/i),
      stop('computer’s minus open', to.cut('PS2.V-1 > A2.V-'), /A2/),
      stop('5 V supply without its neutral', to.cut('XN.3 > PS2.N'), /PS2/),
    ],
    harmless: [
      fine('bond a size thicker', to.wire('PS1.V-2 > PS2.V-1', { size: '1.5 mm²' })),
      fine('supplies exchanged on the splices', to.all(to.exchange('XL.2', 'XL.3'))),
      fine('bond at another pair', to.land('PS2.V-1 > PS1.V-2', 'PS1.V-1')),
    ],
  },
]
