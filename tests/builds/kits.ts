import { PlanBuilder } from '@/core/patterns'
import type { DeviceId } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'
import { BED_24, BED_SWITCH } from './parts'

const of = (tag: string) => `device:${tag}` as DeviceId

/** A kit printer: its board behind a fuse block, every lead as the kit's parts came with it. */
function kitPrinter(region: 'IEC' | 'NEC') {
  const iec = region === 'IEC'
  const [board, bed, heater, fan, motor, mains] = iec
    ? ['2.5 mm²', '2.5 mm²', '0.75 mm²', '0.14 mm²', '0.25 mm²', '1 mm²']
    : ['12 AWG', '14 AWG', '18 AWG', '26 AWG', '24 AWG', '16 AWG']
  const size = (label: string | undefined, length_mm = 800) => ({ size: label ?? null, length_mm })
  const b = new PlanBuilder(`Kit printer, ${region}`, region)
    .device('X1', 'inlet-fused', 'Inlet', {
      fitted: { F: { family: iec ? 'IEC 60127' : 'UL 248-14', rating_A: iec ? 5 : 8 } },
    })
    .device('Q1', 'switch-2p')
    .device('PS1', 'supply-24-350', '24 V', { settings: { mains: iec ? '230 V' : '115 V' }, hasCover: true })
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Frame')
    .device('A1', 'motion-board-24', 'Board', { loads: { motors: { power_W: 24 } } })
    .device('V1', 'fan-24', 'Part fan')
    .device('V2', 'fan-24', 'Hot end fan')
    .device('E1', 'heater-24', 'Hot end', { safeState: 'off', commandedBy: of('a1'), watchedBy: of('b1') })
    .part('bed', BED_24)
    .device('E2', 'bed', 'Bed', { safeState: 'off', commandedBy: of('a1'), watchedBy: of('b2') })
    .part('bed-switch', BED_SWITCH)
    .device('K1', 'bed-switch', 'Bed transistor')
    .device('B1', 'thermistor', 'Hot end sensor')
    .device('B2', 'thermistor', 'Bed sensor')
    .device('M1', 'stepper', 'X motor')
    .device('M2', 'stepper', 'Y motor')
    .device('S1', 'end-stop', 'X end stop')
    .device('F2', 'fuse-block-6', 'Fuses', {
      fitted: {
        F1: { family: 'ISO 8820-3', rating_A: 5 },
        F2: { family: 'ISO 8820-3', rating_A: 15 },
        F3: { family: 'ISO 8820-3', rating_A: 1 },
      },
    })
    .wire('X1.L', 'Q1.1', 'L', size(mains, 200))
    .wire('X1.N', 'Q1.3', 'N', size(mains, 200))
    .wire('Q1.2', 'PS1.L', 'L', size(mains, 300))
    .wire('Q1.4', 'PS1.N', 'N', size(mains, 300))
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PE1.PE', 'U1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+', { length_mm: 150 })
    .wire('F2.1', 'A1.V+', 'V+', size(board, 400))
    .wire('PS1.V-1', 'A1.V-', 'V-', size(board, 400))
    .wire('F2.2', 'K1.IN+', 'V+', size(bed, 300))
    .wire('PS1.V-2', 'K1.IN-', 'V-', size(bed, 300))
    .wire('K1.OUT+', 'E2.1', 'V+', size(bed, 900))
    .wire('K1.OUT-', 'E2.2', 'V-', size(bed, 900))
    .wire('A1.H1+', 'K1.C+', 'V+', size(fan, 300))
    .wire('A1.H1-', 'K1.C-', 'V-', size(fan, 300))
    .wire('A1.FAN0+', 'V1.+', 'V+', size(fan))
    .wire('A1.FAN0-', 'V1.-', 'V-', size(fan))
    .wire('F2.3', 'V2.+', 'V+', size(fan))
    .wire('PS1.V-3', 'V2.-', 'V-', size(fan))
    .wire('A1.H0+', 'E1.+', 'V+', size(heater, 900))
    .wire('A1.H0-', 'E1.-', 'V-', size(heater, 900))
    .wire('A1.E1S', 'S1.S', 'signal', size(fan))
    .wire('A1.E1G', 'S1.G', 'signal', size(fan))
    .wire('A1.T0S', 'B1.1', 'signal', size(fan))
    .wire('A1.T0G', 'B1.2', 'signal', size(fan))
    .wire('A1.T1S', 'B2.1', 'signal', size(fan))
    .wire('A1.T1G', 'B2.2', 'signal', size(fan))
  for (const axis of [1, 2])
    for (const pin of ['A+', 'A-', 'B+', 'B-'])
      b.wire(`A1.M${axis}${pin}`, `M${axis}.${pin}`, 'signal', size(motor, 1000))
  return b.build()
}

const mistakes = [
  caution('two ways of the fuse block joined', to.join('F2.1 > F2.2', 'V+'), /F2/),
  stop('the hot end fan’s lead straight on the supply', to.land('V2.+ > F2.3', 'PS1.V+2'), /Put a fuse at the source/),
  stop('a blade of 40 A before a lead of 0.14 mm²', to.fit('F2', 'F3', 40), /V2|F2/),
  stop('the fan’s plug turned round', to.exchange('V1.+', 'V1.-'), /V1.*exchanged/s),
  stop('the board’s feed turned round', to.exchange('A1.V+', 'A1.V-'), /A1.*exchanged|short/is),
  stop('two coils mixed at the motor', to.exchange('M1.A-', 'M1.B+'), /M1/),
  stop('one coil wire left out', to.cut('A1.M2B- > M2.B-'), /M2/),
  stop('motor lead of 30 AWG', to.wire('A1.M1A+ > M1.A+', { size: '30 AWG' }), /carries/),
  stop('bed minus forgotten', to.cut('K1.OUT- > E2.2'), /E2/),
  stop('bed wired past its transistor, to the minus', to.land('E2.2 > K1.OUT-', 'PS1.V-3'), /E2/),
  stop('transistor’s control plus and minus turned round', to.exchange('K1.C+', 'K1.C-'), /K1/),
  stop(
    'transistor’s input and output ends exchanged',
    to.all(to.exchange('K1.IN+', 'K1.OUT+'), to.exchange('K1.IN-', 'K1.OUT-')),
    /K1/,
  ),
  stop('hot end sensor left out', to.all(to.drop('B1'), to.device('E1', { watchedBy: null })), /E1.*watch/s),
  stop(
    'sensors of hot end and bed exchanged',
    to.all(to.exchange('A1.T0S', 'A1.T1S'), to.exchange('A1.T0G', 'A1.T1G')),
    /sensor/i,
  ),
  stop('one sensor lead open', to.cut('A1.T1S > B2.1'), /B2/),
  stop('end stop and probe on each other’s pins', to.exchange('A1.E1S', 'A1.T0S'), /B1|S1/),
  stop('frame without its earth', to.cut('PE1.PE > U1.PE'), /U1/),
  stop('inlet’s earth lead forgotten', to.cut('X1.PE > PE1.PE'), /earth/),
  stop('terminal cover off', to.device('PS1', { hasCover: false }), /cover|bare|touch/i),
  stop('24 V on an end stop’s pin', to.join('F2.4 > A1.E1S', 'V+'), /A1/),
  stop('the heater on the supply, not on its output', to.land('E1.- > A1.H0-', 'PS1.V-3'), /E1/),
  stop(
    'motor without leads',
    to.all(...['A+', 'A-', 'B+', 'B-'].map((pin) => to.cut(`A1.M2${pin} > M2.${pin}`))),
    /M2/,
  ),
  stop('the block’s fuse left out of the fan’s way', to.fit('F2', 'F3', null), /V2|F2/),
  stop('ends tinned under the board’s screws', to.wire('F2.1 > A1.V+', { toTreatment: 'tinned' }), /solder/i),
]

mistakes.push(
  stop('leads of two probes crossed', to.exchange('A1.T0G', 'A1.T1S'), /B1|B2/),
  stop(
    'a motor lead of solid core in the chain',
    to.wire('A1.M1A+ > M1.A+', { construction: 'solid', flexClass: 'chain' }),
    /solid/,
  ),
  stop(
    'a blade in the drawer for cartridges',
    to.device('X1', { fitted: { F: { family: 'ISO 8820-3', rating_A: 5, curve: null } } }),
    /X1/,
  ),
  caution(
    'bare strands of two leads under one screw of the supply',
    to.all(
      to.land('V2.- > PS1.V-3', 'PS1.V-1'),
      to.wire('A1.V- > PS1.V-1', { fromTreatment: 'bare' }),
      to.wire('V2.- > PS1.V-1', { fromTreatment: 'bare' }),
    ),
    /strands/,
  ),
)

const harmless = [
  fine('blade of 2 A for 1 A', to.fit('F2', 'F3', 2)),
  fine('a motor reversed by exchanging one pair', to.exchange('M1.A+', 'M1.A-')),
  fine('heater’s leads exchanged: no polarity', to.exchange('E1.+', 'E1.-')),
  fine('bed’s leads exchanged: no polarity', to.exchange('E2.1', 'E2.2')),
  fine('thermistor’s leads exchanged', to.exchange('B1.1', 'B1.2')),
  fine('fan’s lead a size thicker', to.wire('F2.3 > V2.+', { size: '0.5 mm²' })),
  fine(
    'bed’s leads a size thicker',
    to.all(to.wire('K1.OUT+ > E2.1', { size: '4 mm²' }), to.wire('K1.OUT- > E2.2', { size: '4 mm²' })),
  ),
  fine(
    'a spare fuse fitted in an open way',
    to.device('F2', {
      fitted: {
        F1: { family: 'ISO 8820-3', rating_A: 5, curve: null },
        F2: { family: 'ISO 8820-3', rating_A: 15, curve: null },
        F3: { family: 'ISO 8820-3', rating_A: 1, curve: null },
        F4: { family: 'ISO 8820-3', rating_A: 1, curve: null },
      },
    }),
  ),
]

export const KITS: readonly Build[] = [
  { name: 'kit printer on 230 V', plan: kitPrinter('IEC'), mistakes, harmless },
  {
    name: 'kit printer on 120 V',
    plan: kitPrinter('NEC'),
    mistakes: mistakes.slice(2, 20),
    harmless: harmless.slice(0, 5),
  },
]
