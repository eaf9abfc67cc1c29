import { PlanBuilder } from '@/core/patterns'
import type { Plan } from '@/core/plan'

/** An arm that moves seedlings from tray to pot in a greenhouse: six joints on 36 V, a controller on 5 V, a computer now and then on USB. */
export function seedlingArm(): Plan {
  const b = new PlanBuilder('Seedling arm', 'IEC', {
    description:
      'Moves seedlings from tray to pot. Six drivers on 36 V, a controller on 5 V; a computer is plugged in for teaching, with the mains off.',
    site: { ambient_C: 30, place: 'sheltered', residual_mA: 30, plug: { kind: 'reversible', fuse_A: null } },
    practice: { inside_C: 45, grouped: 2 },
  })
    .box('main', {
      name: 'Arm box',
      kind: 'box',
      inner: { width_mm: 600, height_mm: 500, depth_mm: 200 },
      wall: { material: 'painted-steel', thickness_mm: 1.5 },
      sealed: false,
      where: 'at the arm’s foot',
    })
    .device('X1', 'inlet-fused', 'Mains inlet with fuse', { fitted: { F: { family: 'IEC 60127', rating_A: 4 } } })
    .device('Q1', 'switch-2p', 'Main switch, L and N')
    .device('XL', 'strip-6', 'Line distribution')
    .device('XN', 'strip-6', 'Neutral distribution')
    .device('PE1', 'earth-stud', 'Earth stud')
    .device('PS1', 'supply-36-350', '36 V supply', {
      settings: { mains: '230 V' },
      reserves: [{ name: 'gripper', power_W: 20 }],
    })
    .device('PS2', 'supply-5-25', '5 V supply')
    .device('S1', 'emergency-stop', 'Emergency stop', { place: { kind: 'field', path: 'bench edge' } })
    .device('F2', 'fuse-block-6', 'Joint fuses', {
      fitted: Object.fromEntries(
        [1, 2, 3, 4, 5, 6].map((n) => [`F${n}`, { family: 'ISO 8820-3 58 V' as const, rating_A: n <= 3 ? 3 : 2 }]),
      ),
    })
    .device('X0', 'strip-12', '0 V of 36 V')
    .device('A7', 'motion-controller-5', 'Controller')
    .device('X9', 'usb-lead', 'USB from the teaching computer')
    .device('U1', 'metal', 'Box and plate')
    .device('U3', 'metal', 'Box door')
    .device('U2', 'metal', 'Arm base', { place: { kind: 'field', path: 'arm' } })
    .wire('X1.L', 'Q1.1', 'L', { length_mm: 150 })
    .wire('X1.N', 'Q1.3', 'N', { length_mm: 150 })
    .wire('Q1.2', 'XL.1', 'L', { length_mm: 250 })
    .wire('Q1.4', 'XN.1', 'N', { length_mm: 250 })
    // The stop opens both poles ahead of the joints' supply: on 36 V DC its contacts would arc.
    .wire('XL.2', 'S1.11', 'L', { length_mm: 900 })
    .wire('S1.12', 'PS1.L', 'L', { length_mm: 900 })
    .wire('XN.2', 'S1.21', 'N', { length_mm: 900 })
    .wire('S1.22', 'PS1.N', 'N', { length_mm: 900 })
    .wire('XL.3', 'PS2.L', 'L', { length_mm: 350 })
    .wire('XN.3', 'PS2.N', 'N', { length_mm: 350 })
    .wire('X1.PE', 'PE1.PE', 'PE', { length_mm: 200 })
    .wire('PE1.PE', 'PS1.PE', 'PE', { length_mm: 300 })
    .wire('PE1.PE', 'PS2.PE', 'PE', { length_mm: 300 })
    .wire('PE1.PE', 'U1.PE', 'PE', { length_mm: 100 })
    .wire('PE1.PE', 'U2.PE', 'PE', { length_mm: 1200 })
    .wire('PE1.PE', 'U3.PE', 'PE', { length_mm: 400, flexClass: 'hinge' })
    .wire('PS1.V+1', 'F2.IN', 'V+', { length_mm: 250 })
    .wire('PS1.V-1', 'X0.1', 'V-', { length_mm: 250 })
    .wire('PS2.V+1', 'A7.V+', 'V+', { length_mm: 250 })
    .wire('PS2.V-1', 'A7.V-', 'V-', { length_mm: 250 })
    // The lead's positive stays open: it must not feed the 5 V supply backwards.
    .wire('X9.V-', 'A7.V-2', 'V-', { length_mm: 200 })
    .state('teaching', { name: 'Teaching, USB alone', sources: { mains: false, usb: true, battery: true } })
    .state('holding', { name: 'Holding still', defaultShare: 0.4 })
  for (const n of [1, 2, 3, 4, 5, 6]) {
    const isBig = n <= 3
    b.device(`A${n}`, 'driver', `Driver joint ${n}`, {
      loads: {
        motor: { motor: { phase_A: isBig ? 2.8 : 1.5, phase_ohm: isBig ? 1.1 : 2, mechanical_W: isBig ? 18 : 8 } },
      },
      settings: { current: isBig ? '2.8 A' : '1.5 A' },
    })
      .wire(`F2.${n}`, `A${n}.V+`, 'V+', { length_mm: 350 })
      .wire(`X0.${n + 1}`, `A${n}.V-`, 'V-', { length_mm: 350 })
      .device(`M${n}`, isBig ? 'stepper-28' : 'stepper', `Motor joint ${n}`, { place: { kind: 'field', path: 'arm' } })
      // Opto inputs: no common negative is wanted; the pulses’ own ground is linked from driver to driver.
      .wire(`A7.P${n}`, `A${n}.PUL+`, 'signal', { length_mm: 350 })
      .wire(`A7.D${n}`, `A${n}.DIR+`, 'signal', { length_mm: 350 })
      .wire(`A${n}.PUL-`, `A${n}.DIR-`, 'signal', { length_mm: 60 })
    for (const pin of ['A+', 'A-', 'B+', 'B-'])
      b.wire(`A${n}.${pin}`, `M${n}.${pin}`, 'signal', {
        length_mm: 1600,
        size: isBig ? '0.5 mm²' : '0.34 mm²',
        flexClass: 'chain',
      })
    b.wire(n === 1 ? 'A7.G' : `A${n - 1}.DIR-`, `A${n}.PUL-`, 'signal', { length_mm: n === 1 ? 350 : 200 })
  }
  // On the plate and in the walls.
  b.place('X1', 'left', 40, 465)
    .place('Q1', 'left', 105, 470)
    .place('XL', 'plate', 329, 97)
    .place('XN', 'plate', 362, 97)
    .place('PE1', 'plate', 256, 16)
    .place('PS1', 'plate', 77.5, 157.5)
    .place('PS2', 'plate', 314.5, 217.5)
    .place('F2', 'plate', 212, 220.5)
    .place('X0', 'plate', 281, 97)
    .place('A7', 'plate', 400, 208)
    .place('X9', 'right', 25, 480)
    .place('A1', 'plate', 192.5, 69)
    .place('A2', 'plate', 422.5, 374)
    .place('A3', 'plate', 42.5, 374)
    .place('A4', 'plate', 327.5, 374)
    .place('A5', 'plate', 232.5, 374)
    .place('A6', 'plate', 137.5, 374)
    .rail('plate', 240, 97, 148)
    .duct('plate', 250, 32, 325)
    .duct('plate', 155, 138, 420)
    .duct('plate', 5, 275, 570)
    .duct('plate', 5, 443, 570)
    .gland('M1 leads', 'M12', 'bottom', 25, 65)
    .gland('M2 leads', 'M12', 'bottom', 48, 65)
    .gland('M3 leads', 'M12', 'bottom', 71, 65)
    .gland('M4 leads', 'M12', 'bottom', 94, 65)
    .gland('M5 leads', 'M12', 'bottom', 117, 65)
    .gland('M6 leads', 'M12', 'bottom', 140, 65)
    .gland('S1 leads', 'M16', 'bottom', 25, 25)
    .gland('U2 leads', 'M12', 'bottom', 51, 22)
    .gland('Spare 1', 'M20', 'bottom', 79, 27, true)
  return b.jacketOutside().build()
}
