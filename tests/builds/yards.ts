import { cataloguePart } from '@/core/catalogue'
import { PlanBuilder } from '@/core/patterns'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'

const blade = (rating_A: number) => ({ family: 'ISO 8820-3' as const, rating_A })
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
]
