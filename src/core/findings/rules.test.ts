import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { PATTERNS, PlanBuilder, startingPattern } from '@/core/patterns'
import {
  apply,
  emptyPlan,
  GREEN_YELLOW,
  type Command,
  type DeviceId,
  type Plan,
  type StateId,
  type TerminalId,
  type WireId,
} from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { ROUTE_SAMPLES } from '../../../tests/builds/routes'
import { BUILD_SAMPLES } from '../../../tests/builds/samples'
import { LAYOUT_SAMPLES } from '../../../tests/layoutSamples'
import { applyRule, Context, findAll, review, RULES, type Finding, type RuleId } from '.'

const wire = (n: number) => `wire:w${n}` as WireId
const device = (tag: string) => `device:${tag}` as DeviceId
const terminal = (tag: string, key: string) => ({
  kind: 'terminal' as const,
  device: device(tag),
  terminal: key as TerminalId,
})
const edited = (plan: Plan, ...commands: Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused')
    throw new Error(outcome.issues.map(({ path, message }) => `${path} ${message}`).join())
  return outcome.plan
}
const clay = (...commands: Command[]) => edited(clayPrinter(), ...commands)
const blade = (tag: string, link: string, rating_A: number): Command => ({
  type: 'fitRating',
  device: device(tag),
  link,
  fitted: { family: 'ISO 8820-3', rating_A, curve: null },
})
/** A computer with sockets for data, of which some are said to stay open. */
const portly = (open: readonly string[]) =>
  new PlanBuilder('ports', 'IEC')
    .device('A1', 'computer-5-15', 'Computer', {
      leftOpen: open.map((id) => ({ at: `connector:${id}`, until: 'purpose' as const })),
    })
    .build()
const claim = (says: string, knownFrom: 'copied' | 'sheet') => ({
  knownFrom,
  source: 'a guide',
  side: 'from' as const,
  says,
})
const change = (n: number, changes: Extract<Command, { type: 'updateWire' }>['changes']): Command => ({
  type: 'updateWire',
  id: wire(n),
  changes,
})
const find = (id: RuleId, plan: Plan): Finding[] => applyRule(id, RULES[id], new Context(plan))

const byId = (a: Finding, b: Finding) => (a.id < b.id ? -1 : 1)

/** Inlet and one supply, wired; the callback goes on from there. */
/** Outdoors, all of it behind a residual device of its own but for what is added. */
const guarded = (also: (b: PlanBuilder) => PlanBuilder = (b) => b): Plan =>
  edited(
    also(
      new PlanBuilder('guarded', 'IEC')
        .device('X1', 'inlet')
        .device('Q9', 'residual-2p')
        .device('PS1', 'supply-24-350')
        .wire('X1.L', 'Q9.1', 'L')
        .wire('X1.N', 'Q9.N1', 'N')
        .wire('Q9.2', 'PS1.L', 'L')
        .wire('Q9.N2', 'PS1.N', 'N'),
    ).build(),
    { type: 'setSite', changes: { place: 'outdoors', residual_mA: null } },
  )

function bench(build: (b: PlanBuilder) => PlanBuilder, region: 'IEC' | 'NEC' = 'IEC'): Plan {
  return build(
    new PlanBuilder('bench', region)
      .device('X1', 'inlet')
      .device('PS1', 'supply-24-350')
      .wire('X1.L', 'PS1.L', 'L')
      .wire('X1.N', 'PS1.N', 'N')
      .wire('X1.PE', 'PS1.PE', 'PE'),
  ).build()
}
const fan = (b: PlanBuilder) => b.device('V1', 'fan-24').wire('PS1.V+1', 'V1.+', 'V+').wire('PS1.V-1', 'V1.-', 'V-')

/** A supply on a plug of a kind, its line and neutral taken from these terminals of the inlet. */
const onPlug = (kind: 'polarised' | 'reversible', [line, neutral]: readonly [string, string]) =>
  new PlanBuilder('plug', 'IEC', { site: { plug: { kind, fuse_A: null } } })
    .device('X1', 'inlet')
    .device('PS1', 'supply-24-150')
    .wire(`X1.${line}`, 'PS1.L', 'L')
    .wire(`X1.${neutral}`, 'PS1.N', 'N')
    .build()

/** A lamp of so many watts at 24 V on two leads of a size, in American practice. */
const lampOnLead = (size: string, power_W: number) =>
  edited(
    bench(
      (b) => b.device('H1', 'lamp-24').wire('PS1.V+1', 'H1.+', 'V+', { size }).wire('PS1.V-1', 'H1.-', 'V-', { size }),
      'NEC',
    ),
    { type: 'setPractice', changes: { inside_C: 30, grouped: 1 } },
    { type: 'setLoad', device: device('h1'), draw: 'load', load: { power_W } },
  )

/** A motor whose A+, A-, B+ and B- go to these of a board. */
const motorBy = (pins: readonly string[]) =>
  bench((b) =>
    ['A+', 'A-', 'B+', 'B-'].reduce(
      (at, pin, i) => at.wire(`A1.M1${pins[i]}`, `M1.${pin}`, 'signal'),
      b
        .device('A1', 'motion-board-24')
        .device('M1', 'stepper')
        .wire('PS1.V+1', 'A1.V+', 'V+')
        .wire('PS1.V-1', 'A1.V-', 'V-'),
    ),
  )

/** A thick wire behind 10 A to a splice, and a thin one from there to a part. */
const tapped = (part: string) =>
  bench((b) => {
    const [plus, minus] = part === 'heater-24' ? ['E1.+', 'E1.-'] : ['A1.V+', 'A1.V-']
    return b
      .device('F1', 'fuse-block-6', 'Fuses', { fitted: { F1: { family: 'ISO 8820-3', rating_A: 10 } } })
      .device('W1', 'splice-5')
      .device(part === 'heater-24' ? 'E1' : 'A1', part)
      .wire('PS1.V+1', 'F1.IN', 'V+')
      .wire('F1.1', 'W1.1', 'V+', { size: '2.5 mm²' })
      .wire('W1.2', plus!, 'V+', { size: '0.5 mm²' })
      .wire(minus!, 'PS1.V-1', 'V-', { size: '2.5 mm²' })
  })

/** A computer of some watts on a 5 V supply of 25 W. */
const computerOf = (power_W: number) =>
  bench((b) =>
    b
      .device('PS2', 'supply-5-25')
      .device('A1', 'computer-5', 'Computer', { loads: { logic: { power_W } } })
      .wire('X1.L', 'PS2.L', 'L')
      .wire('X1.N', 'PS2.N', 'N')
      .wire('PS2.V+1', 'A1.V+', 'V+')
      .wire('PS2.V-1', 'A1.V-', 'V-'),
  )

/** A switch in one conductor only, on a plug of a kind. */
/** A heater at the mains out on the machine: its leads by themselves, or in one cable with a sensor's that stands so many volts. */
function outside(jacket: 'basic' | 'jacketed', signal_V: number | null): Plan {
  const cable = signal_V === null ? {} : { cable: 'cable:c1' as keyof Plan['cables'] }
  const b = new PlanBuilder('outside', 'IEC')
    .box('c1', {
      name: 'Box',
      kind: 'box',
      inner: { width_mm: 400, height_mm: 400, depth_mm: 150 },
      wall: { material: 'plastic', thickness_mm: 3 },
      sealed: false,
    })
    .device('X1', 'inlet')
    .device('X3', 'strip-6')
    .device('E1', 'outlet', 'Heater', { place: { kind: 'field', path: 'at the bed' } })
    .device('B1', 'thermistor', 'Sensor', { place: { kind: 'field', path: 'at the bed' } })
    .place('X1', 'plate', 100, 100)
    .place('X3', 'plate', 200, 100)
  if (signal_V !== null)
    b.cable('c1', {
      name: 'Bed',
      od_mm: 8,
      premade: false,
      length_mm: null,
      printed: null,
      flexClass: 'fixed',
      shielded: false,
      origin: 'new',
    })
  b.wire('X1.L', 'E1.L', 'L', { jacket, ...cable }).wire('X1.N', 'E1.N', 'N', { jacket, ...cable })
  if (signal_V !== null) b.wire('B1.1', 'X3.1', 'signal', { rated_V: signal_V, jacket, ...cable })
  return b.build()
}

/** A supply behind a residual-current device, its neutral brought home somewhere. */
const behindResidual = (neutral: string): Plan =>
  new PlanBuilder('guarded', 'IEC')
    .device('X1', 'inlet')
    .device('F1', 'residual-2p')
    .device('PS1', 'supply-24-150')
    .device('V1', 'fan-24', 'Fan', { loads: { load: { power_W: 60 } } })
    .wire('X1.L', 'F1.1', 'L')
    .wire('X1.N', 'F1.N1', 'N')
    .wire('F1.2', 'PS1.L', 'L')
    .wire(neutral, 'PS1.N', 'N')
    .wire('PS1.V+1', 'V1.+', 'V+')
    .wire('PS1.V-1', 'V1.-', 'V-')
    .build()

function switched(kind: 'polarised' | 'reversible' | 'fixed', conductor: 'L' | 'N'): Plan {
  const other = conductor === 'L' ? 'N' : 'L'
  return new PlanBuilder('switched', 'IEC', { site: { plug: { kind, fuse_A: null } } })
    .device('X1', 'inlet')
    .device('Q1', 'switch-1p')
    .device('PS1', 'supply-24-150')
    .wire(`X1.${conductor}`, 'Q1.1', conductor)
    .wire('Q1.2', `PS1.${conductor}`, conductor)
    .wire(`X1.${other}`, `PS1.${other}`, other)
    .build()
}

/** A board on 24 V and a computer on 5 V that talk to each other, by a plain link or an isolated input. */
function twoSides(build: (b: PlanBuilder) => PlanBuilder, link: 'plain' | 'isolated' = 'plain'): Plan {
  return bench((b) => {
    const both = b
      .device('PS2', 'supply-5-25')
      .device('A1', link === 'plain' ? 'motion-board-24' : 'driver')
      .device('A2', link === 'plain' ? 'computer-5' : 'controller-5')
      .wire('X1.L', 'PS2.L', 'L')
      .wire('X1.N', 'PS2.N', 'N')
      .wire('PS1.V+1', 'A1.V+', 'V+')
      .wire('PS1.V-1', 'A1.V-', 'V-')
      .wire('PS2.V+1', 'A2.V+', 'V+')
      .wire('PS2.V-1', 'A2.V-', 'V-')
    return build(link === 'plain' ? both.wire('A1.TX', 'A2.RX', 'signal') : both.wire('A2.D1', 'A1.PUL+', 'signal'))
  })
}

/** A bond from supply to supply, and a link between the boards whose ground lets a load go home by the bond. */
function looseLead(): Plan {
  const plan = twoSides((b) =>
    b
      .wire('A1.G', 'A2.G', 'signal', { size: '1 mm²' })
      .device('E1', 'heater-24')
      .wire('PS1.V+2', 'E1.+', 'V+')
      .wire('A1.H0-', 'E1.-', 'V-'),
  )
  return edited(plan, {
    type: 'connect',
    id: 'wire:bond' as WireId,
    wire: {
      ...plan.wires[wire(1)]!,
      from: terminal('ps1', 'V-2'),
      to: terminal('ps2', 'V-1'),
      function: 'V-',
      label: 'W99',
      length_mm: 300,
      rated_V: 300,
    },
  })
}

/** A router motor on the mains behind a fuse. */
function spindle(build: (b: PlanBuilder) => PlanBuilder, rating_A: number): Plan {
  return build(
    new PlanBuilder('spindle', 'IEC')
      .device('X1', 'inlet')
      .device('F1', 'fuse-holder', 'Fuse', { fitted: { F: { family: 'IEC 60127', rating_A, curve: 'quick' } } })
      .device('M1', 'spindle-mains')
      .wire('X1.L', 'F1.1', 'L')
      .wire('F1.2', 'M1.L', 'L')
      .wire('X1.N', 'M1.N', 'N'),
  ).build()
}

/** A mains heater behind the contact of a relay that 24 V controls. */
function relayHeater(
  changes: { readonly operationsPerDay?: number },
  relay = 'relay-1co',
  contact: 'NO' | 'NC' = 'NO',
): Plan {
  return bench((b) =>
    b
      .device('K1', relay, 'Relay', changes)
      .device('E1', 'mains-plate', 'Plate', { safeState: 'off' })
      .wire('X1.L', 'K1.COM', 'L')
      .wire(`K1.${contact}`, 'E1.1', 'L')
      .wire('X1.N', 'E1.2', 'N')
      .wire('PS1.V+1', 'K1.A1', 'V+')
      .wire('PS1.V-1', 'K1.A2', 'V-'),
  )
}

/** The same, its coil on a pin of something that is not in the plan. */
const pinHeater = (relay?: string, contact?: 'NO' | 'NC'): Plan => {
  const plan = relayHeater({}, relay, contact)
  return {
    ...plan,
    wires: Object.fromEntries(
      Object.entries(plan.wires).filter(([, { to }]) => to.kind !== 'terminal' || to.terminal !== 'A1'),
    ),
  }
}

/** A breaker before a supply that draws 40 A for a millisecond or two (typical of its size). */
const breakerBefore = (rating_A: number, curve: 'B' | 'D'): Plan =>
  new PlanBuilder('breaker', 'IEC')
    .device('X1', 'inlet')
    .device('F1', 'breaker-1p-6', 'Breaker', { fitted: { Q: { family: 'IEC 60898', rating_A, curve } } })
    .device('PS1', 'supply-24-350')
    .wire('X1.L', 'F1.1', 'L')
    .wire('F1.2', 'PS1.L', 'L')
    .wire('X1.N', 'PS1.N', 'N')
    .wire('X1.PE', 'PS1.PE', 'PE')
    .build()

/** A 24 V heater behind a solid-state relay. */
function solidState(relay: string, heater: string): Plan {
  return bench((b) =>
    b
      .device('K1', relay)
      .device('E1', heater)
      .wire('PS1.V+1', 'K1.1', 'V+')
      .wire('K1.2', 'E1.+', 'V+')
      .wire('PS1.V-1', 'E1.-', 'V-')
      .wire('PS1.V+2', 'K1.C+', 'V+')
      .wire('PS1.V-2', 'K1.C-', 'V-'),
  )
}

/** An emergency stop, a heater and a fan. */
function stopped(build: (b: PlanBuilder) => PlanBuilder): Plan {
  return bench((b) =>
    build(
      b
        .device('S1', 'emergency-stop')
        .device('E1', 'heater-24')
        .device('V1', 'fan-24')
        .wire('PS1.V-1', 'E1.-', 'V-')
        .wire('PS1.V-2', 'V1.-', 'V-'),
    ),
  )
}

/** The stop opens a contactor's coil, and the contactor parts the heater. */
function contactorStop(): Plan {
  return stopped((b) =>
    b
      .device('K1', 'contactor-24')
      .wire('PS1.V+1', 'S1.11', 'V+')
      .wire('S1.12', 'K1.A1', 'V+')
      .wire('PS1.V-1', 'K1.A2', 'V-')
      .wire('PS1.V+2', 'K1.1', 'V+')
      .wire('K1.2', 'E1.+', 'V+'),
  )
}

/** A push-to-reset breaker right behind the inlet, in NEC practice. */
function resetBreaker(size: '1 mm²' | null): Plan {
  return new PlanBuilder('reset', 'NEC')
    .device('X1', 'inlet')
    .device('F1', 'reset-breaker')
    .device('PS1', 'supply-24-150', 'Supply', { settings: { mains: '115 V' } })
    .wire('X1.L', 'F1.1', 'L')
    .wire('F1.2', 'PS1.L', 'L', { size })
    .wire('X1.N', 'PS1.N', 'N')
    .build()
}

function pixelRun(size: '0.5 mm²' | '2.5 mm²', length_mm: number): Plan {
  return bench((b) =>
    b
      .device('PS2', 'supply-12-150')
      .device('H1', 'pixels-12')
      .wire('X1.L', 'PS2.L', 'L')
      .wire('X1.N', 'PS2.N', 'N')
      .wire('PS2.V+1', 'H1.V+', 'V+', { size, length_mm })
      .wire('PS2.V-1', 'H1.V-', 'V-', { size, length_mm }),
  )
}

/** The demo before anything was put anywhere. */
function unlaid(): Plan {
  const plan = clay()
  return {
    ...plan,
    raceways: {},
    devices: Object.fromEntries(
      Object.entries(plan.devices).map(([id, each]) => [
        id,
        each!.place.kind === 'face' ? { ...each!, place: { kind: 'unplaced', enclosure: null } } : each!,
      ]),
    ),
  }
}

/** Some of its devices on its plate, 380 × 480 mm. */
function placed(
  ...devices: readonly (readonly [tag: string, x_mm: number, y_mm: number, rotation_deg?: 0 | 90 | 180 | 270])[]
): Plan {
  return edited(
    unlaid(),
    ...devices.map(([tag, x_mm, y_mm, rotation_deg = 0]): Command => ({
      type: 'moveDevice',
      id: device(tag),
      place: {
        kind: 'face',
        enclosure: 'enclosure:main' as never,
        face: 'face:plate' as never,
        x_mm,
        y_mm,
        rotation_deg,
      },
    })),
  )
}

/** Its supplies lose a tenth of their rating with each kelvin. */
const sensitive = (plan: Plan): Plan => ({
  ...plan,
  parts: Object.fromEntries(
    Object.entries(plan.parts).map(([id, part]) => [
      id,
      part!.behaviour.kind === 'supply'
        ? { ...part!, behaviour: { ...part!.behaviour, derateAbove_C: 50, derate_percentPerK: 10 } }
        : part!,
    ]),
  ),
})

/** Every rule: plans that trip it, and plans that do not. The compiler holds the list complete. */
const SAMPLES: Readonly<
  Record<RuleId, { readonly bad: readonly (() => Plan)[]; readonly good: readonly (() => Plan)[] }>
> = {
  'line-not-switched': {
    bad: [
      () => switched('polarised', 'N'),
      () => switched('fixed', 'N'),
      // The only fuse sits in the neutral.
      () =>
        new PlanBuilder('f', 'NEC')
          .device('X1', 'inlet')
          .device('F1', 'fuse-holder', 'Fuse', { fitted: { F: { family: 'UL 248-14', rating_A: 5 } } })
          .device('PS1', 'supply-24-150')
          .wire('X1.L', 'PS1.L', 'L')
          .wire('X1.N', 'F1.1', 'N')
          .wire('F1.2', 'PS1.N', 'N')
          .build(),
      () => switched('reversible', 'L'),
      () => switched('reversible', 'N'),
      // The neutral of the demo past its two-pole switch.
      () => clay({ type: 'moveEnd', wire: wire(4), side: 'from', end: terminal('x1', 'N') }),
      // A solid-state relay in the neutral of a heater, on a plug that goes in one way only.
      () =>
        new PlanBuilder('k', 'IEC', { site: { plug: { kind: 'polarised', fuse_A: null } } })
          .device('X1', 'inlet')
          .device('K1', 'ssr-ac')
          .device('E1', 'mains-plate')
          .wire('X1.L', 'E1.1', 'L')
          .wire('E1.2', 'K1.1', 'N')
          .wire('K1.2', 'X1.N', 'N')
          .build(),
    ],
    good: [() => switched('polarised', 'L'), () => clay(), () => bench((b) => b)],
  },
  'metal-without-earth': {
    bad: [
      () => clay({ type: 'disconnect', id: wire(17) }),
      () => clay({ type: 'disconnect', id: wire(14) }),
      () => clay(change(15, { function: 'signal' })),
    ],
    good: [() => clay(), () => emptyPlan('x', 'IEC')],
  },
  'earth-conductor-thin': {
    bad: [
      () => clay(change(15, { size: '1 mm²' })),
      () => edited(startingPattern('printer', 'NEC'), change(5, { size: '18 AWG' })),
    ],
    good: [() => clay(), () => clay(change(15, { size: '4 mm²' }))],
  },
  'mains-selector-wrong': {
    bad: [
      () => clay({ type: 'setSetting', device: device('ps1'), setting: 'mains', value: '115 V' }),
      () => clay({ type: 'setSite', changes: { mains_V: 120 } }),
    ],
    good: [() => clay(), () => startingPattern('printer', 'NEC')],
  },
  'fuse-does-not-protect-wire': {
    bad: [
      () => clay(change(23, { size: '0.34 mm²' })),
      () => clay(change(25, { size: '0.75 mm²' }), blade('f2', 'F2', 15)),
      // Only by the neighbours that are assumed where no way is known: a caution.
      () =>
        clay(change(23, { size: '0.75 mm²' }), {
          type: 'moveDevice',
          id: device('f2'),
          place: { kind: 'unplaced', enclosure: null },
        }),
      // Behind the outlet's breaker alone.
      () =>
        bench((b) =>
          b
            .device('E1', 'mains-plate')
            .wire('X1.L', 'E1.1', 'L', { size: '1 mm²' })
            .wire('X1.N', 'E1.2', 'N', { size: '1 mm²' }),
        ),
    ],
    good: [() => clay(), () => clay(change(25, { size: '1.5 mm²' }), blade('f2', 'F2', 10))],
  },
  'thin-tap-unprotected': {
    bad: [() => tapped('motion-board-24')],
    good: [
      () => clay(),
      // A heater cannot overload its lead, and the fuse ends a short in time (433.3.1 and 434.5.2).
      () => clay(change(33, { size: '0.5 mm²' })),
      () => tapped('heater-24'),
    ],
  },
  'fuse-at-wrong-end': {
    bad: [
      () =>
        bench((b) =>
          b
            .device('F1', 'fuse-holder', 'Fuse', { fitted: { F: { family: 'IEC 60127', rating_A: 1 } } })
            .device('V1', 'fan-24')
            .wire('PS1.V+1', 'F1.1', 'V+', { size: '0.75 mm²' })
            .wire('F1.2', 'V1.+', 'V+')
            .wire('PS1.V-1', 'V1.-', 'V-'),
        ),
    ],
    good: [
      () => clay(),
      () =>
        bench((b) =>
          b
            .device('F1', 'fuse-holder', 'Fuse', { fitted: { F: { family: 'IEC 60127', rating_A: 1 } } })
            .device('V1', 'fan-24')
            .wire('PS1.V+1', 'F1.1', 'V+')
            .wire('F1.2', 'V1.+', 'V+', { size: '0.75 mm²' })
            .wire('PS1.V-1', 'V1.-', 'V-'),
        ),
    ],
  },
  'wire-without-protection': {
    bad: [
      () =>
        bench((b) =>
          b.device('V1', 'fan-24').wire('PS1.V+1', 'V1.+', 'V+', { size: '0.5 mm²' }).wire('PS1.V-1', 'V1.-', 'V-'),
        ),
    ],
    good: [() => bench(fan), () => clay()],
  },
  'voltage-rating-too-low': {
    bad: [
      () => edited(startingPattern('router', 'IEC'), blade('f2', 'F1', 5)),
      () =>
        clay({
          type: 'fitRating',
          device: device('x1'),
          link: 'F',
          fitted: { family: 'ISO 8820-3', rating_A: 7.5, curve: null },
        }),
      () => clay(change(5, { rated_V: 60 })),
    ],
    good: [() => clay(), () => startingPattern('router', 'IEC')],
  },
  'positives-joined': {
    bad: [
      () => bench((b) => b.device('PS2', 'supply-24-150').wire('PS1.V+1', 'PS2.V+1', 'V+')),
      // By way of fuses all the same.
      () =>
        bench((b) =>
          b
            .device('PS2', 'supply-24-150')
            .device('F1', 'fuse-block-4')
            .wire('PS1.V+1', 'F1.1', 'V+')
            .wire('PS2.V+1', 'F1.2', 'V+'),
        ),
    ],
    good: [() => bench((b) => b.device('PS2', 'supply-24-150').wire('PS1.V-1', 'PS2.V-1', 'V-')), () => clay()],
  },
  'polarity-reversed': {
    bad: [
      () =>
        clay(
          { type: 'moveEnd', wire: wire(29), side: 'to', end: terminal('v1', '-') },
          { type: 'moveEnd', wire: wire(30), side: 'to', end: terminal('v1', '+') },
        ),
    ],
    // A heater has no polarity.
    good: [
      () => clay(),
      () =>
        clay(
          { type: 'moveEnd', wire: wire(33), side: 'to', end: terminal('e2', '-') },
          { type: 'moveEnd', wire: wire(34), side: 'to', end: terminal('e2', '+') },
        ),
    ],
  },
  'required-terminal-open': {
    bad: [() => clay({ type: 'disconnect', id: wire(23) }), () => bench((b) => b.device('V1', 'fan-24'))],
    good: [() => clay(), () => bench(fan)],
  },
  'excluded-terminal-used': {
    bad: [
      () => {
        const plan = structuredClone(clayPrinter()) as Plan & {
          parts: Record<string, { terminals: Record<string, { excludes: string[] }> }>
        }
        plan.parts['part:motion-board-24']!.terminals['H0+']!.excludes = ['H1+']
        return plan
      },
    ],
    good: [() => clay()],
  },
  'clamp-overfilled': {
    bad: [
      () =>
        bench((b) =>
          fan(b)
            .device('V2', 'fan-24')
            .device('V3', 'fan-24')
            .wire('PS1.V+1', 'V2.+', 'V+')
            .wire('PS1.V+1', 'V3.+', 'V+'),
        ),
    ],
    good: [
      () => bench((b) => fan(b).device('V2', 'fan-24').wire('PS1.V+1', 'V2.+', 'V+').wire('PS1.V-1', 'V2.-', 'V-')),
    ],
  },
  'conductor-does-not-fit': {
    bad: [
      () => clay(change(29, { size: '4 mm²' })),
      () => clay(change(5, { size: '6 mm²' })),
      () => bench((b) => b.device('Q1', 'breaker-1p').wire('X1.L', 'Q1.1', 'L', { size: '0.5 mm²' })),
    ],
    good: [() => clay(), () => startingPattern('printer', 'NEC')],
  },
  'green-yellow-misused': {
    bad: [
      () => clay(change(5, { colour: GREEN_YELLOW })),
      () => clay(change(46, { colour: { base: 'yellow', stripe: 'green' } })),
      () => edited(startingPattern('printer', 'NEC'), change(1, { colour: { base: 'green', stripe: null } })),
    ],
    good: [
      () => clay(),
      () => clay(change(15, { colour: GREEN_YELLOW })),
      () => clay(change(5, { colour: { base: 'green', stripe: null } })),
    ],
  },
  'earth-not-green-yellow': {
    bad: [
      () => clay(change(15, { colour: { base: 'black', stripe: null } })),
      () => clay(change(15, { colour: { base: 'green', stripe: null } })),
    ],
    good: [
      () => clay(),
      () => edited(startingPattern('printer', 'NEC'), change(5, { colour: { base: 'green', stripe: null } })),
    ],
  },
  'line-and-negative-alike': {
    bad: [
      () => clay(change(5, { colour: { base: 'black', stripe: null } })),
      () =>
        clay({
          type: 'setPractice',
          changes: { colours: { ...clayPrinter().practice.colours, L: { base: 'black', stripe: null } } },
        }),
    ],
    good: [() => clay(), () => startingPattern('lights', 'NEC')],
  },
  'colour-off-scheme': {
    bad: [() => clay(change(5, { colour: { base: 'grey', stripe: null } }))],
    good: [() => clay(), () => clay(change(5, { colour: { base: 'brown', stripe: null } }))],
  },
  'supply-overloaded': {
    bad: [
      () => clay({ type: 'setLoad', device: device('m4'), draw: 'motor', load: { power_W: 250 } }),
      () => clay({ type: 'setPractice', changes: { supplyLoading_percent: 40 } }),
    ],
    good: [() => clay()],
  },
  'supply-hot': {
    bad: [() => sensitive(clay({ type: 'setPractice', changes: { inside_C: 65 } }))],
    // What it gives less of in warm air is in its rating: loaded to less than that, all is well.
    good: [() => clay(), () => clay({ type: 'setPractice', changes: { inside_C: 55 } })],
  },
  'outlet-overloaded': {
    bad: [
      () => clay({ type: 'setLoad', device: device('e1'), draw: 'heat', load: { power_W: 3500 } }),
      () => clay({ type: 'setSite', changes: { outletBreaker_A: 4 } }),
    ],
    good: [() => clay()],
  },
  'leakage-may-trip': {
    bad: [() => clay({ type: 'setSite', changes: { residual_mA: 2.5 } })],
    good: [() => clay(), () => clay({ type: 'setSite', changes: { residual_mA: null } })],
  },
  'small-conductor-continuous': {
    // NEC 240.4(D)(1): 18 AWG 7 A, 5.6 A of a load that stays on (from memory).
    bad: [() => lampOnLead('18 AWG', 144)],
    good: [() => lampOnLead('18 AWG', 130), () => lampOnLead('16 AWG', 144)],
  },
  'wire-overloaded': {
    bad: [
      () => clay(change(43, { size: '30 AWG' })),
      () =>
        clay(
          { type: 'setLoad', device: device('m4'), draw: 'motor', load: { power_W: 240 } },
          change(25, { size: '0.75 mm²' }),
        ),
    ],
    good: [() => clay()],
  },
  'no-wire-fits': {
    bad: [
      () => clay({ type: 'setPractice', changes: { inside_C: 65 } }),
      () => clay({ type: 'setPractice', changes: { smallWires: false } }),
    ],
    good: [() => clay()],
  },
  'network-unsolved': {
    bad: [() => contradicting()],
    good: [() => clay()],
  },
  'mains-meets-low-voltage': {
    bad: [
      () => clay({ type: 'moveEnd', wire: wire(5), side: 'to', end: terminal('ps1', 'V+2') }),
      () => clay({ type: 'moveEnd', wire: wire(22), side: 'to', end: terminal('ps1', 'V+2') }),
      () => clay({ type: 'moveEnd', wire: wire(15), side: 'to', end: terminal('ps1', 'L') }),
    ],
    // A negative earthed on purpose.
    good: [
      () => clay(),
      () =>
        edited(clayPrinter(), {
          type: 'connect',
          id: 'wire:pe0' as WireId,
          wire: {
            ...clayPrinter().wires[wire(15)]!,
            from: terminal('pe1', 'PE'),
            to: terminal('x0', '11'),
            label: 'W99',
          },
        }),
    ],
  },
  'fuse-overloaded': {
    bad: [
      () => clay(blade('f2', 'F2', 3)),
      () =>
        clay({
          type: 'fitRating',
          device: device('x1'),
          link: 'F',
          fitted: { family: 'IEC 60127', rating_A: 3.15, curve: null },
        }),
    ],
    good: [() => clay()],
  },
  'low-voltage-at-load': {
    bad: [
      () => clay(change(38, { length_mm: 20000, size: '0.75 mm²' })),
      () =>
        edited(
          startingPattern('lights', 'IEC'),
          ...[13, 14].map((n) => change(n, { length_mm: 40000, size: '0.75 mm²' })),
        ),
    ],
    good: [() => clay()],
  },
  'end-cannot-be-made': {
    bad: [
      () => clay({ type: 'setPractice', changes: { screwEnds: 'tinned' } }),
      () => clay(change(5, { toTreatment: 'tinned' })),
    ],
    good: [() => clay(), () => clay({ type: 'setPractice', changes: { screwEnds: 'bare' } })],
  },
  'ports-open': {
    bad: [() => portly([])],
    good: [() => portly(['USB1', 'USB2', 'NET']), () => clay()],
  },
  'sources-differ': {
    // W42 is joined to one terminal; a copied guide names another.
    bad: [() => clay(change(42, { claims: [claim('pin 99', 'copied')] }))],
    good: [() => clay(), () => clay(change(42, { knownFrom: 'measured', claims: [claim('pin 99', 'copied')] }))],
  },
  'connection-guessed': { bad: [() => clay(change(42, { knownFrom: 'guessed' }))], good: [() => clay()] },
  'signals-without-common-negative': {
    bad: [() => twoSides((b) => b)],
    good: [
      () => twoSides((b) => b.wire('PS1.V-2', 'PS2.V-1', 'V-')),
      () => twoSides((b) => b, 'isolated'),
      () => clay(),
    ],
  },
  'bond-needless': {
    bad: [() => twoSides((b) => b.wire('PS1.V-2', 'PS2.V-1', 'V-'), 'isolated')],
    good: [() => twoSides((b) => b.wire('PS1.V-2', 'PS2.V-1', 'V-')), () => clay()],
  },
  'bond-too-thin': {
    bad: [() => edited(looseLead(), { type: 'updateWire', id: 'wire:bond' as WireId, changes: { size: '0.25 mm²' } })],
    good: [() => looseLead(), () => clay()],
  },
  'back-feed': {
    bad: [
      () => bench((b) => fan(b).device('PS2', 'supply-5-25').device('X9', 'usb-lead').wire('PS2.V+1', 'X9.V+', 'V+')),
    ],
    good: [
      () => bench((b) => fan(b).device('PS2', 'supply-5-25').device('X9', 'usb-lead').wire('PS2.V-1', 'X9.V-', 'V-')),
      () => clay(),
    ],
  },
  'supplies-in-series': {
    bad: [() => bench((b) => b.device('PS2', 'supply-24-150').wire('PS1.V+1', 'PS2.V-1', 'V+'))],
    good: [() => bench((b) => b.device('PS2', 'supply-24-150').wire('PS1.V-1', 'PS2.V-1', 'V-')), () => clay()],
  },
  'residual-wanted': {
    bad: [
      () => clay({ type: 'setSite', changes: { place: 'outdoors', residual_mA: null } }),
      () => clay({ type: 'setSite', changes: { place: 'sheltered', residual_mA: null } }),
      // One that lies beside, and one through which only a part is fed.
      () =>
        edited(
          bench((b) => b.device('Q9', 'residual-2p')),
          { type: 'setSite', changes: { place: 'outdoors', residual_mA: null } },
        ),
      () => guarded((b) => b.device('PS2', 'supply-5-25').wire('X1.L', 'PS2.L', 'L').wire('X1.N', 'PS2.N', 'N')),
      // 30 mA is no person's protector where the NEC rules (UL 943, class A).
      () => clay({ type: 'setSite', changes: { place: 'outdoors', region: 'NEC', residual_mA: 30 } }),
    ],
    good: [
      () => clay(),
      () => clay({ type: 'setSite', changes: { place: 'outdoors' } }),
      () => guarded(),
      () => clay({ type: 'setSite', changes: { place: 'outdoors', region: 'NEC', residual_mA: 5 } }),
      () => emptyPlan('x', 'IEC'),
    ],
  },
  'inrush-may-trip': {
    bad: [
      () => bench((b) => [2, 3, 4, 5, 6, 7].reduce((all, n) => all.device(`PS${n}`, 'supply-24-150'), b)),
      () => clay({ type: 'setSite', changes: { outletBreaker_A: 4 } }),
    ],
    good: [() => clay(), () => bench((b) => b)],
  },
  'supply-may-not-blow-fuse': {
    bad: [
      () => clay(blade('f2', 'F1', 15)),
      () =>
        bench((b) =>
          fan(b.device('F1', 'fuse-holder', 'Fuse', { fitted: { F: { family: 'IEC 60127', rating_A: 8 } } }))
            .device('V2', 'fan-24')
            .wire('PS1.V+2', 'F1.1', 'V+')
            .wire('F1.2', 'V2.+', 'V+', { size: '0.5 mm²' })
            .wire('PS1.V-2', 'V2.-', 'V-'),
        ),
    ],
    good: [() => clay()],
  },
  'wire-damaged-first': {
    bad: [
      () =>
        clay(
          { type: 'setSite', changes: { prospective_A: 6000 } },
          {
            type: 'fitRating',
            device: device('f1'),
            link: 'F',
            fitted: { family: 'IEC 60898', rating_A: 6, curve: 'D' },
          },
          change(10, { size: '0.5 mm²' }),
        ),
    ],
    good: [() => clay(), () => clay({ type: 'setSite', changes: { prospective_A: 400 } })],
  },
  'breaking-capacity-short': {
    bad: [() => clay({ type: 'setSite', changes: { prospective_A: 3000 } })],
    good: [() => clay(), () => clay({ type: 'setSite', changes: { prospective_A: 1500 } })],
  },
  'not-selective': {
    bad: [
      () =>
        clay({
          type: 'fitRating',
          device: device('f1'),
          link: 'F',
          fitted: { family: 'IEC 60127', rating_A: 6.3, curve: null },
        }),
    ],
    good: [() => clay()],
  },
  'supplementary-alone': {
    bad: [() => resetBreaker('1 mm²')],
    good: [() => resetBreaker(null), () => clay()],
  },
  'inrush-opens-device': {
    bad: [() => breakerBefore(1, 'B'), () => breakerBefore(4, 'B')],
    good: [() => breakerBefore(6, 'B'), () => breakerBefore(2, 'D'), () => clay()],
  },
  'start-up-opens-fuse': {
    bad: [() => spindle((b) => b.state('start', { name: 'Starting', startUp: true }), 4)],
    good: [
      () => spindle((b) => b, 4),
      () => spindle((b) => b.state('start', { name: 'Starting', startUp: true }), 10),
      () => clay(),
    ],
  },
  'contact-overloaded': {
    bad: [
      // A relay of 10 A on alternating current, on 48 V direct current.
      () =>
        new PlanBuilder('dc', 'IEC')
          .device('X1', 'inlet')
          .device('PS1', 'supply-48-600')
          .device('K1', 'relay-1co')
          .device('E1', 'hot-wire-48')
          .wire('X1.L', 'PS1.L', 'L')
          .wire('X1.N', 'PS1.N', 'N')
          .wire('PS1.V+1', 'K1.COM', 'V+')
          .wire('K1.NO', 'E1.+', 'V+')
          .wire('PS1.V-1', 'E1.-', 'V-')
          .build(),
      () => clay({ type: 'setLoad', device: device('e1'), draw: 'heat', load: { power_W: 3000 } }),
    ],
    good: [() => clay()],
  },
  'contact-wears-out': {
    bad: [() => relayHeater({ operationsPerDay: 5000 })],
    good: [() => relayHeater({ operationsPerDay: 4 }), () => relayHeater({}), () => clay()],
  },
  'relay-too-hot': {
    bad: [() => clay({ type: 'setLoad', device: device('e1'), draw: 'heat', load: { power_W: 2000 } })],
    good: [
      () => clay(),
      () =>
        clay(
          { type: 'setLoad', device: device('e1'), draw: 'heat', load: { power_W: 2000 } },
          { type: 'updateDevice', id: device('k1'), changes: { sink_K_per_W: 2 } },
        ),
    ],
  },
  'relay-wrong-current': {
    bad: [() => solidState('ssr-ac', 'heater-24')],
    good: [() => solidState('ssr-dc', 'heater-24'), () => clay()],
  },
  'relay-control-voltage': {
    bad: [
      () => relayHeater({}, 'relay-5'),
      () =>
        bench((b) =>
          b
            .device('PS2', 'supply-48-350')
            .device('K1', 'ssr-ac')
            .wire('PS2.V+1', 'K1.C+', 'V+')
            .wire('PS2.V-1', 'K1.C-', 'V-')
            .wire('X1.L', 'PS2.L', 'L')
            .wire('X1.N', 'PS2.N', 'N'),
        ),
    ],
    good: [() => relayHeater({}), () => clay()],
  },
  'relay-leakage-holds': {
    bad: [() => clay({ type: 'setLoad', device: device('e1'), draw: 'heat', load: { power_W: 6 } })],
    good: [() => clay()],
  },
  'heat-without-second-stop': {
    bad: [
      () =>
        clay(
          { type: 'moveEnd', wire: wire(11), side: 'to', end: terminal('e1', '1') },
          { type: 'disconnect', id: wire(12) },
        ),
      () => solidState('ssr-dc', 'heater-24'),
    ],
    good: [() => clay(), () => bench(fan)],
  },
  'safe-state-not-kept': {
    bad: [
      () => pinHeater('relay-1co', 'NC'),
      // Its coil hangs on the supply itself.
      () => relayHeater({}),
      // Works when its input is low: nobody knows what a starting controller does.
      () => pinHeater('relay-5-low'),
      () =>
        bench((b) =>
          b
            .device('V1', 'fan-24', 'Fan', { safeState: 'on' })
            .device('K1', 'relay-1co')
            .wire('PS1.V+1', 'K1.COM', 'V+')
            .wire('K1.NO', 'V1.+', 'V+')
            .wire('PS1.V-1', 'V1.-', 'V-'),
        ),
    ],
    good: [
      () => clay(),
      () => pinHeater(),
      () =>
        bench((b) =>
          b
            .device('V1', 'fan-24', 'Fan', { safeState: 'on' })
            .device('K1', 'relay-1co')
            .wire('PS1.V+1', 'K1.COM', 'V+')
            .wire('K1.NC', 'V1.+', 'V+')
            .wire('PS1.V-1', 'V1.-', 'V-'),
        ),
    ],
  },
  'stop-leaves-hazard': {
    bad: [
      () => stopped((b) => b.wire('PS1.V+1', 'S1.11', 'V+').wire('S1.12', 'V1.+', 'V+').wire('PS1.V+2', 'E1.+', 'V+')),
    ],
    good: [
      () => stopped((b) => b.wire('PS1.V+1', 'S1.11', 'V+').wire('S1.12', 'E1.+', 'V+').wire('PS1.V+2', 'V1.+', 'V+')),
      () => contactorStop(),
      () => clay(),
    ],
  },
  'stop-not-fail-safe': {
    bad: [
      () => {
        const plan = structuredClone(stopped((b) => b)) as Plan & {
          parts: Record<string, { links: { kind: string; closedIn?: string[] }[] }>
        }
        for (const link of plan.parts['part:emergency-stop']!.links)
          if (link.kind === 'contact') link.closedIn = ['operated']
        return plan
      },
    ],
    good: [() => stopped((b) => b)],
  },
  'no-emergency-stop': { bad: [() => spindle((b) => b, 10)], good: [() => stopped((b) => b), () => bench(fan)] },
  'restarts-by-itself': { bad: [() => spindle((b) => b, 10)], good: [() => bench(fan), () => clay()] },
  'pixels-too-low': {
    bad: [() => pixelRun('0.5 mm²', 25000)],
    good: [() => pixelRun('2.5 mm²', 1000), () => startingPattern('lights', 'IEC'), () => clay()],
  },
  'signal-levels-differ': {
    bad: [
      () => bench((b) => b.device('A1', 'controller-5').device('A2', 'computer-5').wire('A1.D1', 'A2.RX', 'signal')),
    ],
    good: [
      () => bench((b) => b.device('A1', 'motion-board-24').device('A2', 'computer-5').wire('A1.TX', 'A2.RX', 'signal')),
      () => clay(),
    ],
  },
  'data-too-far': {
    bad: [
      () =>
        bench((b) =>
          b.device('A1', 'controller-5').device('H1', 'pixels-5').wire('A1.D1', 'H1.D', 'signal', { length_mm: 9000 }),
        ),
    ],
    good: [
      () =>
        bench((b) =>
          b.device('A1', 'controller-5').device('H1', 'pixels-5').wire('A1.D1', 'H1.D', 'signal', { length_mm: 2000 }),
        ),
      () => clay(),
    ],
  },
  'box-hotter-than-planned': {
    bad: [
      () => clay({ type: 'updateEnclosure', id: 'enclosure:main' as never, changes: { sealed: true } }),
      () => clay({ type: 'removeDevice', id: device('v1') }),
    ],
    good: [() => clay(), () => startingPattern('arm', 'IEC'), () => bench(fan)],
  },
  'parts-overlap': {
    bad: [() => placed(['ps1', 100, 200], ['a1', 120, 220])],
    good: [() => placed(['ps1', 100, 200], ['a1', 300, 300]), () => clay()],
  },
  'part-outside-face': {
    bad: [() => placed(['ps1', 20, 200]), () => placed(['a1', 380, 480])],
    good: [() => placed(['ps1', 100, 200]), () => clay()],
  },
  'clearance-short': {
    bad: [() => placed(['ps1', 100, 200], ['ps2', 100, 360])],
    good: [() => placed(['ps1', 100, 200], ['ps2', 300, 200]), () => clay()],
  },
  'orientation-forbidden': {
    bad: [() => placed(['ps1', 200, 200, 90])],
    good: [() => placed(['ps1', 200, 200]), () => placed(['ps1', 200, 200, 180]), () => placed(['ps2', 200, 200, 90])],
  },
  'terminal-rating-exceeded': {
    bad: [
      () =>
        bench((b) =>
          b
            .device('S1', 'splice-3')
            .device('V1', 'fan-24', 'Fan', { loads: { load: { current_A: 16 } } })
            .wire('PS1.V+1', 'V1.+', 'V+')
            .wire('PS1.V-1', 'V1.-', 'V-'),
        ),
      () => bench((b) => b.device('S1', 'end-stop').wire('X1.L', 'S1.S', 'L').wire('X1.N', 'S1.G', 'N')),
    ],
    good: [() => bench(fan), () => clay()],
  },
  'coil-without-flyback': {
    bad: [
      () =>
        bench((b) =>
          b
            .device('A1', 'motion-board-24')
            .wire('PS1.V+1', 'A1.V+', 'V+')
            .wire('PS1.V-1', 'A1.V-', 'V-')
            .device('K1', 'contactor-24')
            .wire('A1.H0+', 'K1.A1', 'V+')
            .wire('A1.H0-', 'K1.A2', 'V-'),
        ),
    ],
    good: [
      () =>
        bench((b) =>
          b
            .device('A1', 'motion-board-24')
            .wire('PS1.V+1', 'A1.V+', 'V+')
            .wire('PS1.V-1', 'A1.V-', 'V-')
            .device('K1', 'relay-1co')
            .wire('A1.H0+', 'K1.A1', 'V+')
            .wire('A1.H0-', 'K1.A2', 'V-'),
        ),
      () =>
        bench((b) =>
          b
            .device('A1', 'motion-board-24')
            .wire('PS1.V+1', 'A1.V+', 'V+')
            .wire('PS1.V-1', 'A1.V-', 'V-')
            .device('K1', 'contactor-24')
            .device('D1', 'flyback-diode')
            .wire('A1.H0+', 'K1.A1', 'V+')
            .wire('A1.H0-', 'K1.A2', 'V-')
            .wire('K1.A1', 'D1.K', 'V+')
            .wire('K1.A2', 'D1.A', 'V-'),
        ),
      () => contactorStop(),
      () => clay(),
    ],
  },
  'coil-on-logic-pin': {
    bad: [
      () => bench((b) => b.device('A2', 'computer-5').device('K1', 'contactor-24').wire('A2.TX', 'K1.A1', 'signal')),
    ],
    good: [
      () => bench((b) => b.device('A2', 'computer-5').device('K1', 'relay-1co').wire('A2.TX', 'K1.A1', 'signal')),
      () => contactorStop(),
    ],
  },
  'unfused-lead-long': {
    bad: [() => bench((b) => b.device('F1', 'fuse-block-4').wire('PS1.V+1', 'F1.IN', 'V+', { length_mm: 900 }))],
    good: [
      () => bench((b) => b.device('F1', 'fuse-block-4').wire('PS1.V+1', 'F1.IN', 'V+', { length_mm: 300 })),
      () => clay(),
    ],
  },
  'inlet-overloaded': {
    bad: [() => clay({ type: 'setLoad', device: device('e1'), draw: 'heat', load: { power_W: 2500 } })],
    good: [() => clay()],
  },
  'contact-without-common': {
    bad: [() => bench((b) => b.device('A1', 'plc-24').device('K1', 'relay-1co').wire('A1.Q1', 'K1.A1', 'V+'))],
    good: [
      () =>
        bench((b) =>
          b
            .device('A1', 'plc-24')
            .device('K1', 'relay-1co')
            .wire('PS1.V+1', 'A1.OC', 'V+')
            .wire('A1.Q1', 'K1.A1', 'V+'),
        ),
      () => bench((b) => b.device('A1', 'plc-24')),
      () => relayHeater({}),
    ],
  },
  'outputs-joined': {
    bad: [
      () => bench((b) => b.device('A1', 'motion-board-24').device('A2', 'computer-5').wire('A1.TX', 'A2.TX', 'signal')),
      () => bench((b) => b.device('A1', 'motion-board-24').device('A2', 'computer-5').wire('A1.RX', 'A2.RX', 'signal')),
    ],
    good: [
      () => bench((b) => b.device('A1', 'motion-board-24').device('A2', 'computer-5').wire('A1.TX', 'A2.RX', 'signal')),
      () => clay(),
    ],
  },
  'negative-earthed-twice': {
    bad: [
      () =>
        bench((b) =>
          fan(b)
            .device('PE1', 'earth-stud')
            .wire('X1.PE', 'PE1.PE', 'PE')
            .wire('PE1.PE', 'PS1.V-2', 'PE')
            .wire('PE1.PE', 'PS1.V-3', 'PE'),
        ),
    ],
    good: [
      () =>
        bench((b) => fan(b).device('PE1', 'earth-stud').wire('X1.PE', 'PE1.PE', 'PE').wire('PE1.PE', 'PS1.V-2', 'PE')),
      () => clay(),
    ],
  },
  'short-circuit': {
    bad: [
      () => bench((b) => fan(b).wire('PS1.V+2', 'PS1.V-2', 'V+')),
      () => bench((b) => b.device('Q1', 'strip-6').wire('X1.L', 'Q1.1', 'L').wire('X1.N', 'Q1.2', 'N')),
      () => bench((b) => b.device('H1', 'pixels-12').wire('PS1.V+1', 'H1.V+', 'V+').wire('PS1.V-1', 'H1.V+2', 'V-')),
    ],
    good: [() => bench(fan), () => clay()],
  },
  'load-not-fed': {
    bad: [
      () =>
        bench((b) =>
          b.device('S1', 'splice-3').device('V1', 'fan-24').wire('S1.1', 'V1.+', 'V+').wire('PS1.V-1', 'V1.-', 'V-'),
        ),
    ],
    good: [
      () => bench(fan),
      () => clay(),
      () => clay({ type: 'setLoad', device: device('y1'), draw: 'load', load: { power_W: 0 } }),
    ],
  },
  'reserve-exceeds-supply': {
    bad: [
      () =>
        clay({ type: 'updateDevice', id: device('ps1'), changes: { reserves: [{ name: 'lights', power_W: 150 }] } }),
    ],
    good: [
      () => clay(),
      () => clay({ type: 'updateDevice', id: device('ps1'), changes: { reserves: [{ name: 'a lamp', power_W: 10 }] } }),
    ],
  },
  'circuit-without-rest': {
    bad: [
      () =>
        bench((b) =>
          b
            .device('K1', 'relay-1co')
            .wire('PS1.V+1', 'K1.COM', 'V+')
            .wire('K1.NC', 'K1.A1', 'V+')
            .wire('K1.A2', 'PS1.V-1', 'V-'),
        ),
    ],
    good: [
      () => clay(),
      // Held by its own closing contact instead.
      () =>
        bench((b) =>
          b
            .device('K1', 'relay-1co')
            .wire('PS1.V+1', 'K1.COM', 'V+')
            .wire('K1.NO', 'K1.A1', 'V+')
            .wire('K1.A2', 'PS1.V-1', 'V-'),
        ),
    ],
  },
  'voltage-beyond-range': {
    bad: [
      () => bench((b) => b.device('V1', 'fan-12').wire('PS1.V+1', 'V1.+', 'V+').wire('PS1.V-1', 'V1.-', 'V-')),
      () => bench((b) => b.device('A1', 'computer-5').wire('PS1.V+1', 'A1.V+', 'V+').wire('PS1.V-1', 'A1.V-', 'V-')),
      () =>
        bench((b) =>
          b
            .device('A1', 'motion-board-24')
            .wire('PS1.V+1', 'A1.V+', 'V+')
            .wire('PS1.V-1', 'A1.V-', 'V-')
            .wire('PS1.V+2', 'A1.E1S', 'signal'),
        ),
    ],
    good: [() => clay(), () => bench(fan), () => computerOf(10)],
  },
  'single-insulated': {
    bad: [() => outside('basic', null), () => outside('jacketed', 60)],
    good: [() => outside('jacketed', null), () => outside('jacketed', 300), () => clay()],
  },
  'residual-trips': {
    bad: [() => behindResidual('X1.N'), () => behindResidual('F1.N1')],
    good: [() => behindResidual('F1.N2'), () => clay()],
  },
  'other-cords-neutral': {
    bad: [
      () =>
        new PlanBuilder('two cords', 'IEC')
          .device('X1', 'inlet')
          .device('X2', 'inlet')
          .device('PS1', 'supply-24-60')
          .wire('X1.L', 'PS1.L', 'L')
          .wire('X2.N', 'PS1.N', 'N')
          .build(),
    ],
    good: [
      () => clay(),
      () =>
        new PlanBuilder('two cords', 'IEC')
          .device('X1', 'inlet')
          .device('X2', 'inlet')
          .device('PS1', 'supply-24-60')
          .device('PS2', 'supply-24-60')
          .wire('X1.L', 'PS1.L', 'L')
          .wire('X1.N', 'PS1.N', 'N')
          .wire('X2.L', 'PS2.L', 'L')
          .wire('X2.N', 'PS2.N', 'N')
          .build(),
    ],
  },
  'no-main-switch': {
    bad: [() => bench(fan)],
    good: [() => clay(), () => new PlanBuilder('nothing yet', 'IEC').device('X1', 'inlet').build()],
  },
  'line-and-neutral-exchanged': {
    bad: [() => onPlug('polarised', ['N', 'L'])],
    good: [() => onPlug('polarised', ['L', 'N']), () => onPlug('reversible', ['N', 'L']), () => clay()],
  },
  'second-inlet': {
    bad: [() => bench((b) => b.device('X2', 'inlet').wire('X2.L', 'PS1.L', 'L').wire('X2.N', 'PS1.N', 'N'))],
    good: [
      () => clay(),
      // An inlet of its own, for something else.
      () =>
        bench((b) =>
          b.device('X2', 'inlet').device('XO1', 'outlet').wire('X2.L', 'XO1.L', 'L').wire('X2.N', 'XO1.N', 'N'),
        ),
    ],
  },
  'function-contradicts-net': {
    bad: [
      () => bench((b) => b.device('V1', 'fan-24').wire('PS1.V+1', 'V1.+', 'V-').wire('PS1.V-1', 'V1.-', 'V+')),
      () => bench((b) => b.device('U1', 'metal').wire('PS1.V+1', 'U1.PE', 'PE')),
    ],
    good: [() => clay(), () => bench(fan)],
  },
  'service-on-earth': {
    bad: [
      () =>
        bench((b) =>
          b
            .device('PE1', 'earth-stud')
            .device('V1', 'fan-24')
            .wire('PS1.V+1', 'V1.+', 'V+')
            .wire('V1.-', 'PE1.PE', 'V-')
            .wire('PS1.V-1', 'PE1.PE', 'V-'),
        ),
    ],
    good: [
      () => clay(),
      // One bond that references the rail carries nothing.
      () =>
        bench((b) => fan(b).device('PE1', 'earth-stud').wire('X1.PE', 'PE1.PE', 'PE').wire('PS1.V-2', 'PE1.PE', 'V-')),
    ],
  },
  'coils-mixed': {
    bad: [() => motorBy(['A+', 'B-', 'B+', 'A-'])],
    good: [() => motorBy(['A+', 'A-', 'B+', 'B-']), () => motorBy(['B-', 'B+', 'A+', 'A-']), () => clay()],
  },
  'source-asked-too-much': {
    bad: [() => computerOf(60)],
    good: [() => computerOf(10), () => clay()],
  },
  ...LAYOUT_SAMPLES,
  ...BUILD_SAMPLES,
  ...ROUTE_SAMPLES,
  'parked-bare': {
    bad: [
      () =>
        clay({
          type: 'moveEnd',
          wire: wire(42),
          side: 'to',
          end: { kind: 'parked', where: 'beside the board', why: 'for a fourth motor', insulated: false },
        }),
    ],
    good: [
      () => clay(),
      () =>
        clay({
          type: 'moveEnd',
          wire: wire(42),
          side: 'to',
          end: { kind: 'parked', where: 'beside the board', why: 'for a fourth motor', insulated: true },
        }),
    ],
  },
}

const made = new WeakMap<() => Plan, Plan>()

/** Each sample is made once, and so reckoned once. */
function once(make: () => Plan): Plan {
  let plan = made.get(make)
  if (!plan) made.set(make, (plan = make()))
  return plan
}

/** "2 caution clamp-overfilled, 1 stop short-circuit". */
function rulesOf(plan: Plan): string {
  const counts = new Map<string, number>()
  for (const { severity, rule } of findAll(plan)) {
    const key = `${severity} ${rule}`
    counts.set(key, (counts.get(key) ?? 0) + 1)
  }
  return [...counts]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, count]) => `${count} ${key}`)
    .join(', ')
}

const asRead = ({ severity, subjects, what }: Finding): string =>
  [
    severity,
    ...subjects.map((subject) =>
      subject.kind === 'plan'
        ? 'plan'
        : subject.kind === 'terminal'
          ? `${subject.device} ${subject.terminal}`
          : subject.id,
    ),
    what,
  ].join(' | ')

describe.each(Object.keys(SAMPLES) as RuleId[])('%s', (id) => {
  it('finds the fault, names its subjects, and says what and why', () => {
    for (const bad of SAMPLES[id].bad) {
      const found = find(id, once(bad))
      expect(found.length, String(bad)).toBeGreaterThan(0)
      for (const { what, why, source, subjects, rule } of found) {
        expect(rule).toBe(id)
        expect(what.length).toBeGreaterThan(15)
        expect(why.length).toBeGreaterThan(15)
        expect(source.length).toBeGreaterThan(5)
        expect(subjects.length).toBeGreaterThan(0)
      }
    }
  })
  it('finds the same in what it says it reads as in the whole plan', () => {
    for (const make of [...SAMPLES[id].bad, ...SAMPLES[id].good]) {
      const plan = once(make)
      const ofRule = findAll(plan).filter(({ rule }) => rule === id)
      expect(ofRule.sort(byId)).toEqual(find(id, plan).sort(byId))
    }
  })
  it('stays quiet otherwise', () => {
    for (const good of SAMPLES[id].good) expect(find(id, once(good)), String(good)).toEqual([])
  })
  // Written once and read through: a rule that points elsewhere, weighs otherwise or says another figure shows here.
  it('says of its samples what it said', () =>
    expect(SAMPLES[id].bad.map((bad) => find(id, once(bad)).map(asRead))).toMatchSnapshot())
  // What every other rule says of them too, by its name: a rule that speaks where it was silent shows here.
  it('is told beside what it was told beside', () =>
    expect([...SAMPLES[id].bad, ...SAMPLES[id].good].map((make) => rulesOf(once(make)))).toMatchSnapshot())
  it('offers fixes that apply, and after which it is quiet about that fault', () => {
    for (const bad of SAMPLES[id].bad) {
      const plan = once(bad)
      for (const finding of find(id, plan)) {
        for (const fix of finding.fixes) {
          const mended = edited(plan, ...fix.commands)
          expect(
            find(id, mended).map((other) => other.id),
            fix.label,
          ).not.toContain(finding.id)
        }
      }
    }
  })
})

describe('the registry', () => {
  it('holds every rule that is written, once', async () => {
    const roots = [join('src', 'core', 'laws'), join('src', 'core', 'findings', 'rules')]
    const files = roots.flatMap((root) =>
      readdirSync(join(process.cwd(), root), { recursive: true, encoding: 'utf8' })
        .filter((file) => file.endsWith('.ts') && !file.endsWith('index.ts'))
        .map((file) => join(process.cwd(), root, file)),
    )
    expect(files.length).toBeGreaterThan(180)
    const held = new Set<unknown>(Object.values(RULES))
    for (const file of files) {
      const module = (await import(file)) as Record<string, unknown>
      for (const [name, value] of Object.entries(module))
        if (typeof value === 'object' && value !== null && 'review' in value)
          expect(held.has(value), `${file}: ${name} stands in no room`).toBe(true)
    }
    expect(held.size).toBe(Object.keys(RULES).length)
  })
})

describe('severities', () => {
  const STOPS: readonly RuleId[] = [
    'line-not-switched',
    'metal-without-earth',
    'earth-conductor-thin',
    'mains-selector-wrong',
    'fuse-does-not-protect-wire',
    'thin-tap-unprotected',
    'voltage-rating-too-low',
    'positives-joined',
    'polarity-reversed',
    'green-yellow-misused',
    'outlet-overloaded',
  ]
  it.each(STOPS)('%s is a stop', (id) => expect(find(id, SAMPLES[id].bad[0]!())[0]!.severity).toBe('stop'))
  it('line and negative alike is a caution, a colour off the scheme a note', () => {
    expect(RULES['line-and-negative-alike'].severity).toBe('caution')
    expect(RULES['colour-off-scheme'].severity).toBe('note')
  })
  it('a supply beyond its house limit is a note, beyond its rating a stop', () => {
    expect(
      find('supply-overloaded', clay({ type: 'setPractice', changes: { supplyLoading_percent: 40 } }))[0]!.severity,
    ).toBe('note')
    expect(
      find(
        'supply-overloaded',
        clay({ type: 'setLoad', device: device('m4'), draw: 'motor', load: { power_W: 250 } }),
      )[0]!.severity,
    ).toBe('stop')
  })
  it('who trusts the supply’s limit gets a caution', () => {
    const plan = edited(SAMPLES['wire-without-protection'].bad[0]!(), {
      type: 'setPractice',
      changes: { branchFusing: 'supply-limit' },
    })
    expect(find('wire-without-protection', plan)[0]!.severity).toBe('caution')
  })
  it('lists stops first', () => {
    const order = review(clay({ type: 'disconnect', id: wire(17) }, change(42, { knownFrom: 'guessed' }))).map(
      ({ severity }) => severity,
    )
    expect(order[0]).toBe('stop')
    expect(order.at(-1)).toBe('note')
  })
})

describe('what is to be removed is not judged', () => {
  it('a fan that comes out may be open', () => {
    const plan = bench((b) => b.device('V1', 'fan-24', 'Old fan', { origin: 'remove' }))
    expect(
      find('required-terminal-open', plan)
        .flatMap(({ subjects }) => subjects)
        .filter((subject) => subject.kind === 'terminal' && subject.device === device('v1')),
    ).toEqual([])
  })
})

describe('plans that ship', () => {
  it.each(Object.entries(DEMOS))('the demo %s has no stop and no caution', (_key, make) =>
    expect(review(make()).filter(({ severity }) => severity !== 'note')).toEqual([]),
  )
  it.each(PATTERNS.flatMap((name) => [[name, 'IEC'] as const, [name, 'NEC'] as const]))(
    'the pattern %s (%s) has no stop and no caution',
    (name, region) => {
      const plan = startingPattern(name, region)
      expect(
        review(plan)
          .filter(({ severity }) => severity !== 'note')
          .map(({ what }) => what),
      ).toEqual([])
    },
  )
})

it('no wording ever calls anything safe', () => {
  for (const { bad } of Object.values(SAMPLES))
    for (const make of bad)
      for (const { what, why } of review(make())) expect(`${what} ${why}`).not.toMatch(/\bsafe\b/i)
})

/** One pair of terminals that is two outputs of different voltage at once: a contradiction. */
function contradicting(): Plan {
  const plan = bench((b) => b)
  const ps1 = plan.parts[plan.devices[device('ps1')]!.part]!
  if (ps1.behaviour.kind !== 'supply') throw new Error('a supply is wanted')
  const [output] = ps1.behaviour.outputs
  const twice = { ...ps1, behaviour: { ...ps1.behaviour, outputs: [output!, { ...output!, id: 'second' }] } }
  return {
    ...plan,
    parts: { ...plan.parts, [plan.devices[device('ps1')]!.part]: twice },
    states: { ['state:full' as StateId]: plan.states['state:full' as StateId]! },
  }
}
