import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Plan } from '@/core/plan'

/** A clay-extruding printer for a village pottery: mains-heated drying plate, 24 V motion, 5 V computer. */
export function clayPrinter(): Plan {
  const hot = { insulation_C: 180 }
  const b = new PlanBuilder('Clay printer, north bench', 'IEC', {
    description:
      'Prints wet clay for a pottery. A mains-heated plate dries the first layers; an auger and an air ram push the clay.',
    site: { ambient_C: 28, plug: { kind: 'reversible', fuse_A: null } },
    practice: { inside_C: 40, grouped: 2 },
  })
    .box('main', {
      name: 'Bench box',
      kind: 'box',
      inner: { width_mm: 400, height_mm: 500, depth_mm: 150 },
      wall: { material: 'painted-steel', thickness_mm: 1.5 },
      sealed: false,
      where: 'on the wall behind the north bench',
    })
    .device('X1', 'inlet-fused', 'Mains inlet with fuse', { fitted: { F: { family: 'IEC 60127', rating_A: 8 } } })
    .device('Q1', 'switch-2p', 'Main switch, L and N')
    .device('XL', 'strip-6', 'Line distribution')
    .device('XN', 'strip-6', 'Neutral distribution')
    .device('PE1', 'earth-stud', 'Earth stud on the plate')
    .device('PS1', 'supply-24-350', '24 V supply', { settings: { mains: '230 V' } })
    .device('PS2', 'supply-5-25', '5 V supply')
    .device('K1', 'ssr-ac', 'Plate relay', { hasCover: true })
    .device('F1', 'fuse-holder', 'Plate fuse', { fitted: { F: { family: 'IEC 60127', rating_A: 4 } } })
    .device('F2', 'fuse-block-6', '24 V fuses', {
      fitted: {
        F1: { family: 'ISO 8820-3', rating_A: 7.5 },
        F2: { family: 'ISO 8820-3', rating_A: 5 },
        F3: { family: 'ISO 8820-3', rating_A: 2 },
        F4: { family: 'ISO 8820-3', rating_A: 1 },
        F5: { family: 'ISO 8820-3', rating_A: 1 },
        F6: { family: 'ISO 8820-3', rating_A: 1 },
      },
    })
    .device('X0', 'strip-12', '0 V distribution')
    .device('W5', 'splice-5', '0 V splice of the 5 V side')
    .device('B1', 'thermal-cut-out', 'Plate cut-out, 120 °C', { place: { kind: 'field', path: 'on the drying plate' } })
    .device('E1', 'mains-plate', 'Drying plate', {
      place: { kind: 'field', path: 'machine bed' },
      safeState: 'off',
      commandedBy: 'device:a1' as DeviceId,
      watchedBy: 'device:b2' as DeviceId,
    })
    .device('B2', 'thermistor', 'Plate sensor', { place: { kind: 'field', path: 'on the drying plate' } })
    .device('B3', 'thermistor', 'Nozzle sensor', { place: { kind: 'field', path: 'machine head' } })
    .device('M5', 'stepper-28', 'Auger motor', { place: { kind: 'field', path: 'machine head' } })
    .device('A1', 'motion-board-24', 'Motion board')
    .device('A2', 'computer-5', 'Small computer')
    .device('H1', 'screen-5', 'Screen', { place: { kind: 'field', path: 'front panel' } })
    .device('M4', 'driver', 'Auger driver', { loads: { motor: { power_W: 65 } }, settings: { current: '2.8 A' } })
    .device('Y1', 'valve-24', 'Air ram valve', { place: { kind: 'field', path: 'machine head' } })
    .device('V1', 'fan-24', 'Box fan')
    .device('H2', 'lamp-24', 'Work lamp', { place: { kind: 'field', path: 'machine head' } })
    .device('E2', 'heater-24', 'Nozzle heater', {
      loads: { load: { power_W: 30 } },
      place: { kind: 'field', path: 'machine head' },
      safeState: 'off',
      commandedBy: 'device:a1' as DeviceId,
      watchedBy: 'device:b3' as DeviceId,
    })
    .device('U1', 'metal', 'Box and mounting plate')
    .device('U2', 'metal', 'Box door')
    .device('U3', 'metal', 'Machine frame', { place: { kind: 'field', path: 'machine' } })
    // Mains
    .wire('X1.L', 'Q1.1', 'L', { length_mm: 150 })
    .wire('X1.N', 'Q1.3', 'N', { length_mm: 150 })
    .wire('Q1.2', 'XL.1', 'L', { length_mm: 300 })
    .wire('Q1.4', 'XN.1', 'N', { length_mm: 300 })
    .wire('XL.2', 'PS1.L', 'L', { length_mm: 450 })
    .wire('XN.2', 'PS1.N', 'N', { length_mm: 450 })
    .wire('XL.3', 'PS2.L', 'L', { length_mm: 350 })
    .wire('XN.3', 'PS2.N', 'N', { length_mm: 350 })
    .wire('XL.4', 'F1.1', 'L', { length_mm: 120 })
    .wire('F1.2', 'K1.1', 'L', { length_mm: 250 })
    .wire('K1.2', 'B1.1', 'L', { length_mm: 1200, ...hot, flexClass: 'chain' })
    .wire('B1.2', 'E1.1', 'L', { length_mm: 100, ...hot })
    .wire('E1.2', 'XN.4', 'N', { length_mm: 1300, ...hot, flexClass: 'chain' })
    // Earth
    .wire('X1.PE', 'PE1.PE', 'PE', { length_mm: 200 })
    .wire('PE1.PE', 'PS1.PE', 'PE', { length_mm: 400 })
    .wire('PE1.PE', 'PS2.PE', 'PE', { length_mm: 300 })
    .wire('PE1.PE', 'U1.PE', 'PE', { length_mm: 100 })
    .wire('U1.PE', 'U2.PE', 'PE', { length_mm: 350, flexClass: 'hinge' })
    .wire('PE1.PE', 'U3.PE', 'PE', { length_mm: 900 })
    .wire('PE1.PE', 'E1.PE', 'PE', { length_mm: 1400, ...hot, flexClass: 'chain' })
    // 24 V
    .wire('PS1.V+1', 'F2.IN', 'V+', { length_mm: 250 })
    .wire('PS1.V-1', 'X0.1', 'V-', { length_mm: 300 })
    .wire('F2.1', 'A1.V+', 'V+', { length_mm: 400 })
    .wire('X0.2', 'A1.V-', 'V-', { length_mm: 400 })
    .wire('F2.2', 'M4.V+', 'V+', { length_mm: 350 })
    .wire('X0.3', 'M4.V-', 'V-', { length_mm: 350 })
    .wire('F2.3', 'Y1.+', 'V+', { length_mm: 1600, flexClass: 'chain' })
    .wire('X0.4', 'Y1.-', 'V-', { length_mm: 1600, flexClass: 'chain' })
    .wire('F2.4', 'V1.+', 'V+', { length_mm: 300 })
    .wire('X0.5', 'V1.-', 'V-', { length_mm: 300 })
    .wire('F2.5', 'H2.+', 'V+', { length_mm: 1500, flexClass: 'chain' })
    .wire('X0.6', 'H2.-', 'V-', { length_mm: 1500, flexClass: 'chain' })
    .wire('A1.H0+', 'E2.+', 'V+', { length_mm: 1500, flexClass: 'chain' })
    .wire('A1.H0-', 'E2.-', 'V-', { length_mm: 1500, flexClass: 'chain' })
    .wire('A1.H1+', 'K1.C+', 'V+', { length_mm: 350 })
    .wire('A1.H1-', 'K1.C-', 'V-', { length_mm: 350 })
    // 5 V
    .wire('PS2.V+1', 'A2.V+', 'V+', { length_mm: 300 })
    .wire('PS2.V-1', 'W5.1', 'V-', { length_mm: 100 })
    .wire('W5.2', 'A2.V-', 'V-', { length_mm: 250 })
    .wire('PS2.V+1', 'H1.V+', 'V+', { length_mm: 500 })
    .wire('W5.3', 'H1.V-', 'V-', { length_mm: 450 })
    // The boards talk over a non-isolated link: their negatives are one.
    .wire('W5.4', 'X0.12', 'V-', { length_mm: 300 })
    .state('heating', {
      name: 'Heating up',
      defaultShare: 0.1,
      shares: {
        ['device:e1' as DeviceId]: 1,
        ['device:e2' as DeviceId]: 1,
        ['device:a1' as DeviceId]: 0.2,
        ['device:a2' as DeviceId]: 1,
        ['device:h1' as DeviceId]: 1,
        ['device:v1' as DeviceId]: 1,
      },
    })
    .state('idle', {
      name: 'Idle',
      defaultShare: 0,
      shares: {
        ['device:a1' as DeviceId]: 0.1,
        ['device:a2' as DeviceId]: 0.6,
        ['device:h1' as DeviceId]: 1,
        ['device:h2' as DeviceId]: 1,
      },
    })
  for (const [axis, name] of [
    ['1', 'Motor X'],
    ['2', 'Motor Y'],
    ['3', 'Motor Z'],
  ] as const) {
    b.device(`M${axis}`, 'stepper', name, { place: { kind: 'field', path: 'machine' } })
    for (const pin of ['A+', 'A-', 'B+', 'B-'])
      b.wire(`A1.M${axis}${pin}`, `M${axis}.${pin}`, 'signal', {
        length_mm: 1400,
        size: '0.34 mm²',
        flexClass: 'chain',
      })
    b.device(`S${axis}`, 'end-stop', `End stop ${name.slice(-1)}`, { place: { kind: 'field', path: 'machine' } })
    b.wire(`A1.E${axis}S`, `S${axis}.S`, 'signal', { length_mm: 1400, flexClass: 'chain' }).wire(
      `A1.E${axis}G`,
      `S${axis}.G`,
      'signal',
      { length_mm: 1400, flexClass: 'chain' },
    )
  }
  // On the plate and in the walls.
  b.place('X1', 'left', 40, 465)
    .place('Q1', 'left', 105, 470)
    .place('XL', 'plate', 337, 340)
    .place('XN', 'plate', 304, 340)
    .place('PE1', 'plate', 161, 16)
    .place('PS1', 'plate', 77.5, 157.5)
    .place('PS2', 'plate', 314.5, 219.5)
    .place('K1', 'plate', 177.5, 101)
    .place('F1', 'plate', 364, 210)
    .place('F2', 'plate', 212, 222.5)
    .place('X0', 'plate', 256, 340)
    .place('W5', 'plate', 342, 82)
    .place('A1', 'plate', 155, 358)
    .place('A2', 'plate', 269.5, 100)
    .place('M4', 'plate', 42.5, 374)
    .place('V1', 'right', 55, 55)
    .rail('plate', 350, 210, 28)
    .rail('plate', 215, 340, 148)
    .duct('plate', 155, 32, 220)
    .duct('plate', 155, 140, 220)
    .duct('plate', 5, 275, 370)
    .duct('plate', 5, 443, 370)
    .gland('B2 leads', 'M12', 'bottom', 43, 60)
    .gland('B3 leads', 'M12', 'bottom', 66, 60)
    .gland('M5 leads', 'M12', 'bottom', 89, 60)
    .gland('B1 leads', 'M12', 'bottom', 43, 22)
    .gland('E1 leads', 'M12', 'bottom', 66, 22)
    .gland('E2 leads', 'M12', 'bottom', 89, 22)
    .gland('H1 leads', 'M12', 'bottom', 112, 22)
    .gland('H2 leads', 'M12', 'bottom', 135, 22)
    .gland('M1 leads', 'M12', 'bottom', 158, 22)
    .gland('M2 leads', 'M12', 'bottom', 181, 22)
    .gland('M3 leads', 'M12', 'bottom', 204, 22)
    .gland('S1 leads', 'M12', 'bottom', 227, 22)
    .gland('S2 leads', 'M12', 'bottom', 250, 22)
    .gland('S3 leads', 'M12', 'bottom', 273, 22)
    .gland('U3 leads', 'M12', 'bottom', 296, 22)
    .gland('Y1 leads', 'M12', 'bottom', 319, 22)
    .gland('Spare 1', 'M20', 'bottom', 347, 27, true)
  // The computer and the motion board talk by a plain serial link.
  return (
    b
      .wire('A2.TX', 'A1.RX', 'signal', { length_mm: 400 })
      .wire('A1.TX', 'A2.RX', 'signal', { length_mm: 400 })
      // The nozzle hangs on the board’s first heater output, the plate’s relay on its second: so do their sensors.
      .wire('A1.T1S', 'B2.1', 'signal', { length_mm: 1400, flexClass: 'chain' })
      .wire('A1.T1G', 'B2.2', 'signal', { length_mm: 1400, flexClass: 'chain' })
      .wire('A1.T0S', 'B3.1', 'signal', { length_mm: 1500, flexClass: 'chain' })
      .wire('A1.T0G', 'B3.2', 'signal', { length_mm: 1500, flexClass: 'chain' })
      .wire('A1.XS', 'M4.PUL+', 'signal', { length_mm: 350 })
      .wire('A1.XG', 'M4.PUL-', 'signal', { length_mm: 350 })
      .wire('A1.XD', 'M4.DIR+', 'signal', { length_mm: 350 })
      .wire('M4.PUL-', 'M4.DIR-', 'signal', { length_mm: 60 })
      .wire('M4.A+', 'M5.A+', 'signal', { length_mm: 1500, size: '0.5 mm²', flexClass: 'chain' })
      .wire('M4.A-', 'M5.A-', 'signal', { length_mm: 1500, size: '0.5 mm²', flexClass: 'chain' })
      .wire('M4.B+', 'M5.B+', 'signal', { length_mm: 1500, size: '0.5 mm²', flexClass: 'chain' })
      .wire('M4.B-', 'M5.B-', 'signal', { length_mm: 1500, size: '0.5 mm²', flexClass: 'chain' })
      .jacketOutside()
      .build()
  )
}
