import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Plan, State } from '@/core/plan'

/** The pedal is down. */
const HEATING: State['positions'] = { ['device:s2' as DeviceId]: { hand: 'operated' } }

/** A gantry that cuts foam with a hot wire: 48 V for drivers and wire beside 24 V for controls, North American mains. */
export function foamGantry(): Plan {
  const b = new PlanBuilder('Foam gantry', 'NEC', {
    description:
      'Cuts insulation foam with a hot wire on four axes. The wire and the drivers take 48 V, the controls 24 V; an emergency stop drops a contactor ahead of the 48 V supply.',
    site: { ambient_C: 25, plug: { kind: 'polarised', fuse_A: null }, outletBreaker_A: 15, residual_mA: null },
    practice: { inside_C: 40, grouped: 6 },
  })
    .box('main', {
      name: 'Gantry box',
      kind: 'box',
      inner: { width_mm: 600, height_mm: 500, depth_mm: 200 },
      wall: { material: 'painted-steel', thickness_mm: 1.5 },
      sealed: false,
      where: 'under the gantry table',
    })
    .device('X1', 'inlet-fused', 'Mains inlet with fuse', { fitted: { F: { family: 'UL 248-14', rating_A: 12 } } })
    .device('Q1', 'switch-1p', 'Main switch')
    .device('XL', 'strip-6', 'Line distribution')
    .device('XN', 'strip-6', 'Neutral distribution')
    .device('PE1', 'earth-stud', 'Earth stud on the plate')
    .device('K1', 'contactor-24', 'Stop contactor')
    .device('PS1', 'supply-48-600', '48 V supply')
    .device('PS2', 'supply-24-60', '24 V supply')
    .device('F1', 'fuse-block-6', '48 V fuses', {
      fitted: Object.fromEntries(
        [
          ['F1', 4],
          ['F2', 4],
          ['F3', 4],
          ['F4', 4],
          ['F5', 5],
          ['F6', 4],
        ].map(([link, rating_A]) => [link, { family: 'ISO 8820-3 58 V' as const, rating_A: rating_A as number }]),
      ),
    })
    .device('F2', 'fuse-block-4', '24 V fuses', {
      fitted: Object.fromEntries(
        ['F1', 'F2', 'F3', 'F4'].map((link) => [link, { family: 'ISO 8820-3' as const, rating_A: 1 }]),
      ),
    })
    .device('X0', 'strip-12', '0 V of 48 V')
    .device('X20', 'strip-12', '0 V of 24 V')
    .device('S1', 'emergency-stop', 'Emergency stop', { place: { kind: 'field', path: 'front of the table' } })
    .device('K2', 'mosfet-module', 'Wire heat')
    .device('B2', 'thermostat', 'Box thermostat')
    .device('A7', 'plc-24', 'Controller')
    .device('E1', 'hot-wire-48', 'Hot wire', { place: { kind: 'field', path: 'gantry bow' }, safeState: 'off' })
    .device('V1', 'fan-24', 'Box fan')
    .device('H1', 'lamp-24', 'Work lamp', { place: { kind: 'field', path: 'gantry bow' } })
    .device('W1', 'splice-3', '24 V of the controllers')
    .device('A8', 'motion-controller-24', 'Motion controller')
    .device('S2', 'button-open', 'Pedal, held down while the wire heats', {
      place: { kind: 'field', path: 'floor before the table' },
    })
    .device('U1', 'metal', 'Box and plate')
    .device('U3', 'metal', 'Box door')
    .device('U2', 'metal', 'Gantry frame', { place: { kind: 'field', path: 'gantry' } })
    // Mains: the stop's contactor parts the 48 V supply; the controls stay on.
    .wire('X1.L', 'Q1.1', 'L', { length_mm: 200 })
    .wire('Q1.2', 'XL.1', 'L', { length_mm: 300 })
    .wire('X1.N', 'XN.1', 'N', { length_mm: 350 })
    .wire('XL.2', 'K1.1', 'L', { length_mm: 300 })
    .wire('K1.2', 'PS1.L', 'L', { length_mm: 350 })
    .wire('XN.2', 'PS1.N', 'N', { length_mm: 400 })
    .wire('XL.3', 'PS2.L', 'L', { length_mm: 350 })
    .wire('XN.3', 'PS2.N', 'N', { length_mm: 350 })
    // Earth
    .wire('X1.PE', 'PE1.PE', 'PE', { length_mm: 250 })
    .wire('PE1.PE', 'PS1.PE', 'PE', { length_mm: 350 })
    .wire('PE1.PE', 'PS2.PE', 'PE', { length_mm: 350 })
    .wire('PE1.PE', 'U1.PE', 'PE', { length_mm: 120 })
    .wire('PE1.PE', 'U2.PE', 'PE', { length_mm: 1500, flexClass: 'chain' })
    .wire('PE1.PE', 'U3.PE', 'PE', { length_mm: 400, flexClass: 'hinge' })
    // 48 V
    .wire('PS1.V+1', 'F1.IN', 'V+', { length_mm: 250 })
    .wire('PS1.V-1', 'X0.1', 'V-', { length_mm: 250 })
    .wire('F1.5', 'K2.IN+', 'V+', { length_mm: 300 })
    .wire('X0.2', 'K2.IN-', 'V-', { length_mm: 300 })
    .wire('K2.OUT+', 'E1.+', 'V+', { length_mm: 2500, flexClass: 'chain' })
    .wire('K2.OUT-', 'E1.-', 'V-', { length_mm: 2500, flexClass: 'chain' })
    // 24 V
    .wire('PS2.V+1', 'F2.IN', 'V+', { length_mm: 200 })
    .wire('PS2.V-1', 'X20.1', 'V-', { length_mm: 200 })
    .wire('F2.1', 'W1.1', 'V+', { length_mm: 250 })
    .wire('W1.2', 'A7.V+', 'V+', { length_mm: 200 })
    .wire('X20.2', 'A7.V-', 'V-', { length_mm: 300 })
    .wire('F2.2', 'B2.1', 'V+', { length_mm: 300 })
    .wire('B2.2', 'V1.+', 'V+', { length_mm: 300 })
    .wire('X20.3', 'V1.-', 'V-', { length_mm: 400 })
    .wire('F2.3', 'H1.+', 'V+', { length_mm: 2500, flexClass: 'chain' })
    .wire('X20.4', 'H1.-', 'V-', { length_mm: 2500, flexClass: 'chain' })
    .wire('F2.4', 'S1.11', 'V+', { length_mm: 1800 })
    .wire('S1.12', 'K1.A1', 'V+', { length_mm: 1800 })
    .wire('X20.5', 'K1.A2', 'V-', { length_mm: 400 })
    // The controller's relay output switches the wire's heat; dry contacts want the positive brought to them.
    .wire('B2.1', 'A7.OC', 'V+', { length_mm: 300 })
    .wire('A7.Q1', 'S2.13', 'V+', { length_mm: 2200 })
    .wire('S2.14', 'K2.C+', 'V+', { length_mm: 2200 })
    .wire('X20.6', 'K2.C-', 'V-', { length_mm: 350 })
    // The module's control and power share a negative: the bond carries what a loose lead would send home.
    .wire('PS1.V-2', 'PS2.V-2', 'V-', { length_mm: 300 })
    // The motion controller’s pulses: one ground linked from driver to driver.
    .wire('W1.3', 'A8.V+', 'V+', { length_mm: 150 })
    .wire('X20.7', 'A8.V-', 'V-', { length_mm: 300 })
    .wire('A8.G', 'A1.PUL-', 'signal', { length_mm: 350 })
    .state('full', { name: 'Full work', positions: HEATING })
    .state('cutting', { name: 'Cutting slowly', defaultShare: 0.5, positions: HEATING })
    .state('start', { name: 'Starting', startUp: true, defaultShare: 0.3 })
  for (const n of [1, 2, 3, 4]) {
    b.device(`A${n}`, 'driver', `Driver axis ${n}`, {
      loads: { motor: { motor: { phase_A: 4, phase_ohm: 0.9, mechanical_W: 45 } } },
      settings: { current: '4.2 A' },
    })
      .device(`M${n}`, 'stepper-42', `Motor axis ${n}`, { place: { kind: 'field', path: 'gantry' } })
      .wire(`A8.P${n}`, `A${n}.PUL+`, 'signal', { length_mm: 450 })
      .wire(`A8.D${n}`, `A${n}.DIR+`, 'signal', { length_mm: 450 })
      .wire(`A${n}.PUL-`, `A${n}.DIR-`, 'signal', { length_mm: 60 })
      .wire(`F1.${n}`, `A${n}.V+`, 'V+', { length_mm: 350 })
      .wire(`X0.${n + 2}`, `A${n}.V-`, 'V-', { length_mm: 350 })
    for (const pin of ['A+', 'A-', 'B+', 'B-'])
      b.wire(`A${n}.${pin}`, `M${n}.${pin}`, 'signal', { length_mm: 2500, size: '18 AWG', flexClass: 'chain' })
    if (n > 1) b.wire(`A${n - 1}.DIR-`, `A${n}.PUL-`, 'signal', { length_mm: 150 })
  }
  // On the plate and in the walls.
  b.place('X1', 'left', 95, 465)
    .place('Q1', 'left', 30, 475)
    .place('XL', 'plate', 371, 355)
    .place('XN', 'plate', 255, 203)
    .place('PE1', 'plate', 345, 184)
    .place('K1', 'plate', 213, 372.5)
    .place('PS1', 'plate', 83.5, 165)
    .place('PS2', 'plate', 193, 223)
    .place('F1', 'plate', 293, 372.5)
    .place('F2', 'plate', 477, 62.5)
    .place('X0', 'plate', 303, 203)
    .place('X20', 'plate', 419, 355)
    .place('K2', 'plate', 485, 355)
    .place('B2', 'plate', 542, 55)
    .place('A7', 'plate', 393, 70)
    .place('A8', 'plate', 430, 225)
    .place('W1', 'plate', 365, 225)
    .place('V1', 'right', 55, 55)
    .place('A1', 'plate', 299.5, 69)
    .place('A2', 'plate', 204.5, 69)
    .place('A3', 'plate', 42.5, 389)
    .place('A4', 'plate', 530, 229)
    .rail('plate', 525, 55, 44)
    .rail('plate', 347, 70, 82)
    .rail('plate', 229, 203, 105)
    .rail('plate', 355, 355, 95)
    .rail('plate', 185, 372.5, 46)
    .duct('plate', 167, 138, 408)
    .duct('plate', 5, 290, 570)
    .duct('plate', 110, 321, 150, 'down')
    .gland('M1 leads', 'M12', 'bottom', 22, 60)
    .gland('M2 leads', 'M12', 'bottom', 45, 60)
    .gland('M3 leads', 'M12', 'bottom', 68, 60)
    .gland('M4 leads', 'M12', 'bottom', 91, 60)
    .gland('S2 leads', 'M12', 'bottom', 114, 60)
    .gland('E1 leads', 'M12', 'bottom', 22, 22)
    .gland('H1 leads', 'M12', 'bottom', 45, 22)
    .gland('S1 leads', 'M12', 'bottom', 68, 22)
    .gland('U2 leads', 'M12', 'bottom', 91, 22)
    .gland('Spare 1', 'M20', 'bottom', 119, 27, true)
  return b.jacketOutside().build()
}
