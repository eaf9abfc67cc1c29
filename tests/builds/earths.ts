import { PlanBuilder } from '@/core/patterns'
import type { Plan, Site } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'

export const site =
  (changes: Partial<Site>): to.Edit =>
  (plan) => ({ ...plan, site: { ...plan.site, ...changes } })

const screenToEarth = to.join('PE1.PE > A1.FE', 'signal', { size: '0.5 mm²' })

/** A router whose spindle hangs on a drive, in a workshop whose earth is its own rod. */
function spindleBox(): Plan {
  return new PlanBuilder('Router with a spindle drive', 'IEC', {
    site: { plug: { kind: 'polarised', fuse_A: null }, earthing: 'TT', residual_mA: 30, residualType: 'F' },
  })
    .device('X1', 'inlet-locking', 'Inlet')
    .device('Q1', 'switch-2p', 'Main switch')
    .device('F1', 'breaker-1p', 'Drive', { fitted: { Q: { family: 'IEC 60898', rating_A: 10 } } })
    .device('PE1', 'earth-stud', 'Earth')
    .device('A1', 'spindle-drive-750', 'Spindle drive')
    .device('M1', 'spindle-3-750', 'Spindle', { safeState: 'off' })
    .device('S0', 'emergency-stop', 'Stop')
    .device('S1', 'selector-2', 'Run')
    .wire('X1.L', 'Q1.1', 'L', { size: '1.5 mm²' })
    .wire('X1.N', 'Q1.3', 'N', { size: '1.5 mm²' })
    .wire('Q1.2', 'F1.1', 'L', { size: '1.5 mm²' })
    .wire('F1.2', 'S0.11', 'L', { size: '1.5 mm²' })
    .wire('S0.12', 'A1.L', 'L', { size: '1.5 mm²' })
    .wire('Q1.4', 'A1.N', 'N', { size: '1.5 mm²' })
    .wire('X1.PE', 'PE1.PE', 'PE', { size: '1.5 mm²' })
    .wire('PE1.PE', 'A1.PE', 'PE', { size: '1.5 mm²' })
    .wire('PE1.PE', 'M1.PE', 'PE', { size: '1.5 mm²', jacket: 'jacketed' })
    .wire('A1.U', 'M1.U', 'signal', { size: '1.5 mm²', jacket: 'jacketed', rated_V: 600 })
    .wire('A1.V', 'M1.V', 'signal', { size: '1.5 mm²', jacket: 'jacketed', rated_V: 600 })
    .wire('A1.W', 'M1.W', 'signal', { size: '1.5 mm²', jacket: 'jacketed', rated_V: 600 })
    .wire('A1.RUN', 'S1.13', 'signal', { size: '0.5 mm²' })
    .wire('A1.COM', 'S1.14', 'signal', { size: '0.5 mm²' })
    .build()
}

/** A heater and its controls between two live poles of 120 V, as in a workshop of the NEC's practice. */
function twoPoles(): Plan {
  return new PlanBuilder('Kiln switch, 240 V between two poles', 'NEC', {
    site: {
      mains_V: 240,
      livePoles: 2,
      earthing: 'TN',
      plug: { kind: 'polarised', fuse_A: null },
      outletBreaker_A: 20,
      residual_mA: null,
    },
  })
    .device('X1', 'inlet-locking', 'Inlet')
    .device('Q1', 'switch-2p', 'Main switch')
    .device('F1', 'branch-breaker-2p', 'Both poles', {
      fitted: { Q1: { family: 'UL 489', rating_A: 15 }, Q2: { family: 'UL 489', rating_A: 15 } },
    })
    .device('PE1', 'earth-stud', 'Earth')
    .device('B1', 'thermostat', 'Thermostat')
    .device('B2', 'cut-out-150', 'Cut-out')
    .device('E1', 'heater-mains-1500', 'Heater', { safeState: 'off' })
    .wire('X1.L', 'Q1.1', 'L', { size: '12 AWG' })
    .wire('X1.N', 'Q1.3', 'N', { size: '12 AWG' })
    .wire('Q1.2', 'F1.1', 'L', { size: '12 AWG' })
    .wire('Q1.4', 'F1.3', 'N', { size: '12 AWG' })
    .wire('F1.2', 'B1.1', 'L', { size: '14 AWG' })
    .wire('B1.2', 'B2.1', 'L', { size: '14 AWG' })
    .wire('B2.2', 'E1.L', 'L', { size: '14 AWG', jacket: 'jacketed' })
    .wire('F1.4', 'E1.N', 'N', { size: '14 AWG', jacket: 'jacketed' })
    .wire('X1.PE', 'PE1.PE', 'PE', { size: '12 AWG' })
    .wire('PE1.PE', 'E1.PE', 'PE', { size: '14 AWG', jacket: 'jacketed' })
    .build()
}

export const EARTHS: readonly Build[] = [
  {
    name: 'a spindle on a drive, earthed by a rod',
    plan: spindleBox(),
    mistakes: [
      stop('a phase and the run input exchanged', to.exchange('A1.W', 'A1.RUN'), /A1|M1/),
      stop('switch between run and the screen', to.land('S1.14 > A1.COM', 'A1.FE'), /S1/),
      stop('no residual-current device, and the earth is a rod', site({ residual_mA: null }), /TT|earth/),
      stop('its device sees alternating current only', site({ residualType: 'AC' }), /A1.*many frequencies/s),
      stop('its device sees pulses only', site({ residualType: 'A' }), /A1.*many frequencies/s),
      caution('nobody looked of which type it is', site({ residualType: null }), /type/),
      caution('a device that opens on 6 mA ahead of a drive that leaks 3.5 mA', site({ residual_mA: 6 }), /leak/),
      stop('the rod’s earth is poor: 2000 ohm', site({ loop_ohm: 2000 }), /earth/i),
      stop(
        'the drive’s neutral on the earth stud',
        to.all(to.cut('Q1.4 > A1.N'), to.join('PE1.PE > A1.N', 'N', { size: '1.5 mm²' })),
        /ahead of the outlet of X1, 30 mA, sees/,
      ),
      stop('the spindle without its earth', to.cut('PE1.PE > M1.PE'), /M1|earth/),
      stop('the line on a motor terminal', to.exchange('A1.L', 'A1.U'), /A1/),
      stop(
        'the spindle earthed from the drive’s screw for screens',
        to.all(
          to.cut('PE1.PE > M1.PE'),
          screenToEarth,
          to.join('A1.FE > M1.PE', 'PE', { size: '1.5 mm²', jacket: 'jacketed' }),
        ),
        /M1.*functional earth/,
      ),
    ],
    harmless: [
      fine('a screen’s reference joined to earth', screenToEarth),
      fine(
        'the same in green and yellow',
        to.all(screenToEarth, to.wire('PE1.PE > A1.FE', { colour: { base: 'green', stripe: 'yellow' } })),
      ),
      fine('a device for any direct current', site({ residualType: 'B' })),
      fine('an earth of 80 ohm', site({ loop_ohm: 80 })),
      fine('water at hand, behind 30 mA', site({ isNearWater: true })),
    ],
  },
  {
    name: 'a heater between two live poles',
    plan: twoPoles(),
    mistakes: [
      stop(
        'one pole past the breaker',
        to.all(
          to.cut('Q1.4 > F1.3'),
          to.cut('F1.4 > E1.N'),
          to.join('Q1.4 > E1.N', 'N', { size: '12 AWG', jacket: 'jacketed' }),
        ),
        /one of two live poles/,
      ),
      stop(
        'one pole past the main switch',
        to.all(to.cut('X1.N > Q1.3'), to.cut('Q1.4 > F1.3'), to.join('X1.N > F1.3', 'N', { size: '12 AWG' })),
        /live/,
      ),
      stop('a loop of 2 ohm opens no breaker of 20 A', site({ loop_ohm: 2 }), /opens at once/),
      stop('water at hand, and no device ahead of it', site({ isNearWater: true }), /Water/),
    ],
    harmless: [
      fine('a loop of 0.4 ohm', site({ loop_ohm: 0.4 })),
      fine('earthing not known', site({ earthing: null })),
    ],
  },
]
