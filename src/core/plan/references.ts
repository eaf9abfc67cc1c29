import { hostOf } from './hostOf'
import { IssueList, type Issue } from '@/core/calculator'
import type { DeviceId, TerminalId } from './schema/ids'
import type { Plan } from './schema/plan'
import type { Part } from './schema/part'
import type { WireEnd } from './schema/wire'

type ReadonlyPart = Plan['parts'][keyof Plan['parts']]

/** The terminals a part's own innards refer to, with the path of each reference. */
function* partReferences(part: ReadonlyPart): Generator<readonly [path: string, terminal: TerminalId]> {
  for (const [i, link] of part.links.entries()) {
    if (link.kind === 'bar')
      for (const [j, terminal] of link.terminals.entries()) yield [`links.${i}.terminals.${j}`, terminal]
    else
      yield* [
        [`links.${i}.a`, link.a],
        [`links.${i}.b`, link.b],
      ] as const
  }
  for (const [i, draw] of part.draws.entries())
    yield* [
      [`draws.${i}.plus`, draw.plus],
      [`draws.${i}.minus`, draw.minus],
    ] as const
  if (part.earths !== null) yield ['earths', part.earths]
  for (const [key, terminal] of Object.entries(part.terminals))
    for (const [i, other] of terminal!.excludes.entries()) yield [`terminals.${key}.excludes.${i}`, other]
  for (const [i, { coil }] of part.actuators.entries())
    if (coil)
      yield* [
        [`actuators.${i}.coil.plus`, coil.plus],
        [`actuators.${i}.coil.minus`, coil.minus],
      ] as const
  for (const [i, { pins }] of part.sockets.entries())
    for (const [pin, terminal] of Object.entries(pins)) yield [`sockets.${i}.pins.${pin}`, terminal]
  for (const [pin, terminal] of Object.entries(part.plugPins)) yield [`plugPins.${pin}`, terminal]
  for (const [i, { ways }] of part.connectors.entries())
    for (const [j, terminal] of ways.entries()) if (terminal !== null) yield [`connectors.${i}.ways.${j}`, terminal]
  const { behaviour } = part
  switch (behaviour.kind) {
    case 'mains-inlet':
    case 'supply':
      yield* [
        ['behaviour.line', behaviour.line],
        ['behaviour.neutral', behaviour.neutral],
      ] as const
      if (behaviour.earth !== null) yield ['behaviour.earth', behaviour.earth]
      if (behaviour.kind === 'mains-inlet') return
      break
    case 'converter':
      yield* [
        ['behaviour.plus', behaviour.plus],
        ['behaviour.minus', behaviour.minus],
      ] as const
      break
    case 'outside-source':
    case 'battery':
    case 'adapter':
      break
    default:
      return
  }
  for (const [i, output] of behaviour.outputs.entries())
    yield* [
      [`behaviour.outputs.${i}.plus`, output.plus],
      [`behaviour.outputs.${i}.minus`, output.minus],
    ] as const
}

/** Faults within one part: references to terminals it has not, figures given twice or not at all. */
export function partFaults(part: Part | ReadonlyPart, path: string, faults = new IssueList()): readonly Issue[] {
  for (const [at, terminal] of partReferences(part)) {
    if (!Object.hasOwn(part.terminals, terminal))
      faults.push({ path: `${path}.${at}`, message: `"${terminal}" is not a terminal of this part` })
  }
  for (const [i, draw] of part.draws.entries()) {
    if ((draw.power_W === null) === (draw.current_A === null))
      faults.push({ path: `${path}.draws.${i}.power_W`, message: 'give exactly one of power_W and current_A' })
  }
  for (const [field, things] of [
    ['links', part.links],
    ['draws', part.draws],
    ['settings', part.settings],
    ['sockets', part.sockets],
    ['actuators', part.actuators],
    ['connectors', part.connectors],
  ] as const) {
    const seen = new Set<string>()
    for (const [i, thing] of things.entries()) {
      if (seen.has(thing.id)) faults.push({ path: `${path}.${field}.${i}.id`, message: `"${thing.id}" is used twice` })
      seen.add(thing.id)
    }
  }
  for (const [i, setting] of part.settings.entries()) {
    if (setting.initial !== null && !setting.options.includes(setting.initial))
      faults.push({ path: `${path}.settings.${i}.initial`, message: `must be one of ${setting.options.join(', ')}` })
  }
  actuatorFaults(part, path, faults)
  if (part.behaviour.kind === 'supply' && part.behaviour.selector !== null) {
    const { selector } = part.behaviour
    if (!part.settings.some((setting) => setting.id === selector))
      faults.push({ path: `${path}.behaviour.selector`, message: `"${selector}" is not a setting of this part` })
  }
  return faults.issues
}

/** Movers whose positions do not hold together, and links moved by none of them. */
function actuatorFaults(part: Part | ReadonlyPart, path: string, faults: IssueList): void {
  for (const [i, actuator] of part.actuators.entries()) {
    const own = `${path}.actuators.${i}`
    for (const key of ['rest', 'service'] as const)
      if (!actuator.positions.includes(actuator[key]))
        faults.push({ path: `${own}.${key}`, message: `must be one of ${actuator.positions.join(', ')}` })
    if (actuator.by === 'setting') {
      const setting = part.settings.find(({ id }) => id === actuator.setting)
      if (!setting) faults.push({ path: `${own}.setting`, message: 'must name a setting of this part' })
      else if (actuator.positions.some((position) => !setting.options.includes(position)))
        faults.push({
          path: `${own}.positions`,
          message: `must be options of its setting: ${setting.options.join(', ')}`,
        })
    } else if (actuator.setting !== null)
      faults.push({ path: `${own}.setting`, message: 'must be null, or the actuator be moved by "setting"' })
    if (actuator.coil !== null && actuator.by !== 'coil')
      faults.push({ path: `${own}.coil`, message: 'must be null, or the actuator be moved by "coil"' })
  }
  for (const [i, link] of part.links.entries()) {
    if (link.kind !== 'contact' && link.kind !== 'semiconductor') continue
    const actuator = part.actuators.find(({ id }) => id === link.actuator)
    if (!actuator)
      faults.push({
        path: `${path}.links.${i}.actuator`,
        message: `"${link.actuator}" is not an actuator of this part`,
      })
    else
      for (const [j, position] of link.closedIn.entries())
        if (!actuator.positions.includes(position))
          faults.push({
            path: `${path}.links.${i}.closedIn.${j}`,
            message: `must be one of ${actuator.positions.join(', ')}`,
          })
  }
}

/** Everything in a plan that points at something that is not there. An empty list is what makes a parsed document a plan. */
export function referenceFaults(plan: Plan): readonly Issue[] {
  const faults = new IssueList()
  const onThemselves = sittingOnThemselves(plan)
  const has = (collection: object, key: string) => Object.hasOwn(collection, key)
  const missing = (path: string, what: string, key: string) =>
    faults.push({ path, message: `there is no ${what} "${key}"` })

  for (const [id, part] of Object.entries(plan.parts)) partFaults(part!, `parts.${id}`, faults)

  const tags = new Map<string, string>()
  for (const [id, device] of Object.entries(plan.devices)) {
    const path = `devices.${id}`
    if (!device) continue
    const twin = tags.get(device.tag.toLowerCase())
    if (twin)
      faults.push({
        path: `${path}.tag`,
        message: `"${device.tag}" is the tag of another device already; give each its own`,
      })
    tags.set(device.tag.toLowerCase(), id)
    if (!has(plan.parts, device.part)) {
      missing(`${path}.part`, 'part', device.part)
      continue
    }
    const part = plan.parts[device.part]!
    for (const key of Object.keys(device.loads))
      if (!part.draws.some((draw) => draw.id === key)) missing(`${path}.loads.${key}`, 'draw', key)
    for (const key of Object.keys(device.fitted))
      if (!part.links.some((link) => link.kind === 'protective' && link.id === key))
        missing(`${path}.fitted.${key}`, 'fuse or breaker place', key)
    for (const [key, value] of Object.entries(device.settings)) {
      const setting = part.settings.find((candidate) => candidate.id === key)
      if (!setting) missing(`${path}.settings.${key}`, 'setting', key)
      else if (!setting.options.includes(value))
        faults.push({ path: `${path}.settings.${key}`, message: `must be one of ${setting.options.join(', ')}` })
    }
    for (const key of ['commandedBy', 'watchedBy'] as const) {
      const other = device[key]
      if (other !== null && !has(plan.devices, other)) missing(`${path}.${key}`, 'device', other)
    }
    for (const [i, { role }] of device.serves.entries())
      if (!has(plan.roles, role)) missing(`${path}.serves.${i}.role`, 'role', role)
    const { place } = device
    if (place.kind === 'unplaced' && place.enclosure !== null && !has(plan.enclosures, place.enclosure))
      missing(`${path}.place.enclosure`, 'enclosure', place.enclosure)
    if (place.kind === 'face') {
      if (!has(plan.enclosures, place.enclosure)) missing(`${path}.place.enclosure`, 'enclosure', place.enclosure)
      else if (!has(plan.enclosures[place.enclosure]!.faces, place.face))
        missing(`${path}.place.face`, 'face', place.face)
    }
    if (place.kind === 'socket') {
      const host = has(plan.devices, place.device) ? plan.devices[place.device] : undefined
      const hostPart = host && has(plan.parts, host.part) ? plan.parts[host.part] : undefined
      if (!host) missing(`${path}.place.device`, 'device', place.device)
      else if (hostPart && !hostPart.sockets.some((socket) => socket.id === place.socket))
        missing(`${path}.place.socket`, 'socket', place.socket)
      else if (onThemselves.has(id as DeviceId))
        faults.push({ path: `${path}.place.device`, message: 'plugs onto itself by way of other devices' })
    }
    if (place.kind === 'on') {
      if (!has(plan.devices, place.device)) missing(`${path}.place.device`, 'device', place.device)
      else if (onThemselves.has(id as DeviceId))
        faults.push({ path: `${path}.place.device`, message: 'sits on itself by way of other devices' })
    }
  }

  for (const [id, wire] of Object.entries(plan.wires)) {
    if (!wire) continue
    for (const side of ['from', 'to'] as const) {
      const end: WireEnd = wire[side]
      if (end.kind === 'parked') continue
      if (end.kind === 'plug') {
        const cable = has(plan.cables, end.cable) ? plan.cables[end.cable] : undefined
        const plug = cable?.ends[end.end]
        if (!plug) missing(`wires.${id}.${side}.cable`, 'cable', end.cable)
        else if (plug.kind !== 'plug')
          faults.push({ path: `wires.${id}.${side}.end`, message: `end ${end.end} of ${cable!.name} has no plug` })
        else if (plug.ways !== null && end.way > plug.ways)
          faults.push({
            path: `wires.${id}.${side}.way`,
            message: `must be ${plug.ways} or less: the plug has no more`,
          })
        continue
      }
      const device = has(plan.devices, end.device) ? plan.devices[end.device] : undefined
      const part = device && has(plan.parts, device.part) ? plan.parts[device.part] : undefined
      if (!device) missing(`wires.${id}.${side}.device`, 'device', end.device)
      else if (part && !has(part.terminals, end.terminal))
        missing(`wires.${id}.${side}.terminal`, `terminal of ${device.tag}`, end.terminal)
    }
    if (
      wire.from.kind === 'terminal' &&
      wire.to.kind === 'terminal' &&
      wire.from.device === wire.to.device &&
      wire.from.terminal === wire.to.terminal
    ) {
      faults.push({ path: `wires.${id}.to`, message: 'both ends are in the same terminal' })
    }
    if (wire.cable !== null && !has(plan.cables, wire.cable)) missing(`wires.${id}.cable`, 'cable', wire.cable)
    for (const [i, raceway] of (wire.route ?? []).entries())
      if (!has(plan.raceways, raceway)) missing(`wires.${id}.route.${i}`, 'raceway', raceway)
  }
  for (const [id, cable] of Object.entries(plan.cables)) {
    if (cable!.leadsOf !== null && !has(plan.devices, cable!.leadsOf))
      missing(`cables.${id}.leadsOf`, 'device', cable!.leadsOf)
    for (const [i, raceway] of (cable!.route ?? []).entries())
      if (!has(plan.raceways, raceway)) missing(`cables.${id}.route.${i}`, 'raceway', raceway)
    for (const key of ['a', 'b'] as const) {
      const { mates } = cable!.ends[key]
      if (!mates) continue
      const path = `cables.${id}.ends.${key}.mates`
      const device = has(plan.devices, mates.device) ? plan.devices[mates.device] : undefined
      if (!device) missing(`${path}.device`, 'device', mates.device)
      else if (!plan.parts[device.part]?.connectors.some((connector) => connector.id === mates.connector))
        missing(`${path}.connector`, `connector of ${device.tag}`, mates.connector)
    }
  }
  for (const [id, enclosure] of Object.entries(plan.enclosures)) {
    for (const [key, face] of Object.entries(enclosure!.faces)) {
      const path = `enclosures.${id}.faces.${key}`
      for (const [field, things] of [
        ['openings', face!.openings],
        ['rails', face!.rails],
      ] as const) {
        const seen = new Set<string>()
        for (const [i, thing] of things.entries()) {
          if (seen.has(thing.id))
            faults.push({ path: `${path}.${field}.${i}.id`, message: `"${thing.id}" is used twice` })
          seen.add(thing.id)
        }
      }
      for (const [i, { device }] of face!.openings.entries())
        if (device !== null && !has(plan.devices, device)) missing(`${path}.openings.${i}.device`, 'device', device)
    }
  }
  for (const [id, raceway] of Object.entries(plan.raceways)) {
    const { at, enclosure } = raceway!
    const home = enclosure !== null && has(plan.enclosures, enclosure) ? plan.enclosures[enclosure] : undefined
    if (at && enclosure === null)
      faults.push({ path: `raceways.${id}.enclosure`, message: 'a raceway on a face is in an enclosure; name it' })
    else if (at && home && !has(home.faces, at.face)) missing(`raceways.${id}.at.face`, 'face', at.face)
    if (enclosure !== null && !has(plan.enclosures, enclosure))
      missing(`raceways.${id}.enclosure`, 'enclosure', enclosure)
    for (const [i, other] of raceway!.joins.entries())
      if (!has(plan.raceways, other)) missing(`raceways.${id}.joins.${i}`, 'raceway', other)
    for (const key of ['a', 'b'] as const) {
      const spot = raceway!.ends?.[key]
      const path = `raceways.${id}.ends.${key}`
      if (spot?.kind === 'raceway' && spot.raceway === id)
        faults.push({ path: `${path}.raceway`, message: 'it cannot begin or end at itself' })
      else if (spot?.kind === 'raceway' && !has(plan.raceways, spot.raceway))
        missing(`${path}.raceway`, 'raceway', spot.raceway)
      if (spot?.kind === 'device' && !has(plan.devices, spot.device)) missing(`${path}.device`, 'device', spot.device)
      if (spot?.kind !== 'enclosure' && spot?.kind !== 'face') continue
      const box = has(plan.enclosures, spot.enclosure) ? plan.enclosures[spot.enclosure] : undefined
      if (!box) missing(`${path}.enclosure`, 'enclosure', spot.enclosure)
      else if (spot.kind === 'face' && !has(box.faces, spot.face)) missing(`${path}.face`, 'face', spot.face)
    }
  }
  for (const [id, state] of Object.entries(plan.states)) {
    for (const key of Object.keys(state!.shares))
      if (!has(plan.devices, key)) missing(`states.${id}.shares.${key}`, 'device', key)
    for (const [key, shares] of Object.entries(state!.drawShares)) {
      const path = `states.${id}.drawShares.${key}`
      const device = has(plan.devices, key) ? plan.devices[key as DeviceId] : undefined
      if (!device) missing(path, 'device', key)
      for (const draw of Object.keys(shares!))
        if (device && !plan.parts[device.part]?.draws.some((each) => each.id === draw))
          missing(`${path}.${draw}`, `draw of ${device.tag}`, draw)
    }
    for (const [key, held] of Object.entries(state!.positions)) {
      const path = `states.${id}.positions.${key}`
      const device = has(plan.devices, key) ? plan.devices[key as DeviceId] : undefined
      if (!device) missing(path, 'device', key)
      const actuators = device ? plan.parts[device.part]?.actuators : undefined
      if (!actuators) continue
      for (const [mover, position] of Object.entries(held!)) {
        const actuator = actuators.find((candidate) => candidate.id === mover)
        if (!actuator) missing(`${path}.${mover}`, `actuator of ${device!.tag}`, mover)
        else if (!actuator.positions.includes(position))
          faults.push({ path: `${path}.${mover}`, message: `must be one of ${actuator.positions.join(', ')}` })
      }
    }
  }
  return faults.issues
}

/** Devices whose chain of sockets leads back into itself; each chain is walked once. */
function sittingOnThemselves(plan: Plan): ReadonlySet<DeviceId> {
  const bad = new Set<DeviceId>()
  const done = new Set<DeviceId>()
  for (const start of Object.keys(plan.devices) as DeviceId[]) {
    const way: DeviceId[] = []
    const onWay = new Set<DeviceId>()
    let at: DeviceId | undefined = start
    while (at !== undefined && !done.has(at) && !onWay.has(at)) {
      way.push(at)
      onWay.add(at)
      const place: Plan['devices'][DeviceId]['place'] | undefined = plan.devices[at]?.place
      at = (place && hostOf(place)) ?? undefined
    }
    const isCaught = at !== undefined && (onWay.has(at) || bad.has(at))
    for (const device of way) {
      done.add(device)
      if (isCaught) bad.add(device)
    }
  }
  return bad
}
