import { PlanBuilder } from '@/core/patterns'
import { fine, stop, type Build } from './build'
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
  const fuse = (rating_A: number) => ({ family: 'ISO 8820-3' as const, rating_A })
  return new PlanBuilder('Camper', 'IEC')
    .device('G1', 'battery-12-18', 'Battery')
    .device('F1', 'holder-inline-blade', 'Main fuse', { fitted: { F: fuse(15) } })
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: fuse(3), F2: fuse(5), F3: fuse(5), F4: fuse(5) } })
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
      stop('pump turned round', to.all(to.land('B1.2 > M1.+', 'M1.-'), to.land('M1.- > X0.4', 'G1.-')), /M1/),
      stop('lamp’s minus left out', to.cut('H1.- > X0.2'), /H1/),
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
      stop('servo turned round', to.exchange('M1.V+', 'M1.V-'), /M1/),
    ],
    harmless: [fine('servos exchanged', to.exchange('A1.D1', 'A1.D2'))],
  },
]
