import { cataloguePart } from '@/core/catalogue'
import { bar, byFirmware, contact, definePart, draw, optional, terminal } from '@/core/catalogue/builders'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Part } from '@/core/plan'
import { fine, stop, type Build } from './build'
import * as to from './edits'

const of = (tag: string) => `device:${tag}` as DeviceId
const blade = (rating_A: number) => ({ family: 'ISO 8820-3' as const, rating_A })
const part = (key: string) => cataloguePart(`part:${key}`).part

/** Stuck under a floor of tin. */
const FOIL: Part = definePart('Heating foil, 12 V 25 W', [150, 80, 1], {
  mounting: 'loose',
  behaviour: { kind: 'heater' },
  terminals: {
    1: terminal('red', 'any', 'moulded', { polarised: false }),
    2: terminal('black', 'any', 'moulded', { polarised: false }),
  },
  draws: [draw('heat', 'Heat', '1', '2', 12, { power_W: 25 })],
})

/** A warm box on a bought adapter: heat and a turner behind a relay board, two probes, no mains inside. */
const incubator = () =>
  new PlanBuilder('Incubator', 'IEC')
    .device('PS1', 'adapter-12-5', 'Adapter')
    .device('J1', 'jack-barrel', 'Jack')
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(5), F2: blade(2), F3: blade(2), F4: blade(2) } })
    .device('X0', 'strip-12', 'Minus')
    .device('PS2', 'converter-12-5', '5 V')
    .device('X5', 'splice-5', '5 V')
    .device('X6', 'splice-3', 'Probes’ plus')
    .device('A1', 'breakout-20-5', 'Controller')
    .device('A2', 'screen-5', 'Screen')
    .device('K1', 'relay-board-5-2', 'Relays')
    .device('B3', 'cut-out-80', 'Too warm')
    .part('foil', FOIL)
    .device('E1', 'foil', 'Heat', { safeState: 'off', commandedBy: of('a1'), watchedBy: of('b1') })
    .device('M1', 'gear-motor-12', 'Turner', { safeState: 'off', commandedBy: of('a1') })
    .device('D1', 'flyback-diode')
    .device('V1', 'fan-12-40', 'Stirs the air')
    .device('B1', 'probe-digital', 'Air')
    .device('B2', 'probe-digital', 'Egg')
    .device('B5', 'reed', 'Lid')
    .device('X4', 'splice-3', 'Fan and lamp')
    .device('S1', 'toggle-1p', 'Lamp switch')
    .device('H1', 'lamp-12', 'Lamp')
    .wire('PS1.+', 'J1.in1', 'V+')
    .wire('PS1.-', 'J1.in2', 'V-')
    .wire('J1.out1', 'F2.IN', 'V+')
    .wire('J1.out2', 'X0.1', 'V-')
    .wire('F2.1', 'B3.1', 'V+', { size: '0.75 mm²' })
    .wire('B3.2', 'K1.COM1', 'V+', { size: '0.75 mm²' })
    .wire('K1.NO1', 'E1.1', 'V+', { size: '0.75 mm²' })
    .wire('E1.2', 'X0.2', 'V-')
    .wire('F2.2', 'K1.COM2', 'V+')
    .wire('K1.NO2', 'M1.+', 'V+')
    .wire('M1.-', 'X0.3', 'V-')
    .wire('M1.+', 'D1.K', 'V+')
    .wire('D1.A', 'X0.11', 'V-')
    .wire('F2.3', 'PS2.IN+', 'V+')
    .wire('PS2.IN-', 'X0.4', 'V-')
    .wire('PS2.OUT+', 'X5.1', 'V+')
    .wire('PS2.OUT-', 'A1.GND', 'V-')
    .wire('X5.2', 'A1.5V', 'V+')
    .wire('X5.3', 'K1.VCC', 'V+')
    .wire('X5.4', 'A2.V+', 'V+')
    .wire('X5.5', 'X6.1', 'V+')
    .wire('X6.2', 'B1.V+', 'V+')
    .wire('X6.3', 'B2.V+', 'V+')
    .wire('A1.GND2', 'K1.GND', 'V-')
    .wire('A1.GND3', 'B1.V-', 'V-')
    .wire('A1.GND4', 'B2.V-', 'V-')
    .wire('A1.GND5', 'A2.V-', 'V-')
    .wire('A1.P1', 'K1.IN1', 'signal')
    .wire('A1.P2', 'K1.IN2', 'signal')
    .wire('B1.S', 'A1.P3', 'signal')
    .wire('B2.S', 'A1.P4', 'signal')
    .wire('B5.1', 'A1.P5', 'signal')
    .wire('B5.2', 'X0.8', 'signal')
    .wire('F2.4', 'X4.1', 'V+')
    .wire('X4.2', 'V1.+', 'V+')
    .wire('V1.-', 'X0.5', 'V-')
    .wire('X4.3', 'S1.1', 'V+')
    .wire('S1.2', 'H1.+', 'V+')
    .wire('H1.-', 'X0.6', 'V-')
    .build()

/** Bought, with numbers for names: mains in, a probe, an output that works a solid-state relay, an alarm's contact. */
const TEMPERATURE_CONTROLLER: Part = definePart('Temperature controller, 230 V', [48, 48, 90], {
  mounting: 'panel',
  behaviour: { kind: 'board' },
  actuators: [byFirmware('alarm')],
  terminals: {
    1: terminal('1', 'L', 'smallScrew', { direction: 'in' }),
    2: terminal('2', 'N', 'smallScrew', { direction: 'in' }),
    3: terminal('3', 'signal', 'smallScrew', { direction: 'in', level_V: 5 }),
    4: terminal('4', 'V-', 'smallScrew'),
    5: terminal('5', 'signal', 'smallScrew', { direction: 'out', level_V: 12 }),
    6: terminal('6', 'V-', 'smallScrew'),
    7: terminal('7', 'any', 'smallScrew', { ...optional, polarised: false }),
    8: terminal('8', 'any', 'smallScrew', { ...optional, polarised: false }),
  },
  links: [bar('common', '4', '6'), contact('AL', '7', '8', 'open', 'alarm', 3)],
  draws: [draw('logic', 'Controller', '1', '2', 230, { power_W: 4 }, { system: 'ac', does: 'computes' })],
})

/** One of two in the roof of an old oven. */
const ELEMENT: Part = definePart('Element, 230 V 900 W', [300, 12, 12], {
  mounting: 'screws',
  behaviour: { kind: 'heater' },
  terminals: {
    1: terminal('1', 'any', 'tab63', { polarised: false }),
    2: terminal('2', 'any', 'tab63', { polarised: false }),
  },
  draws: [draw('heat', 'Heat', '1', '2', 230, { power_W: 900 }, { system: 'ac' })],
})

/** An old oven with a new controller: contactor with a start that holds, door, cut-out, relay on a sink. */
const oven = () =>
  new PlanBuilder('Oven, converted', 'IEC')
    .part('controller', TEMPERATURE_CONTROLLER)
    .part('element', ELEMENT)
    .device('X1', 'inlet-lead-16', 'Cord')
    .device('Q1', 'isolator-25', 'Main switch')
    .device('F1', 'combined-16', 'Breaker', {
      fitted: { Q: { family: 'IEC 60898', rating_A: 16, curve: 'C' } },
    })
    .device('XL', 'strip-12', 'Line')
    .device('XN', 'strip-12', 'Neutral')
    .device('PE1', 'earth-bar-7')
    .device('U1', 'metal', 'Cabinet')
    .device('U2', 'metal', 'Chamber')
    .device('K1', 'contactor-230', 'Heat’s mains')
    .device('S1', 'stop-1', 'Stop')
    .device('S2', 'button-start', 'Start')
    .device('S3', 'guard-contact', 'Door')
    .device('B3', 'cut-out-240', 'Too hot')
    .device('K2', 'ssr-ac-40', 'Heat', { hasCover: true, sink_K_per_W: 1 })
    .device('X7', 'barrier-4', 'Elements')
    .device('E1', 'element', 'Roof left', { safeState: 'off', commandedBy: of('a1'), watchedBy: of('b1') })
    .device('E2', 'element', 'Roof right', { safeState: 'off', commandedBy: of('a1'), watchedBy: of('b1') })
    .device('A1', 'controller', 'Controller')
    .device('B1', 'probe-resistance', 'Chamber’s probe')
    .device('V1', 'fan-mains', 'Cools the box')
    .device('S5', 'toggle-1p', 'Lamp switch')
    .device('H1', 'lamp-mains', 'Oven lamp')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'F1.1', 'L')
    .wire('Q1.4', 'F1.N1', 'N')
    .wire('F1.2', 'XL.1', 'L')
    .wire('F1.N2', 'XN.1', 'N')
    .wire('XL.2', 'K1.1', 'L')
    .wire('XN.2', 'K1.3', 'N')
    .wire('K1.2', 'B3.1', 'L')
    .wire('B3.2', 'K2.1', 'L')
    .wire('K2.2', 'X7.1a', 'L')
    .wire('X7.1b', 'E1.1', 'L')
    .wire('X7.1b', 'E2.1', 'L')
    .wire('E1.2', 'X7.2b', 'N')
    .wire('E2.2', 'X7.2b', 'N')
    .wire('X7.2a', 'K1.4', 'N')
    .wire('XL.3', 'S1.11', 'L')
    .wire('S1.12', 'S3.11', 'L')
    .wire('S3.12', 'S2.13', 'L')
    .wire('S2.14', 'K1.A1', 'L')
    .wire('S2.13', 'K1.13', 'L')
    .wire('S2.14', 'K1.14', 'L')
    .wire('K1.A2', 'XN.3', 'N')
    .wire('XL.4', 'A1.1', 'L')
    .wire('XN.4', 'A1.2', 'N')
    .wire('A1.3', 'B1.1', 'signal')
    .wire('A1.4', 'B1.2', 'signal')
    .wire('A1.5', 'K2.C+', 'signal')
    .wire('A1.6', 'K2.C-', 'V-')
    .wire('XL.5', 'V1.L', 'L')
    .wire('XN.5', 'V1.N', 'N')
    .wire('XL.7', 'S5.1', 'L')
    .wire('S5.2', 'H1.L', 'L')
    .wire('XN.7', 'H1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE2', 'U1.PE', 'PE')
    .wire('PE1.PE3', 'U2.PE', 'PE')
    .wire('PE1.PE4', 'V1.PE', 'PE')
    .wire('PE1.PE5', 'H1.PE', 'PE')
    .build()

export const LABS: readonly Build[] = [
  {
    name: 'incubator on an adapter',
    plan: incubator(),
    mistakes: [
      stop('heat past its relay', to.land('E1.1 > K1.NO1', 'F2.1'), /E1/),
      stop('heat on the resting contact', to.land('E1.1 > K1.NO1', 'K1.NC1'), /E1/),
      stop('cut-out bridged', to.join('B3.1 > B3.2', 'V+'), /B3|E1/),
      stop('diode of the turner turned', to.exchange('D1.K', 'D1.A'), /D1|short/i),
      stop('adapter turned at the jack', to.exchange('J1.in1', 'J1.in2'), /J1|PS1|PS2|plus|minus/i),
      stop('adapter of 24 V', to.takesPart('PS1', part('adapter-24-5')), /E1|M1|H1|V1/),
      stop('12 V where 5 V belongs', to.land('X5.1 > PS2.OUT+', 'F2.3'), /A1/),
      stop('probes on 12 V', to.land('X6.1 > X5.5', 'F2.4'), /B1|B2/),
      stop('converter’s own minus left off', to.cut('PS2.IN- > X0.4'), /PS2/),
      stop('minus of the heat left off', to.cut('E1.2 > X0.2'), /E1/),
      stop('relays without their 5 V', to.cut('X5.3 > K1.VCC'), /K1/),
      stop('12 V on a relay’s input', to.land('K1.IN1 > A1.P1', 'F2.3'), /K1/),
      stop('fan turned round', to.exchange('V1.+', 'V1.-'), /V1/),
      stop('both leads of the turner on plus', to.land('M1.- > X0.3', 'F2.2'), /M1/),
      stop('a short behind the lamp’s switch', to.join('S1.2 > X0.9', 'V+'), /short|meet/i),
      stop(
        'heater for 24 V',
        to.part('E1', (own) => ({ ...own, draws: own.draws.map((each) => ({ ...each, nominal_V: 24 })) })),
        /E1/,
      ),
      stop('heat’s lead 0.14 mm²', to.wire('K1.NO1 > E1.1', { size: '0.14 mm²' }), /W\d+/),
      stop('probe’s plus and minus exchanged', to.exchange('B2.V+', 'B2.V-'), /B2/),
      stop('controller straight on 12 V', to.land('A1.5V > X5.2', 'F2.3'), /A1/),
      stop('probe’s minus left off', to.cut('A1.GND3 > B1.V-'), /B1/),
    ],
    harmless: [
      fine('turner and lamp on each other’s ways', to.exchange('F2.2', 'F2.4')),
      fine('another pin for the turner', to.land('K1.IN2 > A1.P2', 'A1.P7')),
      fine('screen’s minus on the strip', to.land('A2.V- > A1.GND5', 'X0.9')),
      fine('the lid’s leads exchanged', to.exchange('B5.1', 'B5.2')),
      fine('fuse of the turner 3 A', to.fit('F2', 'F2', 3)),
    ],
  },
  {
    name: 'oven, converted',
    plan: oven(),
    mistakes: [
      stop('heat past its relay', to.land('X7.1a > K2.2', 'K2.1'), /E1|E2|K2/),
      stop('cut-out bridged', to.join('B3.1 > B3.2', 'L'), /B3/),
      stop('door bridged', to.join('S3.11 > S3.12', 'L'), /S3/),
      stop('start bridged', to.join('S2.13 > S2.14', 'L'), /S2|start/i),
      stop('holding contact left off', to.cut('S2.13 > K1.13'), /K1|S2/),
      stop('coil past the stop', to.land('S3.11 > S1.12', 'XL.3'), /S1/),
      stop('probe left off', to.cut('A1.3 > B1.1'), /B1/),
      stop('probe and relay exchanged', to.exchange('A1.3', 'A1.5'), /A1|K2|B1/),
      stop('control of the relay turned', to.exchange('K2.C+', 'K2.C-'), /K2/),
      stop('controller fed from behind the relay', to.land('A1.1 > XL.4', 'K2.2'), /A1/),
      stop('an element without its neutral', to.cut('E2.2 > X7.2b'), /E2/),
      stop('chamber without earth', to.cut('PE1.PE3 > U2.PE'), /U2/),
      stop('earth of the cord left off', to.cut('X1.PE > PE1.PE'), /earth/i),
      stop('heat’s lead 0.75 mm²', to.wire('K1.2 > B3.1', { size: '0.75 mm²' }), /W\d+/),
      stop('neutral past the residual device', to.land('XN.1 > F1.N2', 'Q1.4'), /F1|residual/i),
      stop(
        'an element for 120 V',
        to.part('E1', (own) => ({ ...own, draws: own.draws.map((each) => ({ ...each, nominal_V: 120 })) })),
        /E1/,
      ),
      stop('relay without its sink', to.device('K2', { sink_K_per_W: null }), /K2/),
      stop('lamp’s neutral on the earth bar', to.land('H1.N > XN.7', 'PE1.PE6'), /earth|neutral/i),
      stop('230 V on the probe’s input', to.land('B1.1 > A1.3', 'XL.8'), /A1|B1/),
      stop('contactor for 24 V', to.takesPart('K1', part('contactor-24-2a')), /K1/),
    ],
    harmless: [
      fine('elements exchanged', to.exchange('E1.1', 'E2.1')),
      fine('an element’s leads exchanged', to.exchange('E1.1', 'E1.2')),
      fine('the probe’s leads exchanged', to.exchange('B1.1', 'B1.2')),
      fine('fan and lamp on each other’s ways', to.exchange('XL.5', 'XL.7')),
      fine('alarm’s contact before the coil’s minus', to.all(to.land('K1.A2 > XN.3', 'XN.8'))),
    ],
  },
]
