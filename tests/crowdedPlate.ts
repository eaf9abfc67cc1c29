import { PlanBuilder } from '@/core/patterns'
import type { Plan } from '@/core/plan'

/** A plate of 1.6 × 1.2 m with 120 devices in rows and 40 ducts between them: what dragging is measured on. */
export function crowdedPlate(): Plan {
  const b = new PlanBuilder('Crowded plate', 'IEC').box('main', {
    name: 'Hall cabinet',
    kind: 'box',
    inner: { width_mm: 1620, height_mm: 1220, depth_mm: 300 },
    wall: { material: 'painted-steel', thickness_mm: 2 },
    sealed: false,
  })
  for (let i = 0; i < 120; i += 1)
    b.device(`D${i + 1}`, i % 3 === 0 ? 'driver' : 'strip-6', `Part ${i + 1}`).place(
      `D${i + 1}`,
      'plate',
      60 + (i % 12) * 128,
      75 + Math.floor(i / 12) * 118,
    )
  for (let i = 0; i < 40; i += 1) b.duct('plate', 5 + (i % 4) * 398, 3 + Math.floor(i / 4) * 118, 390)
  return b.build()
}
