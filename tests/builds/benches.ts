import { cataloguePart } from '@/core/catalogue'
import { byHand, contact, definePart, terminal } from '@/core/catalogue/builders'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Part } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'

const of = (tag: string) => `device:${tag}` as DeviceId
const blade = (rating_A: number) => ({ family: 'ISO 8820-3' as const, rating_A })
const part = (key: string) => cataloguePart(`part:${key}`).part

/** Servos on a rail of their own, a sucker with its pump and valve by transistors, a stop that parts both. */
const picker = () =>
  new PlanBuilder('Picker', 'IEC')
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 4 } } })
    .device('Q1', 'switch-2p', 'On')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-12-150', '12 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('F2', 'fuse-block-6', 'Fuses', {
      fitted: { F1: blade(5), F2: blade(3), F3: blade(3), F4: blade(2), F5: blade(2), F6: blade(3) },
    })
    .device('X0', 'strip-12', '0 V')
    .device('S1', 'emergency-stop', 'Stop')
    .device('S2', 'button-start', 'Start')
    .device('K3', 'relay-12', 'Servos on')
    .device('X7', 'splice-5', 'Behind it')
    .device('X8', 'splice-3', 'Before it')
    .device('PS5', 'converter-12-5', 'Servos’ 5 V')
    .device('PS6', 'converter-12-5', 'Logic’s 5 V')
    .device('X5', 'splice-5', 'Servos’ plus')
    .device('X6', 'splice-5', 'Servos’ minus')
    .device('A1', 'breakout-16', 'Controller')
    .device('M1', 'servo-small', 'Turn')
    .device('M2', 'servo-small', 'Lift')
    .device('M3', 'servo-small', 'Wrist')
    .device('K1', 'mosfet-module', 'Sucks')
    .device('K2', 'mosfet-module', 'Lets go')
    .device('M4', 'pump-12', 'Vacuum', { safeState: 'off', commandedBy: of('a1') })
    .device('Y1', 'valve-12', 'Release')
    .device('D1', 'flyback-diode')
    .device('D2', 'flyback-diode')
    .device('B1', 'reed', 'Home')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .wire('F2.1', 'S1.11', 'V+', { size: '0.75 mm²' })
    .wire('S1.12', 'X8.1', 'V+', { size: '0.75 mm²' })
    .wire('X8.2', 'K3.COM', 'V+', { size: '0.75 mm²' })
    .wire('X8.3', 'S2.13', 'V+', { size: '0.75 mm²' })
    .wire('S2.14', 'X7.1', 'V+', { size: '0.75 mm²' })
    .wire('K3.NO', 'X7.2', 'V+', { size: '0.75 mm²' })
    .wire('X7.3', 'K3.A1', 'V+', { size: '0.75 mm²' })
    .wire('K3.A2', 'X0.11', 'V-')
    .wire('X7.4', 'PS5.IN+', 'V+', { size: '0.75 mm²' })
    .wire('PS5.IN-', 'X0.2', 'V-')
    .wire('PS5.OUT+', 'X5.1', 'V+')
    .wire('PS5.OUT-', 'X6.1', 'V-')
    .wire('X5.2', 'M1.V+', 'V+')
    .wire('X5.3', 'M2.V+', 'V+')
    .wire('X5.4', 'M3.V+', 'V+')
    .wire('X6.2', 'M1.V-', 'V-')
    .wire('X6.3', 'M2.V-', 'V-')
    .wire('X6.4', 'M3.V-', 'V-')
    .wire('F2.2', 'S1.21', 'V+', { size: '0.75 mm²' })
    .wire('S1.22', 'K1.IN+', 'V+', { size: '0.75 mm²' })
    .wire('K1.IN-', 'X0.3', 'V-')
    .wire('K1.OUT+', 'M4.+', 'V+')
    .wire('M4.-', 'K1.OUT-', 'V-')
    .wire('D1.K', 'K1.OUT+', 'V+')
    .wire('D1.A', 'K1.OUT-', 'V-')
    .wire('F2.3', 'K2.IN+', 'V+')
    .wire('K2.IN-', 'X0.4', 'V-')
    .wire('K2.OUT+', 'Y1.+', 'V+')
    .wire('Y1.-', 'K2.OUT-', 'V-')
    .wire('D2.K', 'K2.OUT+', 'V+')
    .wire('D2.A', 'K2.OUT-', 'V-')
    .wire('F2.4', 'PS6.IN+', 'V+')
    .wire('PS6.IN-', 'X0.5', 'V-')
    .wire('PS6.OUT+', 'A1.5V', 'V+')
    .wire('PS6.OUT-', 'A1.GND', 'V-')
    .wire('A1.P1', 'M1.S', 'signal')
    .wire('A1.P2', 'M2.S', 'signal')
    .wire('A1.P3', 'M3.S', 'signal')
    .wire('A1.P4', 'K1.C+', 'signal')
    .wire('A1.GND2', 'K1.C-', 'V-')
    .wire('A1.P5', 'K2.C+', 'signal')
    .wire('A1.GND3', 'K2.C-', 'V-')
    .wire('A1.P6', 'B1.1', 'signal')
    .wire('A1.GND4', 'B1.2', 'signal')
    .build()

/** Opens at its pressure, closes below; worked by what it measures. */
const PRESSURE: Part = definePart('Pressure switch, opens at its pressure', [60, 60, 80], {
  mounting: 'loose',
  behaviour: { kind: 'thermostat' },
  actuators: [{ ...byHand('rest', 'pressure'), by: 'heat' }],
  terminals: {
    1: terminal('1', 'any', 'smallScrew', { polarised: false }),
    2: terminal('2', 'any', 'smallScrew', { polarised: false }),
  },
  links: [contact('P', '1', '2', 'closed', 'pressure', 10)],
})

/** Nothing but mains: a pump by a contactor that a pressure switch works, behind a stop and a cut-out in its winding. */
const air = () =>
  new PlanBuilder('Pump station', 'IEC')
    .part('pressure', PRESSURE)
    .device('X1', 'inlet-lead', 'Cord')
    .device('Q1', 'isolator-25', 'Main switch')
    .device('F1', 'combined-10', 'Breaker', { fitted: { Q: { family: 'IEC 60898', rating_A: 10, curve: 'C' } } })
    .device('F2', 'fuse-holder', 'Control', { fitted: { F: { family: 'IEC 60127', rating_A: 1 } } })
    .device('XL', 'strip-6', 'Line')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-bar-7')
    .device('U1', 'metal', 'Tank')
    .device('K1', 'contactor-230', 'Pump')
    .device('S1', 'stop-1', 'Stop')
    .device('B1', 'pressure', 'Pressure')
    .device('B2', 'cut-out-80', 'Winding')
    .device('M1', 'pump-mains', 'Pump')
    .device('H1', 'lamp-mains', 'Runs')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'F1.1', 'L')
    .wire('Q1.4', 'F1.N1', 'N')
    .wire('F1.2', 'XL.1', 'L')
    .wire('F1.N2', 'XN.1', 'N')
    .wire('XL.2', 'K1.1', 'L')
    .wire('XN.2', 'K1.3', 'N')
    .wire('K1.2', 'M1.L', 'L')
    .wire('K1.4', 'M1.N', 'N')
    .wire('XL.3', 'F2.1', 'L')
    .wire('F2.2', 'S1.11', 'L', { size: '0.75 mm²' })
    .wire('S1.12', 'B2.1', 'L', { size: '0.75 mm²' })
    .wire('B2.2', 'B1.1', 'L', { size: '0.75 mm²' })
    .wire('B1.2', 'K1.A1', 'L', { size: '0.75 mm²' })
    .wire('K1.A2', 'XN.3', 'N', { size: '0.75 mm²' })
    .wire('XL.5', 'K1.13', 'L')
    .wire('K1.14', 'H1.L', 'L')
    .wire('H1.N', 'XN.4', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE2', 'M1.PE', 'PE')
    .wire('PE1.PE3', 'U1.PE', 'PE')
    .wire('PE1.PE4', 'H1.PE', 'PE')
    .build()

/** Two pads and a fan in a tin, on a bought adapter: a thermostat and a cut-out, no program at all. */
const dryBox = () =>
  new PlanBuilder('Dry box', 'IEC')
    .device('PS1', 'adapter-24-5', 'Adapter')
    .device('J1', 'jack-barrel', 'Jack')
    .device('F1', 'holder-inline-blade', 'Fuse', { fitted: { F: blade(5) } })
    .device('S1', 'toggle-1p', 'On')
    .device('X1', 'splice-5', 'Plus')
    .device('X0', 'splice-5', 'Minus')
    .device('X2', 'splice-3', 'Pads’ plus')
    .device('B1', 'thermostat', 'Thermostat')
    .device('B2', 'cut-out-80', 'Cut-out')
    .device('E1', 'pad-24-50', 'Left pad', { safeState: 'off' })
    .device('E2', 'pad-24-50', 'Right pad', { safeState: 'off' })
    .device('V1', 'fan-24-40', 'Fan')
    .device('H1', 'indicator-24', 'On')
    .wire('PS1.+', 'J1.in1', 'V+')
    .wire('PS1.-', 'J1.in2', 'V-')
    .wire('J1.out1', 'F1.1', 'V+', { size: '1 mm²', length_mm: 80 })
    .wire('F1.2', 'S1.1', 'V+', { size: '1 mm²' })
    .wire('S1.2', 'X1.1', 'V+', { size: '1 mm²' })
    .wire('J1.out2', 'X0.1', 'V-', { size: '1 mm²' })
    .wire('X1.2', 'B1.1', 'V+', { size: '1 mm²' })
    .wire('B1.2', 'B2.1', 'V+', { size: '1 mm²' })
    .wire('B2.2', 'X2.1', 'V+', { size: '1 mm²' })
    .wire('X2.2', 'E1.+', 'V+', { size: '1 mm²' })
    .wire('X2.3', 'E2.+', 'V+', { size: '1 mm²' })
    .wire('E1.-', 'X0.2', 'V-', { size: '1 mm²' })
    .wire('E2.-', 'X0.3', 'V-', { size: '1 mm²' })
    .wire('X1.3', 'V1.+', 'V+', { size: '1 mm²' })
    .wire('V1.-', 'X0.4', 'V-', { size: '1 mm²' })
    .wire('X1.4', 'H1.+', 'V+', { size: '1 mm²' })
    .wire('H1.-', 'X0.5', 'V-', { size: '1 mm²' })
    .build()

/** A turntable before a camera: a driver, a laser on a transistor, a computer with its camera on USB. */
const scanner = () =>
  new PlanBuilder('Scanner', 'IEC')
    .device('PS1', 'adapter-12-5', 'Adapter')
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(5), F2: blade(3), F3: blade(2), F4: blade(1) } })
    .device('X0', 'strip-6', '0 V')
    .device('PS2', 'converter-12-5', '5 V')
    .device('X5', 'splice-3', '5 V')
    .device('A2', 'computer-5', 'Computer')
    .device('A1', 'breakout-20-5', 'Controller')
    .device('A11', 'driver-small', 'Table’s driver')
    .device('M1', 'stepper-42-60', 'Table')
    .device('H1', 'lamp-12', 'Light', { loads: { load: { power_W: 4 } } })
    .device('K1', 'mosfet-module', 'Light’s switch')
    .device('B1', 'end-stop-optical', 'Mark')
    .device('S1', 'button-open', 'Go')
    .wire('PS1.+', 'F2.IN', 'V+')
    .wire('PS1.-', 'X0.1', 'V-')
    .wire('F2.1', 'A11.V+', 'V+')
    .wire('X0.2', 'A11.V-', 'V-')
    .wire('F2.2', 'PS2.IN+', 'V+')
    .wire('PS2.IN-', 'X0.3', 'V-')
    .wire('PS2.OUT+', 'X5.1', 'V+')
    .wire('PS2.OUT-', 'A1.GND', 'V-')
    .wire('X5.2', 'A1.5V', 'V+')
    .wire('X5.3', 'A2.V+', 'V+')
    .wire('A1.GND2', 'A2.V-', 'V-')
    .wire('A1.P1', 'A2.RX', 'signal')
    .wire('A2.TX', 'A1.P2', 'signal')
    .wire('A1.P3', 'A11.PUL+', 'signal')
    .wire('A1.P4', 'A11.DIR+', 'signal')
    .wire('A1.GND3', 'A11.PUL-', 'signal')
    .wire('A11.PUL-', 'A11.DIR-', 'signal')
    .wire('A11.A+', 'M1.A+', 'signal')
    .wire('A11.A-', 'M1.A-', 'signal')
    .wire('A11.B+', 'M1.B+', 'signal')
    .wire('A11.B-', 'M1.B-', 'signal')
    .wire('F2.3', 'K1.IN+', 'V+')
    .wire('K1.IN-', 'X0.4', 'V-')
    .wire('K1.OUT+', 'H1.+', 'V+')
    .wire('H1.-', 'K1.OUT-', 'V-')
    .wire('A1.P5', 'K1.C+', 'signal')
    .wire('A1.GND4', 'K1.C-', 'V-')
    .wire('A1.5V', 'B1.V+', 'V+')
    .wire('A1.GND5', 'B1.V-', 'V-')
    .wire('B1.S', 'A1.P6', 'signal')
    .wire('A1.P7', 'S1.13', 'signal')
    .wire('S1.14', 'X0.5', 'signal')
    .build()

export const BENCHES: readonly Build[] = [
  {
    name: 'picker with servos',
    plan: picker(),
    mistakes: [
      stop('servos on 12 V', to.land('X5.1 > PS5.OUT+', 'F2.6'), /M1|M2|M3|PS5/),
      stop('servos past the stop', to.land('PS5.IN+ > X7.4', 'F2.6'), /S1|PS5|stop/i),
      stop('pump past the stop', to.land('K1.IN+ > S1.22', 'F2.6'), /S1|K1|stop/i),
      stop('pump past its transistor', to.land('M4.- > K1.OUT-', 'X0.9'), /M4/),
      stop('diode of the pump turned', to.exchange('D1.K', 'D1.A'), /D1|short/i),
      stop('servos’ minus left off', to.cut('PS5.OUT- > X6.1'), /PS5|M1|X6/),
      stop('a servo’s plus and minus exchanged', to.exchange('M2.V+', 'M2.V-'), /M2/),
      stop('a servo’s pulse lead on its own plus', to.land('M1.S > A1.P1', 'M1.V+'), /M1/),
      caution('a module’s minus left off: the pump goes home by its control', to.cut('K1.IN- > X0.3'), /K1/),
      stop('12 V on the controller', to.land('A1.5V > PS6.OUT+', 'F2.6'), /A1/),
      stop('12 V on a pin', to.land('A1.P6 > B1.1', 'F2.6'), /A1/),
      stop('module’s feed turned round', to.exchange('K2.IN+', 'K2.IN-'), /K2|Y1/),
      stop('control of the module turned', to.exchange('K1.C+', 'K1.C-'), /K1/),
      stop('valve for 24 V', to.takesPart('Y1', part('valve-24')), /Y1/),
      stop('adapter’s setting wrong', to.setting('PS1', 'mains', '115 V'), /PS1|115/),
      stop('supply without its earth', to.cut('PE1.PE > PS1.PE'), /PS1/),
      stop('earth of the inlet left off', to.cut('X1.PE > PE1.PE'), /earth/i),
      stop('a short on the strip', to.join('F2.5 > X0.12', 'V+'), /short|meet/i),
      stop('servos’ lead 0.08 mm²', to.wire('PS5.OUT+ > X5.1', { size: '28 AWG' }), /W\d+/),
      stop('supply of 24 V', to.takesPart('PS1', part('supply-24-150')), /24|M4|Y1/),
    ],
    harmless: [
      fine('two servos on each other’s splice ways', to.exchange('X5.2', 'X5.4')),
      fine('home’s leads exchanged', to.exchange('B1.1', 'B1.2')),
      fine('another pin for the pump', to.land('K1.C+ > A1.P4', 'A1.P9')),
      fine('fuse of the valve 2 A', to.fit('F2', 'F3', 2)),
      fine('another way of the strip', to.land('PS6.IN- > X0.5', 'X0.10')),
    ],
  },
  {
    name: 'pump station',
    plan: air(),
    mistakes: [
      stop('pump past its contactor', to.land('M1.L > K1.2', 'XL.4'), /M1|K1/),
      stop('stop bridged', to.join('S1.11 > S1.12', 'L', { size: '0.75 mm²' }), /S1/),
      stop('winding’s cut-out bridged', to.join('B2.1 > B2.2', 'L', { size: '0.75 mm²' }), /B2/),
      stop('pressure switch bridged', to.join('B1.1 > B1.2', 'L', { size: '0.75 mm²' }), /B1/),
      stop('coil past stop, cut-out and pressure', to.land('K1.A1 > B1.2', 'XL.4'), /S1|B1|stop/i),
      stop('coil’s neutral left off', to.cut('K1.A2 > XN.3'), /K1/),
      stop('coil’s neutral on the earth bar', to.land('K1.A2 > XN.3', 'PE1.PE6'), /earth|neutral/i),
      stop('lamp’s neutral on the earth bar', to.land('H1.N > XN.4', 'PE1.PE6'), /earth|neutral/i),
      stop('pump without its neutral', to.cut('K1.4 > M1.N'), /M1/),
      stop('pump without its earth', to.cut('PE1.PE2 > M1.PE'), /M1/),
      stop('tank without earth', to.cut('PE1.PE3 > U1.PE'), /U1/),
      stop('earth of the cord left off', to.cut('X1.PE > PE1.PE'), /earth/i),
      stop('neutral past the residual device', to.land('XN.1 > F1.N2', 'Q1.4'), /F1|residual/i),
      stop('control without its fuse', to.land('S1.11 > F2.2', 'XL.4'), /W\d+|F2/),
      stop('line on the tank', to.join('XL.6 > U1.PE', 'L'), /U1|earth/i),
      stop('a short of line and neutral', to.join('XL.6 > XN.5', 'L'), /short|meet|line/i),
      stop('contactor for 24 V', to.takesPart('K1', part('contactor-24-2a')), /K1/),
      stop('pump’s line and neutral on one pole', to.land('M1.N > K1.4', 'K1.2'), /M1/),
      stop('control fuse left out', to.fit('F2', 'F', null), /F2/),
      stop('pump’s lead 0.5 mm²', to.wire('K1.2 > M1.L', { size: '0.5 mm²' }), /W\d+/),
    ],
    harmless: [
      fine('pressure and cut-out in the other order', to.all(to.exchange('B1.1', 'B2.1'), to.exchange('B1.2', 'B2.2'))),
      fine('poles of the contactor exchanged', to.all(to.exchange('K1.1', 'K1.3'), to.exchange('K1.2', 'K1.4'))),
      fine('control fuse 0.5 A', to.fit('F2', 'F', 0.5)),
      fine('the stop’s leads exchanged', to.exchange('S1.11', 'S1.12')),
      fine('another screw of the earth bar', to.land('U1.PE > PE1.PE3', 'PE1.PE7')),
    ],
  },
  {
    name: 'dry box on an adapter',
    plan: dryBox(),
    mistakes: [
      stop('thermostat bridged', to.join('B1.1 > B1.2', 'V+', { size: '1 mm²' }), /B1/),
      stop('cut-out bridged', to.join('B2.1 > B2.2', 'V+', { size: '1 mm²' }), /B2/),
      stop('pads past thermostat and cut-out', to.land('X2.1 > B2.2', 'X1.5'), /B1|B2|E1/),
      stop('a pad past both', to.land('E1.+ > X2.2', 'X1.5'), /E1|B/),
      stop('a pad’s minus left off', to.cut('E2.- > X0.3'), /E2/),
      stop('fan turned round', to.exchange('V1.+', 'V1.-'), /V1/),
      stop('jack turned round', to.exchange('J1.in1', 'J1.in2'), /V1|J1|PS1/),
      stop('adapter of 12 V', to.takesPart('PS1', part('adapter-12-5')), /E1/),
      stop('adapter of 36 V', to.takesPart('PS1', part('adapter-36-2')), /36|V1|E1/),
      stop('fuse left out', to.fit('F1', 'F', null), /F1/),
      stop('fuse of 1 A', to.fit('F1', 'F', 1), /F1/),
      stop('a short behind the switch', to.join('X1.5 > J1.out2', 'V+'), /short|meet/i),
      stop('both leads of the fan on plus', to.land('V1.- > X0.4', 'X1.5'), /V1/),
      stop('minus left off', to.cut('J1.out2 > X0.1'), /J1|E1|X0/),
      stop('plus left off', to.cut('S1.2 > X1.1'), /S1|X1|E1/),
      stop('pads’ lead 0.14 mm²', to.wire('B2.2 > X2.1', { size: '0.14 mm²' }), /W\d+/),
      stop('a pad of 12 V', to.part('E1', twelve), /E1/),
      stop('fan of 12 V', to.takesPart('V1', part('fan-12-40')), /V1/),
      stop('lamp of 12 V', to.takesPart('H1', part('lamp-12')), /H1/),
      stop('two pads too strong for the adapter', to.all(to.part('E1', strong), to.part('E2', strong)), /PS1/),
    ],
    harmless: [
      fine('pads exchanged', to.exchange('X2.2', 'X2.3')),
      fine('a pad’s leads exchanged', to.exchange('E1.+', 'E1.-')),
      fine('cut-out before the thermostat', to.all(to.exchange('B1.1', 'B2.1'), to.exchange('B1.2', 'B2.2'))),
      fine('thicker leads', to.wire('F1.2 > S1.1', { size: '1.5 mm²' })),
      fine('lamp on the fan’s way', to.exchange('X1.3', 'X1.4')),
    ],
  },
  {
    name: 'scanner with a turntable',
    plan: scanner(),
    mistakes: [
      stop('computer on 12 V', to.land('A2.V+ > X5.3', 'F2.4'), /A2/),
      stop('controller on 12 V', to.land('A1.5V > X5.2', 'F2.4'), /A1/),
      stop('driver’s plus and minus exchanged', to.exchange('A11.V+', 'A11.V-'), /A11|short/i),
      stop('driver’s minus left off', to.cut('X0.2 > A11.V-'), /A11/),
      stop('12 V on the computer’s line', to.land('A1.P1 > A2.RX', 'F2.4'), /A1|A2/),
      stop('minus of the pulses left off', to.cut('A1.GND3 > A11.PUL-'), /A11/),
      stop('windings mixed', to.exchange('A11.A-', 'A11.B+'), /M1|A11/),
      stop('a winding’s end left off', to.cut('A11.B- > M1.B-'), /M1|A11/),
      stop('light past its switch', to.land('H1.- > K1.OUT-', 'X0.6'), /H1|K1/),
      stop('light turned round', to.exchange('H1.+', 'H1.-'), /H1/),
      stop('module turned round', to.exchange('K1.IN+', 'K1.IN-'), /K1|H1/),
      stop('control of the module left off', to.cut('A1.P5 > K1.C+'), /K1/),
      stop('12 V on a pin', to.land('A1.P7 > S1.13', 'F2.4'), /A1/),
      stop('mark’s plus and minus exchanged', to.exchange('B1.V+', 'B1.V-'), /B1/),
      stop('mark’s output on 5 V', to.land('B1.S > A1.P6', 'A1.5V'), /B1/),
      stop('light’s module without its plus', to.cut('F2.3 > K1.IN+'), /K1|H1/),
      stop('computer’s minus left off', to.cut('A1.GND2 > A2.V-'), /A2/),
      stop('converter turned round', to.exchange('PS2.IN+', 'PS2.IN-'), /PS2/),
      stop('adapter of 24 V', to.takesPart('PS1', part('adapter-24-5')), /24|H1|PS1/),
      stop('go’s lead on plus', to.land('S1.14 > X0.5', 'F2.4'), /A1|S1/),
    ],
    harmless: [
      fine('pulse and direction on each other’s pins', to.exchange('A11.PUL+', 'A11.DIR+')),
      fine('another pin for the light', to.land('K1.C+ > A1.P5', 'A1.P12')),
      fine('go’s leads exchanged', to.exchange('S1.13', 'S1.14')),
      fine('fuse of the controls 2 A', to.fit('F2', 'F2', 2)),
      fine('another way of the strip', to.land('PS2.IN- > X0.3', 'X0.6')),
    ],
  },
]

function twelve(own: Part): Part {
  return { ...own, draws: own.draws.map((each) => ({ ...each, nominal_V: 12, max_V: 14 })) }
}

function strong(own: Part): Part {
  return { ...own, draws: own.draws.map((each) => ({ ...each, power_W: 90, current_A: null })) }
}
