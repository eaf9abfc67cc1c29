import { PlanBuilder } from '@/core/patterns'
import type { DeviceId } from '@/core/plan'
import { fine, stop, type Build } from './build'
import * as to from './edits'
import { appliance, CONTACTOR_LATCH, MOTION, PROXIMITY } from './parts'

const of = (tag: string) => `device:${tag}` as DeviceId

/** A small mill: its vacuum with contactor, outlet fuse and leads, and a second end switch come when there is money. */
function mill() {
  return new PlanBuilder('Mill in two stages', 'IEC')
    .part('motion', MOTION)
    .part('prox', PROXIMITY)
    .part('latch', CONTACTOR_LATCH)
    .part('vacuum', appliance('Vacuum 800 W', 800, 230))
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 10 } } })
    .device('Q1', 'switch-2p', 'Main switch')
    .device('PE1', 'earth-stud')
    .device('F1', 'breaker-1p', 'Supply', { fitted: { Q: { family: 'IEC 60898', rating_A: 2 } } })
    .device('PS1', 'supply-24-60', '24 V', { hasCover: true })
    .device('F2', 'fuse-block-4', 'Fuses', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 2 }, F2: { family: 'ISO 8820-3', rating_A: 2 } },
    })
    .device('X7', 'strip-12', 'Minus')
    .device('A1', 'motion', 'Controller')
    .device('B1', 'prox', 'End of X')
    .device('B2', 'prox', 'End of Y', { comes: 'later' })
    .device('F5', 'breaker-1p', 'Vacuum', { comes: 'later', fitted: { Q: { family: 'IEC 60898', rating_A: 6 } } })
    .device('K1', 'latch', 'Vacuum contactor', { comes: 'later' })
    .device('M1', 'vacuum', 'Vacuum', { comes: 'later', safeState: 'off', commandedBy: of('a1') })
    .device('U1', 'metal', 'Frame')
    .wire('X1.L', 'Q1.1', 'L', { size: '1.5 mm²' })
    .wire('X1.N', 'Q1.3', 'N', { size: '1.5 mm²' })
    .wire('Q1.2', 'F1.1', 'L', { size: '1.5 mm²' })
    .wire('F1.2', 'PS1.L', 'L', { size: '1.5 mm²' })
    .wire('Q1.4', 'PS1.N', 'N', { size: '1.5 mm²' })
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V-1', 'PE1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+', { size: '1.5 mm²' })
    .wire('PS1.V-2', 'X7.1', 'V-', { size: '1.5 mm²' })
    .wire('F2.1', 'A1.V+', 'V+', { size: '0.75 mm²' })
    .wire('A1.V-', 'X7.2', 'V-', { size: '0.75 mm²' })
    .wire('F2.2', 'B1.BN', 'V+', { size: '0.25 mm²' })
    .wire('B1.BU', 'X7.3', 'V-', { size: '0.25 mm²' })
    .wire('B1.BK', 'A1.I1', 'signal', { size: '0.25 mm²' })
    .wire('Q1.2', 'F5.1', 'L', { size: '1.5 mm²' })
    .wire('F5.2', 'K1.1', 'L', { size: '1.5 mm²' })
    .wire('Q1.4', 'K1.3', 'N', { size: '1.5 mm²' })
    .wire('K1.2', 'M1.L', 'L', { size: '1.5 mm²' })
    .wire('K1.4', 'M1.N', 'N', { size: '1.5 mm²' })
    .wire('PE1.PE', 'M1.PE', 'PE', { size: '1.5 mm²' })
    .wire('A1.O1+', 'K1.A1', 'V+', { size: '0.5 mm²' })
    .wire('K1.A2', 'A1.O1-', 'V-', { size: '0.5 mm²' })
    .build()
}

/** The same with nothing of the later part joined yet: what is drawn of it is its box alone. */
function millUnjoined() {
  return to.all(
    to.cut('Q1.2 > F5.1'),
    to.cut('F5.2 > K1.1'),
    to.cut('Q1.4 > K1.3'),
    to.cut('K1.2 > M1.L'),
    to.cut('K1.4 > M1.N'),
    to.cut('PE1.PE > M1.PE'),
    to.cut('A1.O1+ > K1.A1'),
    to.cut('K1.A2 > A1.O1-'),
  )(mill())
}

export const STAGED: readonly Build[] = [
  {
    name: 'a mill in two stages',
    plan: mill(),
    mistakes: [
      stop('the frame’s earth is forgotten', to.cut('PE1.PE > U1.PE'), /earth/i),
      stop('what comes now lacks its plus', to.cut('F2.1 > A1.V+'), /open|fed|reaches/i),
    ],
    harmless: [fine('all of it comes later still', to.device('B1', { comes: 'later' }))],
  },
  {
    name: 'a mill whose second stage is not joined yet',
    plan: millUnjoined(),
    mistakes: [stop('a later thing comes now after all', to.device('M1', { comes: 'now' }), /open|join/i)],
    harmless: [fine('one more comes later', to.device('B1', { comes: 'later' }))],
  },
]
