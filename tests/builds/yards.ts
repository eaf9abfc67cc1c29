import { cataloguePart } from '@/core/catalogue'
import { PlanBuilder } from '@/core/patterns'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'

const blade = (rating_A: number) => ({ family: 'ISO 8820-3' as const, rating_A })
const blade58 = (rating_A: number) => ({ family: 'ISO 8820-3 58 V' as const, rating_A })
const part = (key: string) => cataloguePart(`part:${key}`).part

/** A feeder on two batteries in series: an auger by a contactor behind a stop and a lid, a controller with sensors, a valve. */
const feeder = () =>
  new PlanBuilder('Feeder', 'IEC')
    .device('G1', 'battery-12-18', 'Lower battery')
    .device('G2', 'battery-12-18', 'Upper battery')
    .device('F0', 'holder-inline-blade', 'Main fuse', { fitted: { F: blade(15) } })
    .device('XP', 'bus-stud', 'Plus')
    .device('X0', 'strip-12', 'Minus')
    .device('F5', 'holder-inline-blade', 'Auger', { fitted: { F: blade(10) } })
    .device('F1', 'fuse-block-4', 'Control', { fitted: { F1: blade(2), F2: blade(2), F3: blade(1) } })
    .device('S0', 'key-switch', 'Key')
    .device('A1', 'controller-8-4', 'Controller')
    .device('S1', 'stop-1', 'Stop')
    .device('B1', 'guard-contact', 'Lid')
    .device('K1', 'contactor-24', 'Auger’s contactor')
    .device('M1', 'spindle-24', 'Auger', { safeState: 'off', loads: { load: { power_W: 150 } } })
    .device('XM', 'splice-3', 'Auger’s plus')
    .device('XN', 'splice-3', 'Auger’s minus')
    .device('XY', 'splice-3', 'Water’s plus')
    .device('XZ', 'splice-3', 'Water’s minus')
    .device('D1', 'flyback-diode')
    .device('D2', 'flyback-diode')
    .device('D3', 'flyback-diode')
    .device('B2', 'reed', 'Gate is shut')
    .device('B3', 'proximity-plus', 'Hopper is full')
    .device('S3', 'button-open', 'Feed now')
    .device('X24', 'splice-5', '24 V of sensors')
    .device('Y1', 'valve-24', 'Water', { safeState: 'off' })
    .device('H1', 'indicator-24', 'Ready')
    .device('H2', 'buzzer-24', 'Hopper is empty')
    .wire('G1.-', 'X0.1', 'V-')
    .wire('G1.+', 'G2.-', 'V+', { length_mm: 150 })
    .wire('G2.+', 'F0.1', 'V+', { length_mm: 100 })
    .wire('F0.2', 'XP.1', 'V+')
    .wire('XP.2', 'F5.1', 'V+')
    .wire('F5.2', 'K1.1', 'V+')
    .wire('K1.2', 'XM.1', 'V+')
    .wire('XM.2', 'M1.+', 'V+')
    .wire('M1.-', 'XN.2', 'V-')
    .wire('XN.1', 'X0.2', 'V-')
    .wire('D1.K', 'XM.3', 'V+', { size: '0.75 mm²', length_mm: 60 })
    .wire('D1.A', 'XN.3', 'V-', { size: '0.75 mm²', length_mm: 60 })
    .wire('XP.3', 'S0.13', 'V+')
    .wire('S0.14', 'F1.IN', 'V+')
    .wire('F1.1', 'A1.V+', 'V+')
    .wire('A1.V-', 'X0.3', 'V-')
    .wire('A1.Q1', 'S1.11', 'V+')
    .wire('S1.12', 'B1.11', 'V+')
    .wire('B1.12', 'K1.A1', 'V+')
    .wire('K1.A2', 'X0.4', 'V-')
    .wire('D2.K', 'K1.A1', 'V+')
    .wire('D2.A', 'K1.A2', 'V-')
    .wire('F1.3', 'X24.1', 'V+')
    .wire('X24.2', 'B2.1', 'signal')
    .wire('B2.2', 'A1.I1', 'signal')
    .wire('X24.3', 'B3.V+', 'V+')
    .wire('B3.V-', 'X0.5', 'V-')
    .wire('B3.S', 'A1.I2', 'signal')
    .wire('X24.4', 'S3.13', 'signal')
    .wire('S3.14', 'A1.I3', 'signal')
    .wire('A1.Q2', 'H1.+', 'V+')
    .wire('H1.-', 'X0.6', 'V-')
    .wire('A1.Q3', 'H2.+', 'V+')
    .wire('H2.-', 'X0.7', 'V-')
    .wire('A1.Q4', 'XY.1', 'V+')
    .wire('XY.2', 'Y1.+', 'V+')
    .wire('Y1.-', 'XZ.2', 'V-')
    .wire('XZ.1', 'X0.8', 'V-')
    .wire('D3.K', 'XY.3', 'V+')
    .wire('D3.A', 'XZ.3', 'V-')
    .build()

/** A plane table on 48 V: spindle by a transistor relay, two axes, 24 V made of the 48 V, one contactor in the feed of all that moves. */
const table = () =>
  new PlanBuilder('Table on 48 V', 'IEC', {
    site: { plug: { kind: 'polarised', fuse_A: null }, earthing: 'TN', residual_mA: 30, residualType: 'A' },
  })
    .device('X1', 'inlet-lead', 'Cord')
    .device('Q1', 'isolator-door', 'Main switch')
    .device('F1', 'breaker-2p-10', 'Supply', {
      fitted: {
        Q1: { family: 'IEC 60898', rating_A: 10, curve: 'C' },
        Q2: { family: 'IEC 60898', rating_A: 10, curve: 'C' },
      },
    })
    .device('PE1', 'earth-bar-7', 'Earth')
    .device('U1', 'metal', 'Box')
    .device('U2', 'metal', 'Frame')
    .device('PS1', 'supply-48-600', '48 V', { hasCover: true })
    .device('XP', 'bus-stud', '48 V')
    .device('X0', 'strip-18', '0 V')
    .device('K1', 'contactor-24-2a', 'All that moves')
    .device('F2', 'fuse-block-4', 'Fuses of 48 V', { fitted: { F1: blade58(7.5), F2: blade58(5), F3: blade58(5) } })
    .device('F4', 'holder-inline-blade', '24 V', { fitted: { F: blade58(5) } })
    .device('PS2', 'converter-48-24', '24 V')
    .device('F3', 'fuse-block-4', 'Fuses of 24 V', {
      fitted: { F1: blade(2), F2: blade(1), F3: blade(1), F4: blade(1) },
    })
    .device('K2', 'ssr-dc-40', 'Spindle’s relay', { sink_K_per_W: 1.5 })
    .device('M3', 'spindle-48', 'Spindle', { loads: { load: { power_W: 200 } } })
    .device('XM', 'splice-3', 'Spindle’s plus')
    .device('XN', 'splice-3', 'Spindle’s minus')
    .device('XK', 'splice-3', 'Coil')
    .device('D3', 'flyback-diode')
    .device('D1', 'flyback-diode')
    .device('A1', 'motion-controller-24', 'Motion')
    .device('XG', 'splice-5', 'Ground of pulses')
    .device('A11', 'driver-8', 'Across', { loads: { motor: { power_W: 40 } } })
    .device('A12', 'driver-8', 'Along', { loads: { motor: { power_W: 40 } } })
    .device('M1', 'stepper-57-76', 'Across')
    .device('M2', 'stepper-57-76', 'Along')
    .device('B1', 'end-stop', 'End across')
    .device('B2', 'end-stop', 'End along')
    .device('S1', 'emergency-stop', 'Stop')
    .device('S2', 'selector-2', 'Spindle runs')
    .device('S3', 'button-start', 'Start')
    .device('S4', 'guard-contact', 'Hood')
    .device('H1', 'indicator-24', 'Power')
    .device('V1', 'fan-24-60', 'Fan')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('Q1.2', 'F1.1', 'L')
    .wire('Q1.4', 'F1.3', 'N')
    .wire('F1.2', 'PS1.L', 'L')
    .wire('F1.4', 'PS1.N', 'N')
    .wire('PE1.PE2', 'PS1.PE', 'PE')
    .wire('PE1.PE3', 'U1.PE', 'PE')
    .wire('PE1.PE4', 'U2.PE', 'PE')
    .wire('PS1.V+1', 'XP.1', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .wire('XP.2', 'F4.1', 'V+')
    .wire('F4.2', 'PS2.IN+', 'V+')
    .wire('PS2.IN-', 'X0.2', 'V-')
    .wire('PS2.OUT+', 'F3.IN', 'V+')
    .wire('PS2.OUT-', 'X0.3', 'V-')
    .wire('XP.3', 'K1.1', 'V+')
    .wire('K1.2', 'K1.3', 'V+')
    .wire('K1.4', 'F2.IN', 'V+')
    .wire('F2.1', 'K2.1', 'V+')
    .wire('K2.2', 'XM.1', 'V+')
    .wire('XM.2', 'M3.+', 'V+')
    .wire('M3.-', 'XN.2', 'V-')
    .wire('XN.1', 'X0.4', 'V-')
    .wire('D3.K', 'XM.3', 'V+', { size: '0.75 mm²', length_mm: 60 })
    .wire('D3.A', 'XN.3', 'V-', { size: '0.75 mm²', length_mm: 60 })
    .wire('F2.2', 'A11.V+', 'V+')
    .wire('A11.V-', 'X0.5', 'V-')
    .wire('F2.3', 'A12.V+', 'V+')
    .wire('A12.V-', 'X0.6', 'V-')
    .wire('F3.1', 'A1.V+', 'V+')
    .wire('A1.V-', 'X0.7', 'V-')
    .wire('F3.2', 'S1.11', 'V+')
    .wire('S1.12', 'S4.11', 'V+')
    .wire('S4.12', 'S3.13', 'V+')
    .wire('S3.14', 'XK.1', 'V+')
    .wire('XK.2', 'K1.A1', 'V+')
    .wire('S3.13', 'K1.13', 'V+')
    .wire('K1.14', 'XK.3', 'V+')
    .wire('K1.A2', 'X0.8', 'V-')
    .wire('D1.K', 'K1.A1', 'V+')
    .wire('D1.A', 'K1.A2', 'V-')
    .wire('S1.21', 'A1.I4S', 'signal')
    .wire('S1.22', 'A1.I4G', 'signal')
    .wire('F3.3', 'S2.13', 'V+')
    .wire('S2.14', 'K2.C+', 'V+')
    .wire('K2.C-', 'X0.9', 'V-')
    .wire('F3.4', 'H1.+', 'V+')
    .wire('H1.-', 'X0.10', 'V-')
    .wire('H1.+', 'V1.+', 'V+')
    .wire('V1.-', 'X0.11', 'V-')
    .wire('B1.S', 'A1.I1S', 'signal')
    .wire('B1.G', 'A1.I1G', 'signal')
    .wire('B2.S', 'A1.I2S', 'signal')
    .wire('B2.G', 'A1.I2G', 'signal')
    .wire('A1.P1', 'A11.PUL+', 'signal')
    .wire('A1.D1', 'A11.DIR+', 'signal')
    .wire('A11.PUL-', 'XG.2', 'signal')
    .wire('A11.DIR-', 'XG.3', 'signal')
    .wire('A11.A+', 'M1.A+', 'signal')
    .wire('A11.A-', 'M1.A-', 'signal')
    .wire('A11.B+', 'M1.B+', 'signal')
    .wire('A11.B-', 'M1.B-', 'signal')
    .wire('A1.P2', 'A12.PUL+', 'signal')
    .wire('A1.D2', 'A12.DIR+', 'signal')
    .wire('A12.PUL-', 'XG.4', 'signal')
    .wire('A12.DIR-', 'XG.5', 'signal')
    .wire('A12.A+', 'M2.A+', 'signal')
    .wire('A12.A-', 'M2.A-', 'signal')
    .wire('A12.B+', 'M2.B+', 'signal')
    .wire('A12.B-', 'M2.B-', 'signal')
    .wire('A1.G', 'XG.1', 'signal')
    .build()

export const YARDS: readonly Build[] = [
  {
    name: 'feeder on two batteries',
    plan: feeder(),
    mistakes: [
      stop('upper battery turned round', to.exchange('G2.+', 'G2.-'), /G2|G1/),
      stop(
        'batteries side by side',
        to.all(to.land('G1.+ > G2.-', 'G2.+'), to.join('G2.- > X0.9', 'V-')),
        /A1|M1|12 V|24 V/,
      ),
      stop('one battery alone', to.all(to.drop('G2'), to.join('G1.+ > F0.1', 'V+', { length_mm: 150 })), /A1|M1|K1/),
      stop('main fuse left out', to.fit('F0', 'F', null), /F0/),
      stop('no main fuse', to.all(to.drop('F0'), to.join('G2.+ > XP.1', 'V+', { length_mm: 900 })), /fuse|protect/i),
      stop('main fuse of 40 A', to.fit('F0', 'F', 40), /F0|W\d+/),
      stop('auger past its contactor', to.land('XM.1 > K1.2', 'F5.2'), /M1|K1/),
      stop('stop bridged', to.join('S1.11 > S1.12', 'V+'), /S1/),
      stop('lid past', to.all(to.cut('S1.12 > B1.11'), to.land('K1.A1 > B1.12', 'S1.12')), /B1|lid/i),
      stop('coil past stop and lid', to.all(to.cut('A1.Q1 > S1.11'), to.land('K1.A1 > B1.12', 'A1.Q1')), /S1|B1|stop/i),
      stop('coil on the plus of sensors', to.land('S1.11 > A1.Q1', 'X24.5'), /K1|M1/),
      stop('coil’s minus left off', to.cut('K1.A2 > X0.4'), /K1/),
      stop('diode of the coil turned round', to.exchange('D2.K', 'D2.A'), /D2/),
      stop('diode of the auger turned round', to.exchange('D1.K', 'D1.A'), /D1/),
      caution('diode of the valve left out', to.drop('D3'), /Y1/),
      stop('auger on the output itself', to.land('XM.1 > K1.2', 'A1.Q3'), /A1|Q4/),
      stop('sensor’s output on the minus', to.land('B3.S > A1.I2', 'X0.9'), /B3/),
      stop('sensor turned round', to.exchange('B3.V+', 'B3.V-'), /B3/),
      stop('gate’s contact to minus and not to plus', to.land('B2.1 > X24.2', 'X0.9'), /B2|I1/),
      stop('lead of sensors’ plus left off', to.cut('F1.3 > X24.1'), /B3|X24|S3|B2/),
      stop(
        'a sensor of no stated load on the sensors’ plus, which is left off',
        to.all(
          to.part('B3', (own) => ({ ...own, draws: [] })),
          to.cut('F1.3 > X24.1'),
        ),
        /B3/,
      ),
      stop('controller’s minus left off', to.cut('A1.V- > X0.3'), /A1/),
      stop('lamp for 12 V', to.takesPart('H1', part('lamp-12')), /H1/),
      stop('auger’s lead 0.75 mm²', to.wire('K1.2 > XM.1', { size: '0.75 mm²' }), /W\d+/),
      stop('key before the auger too', to.land('F5.1 > XP.2', 'S0.14'), /S0/),
      stop('valve between two outputs', to.land('XZ.1 > X0.8', 'A1.Q3'), /Y1|Q3/),
      stop('middle of the batteries on the minus', to.join('G2.- > X0.9', 'V-'), /G1|short/i),
      stop('controller on the lower battery', to.land('A1.V+ > F1.1', 'G1.+'), /A1/),
    ],
    harmless: [
      fine('lid before the stop', to.all(to.exchange('S1.11', 'B1.11'), to.exchange('S1.12', 'B1.12'))),
      fine('leads of the reed exchanged', to.exchange('B2.1', 'B2.2')),
      fine('poles of the contactor exchanged', to.exchange('K1.1', 'K1.2')),
      fine('key exchanged', to.exchange('S0.13', 'S0.14')),
      fine('other minus terminals', to.exchange('X0.4', 'X0.8')),
      fine('lower battery above the upper one', to.all(to.exchange('G1.-', 'G2.-'), to.exchange('G1.+', 'G2.+'))),
    ],
  },
  {
    name: 'table on 48 V',
    plan: table(),
    mistakes: [
      stop('converter on the 24 V side', to.all(to.exchange('PS2.IN+', 'PS2.OUT+')), /PS2|A1|48 V/),
      stop('controller on 48 V', to.land('A1.V+ > F3.1', 'XP.4'), /A1/),
      stop(
        'a driver on 24 V, whose least is 24',
        to.all(to.land('A11.V+ > F2.2', 'F3.4'), to.cut('F3.4 > H1.+'), to.join('F3.3 > H1.+', 'V+')),
        /A11|F3|PS2|M1/,
      ),
      stop('spindle past the contactor', to.land('K2.1 > F2.1', 'XP.4'), /K1|M3|S1/),
      stop('spindle past its relay', to.land('XM.1 > K2.2', 'F2.1'), /K2|M3/),
      stop('stop cuts the input alone', to.all(to.land('S4.11 > S1.12', 'F3.2'), to.cut('F3.2 > S1.11')), /S1|stop/i),
      stop('hood bridged', to.join('S4.11 > S4.12', 'V+'), /S4|hood/i),
      stop('start without its holding contact', to.cut('K1.14 > XK.3'), /K1/),
      stop('a maintained selector where the start button belongs', to.takesPart('S3', part('selector-2')), /S3|M3|K1/),
      stop('relay’s control turned round', to.exchange('K2.C+', 'K2.C-'), /K2/),
      stop('relay’s control from 48 V', to.land('S2.13 > F3.3', 'XP.4'), /K2/),
      stop('spindle’s diode turned round', to.exchange('D3.K', 'D3.A'), /D3/),
      stop('pulses’ ground left off', to.cut('A1.G > XG.1'), /A1|A11|A12|ground/i),
      stop('pulse and direction exchanged along', to.exchange('A12.PUL+', 'A12.DIR+'), /A12|A1|W\d+/),
      stop('a motor’s leads across two windings', to.exchange('M1.A-', 'M1.B+'), /M1/),
      stop(
        'motors’ cores on the wrong driver',
        to.all(to.exchange('M1.A+', 'M2.A+'), to.exchange('M1.A-', 'M2.A-')),
        /M1|M2/,
      ),
      stop('end stop on two inputs', to.land('B1.G > A1.I1G', 'A1.I3S'), /B1/),
      stop('fuse of the spindle 25 A', to.fit('F2', 'F1', 25), /F2|W\d+/),
      stop('spindle’s lead 0.34 mm²', to.wire('XM.2 > M3.+', { size: '0.34 mm²' }), /W\d+/),
      stop('supply’s earth left off', to.cut('PE1.PE2 > PS1.PE'), /PS1|earth/i),
      stop('frame without earth', to.cut('PE1.PE4 > U2.PE'), /U2|earth/i),
      stop('plus of the supply on the frame', to.join('XP.4 > U2.PE', 'V+'), /U2|earth|short/i),
      stop('neutral past the breaker', to.all(to.land('PS1.N > F1.4', 'Q1.4'), to.cut('Q1.4 > F1.3')), /F1|neutral/i),
      stop('fan on 48 V', to.all(to.cut('H1.+ > V1.+'), to.join('XP.4 > V1.+', 'V+')), /V1/),
    ],
    harmless: [
      fine('hood before the stop', to.all(to.exchange('S1.11', 'S4.11'), to.exchange('S1.12', 'S4.12'))),
      fine('leads of the end stop exchanged', to.exchange('B1.S', 'B1.G')),
      fine(
        'a winding turned, which the program turns',
        to.all(to.exchange('M1.A+', 'M1.A-'), to.exchange('M1.B+', 'M1.B-')),
      ),
      fine('other minus terminals', to.exchange('X0.5', 'X0.9')),
      fine(
        'poles of the contactor in the other order',
        to.all(to.exchange('K1.1', 'K1.3'), to.exchange('K1.2', 'K1.4')),
      ),
    ],
  },
]
