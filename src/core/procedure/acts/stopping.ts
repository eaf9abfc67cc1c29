import type { Reckoning } from '@/core/figures'
import { heats, PART_KINDS, type DeviceId, type Plan } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import { STOP_NOT_RATED } from '../cautions'
import type { Act } from '../types'
import { actOf } from './draft'
import { presentOf } from './ends'
import { MOST_AFTER } from './inTurn'

const tagsOf = (plan: Plan, ids: readonly DeviceId[]) =>
  [...new Set(ids)].map((id) => `${plan.devices[id]!.tag} ${plan.devices[id]!.name}`).join(', ')

/** Heaters by their sensors and by a hand near them; their cut-outs worked. */
export function heatActs(plan: Plan): readonly Act[] {
  const heaters = presentOf(plan).flatMap((device): Act[] => {
    const { tag, name, part: partId, watchedBy } = plan.devices[device]!
    if (!heats(plan.parts[partId]!)) return []
    const sensor = watchedBy && plan.devices[watchedBy] ? plan.devices[watchedBy]!.tag : null
    return [
      actOf({
        id: `heat:heater/${device}`,
        phase: 'first-power',
        device,
        title: `${tag}, ${name}: some warmth, by its sensor and by the back of a hand`,
        lines: [
          sensor === null
            ? 'No sensor reports it: command it for seconds only, and feel the warmth near it.'
            : `Command 40 °C. Within a minute ${sensor} rises, and no other sensor does; then it holds.`,
          'Command off: it cools. Never leave it alone until a day of this is behind it.',
        ],
        minutes: 4,
        facts: { part: partId, sensor: watchedBy ?? 'none' },
        why: 'Two sensors exchanged: one heater runs to its limit while the other’s sensor stays cold.',
        test: {
          group: 'heat',
          red: null,
          black: null,
          situation: 'all on',
          meter: null,
          held: null,
          ifOff:
            'Off at once. Another sensor rises: sensors or heaters exchanged. None rises: the sensor is not on it, or the heater does not run.',
          source: cite(SOURCES.practice),
        },
      }),
    ]
  })
  const cutOuts = presentOf(plan).flatMap((device): Act[] => {
    const { tag, name, part: partId } = plan.devices[device]!
    const { kind } = plan.parts[partId]!.behaviour
    if (kind !== 'thermal-cut-out' && kind !== 'thermostat') return []
    return [
      actOf({
        id: `heat:cut-out/${device}`,
        phase: 'first-power',
        device,
        title: `${tag}, ${name}: seen to act`,
        lines: [
          kind === 'thermal-cut-out'
            ? 'One that opens once and stays open is not tried: its lead is taken off instead, with the power off, and the heater then stays cold.'
            : 'Turn its setting through the temperature of the air, or warm it: what it switches follows.',
          'With it open what it switches stays off, whatever commands it.',
        ],
        minutes: 4,
        after: heaters.slice(-MOST_AFTER).map(({ id }) => id),
        facts: { part: partId },
        why: 'It is the second means: it counts only when the first has failed.',
        test: {
          group: 'heat',
          red: null,
          black: null,
          situation: 'all on',
          meter: null,
          held: null,
          ifOff: 'It still heats: the cut-out is not in this heater’s line, or is bridged.',
          source: cite(SOURCES.practice),
        },
      }),
    ]
  })
  return [...heaters, ...cutOuts]
}

/** What a stop takes away besides the relays and contactors by which it does so. */
const taken = (plan: Plan, cuts: readonly DeviceId[]) =>
  cuts.filter((id) => !PART_KINDS[plan.parts[plan.devices[id]!.part]!.behaviour.kind].switchesOnCommand)

/** All that some stop or guard takes away: it comes in after they are proved. */
export function stoppedDevices(plan: Plan, { stops }: Reckoning): ReadonlySet<DeviceId> {
  return new Set(
    stops.flatMap(({ device, cuts }) => (plan.devices[device]!.origin === 'remove' ? [] : taken(plan, cuts))),
  )
}

/** Every stop and guard before what it stops first moves or heats: that is still off its fuses, and only what switches answers. */
export function firstStopActs(plan: Plan, reckoning: Reckoning): readonly Act[] {
  return reckoning.stops.flatMap(({ device, isEmergency, cuts }): Act[] => {
    const { tag, name, origin, part: partId } = plan.devices[device]!
    const behind = taken(plan, cuts)
    if (origin === 'remove' || behind.length === 0) return []
    const switching = cuts.filter((id) => !behind.includes(id))
    return [
      actOf({
        id: `stop:first/${device}`,
        phase: 'first-power',
        device,
        tools: switching.length > 0 ? [] : ['meter'],
        title: `${tag}, ${name}: before anything behind it runs`,
        lines: [
          `Still off, by their fuses or unplugged: ${tagsOf(plan, behind)}.`,
          switching.length > 0
            ? `Start as in service: ${tagsOf(plan, switching)} pulls in. ${isEmergency ? 'Press it' : 'Press or open it'}: that lets go at once.`
            : `Volts behind its contacts while it is let go; none while it is ${isEmergency ? 'pressed' : 'pressed or opened'}.`,
          'Turned free or let go: nothing comes back by itself.',
        ],
        minutes: 2,
        cautions: isEmergency ? [STOP_NOT_RATED] : [],
        facts: { part: partId, cuts: [...cuts].sort().join(' ') },
        why: 'The first thing that runs wild is stopped by it, or by nothing.',
        test: {
          group: 'stopping',
          red: null,
          black: null,
          situation: 'all on',
          meter: null,
          held: null,
          ifOff:
            'Nothing behind it comes in before this is mended: a contact is bridged or welded, or the coil is fed past it.',
          source: 'IEC 60204-1, 10.7 and common practice (from memory)',
        },
      }),
    ]
  })
}

/** Every stop and guard, with what it takes away and what it leaves live. */
export function stopActs(plan: Plan, reckoning: Reckoning): readonly Act[] {
  return reckoning.stops.flatMap(({ device, isEmergency, cuts, stays }): Act[] => {
    const { tag, name, origin, part: partId } = plan.devices[device]!
    if (origin === 'remove' || cuts.length === 0) return []
    return [
      actOf({
        id: `stop:${device}`,
        phase: 'first-power',
        device,
        title: `${tag}, ${name}: pressed while things run`,
        lines: [
          `Loses its power: ${tagsOf(plan, cuts)}.`,
          stays.length === 0
            ? 'Nothing stays fed behind it.'
            : `Stays live, and must be believed live: ${tagsOf(plan, stays)}.`,
          'Turned free or let go: nothing runs again by itself.',
        ],
        minutes: 3,
        cautions: isEmergency ? [STOP_NOT_RATED] : [],
        facts: { part: partId, cuts: [...cuts].sort().join(' '), stays: [...stays].sort().join(' ') },
        why: 'What a stop leaves live is what hurts whoever trusts it.',
        test: {
          group: 'stops',
          red: null,
          black: null,
          situation: 'all on',
          meter: null,
          held: null,
          ifOff: 'Something runs on: its feed does not pass the stop, or a contact is welded or bridged.',
          source: cite(SOURCES.practice),
        },
      }),
    ]
  })
}
