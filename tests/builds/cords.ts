import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Plan } from '@/core/plan'
import { fine, stop, type Build } from './build'
import * as to from './edits'
import { appliance, CONTACTOR_LATCH, MOTION } from './parts'

const of = (tag: string) => `device:${tag}` as DeviceId

/** A router table: its box on one cord, the vacuum through it on a cord of its own, each with its switch. */
function routerTable(): Plan {
  return new PlanBuilder('Router table with its vacuum', 'IEC', { site: { plug: { kind: 'polarised', fuse_A: null } } })
    .part('motion', MOTION)
    .part('latch', CONTACTOR_LATCH)
    .part('vacuum', appliance('Vacuum 1400 W', 1400, 230))
    .part('router', appliance('Router 1050 W', 1050, 230))
    .device('X1', 'inlet-fused', 'Cord of the box', { fitted: { F: { family: 'IEC 60127', rating_A: 10 } } })
    .device('Q1', 'switch-2p', 'Main switch')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-24-60', '24 V', { hasCover: true })
    .device('F1', 'breaker-1p', 'Supply', { fitted: { Q: { family: 'IEC 60898', rating_A: 2 } } })
    .device('F3', 'breaker-1p', 'Router', { fitted: { Q: { family: 'IEC 60898', rating_A: 6 } } })
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: { family: 'ISO 8820-3', rating_A: 2 } } })
    .device('X7', 'strip-12', 'Minus')
    .device('X8', 'strip-6', 'Line')
    .device('X9', 'strip-6', 'Neutral')
    .device('A1', 'motion', 'Controller')
    .device('K1', 'latch', 'Vacuum')
    .device('K2', 'latch', 'Router')
    .device('X5', 'inlet-locking', 'Cord of the vacuum')
    .device('Q5', 'switch-2p', 'Vacuum off')
    .device('F5', 'breaker-1p', 'Vacuum', { fitted: { Q: { family: 'IEC 60898', rating_A: 10 } } })
    .device('M1', 'vacuum', 'Vacuum', { safeState: 'off', commandedBy: of('a1') })
    .device('M2', 'router', 'Router', { safeState: 'off', commandedBy: of('a1') })
    .device('S0', 'emergency-stop', 'Stop')
    .device('U1', 'metal', 'Table')
    .wire('X1.L', 'Q1.1', 'L', { size: '1.5 mm²' })
    .wire('X1.N', 'Q1.3', 'N', { size: '1.5 mm²' })
    .wire('Q1.2', 'X8.1', 'L', { size: '1.5 mm²' })
    .wire('Q1.4', 'X9.1', 'N', { size: '1.5 mm²' })
    .wire('X8.2', 'F1.1', 'L', { size: '1.5 mm²' })
    .wire('F1.2', 'PS1.L', 'L', { size: '1.5 mm²' })
    .wire('X9.2', 'PS1.N', 'N', { size: '1.5 mm²' })
    .wire('X8.3', 'F3.1', 'L', { size: '1.5 mm²' })
    .wire('F3.2', 'K2.1', 'L', { size: '1.5 mm²' })
    .wire('X9.3', 'K2.3', 'N', { size: '1.5 mm²' })
    .wire('K2.2', 'M2.L', 'L', { size: '1.5 mm²', jacket: 'jacketed' })
    .wire('K2.4', 'M2.N', 'N', { size: '1.5 mm²', jacket: 'jacketed' })
    .wire('PE1.PE', 'M2.PE', 'PE', { size: '1.5 mm²', jacket: 'jacketed' })
    .wire('X1.PE', 'PE1.PE', 'PE', { size: '1.5 mm²' })
    .wire('X5.PE', 'PE1.PE', 'PE', { size: '1.5 mm²' })
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+', { size: '1.5 mm²' })
    .wire('PS1.V-2', 'X7.1', 'V-', { size: '1.5 mm²' })
    .wire('F2.1', 'A1.V+', 'V+', { size: '0.75 mm²' })
    .wire('A1.V-', 'X7.2', 'V-', { size: '0.75 mm²' })
    .wire('X5.L', 'Q5.1', 'L', { size: '1.5 mm²' })
    .wire('X5.N', 'Q5.3', 'N', { size: '1.5 mm²' })
    .wire('Q5.2', 'F5.1', 'L', { size: '1.5 mm²' })
    .wire('F5.2', 'K1.1', 'L', { size: '1.5 mm²' })
    .wire('Q5.4', 'K1.3', 'N', { size: '1.5 mm²' })
    .wire('K1.2', 'M1.L', 'L', { size: '1.5 mm²', jacket: 'jacketed' })
    .wire('K1.4', 'M1.N', 'N', { size: '1.5 mm²', jacket: 'jacketed' })
    .wire('PE1.PE', 'M1.PE', 'PE', { size: '1.5 mm²', jacket: 'jacketed' })
    .wire('A1.O1+', 'S0.11', 'V+', { size: '0.5 mm²' })
    .wire('S0.12', 'K1.A1', 'V+', { size: '0.5 mm²' })
    .wire('K1.A2', 'A1.O1-', 'V-', { size: '0.5 mm²' })
    .wire('A1.O2+', 'S0.21', 'V+', { size: '0.5 mm²' })
    .wire('S0.22', 'K2.A1', 'V+', { size: '0.5 mm²' })
    .wire('K2.A2', 'A1.O2-', 'V-', { size: '0.5 mm²' })
    .build()
}

export const CORDS: readonly Build[] = [
  {
    name: 'a router table with two cords',
    plan: routerTable(),
    mistakes: [
      stop(
        'the vacuum’s neutral comes from the other cord',
        to.all(to.cut('Q5.4 > K1.3'), to.join('X9.4 > K1.3', 'N', { size: '1.5 mm²' })),
        /cord|other|return|neutral/i,
      ),
      stop('the second cord brings no earth', to.cut('X5.PE > PE1.PE'), /earth|PE/),
      stop('both lines joined', to.join('Q1.2 > Q5.2', 'L', { size: '1.5 mm²' }), /second|feed the same|joined/i),
      stop('the vacuum has no earth', to.cut('PE1.PE > M1.PE'), /earth/i),
      stop('line and neutral of the second cord exchanged', to.exchange('X5.L', 'X5.N'), /line|neutral/i),
    ],
    harmless: [
      fine(
        'the vacuum’s cord goes to an outlet of its own',
        to.device('X5', {
          outlet: {
            plug: { kind: 'polarised', fuse_A: null },
            breaker_A: 16,
            curve: null,
            residual_mA: 30,
            residualType: null,
          },
        }),
      ),
      fine('the vacuum’s breaker one size less', to.fit('F5', 'Q', 8)),
    ],
  },
]
