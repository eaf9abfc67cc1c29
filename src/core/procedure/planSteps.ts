import { resistance_ohm_per_km } from '@/core/conductor'
import { drillingMethod, type DrillingMethod } from '@/core/drilling'
import { shapeWords } from '@/core/geometry'
import { formatNumber } from '@/core/quantity'
import {
  colourName,
  type Device,
  type DeviceId,
  type Part,
  type Plan,
  type TerminalId,
  type Wire,
  type WireEnd,
  type WireId,
} from '@/core/plan'
import { type EndTreatment, type Reckoning } from '@/core/reckoning'
import { fittedRating } from '@/core/model'
import { CAPACITORS, EARTH_FIRST, NO_HOT_PLUGGING, NOT_ALONE, PROVE_DEAD, STOP_NOT_RATED, UNPLUG } from './cautions'
import { orderSteps } from './order'
import type { Phase, Step } from './types'

/** A hand-held meter and its leads; above this an earth path is not good. Common practice. */
const EARTH_ALLOWANCE_OHM = 0.5
/** IEC 60204-1, 18.3 (from memory): insulation between mains and earth. */
const INSULATION_OHM = 1e6
/** Between the rails of an unpowered output, once its capacitors are charged by the meter. */
const RAIL_OHM = 10
/** Supplies without load stay this close to their figure. Common practice. */
const OUTPUT_TOLERANCE = 0.05
/** Two ends: cut, strip, make, clamp, tug. */
const MINUTES = { drilled: 2, cut: 8, set: 2, fit: 1, mount: 6, wire: 5, signal: 3, earth: 5, check: 3, power: 4 }

const MOUNTING_WORDS: Readonly<Record<Part['mounting'], string>> = {
  screws: 'Screw it to its place with lock washers',
  rail: 'Clip it on the rail and pull',
  panel: 'Fit it in its cut-out, nut or clips tight',
  standoffs: 'Set it on standoffs, nothing under it',
  'plugs-on': 'Plug it on, key and pin 1 checked',
  loose: 'Tie it where it stays',
  'in-line': 'Hang it in its lead, strain relieved',
}

function endWords(plan: Plan, end: WireEnd, treatment: EndTreatment | null): string {
  if (end.kind === 'parked') return `park it: ${end.where}, ${end.insulated ? 'insulated' : 'not insulated'}`
  if (end.kind === 'plug') return `way ${end.way} of the plug of ${plan.cables[end.cable]!.name}`
  const terminal = plan.parts[plan.devices[end.device]!.part]!.terminals[end.terminal]!
  const torque = terminal.torque_Nm ? `, ${terminal.torque_Nm} N·m` : ''
  return `${plan.devices[end.device]!.tag} ${terminal.block ? `${terminal.block} ` : ''}“${terminal.label}”: ${treatment?.what ?? 'treatment not derived'}${treatment?.strip_mm ? `, strip ${treatment.strip_mm} mm` : ''}${torque}`
}

function isInBox(device: Device): boolean {
  return device.place.kind !== 'field'
}

/** Tells two lists apart without keeping either (FNV-1a, 32 bits). */
function checksum(text: string): string {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return (hash >>> 0).toString(16)
}

const holeStep = (enclosure: string, face: string) => `holes:${enclosure}/${face}`

/** One step a face: everything that is drilled, cut and blanked in it, before anything is mounted. */
function holeSteps(
  plan: Plan,
  reckoning: Reckoning,
): readonly (Partial<Step> & Pick<Step, 'id' | 'phase' | 'title' | 'why' | 'minutes' | 'facts'>)[] {
  return reckoning.faces.flatMap(({ enclosure, face, holes }) => {
    const toMake = holes.filter(({ state }) => state === 'make')
    const toBlank = holes.filter(({ state }) => state === 'blank')
    if (toMake.length + toBlank.length === 0) return []
    const box = plan.enclosures[enclosure]!
    const data = box.faces[face]!
    const ways = new Map<string, { readonly method: DrillingMethod; count: number }>()
    for (const { shape } of toMake) {
      const method = drillingMethod({ shape, material: box.wall.material, thickness_mm: box.wall.thickness_mm })
      const way = ways.get(method.tool)
      if (way) way.count += 1
      else ways.set(method.tool, { method, count: 1 })
    }
    const [first] = [...ways.values()]
    return [
      {
        id: holeStep(enclosure, face),
        phase: 'holes' as const,
        title: `${box.name}, ${data.name.toLowerCase()}: ${[toMake.length > 0 ? `${toMake.length} holes` : '', toBlank.length > 0 ? `${toBlank.length} to blank` : ''].filter(Boolean).join(', ')}`,
        lines: [
          `Print the drill sheet at 1:1 and measure its 100 mm bar; tape it on the ${data.kind === 'plate' ? 'front' : 'outside'}.`,
          ...(first ? [`${first.method.steps[0]!}.`] : []),
          ...[...ways].map(([tool, { count }]) => `${count} by ${tool}.`),
          ...(first ? [`${first.method.steps.at(-1)!}.`] : []),
          ...(toBlank.length > 0 ? [`Blank: ${toBlank.map(({ label }) => label).join(', ')}.`] : []),
        ],
        minutes:
          5 +
          [...ways].reduce(
            (sum, [tool, { count }]) => sum + count * (tool.startsWith('twist') ? MINUTES.drilled : MINUTES.cut),
            0,
          ) +
          toBlank.length,
        facts: {
          holes: `${holes.length} holes, ${checksum(
            holes
              .map(({ label, shape, x_mm, y_mm, state }) => `${label} ${shapeWords(shape)} ${x_mm} ${y_mm} ${state}`)
              .sort()
              .join(';'),
          )}`,
        },
        why: 'Chips beside live boards are found by sparks: all holes come before anything is mounted.',
      },
    ]
  })
}

/** Its face is drilled first; a module comes after its host, and after the settings that it covers. */
function mountedAfter(plan: Plan, { place }: Device): readonly string[] {
  if (place.kind === 'face') return [holeStep(place.enclosure, place.face)]
  if (place.kind !== 'socket') return []
  const socket = plan.parts[plan.devices[place.device]!.part]!.sockets.find(({ id }) => id === place.socket)
  return [mountStep(place.device), ...(socket?.covers ?? []).map((setting) => `set:${place.device}/${setting}`)]
}

const wireStep = (id: WireId) => `wire:${id}`
const mountStep = (id: DeviceId) => `mount:${id}`

const PHASE_OF_WIRE: Readonly<Record<Wire['function'], Phase>> = {
  L: 'mains',
  N: 'mains',
  PE: 'earth',
  'V+': 'dc',
  'V-': 'dc',
  signal: 'dc',
}

/** The evening's work: what to do, in an order that its dependencies allow, each step with its reason and the facts it is done under. */
export function planSteps(plan: Plan, reckoning: Reckoning): readonly Step[] {
  const steps = new Map<string, Step>()
  const add = ({
    id,
    phase,
    title,
    why,
    minutes,
    facts,
    lines = [],
    cautions = [],
    after = [],
    reading = null,
    device = null,
    wire = null,
  }: Partial<Step> & Pick<Step, 'id' | 'phase' | 'title' | 'why' | 'minutes' | 'facts'>) =>
    steps.set(id, { id, phase, title, lines, why, cautions, minutes, after, facts, reading, device, wire })
  for (const step of holeSteps(plan, reckoning)) add(step)
  const devices = (Object.entries(plan.devices) as [DeviceId, Device][])
    .filter(([, device]) => device.origin !== 'remove')
    .map(([id, device]) => ({ id, device, part: plan.parts[device.part]! }))

  for (const { id, device, part } of devices) {
    const before: string[] = []
    for (const setting of part.settings) {
      const chosen = (device.settings as Readonly<Record<string, string>>)[setting.id] ?? setting.initial
      const stepId = `set:${id}/${setting.id}`
      before.push(stepId)
      add({
        id: stepId,
        phase: 'set',
        device: id,
        title: `Set ${device.tag}: ${setting.name}`,
        lines: [chosen ? `To ${chosen}` : 'Look what it is set to and write it down'],
        minutes: MINUTES.set,
        facts: { value: chosen ?? 'unknown', part: device.part },
        why: setting.beforeMounting
          ? 'It is out of reach or out of sight once mounted.'
          : 'A wrong setting shows only under load.',
      })
    }
    const fuses = part.links.flatMap((link) =>
      link.kind === 'protective' ? [{ link, ...fittedRating(device, link) }] : [],
    )
    if (fuses.length > 0) {
      const stepId = `fit:${id}`
      before.push(stepId)
      add({
        id: stepId,
        phase: 'set',
        device: id,
        title: `Fit ${device.tag}: ${fuses.map(({ rating_A }) => (rating_A === null ? 'empty' : `${formatNumber(rating_A)} A`)).join(', ')}`,
        lines: fuses.map(
          ({ link, family, rating_A }) =>
            `${link.id}: ${rating_A === null ? 'leave empty' : `${formatNumber(rating_A)} A, ${family}`}`,
        ),
        minutes: MINUTES.fit * fuses.length,
        facts: Object.fromEntries(
          fuses.map(({ link, family, rating_A }) => [link.id, `${rating_A ?? 'empty'} ${family}`]),
        ),
        why: 'Read the rating on the fuse itself; the drawer and the bag lie.',
      })
    }
    if (isInBox(device)) {
      add({
        id: mountStep(id),
        phase: 'mount',
        device: id,
        title: `Mount ${device.tag}, ${device.name}`,
        lines: [
          `${MOUNTING_WORDS[part.mounting]}.`,
          ...(part.orientations === 'upright' ? ['Upright only: it sheds its heat that way.'] : []),
        ],
        minutes: MINUTES.mount,
        after: [...before, ...mountedAfter(plan, device)],
        facts: { part: device.part, place: JSON.stringify(device.place) },
        why: 'Room for plugs and fingers, air about what gets warm.',
      })
    }
  }

  const allWires = (Object.entries(plan.wires) as [WireId, Wire][]).filter(([, wire]) => wire.origin !== 'remove')
  const byFunction = (...functions: readonly Wire['function'][]) =>
    allWires.filter(([, wire]) => functions.includes(wire.function)).map(([id]) => wireStep(id))
  for (const [id, wire] of allWires) {
    const reckoned = reckoning.wires[id]
    const phase = PHASE_OF_WIRE[wire.function]
    const colour = wire.colour ?? plan.practice.colours[wire.function]
    const ends = [wire.from, wire.to].flatMap((end) => (end.kind === 'terminal' ? [end.device] : []))
    const size = reckoned?.size ?? wire.size ?? 'size not derived'
    const isMains = phase === 'mains' || phase === 'earth'
    add({
      id: wireStep(id),
      phase,
      wire: id,
      title: `${wire.label || id}: ${size}, ${colourName(colour)}, ${formatNumber(reckoned?.length_mm ?? wire.measured_mm ?? wire.length_mm ?? plan.practice.assumedLength_mm, 4)} mm`,
      lines: [
        endWords(plan, wire.from, reckoned?.from ?? null),
        endWords(plan, wire.to, reckoned?.to ?? null),
        'Label both ends. Tug each: a hand’s firm pull must not move it.',
      ],
      minutes: wire.function === 'PE' ? MINUTES.earth : wire.function === 'signal' ? MINUTES.signal : MINUTES.wire,
      cautions: isMains ? [UNPLUG, ...(phase === 'earth' ? [EARTH_FIRST] : [])] : [],
      after: ends.map(mountStep),
      why: whyWire(wire),
      facts: {
        size,
        ends: `${endKey(wire.from)} ${endKey(wire.to)}`,
        colour: colourName(colour),
        made: `${reckoned?.from?.what ?? 'parked'} / ${reckoned?.to?.what ?? 'parked'}`,
      },
    })
  }

  const hasMains = devices.some(({ part }) => part.behaviour.kind === 'mains-inlet')
  const mainsWires = byFunction('L', 'N', 'PE')
  if (hasMains && mainsWires.length > 0) {
    add({
      id: 'covers',
      phase: 'earth',
      title: 'Terminal covers back on',
      lines: ['Every bare mains terminal covered. No stray strand, nothing left in the box.'],
      minutes: 3,
      after: mainsWires,
      cautions: [UNPLUG],
      facts: { wires: factsOf(steps, mainsWires) },
      why: 'From here on hands work beside these terminals.',
    })
  }

  const checks: string[] = []
  const check = (step: Parameters<typeof add>[0]) => {
    checks.push(step.id)
    add(step)
  }
  for (const { device, path } of reckoning.earths) {
    if (path === null || plan.devices[device]!.origin === 'remove' || !hasMains) continue
    const { tag, name } = plan.devices[device]!
    const path_ohm = path.reduce(
      (sum, id) =>
        sum +
        (resistance_ohm_per_km(reckoning.wires[id]!.size ?? '0.75 mm²', 20) * reckoning.wires[id]!.length_mm) / 1e6,
      0,
    )
    check({
      id: `check:earth/${device}`,
      phase: 'checks',
      device,
      title: `Earth of ${tag}, ${name}`,
      lines: ['From the earth pin of the inlet to bare metal of the part. Zero the meter’s leads first.'],
      minutes: MINUTES.check,
      cautions: [UNPLUG],
      after: path.map(wireStep),
      reading: {
        what: 'Resistance, earth pin to metal',
        unit: 'Ω',
        from: null,
        to: Math.round((path_ohm + EARTH_ALLOWANCE_OHM) * 100) / 100,
      },
      facts: { path: factsOf(steps, path.map(wireStep)) },
      why: `The conductors alone are ${formatNumber(path_ohm)} Ω; a painted joint reads ohms or nothing.`,
    })
  }
  if (hasMains) {
    check({
      id: 'check:insulation',
      phase: 'checks',
      title: 'Line and neutral against earth',
      lines: ['Main switch on, plug out. Each pin of the plug against the earth pin.'],
      minutes: MINUTES.check,
      cautions: [UNPLUG, CAPACITORS],
      after: ['covers', ...mainsWires],
      reading: { what: 'Resistance, line or neutral to earth, the lower', unit: 'Ω', from: INSULATION_OHM, to: null },
      facts: { wires: factsOf(steps, mainsWires) },
      why: 'A pinched wire or a stray strand shows here, not as a bang.',
    })
  }
  const lowVoltage = byFunction('V+', 'V-')
  const lowVoltageFacts = factsOf(steps, lowVoltage)
  for (const supply of Object.values(reckoning.supplies)) {
    const { tag } = plan.devices[supply.device]!
    if (plan.devices[supply.device]!.origin === 'remove') continue
    for (const [output, { voltage_V }] of Object.entries(supply.outputs)) {
      check({
        id: `check:rail/${supply.device}/${output}`,
        phase: 'checks',
        device: supply.device,
        title: `No short on ${formatNumber(voltage_V)} V of ${tag}`,
        lines: ['Plus against minus, while you work each switch and move each plug.'],
        minutes: MINUTES.check,
        cautions: [UNPLUG, CAPACITORS],
        after: lowVoltage,
        reading: { what: 'Resistance, plus to minus, once it is steady', unit: 'Ω', from: RAIL_OHM, to: null },
        facts: { wires: lowVoltageFacts },
        why: 'A short found now costs nothing.',
      })
    }
  }
  const polarised = reckoning.draws.filter(({ device, draw }) => {
    const part = plan.parts[plan.devices[device]!.part]!
    return (
      plan.devices[device]!.origin !== 'remove' &&
      part.terminals[part.draws.find(({ id }) => id === draw)!.plus]!.polarised
    )
  })
  const polarisedDevices = [...new Set(polarised.map(({ device }) => device))]
  if (polarisedDevices.length > 0) {
    check({
      id: 'check:polarity',
      phase: 'checks',
      title: 'Polarity at every plug',
      lines: polarisedDevices.map((device) => `${plan.devices[device]!.tag} ${plan.devices[device]!.name}`),
      minutes: 1 + polarisedDevices.length,
      after: lowVoltage,
      facts: { wires: lowVoltageFacts },
      why: 'Plus to plus by continuity, not by colour. Boards do not survive a mistake.',
    })
  }

  const powered: string[] = []
  const stops = devices.some(({ part }) => part.behaviour.kind === 'emergency-stop') ? [STOP_NOT_RATED] : []
  for (const supply of Object.values(reckoning.supplies)) {
    const { tag, origin } = plan.devices[supply.device]!
    if (origin === 'remove' || plan.parts[plan.devices[supply.device]!.part]!.behaviour.kind !== 'supply') continue
    for (const [output, { voltage_V, plus, minus }] of Object.entries(supply.outputs)) {
      const id = `power:${supply.device}/${output}`
      powered.push(id)
      const label = (key: string) =>
        plan.parts[plan.devices[supply.device]!.part]!.terminals[key.slice(key.indexOf('|') + 1) as TerminalId]!.label
      add({
        id,
        phase: 'first-power',
        device: supply.device,
        title: `${tag} alone: ${formatNumber(voltage_V)} V`,
        minutes: MINUTES.power,
        after: checks,
        cautions: [NOT_ALONE, EARTH_FIRST, ...stops],
        lines: [
          'All DC fuses out, so that nothing hangs on it.',
          `Plug in, switch on, measure ${label(plus)} against ${label(minus)}.`,
        ],
        reading: {
          what: 'Volts without load',
          unit: 'V',
          from: round(voltage_V * (1 - OUTPUT_TOLERANCE)),
          to: round(voltage_V * (1 + OUTPUT_TOLERANCE)),
        },
        facts: { part: plan.devices[supply.device]!.part, mains: `${plan.site.mains_V}` },
        why: 'A wrong selector or a trimmed-off output shows before it reaches a board.',
      })
    }
  }
  if (powered.length > 0) {
    add({
      id: 'power:down',
      phase: 'first-power',
      title: 'Off, unplug, wait, measure',
      lines: ['Then put the DC fuses back.'],
      minutes: 3,
      after: powered,
      cautions: [UNPLUG, CAPACITORS, PROVE_DEAD],
      facts: {},
      why: 'Nothing is connected under power.',
    })
    let before = 'power:down'
    for (const rail of reckoning.rails) {
      if (rail.kind !== 'dc') continue
      for (const branch of rail.branches) {
        const draw = reckoning.draws.find(({ device }) => device === branch.device)
        const volts = draw ? Object.values(draw.voltage_V).filter((value): value is number => value !== null) : []
        if (volts.length === 0) continue
        const id = `power:load/${branch.device}/${rail.id}`
        const low = Math.min(...volts)
        const { tag, name } = plan.devices[branch.device]!
        add({
          id,
          phase: 'first-power',
          device: branch.device,
          title: `${tag}, ${name}`,
          lines: [
            `Connect it${branch.fuse ? ` (fuse ${branch.fuse.link} of ${plan.devices[branch.fuse.device]!.tag})` : ''}, power again, measure at its terminals.`,
          ],
          minutes: MINUTES.power,
          after: [before],
          cautions: [NO_HOT_PLUGGING],
          reading: {
            what: 'Volts at its terminals',
            unit: 'V',
            from: round(low * (1 - OUTPUT_TOLERANCE)),
            to: round(rail.voltage_V * (1 + OUTPUT_TOLERANCE)),
          },
          facts: { part: plan.devices[branch.device]!.part, wires: factsOf(steps, branch.wires.map(wireStep)) },
          why: `One at a time. At full work ${formatNumber(low)} V are expected here.`,
        })
        before = id
      }
    }
  }
  return orderSteps([...steps.values()])
}

function round(value: number): number {
  return Math.round(value * 10) / 10
}

function endKey(end: WireEnd): string {
  if (end.kind === 'plug') return `${end.cable}|${end.end}|${end.way}`
  return end.kind === 'parked' ? 'parked' : `${end.device}|${end.terminal}`
}

/** The facts of other steps, so that what was proved about them is proved again when they change. */
function factsOf(steps: ReadonlyMap<string, Step>, ids: readonly string[]): string {
  return ids
    .flatMap((id) => {
      const step = steps.get(id)
      return step ? [Object.values(step.facts).join(',')] : []
    })
    .sort()
    .join(';')
}

function whyWire(wire: Wire): string {
  switch (wire.function) {
    case 'PE':
      return 'Bare metal under the eyelet, its own stud, and the longest lead at the strain relief: it lets go last.'
    case 'L':
    case 'N':
      return 'Mains first, while nothing else is in the way.'
    case 'V+':
    case 'V-':
      return 'Feed and return side by side; polarity checked at both ends.'
    case 'signal':
      return 'Away from mains and motor leads.'
  }
}
