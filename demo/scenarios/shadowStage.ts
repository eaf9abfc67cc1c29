import { PlanBuilder } from '@/core/patterns'
import type { Plan } from '@/core/plan'

/** Lights of a shadow-puppet stage: eight pixel strings on two 12 V supplies, half on each, their negatives tied once. */
export function shadowStage(): Plan {
  const b = new PlanBuilder('Shadow stage', 'IEC', {
    description:
      'Eight pixel strings behind the screen of a shadow-puppet stage. Two 12 V supplies share them, four strings each; the data comes from one controller, so the negatives are one.',
    site: { ambient_C: 25, plug: { kind: 'reversible', fuse_A: null } },
    practice: { inside_C: 40, grouped: 2, maxDrop_percent: 4 },
  })
    .box('main', {
      name: 'Light box',
      kind: 'box',
      inner: { width_mm: 600, height_mm: 500, depth_mm: 200 },
      wall: { material: 'painted-steel', thickness_mm: 1.5 },
      sealed: false,
      where: 'behind the screen',
    })
    .device('X1', 'inlet-fused', 'Mains inlet with fuse', { fitted: { F: { family: 'IEC 60127', rating_A: 4 } } })
    .device('Q1', 'switch-2p', 'Main switch, L and N')
    .device('XL', 'strip-6', 'Line distribution')
    .device('XN', 'strip-6', 'Neutral distribution')
    .device('PE1', 'earth-stud', 'Earth stud')
    .device('U1', 'metal', 'Box and plate')
    .device('U2', 'metal', 'Box door')
    .device('PS3', 'supply-5-25', '5 V supply')
    .device('A1', 'controller-5', 'Pixel controller')
    .wire('X1.L', 'Q1.1', 'L', { length_mm: 150 })
    .wire('X1.N', 'Q1.3', 'N', { length_mm: 150 })
    .wire('Q1.2', 'XL.1', 'L', { length_mm: 250 })
    .wire('Q1.4', 'XN.1', 'N', { length_mm: 250 })
    .wire('X1.PE', 'PE1.PE', 'PE', { length_mm: 200 })
    .wire('PE1.PE', 'U1.PE', 'PE', { length_mm: 100 })
    .wire('PE1.PE', 'U2.PE', 'PE', { length_mm: 400, flexClass: 'hinge' })
    .wire('XL.4', 'PS3.L', 'L', { length_mm: 300 })
    .wire('XN.4', 'PS3.N', 'N', { length_mm: 300 })
    .wire('PE1.PE', 'PS3.PE', 'PE', { length_mm: 300 })
    .wire('PS3.V+1', 'A1.V+', 'V+', { length_mm: 250 })
    .wire('PS3.V-1', 'A1.V-', 'V-', { length_mm: 250 })
    // One point where the three negatives meet.
    .device('W1', 'splice-3', 'Negatives of the supplies')
    .wire('A1.V-2', 'W1.1', 'V-', { length_mm: 250 })
    .state('scene', { name: 'Coloured scene', defaultShare: 0.35 })
  for (const half of [1, 2]) {
    b.device(`PS${half}`, 'supply-12-150', `12 V supply ${half}`, { settings: { mains: '230 V' } })
      .device(`F${half}`, 'fuse-block-4', `Fuses of half ${half}`, {
        fitted: Object.fromEntries(
          [1, 2, 3, 4].map((n) => [`F${n}`, { family: 'ISO 8820-3' as const, rating_A: n === 4 ? 5 : 3 }]),
        ),
      })
      .device(`W${half + 1}`, 'splice-3', `Second feed of string ${half * 4}`)
      .device(`X0${half}`, 'strip-12', `0 V of half ${half}`)
      .wire(`XL.${half + 1}`, `PS${half}.L`, 'L', { length_mm: 350 })
      .wire(`XN.${half + 1}`, `PS${half}.N`, 'N', { length_mm: 350 })
      .wire('PE1.PE', `PS${half}.PE`, 'PE', { length_mm: 300 })
      .wire(`PS${half}.V+1`, `F${half}.IN`, 'V+', { length_mm: 250 })
      .wire(`PS${half}.V-1`, `X0${half}.1`, 'V-', { length_mm: 250 })
      .wire(`PS${half}.V-2`, `W1.${half + 1}`, 'V-', { length_mm: 300 })
    for (const n of [1, 2, 3, 4]) {
      const string = (half - 1) * 4 + n
      b.device(`H${string}`, n === 4 ? 'pixels-12-240' : 'pixels-12', `Pixel string ${string}`, {
        place: { kind: 'field', path: 'behind the screen' },
      })
        .wire(`${n === 4 ? `W${half + 1}.1` : `F${half}.${n}`}`, `H${string}.V+`, 'V+', { length_mm: 2500 })
        .wire(`X0${half}.${n + 1}`, `H${string}.V-`, 'V-', { length_mm: 2500 })
        .wire(`A1.D${string}`, `H${string}.D`, 'signal', { length_mm: 2500 })
    }
    // The last of each half is longer than one feed reaches, so its far end is fed too: a splice behind its fuse, a second pair along the strip.
    b.wire(`F${half}.4`, `W${half + 1}.3`, 'V+', { length_mm: 300 })
      .wire(`W${half + 1}.2`, `H${half * 4}.V+2`, 'V+', { length_mm: 4500, size: '1.5 mm²' })
      .wire(`X0${half}.6`, `H${half * 4}.V-2`, 'V-', { length_mm: 4500, size: '1.5 mm²' })
  }
  // On the plate and in the walls.
  b.place('X1', 'left', 40, 471)
    .place('Q1', 'left', 105, 470)
    .place('XL', 'plate', 21, 50)
    .place('XN', 'plate', 270, 150)
    .place('PE1', 'plate', 48, 16)
    .place('PS3', 'plate', 227.5, 373.5)
    .place('A1', 'plate', 313, 364)
    .place('W1', 'plate', 348.5, 135)
    .place('PS1', 'plate', 185.5, 204.5)
    .place('F1', 'plate', 139, 376.5)
    .place('W2', 'plate', 324.5, 135)
    .place('X01', 'plate', 348, 250)
    .place('PS2', 'plate', 68.5, 204.5)
    .place('F2', 'plate', 48, 376.5)
    .place('W3', 'plate', 300.5, 135)
    .place('X02', 'plate', 285, 250)
    .rail('plate', 0, 50, 47)
    .rail('plate', 244, 150, 42)
    .rail('plate', 244, 250, 145)
    .duct('plate', 5, 85, 570)
    .duct('plate', 254, 185, 321)
    .duct('plate', 5, 294, 570)
    .duct('plate', 5, 429, 570)
    .gland('H4 leads', 'M16', 'bottom', 25, 25)
    .gland('H8 leads', 'M16', 'bottom', 53, 25)
    .gland('H1 leads', 'M12', 'bottom', 79, 22)
    .gland('H2 leads', 'M12', 'bottom', 102, 22)
    .gland('H3 leads', 'M12', 'bottom', 125, 22)
    .gland('H5 leads', 'M12', 'bottom', 148, 22)
    .gland('H6 leads', 'M12', 'bottom', 171, 22)
    .gland('H7 leads', 'M12', 'bottom', 194, 22)
    .gland('Spare 1', 'M20', 'bottom', 222, 27, true)
  return b.jacketOutside().build()
}
