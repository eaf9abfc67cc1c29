import { terminalKey } from '@/core/model'
import {
  PART_KINDS,
  hasKind,
  landingOf,
  outletOf,
  type Device,
  type DeviceId,
  type Part,
  type Plan,
  type TerminalId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { cite, SOURCES } from '@/core/reference'
import { EARTH_FIRST, NOT_ALONE, STOP_NOT_RATED } from '../cautions'
import type { Act } from '../types'
import { MINUTES, actOf } from './draft'
import { inletsOf } from './ends'
import { capital, poleWordsOf } from './poleWords'

/** Mains may stand this far off its figure. IEC 60038, table 1: ±10 %. */
const MAINS_TOLERANCE = 0.1
/** Between bare metal and the earth of the outlet; more is a fault or an open earth. Common practice. */
const CHASSIS_V = 2

type Entry = readonly [DeviceId, Device, Part]

/** The first power of what is at mains: the metal first, then each outlet, then each contact that switches mains. */
export function mainsPowerSteps(plan: Plan, checks: readonly string[]): readonly Act[] {
  const present = (Object.entries(plan.devices) as [DeviceId, Device][]).flatMap(([id, device]): Entry[] =>
    device.origin === 'remove' ? [] : [[id, device, plan.parts[device.part]!]],
  )
  if (!present.some(([, , part]) => part.behaviour.kind === 'mains-inlet')) return []
  const earthed = present.find(([, , part]) => part.earths !== null)
  const metal = earthed ? terminalKey(earthed[0], earthed[2].earths!) : null
  const cords = cordSteps(plan, checks)
  const chassis = actOf({
    id: 'power:chassis',
    phase: 'first-power',
    tools: ['meter'],
    title: 'Mains on, hands off: metal against earth',
    lines: [
      'Every switched load off or unplugged. Plug in, main switch on.',
      'AC volts from bare metal of the box to the earth pin of another outlet.',
    ],
    minutes: MINUTES.power,
    after: [...checks, ...cords.map(({ id }) => id)],
    cautions: [NOT_ALONE, EARTH_FIRST, ...stopCautions(plan)],
    reading: { what: 'Volts, metal to earth', unit: 'V', from: null, to: CHASSIS_V },
    facts: { mains: `${plan.site.mains_V}` },
    test: {
      group: 'bare',
      red: metal,
      black: null,
      situation: 'idle',
      meter: 'volts-ac',
      held: null,
      ifOff:
        'Unplug at once. An open earth lets filters lift the metal to half the mains; a fault lifts it to all of it.',
      source: 'common practice; touch voltage of IEC 60364-4-41, 411.3.2 is far above it (from memory)',
    },
    why: 'Live metal is found with a probe, not with a hand.',
  })
  const line = mainsLandings(plan)
  return [
    ...cords,
    chassis,
    ...present.filter(([, , { behaviour }]) => behaviour.kind === 'outlet').map((each) => outletStep(plan, each)),
    ...present.flatMap((each) => switchedStep(each, line)),
  ]
}

/** Of several cords each outlet is tried by itself before its plug goes in: which of its pins is the line, and that it has an earth. */
function cordSteps(plan: Plan, checks: readonly string[]): readonly Act[] {
  const inlets = inletsOf(plan)
  if (inlets.length < 2) return []
  const { mains_V } = plan.site
  const words = poleWordsOf(plan.site)
  const { line, neutral, lineToEarth_V } = words
  return inlets.flatMap((id): Act[] => {
    const { tag, name, part } = plan.devices[id]!
    const { behaviour } = plan.parts[part]!
    // A plug that goes in either way round has no line to look for.
    if (behaviour.kind !== 'mains-inlet' || behaviour.earth === null) return []
    if (outletOf(plan, id).plug.kind === 'reversible') return []
    return [
      actOf({
        id: `power:cord/${id}`,
        phase: 'first-power',
        tools: ['meter'],
        device: id,
        title: `${tag}, ${name}: its outlet, ${line} against earth`,
        lines: [
          'At the outlet itself or the end of its cord, before that goes into the box, with probes made for it.',
          `${capital(line)} against earth: ${formatNumber(lineToEarth_V)} V. ${capital(neutral)} against earth: ${words.neutralToEarth}. A socket tester says the same.`,
        ],
        minutes: MINUTES.power,
        after: checks,
        cautions: [NOT_ALONE],
        reading: {
          what: `Volts, ${line} to earth`,
          unit: 'V',
          from: Math.round(lineToEarth_V * (1 - MAINS_TOLERANCE)),
          to: Math.round(lineToEarth_V * (1 + MAINS_TOLERANCE)),
        },
        facts: { part, mains: `${mains_V}` },
        test: {
          group: 'bare',
          red: terminalKey(id, behaviour.line),
          black: terminalKey(id, behaviour.earth),
          situation: 'idle',
          meter: 'volts-ac',
          held: null,
          ifOff:
            plan.site.livePoles === 2
              ? words.exchanged
              : 'Nothing to earth and the mains from the neutral: line and neutral are exchanged in the outlet or the cord.',
          source: 'IEC 60038, table 1 (from memory)',
        },
        why: 'Two outlets need not be wired alike; what one cord brings right the other may bring exchanged.',
      }),
    ]
  })
}

/** A stop of this kind is rated for nothing, and first power is when one leans on it. */
export function stopCautions(plan: Plan): readonly string[] {
  return hasKind(plan, 'emergency-stop') ? [STOP_NOT_RATED] : []
}

const outletPin = (plan: Plan, id: DeviceId, fn: 'L' | 'N') => {
  const { terminals } = plan.parts[plan.devices[id]!.part]!
  const found = (Object.keys(terminals) as TerminalId[]).find((each) => terminals[each]!.function === fn)
  return found === undefined ? null : terminalKey(id, found)
}

function outletStep(plan: Plan, [id, { tag, name, part }]: Entry): Act {
  const { mains_V } = plan.site
  const words = poleWordsOf(plan.site)
  return actOf({
    id: `power:outlet/${id}`,
    phase: 'first-power',
    tools: ['meter'],
    device: id,
    title: `${tag}, ${name}: volts and polarity`,
    lines: [
      'Nothing plugged into it. If it is switched, command it on, and see that it goes dead when it is off.',
      `${capital(words.line)} against ${words.neutral}: ${formatNumber(mains_V)} V. ${capital(words.line)} against earth: ${formatNumber(words.lineToEarth_V)} V. ${capital(words.neutral)} against earth: ${words.neutralToEarth}.`,
      'With a socket tester: the pattern of its lamps that its sheet calls right, and no other. Then a lamp of some watts: bright, and out when it is off.',
    ],
    minutes: MINUTES.power,
    after: ['power:chassis'],
    cautions: [NOT_ALONE],
    reading: {
      what: `Volts, ${words.line} to ${words.neutral}`,
      unit: 'V',
      from: Math.round(mains_V * (1 - MAINS_TOLERANCE)),
      to: Math.round(mains_V * (1 + MAINS_TOLERANCE)),
    },
    facts: { part, mains: `${mains_V}` },
    test: {
      group: 'relays',
      red: outletPin(plan, id, 'L'),
      black: outletPin(plan, id, 'N'),
      situation: 'all on',
      meter: 'volts-ac',
      held: null,
      ifOff: words.exchanged,
      source: 'IEC 60038, table 1 (from memory)',
    },
    why: 'What is plugged in here trusts its pins.',
  })
}

/** Device and terminal at which a wire of the mains ends. */
function mainsLandings(plan: Plan): ReadonlySet<string> {
  return new Set(
    Object.values(plan.wires).flatMap((wire) =>
      wire!.origin !== 'remove' && (wire!.function === 'L' || wire!.function === 'N')
        ? [wire!.from, wire!.to].flatMap((end) => {
            const at = landingOf(plan, end)
            return at ? [`${at.device}|${at.terminal}`] : []
          })
        : [],
    ),
  )
}

/** A relay, contactor or thermostat whose contacts carry mains is tried with a lamp, before what it is for hangs on it. */
function switchedStep([id, { tag, name, part: partId }, part]: Entry, line: ReadonlySet<string>): readonly Act[] {
  const carries = (terminal: TerminalId) => line.has(`${id}|${terminal}`)
  const isMains = part.links.some(
    (link) => (link.kind === 'contact' || link.kind === 'semiconductor') && carries(link.a) && carries(link.b),
  )
  if (!PART_KINDS[part.behaviour.kind].switchesOnCommand || !isMains) return []
  return [
    actOf({
      id: `power:switched/${id}`,
      phase: 'first-power',
      tools: ['meter'],
      device: id,
      title: `${tag}, ${name}: on and off with a lamp`,
      lines: [
        'A lamp of some watts in place of its load.',
        'Let what commands it switch it on and off some times, then take the command away: the lamp goes to what it must be when control is lost.',
      ],
      minutes: MINUTES.power,
      after: ['power:chassis'],
      cautions: [NOT_ALONE],
      facts: { part: partId },
      test: {
        group: 'relays',
        red: null,
        black: null,
        situation: 'all on',
        meter: null,
        held: null,
        ifOff:
          'Glows when off: the part leaks, or a filter across it. Always on: welded, shorted, or the wrong contact.',
        source: cite(SOURCES.practice),
      },
      why: 'A welded contact, a leaking solid-state part or a wrong pin shows on a lamp, not on a heater.',
    }),
  ]
}
