import { PlanBuilder } from '@/core/patterns'
import type { DeviceId } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'
import { ADAPTER_5, appliance, MICRO, relayBoard } from './parts'

const of = (tag: string) => `device:${tag}` as DeviceId

/** Four outlets behind four relays, worked by a little controller on an adapter of its own. */
function outlets() {
  const b = new PlanBuilder('Switched outlets', 'NEC', { site: { residual_mA: 5 } })
    .part('relays', relayBoard(4, false))
    .part('micro', MICRO)
    .part('adapter', ADAPTER_5)
    .device('X1', 'inlet-locking', 'Locking inlet')
    .device('Q1', 'branch-breaker-1p', 'Breaker', { fitted: { Q: { family: 'UL 489', rating_A: 15 } } })
    .device('Q2', 'switch-1p', 'Main switch')
    .device('XL', 'strip-6', 'Line')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-stud')
    .device('K1', 'relays', 'Relays')
    .device('A1', 'micro', 'Controller')
    .device('PS1', 'adapter', 'Adapter')
    .device('U1', 'metal', 'Lid')
    .wire('X1.L', 'Q1.1', 'L', { size: '14 AWG' })
    .wire('Q1.2', 'Q2.1', 'L', { size: '14 AWG' })
    .wire('Q2.2', 'XL.1', 'L', { size: '14 AWG' })
    .wire('X1.N', 'XN.1', 'N', { size: '14 AWG' })
    .wire('X1.PE', 'PE1.PE', 'PE', { size: '14 AWG' })
    .wire('PE1.PE', 'U1.PE', 'PE', { size: '14 AWG' })
    .wire('PS1.+', 'K1.VCC', 'V+', { size: '24 AWG', length_mm: 300 })
    .wire('PS1.-', 'K1.GND', 'V-', { size: '24 AWG', length_mm: 300 })
    .wire('PS1.+', 'A1.5V', 'V+', { size: '22 AWG', length_mm: 300 })
    .wire('PS1.-', 'A1.GND', 'V-', { size: '22 AWG', length_mm: 300 })
  for (const n of [1, 2, 3, 4])
    b.device(`X1${n}`, 'outlet', `Outlet ${n}`, { commandedBy: of('a1') })
      .wire(`XL.${n + 1}`, `K1.COM${n}`, 'L', { size: '14 AWG' })
      .wire(`K1.NO${n}`, `X1${n}.L`, 'L', { size: '14 AWG' })
      .wire(`XN.${n + 1}`, `X1${n}.N`, 'N', { size: '14 AWG' })
      .wire('PE1.PE', `X1${n}.PE`, 'PE', { size: '14 AWG' })
      .wire(`A1.P${n}`, `K1.IN${n}`, 'signal', { size: '26 AWG', length_mm: 250 })
  return b.build()
}

/** A strip in a rack: a residual-current device, four outlets, two things on the cords that they came with. */
function rack() {
  const b = new PlanBuilder('Rack strip', 'IEC', {
    site: { residual_mA: null, plug: { kind: 'polarised', fuse_A: 13 } },
  })
    .part('heater', appliance('Fan heater on its cord', 1200, 230))
    .part('charger', appliance('Charger on its cord', 60, 230))
    .device('X1', 'inlet-locking', 'Locking inlet')
    .device('F1', 'residual-2p', 'Residual-current device')
    .device('Q1', 'switch-2p', 'Main switch')
    .device('XL', 'strip-6', 'Line')
    .device('XN', 'strip-6', 'Neutral')
    .device('PE1', 'earth-stud')
    .device('U1', 'metal', 'Rack rails')
    .device('E1', 'heater', 'Fan heater')
    .device('E2', 'charger', 'Charger')
    .wire('X1.L', 'F1.1', 'L', { size: '2.5 mm²' })
    .wire('X1.N', 'F1.N1', 'N', { size: '2.5 mm²' })
    .wire('F1.2', 'Q1.1', 'L', { size: '2.5 mm²' })
    .wire('F1.N2', 'Q1.3', 'N', { size: '2.5 mm²' })
    .wire('Q1.2', 'XL.1', 'L', { size: '2.5 mm²' })
    .wire('Q1.4', 'XN.1', 'N', { size: '2.5 mm²' })
    .wire('X1.PE', 'PE1.PE', 'PE', { size: '2.5 mm²' })
    .wire('PE1.PE', 'U1.PE', 'PE', { size: '2.5 mm²' })
  for (const n of [1, 2, 3, 4])
    b.device(`X1${n}`, 'outlet', `Outlet ${n}`)
      .wire(`XL.${n + 1}`, `X1${n}.L`, 'L', { size: '2.5 mm²' })
      .wire(`XN.${n + 1}`, `X1${n}.N`, 'N', { size: '2.5 mm²' })
      .wire('PE1.PE', `X1${n}.PE`, 'PE', { size: '2.5 mm²' })
  const cords = { E1: '1 mm²', E2: '0.75 mm²' }
  for (const [tag, size] of Object.entries(cords)) {
    const outlet = tag === 'E1' ? 'X11' : 'X12'
    const cable = `cable:${tag.toLowerCase()}` as never
    b.cable(tag.toLowerCase(), {
      name: `Cord of ${tag}`,
      od_mm: 7,
      premade: true,
      length_mm: 1500,
      printed: null,
      flexClass: 'fixed',
      shielded: false,
      origin: 'new',
      leadsOf: `device:${tag.toLowerCase()}` as DeviceId,
      cores: [],
    })
    for (const pin of ['L', 'N', 'PE'] as const)
      b.wire(`${outlet}.${pin}`, `${tag}.${pin}`, pin, { size, cable, jacket: 'jacketed', length_mm: 1500 })
  }
  return b.build()
}

export const MAINS: readonly Build[] = [
  {
    name: 'switched outlets',
    plan: outlets(),
    mistakes: [
      stop('a pin on the earth', to.join('X1.PE > A1.P1', 'signal'), /A1/),
      stop('line and neutral exchanged at an outlet', to.exchange('X12.L', 'X12.N'), /X12/),
      stop('an outlet’s earth pin open', to.cut('PE1.PE > X13.PE'), /X13/),
      stop('an outlet’s earth pin on the neutral', to.land('PE1.PE > X13.PE', 'XN.6'), /earth|neutral/i),
      // The plug goes in either way round: what is wrong is the colours.
      caution('breaker in the neutral', to.all(to.exchange('Q1.1', 'XN.1'), to.exchange('X1.L', 'X1.N')), /neutral/i),
      stop('an outlet past its relay', to.land('X11.L > K1.NO1', 'XL.6'), /X11/),
      stop('a relay’s common not fed', to.cut('XL.3 > K1.COM2'), /COM|X12/),
      stop('two relays’ outputs joined by a link', to.join('K1.NO1 > K1.NO2', 'L'), /X11|X12|K1/),
      stop('mains on a relay’s input', to.land('A1.P1 > K1.IN1', 'XL.6'), /A1|K1|joint/),
      stop('neutral on a pin of the controller', to.join('XN.6 > A1.P14', 'signal'), /A1/),
      stop('lid without earth', to.cut('PE1.PE > U1.PE'), /U1/),
      stop('a second way in for mains', (plan) => new PlanAgain(plan).add('X2', 'part:inlet').plan, /X2/),
      stop(
        'relay board on 12 V',
        to.part('PS1', (part) => ({
          ...part,
          behaviour: {
            ...part.behaviour,
            outputs: [{ id: 'out', plus: '+', minus: '-', voltage_V: 12, current_A: 2, limit_A: 2.5 }],
          } as never,
        })),
        /K1|A1/,
      ),
      stop('controller’s minus open', to.cut('PS1.- > A1.GND'), /A1/),
      stop('relay’s input not wired', to.cut('A1.P3 > K1.IN3'), /K1|X13/),
      stop(
        'breaker taken out, nothing in its place',
        to.all(
          to.cut('Q1.2 > Q2.1'),
          to.cut('X1.L > Q1.1'),
          to.join('X1.L > Q2.1', 'L', { size: '18 AWG' }),
          to.drop('Q1'),
        ),
        /carries|protect|breaker/i,
      ),
      stop('wire of 20 AWG to an outlet', to.wire('K1.NO4 > X14.L', { size: '20 AWG' }), /protect|carr/i),
    ],
    harmless: [
      fine('outlets’ order changed', to.exchange('K1.NO1', 'K1.NO2')),
      fine('earth one size thicker', to.wire('PE1.PE > X11.PE', { size: '12 AWG' })),
      fine('a smaller breaker', to.fit('Q1', 'Q', 10)),
      fine('pins exchanged in the program', to.exchange('A1.P1', 'A1.P8')),
      fine('an outlet renamed', to.device('X11', { name: 'Lathe lamp' })),
    ],
  },
  {
    name: 'rack strip',
    plan: rack(),
    mistakes: [
      stop(
        'neutral past the main switch on a polarised plug’s line',
        to.all(to.exchange('F1.1', 'F1.N1')),
        /line|neutral/i,
      ),
      stop('an outlet before the main switch', to.all(to.land('X12.L > XL.3', 'F1.2')), /X12|switch/),
      stop(
        'residual device left out',
        to.all(
          to.drop('F1'),
          to.join('X1.L > Q1.1', 'L', { size: '2.5 mm²' }),
          to.join('X1.N > Q1.3', 'N', { size: '2.5 mm²' }),
        ),
        /residual|current to earth/i,
      ),
      stop('rails without earth', to.cut('PE1.PE > U1.PE'), /U1/),
      stop('outlet’s earth open', to.cut('PE1.PE > X14.PE'), /X14/),
      stop('the heater’s cord without its earth core', to.cut('X11.PE > E1.PE'), /E1/),
      stop('line and neutral exchanged at an outlet', to.exchange('X11.L', 'X11.N'), /X11/),
      stop('an outlet’s line open', to.cut('XL.5 > X14.L'), /X14/),
      stop('residual device’s neutral past it', to.all(to.land('Q1.3 > F1.N2', 'X1.N')), /residual|neutral|F1/i),
      stop('heater of 3000 W', to.device('E1', { loads: { load: { power_W: 3600 } } }), /A/),
    ],
    harmless: [
      fine(
        'charger in another outlet',
        to.all(...(['L', 'N', 'PE'] as const).map((pin) => to.land(`E2.${pin} > X12.${pin}`, `X13.${pin}`))),
      ),
      fine(
        'a cord with thicker cores',
        to.all(...(['L', 'N', 'PE'] as const).map((pin) => to.wire(`X12.${pin} > E2.${pin}`, { size: '1 mm²' }))),
      ),
      fine(
        'four millimetres for an outlet',
        to.all(...(['L', 'N'] as const).map((pin) => to.wire(`X${pin}.2 > X11.${pin}`, { size: '4 mm²' }))),
      ),
      fine('charger removed', to.drop('E2')),
    ],
  },
]

/** Adds a device to a plan that stands. */
class PlanAgain {
  constructor(readonly plan: ReturnType<typeof outlets>) {}
  add(tag: string, part: string): PlanAgain {
    const other = new PlanBuilder('x', 'NEC').device(tag, part.replace('part:', '')).build()
    return new PlanAgain({
      ...this.plan,
      parts: { ...this.plan.parts, ...other.parts },
      devices: { ...this.plan.devices, ...other.devices },
      wires: to.all(
        to.join(`${tag}.L > XL.6`, 'L', { size: '14 AWG' }),
        to.join(`${tag}.N > XN.6`, 'N', { size: '14 AWG' }),
        to.join(`${tag}.PE > PE1.PE`, 'PE', { size: '14 AWG' }),
      )({ ...this.plan }).wires,
    })
  }
}
