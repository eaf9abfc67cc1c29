import { resistance_ohm_per_km } from '@/core/conductor'
import { LEAST_WINDING_OHM, MOST_WINDING_OHM, splitKey, terminalKey, type TerminalKey } from '@/core/model'
import {
  landed,
  terminalWords,
  type CableId,
  type Plan,
  type TerminalFunction,
  type TerminalId,
  type WireId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { cite, SOURCES } from '@/core/reference'
import type { Reckoning } from '@/core/figures'
import type { Act } from '../types'
import type { FactsOf } from './checks'
import { apartFrom, around, type Apart } from './across'
import { ALLOWANCE_OHM, closedWays, holding, standsDead, type Stands } from './closedWays'
import { deadFirst } from './deadFirst'
import { actOf } from './draft'
import { presentOf, type Ends } from './ends'
import { stepMaking } from './wires'

/** Printed winding resistance holds within this. From memory: makers state 10 %; warmth and the meter add to it. */
const WINDING_REL = 0.3
/** An open contact is apart from a closed one by this at least, whatever hangs across it. Common practice. */
const OPEN_OHM = 20

/** Coil pairs, commons, contacts and cables, dead and by continuity. */
export function continuityActs(plan: Plan, reckoning: Reckoning, factsOf: FactsOf, ends: Ends): readonly Act[] {
  return [
    ...coilActs(plan, reckoning, factsOf, ends),
    ...commonActs(plan, reckoning, factsOf),
    ...contactActs(plan, reckoning, factsOf, ends),
    ...diodeActs(plan, factsOf, ends),
    ...cableActs(plan, reckoning, factsOf),
  ]
}

const ohmOf = (reckoning: Reckoning, wires: readonly WireId[]) =>
  wires.reduce((sum, id) => {
    const { size, length_mm } = reckoning.wires[id] ?? { size: null, length_mm: 0 }
    return sum + (resistance_ohm_per_km(size ?? '0.25 mm²', 20) * length_mm) / 1e6
  }, 0)

const hundredths = (ohm: number) => Math.round(ohm * 100) / 100

/** Each winding from the plug at its driver: what is printed on the motor, and its leads. */
function coilActs(plan: Plan, reckoning: Reckoning, factsOf: FactsOf, ends: Ends): readonly Act[] {
  const making = stepMaking(plan)
  return presentOf(plan).flatMap((device) => {
    const { tag, part: partId } = plan.devices[device]!
    const part = plan.parts[partId]!
    const { behaviour } = part
    if (behaviour.kind !== 'motor') return []
    return (['coil-A', 'coil-B'] as const).flatMap((fn: TerminalFunction): Act[] => {
      const own = (Object.keys(part.terminals) as TerminalId[]).filter((id) => part.terminals[id]!.function === fn)
      const led = own.flatMap((id) => ends.get(terminalKey(device, id))?.slice(0, 1) ?? [])
      if (own.length !== 2 || led.length !== 2) return []
      const leads_ohm = ohmOf(
        reckoning,
        led.map(({ wire }) => wire),
      )
      const winding = behaviour.phase_ohm
      const letter = fn.slice(-1)
      return [
        actOf({
          id: `check:coil/${device}/${letter}`,
          phase: 'checks',
          tools: ['meter'],
          device,
          title: `${tag}: winding ${letter} from ${terminalWords(plan, led[0]!.other)} to ${terminalWords(plan, led[1]!.other)}`,
          lines: [
            'At the plug, pulled from its driver. Then from either pin to one of the other winding: nothing.',
            'With the two pins joined the shaft turns stiffly: they are of one winding.',
          ],
          minutes: 1,
          cautions: deadFirst(plan),
          after: led.map(({ wire }) => making(wire)),
          reading: {
            what: 'Resistance of the winding with its leads',
            unit: 'Ω',
            from: winding === null ? LEAST_WINDING_OHM : hundredths(winding * (1 - WINDING_REL)),
            to:
              winding === null ? MOST_WINDING_OHM : hundredths(winding * (1 + WINDING_REL) + leads_ohm + ALLOWANCE_OHM),
          },
          facts: { part: partId, wires: factsOf(led.map(({ wire }) => making(wire))) },
          why:
            winding === null
              ? 'Nothing is printed on it: any few ohms will do, nothing and an open circuit will not.'
              : `${formatNumber(winding)} Ω is printed on the motor; its leads add ${formatNumber(leads_ohm)} Ω.`,
          test: {
            group: 'continuity',
            red: led[0]!.other,
            black: led[1]!.other,
            situation: 'dead',
            meter: 'ohms',
            held: null,
            ifOff: 'Nothing: a pin not home, a broken lead, or one pin of each winding. Far too little: leads touch.',
            source: 'as printed on the motor; tolerance from memory',
          },
        }),
      ]
    })
  })
}

/** Commons and jumper chains: from one end of the chain to the other. */
function commonActs(plan: Plan, reckoning: Reckoning, factsOf: FactsOf): readonly Act[] {
  const making = stepMaking(plan)
  return reckoning.nets.flatMap((net): Act[] => {
    if (net.potentials.length > 0 || net.wires.length < 2) return []
    const wired = net.terminals.filter((key) => reckoning.netOf[key] === net.id)
    const signals = net.wires.filter((id) => plan.wires[id]?.function === 'signal')
    if (signals.length < 2 || wired.length < 3) return []
    const [first, last] = [wired[0]!, wired.at(-1)!]
    return [
      actOf({
        id: `check:common/${net.id}`,
        phase: 'checks',
        tools: ['meter'],
        device: splitKey(first).device,
        title: `Common from ${terminalWords(plan, first)} to ${terminalWords(plan, last)}`,
        lines: [`On its way: ${wired.map((key) => terminalWords(plan, key)).join(', ')}.`],
        minutes: 1,
        cautions: deadFirst(plan),
        after: signals.map(making),
        reading: {
          what: 'Resistance from end to end',
          unit: 'Ω',
          from: null,
          to: hundredths(ohmOf(reckoning, signals) + ALLOWANCE_OHM),
        },
        facts: { wires: factsOf(signals.map(making)) },
        why: 'One link of a chain that is missing leaves all behind it dead.',
        test: {
          group: 'continuity',
          red: first,
          black: last,
          situation: 'dead',
          meter: 'ohms',
          held: null,
          ifOff: 'Measure from the first to each in turn: where it stops, the link before it is open.',
          source: cite(SOURCES.practice),
        },
      }),
    ]
  })
}

/** Contacts: those that a hand works in each position, those that something else works as they rest. */
function contactActs(plan: Plan, reckoning: Reckoning, factsOf: FactsOf, ends: Ends): readonly Act[] {
  const making = stepMaking(plan)
  const dead = standsDead(plan)
  return presentOf(plan).flatMap((device) => {
    const { tag, part: partId } = plan.devices[device]!
    const part = plan.parts[partId]!
    return part.links.flatMap((link): Act[] => {
      if (link.kind !== 'contact') return []
      const by = part.actuators.find(({ id }) => id === link.actuator)!
      const [a, b] = [terminalKey(device, link.a), terminalKey(device, link.b)]
      const wires = [...(ends.get(a) ?? []), ...(ends.get(b) ?? [])].map(({ wire }) => wire)
      if (by.by === 'setting' || !ends.has(a) || !ends.has(b)) return []
      const isByHand = by.by === 'hand'
      const isSelector = by.positions.length > 2
      return (isByHand ? by.positions : [by.rest]).flatMap((position): Act[] => {
        const isClosed = link.closedIn.includes(position)
        const isRest = position === by.rest
        const stands = isRest ? 'at rest' : isSelector ? `on “${position}”` : 'worked'
        const held = { device, actuator: by.id, position }
        // Joined another way, an open contact reads as a closed one.
        const apart = isClosed ? null : openBetween(plan, reckoning, ends, [a, b], holding(dead, held))
        if (apart === 'joined') return []
        return [
          actOf({
            id: `check:contact/${device}/${link.id}/${isRest ? 'rest' : isSelector ? position : 'worked'}`,
            phase: 'checks',
            tools: ['meter'],
            device,
            title: `${terminalWords(plan, a)} to ${terminalWords(plan, b)} of ${tag}, ${stands}: ${isClosed ? 'closed' : 'open'}`,
            lines: [
              !isByHand
                ? 'Nothing commands it, all is off.'
                : isRest
                  ? 'Nobody touches it.'
                  : `On “${position}”: work it three times, and hold it for the reading.`,
              ...(apart?.lines ?? []),
            ],
            minutes: 1,
            cautions: deadFirst(plan),
            after: wires.map(making),
            reading: {
              what: isClosed ? 'Resistance, closed' : 'Resistance, open; OL is the end of the meter’s range',
              unit: 'Ω',
              from: apart?.from ?? null,
              to: isClosed ? 1 : null,
            },
            facts: { part: partId, wires: factsOf(wires.map(making)) },
            why: isClosed
              ? 'A contact that does not close stops what waits for it.'
              : 'A contact that stays closed switches nothing off.',
            test: {
              group: 'continuity',
              red: apart?.isPulled ? null : a,
              black: apart?.isPulled ? null : b,
              situation: 'dead',
              meter: 'ohms',
              held: isByHand ? held : null,
              ifOff: isClosed
                ? 'A lead on the other contact, a switch in its other position, a worn contact.'
                : 'Leads on the contact that rests closed, a bridge beside it, welded, or something else across it: lift one lead and measure again.',
              source: cite(SOURCES.practice),
            },
          }),
        ]
      })
    })
  })
}

/** How far apart the two sides of an open contact read. */
function openBetween(
  plan: Plan,
  reckoning: Reckoning,
  ends: Ends,
  [a, b]: readonly [TerminalKey, TerminalKey],
  stands: Stands,
): Apart | 'joined' {
  const fromA = closedWays(plan, reckoning, ends, a, stands)
  if (fromA.has(b)) return 'joined'
  return apartFrom(plan, OPEN_OHM, around(plan, fromA, closedWays(plan, reckoning, ends, b, stands)))
}

/** Diodes across coils: the wrong way round they are a short as soon as the coil is switched on. */
function diodeActs(plan: Plan, factsOf: FactsOf, ends: Ends): readonly Act[] {
  const making = stepMaking(plan)
  return presentOf(plan).flatMap((device): Act[] => {
    const { tag, name, part: partId } = plan.devices[device]!
    const part = plan.parts[partId]!
    const terminals = Object.keys(part.terminals) as TerminalId[]
    const at = (fn: TerminalFunction) => terminals.find((id) => part.terminals[id]!.function === fn)
    const [ring, plain] = [at('V+'), at('V-')]
    if (part.behaviour.kind !== 'surge-filter' || terminals.length !== 2 || !ring || !plain) return []
    const [atRing, atPlain] = [ring, plain].map((id) => ends.get(terminalKey(device, id))?.[0])
    if (!atRing || !atPlain) return []
    const made = [...new Set([making(atRing.wire), making(atPlain.wire)])]
    return [
      actOf({
        id: `check:diode/${device}`,
        phase: 'checks',
        tools: ['meter'],
        device,
        title: `${tag}, ${name}: its ring is at the plus`,
        lines: [
          `Ring at ${terminalWords(plan, atRing.other)}, plain end at ${terminalWords(plan, atPlain.other)}; both clamped.`,
          'On the diode range, one lead off: half a volt or so with red at the plain end, nothing the other way round.',
        ],
        minutes: 1,
        cautions: deadFirst(plan),
        after: made,
        facts: { part: partId, wires: factsOf(made) },
        why: 'The wrong way round it takes all the current that its output gives, and one of the two dies.',
        test: {
          group: 'continuity',
          red: terminalKey(device, plain),
          black: terminalKey(device, ring),
          situation: 'dead',
          meter: null,
          held: null,
          ifOff: 'Turn it round. The same both ways: it is broken, or its coil still lies across it.',
          source: cite(SOURCES.practice),
        },
      }),
    ]
  })
}

/** Cables that are made, not bought: core by core. */
function cableActs(plan: Plan, reckoning: Reckoning, factsOf: FactsOf): readonly Act[] {
  const making = stepMaking(plan)
  const coresOf = new Map<CableId, [WireId, Plan['wires'][WireId]][]>()
  for (const [id, wire] of Object.entries(landed(plan).wires) as [WireId, Plan['wires'][WireId]][]) {
    if (wire.cable === null || wire.from.kind !== 'terminal' || wire.to.kind !== 'terminal') continue
    const own = coresOf.get(wire.cable)
    if (own) own.push([id, wire])
    else coresOf.set(wire.cable, [[id, wire]])
  }
  return (Object.entries(plan.cables) as [CableId, Plan['cables'][CableId]][]).flatMap(([id, cable]): Act[] => {
    if (cable.premade || cable.origin === 'remove') return []
    const cores = coresOf.get(id) ?? []
    if (cores.length < 2) return []
    const longest_ohm = Math.max(...cores.map(([wire]) => ohmOf(reckoning, [wire])))
    const [first] = cores
    const key = (side: 'from' | 'to') => {
      const end = first![1][side]
      return end.kind === 'terminal' ? terminalKey(end.device, end.terminal) : null
    }
    const name = (side: 'from' | 'to', wire: Plan['wires'][WireId]) => {
      const end = wire[side]
      return end.kind === 'terminal' ? terminalWords(plan, terminalKey(end.device, end.terminal)) : 'open'
    }
    return [
      actOf({
        id: `check:pins/${id}`,
        phase: 'checks',
        tools: ['meter'],
        title: `${cable.name}: ${cores.length} cores, pin by pin`,
        lines: [
          ...cores.map(([, wire]) => `${name('from', wire)} to ${name('to', wire)}, and to no pin beside it`),
          'Bend the cable at both ends meanwhile: the reading stays.',
        ],
        minutes: 1 + Math.ceil(cores.length / 2),
        cautions: deadFirst(plan),
        after: cores.map(([wire]) => making(wire)),
        reading: {
          what: 'Resistance of the worst core',
          unit: 'Ω',
          from: null,
          to: hundredths(longest_ohm + ALLOWANCE_OHM),
        },
        facts: { wires: factsOf(cores.map(([wire]) => making(wire))) },
        why: 'A plug that is made has two ends that can be mirrored, and a pin that is not home.',
        test: {
          group: 'continuity',
          red: key('from'),
          black: key('to'),
          situation: 'dead',
          meter: 'ohms',
          held: null,
          ifOff: 'Push the pin home until it is heard; compare both plugs side by side, latch up.',
          source: cite(SOURCES.practice),
        },
      }),
    ]
  })
}
