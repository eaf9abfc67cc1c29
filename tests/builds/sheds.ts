import { PlanBuilder } from '@/core/patterns'
import type { DeviceId } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'

const of = (tag: string) => `device:${tag}` as DeviceId
const range = (n: number) => Array.from({ length: n }, (_, i) => i + 1)
const blade = (rating_A: number) => ({ family: 'ISO 8820-3' as const, rating_A })
const glass = (rating_A: number) => ({ family: 'IEC 60127' as const, rating_A })

/** A printer of the first kind: a 12 V board that drives all by itself, switch and fuse in the inlet, bed and sensors on three leads. */
function oldPrinter() {
  const b = new PlanBuilder('Old printer', 'IEC')
    .device('X1', 'inlet-switched', 'Inlet', { fitted: { F: glass(5) } })
    .device('PS1', 'supply-12-350', '12 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Frame')
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(7.5), F2: blade(15) } })
    .device('A1', 'printer-board-12', 'Board', { loads: { motors: { power_W: 20 } } })
    .device('K1', 'ssr-dc-40', 'Bed relay', { hasCover: true, sink_K_per_W: 3 })
    .device('E2', 'bed-12-120', 'Bed', { safeState: 'off', commandedBy: of('a1'), watchedBy: of('b2') })
    .device('E1', 'heater-12', 'Nozzle', { safeState: 'off', commandedBy: of('a1'), watchedBy: of('b1') })
    .device('B1', 'thermistor', 'Nozzle sensor')
    .device('B2', 'thermistor', 'Bed sensor')
    .device('V1', 'fan-12-40', 'Part fan')
    .device('S1', 'end-stop', 'End stop')
    .wire('X1.L', 'PS1.L', 'L')
    .wire('X1.N', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('F2.1', 'A1.V+', 'V+')
    .wire('PS1.V-1', 'A1.V-', 'V-')
    .wire('F2.2', 'K1.1', 'V+')
    .wire('A1.BED+', 'K1.C+', 'V+')
    .wire('A1.BED-', 'K1.C-', 'V-')
    .wire('K1.2', 'E2.+', 'V+')
    .wire('E2.-', 'PS1.V-2', 'V-')
    .wire('A1.H0+', 'E1.+', 'V+')
    .wire('A1.H0-', 'E1.-', 'V-')
    .wire('A1.FAN0+', 'V1.+', 'V+')
    .wire('A1.FAN0-', 'V1.-', 'V-')
    .wire('A1.T0S', 'B1.1', 'signal')
    .wire('A1.T0G', 'B1.2', 'signal')
    .wire('A1.TBS', 'B2.1', 'signal')
    .wire('A1.TBG', 'B2.2', 'signal')
    .wire('A1.E1S', 'S1.S', 'signal')
    .wire('A1.E1G', 'S1.G', 'signal')
  for (const n of range(4)) {
    b.device(`M${n}`, 'stepper', `Axis ${n}`)
    for (const pin of ['A+', 'A-', 'B+', 'B-']) b.wire(`A1.M${n}${pin}`, `M${n}.${pin}`, 'signal')
  }
  return b.build()
}

/** Water tanks: a heater and pumps on mains by relays, lamps dimmed by transistors, probes and reed floats, a little computer. */
function tanks() {
  return new PlanBuilder('Tanks', 'IEC')
    .device('X1', 'inlet-lead-16', 'Cord')
    .device('F1', 'combined-10', 'Residual breaker')
    .device('Q1', 'switch-2p')
    .device('XL', 'strip-6', 'Line')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Box')
    .device('PS1', 'supply-24-150', '24 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(3), F2: blade(3) } })
    .device('PS2', 'converter-24-5', '5 V')
    .device('X0', 'strip-6', 'Minus')
    .device('X5', 'splice-5', '5 V plus')
    .device('X6', 'splice-5', '5 V minus')
    .device('A1', 'breakout-16', 'Controller')
    .device('K1', 'relay-board-5-2', 'Relays', { hasCover: true })
    .device('K3', 'transistors-4', 'Dimmer')
    .device('M1', 'pump-mains', 'Pump', { safeState: 'off', commandedBy: of('a1') })
    .device('E1', 'pad-mains-400', 'Heater', { safeState: 'off', commandedBy: of('a1'), watchedBy: of('b1') })
    .device('B3', 'cut-out-80', 'Cut-out')
    .device('B1', 'probe-digital', 'Probe')
    .device('S1', 'reed', 'Float')
    .device('H1', 'strip-24', 'Lamp left')
    .device('H2', 'strip-24', 'Lamp right')
    .wire('X1.L', 'F1.1', 'L')
    .wire('X1.N', 'F1.N1', 'N')
    .wire('F1.2', 'Q1.1', 'L')
    .wire('F1.N2', 'Q1.3', 'N')
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'PS1.L', 'L')
    .wire('XN.2', 'PS1.N', 'N')
    .wire('XL.3', 'K1.COM1', 'L')
    .wire('K1.NO1', 'M1.L', 'L')
    .wire('XN.3', 'M1.N', 'N')
    .wire('XL.4', 'K1.COM2', 'L')
    .wire('K1.NO2', 'B3.1', 'L')
    .wire('B3.2', 'E1.L', 'L')
    .wire('XN.4', 'E1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'M1.PE', 'PE')
    .wire('PE1.PE', 'E1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .wire('F2.1', 'PS2.IN+', 'V+')
    .wire('X0.2', 'PS2.IN-', 'V-')
    .wire('F2.2', 'K3.IN+', 'V+')
    .wire('X0.3', 'K3.IN-', 'V-')
    .wire('K3.OUT1+', 'H1.+', 'V+')
    .wire('K3.OUT1-', 'H1.-', 'V-')
    .wire('K3.OUT2+', 'H2.+', 'V+')
    .wire('K3.OUT2-', 'H2.-', 'V-')
    .wire('PS2.OUT+', 'X5.1', 'V+')
    .wire('PS2.OUT-', 'X6.1', 'V-')
    .wire('X5.2', 'A1.5V', 'V+')
    .wire('X6.2', 'A1.GND', 'V-')
    .wire('X5.3', 'B1.V+', 'V+')
    .wire('X6.3', 'B1.V-', 'V-')
    .wire('B1.S', 'A1.P1', 'signal')
    .wire('X5.4', 'K1.VCC', 'V+')
    .wire('X6.4', 'K1.GND', 'V-')
    .wire('A1.P2', 'K1.IN1', 'signal')
    .wire('A1.P3', 'K1.IN2', 'signal')
    .wire('A1.P4', 'K3.C1+', 'signal')
    .wire('A1.GND3', 'K3.C1-', 'V-')
    .wire('A1.P5', 'K3.C2+', 'signal')
    .wire('A1.GND4', 'K3.C2-', 'V-')
    .wire('A1.P6', 'S1.1', 'signal')
    .wire('A1.GND5', 'S1.2', 'signal')
    .build()
}

/** A clamp with a pendant: a small controller, a foot switch and a stop on a plug, a valve, a beacon, a guard. */
function clamp() {
  return (
    new PlanBuilder('Clamp', 'IEC')
      .box('main', {
        name: 'Steel box',
        kind: 'box',
        inner: { width_mm: 400, height_mm: 500, depth_mm: 200 },
        wall: { material: 'painted-steel', thickness_mm: 1.5 },
        sealed: true,
      })
      .device('U2', 'metal', 'Door')
      .place('U2', 'door', 200, 250)
      .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: glass(2) } })
      .device('Q1', 'isolator-door', 'Main switch')
      .device('PS1', 'supply-24-60', '24 V', { hasCover: true })
      .device('PE1', 'earth-stud')
      .device('U1', 'metal', 'Box')
      .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(2), F2: blade(2) } })
      .device('X3', 'strip-6', 'Plus')
      .device('X0', 'strip-12', 'Minus')
      .device('A1', 'controller-8-4', 'Controller')
      .device('XP', 'plug-panel-8', 'Pendant')
      .device('S0', 'stop-1', 'Stop')
      .device('S1', 'foot-switch', 'Foot switch')
      .device('S2', 'selector-2', 'Mode')
      .device('S3', 'guard-contact', 'Guard')
      .device('Y1', 'valve-24', 'Clamp valve', { safeState: 'off', commandedBy: of('a1') })
      .device('D1', 'flyback-diode', 'Diode')
      .device('H1', 'beacon-24', 'Beacon')
      .wire('X1.L', 'Q1.1', 'L')
      .wire('X1.N', 'Q1.3', 'N')
      .wire('Q1.2', 'PS1.L', 'L')
      .wire('Q1.4', 'PS1.N', 'N')
      .wire('X1.PE', 'PE1.PE', 'PE')
      .wire('PE1.PE', 'PS1.PE', 'PE')
      .wire('PE1.PE', 'U2.PE', 'PE', { flexClass: 'hinge' })
      .wire('PE1.PE', 'U1.PE', 'PE')
      .wire('PS1.V+1', 'F2.IN', 'V+')
      .wire('PS1.V-1', 'X0.1', 'V-')
      .wire('F2.1', 'A1.V+', 'V+')
      .wire('X0.2', 'A1.V-', 'V-')
      .wire('F2.2', 'X3.1', 'V+')
      .wire('X3.2', 'XP.in1', 'V+')
      .device('X7', 'splice-3', 'Pendant’s plus')
      .wire('XP.out1', 'X7.1', 'V+')
      .wire('X7.2', 'S0.11', 'V+')
      .wire('S0.12', 'XP.out2', 'signal')
      .wire('XP.in2', 'A1.I1', 'signal')
      .wire('X7.3', 'S1.13', 'V+')
      .wire('S1.14', 'XP.out3', 'signal')
      .wire('XP.in3', 'A1.I2', 'signal')
      .wire('X3.3', 'S2.13', 'V+')
      .wire('S2.14', 'A1.I3', 'signal')
      // The valve’s output goes over the guard.
      .wire('A1.Q1', 'S3.11', 'V+')
      .wire('S3.12', 'Y1.+', 'V+')
      .wire('Y1.-', 'X0.4', 'V-')
      .wire('D1.K', 'Y1.+', 'V+')
      .wire('D1.A', 'Y1.-', 'V-')
      .wire('A1.Q2', 'H1.+', 'V+')
      .wire('H1.-', 'X0.5', 'V-')
      .build()
  )
}

/** A door: a lock by a relay, a camera and a network switch on converters, a key and a button, battery behind the supply’s place. */
function door() {
  return new PlanBuilder('Door', 'IEC')
    .device('G1', 'battery-12-18', 'Battery')
    .device('F1', 'holder-inline-blade', 'Main fuse', { fitted: { F: blade(10) } })
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(3), F2: blade(5), F3: blade(2) } })
    .device('X0', 'strip-6', 'Minus')
    .device('S1', 'key-switch', 'Key')
    .device('S2', 'button-start', 'Exit button')
    .device('K1', 'lock-12', 'Lock')
    .device('D1', 'flyback-diode', 'Diode')
    .device('PS2', 'converter-12-5', '5 V')
    .device('X5', 'splice-5', '5 V')
    .device('X6', 'splice-5', '5 V minus')
    .device('A1', 'camera-5', 'Camera')
    .device('A2', 'network-switch-5', 'Network')
    .device('V1', 'fan-12-60', 'Fan')
    .wire('G1.+', 'F1.1', 'V+', { length_mm: 100 })
    .wire('F1.2', 'F2.IN', 'V+')
    .wire('G1.-', 'X0.1', 'V-')
    .wire('F2.1', 'S1.13', 'V+')
    .wire('S1.14', 'S2.13', 'V+')
    .wire('S2.14', 'K1.+', 'V+')
    .wire('K1.-', 'X0.2', 'V-')
    .wire('D1.K', 'K1.+', 'V+')
    .wire('D1.A', 'K1.-', 'V-')
    .wire('F2.2', 'PS2.IN+', 'V+')
    .wire('X0.3', 'PS2.IN-', 'V-')
    .wire('PS2.OUT+', 'X5.1', 'V+')
    .wire('PS2.OUT-', 'X6.1', 'V-')
    .wire('X5.2', 'A1.V+', 'V+')
    .wire('X6.2', 'A1.V-', 'V-')
    .wire('X5.3', 'A2.V+', 'V+')
    .wire('X6.3', 'A2.V-', 'V-')
    .wire('F2.3', 'V1.+', 'V+')
    .wire('V1.-', 'X0.4', 'V-')
    .build()
}

/** A gate: a ram that two relays reverse, two buttons on one input, limit switches that a program reads. */
function gate() {
  return new PlanBuilder('Gate', 'IEC')
    .device('X1', 'inlet-switched', 'Inlet', { fitted: { F: glass(4) } })
    .device('PE1', 'earth-stud')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .device('PS1', 'supply-12-150', '12 V', { settings: { mains: '230 V' }, hasCover: true })
    .wire('X1.L', 'PS1.L', 'L')
    .wire('X1.N', 'PS1.N', 'N')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(5), F2: blade(2), F3: blade(3) } })
    .device('X0', 'strip-12', 'Minus')
    .device('XP', 'splice-3')
    .device('XQ', 'splice-3')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .device('PS2', 'converter-12-5', '5 V')
    .wire('F2.2', 'PS2.IN+', 'V+')
    .wire('X0.2', 'PS2.IN-', 'V-')
    .device('X5', 'splice-5')
    .device('X6', 'splice-5')
    .wire('PS2.OUT+', 'X5.1', 'V+')
    .wire('PS2.OUT-', 'X6.1', 'V-')
    .device('A1', 'breakout-16', 'Controller')
    .wire('X5.2', 'A1.5V', 'V+')
    .wire('X6.2', 'A1.GND', 'V-')
    .device('K1', 'relay-board-5-2', 'Relays')
    .wire('X5.3', 'K1.VCC', 'V+')
    .wire('X6.3', 'K1.GND', 'V-')
    .wire('A1.P1', 'K1.IN1', 'signal')
    .wire('A1.P2', 'K1.IN2', 'signal')
    .device('M1', 'actuator-12', 'Gate ram', { safeState: 'off', commandedBy: of('a1') })
    .wire('F2.1', 'XP.1', 'V+')
    .wire('XP.2', 'K1.NO1', 'V+')
    .wire('XP.3', 'K1.NO2', 'V+')
    .wire('X0.3', 'XQ.1', 'V-')
    .wire('XQ.2', 'K1.NC1', 'V-')
    .wire('XQ.3', 'K1.NC2', 'V-')
    .wire('K1.COM1', 'M1.+', 'V+')
    .wire('K1.COM2', 'M1.-', 'V+')
    .device('S1', 'button-open', 'Open inside')
    .device('S2', 'button-open', 'Open outside')
    .device('XB', 'splice-3')
    .device('XG', 'splice-3')
    .wire('A1.P3', 'XB.1', 'signal')
    .wire('XB.2', 'S1.13', 'signal')
    .wire('XB.3', 'S2.13', 'signal')
    .wire('A1.GND2', 'XG.1', 'V-')
    .wire('XG.2', 'S1.14', 'V-')
    .wire('XG.3', 'S2.14', 'V-')
    .device('S3', 'limit-switch', 'Shut')
    .device('S4', 'limit-switch', 'Opened')
    .wire('A1.P4', 'S3.11', 'signal')
    .wire('S3.12', 'A1.GND3', 'V-')
    .wire('A1.P5', 'S4.11', 'signal')
    .wire('S4.12', 'A1.GND4', 'V-')
    .build()
}

/** A router in America: drivers of 48 V, a breakout of 5 V on a computer’s lead, limit switches in a chain, a stop over a contactor. */
function garage() {
  const b = new PlanBuilder('Garage router', 'NEC')
    .device('X1', 'inlet-16', 'Inlet')
    .device('Q0', 'branch-breaker-2p', 'Breaker')
    .device('Q1', 'isolator-door', 'Main switch')
    .device('XL', 'strip-6', 'Line')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Gantry')
    .device('S0', 'stop-1', 'Stop')
    .device('S1', 'button-start', 'Start')
    .device('K1', 'contactor-120', 'Contactor')
    .device('F0', 'holder-rail-us', 'Control fuse', { fitted: { F: { family: 'UL 248-14' as const, rating_A: 2 } } })
    .device('PS1', 'supply-48-600', '48 V', { hasCover: true })
    .device('F2', 'fuse-block-4', 'Fuses', {
      fitted: Object.fromEntries(range(3).map((n) => [`F${n}`, { family: 'ISO 8820-3 58 V' as const, rating_A: 7.5 }])),
    })
    .device('X0', 'strip-6', '48 V minus')
    .device('X9', 'usb-lead', 'Computer’s lead')
    .device('A1', 'breakout-20-5', 'Controller')
    .device('L1', 'limit-switch', 'Limit 1')
    .device('L2', 'limit-switch', 'Limit 2')
    .wire('X1.L', 'Q0.1', 'L')
    .wire('X1.N', 'Q0.3', 'N')
    .wire('Q0.2', 'Q1.1', 'L')
    .wire('Q0.4', 'Q1.3', 'N')
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'K1.1', 'L')
    .wire('XN.2', 'K1.3', 'N')
    .wire('K1.2', 'PS1.L', 'L')
    .wire('K1.4', 'PS1.N', 'N')
    .wire('XL.3', 'F0.1', 'L')
    .wire('F0.2', 'S0.11', 'L')
    .wire('S0.12', 'S1.13', 'L')
    .wire('S1.14', 'K1.A1', 'L')
    .wire('S1.13', 'K1.13', 'L')
    .wire('K1.14', 'K1.A1', 'L')
    .wire('XN.3', 'K1.A2', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .wire('X9.V+', 'A1.5V', 'V+')
    .wire('X9.V-', 'A1.GND', 'V-')
    .wire('A1.GND2', 'L1.11', 'signal')
    .wire('L1.12', 'L2.11', 'signal')
    .wire('L2.12', 'A1.P20', 'signal')
  for (const n of range(3)) {
    b.device(`D${n}`, 'driver-8', `Driver ${n}`, { settings: { current: '3.9 A' } })
      .device(`M${n}`, 'stepper-42', `Axis ${n}`)
      .wire(`F2.${n}`, `D${n}.V+`, 'V+')
      .wire(`X0.${n + 1}`, `D${n}.V-`, 'V-')
      .wire(`A1.P${2 * n - 1}`, `D${n}.PUL+`, 'signal')
      .wire(`A1.P${2 * n}`, `D${n}.DIR+`, 'signal')
      .wire(`A1.GND${n + 2}`, `D${n}.PUL-`, 'signal')
      .wire(`D${n}.PUL-`, `D${n}.DIR-`, 'signal')
    for (const pin of ['A+', 'A-', 'B+', 'B-']) b.wire(`D${n}.${pin}`, `M${n}.${pin}`, 'signal')
  }
  return b.build()
}

export const SHEDS: readonly Build[] = [
  {
    name: 'old printer',
    plan: oldPrinter(),
    mistakes: [
      stop('bed’s probe between its input and 5 V', to.land('B2.2 > A1.TBG', 'A1.USB.1'), /B2/),
      stop('an end stop named as what watches the bed', to.device('E2', { watchedBy: of('s1') }), /E2/),
      stop('fan joined to the nozzle’s output', to.join('A1.H0- > A1.FAN0-', 'V-'), /A1/),
      stop('an end stop on the nozzle’s minus', to.join('A1.H0- > A1.E1S', 'signal'), /A1/),
      stop(
        'bed and its sensor watched by the nozzle’s input',
        to.all(to.exchange('A1.T0S', 'A1.TBS'), to.exchange('A1.T0G', 'A1.TBG')),
        /E1|E2/,
      ),
      stop('board turned round', to.exchange('A1.V+', 'A1.V-'), /A1/),
      stop('a motor’s coils mixed', to.exchange('M2.A-', 'M2.B-'), /M2/),
      stop('a winding on one terminal', to.land('M3.A- > A1.M3A-', 'A1.M3A+'), /M3/),
      stop('bed on the nozzle’s output as well', to.land('E2.- > PS1.V-2', 'A1.H0-'), /E2|E1|H0|BED|input/i),
      stop('supply at 115 V', to.setting('PS1', 'mains', '115 V'), /230 V/),
      stop('fuse place empty', to.fit('F2', 'F1', null), /A1|F2/),
      stop('end stop on the probe’s input', to.exchange('A1.E1S', 'A1.T0S'), /B1|S1/),
      stop('frame without earth', to.cut('PE1.PE > U1.PE'), /U1/),
      stop('fan turned round', to.exchange('V1.+', 'V1.-'), /V1/),
      stop('probe across two grounds', to.land('B1.1 > A1.T0S', 'A1.E1G'), /B1/),
    ],
    harmless: [
      fine('probe’s two leads exchanged', to.exchange('B1.1', 'B1.2')),
      fine('a motor turned the other way', to.exchange('M1.A+', 'M1.A-')),
    ],
  },
  {
    name: 'tanks',
    plan: tanks(),
    mistakes: [
      caution('line entered as a signal', to.wire('XL.2 > PS1.L', { function: 'signal' }), /PS1/),
      caution('a relay’s input entered as line', to.wire('A1.P2 > K1.IN1', { function: 'L' }), /K1/),
      stop('an earth entered as a signal', to.wire('PE1.PE > PS1.PE', { function: 'signal' }), /PS1/),
      stop('pump’s line past the heater’s cut-out', to.join('K1.NO1 > B3.2', 'L'), /K1|B3/),
      stop('heater past its relay', to.land('XL.4 > K1.COM2', 'K1.NO2'), /E1|K2/),
      stop('heater’s relay on the rail', to.land('K1.IN2 > A1.P3', 'X5.5'), /K1|E1/),
      stop('pump’s relay on a ground', to.land('K1.IN1 > A1.P2', 'X6.5'), /K1/),
      stop('cut-out bridged', to.join('B3.1 > B3.2', 'L'), /B3|E1/),
      stop('probe on 24 V', to.land('X5.3 > B1.V+', 'F2.2'), /B1/),
      stop('probe’s signal on a ground', to.land('B1.S > A1.P1', 'A1.GND3'), /B1/),
      caution('lamp’s minus on the common minus, past the dimmer', to.land('H1.- > K3.OUT1-', 'X0.4'), /H1|K3/),
      stop('float between a pin and 24 V', to.land('S1.2 > A1.GND5', 'F2.2'), /A1|S1/),
      // The plug goes in either way round: what is wrong is what they are entered as.
      caution('line and neutral of the pump exchanged at the strips', to.exchange('XL.3', 'XN.3'), /neutral|line/i),
      stop('pump without earth', to.cut('PE1.PE > M1.PE'), /M1/),
      stop('24 V on the controller', to.land('X5.2 > A1.5V', 'F2.1'), /A1/),
      stop(
        'converter’s ends exchanged',
        to.all(to.exchange('PS2.IN+', 'PS2.OUT+'), to.exchange('PS2.IN-', 'PS2.OUT-')),
        /PS2/,
      ),
    ],
    harmless: [
      fine('float’s leads exchanged', to.exchange('S1.1', 'S1.2')),
      fine('lamps exchanged', to.all(to.exchange('K3.OUT1-', 'K3.OUT2-'), to.exchange('K3.OUT1+', 'K3.OUT2+'))),
    ],
  },
  {
    name: 'clamp',
    plan: clamp(),
    mistakes: [
      stop('the strip’s plus left off', to.cut('F2.2 > X3.1'), /S0|S1|S2/),
      stop('the coupler’s lead to the foot switch left off', to.cut('XP.in3 > A1.I2'), /S1/),
      caution(
        'a ferrule under the earth stud’s nut',
        to.wire('PE1.PE > U1.PE', { fromTreatment: 'ferrule' }),
        /PE1.*stud|eyelet/,
      ),
      stop('foot switch between plus and minus', to.land('S1.14 > XP.out3', 'X0.6'), /S1|PS1/),
      stop('guard bridged', to.join('S3.11 > S3.12', 'V+'), /S3/),
      stop('valve past the guard', to.land('A1.Q1 > S3.11', 'S3.12'), /S3/),
      stop('foot switch’s plus left out', to.cut('X7.3 > S1.13'), /S1/),
      stop('230 V on an output', to.land('A1.Q2 > H1.+', 'Q1.2'), /H1|joint|A1/),
      stop('diode turned round', to.exchange('D1.K', 'D1.A'), /D1/),
      stop('beacon’s minus left out', to.cut('H1.- > X0.5'), /H1/),
      stop('box without earth', to.cut('PE1.PE > U1.PE'), /U1/),
      stop('door without a bond of its own', to.drop('U2'), /door/i),
      caution('box earthed over the door', to.land('U1.PE > PE1.PE', 'U2.PE'), /hinge/),
    ],
    harmless: [
      fine(
        'the door’s metal under another name, nowhere in particular',
        to.device('U2', { name: 'Front', place: { kind: 'unplaced', enclosure: null } }),
      ),
      fine('foot switch’s two leads exchanged', to.exchange('S1.13', 'S1.14')),
      fine('another input', to.exchange('A1.I2', 'A1.I5')),
    ],
  },
  {
    name: 'door',
    plan: door(),
    mistakes: [
      stop('camera on 12 V', to.land('X5.2 > A1.V+', 'F2.3'), /A1/),
      stop('converter turned round', to.exchange('PS2.IN+', 'PS2.IN-'), /PS2/),
      stop('lock’s minus left out', to.cut('K1.- > X0.2'), /K1/),
      stop('battery’s fuse passed by', to.land('F1.2 > F2.IN', 'F1.1'), /F1|fuse/i),
      stop('network switch without its minus', to.cut('X6.3 > A2.V-'), /A2/),
    ],
    harmless: [fine('key and button exchanged', (plan) => plan)],
  },
  {
    name: 'gate',
    plan: gate(),
    mistakes: [
      stop('a resting throw left open', to.cut('XQ.2 > K1.NC1'), /K1/),
      stop('plus and the ram’s lead exchanged at a relay', to.exchange('K1.NO1', 'K1.COM1'), /K1|PS1/),
      stop('plus and minus on one throw', to.land('XQ.2 > K1.NC1', 'K1.NO1'), /K1|PS1|XP|XQ/),
      stop('both buttons’ joint on plus', to.join('XB.1 > F2.3', 'V+'), /A1/),
      stop('a relay’s input left open', to.cut('A1.P2 > K1.IN2'), /K1/),
    ],
    harmless: [
      fine('the ram turned round', to.exchange('M1.+', 'M1.-')),
      fine('two relays exchanged', to.exchange('A1.P1', 'A1.P2')),
    ],
  },
  {
    name: 'garage router',
    plan: garage(),
    mistakes: [
      stop('motor lead on a limit switch', to.join('L1.12 > D1.A+', 'signal'), /L1|D1/),
      stop('a limit switch on a pin that works a driver', to.join('L1.12 > A1.P1', 'signal'), /A1/),
      stop('neutral past the contactor', to.join('Q0.4 > K1.4', 'N'), /K1|Q1/),
      stop('stop bridged', to.join('S0.11 > S0.12', 'L'), /S0/),
      stop('start held by a wire', to.join('S1.13 > S1.14', 'L'), /S1/),
      stop(
        'supply past the contactor',
        to.all(to.land('K1.2 > PS1.L', 'XL.5'), to.land('K1.4 > PS1.N', 'XN.5')),
        /S0|D1|PS1/,
      ),
      stop('48 V on a pin', to.land('A1.P1 > D1.PUL+', 'F2.1'), /A1|D1/),
      stop('driver without its minus', to.cut('X0.3 > D2.V-'), /D2/),
      stop('pulses on ground', to.land('D1.PUL+ > A1.P1', 'A1.GND3'), /D1/),
      stop('limit’s lead on 48 V', to.land('L2.12 > A1.P20', 'F2.3'), /L2|A1|limit/i),
      stop('supply without earth', to.cut('PE1.PE > PS1.PE'), /PS1/),
      caution('driver set above its motor', to.setting('D2', 'current', '7.8 A'), /D2|M2/),
    ],
    harmless: [fine('limit switches exchanged', to.all(to.exchange('L1.11', 'L1.12')))],
  },
]
