import { fittedRating } from '@/core/model'
import { hostOf, referenceVolts, type Device, type DeviceId, type Part, type Plan } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { servesMains } from '@/core/supply'
import type { Act } from '../types'
import { MINUTES, rememberActs, actOf } from './draft'
import { holeStep } from './holes'

export const mountStep = (id: DeviceId) => `mount:${id}`

const MOUNTING_WORDS: Readonly<Record<Part['mounting'], string>> = {
  screws: 'Screw it to its place with lock washers',
  rail: 'Clip it on the rail and pull',
  panel: 'Fit it in its cut-out, nut or clips tight',
  standoffs: 'Set it on standoffs, nothing under it',
  'plugs-on': 'Plug it on, key and pin 1 checked',
  loose: 'Tie it where it stays',
  'in-line': 'Hang it in its lead, strain relieved',
}

const MOUNTING_TOOLS: Readonly<Record<Part['mounting'], readonly string[]>> = {
  screws: ['screwdriver', 'spanner'],
  rail: [],
  panel: ['spanner'],
  standoffs: ['screwdriver'],
  'plugs-on': [],
  loose: ['ties and cutter'],
  'in-line': ['ties and cutter'],
}
/** Until glue holds, by its sheet; and what one person does not hold in place and screw. Common practice. */
const GLUE_MIN = 30
const HEAVY_g = 2500

const remembered = rememberActs<Device>()

/** What is set, fitted and mounted: all that is done to a device before it is wired. */
export function deviceSteps(plan: Plan, mains_V: number): readonly Act[] {
  return (Object.entries(plan.devices) as [DeviceId, Device][]).flatMap(([id, device]) => {
    if (device.origin === 'remove') return []
    const part = plan.parts[device.part]!
    const { place } = device
    const under = hostOf(place)
    const host = under === null ? null : plan.devices[under]!
    const hostPart = host && plan.parts[host.part]!
    const on = place.kind === 'on' ? (host?.tag ?? '') : null
    return remembered(device, [part, hostPart, on, mains_V], () => stepsOf(id, device, part, hostPart, on, mains_V))
  })
}

function stepsOf(
  id: DeviceId,
  device: Device,
  part: Part,
  host: Part | null,
  on: string | null,
  mains_V: number,
): readonly Act[] {
  const before = [...settingSteps(id, device, part, mains_V), ...fittingSteps(id, device, part)]
  // What is there already is looked at and set, and not mounted again.
  // Metal that hands can touch and that stands nowhere is the box itself, its door, a frame.
  const isTheBox = part.behaviour.kind === 'exposed-metal' && device.place.kind === 'unplaced'
  if (device.place.kind === 'field' || device.origin === 'there' || isTheBox) return before
  return [
    ...before,
    actOf({
      id: mountStep(id),
      phase: 'mount',
      device: id,
      title: `Mount ${device.tag}, ${device.name}`,
      lines: [
        on === null ? `${MOUNTING_WORDS[part.mounting]}.` : onWords(device, on),
        ...(part.orientations === 'upright' ? ['Upright only: it sheds its heat that way.'] : []),
      ],
      minutes: MINUTES.mount,
      wait_min: device.fixedWith === 'glue' ? GLUE_MIN : 0,
      hands: (part.mass_g ?? 0) > HEAVY_g ? 2 : 1,
      tools: MOUNTING_TOOLS[part.mounting],
      after: [...before.map((step) => step.id), ...mountedAfter(device, host)],
      facts: { part: device.part, place: JSON.stringify(device.place) },
      why: 'Room for plugs and fingers, air about what gets warm.',
    }),
  ]
}

/** "Screw it to the front of PS1, on spacers of 12 mm." */
function onWords({ place, fixedWith }: Device, host: string): string {
  if (place.kind !== 'on') return ''
  const how = { tape: 'Tape it', glue: 'Glue it', ties: 'Tie it', rail: 'Clip it', screws: 'Screw it' }[
    fixedWith ?? 'screws'
  ]
  const side = {
    front: 'the front',
    back: 'the back',
    top: 'the upper side',
    bottom: 'the lower side',
    left: 'the left side',
    right: 'the right side',
  }[place.side]
  return `${how} to ${side} of ${host}${place.off_mm > 0 ? `, on spacers of ${formatNumber(place.off_mm)} mm` : ''}.`
}

function settingSteps(id: DeviceId, device: Device, part: Part, mains_V: number): readonly Act[] {
  return part.settings.map((setting) => {
    const { wanted, assumed } = wantedSetting(device, part, setting, mains_V)
    return actOf({
      id: `set:${id}/${setting.id}`,
      phase: 'set',
      device: id,
      title: `Set ${device.tag}: ${setting.name}`,
      lines: [
        wanted
          ? `To ${wanted}`
          : `Nothing is chosen yet: choose among ${setting.options.join(', ')}${assumed ? ` (it is made with ${assumed})` : ''}, then set it`,
        ...potLines(setting, wanted),
      ],
      minutes: MINUTES.set,
      undecided: wanted === null ? `Choose “${setting.name}” of ${device.tag} in the plan first` : null,
      tools: setting.kind === 'pot' ? ['small screwdriver', 'meter'] : [],
      facts: { value: wanted ?? assumed ?? 'unknown', part: device.part },
      why: setting.beforeMounting
        ? 'It is out of reach or out of sight once mounted.'
        : 'A wrong setting shows only under load.',
    })
  })
}

/** Of a pot that is set by volts: where to measure, and what to read. */
function potLines(setting: Part['settings'][number], wanted: string | null): readonly string[] {
  const volt = wanted === null ? null : referenceVolts(setting, wanted)
  return volt === null
    ? []
    : [
        `Measure from the pot’s wiper to ground and turn it to ${formatNumber(volt)} V (${formatNumber(setting.volts_per_A!)} V for each ampere)`,
      ]
}

/** What a setting must be: of a mains selector what the mains wants, whatever is entered; else what was chosen; never the factory's. */
/** What a setting should be: of a mains selector what the site has, of all else what the plan says. */
export function wantedSetting(
  { settings }: Device,
  { behaviour }: Part,
  setting: Part['settings'][number],
  mains_V: number,
) {
  const isSelector = behaviour.kind === 'supply' && behaviour.selector === setting.id
  const fit = isSelector ? setting.options.find((option) => servesMains(option, mains_V)) : undefined
  const wanted = fit ?? (isSelector ? null : ((settings as Readonly<Record<string, string>>)[setting.id] ?? null))
  return { wanted, assumed: setting.initial }
}

function fittingSteps(id: DeviceId, device: Device, part: Part): readonly Act[] {
  const fuses = part.links.flatMap((link) =>
    link.kind === 'protective' ? [{ link, ...fittedRating(device, link) }] : [],
  )
  if (fuses.length === 0) return []
  return [
    actOf({
      id: `fit:${id}`,
      phase: 'set',
      device: id,
      title: `${device.origin === 'there' ? 'Check the fuse of' : 'Fit'} ${device.tag}: ${fuses.map(({ rating_A }) => (rating_A === null ? 'empty' : `${formatNumber(rating_A)} A`)).join(', ')}`,
      lines: fuses.map(
        ({ link, family, rating_A }) =>
          `${link.id}: ${rating_A === null ? 'leave empty' : `${formatNumber(rating_A)} A, ${family}`}`,
      ),
      minutes: MINUTES.fit * fuses.length,
      facts: Object.fromEntries(
        fuses.map(({ link, family, rating_A }) => [link.id, `${rating_A ?? 'empty'} ${family}`]),
      ),
      why: 'Read the rating on the fuse itself; the drawer and the bag lie.',
    }),
  ]
}

/** Its face is drilled first; a module comes after its host, and after the settings that it covers. */
function mountedAfter({ place }: Device, host: Part | null): readonly string[] {
  if (place.kind === 'face') return [holeStep(place.enclosure, place.face)]
  if (place.kind === 'on') return [mountStep(place.device)]
  if (place.kind !== 'socket') return []
  const socket = host!.sockets.find(({ id }) => id === place.socket)
  return [mountStep(place.device), ...(socket?.covers ?? []).map((setting) => `set:${place.device}/${setting}`)]
}
