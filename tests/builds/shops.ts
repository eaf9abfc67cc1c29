import { cataloguePart } from '@/core/catalogue'
import { contact, definePart, draw, byHeat, byHand, optional, terminal } from '@/core/catalogue/builders'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Part } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'

const of = (tag: string) => `device:${tag}` as DeviceId
const blade = (rating_A: number) => ({ family: 'ISO 8820-3' as const, rating_A })
const glass = (rating_A: number) => ({ family: 'IEC 60127' as const, rating_A })

/** Feeds a tube that cuts: mains in, and a row of small pins of which one lets it fire and one says when. */
const TUBE_SUPPLY: Part = definePart('Tube supply, 60 W', [150, 60, 90], {
  mounting: 'screws',
  behaviour: { kind: 'other' },
  terminals: {
    AC1: terminal('AC 1', 'L', 'screw', { direction: 'in' }),
    AC2: terminal('AC 2', 'N', 'screw', { direction: 'in' }),
    FG: terminal('FG', 'PE', 'screw'),
    G: terminal('G', 'V-', 'smallScrew', optional),
    G2: terminal('G', 'V-', 'smallScrew', optional),
    WP: terminal('WP', 'signal', 'smallScrew', { direction: 'in', level_V: 5, block: 'P' }),
    TH: terminal('TH', 'signal', 'smallScrew', { direction: 'in', level_V: 5, block: 'T' }),
  },
  draws: [draw('tube', 'Tube', 'AC1', 'AC2', 230, { power_W: 250 }, { system: 'ac', powerFactor: 0.6 })],
  links: [{ id: 'G', kind: 'bar', terminals: ['G', 'G2'] } as never],
})

/** Water moves it: closed while it flows. */
const FLOW_SWITCH: Part = definePart('Flow switch, closes with the water', [60, 40, 30], {
  mounting: 'loose',
  behaviour: { kind: 'sensor' },
  actuators: [byHand('operated', 'flow')],
  terminals: {
    a: terminal('1', 'any', 'moulded', { polarised: false }),
    b: terminal('2', 'any', 'moulded', { polarised: false }),
  },
  links: [contact('F', 'a', 'b', 'open', 'flow', 1)],
})

/** A cutter with a tube: a lid and the water's flow let it fire, a stop drops its mains, two axes by drivers. */
function cutter() {
  return new PlanBuilder('Cutter', 'IEC')
    .part('tube-supply', TUBE_SUPPLY)
    .part('flow-switch', FLOW_SWITCH)
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: glass(6.3) } })
    .device('Q1', 'switch-2p', 'Main switch')
    .device('XL', 'strip-6', 'Line')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-bar-7')
    .device('U1', 'metal', 'Body')
    .device('PS1', 'supply-24-150', '24 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(5), F2: blade(3), F3: blade(2), F4: blade(2) } })
    .device('X0', 'strip-12', 'Minus')
    .device('X5', 'splice-5', 'Drivers’ plus')
    .device('A1', 'motion-controller-24', 'Motion')
    .device('A11', 'driver-small', 'Driver across')
    .device('A12', 'driver-small', 'Driver along')
    .device('M1', 'stepper', 'Across')
    .device('M2', 'stepper', 'Along')
    .device('S1', 'emergency-stop', 'Stop')
    .device('S3', 'guard-2', 'Lid')
    .device('B1', 'flow-switch', 'Water flows')
    .device('K1', 'contactor-24-2a', 'Tube mains')
    .device('A2', 'tube-supply', 'Tube')
    .device('M3', 'pump-mains', 'Water pump')
    .device('V1', 'fan-mains', 'Extraction')
    .device('B11', 'end-stop', 'End across')
    .device('B12', 'end-stop', 'End along')
    .device('H1', 'indicator-24', 'Tube live')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'PS1.L', 'L')
    .wire('XN.2', 'PS1.N', 'N')
    .wire('XL.3', 'K1.1', 'L')
    .wire('XN.3', 'K1.3', 'N')
    .wire('K1.2', 'A2.AC1', 'L')
    .wire('K1.4', 'A2.AC2', 'N')
    .wire('XL.4', 'M3.L', 'L')
    .wire('XN.4', 'M3.N', 'N')
    .wire('XL.5', 'V1.L', 'L')
    .wire('XN.5', 'V1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE2', 'PS1.PE', 'PE')
    .wire('PE1.PE3', 'A2.FG', 'PE')
    .wire('PE1.PE4', 'M3.PE', 'PE')
    .wire('PE1.PE5', 'V1.PE', 'PE')
    .wire('PE1.PE6', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .wire('F2.1', 'S1.21', 'V+', { size: '0.75 mm²' })
    .wire('S1.22', 'X5.1', 'V+', { size: '0.75 mm²' })
    .wire('X5.2', 'A11.V+', 'V+', { size: '0.75 mm²' })
    .wire('X5.3', 'A12.V+', 'V+', { size: '0.75 mm²' })
    .wire('F2.3', 'A1.V+', 'V+')
    .wire('X0.2', 'A11.V-', 'V-')
    .wire('X0.3', 'A12.V-', 'V-')
    .wire('X0.4', 'A1.V-', 'V-')
    .wire('F2.4', 'S1.11', 'V+', { size: '0.75 mm²' })
    .wire('S1.12', 'S3.11', 'V+', { size: '0.75 mm²' })
    .wire('S3.12', 'K1.A1', 'V+', { size: '0.75 mm²' })
    .wire('K1.A2', 'X0.5', 'V-')
    .wire('S3.12', 'H1.+', 'V+', { size: '0.75 mm²' })
    .wire('H1.-', 'X0.6', 'V-')
    .wire('A2.WP', 'S3.21', 'signal')
    .wire('S3.22', 'B1.a', 'signal')
    .wire('B1.b', 'A2.G', 'signal')
    .wire('A1.P3', 'A2.TH', 'signal')
    .wire('A1.V-2', 'A2.G2', 'signal')
    .wire('A1.P1', 'A11.PUL+', 'signal')
    .wire('A1.D1', 'A11.DIR+', 'signal')
    .wire('A1.P2', 'A12.PUL+', 'signal')
    .wire('A1.D2', 'A12.DIR+', 'signal')
    .wire('A1.G', 'A11.PUL-', 'signal')
    .wire('A11.PUL-', 'A11.DIR-', 'signal')
    .wire('A11.DIR-', 'A12.PUL-', 'signal')
    .wire('A12.PUL-', 'A12.DIR-', 'signal')
    .wire('A1.I1S', 'B11.S', 'signal')
    .wire('A1.I1G', 'B11.G', 'signal')
    .wire('A1.I2S', 'B12.S', 'signal')
    .wire('A1.I2G', 'B12.G', 'signal')
    .wire('A11.A+', 'M1.A+', 'signal')
    .wire('A11.A-', 'M1.A-', 'signal')
    .wire('A11.B+', 'M1.B+', 'signal')
    .wire('A11.B-', 'M1.B-', 'signal')
    .wire('A12.A+', 'M2.A+', 'signal')
    .wire('A12.A-', 'M2.A-', 'signal')
    .wire('A12.B+', 'M2.B+', 'signal')
    .wire('A12.B-', 'M2.B-', 'signal')
    .build()
}

/** Hot air from one box with two pairs of leads: its heat and its blower apart. */
const AIR_HEATER: Part = definePart('Hot air unit, 230 V', [180, 90, 90], {
  mounting: 'screws',
  behaviour: { kind: 'other' },
  terminals: {
    H1: terminal('H1', 'any', 'tab63', { polarised: false }),
    H2: terminal('H2', 'any', 'tab63', { polarised: false }),
    B1: terminal('B1', 'any', 'tab63', { polarised: false }),
    B2: terminal('B2', 'any', 'tab63', { polarised: false }),
    E: terminal('E', 'PE', 'tab63'),
  },
  draws: [
    draw('heat', 'Heat', 'H1', 'H2', 230, { power_W: 1200 }, { system: 'ac', does: 'heats' }),
    draw('air', 'Blower', 'B1', 'B2', 230, { power_W: 40 }, { system: 'ac', does: 'blows', startFactor: 2 }),
  ],
})

/** Opens when it gets too warm, and stays open until somebody presses it. */
const TRIP: Part = definePart('Temperature trip, by hand reset', [30, 30, 20], {
  mounting: 'loose',
  behaviour: { kind: 'thermal-cut-out' },
  actuators: [byHeat],
  terminals: {
    a: terminal('1', 'any', 'tab63', { polarised: false }),
    b: terminal('2', 'any', 'tab63', { polarised: false }),
  },
  links: [contact('T', 'a', 'b', 'closed', 'heat', 10)],
})

/** A dryer: hot air by a solid-state relay behind a trip, the blower with the main switch, a drum on a gear motor, a small board. */
function dryer() {
  return new PlanBuilder('Dryer', 'IEC')
    .part('air-heater', AIR_HEATER)
    .part('trip', TRIP)
    .device('X1', 'inlet-lead', 'Cord')
    .device('Q1', 'switch-2p-lit', 'On')
    .device('F1', 'breaker-1p', 'Breaker', { fitted: { Q: { family: 'IEC 60898', rating_A: 10, curve: 'C' } } })
    .device('XL', 'strip-6', 'Line')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-bar-7')
    .device('U1', 'metal', 'Cabinet')
    .device('K1', 'ssr-ac', 'Heat relay', { hasCover: true, sink_K_per_W: 1 })
    .device('B2', 'trip', 'Trip')
    .device('E1', 'air-heater', 'Hot air', { safeState: 'off', commandedBy: of('a1'), watchedBy: of('b1') })
    .device('PS1', 'supply-24-60', '24 V', { hasCover: true })
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(2), F2: blade(2) } })
    .device('X0', 'strip-12', 'Minus')
    .device('A1', 'controller-8-4', 'Controller')
    .device('K2', 'relay-1co', 'Drum relay')
    .device('D3', 'flyback-diode')
    .device('M1', 'gear-motor-24', 'Drum', { safeState: 'off', commandedBy: of('a1') })
    .device('S1', 'guard-contact', 'Door')
    .device('S2', 'button-start', 'Start')
    .device('S3', 'button-closed', 'Halt')
    .device('B1', 'proximity-plus', 'Drum turns')
    .device('H1', 'indicator-24', 'Runs')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'F1.1', 'L')
    .wire('F1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'B2.a', 'L')
    .wire('B2.b', 'K1.1', 'L')
    .wire('K1.2', 'E1.H1', 'L')
    .wire('E1.H2', 'XN.2', 'N')
    .wire('XL.3', 'E1.B1', 'L')
    .wire('E1.B2', 'XN.3', 'N')
    .wire('XL.4', 'PS1.L', 'L')
    .wire('XN.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE2', 'PS1.PE', 'PE')
    .wire('PE1.PE3', 'E1.E', 'PE')
    .wire('PE1.PE4', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X0.1', 'V-')
    .wire('F2.1', 'A1.V+', 'V+')
    .wire('X0.2', 'A1.V-', 'V-')
    .wire('F2.2', 'S1.11', 'V+', { size: '0.75 mm²' })
    .wire('S1.12', 'K2.COM', 'V+', { size: '0.75 mm²' })
    .wire('K2.NO', 'M1.+', 'V+', { size: '0.75 mm²' })
    .wire('M1.-', 'X0.3', 'V-')
    .wire('M1.+', 'D3.K', 'V+')
    .wire('D3.A', 'X0.9', 'V-')
    .wire('A1.Q1', 'K1.C+', 'signal')
    .wire('K1.C-', 'X0.4', 'V-')
    .wire('A1.Q2', 'K2.A1', 'signal')
    .wire('K2.A2', 'X0.5', 'V-')
    .wire('A1.Q3', 'H1.+', 'signal')
    .wire('H1.-', 'X0.7', 'V-')
    .wire('F2.1', 'S2.13', 'V+', { size: '0.5 mm²' })
    .wire('S2.14', 'A1.I1', 'signal')
    .wire('S2.13', 'S3.11', 'V+', { size: '0.5 mm²' })
    .wire('S3.12', 'A1.I2', 'signal')
    .wire('S3.11', 'B1.V+', 'V+', { size: '0.5 mm²' })
    .wire('B1.V-', 'X0.8', 'V-')
    .wire('B1.S', 'A1.I3', 'signal')
    .build()
}

export const SHOPS: readonly Build[] = [
  {
    name: 'cutter with a tube',
    plan: cutter(),
    mistakes: [
      stop('tube’s ground left off', to.cut('A1.V-2 > A2.G2'), /A2/),
      stop('tube’s ground on its input', to.land('A1.V-2 > A2.G2', 'A2.WP'), /A2/),
      stop('axes’ ground on 24 V', to.land('A11.PUL- > A1.G', 'A1.V+'), /A1[12]/),
      stop('lid passed in the coil’s feed', to.join('S3.11 > S3.12', 'V+', { size: '0.75 mm²' }), /S3/),
      stop('stop passed', to.join('S1.11 > S1.12', 'V+', { size: '0.75 mm²' }), /S1/),
      // What a tube does its part does not say: it is no known hazard.
      caution('coil fed past stop and lid', to.land('K1.A1 > S3.12', 'F2.3'), /S1|stop/i),
      stop('tube’s mains past the contactor', to.land('A2.AC1 > K1.2', 'XL.6'), /A2|K1/),
      stop('tube without its neutral', to.cut('K1.4 > A2.AC2'), /A2/),
      stop('tube without its earth', to.cut('PE1.PE3 > A2.FG'), /A2/),
      stop('earth of the inlet left off', to.cut('X1.PE > PE1.PE'), /earth/i),
      // The plug goes in either way round: what is wrong is the colours.
      caution('line and neutral crossed at the switch', to.exchange('Q1.2', 'Q1.4'), /neutral|line/i),
      stop('24 V on the pin that lets it fire', to.land('S3.22 > B1.a', 'F2.4'), /A2|WP|24/),
      stop('flow switch left out of the loop', to.cut('B1.b > A2.G'), /B1|A2|WP/),
      stop('minus of the second driver left off', to.cut('X0.3 > A12.V-'), /A12/),
      stop('drivers’ minus of pulses left off', to.cut('A1.G > A11.PUL-'), /A1[12]/),
      stop('pulse and direction of the second exchanged', to.exchange('A12.PUL+', 'A12.DIR+'), /A12/),
      stop('windings mixed', to.exchange('A11.A-', 'A11.B+'), /M1|A11/),
      stop('plus and minus of the first driver exchanged', to.exchange('A11.V+', 'A11.V-'), /A11|plus|minus|short/i),
      stop('24 V on the controller’s output', to.join('F2.3 > A1.P3', 'V+'), /A1|P3|A2/),
      stop('230 V on the lamp', to.all(to.land('H1.+ > S3.12', 'XL.6'), to.land('H1.- > X0.6', 'XN.6')), /H1/),
      stop('fuse of the inlet 0.5 A', to.fit('X1', 'F', 0.5), /X1/),
      stop('supply of the wrong setting', to.setting('PS1', 'mains', '115 V'), /PS1|selector|115/),
      stop('12 V supply in place of 24 V', to.takesPart('PS1', cataloguePart('part:supply-12-150').part), /12/),
      stop('feed of the drivers one size of 0.14 mm²', to.wire('PS1.V+1 > F2.IN', { size: '0.14 mm²' }), /W\d+|F2/),
      stop(
        'two end stops on one input’s ground lead and the other’s signal',
        to.exchange('A1.I1S', 'A1.I2G'),
        /B1[12]|A1/,
      ),
    ],
    harmless: [
      fine('pump and fan on each other’s ways', to.exchange('XL.4', 'XL.5')),
      fine('the loop’s order turned', to.all(to.exchange('S3.21', 'S3.22'))),
      fine('motor leads of one winding turned', to.exchange('A11.A+', 'A11.A-')),
      fine('a second minus lead to the strip', to.join('PS1.V-2 > X0.12', 'V-')),
      fine('fuse of the drivers 4 A', to.fit('F2', 'F1', 4)),
    ],
  },
  {
    name: 'dryer with a drum',
    plan: dryer(),
    mistakes: [
      stop('heat past its relay', to.land('E1.H1 > K1.2', 'XL.5'), /E1/),
      stop('heat past the trip', to.land('K1.1 > B2.b', 'XL.5'), /E1|K1/),
      stop('blower and heat exchanged', to.exchange('E1.H1', 'E1.B1'), /E1/),
      stop('drum past the door', to.land('K2.COM > S1.12', 'F2.2'), /S1|door|M1|bridg/i),
      stop('drum past its relay', to.land('M1.+ > K2.NO', 'K2.COM'), /M1|K2/),
      stop('drum on the resting contact', to.land('M1.+ > K2.NO', 'K2.NC'), /M1/),
      stop('diode of the drum turned', to.exchange('D3.K', 'D3.A'), /D3|short/i),
      stop('relay’s minus left off', to.cut('K2.A2 > X0.5'), /K2/),
      stop('heat relay’s minus left off', to.cut('K1.C- > X0.4'), /K1/),
      stop('control of the heat relay turned', to.exchange('K1.C+', 'K1.C-'), /K1/),
      stop('sensor’s output on plus', to.land('B1.S > A1.I3', 'S3.11'), /B1/),
      stop('halt and start on one input', to.land('S3.12 > A1.I2', 'A1.I1'), /I1|A1/),
      stop('sensor without its minus', to.cut('B1.V- > X0.8'), /B1/),
      stop('controller without its minus', to.cut('X0.2 > A1.V-'), /A1/),
      stop('230 V on the drum', to.land('K2.COM > S1.12', 'XL.6'), /M1|K2|joint/),
      stop('neutral of the heat on the earth bar', to.land('E1.H2 > XN.2', 'PE1.PE6'), /earth|neutral/i),
      stop('cabinet without earth', to.cut('PE1.PE4 > U1.PE'), /U1/),
      stop(
        'heat’s leads 0.5 mm²',
        to.all(to.wire('K1.2 > E1.H1', { size: '0.5 mm²' }), to.wire('E1.H2 > XN.2', { size: '0.5 mm²' })),
        /W\d+/,
      ),
      stop('breaker of 1 A', to.fit('F1', 'Q', 1), /F1/),
      stop('nothing watches the hot air', to.device('E1', { watchedBy: of('b1x') }), /E1/),
    ],
    harmless: [
      fine('safe state of the hot air not said yet', to.device('E1', { safeState: null })),
      fine('another output for the lamp', to.land('H1.+ > A1.Q3', 'A1.Q4')),
      fine('the door’s leads exchanged', to.exchange('S1.11', 'S1.12')),
      fine('heat’s leads exchanged', to.exchange('E1.H1', 'E1.H2')),
      fine('earth by another screw', to.land('U1.PE > PE1.PE4', 'PE1.PE7')),
      fine('breaker of 6 A', to.fit('F1', 'Q', 6)),
    ],
  },
]
