import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { makeRoom, portOf } from './distribute'
import type { Draft, Port } from './draft'
import { hungryOf, railFor, railsOf } from './rails'

/** Volts from which on a load is one of the mains. */
const MAINS_V = 90

/** A pole: where it comes in and where it goes out. */
interface Pole {
  readonly from: TerminalId
  readonly to: TerminalId
}

/** The poles of a switching or protective part, the line's first. */
function polesOf({ links }: Part): readonly Pole[] {
  return links.flatMap((link): Pole[] =>
    (link.kind === 'contact' || link.kind === 'protective' || link.kind === 'semiconductor') && 'a' in link
      ? [{ from: link.a, to: link.b }]
      : [],
  )
}

const BREAKERS: ReadonlySet<string> = new Set(['IEC 60898', 'UL 489', 'UL 1077'])

/** A breaker of the mains, as against a block of fuses for rails. */
const isBreaker = (part: Part) =>
  part.behaviour.kind === 'protective-device' &&
  part.links.some((link) => link.kind === 'protective' && BREAKERS.has(link.family))

/** The ends of the inlet that wires go to. */
export function inletPorts(draft: Draft): { readonly L: Port; readonly N: Port; readonly PE: Port | null } | null {
  const inlet = draft.devices.find(({ part }) => part.behaviour.kind === 'mains-inlet')
  if (!inlet) return null
  const port = (fn: 'L' | 'N' | 'PE') =>
    draft
      .ports(inlet.id)
      .filter((each) => draft.terminal(each).function === fn && draft.terminal(each).clamp !== 'moulded')
      .at(-1) ?? null
  const [L, N, PE] = [port('L'), port('N'), port('PE')]
  return L && N ? { L, N, PE } : null
}

/** Something that the mains feeds, and what switches it on its way. */
interface Consumer {
  readonly id: DeviceId
  readonly L: Port
  readonly N: Port
  readonly via: readonly { readonly device: DeviceId; readonly line: Pole; readonly neutral: Pole | null }[]
  /** It moves or heats, or feeds what does: it stands behind the contactor that the stops work. */
  readonly isHazard: boolean
}

/** From the inlet by what protects and switches all of it to supplies, outlets and loads of the mains. */
export function proposeMains(draft: Draft): void {
  const inlet = inletPorts(draft)
  if (!inlet) return
  draft.begin(
    'mains',
    'Mains, from the inlet to what it feeds',
    'What trips on current to earth comes first, then the breaker, then a switch that takes all poles; behind it line and neutral are dealt out.',
  )
  let { L, N } = inlet
  const breakers = draft.devices.filter(({ part }) => isBreaker(part))
  const rank = (part: Part) =>
    part.behaviour.kind === 'residual-current-device'
      ? 0
      : isBreaker(part)
        ? 1
        : part.behaviour.kind === 'switch'
          ? 2
          : null
  const series = draft.devices
    .filter(({ id, part }) => rank(part) !== null && (!isBreaker(part) || id === breakers[0]?.id))
    .filter(({ part }) => part.links.every((link) => link.kind !== 'contact' || polesOf(part).length <= 4))
    .sort((a, b) => rank(a.part)! - rank(b.part)!)
  for (const { id, part } of series) {
    const [line, neutral] = polesOf(part)
    if (!line) continue
    const isOnWay = draft.isJoined(L, portOf(id, line.from))
    // A switch of something else is left to what it switches.
    if (!isOnWay && (draft.isWired(portOf(id, line.from)) || draft.isWired(portOf(id, line.to)) || !draft.isWanted(id)))
      continue
    if (!isOnWay && !draft.join(L, portOf(id, line.from), 'L', `${draft.tag(id)} stands in the line`)) continue
    L = portOf(id, line.to)
    if (!neutral) continue
    if (!draft.isJoined(N, portOf(id, neutral.from)))
      draft.join(N, portOf(id, neutral.from), 'N', `${draft.tag(id)} takes the neutral too`)
    N = portOf(id, neutral.to)
  }
  const consumers = consumersOf(draft)
  const contactor = consumers.some(({ isHazard }) => isHazard) ? stopContactor(draft) : null
  const always = consumers.filter(({ isHazard }) => !contactor || !isHazard)
  const stopped = consumers.filter(({ isHazard }) => contactor && isHazard)
  const breakersLeft = breakers.slice(1).filter(({ id }) => draft.isWanted(id) && draft.isBare(id))
  // The contactor's own feed wants a terminal too.
  dealOut(draft, { L, N }, always, breakersLeft, contactor ? 1 : 0)
  if (!contactor) return
  const { id, line, neutral } = contactor
  if (!draft.join(L, portOf(id, line.from), 'L', `${draft.tag(id)} takes the line of all that moves or heats`)) return
  let back = N
  if (neutral) {
    draft.join(N, portOf(id, neutral.from), 'N', `${draft.tag(id)} takes the neutral too`)
    back = portOf(id, neutral.to)
  }
  dealOut(draft, { L: portOf(id, line.to), N: back }, stopped, breakersLeft, 0)
}

/** The contactor that stops can work: bare, with a stop in the plan, and a source for its coil that it does not switch. */
function stopContactor(
  draft: Draft,
): { readonly id: DeviceId; readonly line: Pole; readonly neutral: Pole | null } | null {
  const found = draft.devices.find(
    ({ id, part }) =>
      part.behaviour.kind === 'contactor' &&
      draft.isWanted(id) &&
      polesOf(part).every(({ from, to }) => !draft.isWired(portOf(id, from)) && !draft.isWired(portOf(id, to))),
  )
  const [line, neutral] = found ? polesOf(found.part) : []
  return found && line && hasCoilSource(draft, found.part) ? { id: found.id, line, neutral: neutral ?? null } : null
}

interface Feed {
  readonly L: Port
  readonly N: Port
}

/** Line and neutral to each, by terminals enough, with a breaker each as long as there are some. */
function dealOut(
  draft: Draft,
  { L, N }: Feed,
  consumers: readonly Consumer[],
  breakers: { readonly id: DeviceId; readonly part: Part }[],
  more: number,
): void {
  const lines = consumers.filter((each) => !draft.isWired(each.L)).length
  const neutrals = consumers.filter((each) => !draft.isWired(each.N)).length
  if (lines > 0) makeRoom(draft, L, lines + more, 'L', 'line')
  if (neutrals > 0) makeRoom(draft, N, neutrals + more, 'N', 'neutral')
  for (const { id, L: line, N: neutral, via } of consumers) {
    let from = L
    let back = N
    const isNew = !draft.isWired(line)
    const branch = isNew ? breakers.shift() : undefined
    const ways = branch
      ? [{ device: branch.id, line: polesOf(branch.part)[0]!, neutral: polesOf(branch.part)[1] ?? null }, ...via]
      : via
    if (isNew)
      for (const { device, line: pole, neutral: other } of ways) {
        draft.join(from, portOf(device, pole.from), 'L', `${draft.tag(device)} is in the line of ${draft.tag(id)}`)
        from = portOf(device, pole.to)
        if (!other) continue
        draft.join(back, portOf(device, other.from), 'N', `${draft.tag(device)} takes the neutral of ${draft.tag(id)}`)
        back = portOf(device, other.to)
      }
    if (isNew) draft.join(from, line, 'L', `feeds ${draft.tag(id)}`)
    if (!draft.isWired(neutral)) draft.join(back, neutral, 'N', `${draft.tag(id)} goes back`)
  }
}

/** Switches for loads of the mains, each once. */
class Switches {
  private readonly taken = new Set<string>()
  constructor(private readonly draft: Draft) {}

  take(kinds: readonly string[]): Consumer['via'][number] | null {
    for (const kind of kinds)
      for (const { id, part } of this.draft.devices) {
        const { behaviour } = part
        if (behaviour.kind !== kind || !this.draft.isWanted(id)) continue
        if (behaviour.kind === 'solid-state-relay' && behaviour.load !== 'ac') continue
        const poles = polesOf(part).filter(
          (pole) =>
            part.terminals[pole.to]!.function !== 'contact-NC' &&
            !this.draft.isWired(portOf(id, pole.from)) &&
            !this.draft.isWired(portOf(id, pole.to)) &&
            !this.taken.has(`${id} ${pole.to}`),
        )
        const [line, second] = poles
        if (!line) continue
        const neutral = kind === 'contactor' ? (second ?? null) : null
        for (const pole of [line, neutral]) if (pole) this.taken.add(`${id} ${pole.to}`)
        return { device: id, line, neutral }
      }
    return null
  }
}

function consumersOf(draft: Draft): readonly Consumer[] {
  const switches = new Switches(draft)
  const found: Consumer[] = []
  const wants = (id: DeviceId, ports: readonly Port[]) =>
    draft.isWanted(id) && ports.some((port) => !draft.isWired(port))
  for (const { id, part } of draft.devices) {
    const { behaviour } = part
    if (behaviour.kind === 'supply') {
      const [L, N] = [portOf(id, behaviour.line), portOf(id, behaviour.neutral)]
      if (wants(id, [L, N])) found.push({ id, L, N, via: [], isHazard: feedsHazard(draft, id) })
    }
  }
  for (const { id, part, device } of draft.devices) {
    const pair = mainsPair(draft, id, part)
    if (!pair || !wants(id, [pair.L, pair.N])) continue
    const isHeat = part.behaviour.kind === 'heater'
    const via: Consumer['via'][number][] = []
    if (!draft.isWired(pair.L)) {
      const cutOut = isHeat ? switches.take(['thermal-cut-out']) : null
      const isSwitched = isHeat || part.behaviour.kind !== 'outlet' || (device.commandedBy ?? null) !== null
      const own = isSwitched
        ? switches.take(isHeat ? ['solid-state-relay', 'relay'] : ['relay', 'solid-state-relay'])
        : switches.take(['relay', 'solid-state-relay'])
      if (own) via.push(own)
      if (cutOut) via.push(cutOut)
    }
    found.push({ id, ...pair, via, isHazard: part.behaviour.kind !== 'outlet' && part.behaviour.kind !== 'lamp' })
  }
  return found
}

/** Line and neutral of an outlet or a load of the mains. */
function mainsPair(draft: Draft, id: DeviceId, part: Part): { readonly L: Port; readonly N: Port } | null {
  if (part.behaviour.kind === 'outlet') {
    const port = (fn: 'L' | 'N') => draft.ports(id).find((each) => draft.terminal(each).function === fn)
    const [L, N] = [port('L'), port('N')]
    return L && N ? { L, N } : null
  }
  const draw = part.draws.find(
    ({ nominal_V, plus }) => nominal_V >= MAINS_V && part.actuators.every(({ coil }) => coil?.plus !== plus),
  )
  return draw ? { L: portOf(id, draw.plus), N: portOf(id, draw.minus) } : null
}

/** Every metal part, supply and outlet its own earth conductor, from a stud that the inlet's earth goes to first. */
export function proposeEarths(draft: Draft): void {
  const inlet = inletPorts(draft)
  if (!inlet?.PE) return
  draft.begin(
    'earths',
    'Earth, each by a conductor of its own',
    'The incoming earth goes to a stud, and from there one conductor to each metal part, supply and outlet: what is taken off leaves the others earthed.',
  )
  const targets = draft.devices.flatMap(({ id, part }): Port[] => {
    if (part.behaviour.kind === 'earth-stud' || part.behaviour.kind === 'mains-inlet' || !draft.isWanted(id)) return []
    return draft
      .ports(id)
      .filter((port) => draft.terminal(port).function === 'PE' && !draft.isWired(port))
      .slice(0, 1)
  })
  const known = draft.devices.find(({ part }) => part.behaviour.kind === 'earth-stud')
  if (targets.length === 0 && (!known || draft.isWired(portOf(known.id, 'PE' as TerminalId)))) return
  const stud = known?.id ?? (targets.length > 1 ? draft.add('earth-stud') : null)
  let from = inlet.PE
  if (stud) {
    const port = draft.ports(stud)[0]!
    if (!draft.isJoined(inlet.PE, port)) draft.join(inlet.PE, port, 'PE', 'the incoming earth, first of all')
    from = port
  }
  for (const target of targets) {
    // A full stud wants a second beside it.
    if (!draft.freeOnNet(from)) {
      const next = draft.ports(draft.add('earth-stud'))[0]!
      if (!draft.join(inlet.PE, next, 'PE', 'a second stud: the first is full')) break
      from = next
    }
    draft.join(from, target, 'PE', `${draft.tag(target.device)} has its own`)
  }
}

/** Whether what moves or heats is fed by that supply: a driver, or a heater of its volts. */
function feedsHazard(draft: Draft, supply: DeviceId): boolean {
  const { behaviour } = draft.part(supply)
  if (behaviour.kind !== 'supply') return false
  const hungry = hungryOf(draft, true).filter(({ id }) => HAZARDS.has(draft.part(id).behaviour.kind))
  const rails = railsOf(draft)
  return hungry.some((load) => railFor(rails, load)?.device === supply)
}

const HAZARDS: ReadonlySet<string> = new Set(['driver', 'heater'])

/** A stop stands in the plan, and a source that is no hazard's holds the contactor's coil. */
function hasCoilSource(draft: Draft, { draws }: Part): boolean {
  if (!draft.devices.some(({ part }) => part.behaviour.kind === 'emergency-stop')) return false
  return draws.some(({ nominal_V: coil_V }) =>
    railsOf(draft).some(
      ({ device, voltage_V }) => !feedsHazard(draft, device) && Math.abs(voltage_V - coil_V) <= coil_V * 0.1,
    ),
  )
}
