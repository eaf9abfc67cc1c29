import { PlanBuilder } from '@/core/patterns'
import type { Plan } from '@/core/plan'

/** Supplies, each with fused boards that have motors and end stops of their own: about 600 wires, and nothing wrong but the inrush of so many supplies. */
export function workshop(supplies: number): Plan {
  const b = new PlanBuilder('workshop', 'IEC', { site: { outletBreaker_A: 16 } })
    .device('X1', 'inlet-locking')
    .device('XL', 'strip-12')
    .device('XN', 'strip-12')
    .device('PE1', 'earth-stud')
    .device('PE2', 'earth-stud')
    .wire('X1.L', 'XL.1', 'L')
    .wire('X1.N', 'XN.1', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PE2.PE', 'PE')
  let board = 0
  for (let s = 1; s <= supplies; s += 1) {
    b.device(`PS${s}`, 'supply-24-350', '24 V supply', { settings: { mains: '230 V' } })
      .device(`F${s}`, 'fuse-block-6')
      .device(`Z${s}`, 'strip-12')
      .wire(`XL.${s + 1}`, `PS${s}.L`, 'L')
      .wire(`XN.${s + 1}`, `PS${s}.N`, 'N')
      .wire(s <= 3 ? 'PE1.PE' : 'PE2.PE', `PS${s}.PE`, 'PE')
      .wire(`PS${s}.V+1`, `F${s}.IN`, 'V+')
      .wire(`PS${s}.V-1`, `Z${s}.1`, 'V-')
    for (let k = 1; k <= 4; k += 1) {
      board += 1
      b.device(`A${board}`, 'motion-board-24')
        .wire(`F${s}.${k}`, `A${board}.V+`, 'V+')
        .wire(`Z${s}.${k + 1}`, `A${board}.V-`, 'V-')
      for (const m of [1, 2, 3]) {
        b.device(`M${board}${m}`, 'stepper').device(`S${board}${m}`, 'end-stop')
        for (const pin of ['A+', 'A-', 'B+', 'B-'])
          b.wire(`A${board}.M${m}${pin}`, `M${board}${m}.${pin}`, 'signal', { size: '0.34 mm²' })
        b.wire(`A${board}.E${m}S`, `S${board}${m}.S`, 'signal').wire(`A${board}.E${m}G`, `S${board}${m}.G`, 'signal')
      }
    }
  }
  return b.build()
}
