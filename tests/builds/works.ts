import { cataloguePart } from '@/core/catalogue'
import { byFirmware, contact, definePart, draw, optional, terminal } from '@/core/catalogue/builders'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Part } from '@/core/plan'
import { fine, stop, type Build } from './build'
import * as to from './edits'

const of = (tag: string) => `device:${tag}` as DeviceId
const blade = (rating_A: number) => ({ family: 'ISO 8820-3' as const, rating_A })
const glass = (rating_A: number) => ({ family: 'IEC 60127' as const, rating_A })
const part = (key: string) => cataloguePart(`part:${key}`).part

/** Joined over by an emergency stop, a chuck guard and a start that holds: a drive with its spindle, two axes, an encoder. */
const lathe = () =>
  new PlanBuilder('Lathe', 'IEC', {
    site: { plug: { kind: 'polarised', fuse_A: null }, earthing: 'TN', residual_mA: 30, residualType: 'F' },
  })
    .device('X1', 'inlet-16', 'Inlet')
    .device('Q1', 'isolator-25', 'Main switch')
    .device('F1', 'breaker-1p-16', 'Drive', { fitted: { Q: { family: 'IEC 60898', rating_A: 16, curve: 'C' } } })
    .device('F3', 'breaker-1p-6', 'Supplies', { fitted: { Q: { family: 'IEC 60898', rating_A: 6, curve: 'C' } } })
    .device('XL', 'strip-6', 'Line')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-bar-12', 'Earth')
    .device('U1', 'metal', 'Bed')
    .device('K1', 'contactor-24-2a', 'Drive’s mains')
    .device('K2', 'contactor-24-2a', 'Axes’ plus')
    .device('A3', 'spindle-drive-750', 'Spindle drive')
    .device('M3', 'spindle-3-750', 'Spindle', { safeState: 'off' })
    .device('PS1', 'rail-supply-24-60', '24 V')
    .device('PS2', 'supply-48-350', '48 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('PS3', 'converter-24-5', '5 V')
    .device('F2', 'fuse-block-4', '24 V', { fitted: { F1: blade(2), F2: blade(2), F3: blade(1), F4: blade(1) } })
    .device('F41', 'fuse-holder', 'Across', { fitted: { F: glass(5) } })
    .device('F42', 'fuse-holder', 'Along', { fitted: { F: glass(5) } })
    .device('X48', 'rail-feed-4', '48 V')
    .device('X0', 'strip-12', '0 V')
    .device('X8', 'strip-6', '0 V of 48 V')
    .device('X5', 'splice-5', '5 V')
    .device('A1', 'motion-controller-5', 'Motion')
    .device('A11', 'driver-5', 'Driver across')
    .device('A12', 'driver-5', 'Driver along')
    .device('M1', 'stepper-57-56', 'Across')
    .device('M2', 'stepper-57-56', 'Along')
    .device('S1', 'emergency-stop', 'Stop')
    .device('S3', 'guard-2', 'Chuck guard')
    .device('S2', 'button-start', 'Start')
    .device('S4', 'selector-2', 'Spindle runs')
    .device('B11', 'end-stop', 'End across')
    .device('B12', 'end-stop', 'End along')
    .device('B13', 'encoder-5', 'Spindle turns')
    .device('D1', 'flyback-diode')
    .device('D2', 'flyback-diode')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'F1.1', 'L')
    .wire('F1.2', 'K1.1', 'L')
    .wire('XN.2', 'K1.3', 'N')
    .wire('K1.2', 'A3.L', 'L')
    .wire('K1.4', 'A3.N', 'N')
    .wire('XL.3', 'F3.1', 'L')
    .wire('F3.2', 'PS1.L', 'L')
    .wire('F3.2', 'PS2.L', 'L')
    .wire('XN.3', 'PS1.N', 'N')
    .wire('XN.4', 'PS2.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE2', 'PS1.PE', 'PE')
    .wire('PE1.PE3', 'PS2.PE', 'PE')
    .wire('PE1.PE4', 'A3.PE', 'PE')
    .wire('PE1.PE5', 'U1.PE', 'PE')
    .wire('PE1.PE6', 'M3.PE', 'PE', { jacket: 'jacketed' })
    .wire('PE1.PE7', 'A3.FE', 'signal', { size: '0.75 mm²' })
    .wire('A3.U', 'M3.U', 'signal', { size: '1.5 mm²', jacket: 'jacketed', rated_V: 600 })
    .wire('A3.V', 'M3.V', 'signal', { size: '1.5 mm²', jacket: 'jacketed', rated_V: 600 })
    .wire('A3.W', 'M3.W', 'signal', { size: '1.5 mm²', jacket: 'jacketed', rated_V: 600 })
    .wire('A3.RUN', 'S4.13', 'signal', { size: '0.5 mm²' })
    .wire('S4.14', 'S3.21', 'signal', { size: '0.5 mm²' })
    .wire('S3.22', 'A3.COM', 'signal', { size: '0.5 mm²' })
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .wire('F2.1', 'S1.11', 'V+', { size: '0.75 mm²' })
    .wire('S1.12', 'S3.11', 'V+', { size: '0.75 mm²' })
    .wire('S3.12', 'S2.13', 'V+', { size: '0.75 mm²' })
    .wire('S2.14', 'K1.A1', 'V+', { size: '0.75 mm²' })
    .wire('S2.13', 'K1.13', 'V+', { size: '0.75 mm²' })
    .wire('S2.14', 'K1.14', 'V+', { size: '0.75 mm²' })
    .wire('K1.14', 'K2.A1', 'V+', { size: '0.75 mm²' })
    .wire('K1.A2', 'X0.2', 'V-')
    .wire('K2.A2', 'X0.3', 'V-')
    .wire('K1.A1', 'D1.K', 'V+', { size: '0.75 mm²' })
    .wire('D1.A', 'X0.4', 'V-')
    .wire('K2.A1', 'D2.K', 'V+', { size: '0.75 mm²' })
    .wire('D2.A', 'X0.5', 'V-')
    .wire('F2.2', 'PS3.IN+', 'V+')
    .wire('PS3.IN-', 'X0.6', 'V-')
    .wire('PS3.OUT+', 'X5.1', 'V+')
    .wire('PS3.OUT-', 'A1.V-', 'V-')
    .wire('X5.2', 'A1.V+', 'V+')
    .wire('X5.3', 'B13.+', 'V+')
    .wire('A1.V-2', 'B13.-', 'V-')
    .wire('PS2.V+1', 'K2.1', 'V+')
    .wire('K2.2', 'X48.1', 'V+')
    .wire('X48.2', 'F41.1', 'V+')
    .wire('X48.3', 'F42.1', 'V+')
    .wire('PS2.V-1', 'X8.1', 'V-')
    .wire('F41.2', 'A11.V+', 'V+')
    .wire('F42.2', 'A12.V+', 'V+')
    .wire('X8.2', 'A11.V-', 'V-')
    .wire('X8.3', 'A12.V-', 'V-')
    .wire('A1.P1', 'A11.PUL+', 'signal')
    .wire('A1.D1', 'A11.DIR+', 'signal')
    .wire('A1.P2', 'A12.PUL+', 'signal')
    .wire('A1.D2', 'A12.DIR+', 'signal')
    .wire('X0.7', 'A11.PUL-', 'signal')
    .wire('A11.PUL-', 'A11.DIR-', 'signal')
    .wire('A11.DIR-', 'A12.PUL-', 'signal')
    .wire('A12.PUL-', 'A12.DIR-', 'signal')
    .wire('A1.I1S', 'B11.S', 'signal')
    .wire('A1.I1G', 'B11.G', 'signal')
    .wire('A1.I2S', 'B12.S', 'signal')
    .wire('A1.I2G', 'B12.G', 'signal')
    .wire('B13.A', 'A1.I3S', 'signal')
    .wire('B13.B', 'A1.I4S', 'signal')
    .wire('A11.A+', 'M1.A+', 'signal')
    .wire('A11.A-', 'M1.A-', 'signal')
    .wire('A11.B+', 'M1.B+', 'signal')
    .wire('A11.B-', 'M1.B-', 'signal')
    .wire('A12.A+', 'M2.A+', 'signal')
    .wire('A12.A-', 'M2.A-', 'signal')
    .wire('A12.B+', 'M2.B+', 'signal')
    .wire('A12.B-', 'M2.B-', 'signal')
    .build()

/** Small, peristaltic, on a twelve-volt motor. */
const DOSER: Part = definePart('Dosing pump, 12 V 5 W', [60, 40, 40], {
  mounting: 'screws',
  behaviour: { kind: 'other' },
  terminals: {
    1: terminal('red', 'V+', 'stud'),
    2: terminal('black', 'V-', 'stud'),
  },
  draws: [draw('pump', 'Pump', '1', '2', 12, { power_W: 5 }, { does: 'pumps' })],
})

/** By the tank: lights dimmed on 24 V, three pumps of 12 V on relays, floats, a probe, a heater on a switched outlet. */
const tank = () =>
  new PlanBuilder('Tank', 'IEC', { site: { residual_mA: 30 } })
    .part('doser', DOSER)
    .device('X1', 'inlet-lead', 'Cord')
    .device('Q1', 'switch-2p-lit', 'On')
    .device('F1', 'combined-10', 'Breaker', { fitted: { Q: { family: 'IEC 60898', rating_A: 10, curve: 'C' } } })
    .device('XL', 'strip-6', 'Line')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-bar-7')
    .device('PS1', 'supply-24-150', '24 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('PS2', 'supply-12-35', '12 V', { hasCover: true })
    .device('PS3', 'converter-24-5', '5 V')
    .device('F2', 'fuse-block-4', '24 V', { fitted: { F1: blade(3), F2: blade(2), F3: blade(1), F4: blade(1) } })
    .device('F4', 'holder-inline-blade', '12 V', { fitted: { F: blade(3) } })
    .device('X12', 'splice-5', '12 V')
    .device('X0', 'strip-6', '0 V of 24 V')
    .device('X9', 'splice-5', '0 V of 12 V')
    .device('A1', 'breakout-20-5', 'Controller')
    .device('K1', 'transistors-2', 'Light')
    .device('H1', 'strip-24', 'Cold light')
    .device('H2', 'strip-24', 'Warm light')
    .device('K2', 'relay-board-5-4', 'Pumps and heat')
    .device('M1', 'doser', 'Dose one', { safeState: 'off', commandedBy: of('a1') })
    .device('M2', 'doser', 'Dose two', { safeState: 'off', commandedBy: of('a1') })
    .device('M3', 'doser', 'Fill', { safeState: 'off', commandedBy: of('a1') })
    .device('D1', 'flyback-diode')
    .device('D2', 'flyback-diode')
    .device('D3', 'flyback-diode')
    .device('X11', 'outlet-rail', 'Heater’s outlet')
    .device('B1', 'reed', 'Level low')
    .device('B2', 'reed', 'Level high')
    .device('B3', 'probe-digital', 'Water')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'F1.1', 'L')
    .wire('Q1.4', 'F1.N1', 'N')
    .wire('F1.2', 'XL.1', 'L')
    .wire('F1.N2', 'XN.1', 'N')
    .wire('XL.2', 'PS1.L', 'L')
    .wire('XN.2', 'PS1.N', 'N')
    .wire('XL.3', 'PS2.L', 'L')
    .wire('XN.3', 'PS2.N', 'N')
    .wire('XL.4', 'K2.COM4', 'L')
    .wire('K2.NO4', 'X11.L', 'L')
    .wire('XN.4', 'X11.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE2', 'PS1.PE', 'PE')
    .wire('PE1.PE3', 'PS2.PE', 'PE')
    .wire('PE1.PE4', 'X11.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .wire('F2.1', 'K1.IN+', 'V+')
    .wire('K1.IN-', 'X0.2', 'V-')
    .wire('K1.OUT1+', 'H1.+', 'V+')
    .wire('H1.-', 'K1.OUT1-', 'V-')
    .wire('K1.OUT2+', 'H2.+', 'V+')
    .wire('H2.-', 'K1.OUT2-', 'V-')
    .wire('F2.2', 'PS3.IN+', 'V+')
    .wire('PS3.IN-', 'X0.3', 'V-')
    .wire('PS3.OUT+', 'A1.5V', 'V+')
    .wire('PS3.OUT-', 'A1.GND', 'V-')
    .wire('A1.5V', 'K2.VCC', 'V+', { length_mm: 150 })
    .wire('A1.GND2', 'K2.GND', 'V-')
    .wire('A1.P1', 'K2.IN1', 'signal')
    .wire('A1.P2', 'K2.IN2', 'signal')
    .wire('A1.P3', 'K2.IN3', 'signal')
    .wire('A1.P4', 'K2.IN4', 'signal')
    .wire('A1.P5', 'K1.C1+', 'signal')
    .wire('A1.P6', 'K1.C2+', 'signal')
    .wire('K1.C1-', 'K1.C2-', 'signal')
    .wire('K1.C2-', 'A1.GND3', 'signal')
    .wire('PS2.V+1', 'F4.1', 'V+')
    .wire('F4.2', 'X12.1', 'V+')
    .wire('PS2.V-1', 'X9.1', 'V-')
    .wire('X12.2', 'K2.COM1', 'V+')
    .wire('X12.3', 'K2.COM2', 'V+')
    .wire('X12.4', 'K2.COM3', 'V+')
    .wire('K2.NO1', 'M1.1', 'V+')
    .wire('K2.NO2', 'M2.1', 'V+')
    .wire('K2.NO3', 'M3.1', 'V+')
    .wire('M1.2', 'X9.2', 'V-')
    .wire('M2.2', 'X9.3', 'V-')
    .wire('M3.2', 'X9.4', 'V-')
    .wire('D1.K', 'M1.1', 'V+')
    .wire('D1.A', 'M1.2', 'V-')
    .wire('D2.K', 'M2.1', 'V+')
    .wire('D2.A', 'M2.2', 'V-')
    .wire('D3.K', 'M3.1', 'V+')
    .wire('D3.A', 'M3.2', 'V-')
    .wire('A1.P7', 'B1.1', 'signal')
    .wire('A1.GND4', 'B1.2', 'signal')
    .wire('A1.P8', 'B2.1', 'signal')
    .wire('B1.2', 'B2.2', 'signal')
    .wire('A1.P9', 'B3.S', 'signal')
    .wire('K2.VCC', 'B3.V+', 'V+')
    .wire('A1.GND5', 'B3.V-', 'V-')
    .build()

/** Two outlets behind one contactor with stop, start and a pilot lamp, all of it on 120 V; no supply anywhere. */
const dust = () =>
  new PlanBuilder('Dust collector box', 'NEC', {
    site: { plug: { kind: 'polarised', fuse_A: null }, outletBreaker_A: 20, residual_mA: 5 },
  })
    .device('X1', 'inlet-lead-16', 'Cord')
    .device('Q1', 'isolator-25', 'Main switch')
    .device('F1', 'branch-breaker-1p', 'Motor', { fitted: { Q: { family: 'UL 489', rating_A: 15 } } })
    .device('F2', 'holder-rail-us', 'Control', { fitted: { F: { family: 'UL 248-14', rating_A: 1 } } })
    .device('XL', 'strip-6', 'Hot')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-bar-7')
    .device('U1', 'metal', 'Box')
    .device('K1', 'contactor-120', 'Outlets')
    .device('S1', 'stop-1', 'Stop')
    .device('S2', 'button-start', 'Start')
    .device('X11', 'outlet', 'Collector')
    .device('X12', 'outlet', 'Saw’s lamp')
    .wire('X1.L', 'Q1.1', 'L', { size: '12 AWG' })
    .wire('X1.N', 'Q1.3', 'N', { size: '12 AWG' })
    .wire('Q1.2', 'XL.1', 'L', { size: '12 AWG' })
    .wire('Q1.4', 'XN.1', 'N', { size: '12 AWG' })
    .wire('XL.2', 'F1.1', 'L', { size: '12 AWG' })
    .wire('F1.2', 'K1.1', 'L', { size: '14 AWG' })
    .wire('XN.2', 'K1.3', 'N', { size: '14 AWG' })
    .wire('K1.2', 'X11.L', 'L', { size: '14 AWG' })
    .wire('K1.4', 'X11.N', 'N', { size: '14 AWG' })
    .wire('K1.2', 'X12.L', 'L', { size: '14 AWG' })
    .wire('K1.4', 'X12.N', 'N', { size: '14 AWG' })
    .wire('XL.3', 'F2.1', 'L', { size: '14 AWG' })
    .wire('F2.2', 'S1.11', 'L', { size: '18 AWG' })
    .wire('S1.12', 'S2.13', 'L', { size: '18 AWG' })
    .wire('S2.14', 'K1.A1', 'L', { size: '18 AWG' })
    .wire('S2.13', 'K1.13', 'L', { size: '18 AWG' })
    .wire('S2.14', 'K1.14', 'L', { size: '18 AWG' })
    .wire('K1.A2', 'XN.3', 'N', { size: '18 AWG' })
    .wire('X1.PE', 'PE1.PE', 'PE', { size: '12 AWG' })
    .wire('PE1.PE2', 'U1.PE', 'PE', { size: '12 AWG' })
    .wire('PE1.PE3', 'X11.PE', 'PE', { size: '14 AWG' })
    .wire('PE1.PE4', 'X12.PE', 'PE', { size: '14 AWG' })
    .build()

/** Counts down once it has its feed, and closes a contact while it does. */
const TIMER: Part = definePart('Timer, 24 V, one change-over', [22, 80, 60], {
  mounting: 'rail',
  behaviour: { kind: 'board' },
  actuators: [byFirmware('time')],
  terminals: {
    A1: terminal('A1', 'V+', 'smallScrew', { direction: 'in' }),
    A2: terminal('A2', 'V-', 'smallScrew', { direction: 'in' }),
    S: terminal('S', 'signal', 'smallScrew', { ...optional, direction: 'in', level_V: 24 }),
    15: terminal('15', 'any', 'smallScrew', { polarised: false }),
    16: terminal('16', 'any', 'smallScrew', { ...optional, polarised: false }),
    18: terminal('18', 'any', 'smallScrew', { polarised: false }),
  },
  links: [contact('NC', '15', '16', 'closed', 'time', 5), contact('NO', '15', '18', 'open', 'time', 5)],
  draws: [draw('logic', 'Timer', 'A1', 'A2', 24, { power_W: 1.5 }, { does: 'computes' })],
})

/** A forming press: two heaters by relays behind a contactor, a pedal that times the heat, a vacuum by a contactor of its own. */
const former = () =>
  new PlanBuilder('Vacuum former', 'IEC', { site: { outletBreaker_A: 16 } })
    .part('timer', TIMER)
    .device('X1', 'inlet-lead-16', 'Cord')
    .device('Q1', 'isolator-25', 'Main switch')
    .device('F1', 'breaker-1p-16', 'Heat', { fitted: { Q: { family: 'IEC 60898', rating_A: 16, curve: 'C' } } })
    .device('XL', 'strip-12', 'Line')
    .device('XN', 'strip-12', 'Neutral')
    .device('PE1', 'earth-bar-12')
    .device('U1', 'metal', 'Frame')
    .device('PS1', 'rail-supply-24-30', '24 V')
    .device('F2', 'fuse-block-6', '24 V', {
      fitted: { F1: blade(1), F2: blade(1), F3: blade(1), F4: blade(1), F5: blade(1) },
    })
    .device('X0', 'strip-12', '0 V')
    .device('B1', 'thermostat', 'Warm enough')
    .device('K1', 'contactor-24-2a', 'Heat’s mains')
    .device('K2', 'ssr-ac', 'Heat', { hasCover: true, sink_K_per_W: 1 })
    .device('B3', 'cut-out-240', 'Too hot')
    .device('E1', 'heater-mains-1500', 'Heat', { safeState: 'off', commandedBy: of('a1') })
    .device('A1', 'timer', 'Timer')
    .device('S1', 'emergency-stop', 'Stop')
    .device('S2', 'foot-switch', 'Pedal')
    .device('S5', 'toggle-1p', 'Vacuum')
    .device('K3', 'contactor-24', 'Vacuum’s mains')
    .device('M1', 'pump-mains', 'Vacuum')
    .device('V1', 'fan-24', 'Cools the box')
    .device('D1', 'flyback-diode')
    .device('D3', 'flyback-diode')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'F1.1', 'L')
    .wire('F1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'PS1.L', 'L')
    .wire('XN.2', 'PS1.N', 'N')
    .wire('XL.3', 'K1.1', 'L')
    .wire('XN.3', 'K1.3', 'N')
    .wire('K1.2', 'B3.1', 'L')
    .wire('B3.2', 'K2.1', 'L')
    .wire('K2.2', 'E1.L', 'L')
    .wire('K1.4', 'E1.N', 'N')
    .wire('XL.4', 'K3.1', 'L')
    .wire('XN.4', 'K3.3', 'N')
    .wire('K3.2', 'M1.L', 'L')
    .wire('K3.4', 'M1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE2', 'PS1.PE', 'PE')
    .wire('PE1.PE3', 'E1.PE', 'PE')
    .wire('PE1.PE4', 'M1.PE', 'PE')
    .wire('PE1.PE5', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .wire('F2.1', 'S1.11', 'V+', { size: '0.75 mm²' })
    .wire('S1.12', 'K1.A1', 'V+', { size: '0.75 mm²' })
    .wire('K1.A2', 'X0.2', 'V-')
    .wire('K1.A1', 'D1.K', 'V+', { size: '0.75 mm²' })
    .wire('D1.A', 'X0.3', 'V-')
    .wire('F2.2', 'A1.A1', 'V+', { size: '0.75 mm²' })
    .wire('A1.A2', 'X0.4', 'V-')
    .wire('A1.A1', 'S2.13', 'V+', { size: '0.75 mm²' })
    .wire('S2.14', 'A1.S', 'signal')
    .wire('F2.3', 'A1.15', 'V+', { size: '0.75 mm²' })
    .wire('A1.18', 'B1.1', 'V+', { size: '0.75 mm²' })
    .wire('B1.2', 'K2.C+', 'V+', { size: '0.75 mm²' })
    .wire('K2.C-', 'X0.5', 'V-')
    .wire('F2.4', 'S1.21', 'V+', { size: '0.75 mm²' })
    .wire('S1.22', 'S5.1', 'V+', { size: '0.75 mm²' })
    .wire('S5.2', 'K3.A1', 'V+', { size: '0.75 mm²' })
    .wire('K3.A2', 'X0.6', 'V-')
    .wire('K3.A1', 'D3.K', 'V+', { size: '0.75 mm²' })
    .wire('D3.A', 'X0.7', 'V-')
    .wire('F2.5', 'V1.+', 'V+', { size: '0.75 mm²' })
    .wire('V1.-', 'X0.8', 'V-')
    .build()

export const WORKS: readonly Build[] = [
  {
    name: 'lathe with a drive',
    plan: lathe(),
    mistakes: [
      stop('a phase and the run input exchanged', to.exchange('A3.W', 'A3.RUN'), /A3|M3/),
      stop('screen on a phase', to.exchange('A3.FE', 'A3.U'), /A3|M3/),
      stop('run lead on the run’s common', to.land('S4.13 > A3.RUN', 'A3.COM'), /S3|S4/),
      stop('drive past its contactor', to.land('A3.L > K1.2', 'F1.2'), /A3|K1/),
      stop('axes past their contactor', to.land('X48.1 > K2.2', 'PS2.V+2'), /K2|A1[12]|stop/i),
      stop('guard passed in the coils’ feed', to.join('S3.11 > S3.12', 'V+', { size: '0.75 mm²' }), /S3/),
      stop('guard passed in the run line', to.join('S3.21 > S3.22', 'signal', { size: '0.5 mm²' }), /S3/),
      stop('coil past stop and guard', to.land('S2.13 > S3.12', 'F2.3'), /S1|S3|stop/i),
      stop('second coil’s minus left off', to.cut('K2.A2 > X0.3'), /K2/),
      stop('diode of a coil turned', to.exchange('D2.K', 'D2.A'), /D2|short/i),
      stop('neutral of the drive left off', to.cut('K1.4 > A3.N'), /A3/),
      stop('24 V on the ground of the drive’s inputs', to.land('A3.COM > S3.22', 'F2.2'), /A3/),
      stop('mains on the motor’s terminals', to.all(to.exchange('A3.L', 'A3.U')), /A3|M3/),
      stop('spindle without its earth', to.cut('PE1.PE6 > M3.PE'), /M3/),
      stop('a phase of the spindle left off', to.cut('A3.V > M3.V'), /M3|A3/),
      stop('24 V on the run input’s common', to.land('S3.22 > A3.COM', 'F2.4'), /A3|S3|S4/),
      stop('48 V on a driver’s pulse', to.land('A1.P1 > A11.PUL+', 'X48.4'), /A1|A11|PUL/),
      stop('5 V board on 24 V', to.land('A1.V+ > X5.2', 'F2.3'), /A1/),
      stop('encoder turned round', to.exchange('B13.+', 'B13.-'), /B13/),
      stop('encoder’s track on the 5 V', to.land('B13.B > A1.I4S', 'X5.4'), /B13|short|output/i),
      stop('windings mixed', to.exchange('A12.A-', 'A12.B+'), /M2|A12/),
      stop('48 V supply’s minus left off', to.cut('PS2.V-1 > X8.1'), /PS2|A11|A12|X8/),
      stop('minus of pulses left off', to.cut('X0.7 > A11.PUL-'), /A1[12]/),
      stop('48 V supply set to 115 V', to.setting('PS2', 'mains', '115 V'), /PS2|115/),
      stop('drive’s lead 0.75 mm²', to.wire('K1.2 > A3.L', { size: '0.75 mm²' }), /W\d+/),
    ],
    harmless: [
      fine('two phases exchanged: it turns the other way', to.exchange('A3.U', 'A3.V')),
      fine('axes on each other’s ways', to.exchange('X48.2', 'X48.3')),
      fine('coils fed the other way round', to.exchange('S3.11', 'S3.12')),
      fine('a winding turned', to.exchange('A11.B+', 'A11.B-')),
      fine('another earth screw', to.land('U1.PE > PE1.PE5', 'PE1.PE9')),
    ],
  },
  {
    name: 'tank with dosing',
    plan: tank(),
    mistakes: [
      stop('a pump past its relay', to.land('M1.1 > K2.NO1', 'X12.5'), /M1/),
      stop('filling on the resting contact', to.land('M3.1 > K2.NO3', 'K2.NC3'), /M3/),
      stop('12 V pumps on 24 V', to.land('X12.1 > F4.2', 'F2.3'), /M1|M2|M3/),
      stop('light on 12 V', to.land('K1.IN+ > F2.1', 'X12.5'), /H1|H2/),
      stop('heater’s outlet past its relay', to.land('X11.L > K2.NO4', 'XL.5'), /X11|K2/),
      stop('outlet without its earth', to.cut('PE1.PE4 > X11.PE'), /X11/),
      stop('outlet’s line and neutral from one strip', to.land('X11.N > XN.4', 'XL.5'), /X11|line|neutral/i),
      stop('diode of a pump turned', to.exchange('D2.K', 'D2.A'), /D2|short/i),
      stop('light turned round', to.exchange('H1.+', 'H1.-'), /H1/),
      stop('module’s feed turned round', to.exchange('K1.IN+', 'K1.IN-'), /K1/),
      stop('minus of the inputs left off', to.cut('K1.C2- > A1.GND3'), /K1/),
      stop('24 V on a pin', to.land('A1.P5 > K1.C1+', 'F2.3'), /A1/),
      stop('relays’ 5 V left off', to.cut('A1.5V > K2.VCC'), /K2/),
      stop('board straight on 24 V', to.land('A1.5V > PS3.OUT+', 'F2.3'), /A1/),
      stop('12 V supply’s minus left off', to.cut('PS2.V-1 > X9.1'), /PS2|M1|X9/),
      stop('probe’s plus and minus exchanged', to.exchange('B3.V+', 'B3.V-'), /B3/),
      stop('neutral past the residual device', to.land('XN.1 > F1.N2', 'Q1.4'), /F1|residual/i),
      stop('mains on the pumps’ contact', to.land('K2.COM1 > X12.2', 'XL.5'), /M1|joint|K2/),
      stop('earth of the cord left off', to.cut('X1.PE > PE1.PE'), /earth/i),
      stop('24 V supply left at 115 V', to.setting('PS1', 'mains', '115 V'), /PS1|115/),
    ],
    harmless: [
      fine('pumps exchanged by their leads’ ways', to.exchange('X12.2', 'X12.4')),
      fine('floats’ leads exchanged', to.exchange('B2.1', 'B2.2')),
      fine('another pin for the cold light', to.land('K1.C1+ > A1.P5', 'A1.P12')),
      fine('fuse of the light 5 A', to.fit('F2', 'F1', 5)),
      fine('a pump’s minus on another way', to.land('M2.2 > X9.3', 'X9.5')),
    ],
  },
  {
    name: 'dust collector on 120 V',
    plan: dust(),
    mistakes: [
      stop('outlet past the contactor', to.land('X11.L > K1.2', 'F1.2'), /X11|K1/),
      stop('stop bridged', to.join('S1.11 > S1.12', 'L', { size: '18 AWG' }), /S1/),
      stop('start bridged', to.join('S2.13 > S2.14', 'L', { size: '18 AWG' }), /S2/),
      stop('holding contact left off', to.cut('S2.14 > K1.14'), /K1|S2/),
      stop('holding contact past the stop', to.land('K1.13 > S2.13', 'F2.2'), /S1|stop/i),
      stop('coil’s neutral left off', to.cut('K1.A2 > XN.3'), /K1/),
      stop('coil’s neutral on the earth bar', to.land('K1.A2 > XN.3', 'PE1.PE6'), /earth|neutral/i),
      stop('hot and neutral exchanged at an outlet', to.exchange('X12.L', 'X12.N'), /X12/),
      stop('outlet without its earth', to.cut('PE1.PE3 > X11.PE'), /X11/),
      stop('box without earth', to.cut('PE1.PE2 > U1.PE'), /U1/),
      stop('earth of the cord left off', to.cut('X1.PE > PE1.PE'), /earth/i),
      stop('outlets’ neutral past the contactor’s fuse: none left', to.cut('XN.2 > K1.3'), /X11|X12|K1/),
      stop('control fed without its fuse', to.land('S1.11 > F2.2', 'XL.4'), /W\d+|F2/),
      stop('outlet’s lead 18 AWG', to.wire('K1.2 > X11.L', { size: '18 AWG' }), /W\d+/),
      stop('breaker of 30 A', to.fit('F1', 'Q', 30), /F1|W\d+/),
      stop('contactor for 24 V', to.takesPart('K1', part('contactor-24-2a')), /K1/),
      stop('hot switched in one pole: the switch’s poles crossed', to.exchange('Q1.2', 'Q1.4'), /neutral|line|hot/i),
      stop('line to the earth bar', to.join('XL.5 > PE1.PE7', 'L', { size: '12 AWG' }), /earth|line/i),
      stop('main switch past in the hot', to.land('XL.1 > Q1.2', 'X1.L'), /Q1/),
      stop('inlet made for 10 A', to.takesPart('X1', part('inlet-lead')), /X1|10/),
    ],
    harmless: [
      fine('outlets exchanged', to.all(to.exchange('X11.L', 'X12.L'))),
      fine('poles of the contactor exchanged', to.all(to.exchange('K1.1', 'K1.3'), to.exchange('K1.2', 'K1.4'))),
      fine('the stop’s leads exchanged', to.exchange('S1.11', 'S1.12')),
      fine('control fuse 0.5 A', to.fit('F2', 'F', 0.5)),
      fine('another way of the neutral', to.land('K1.A2 > XN.3', 'XN.5')),
    ],
  },
  {
    name: 'vacuum former',
    plan: former(),
    mistakes: [
      stop('heat past its relay', to.land('E1.L > K2.2', 'K2.1'), /E1|K2/),
      stop('cut-out bridged', to.join('B3.1 > B3.2', 'L'), /B3/),
      stop('heat past contactor and cut-out', to.land('K2.1 > B3.2', 'XL.5'), /B3|E1/),
      stop('stop bridged before the heat', to.join('S1.11 > S1.12', 'V+', { size: '0.75 mm²' }), /S1/),
      stop('vacuum past the stop', to.land('S5.1 > S1.22', 'F2.4'), /S1|M1/),
      stop('timer’s contact on the resting side', to.land('B1.1 > A1.18', 'A1.16'), /E1|A1/),
      stop('control of the relay turned', to.exchange('K2.C+', 'K2.C-'), /K2/),
      stop('control on a mains strip', to.land('A1.15 > F2.3', 'XL.5'), /A1|K2|joint/),
      stop('timer’s minus left off', to.cut('A1.A2 > X0.4'), /A1/),
      stop('coil of the vacuum without minus', to.cut('K3.A2 > X0.6'), /K3/),
      stop('diode turned', to.exchange('D3.K', 'D3.A'), /D3|short/i),
      stop('neutral of the heat left off', to.cut('K1.4 > E1.N'), /E1/),
      stop('heater without earth', to.cut('PE1.PE3 > E1.PE'), /E1/),
      stop('frame without earth', to.cut('PE1.PE5 > U1.PE'), /U1/),
      stop('24 V turned round at the distribution', to.exchange('PS1.V+1', 'PS1.V-1'), /PS1|plus|minus|revers/i),
      stop('fan on the mains strip', to.all(to.land('V1.+ > F2.5', 'XL.5'), to.land('V1.- > X0.8', 'XN.5')), /V1/),
      stop('relay without its sink', to.device('K2', { sink_K_per_W: null }), /K2/),
      stop('heat’s lead 0.5 mm²', to.wire('K2.2 > E1.L', { size: '0.5 mm²' }), /W\d+/),
      stop('pump’s lines both on one pole', to.land('M1.N > K3.4', 'K3.2'), /M1/),
      stop('breaker of 4 A', to.fit('F1', 'Q', 4), /F1/),
      stop('pedal left off its timer', to.cut('A1.A1 > S2.13'), /S2/),
    ],
    harmless: [
      fine('pedal’s leads exchanged', to.exchange('S2.13', 'S2.14')),
      fine('pump and heat from each other’s ways', to.exchange('XL.3', 'XL.4')),
      fine('the cut-out’s leads exchanged', to.exchange('B3.1', 'B3.2')),
      fine('fuse of the fan 2 A', to.fit('F2', 'F5', 2)),
      fine('another screw of the earth bar', to.land('U1.PE > PE1.PE5', 'PE1.PE9')),
    ],
  },
]
