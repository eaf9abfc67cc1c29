import { PlanBuilder } from '@/core/patterns'
import type { DeviceId } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'
import { FAN_5, MICRO, MOTION, PROXIMITY } from './parts'

const of = (tag: string) => `device:${tag}` as DeviceId
const PINS = ['A+', 'A-', 'B+', 'B-'] as const

/** A printer whose bed hangs on the mains by a solid-state relay, with a computer and its screen on a ribbon. */
function mainsBed() {
  return new PlanBuilder('Printer with a bed on mains', 'IEC', { practice: { inside_C: 40 } })
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 8 } } })
    .device('Q1', 'switch-2p')
    .device('XL', 'splice-5', 'Line')
    .device('XN', 'splice-5', 'Neutral')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-24-150', '24 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('PS2', 'converter-24-5', '5 V')
    .device('F1', 'fuse-holder', 'Bed fuse', { fitted: { F: { family: 'IEC 60127', rating_A: 4 } } })
    .device('K1', 'ssr-ac', 'Bed relay', { hasCover: true, sink_K_per_W: 3 })
    .device('B3', 'thermal-cut-out')
    .device('E1', 'mains-plate', 'Bed', { safeState: 'off', commandedBy: of('a1'), watchedBy: of('b1') })
    .device('B1', 'thermistor', 'Bed sensor')
    .device('A1', 'motion-board-24', 'Board', { loads: { motors: { power_W: 20 } } })
    .device('F2', 'fuse-block-4', 'Fuses', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 5 }, F2: { family: 'ISO 8820-3', rating_A: 2 } },
    })
    .device('A2', 'computer-5', 'Computer')
    .device('A3', 'screen-5', 'Screen')
    .part('fan5', FAN_5)
    .device('V1', 'fan5', 'Computer fan')
    .device('U1', 'metal', 'Frame')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'PS1.L', 'L')
    .wire('XN.2', 'PS1.N', 'N')
    .wire('XL.3', 'F1.1', 'L')
    .wire('F1.2', 'K1.1', 'L')
    .wire('K1.2', 'B3.1', 'L', { insulation_C: 180 })
    .wire('B3.2', 'E1.1', 'L', { insulation_C: 180 })
    .wire('E1.2', 'XN.3', 'N', { insulation_C: 180 })
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'E1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('F2.1', 'A1.V+', 'V+')
    .wire('PS1.V-1', 'A1.V-', 'V-')
    .wire('F2.2', 'PS2.IN+', 'V+')
    .wire('PS1.V-2', 'PS2.IN-', 'V-')
    .wire('PS2.OUT+', 'A2.V+', 'V+', { size: '20 AWG', length_mm: 200 })
    .wire('PS2.OUT-', 'A2.V-', 'V-', { size: '20 AWG', length_mm: 200 })
    .wire('A1.CTL+', 'K1.C+', 'V+', { size: '0.5 mm²' })
    .wire('A1.CTL-', 'K1.C-', 'V-', { size: '0.5 mm²' })
    .wire('A1.T0S', 'B1.1', 'signal', { size: '0.14 mm²' })
    .wire('A1.T0G', 'B1.2', 'signal', { size: '0.14 mm²' })
    .wire('A1.TX', 'A2.RX', 'signal', { size: '24 AWG' })
    .wire('A1.RX', 'A2.TX', 'signal', { size: '24 AWG' })
    .wire('A1.G', 'A2.G', 'signal', { size: '24 AWG' })
    .build()
}

/** The screen and the little fan hang on the computer’s side of the 5 V, each on a splice. */
function withScreen() {
  const plan = mainsBed()
  return to.all(to.drop('V1'), to.drop('A3'))(plan)
}

/** A converted router: supply of 36 V, three drivers, a controller fed apart, a stop that cuts the drivers, a spindle behind a contactor. */
function router() {
  const b = new PlanBuilder('Router, converted', 'IEC')
    .part('motion', MOTION)
    .part('prox', PROXIMITY)
    .device('X1', 'inlet-fused', 'Inlet', { origin: 'there', fitted: { F: { family: 'IEC 60127', rating_A: 8 } } })
    .device('Q1', 'switch-2p', 'Main switch', { origin: 'there' })
    .device('XL', 'strip-6', 'Line')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-36-350', '36 V', { settings: { mains: '230 V' }, hasCover: true, origin: 'there' })
    .device('PS2', 'supply-24-60', '24 V', { hasCover: true })
    .device('S0', 'emergency-stop', 'Stop')
    .device('K1', 'contactor-24', 'Spindle contactor')
    .device('D0', 'flyback-diode', 'Coil diode')
    .device('E1', 'spindle-mains', 'Spindle', { safeState: 'off', commandedBy: of('a1') })
    .device('K2', 'contactor-24', 'Axes contactor')
    .device('D2', 'flyback-diode', 'Coil diode')
    .device('F2', 'fuse-block-4', 'Axes', {
      fitted: Object.fromEntries([1, 2, 3].map((n) => [`F${n}`, { family: 'ISO 8820-3 58 V' as const, rating_A: 5 }])),
    })
    .device('A1', 'motion', 'Controller')
    .device('U1', 'metal', 'Gantry')
    .device('U0', 'metal', 'Old panel', { origin: 'remove' })
    .device('X9', 'strip-6', '24 V')
    .device('X8', 'strip-12', '0 V')
    .device('X7', 'splice-5', '36 V minus')
    .wire('X1.L', 'Q1.1', 'L', { origin: 'there' })
    .wire('X1.N', 'Q1.3', 'N', { origin: 'there' })
    .wire('Q1.2', 'XL.1', 'L')
    .wire('Q1.4', 'XN.1', 'N')
    .wire('XL.2', 'PS1.L', 'L')
    .wire('XN.2', 'PS1.N', 'N')
    .wire('XL.3', 'PS2.L', 'L')
    .wire('XN.3', 'PS2.N', 'N')
    .wire('XL.4', 'K1.1', 'L')
    .wire('XN.4', 'K1.3', 'N')
    .wire('K1.2', 'E1.L', 'L')
    .wire('K1.4', 'E1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'PS2.PE', 'PE')
    .wire('PE1.PE', 'E1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS2.V+1', 'X9.1', 'V+')
    .wire('PS2.V-1', 'X8.1', 'V-')
    .wire('X9.2', 'A1.V+', 'V+')
    .wire('X8.2', 'A1.V-', 'V-')
    // The spindle is started by the controller, and only while the stop is not pressed.
    .wire('A1.O1+', 'S0.11', 'V+')
    .wire('S0.12', 'K1.A1', 'V+')
    .wire('K1.A2', 'A1.O1-', 'V-')
    .wire('D0.K', 'K1.A1', 'V+', { size: '0.5 mm²' })
    .wire('D0.A', 'K1.A2', 'V-', { size: '0.5 mm²' })
    .wire('X9.3', 'S0.21', 'V+')
    .wire('S0.22', 'K2.A1', 'V+')
    .wire('K2.A2', 'X8.3', 'V-')
    .wire('D2.K', 'K2.A1', 'V+', { size: '0.5 mm²' })
    .wire('D2.A', 'K2.A2', 'V-', { size: '0.5 mm²' })
    .wire('PS1.V+1', 'K2.1', 'V+')
    .wire('K2.2', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X7.5', 'V-')
  for (const n of [1, 2, 3]) {
    b.device(`D1${n}`, 'driver', `Driver ${n}`, { settings: { current: '1.5 A' } })
      .device(`M${n}`, 'stepper', `Motor ${n}`)
      .device(`S${n}`, 'prox', `Limit ${n}`)
      .wire(`F2.${n}`, `D1${n}.V+`, 'V+')
      .wire(`X7.${n}`, `D1${n}.V-`, 'V-')
      .wire(`X9.${n + 3}`, `S${n}.BN`, 'V+', { size: '0.25 mm²', length_mm: 1500 })
      .wire(`X8.${n + 5}`, `S${n}.BU`, 'V-', { size: '0.25 mm²', length_mm: 1500 })
      .wire(`A1.I${n}`, `S${n}.BK`, 'signal', { size: '0.25 mm²', length_mm: 1500 })
      .wire(`A1.P${n}`, `D1${n}.PUL-`, 'signal', { size: '24 AWG', length_mm: 500 })
      .wire(`A1.D${n}`, `D1${n}.DIR-`, 'signal', { size: '24 AWG', length_mm: 500 })
      .wire(`D1${n}.PUL+`, `D1${n}.DIR+`, 'signal', { size: '24 AWG', length_mm: 60 })
    for (const pin of PINS) b.wire(`D1${n}.${pin}`, `M${n}.${pin}`, 'signal', { size: '0.34 mm²', length_mm: 1500 })
  }
  return b
    .wire('A1.COM', 'D11.PUL+', 'signal', { size: '24 AWG', length_mm: 500 })
    .wire('D11.DIR+', 'D12.PUL+', 'signal', { size: '24 AWG', length_mm: 100 })
    .wire('D12.DIR+', 'D13.PUL+', 'signal', { size: '24 AWG', length_mm: 100 })
    .build()
}

/** An arm of six axes: drivers on one rail, encoders’ and switches’ cores in network cable. */
function arm() {
  const core = { size: '24 AWG', construction: 'solid' as const, length_mm: 1200, cable: 'cable:net' as never }
  const b = new PlanBuilder('Arm, six axes', 'NEC')
    .part('micro', MICRO)
    .cable('net', {
      name: 'Network cable, stripped for its cores',
      od_mm: 6,
      premade: false,
      length_mm: 1200,
      printed: null,
      flexClass: 'fixed',
      shielded: false,
      origin: 'new',
      leadsOf: null,
      cores: [],
      ends: { a: bareEnd, b: bareEnd },
    })
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'UL 248-14', rating_A: 7 } } })
    .device('Q1', 'switch-2p')
    .device('PS1', 'supply-24-350', '24 V', { settings: { mains: '115 V' }, hasCover: true })
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Arm base')
    .device('S0', 'emergency-stop', 'Stop')
    .device('F2', 'fuse-block-8', 'Axes', {
      fitted: Object.fromEntries(
        [1, 2, 3, 4, 5, 6]
          .map((n) => [`F${n}`, { family: 'ISO 8820-3' as const, rating_A: 3 }])
          .concat([['F7', { family: 'ISO 8820-3' as const, rating_A: 1 }]] as never),
      ),
    })
    .device('PS2', 'converter-24-5', '5 V')
    .device('A1', 'micro', 'Microcontroller')
    .device('X7', 'strip-12', 'Minus')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'S0.11', 'V+')
    .wire('S0.12', 'F2.IN', 'V+')
    .wire('PS1.V+2', 'PS2.IN+', 'V+', { length_mm: 150 })
    .wire('PS1.V-1', 'X7.12', 'V-')
    .wire('PS2.IN-', 'X7.11', 'V-')
    .wire('PS2.OUT+', 'A1.5V', 'V+', { length_mm: 150 })
    .wire('PS2.OUT-', 'A1.GND', 'V-', { length_mm: 150 })
  for (const n of [1, 2, 3, 4, 5, 6]) {
    b.device(`A${n + 10}`, 'driver', `Driver ${n}`, { loads: { motor: { power_W: 25 } } })
      .device(`M${n}`, 'stepper', `Motor ${n}`)
      .wire(`F2.${n}`, `A${n + 10}.V+`, 'V+')
      .wire(`X7.${n}`, `A${n + 10}.V-`, 'V-')
      .wire(`A1.P${2 * n - 1}`, `A${n + 10}.PUL+`, 'signal', { size: '24 AWG' })
      .wire(`A1.P${2 * n}`, `A${n + 10}.DIR+`, 'signal', { size: '24 AWG' })
      .wire(`A${n + 10}.PUL-`, `A${n + 10}.DIR-`, 'signal', { size: '24 AWG', length_mm: 60 })
    for (const pin of PINS) b.wire(`A${n + 10}.${pin}`, `M${n}.${pin}`, 'signal', { size: '22 AWG', length_mm: 1200 })
    if (n > 1) b.wire(`A${n + 9}.DIR-`, `A${n + 10}.PUL-`, 'signal', { size: '24 AWG', length_mm: 150 })
  }
  b.wire('A1.GND2', 'A11.PUL-', 'signal', { size: '24 AWG', length_mm: 300 })
  for (const n of [1, 2, 3, 4])
    b.device(`S${n}`, 'end-stop', `Limit ${n}`)
      .wire(`A1.P${12 + n}`, `S${n}.S`, 'signal', { ...core, core: `s${n}` })
      .wire(
        n === 1 ? 'A1.GND3' : `S${n - 1}.G`,
        `S${n}.G`,
        'signal',
        n === 1 ? { ...core, core: 'gnd' } : { size: '24 AWG', length_mm: 200 },
      )
  return b.build()
}

const bareEnd = {
  kind: 'bare' as const,
  family: null,
  pitch_mm: null,
  gender: null,
  key: null,
  hasLatch: null,
  ways: null,
  mates: null,
}

export const MACHINES: readonly Build[] = [
  {
    name: 'printer with its bed on mains',
    plan: withScreen(),
    mistakes: [
      // A plug that goes in either way round has no neutral: what is wrong is the colours.
      caution(
        'relay in the neutral',
        to.all(to.exchange('E1.1', 'E1.2'), to.exchange('XL.3', 'XN.3')),
        /neutral|line/i,
      ),
      stop('bed past its relay', to.land('B3.1 > K1.2', 'K1.1'), /E1/),
      stop('bed past its relay by a link', to.join('K1.1 > K1.2', 'L'), /E1|K1/),
      stop('cut-out bridged', to.join('B3.1 > B3.2', 'L'), /B3|E1/),
      stop(
        'no cut-out: the relay alone stops the heat',
        to.all(to.drop('B3'), to.join('K1.2 > E1.1', 'L')),
        /E1.*alone/s,
      ),
      stop('bed without its earth', to.cut('PE1.PE > E1.PE'), /E1/),
      stop('bed’s earth on the neutral', to.land('PE1.PE > E1.PE', 'XN.5'), /earth|neutral/i),
      stop(
        'relay’s control on the supply, always on',
        to.all(to.land('K1.C+ > A1.CTL+', 'PS1.V+2'), to.land('K1.C- > A1.CTL-', 'PS1.V-2')),
        /E1|K1/,
      ),
      stop('control leads turned round', to.exchange('K1.C+', 'K1.C-'), /K1/),
      stop('mains on the control input', to.land('K1.C+ > A1.CTL+', 'XL.4'), /K1/),
      stop(
        'a relay for direct current in its place',
        to.part('K1', (part) => ({ ...part, behaviour: { ...part.behaviour, load: 'dc' } as never })),
        /direct|alternating/i,
      ),
      stop('computer on 24 V', to.land('A2.V+ > PS2.OUT+', 'PS2.IN+'), /A2/),
      caution('computer’s own minus forgotten', to.cut('PS2.OUT- > A2.V-'), /A2.*ground of its signals/s),
      stop('bed’s probe on a pin of the data line', to.exchange('A1.T0S', 'A1.RX'), /B1|RX/),
      stop('supply left at 115 V', to.setting('PS1', 'mains', '115 V'), /230 V/),
      stop('fuse drawer empty', to.fit('X1', 'F', null), /X1/),
      stop('nothing watches the bed', to.all(to.drop('B1'), to.device('E1', { watchedBy: null })), /E1/),
      stop('bed’s switch in one pole only', to.all(to.land('X1.N > Q1.3', 'Q1.4')), /one pole|pole/i),
      stop('line and 24 V minus joined', to.join('XL.4 > PS1.V-2', 'L'), /joint|meet/i),
      stop('fuse of 25 A in a drawer for 10 A', to.fit('X1', 'F', 25), /X1|W/),
    ],
    harmless: [
      // A question: it is asked, and stops nobody.
      fine('safe state of the bed not said yet', to.device('E1', { safeState: null })),
      fine('bed’s two leads exchanged on a reversible plug', to.exchange('K1.1', 'K1.2')),
      fine('splices for rail terminals', to.takesPart('XL', mainsBed().parts['part:splice-5' as never]!)),
      fine('data lines reversed end for end', (plan) =>
        to.wire('A1.TX > A2.RX', { note: 'twisted with its ground' })(plan),
      ),
      fine('larger sink', to.device('K1', { sink_K_per_W: 2 })),
      fine('plate cooler', to.device('E1', { loads: { heat: { power_W: 500 } } })),
    ],
  },
  {
    name: 'router, converted',
    plan: router(),
    mistakes: [
      stop('stop bridged in one pole', to.join('S0.11 > S0.12', 'V+'), /S0/),
      stop('stop bridged in its other pole', to.join('S0.21 > S0.22', 'V+'), /S0/),
      stop('spindle past its contactor', to.all(to.land('E1.L > K1.2', 'XL.5'), to.land('E1.N > K1.4', 'XN.5')), /E1/),
      stop(
        'stop left out of the coil’s way',
        to.all(to.cut('S0.12 > K1.A1'), to.land('S0.11 > A1.O1+', 'S0.12'), to.join('A1.O1+ > K1.A1', 'V+')),
        /S0|E1/,
      ),
      stop('pulse and direction of an axis exchanged', to.exchange('A1.P1', 'A1.D1'), /D11/),
      caution('pulses of two axes exchanged', to.exchange('A1.P1', 'A1.P2'), /D11|D12/),
      stop('pulses of an axis on a ground', to.land('D11.PUL- > A1.P1', 'A1.G1'), /D11/),
      stop('drivers’ common on 24 V', to.land('D11.PUL+ > A1.COM', 'A1.O2+'), /5 V/),
      stop('drivers’ common on an input', to.exchange('A1.COM', 'A1.I1'), /D11/),
      stop('limit switch’s output on a screw that reads nothing', to.land('S1.BK > A1.I1', 'A1.O2+'), /S1/),
      stop('a motor lead on a limit switch’s input', to.exchange('D11.A+', 'A1.I1'), /D11|M1/),
      stop('driver without pulses', to.cut('A1.P2 > D12.PUL-'), /D12/),
      stop('gap in the chain of commons', to.cut('D11.DIR+ > D12.PUL+'), /D12|D13/),
      stop('common of the drivers not fed', to.cut('A1.COM > D11.PUL+'), /D1/),
      stop('driver without its motor', to.all(...PINS.map((pin) => to.cut(`D13.${pin} > M3.${pin}`))), /M3|D13/),
      stop('two coils mixed', to.exchange('D12.A-', 'D12.B+'), /D12|M2/),
      stop('drivers set above their motors', to.setting('D11', 'current', '4.2 A'), /D11|M1/),
      stop('driver fed backwards', to.exchange('D11.V+', 'D11.V-'), /D11/),
      stop('controller on 36 V', to.land('A1.V+ > X9.2', 'F2.4'), /A1/),
      stop('controller’s minus open', to.cut('X8.2 > A1.V-'), /A1/),
      stop('axes fed, controller not', to.cut('X9.2 > A1.V+'), /A1/),
      stop('gantry without its earth', to.cut('PE1.PE > U1.PE'), /U1/),
      stop('spindle without its earth', to.cut('PE1.PE > E1.PE'), /E1/),
      stop(
        'blades for 32 V at 36 V',
        to.device('F2', {
          fitted: Object.fromEntries(
            [1, 2, 3].map((n) => [`F${n}`, { family: 'ISO 8820-3', rating_A: 5, curve: null }]),
          ),
        }),
        /F2/,
      ),
      caution('coil without its diode, on the board’s transistor', to.drop('D0'), /K1/),
      stop(
        'a fuse of 30 A before a driver’s lead',
        to.all(
          to.fit('F2', 'F1', 30),
          to.wire('F2.1 > D11.V+', { size: '0.5 mm²' }),
          to.wire('X7.1 > D11.V-', { size: '0.5 mm²' }),
        ),
        /F2|W\d/,
      ),
      stop('coil on 36 V', to.land('S0.21 > X9.3', 'F2.4'), /K2/),
    ],
    harmless: [
      fine('a motor turned round', to.all(to.exchange('M1.A+', 'M1.A-'))),
      fine('driver set below its motor', to.setting('D11', 'current', '1.5 A')),
      fine('another spare way used for the controller’s minus', to.land('A1.V- > X8.2', 'X8.11')),
      fine('a limit switch on another input', to.land('S1.BK > A1.I1', 'A1.I4')),
      fine('a thin lead’s colour of its own', to.wire('X9.4 > S1.BN', { colour: { base: 'brown', stripe: null } })),
    ],
  },
  {
    name: 'arm of six axes',
    plan: arm(),
    mistakes: [
      stop('pulses of two drivers joined', to.join('A1.P1 > A1.P3', 'signal'), /A1/),
      stop('line and neutral exchanged at the supply', to.exchange('PS1.L', 'PS1.N'), /PS1/),
      stop('5 V feed on 24 V', to.land('A1.5V > PS2.OUT+', 'PS1.V+3'), /A1/),
      stop('24 V on a pin', to.join('PS1.V+3 > A1.P16', 'V+'), /A1/),
      stop('selector at 230 V', to.setting('PS1', 'mains', '230 V'), /PS1/),
      stop('a driver’s fuse left out', to.fit('F2', 'F3', null), /A13|F2/),
      stop('a driver’s minus left out', to.cut('X7.4 > A14.V-'), /A14/),
      stop('chain of pulse commons broken', to.cut('A12.DIR- > A13.PUL-'), /A13|A14|A15|A16/),
      stop('an opto input turned round', to.exchange('A12.DIR+', 'A12.DIR-'), /A12/),
      stop('both ends of an opto input on one joint', to.join('A12.DIR+ > A12.DIR-', 'signal'), /A12|goes nowhere/),
      stop('direction wire forgotten', to.cut('A1.P4 > A12.DIR+'), /A12/),
      stop(
        'stop pressed in the minus',
        to.all(
          to.land('S0.11 > PS1.V+1', 'PS1.V-1'),
          to.land('F2.IN > S0.12', 'PS1.V+1'),
          to.land('X7.12 > PS1.V-1', 'S0.12'),
        ),
        /S0/,
      ),
      stop('stop without a use', to.all(to.land('F2.IN > S0.12', 'PS1.V+1'), to.cut('PS1.V+1 > S0.11')), /S0/),
      stop('the switches’ common not brought to the controller', to.cut('A1.GND3 > S1.G'), /S1/),
      stop('a gap between two switches', to.cut('S1.G > S2.G'), /S2/),
      stop('one switch’s core open', to.cut('A1.P14 > S2.S'), /S2/),
      stop('base without earth', to.cut('PE1.PE > U1.PE'), /U1/),
      stop(
        'supply’s minus on the earth stud as its way back',
        to.all(to.land('X7.12 > PS1.V-1', 'PE1.PE'), to.join('PS1.V-1 > PE1.PE', 'V-')),
        /earth/i,
      ),
      stop('all pulses on one common that is the plus', to.land('A11.PUL- > A1.GND2', 'A1.3V3'), /A1/),
    ].slice(0, 13),
    harmless: [
      fine('two axes’ pulses exchanged on purpose', to.exchange('A1.P1', 'A1.P3')),
      fine(
        'motor leads of 24 AWG',
        to.all(...PINS.map((pin) => to.wire(`A11.${pin} > M1.${pin}`, { size: '24 AWG' }))),
      ),
      fine('a note on a wire', to.wire('A1.P14 > S2.S', { note: 'blue pair' })),
      fine('odd colours of a network core', to.wire('A1.P14 > S2.S', { colour: { base: 'white', stripe: 'green' } })),
      fine('green core of a network cable', to.wire('A1.P13 > S1.S', { colour: { base: 'green', stripe: null } })),
    ],
  },
]
