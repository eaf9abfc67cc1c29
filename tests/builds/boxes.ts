import { PlanBuilder } from '@/core/patterns'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'

/** A kiln on mains alone: its contactor is worked by a thermostat, a cut-out and the door, no controller anywhere. */
function kiln() {
  return new PlanBuilder('Kiln', 'IEC')
    .device('X1', 'inlet-locking', 'Inlet')
    .device('Q1', 'switch-2p')
    .device('F1', 'breaker-1p-16', 'Breaker')
    .device('K1', 'contactor-230', 'Heat contactor', { hasCover: true })
    .device('B1', 'thermostat', 'Thermostat')
    .device('B2', 'cut-out-240', 'Cut-out')
    .device('S1', 'guard-contact', 'Door')
    .device('XL', 'splice-5', 'Line')
    .device('XN', 'splice-5', 'Neutral')
    .device('E1', 'heater-mains-1500', 'Kiln', { safeState: 'off' })
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Body')
    .device('U2', 'metal', 'Door')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'F1.1', 'L')
    .wire('F1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'K1.1', 'L')
    .wire('XN.2', 'K1.3', 'N')
    .wire('K1.2', 'E1.L', 'L')
    .wire('K1.4', 'E1.N', 'N')
    .wire('XL.3', 'S1.11', 'L')
    .wire('S1.12', 'B2.1', 'L')
    .wire('B2.2', 'B1.1', 'L')
    .wire('B1.2', 'K1.A1', 'L')
    .wire('XN.3', 'K1.A2', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'E1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PE1.PE', 'U2.PE', 'PE')
    .build()
}

/** A camper’s lamps, pump and 5 V on a battery; one lamp beyond a plug in the wall, dimmed by a transistor. */
function camper() {
  return new PlanBuilder('Camper', 'IEC')
    .device('G1', 'battery-12-18', 'Battery')
    .device('F1', 'holder-inline-blade', 'Main fuse', { fitted: { F: blade(15) } })
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(3), F2: blade(5), F3: blade(5), F4: blade(5) } })
    .device('X0', 'strip-6', 'Minus')
    .device('X3', 'splice-5', 'Dimmed')
    .device('S1', 'toggle-1p', 'Lamp switch')
    .device('S2', 'toggle-1p', 'Dim switch')
    .device('H1', 'lamp-12', 'Lamp')
    .device('H2', 'lamp-12', 'Far lamp')
    .device('K1', 'mosfet-module', 'Transistor')
    .device('X1', 'plug-panel-4', 'Wall plug')
    .device('B1', 'thermostat', 'Frost')
    .device('M1', 'pump-12', 'Pump')
    .device('PS2', 'converter-12-5', '5 V')
    .device('X2', 'coupler-usb', 'USB socket')
    .wire('G1.+', 'F1.1', 'V+')
    .wire('F1.2', 'F2.IN', 'V+')
    .wire('G1.-', 'X0.1', 'V-')
    .wire('F2.1', 'S1.1', 'V+')
    .wire('S1.2', 'H1.+', 'V+')
    .wire('H1.-', 'X0.2', 'V-')
    .wire('F2.2', 'X3.1', 'V+')
    .wire('X3.2', 'K1.IN+', 'V+')
    .wire('X0.3', 'K1.IN-', 'V-')
    .wire('X3.3', 'S2.1', 'V+')
    .wire('S2.2', 'K1.C+', 'V+')
    .wire('K1.OUT+', 'X1.in1', 'V+')
    .wire('K1.OUT-', 'X1.in2', 'V-')
    .wire('X1.out1', 'H2.+', 'V+')
    .wire('X1.out2', 'H2.-', 'V-')
    .wire('F2.3', 'B1.1', 'V+')
    .wire('B1.2', 'M1.+', 'V+')
    .wire('M1.-', 'X0.4', 'V-')
    .wire('F2.4', 'PS2.IN+', 'V+')
    .wire('X0.5', 'PS2.IN-', 'V-')
    .wire('PS2.OUT+', 'X2.in1', 'V+')
    .wire('PS2.OUT-', 'X2.in4', 'V-')
    .build()
}

/** Two servos on an adapter of their own, their controller on the computer’s lead, minus joined to minus. */
function usbArm() {
  const lead = { size: '22 AWG', length_mm: 200 } as const
  return new PlanBuilder('Arm on a computer', 'IEC')
    .device('X9', 'usb-lead', 'Computer')
    .device('PS1', 'adapter-5-3', 'Adapter')
    .device('A1', 'controller-5', 'Controller')
    .device('X0', 'splice-5', 'Minus')
    .device('XP', 'splice-5', 'Plus')
    .device('M1', 'servo-small', 'Base')
    .device('M2', 'servo-small', 'Elbow')
    .wire('PS1.+', 'XP.1', 'V+', lead)
    .wire('PS1.-', 'X0.1', 'V-', lead)
    .wire('XP.2', 'M1.V+', 'V+', lead)
    .wire('XP.3', 'M2.V+', 'V+', lead)
    .wire('X0.2', 'M1.V-', 'V-', lead)
    .wire('X0.3', 'M2.V-', 'V-', lead)
    .wire('X9.V+', 'A1.V+', 'V+')
    .wire('X9.V-', 'A1.V-', 'V-')
    .wire('A1.V-2', 'X0.4', 'V-')
    .wire('A1.D1', 'M1.S', 'signal')
    .wire('A1.D2', 'M2.S', 'signal')
    .build()
}

const blade = (rating_A: number) => ({ family: 'ISO 8820-3' as const, rating_A })

/** An extractor on mains alone: start and stop by hand, a contactor that holds itself. */
function extractor() {
  return new PlanBuilder('Extractor', 'IEC')
    .device('X1', 'inlet-lead-16', 'Cord')
    .device('F1', 'combined-16', 'Residual breaker')
    .device('Q1', 'switch-2p')
    .device('S0', 'button-closed', 'Stop')
    .device('S1', 'button-start', 'Start')
    .device('K1', 'contactor-230', 'Contactor', { hasCover: true })
    .device('X2', 'outlet-16', 'Vacuum')
    .device('XL', 'splice-5')
    .device('XN', 'splice-5')
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Box')
    .wire('X1.L', 'F1.1', 'L')
    .wire('X1.N', 'F1.N1', 'N')
    .wire('F1.2', 'Q1.1', 'L')
    .wire('F1.N2', 'Q1.3', 'N')
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'K1.1', 'L')
    .wire('XN.2', 'K1.3', 'N')
    .wire('K1.2', 'X2.L', 'L')
    .wire('K1.4', 'X2.N', 'N')
    .wire('XL.3', 'S0.11', 'L')
    .wire('S0.12', 'S1.13', 'L')
    .wire('S1.14', 'K1.A1', 'L')
    .wire('XN.3', 'K1.A2', 'N')
    .wire('S0.12', 'K1.13', 'L')
    .wire('K1.14', 'K1.A1', 'L')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'X2.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .build()
}

/** A rack of outlets with a lamp, and fans that a thermostat switches on when it is warm. */
function rack() {
  return new PlanBuilder('Rack', 'IEC')
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 10 } } })
    .device('Q1', 'switch-2p')
    .device('XL', 'strip-6')
    .device('XN', 'strip-6')
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Rack')
    .device('X2', 'outlet')
    .device('X3', 'outlet')
    .device('H1', 'lamp-mains')
    .device('PS1', 'supply-12-100', '12 V', { hasCover: true })
    .device('F2', 'holder-inline-blade', 'Fan fuse', { fitted: { F: blade(2) } })
    .device('B1', 'thermostat-fan', 'Thermostat')
    .device('X5', 'splice-5', 'Fans plus')
    .device('X6', 'splice-5', 'Fans minus')
    .device('V1', 'fan-12-120')
    .device('V2', 'fan-12-120')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'X2.L', 'L')
    .wire('XN.2', 'X2.N', 'N')
    .wire('XL.3', 'X3.L', 'L')
    .wire('XN.3', 'X3.N', 'N')
    .wire('XL.4', 'H1.L', 'L')
    .wire('XN.4', 'H1.N', 'N')
    .wire('XL.5', 'PS1.L', 'L')
    .wire('XN.5', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'X2.PE', 'PE')
    .wire('PE1.PE', 'X3.PE', 'PE')
    .wire('PE1.PE', 'H1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.1', 'V+')
    .wire('F2.2', 'B1.1', 'V+')
    .wire('B1.2', 'X5.1', 'V+')
    .wire('X5.2', 'V1.+', 'V+')
    .wire('X5.3', 'V2.+', 'V+')
    .wire('V1.-', 'X6.1', 'V-')
    .wire('V2.-', 'X6.2', 'V-')
    .wire('X6.3', 'PS1.V-1', 'V-')
    .build()
}

/** Two strings of 5 V pixels in a window, each on its fuse. */
function pixels() {
  return new PlanBuilder('Window', 'IEC')
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 3.15 } } })
    .device('Q1', 'switch-2p')
    .device('PS1', 'supply-5-200', '5 V', { hasCover: true })
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Box')
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(7.5), F2: blade(7.5), F3: blade(2) } })
    .device('X0', 'strip-6', 'Minus')
    .device('A1', 'pixel-controller-4', 'Controller')
    .device('H1', 'pixels-5', 'String 1')
    .device('H2', 'pixels-5', 'String 2')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .wire('F2.1', 'H1.V+', 'V+')
    .wire('F2.2', 'H2.V+', 'V+')
    .wire('F2.3', 'A1.V+', 'V+')
    .wire('X0.2', 'H1.V-', 'V-')
    .wire('X0.3', 'H2.V-', 'V-')
    .wire('X0.4', 'A1.V-', 'V-')
    .wire('A1.D1', 'H1.D', 'signal')
    .wire('A1.D2', 'H2.D', 'signal')
    .build()
}

/** A greenhouse: a controller switches two pumps on mains by a relay board. */
function green() {
  return new PlanBuilder('Greenhouse', 'IEC')
    .device('X1', 'inlet-lead-16', 'Cord')
    .device('F1', 'combined-10', 'Residual breaker')
    .device('XL', 'strip-6')
    .device('XN', 'strip-6')
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Box')
    .device('PS1', 'rail-supply-5-15', '5 V', { hasCover: true })
    .device('A1', 'controller-5', 'Controller')
    .device('K1', 'relay-board-5-2', 'Relays', { hasCover: true })
    .device('M1', 'pump-mains', 'Pump 1', { safeState: 'off' })
    .device('M2', 'pump-mains', 'Pump 2', { safeState: 'off' })
    .device('X5', 'splice-5')
    .device('X6', 'splice-5')
    .wire('X1.L', 'F1.1', 'L')
    .wire('X1.N', 'F1.N1', 'N')
    .wire('F1.2', 'XL.1', 'L')
    .wire('F1.N2', 'XN.1', 'N')
    .wire('XL.2', 'PS1.L', 'L')
    .wire('XN.2', 'PS1.N', 'N')
    .wire('XL.3', 'K1.COM1', 'L')
    .wire('XL.4', 'K1.COM2', 'L')
    .wire('K1.NO1', 'M1.L', 'L')
    .wire('K1.NO2', 'M2.L', 'L')
    .wire('XN.3', 'M1.N', 'N')
    .wire('XN.4', 'M2.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'M1.PE', 'PE')
    .wire('PE1.PE', 'M2.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'X5.1', 'V+')
    .wire('PS1.V-1', 'X6.1', 'V-')
    .wire('X5.2', 'A1.V+', 'V+')
    .wire('X5.3', 'K1.VCC', 'V+')
    .wire('X6.2', 'A1.V-', 'V-')
    .wire('X6.3', 'K1.GND', 'V-')
    .wire('A1.D1', 'K1.IN1', 'signal')
    .wire('A1.D2', 'K1.IN2', 'signal')
    .build()
}

export const BOXES: readonly Build[] = [
  {
    name: 'kiln',
    plan: kiln(),
    mistakes: [
      stop('thermostat passed by', to.land('B2.2 > B1.1', 'K1.A1'), /E1|B1|K1/),
      stop('body without earth', to.cut('PE1.PE > U1.PE'), /U1/),
      stop('line on the body’s earth', to.land('XL.2 > K1.1', 'U1.PE'), /PE|earth|live|U1/i),
    ],
    harmless: [fine('cut-out and thermostat in the other order', (plan) => plan)],
  },
  {
    name: 'camper',
    plan: camper(),
    mistakes: [
      caution('outputs of two switches joined', to.join('S1.2 > S2.2', 'V+'), /S1|S2/),
      stop('pump turned round', to.all(to.land('B1.2 > M1.+', 'M1.-'), to.land('M1.- > X0.4', 'G1.-')), /M1/),
      stop('lamp’s minus left out', to.cut('H1.- > X0.2'), /H1/),
      stop('USB socket turned round', to.exchange('X2.in1', 'X2.in4'), /X2/),
      stop('USB socket without its minus', to.cut('PS2.OUT- > X2.in4'), /X2/),
      stop('12 V on the USB socket’s converter output', to.land('F2.4 > PS2.IN+', 'PS2.OUT+'), /PS2/),
    ],
    harmless: [fine('a larger fuse for the pump', to.fit('F2', 'F3', 7.5))],
  },
  {
    name: 'arm on a computer',
    plan: usbArm(),
    mistakes: [
      stop('adapter’s plus on the computer’s', to.land('XP.2 > M1.V+', 'A1.V+'), /X9|PS1|A1|M1/),
      stop('no common minus', to.cut('A1.V-2 > X0.4'), /minus|M1|A1/i),
      stop('servo without its pulses', to.cut('A1.D1 > M1.S'), /M1/),
      stop('plus and pulses of a servo exchanged', to.exchange('M1.V+', 'M1.S'), /M1|A1/),
      stop('minus and pulses of a servo exchanged', to.exchange('M2.V-', 'M2.S'), /M2|A1/),
      stop('servo turned round', to.exchange('M1.V+', 'M1.V-'), /M1/),
    ],
    harmless: [fine('servos exchanged', to.exchange('A1.D1', 'A1.D2'))],
  },
  {
    name: 'extractor',
    plan: extractor(),
    mistakes: [
      stop('a neutral past the contactor', to.join('F1.N2 > K1.4', 'N'), /K1/),
      stop('a line past the contactor', to.join('F1.2 > K1.2', 'L'), /K1/),
      stop('stop button bridged', to.join('S0.11 > S0.12', 'L'), /S0/),
      stop(
        'it holds itself past the stop button',
        to.all(to.cut('S0.12 > K1.13'), to.join('XL.4 > K1.13', 'L')),
        /S0|K1/,
      ),
      stop('the coil’s return on the line', to.land('XN.3 > K1.A2', 'XL.4'), /XL|XN|K1|short|joint/i),
      stop('outlet without earth', to.cut('PE1.PE > X2.PE'), /X2/),
      stop(
        'leads of the coil and of its own contact exchanged: it starts by itself',
        to.all(to.land('S1.14 > K1.A1', 'K1.13'), to.land('S0.12 > K1.13', 'K1.A1')),
        /S1|K1/,
      ),
    ],
    harmless: [fine('both ends of the stop button exchanged', to.exchange('S0.11', 'S0.12'))],
  },
  {
    name: 'rack with fans',
    plan: rack(),
    mistakes: [
      stop('lamp without earth', to.cut('PE1.PE > H1.PE'), /H1/),
      stop('fans without their return', to.cut('X6.3 > PS1.V-1'), /V1|V2/),
      stop('an outlet’s line on 12 V', to.land('XL.2 > X2.L', 'PS1.V+2'), /X2|PS1/),
      stop('a fan turned round', to.exchange('V1.+', 'V1.-'), /V1/),
    ],
    harmless: [fine('thermostat’s two ends exchanged', to.exchange('B1.1', 'B1.2'))],
  },
  {
    name: 'window of pixels',
    plan: pixels(),
    mistakes: [
      stop('a data output on plus', to.join('F2.1 > A1.D1', 'V+'), /A1|H1/),
      stop('string turned round', to.exchange('H1.V+', 'H1.V-'), /H1/),
      stop('string without its return', to.cut('X0.3 > H2.V-'), /H2/),
      stop('the data pin on plus', to.land('A1.D1 > H1.D', 'F2.1'), /A1|H1/),
      stop('minus and data of a string exchanged', to.exchange('H1.V-', 'H1.D'), /H1/),
      stop('data lead on a ground', to.land('H1.D > A1.D1', 'A1.G1'), /H1/),
      stop('box without earth', to.cut('PE1.PE > U1.PE'), /U1/),
    ],
    harmless: [fine('strings on each other’s fuse', to.exchange('F2.1', 'F2.2'))],
  },
  {
    name: 'greenhouse',
    plan: green(),
    mistakes: [
      stop('a pin on mains', to.land('A1.D1 > K1.IN1', 'K1.NO1'), /A1|mains|joint/i),
      stop('pump without earth', to.cut('PE1.PE > M1.PE'), /M1/),
      stop('relay board’s minus and an input exchanged', to.exchange('K1.GND', 'K1.IN1'), /K1/),
      stop('relay board’s plus and an input exchanged', to.exchange('K1.VCC', 'K1.IN2'), /K1|A1/),
      stop('pump past its relay', to.all(to.cut('K1.NO1 > M1.L'), to.join('XL.5 > M1.L', 'L')), /M1/),
      stop('pump at rest on', to.land('XL.3 > K1.COM1', 'K1.NO1'), /M1|K1/),
    ],
    harmless: [fine('pumps exchanged', to.exchange('K1.NO1', 'K1.NO2'))],
  },
]
