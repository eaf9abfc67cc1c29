import type { RuleId } from '@/core/findings'
import { PlanBuilder } from '@/core/patterns'
import type { EnclosureId, Plan } from '@/core/plan'
import { BUILDS } from '.'
import * as to from './edits'

type Sample = { readonly bad: readonly (() => Plan)[]; readonly good: readonly (() => Plan)[] }

const buildOf = (name: string) => {
  const found = BUILDS.find((build) => build.name === name)
  if (!found) throw new Error(`No build "${name}"`)
  return found
}

/** An edit of a build as a plan that trips a rule, if only for a note, and the build as one that does not. */
function from(name: string, ...mistakes: readonly string[]): Sample {
  const { plan, ...edits } = buildOf(name)
  const all = [...edits.mistakes, ...edits.harmless]
  const bad = mistakes.map((is) => {
    const mistake = all.find((each) => each.is === is)
    if (!mistake) throw new Error(`${name} has no mistake "${is}"`)
    return () => mistake.edit(plan)
  })
  return { bad, good: [() => plan] }
}

/** The two boxes of the stage strip in painted steel: nobody entered a stud in either, nor their doors. */
function inSteel(): Plan {
  const { plan } = buildOf('stage strip, two boxes')
  return {
    ...plan,
    enclosures: Object.fromEntries(
      Object.entries(plan.enclosures).map(([id, box]) => [
        id,
        { ...box!, wall: { ...box!.wall, material: 'painted-steel' as const } },
      ]),
    ),
    // All of it stands in the main box.
    devices: Object.fromEntries(
      Object.entries(plan.devices).map(([id, device]) => [
        id,
        { ...device!, place: { kind: 'unplaced' as const, enclosure: 'enclosure:main' as EnclosureId } },
      ]),
    ),
  }
}

/** A lamp whose plus goes into a rail terminal of push-in springs. */
function springy(treatment: 'bare' | null): Plan {
  const { plan } = buildOf('press feeder')
  const [id, wire] = Object.entries(plan.wires).find(
    ([, each]) => each!.from.kind === 'terminal' && each!.from.device.endsWith('x7') && each!.function === 'V-',
  )!
  return { ...plan, wires: { ...plan.wires, [id]: { ...wire!, fromTreatment: treatment } } }
}

/** A guard in a second feed of a lamp that is fed past it all the same. */
const guardBeside = (): Plan =>
  new PlanBuilder('guard beside', 'IEC')
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 2 } } })
    .device('Q1', 'switch-2p')
    .device('PS1', 'supply-24-60')
    .device('PE1', 'earth-stud')
    .device('F2', 'fuse-block-4', 'Fuses', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 2 }, F2: { family: 'ISO 8820-3', rating_A: 2 } },
    })
    .device('S1', 'guard-contact', 'Guard')
    .device('X2', 'splice-3')
    .device('H1', 'lamp-24', 'Lamp')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('F2.1', 'X2.1', 'V+')
    .wire('F2.2', 'S1.11', 'V+')
    .wire('S1.12', 'X2.2', 'V+')
    .wire('X2.3', 'H1.+', 'V+')
    .wire('PS1.V-1', 'H1.-', 'V-')
    .build()

/** Rules that whole builds try best. */
export const BUILD_SAMPLES = {
  'roles-crossed': from(
    'a printer whose ports are named',
    'motors of X and Y exchanged',
    'the motor of Y on the free port of the extruder',
  ),
  'earth-fault-stays': from(
    'a spindle on a drive, earthed by a rod',
    'no residual-current device, and the earth is a rod',
    'the rod’s earth is poor: 2000 ohm',
  ),
  'residual-blind': from(
    'a spindle on a drive, earthed by a rod',
    'its device sees pulses only',
    'nobody looked of which type it is',
  ),
  'contact-opposite': from(
    'a table with two named drivers',
    'a limit that the program hears when it closes, on the contact that opens',
  ),
  'program-unlike-setting': from('a table with two named drivers', 'a driver set to another step than its program'),
  'cable-unused': from('screen on a ribbon', 'a second cable that joins nothing'),
  'coil-misplaced': from('router, converted', 'a motor lead on a limit switch’s input'),
  'chain-order': from(
    'sign of letters in one line of data',
    'two letters exchanged in the line',
    'the program lists them otherwise',
  ),
  'coil-never-worked': from('switched outlets', 'relay’s input not wired'),
  'start-without-effect': from('extractor', 'leads of the coil and of its own contact exchanged: it starts by itself'),
  'common-open': from('press feeder', 'inputs’ common not joined'),
  'contact-bridged': from('bench saw feed', 'guard bridged'),
  'feeds-joined': from('camper', 'outputs of two switches joined'),
  'fuses-joined': from('kit printer on 230 V', 'two ways of the fuse block joined'),
  'pin-on-earth': from('switched outlets', 'a pin on the earth'),
  'pins-joined': from('arm of six axes', 'pulses of two drivers joined'),
  'pole-without-effect': {
    ...from('extractor', 'a neutral past the contactor', 'a line past the contactor'),
    good: [
      () => buildOf('extractor').plan,
      // Started by a contact that stays, as a controller's would, the holding contact has a way beside it.
      () => to.part('S1', (part) => ({ ...part, behaviour: { kind: 'switch' as const } }))(buildOf('extractor').plan),
    ],
  },
  'contact-half-wired': from('bench saw feed', 'holding contact wired on one side'),
  'label-other-port': from('screen on a ribbon', 'a ribbon printed for the spare header'),
  'control-reversed': from('oven, converted', 'control of the relay turned'),
  'fed-by-own-command': from('oven, converted', 'controller fed from behind the relay'),
  'input-unsent': from('picker with servos', 'a servo’s pulse lead on its own plus'),
  'contact-joins-nothing': from('clamp', 'the coupler’s lead to the foot switch left off'),
  'input-on-its-common': from('feeder on two batteries', 'gate’s contact to minus and not to plus'),
  'volts-not-reached': from(
    'feeder on two batteries',
    'a sensor of no stated load on the sensors’ plus, which is left off',
  ),
  'input-tied': from('press feeder', 'plus of the start on its input’s side'),
  'output-fed': from('a spindle on a drive, earthed by a rod', 'the line on a motor terminal'),
  'outlet-dead': from('tank with dosing', 'outlet’s line and neutral from one strip'),
  'core-open': from('screen on a ribbon', 'a core left out of the ribbon'),
  'driver-above-motor': from('router, converted', 'drivers set above their motors'),
  'driver-without-motor': from('router, converted', 'driver without its motor'),
  'driver-without-signals': from(
    'router, converted',
    'driver without pulses',
    'gap in the chain of commons',
    'common of the drivers not fed',
  ),
  'ends-exchanged': from('kit printer on 230 V', 'transistor’s input and output ends exchanged'),
  'box-without-bond': {
    bad: [() => inSteel()],
    good: [() => buildOf('stage strip, two boxes').plan],
  },
  'live-metal': from('stage strip, two boxes', 'line on the chassis stud'),
  'earth-chained': from('two supplies', 'one supply’s earth led on from the other’s screw'),
  'fuse-misfits': from('kit printer on 230 V', 'a blade in the drawer for cartridges'),
  'fuse-place-empty': from('stage strip, two boxes', 'fuse way empty'),
  'heat-unwatched': from('printer with its bed on mains', 'nothing watches the bed'),
  'joined-to-nothing': from('press feeder', 'the buttons’ plus left out'),
  'jumpers-unlike': from('plotter', 'jumpers of one axis unlike its siblings'),
  'output-shorted': from('press feeder', 'sensor’s output on the minus'),
  'pair-half': from('two supplies', 'one data line open: the link only speaks'),
  'parallel-unlike': from('stage strip, two boxes', 'one of the pair far too thin'),
  'stop-contact-idle': from('cutter with a tube', 'coil fed past stop and lid'),
  'part-reversed': from('hand controller', 'diode turned round'),
  'pixels-without-data': from('stage strip, two boxes', 'a string’s data forgotten'),
  'plug-misfits': from('screen on a ribbon', 'a plug of five ways on six', 'a housing of 2.5 mm pitch on 2 mm'),
  'return-by-another': from('two supplies', 'a supply’s own minus left out, its board’s on the other’s'),
  'probe-misplaced': from('kit printer on 230 V', 'leads of two probes crossed'),
  'pulses-exchanged': {
    bad: [
      ...from('router, converted', 'pulse and direction of an axis exchanged').bad,
      ...from('arm of six axes', 'an opto input turned round').bad,
    ],
    good: [() => buildOf('router, converted').plan, () => buildOf('arm of six axes').plan],
  },
  'runs-uncommanded': from('printer with its bed on mains', 'bed past its relay by a link'),
  'safe-state-unsaid': from('printer with its bed on mains', 'safe state of the bed not said yet'),
  'sensors-exchanged': from('kit printer on 230 V', 'sensors of hot end and bed exchanged'),
  'socket-empty': from('plotter', 'a socket without its module'),
  'solid-moves': from('kit printer on 230 V', 'a motor lead of solid core in the chain'),
  'spring-wants-firm': {
    bad: [() => springy('bare')],
    good: [() => springy(null)],
  },
  'strands-share-screw': from('kit printer on 230 V', 'bare strands of two leads under one screw of the supply'),
  'stop-in-return': from('arm of six axes', 'stop pressed in the minus'),
  'stop-without-effect': {
    bad: [() => guardBeside()],
    good: [() => buildOf('bench saw feed').plan],
  },
  'switched-outputs-joined': from('switched outlets', 'two relays’ outputs joined by a link'),
} satisfies Partial<Record<RuleId, Sample>>
