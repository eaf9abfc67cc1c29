import { describe, expect, it } from 'vitest'
import { PlanBuilder } from '@/core/patterns'
import type { Plan } from '@/core/plan'
import { review } from '.'

/** Builds as people have them, each with the verdict that was wanted before it was run: no stop on a right one. */
type Region = 'IEC' | 'NEC'

const begin = (region: Region) =>
  new PlanBuilder('right', region)
    .device('X1', 'inlet-fused', 'Inlet', {
      fitted: { F: { family: region === 'IEC' ? 'IEC 60127' : 'UL 248-14', rating_A: 5 } },
    })
    .device('Q1', 'switch-2p')
    .device('PS1', 'supply-24-350', '24 V', { settings: { mains: region === 'IEC' ? '230 V' : '115 V' } })
    .device('PE1', 'earth-stud')
    .device('U1', 'metal')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')

/** A kit's board behind a fuse, with the leads that its parts came with. */
function kit(region: Region, changes: { readonly fanFuse_A?: number; readonly motorLead?: string } = {}): Plan {
  const [board, heater, fan, motor] =
    region === 'IEC' ? ['1.5 mm²', '0.75 mm²', '0.14 mm²', '0.25 mm²'] : ['14 AWG', '18 AWG', '26 AWG', '24 AWG']
  const size = (label: string | undefined, length_mm = 800) => ({ size: label ?? null, length_mm })
  const b = begin(region)
    .device('A1', 'motion-board-24')
    .device('V1', 'fan-24')
    .device('E1', 'heater-24')
    .device('M1', 'stepper')
    .device('S1', 'end-stop')
    .device('F2', 'fuse-block-6', 'Fuses', {
      fitted: {
        F1: { family: 'ISO 8820-3', rating_A: 7.5 },
        ...(changes.fanFuse_A === 0 ? {} : { F2: { family: 'ISO 8820-3' as const, rating_A: changes.fanFuse_A ?? 1 } }),
      },
    })
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('F2.1', 'A1.V+', 'V+', size(board, 400))
    .wire('PS1.V-1', 'A1.V-', 'V-', size(board, 400))
    .wire(changes.fanFuse_A === 0 ? 'PS1.V+2' : 'F2.2', 'V1.+', 'V+', size(fan))
    .wire('A1.FAN0-', 'V1.-', 'V-', size(fan))
    .wire('A1.H0+', 'E1.+', 'V+', size(heater, 900))
    .wire('A1.H0-', 'E1.-', 'V-', size(heater, 900))
    .wire('A1.E1S', 'S1.S', 'signal', size(fan))
    .wire('A1.E1G', 'S1.G', 'signal', size(fan))
  for (const pin of ['A+', 'A-', 'B+', 'B-'])
    b.wire(`A1.M1${pin}`, `M1.${pin}`, 'signal', size(changes.motorLead ?? motor, 1000))
  return b.build()
}

const stopsOf = (plan: Plan) =>
  review(plan).flatMap(({ severity, rule, what }) => (severity === 'stop' ? [`${rule}: ${what}`] : []))

describe('a kit with thin device leads behind fuses', () => {
  it.each(['IEC', 'NEC'] as const)('%s: no stop', (region) => expect(stopsOf(kit(region))).toEqual([]))

  it.each(['IEC', 'NEC'] as const)(
    '%s: the fan’s lead on the supply itself wants a fuse, said once and with its rating',
    (region) => {
      const stops = stopsOf(kit(region, { fanFuse_A: 0 }))
      expect(stops).toEqual([expect.stringMatching(/^wire-without/)])
      expect(stops[0]).toMatch(/^wire-without-protection/)
      const finding = review(kit(region, { fanFuse_A: 0 })).find(({ rule }) => rule === 'wire-without-protection')!
      expect(finding.why).toMatch(/Put a fuse at the source: [\d.]+ A/)
    },
  )

  it('a fuse that no longer ends a short in time is a stop, at the lead or at the fuse', () =>
    expect(stopsOf(kit('IEC', { fanFuse_A: 40 })).some((stop) => /W9|V1|F2/.test(stop))).toBe(true))

  it('a motor’s lead too thin for the printed current is a stop', () =>
    expect(stopsOf(kit('IEC', { motorLead: '30 AWG' })).some((stop) => stop.startsWith('wire-overloaded'))).toBe(true))
})
