import { compile, terminalKey } from '@/core/model'
import type { Command, DeviceId, Plan, TerminalId, WireFunction, WireId } from '@/core/plan'
import type { Change } from '../change'
import { CARRIED, placeName, wireName, type End, type Near, type Place } from '../near'
import { pressed } from '../pressed'

const MOST_NEIGHBOURS = 4
const MOST_ENDS = 12
const MOST_LIKE = 5
const MOST_PASSED = 10
const MOST_MOVES = 16

/** A lead that sits in a terminal which is not its own: moved to a free one beside it, to one that is found open, or to where its like lie. */
export function moves(near: Near): readonly Change[] {
  const { plan } = near
  const ends = near.devices
    .flatMap((device) => near.endsAt(device))
    .filter(
      (end) =>
        near.wires.includes(end.wire) ||
        near.terminals.some(
          (place) =>
            place.device === end.device &&
            (place.terminal === end.terminal || isAcross(plan, end.device, end.terminal, place.terminal)),
        ) ||
        (OF_LOADS.has(near.rule) && feeds(plan, end)),
    )
    .slice(0, MOST_ENDS)
  const single: readonly Change[] = [
    ...ends.flatMap((end) => {
      const far = near.endOf(end.wire, end.side === 'from' ? 'to' : 'from')
      return [
        ...near.open
          .filter((place) => place.device !== far?.device && suits(near, end, place))
          .map((place) => moved(plan, end, place, 1.45)),
        ...(far
          ? near.open
              .filter((place) => place.device !== end.device && suits(near, end, place))
              .map((place) => moved(plan, far, place, 1.45))
          : []),
        ...neighbours(near, end).map((place) => moved(plan, end, place, 2.4)),
        ...acrossFrom(near, end).map((place) => moved(plan, end, place, 1.5)),
        ...(far ? [...beyondAContact(near, end, far), ...beyondAContact(near, far, end)] : []),
        ...(far ? [...besideItsFellows(near, end, far), ...besideItsFellows(near, far, end)] : []),
      ]
    }),
    ...ends
      .filter(({ wire }) => near.wires.includes(wire) || near.rule === 'outlet-dead')
      .slice(0, 3)
      .flatMap((end) => likePlaces(near, end).map((place) => moved(plan, end, place, 2))),
    ...crowdedEnds(near).flatMap((end) => [
      ...[...near.open.filter((place) => suits(near, end, place)), ...likePlaces(near, end)]
        .filter((place) => place.device !== end.device)
        .map((place) => moved(plan, end, place, 1.7)),
      ...fellowsOf(near, end),
    ]),
  ]
  const once = [...new Map(single.map((change) => [change.words, change])).values()]
  return [
    ...otherThrow(near, near.terminals, 1.3),
    // A load that runs at rest hangs on the throw that is closed then.
    ...(OF_LOADS.has(near.rule) ? otherThrow(near, throwsOf(near), 1.5) : []),
    ...passedBy(near),
    ...contradicted(near),
    ...twoAtOnce(near),
    ...once.toSorted((a, b) => a.rank - b.rank).slice(0, MOST_MOVES),
    ...otherContacts(near),
  ]
}

/** A lead that carries something else than it is entered as: one of its ends belongs in a terminal that is open and suits it. */
const contradicted = (near: Near): readonly Change[] =>
  near.contradicted.flatMap((wire) =>
    (['from', 'to'] as const).flatMap((side) => {
      const end = near.endOf(wire, side)
      const far = near.endOf(wire, side === 'from' ? 'to' : 'from')
      return end && far
        ? near.open
            .filter((place) => place.device !== far.device && suits(near, end, place))
            .map((place) => moved(near.plan, end, place, 1.35))
        : []
    }),
  )

/** As many ways to put two leads back at once are looked at. */
const MOST_PAIRS = 12

/** Both leads of one thing that lie elsewhere together: line and neutral, plus and minus, to where both are open. */
function twoAtOnce(near: Near): readonly Change[] {
  const { plan, told, endOf, endsAt } = near
  const places = near.open.filter((place) =>
    near.terminals.some(({ device, terminal }) => device === place.device && terminal === place.terminal),
  )
  const [one, other] = places
  if (!one || !other || places.length !== 2 || one.device !== other.device) return []
  // Its own other leads lie right.
  const beside = new Set(endsAt(one.device).map(({ wire }) => wire))
  const all = (Object.keys(plan.wires) as WireId[])
    .filter((wire) => !beside.has(wire))
    .flatMap((wire) =>
      (['from', 'to'] as const).flatMap((side) => {
        const end = endOf(wire, side)
        const far = endOf(wire, side === 'from' ? 'to' : 'from')
        return end && far && far.device !== one.device ? [{ end, far }] : []
      }),
    )
  const firsts = all.filter(({ end }) => suits(near, end, one))
  const seconds = all.filter(({ end }) => suits(near, end, other))
  return firsts
    .flatMap((a) =>
      seconds
        .filter((b) => b.far.device === a.far.device && b.end.wire !== a.end.wire && b.far.device !== b.end.device)
        .map((b) => ({ a, b, isTold: told.has(a.far.device) })),
    )
    .toSorted((one, other) => Number(other.isTold) - Number(one.isTold))
    .slice(0, MOST_PAIRS)
    .map(({ a, b }): Change => {
      const names = `${wireName(plan, a.end.wire)} and ${wireName(plan, b.end.wire)}`
      const { tag } = plan.devices[one.device]!
      const to = (end: End, place: Place): Command => ({
        type: 'moveEnd',
        wire: end.wire,
        side: end.side,
        end: { kind: 'terminal', device: place.device, terminal: place.terminal },
      })
      return pressed(
        `${names} sit at ${placeName(plan, a.end)} and ${placeName(plan, b.end)} and not at ${tag}`,
        `Move ${names} to ${placeName(plan, one)} and ${placeName(plan, other)}`,
        [to(a.end, one), to(b.end, other)],
        1.6,
        2,
      )
    })
}

/** What tells of a load that runs where it should not: one of its own leads may lie past what was to switch it. */
const OF_LOADS: ReadonlySet<string> = new Set([
  'runs-uncommanded',
  'safe-state-not-kept',
  'stop-leaves-hazard',
  'restarts-by-itself',
  'outlet-dead',
])

/** What tells of a stop, guard or contact that parts nothing that matters. */
const STOP_NOTHING: ReadonlySet<string> = new Set(['stop-contact-idle', 'stop-without-effect', 'pole-without-effect'])

const contactsOf = (plan: Plan, device: DeviceId): readonly Place[] =>
  plan.parts[plan.devices[device]!.part]!.links.flatMap((link) =>
    link.kind === 'contact' ? [link.a, link.b].map((terminal) => ({ device, terminal })) : [],
  )

const feeds = (plan: Plan, { device, terminal }: End): boolean => {
  const { draws, behaviour } = plan.parts[plan.devices[device]!.part]!
  return behaviour.kind === 'outlet' || draws.some(({ plus, minus }) => plus === terminal || minus === terminal)
}

/** Whether a terminal carries what a wire carries: by its own function, or by what lies on the other side of its contact. */
function suits({ plan, endsAt }: Near, { wire }: End, { device, terminal }: Place): boolean {
  const { links, terminals } = plan.parts[plan.devices[device]!.part]!
  const own = terminals[terminal]!.function
  const fn = plan.wires[wire]!.function
  if (CARRIED.has(own)) return own === fn
  const beyond = links.flatMap((link) =>
    link.kind !== 'bar' && (link.a === terminal || link.b === terminal) ? [link.a === terminal ? link.b : link.a] : [],
  )
  const across = endsAt(device).filter((end) => beyond.includes(end.terminal))
  return across.length === 0 ? fn === 'signal' : across.some((end) => plan.wires[end.wire]!.function === fn)
}

/**
 * Leads that go past an open contact: they lie where its other side is fed, and belong behind it. The likeliest is the one
 * that lies in the same joint, or whose part has another lead on the same switch.
 */
function passedBy({ plan, rule, open, devices, endsAt, endOf, wiring }: Near): readonly Change[] {
  const named = [
    ...open.filter((place) => OF_LOADS.has(rule) || devices.includes(place.device)),
    // Behind a stop that stops nothing something lies mostly, a lamp: what it was to stop belongs beside that.
    ...(STOP_NOTHING.has(rule) ? devices.flatMap((device) => contactsOf(plan, device)) : []),
  ]
  return named.flatMap((place) => {
    const beyond = plan.parts[plan.devices[place.device]!.part]!.links.flatMap((link): TerminalId[] =>
      link.kind === 'bar' || (link.a !== place.terminal && link.b !== place.terminal)
        ? []
        : [link.a === place.terminal ? link.b : link.a],
    )
    const other = endsAt(place.device).find(({ terminal }) => beyond.includes(terminal))
    if (!other) return []
    const { netOf, potentialsOfJoint, jointOf } = wiring()
    const fed = terminalKey(other.device, other.terminal)
    const feeding = potentialsOfJoint(jointOf(fed))
    const sources = new Set(feeding.map(({ id }) => id))
    const kinds = new Set(feeding.map(({ kind }) => kind))
    const hasFellow = (device: DeviceId) =>
      endsAt(place.device).some(({ wire, side }) => endOf(wire, side === 'from' ? 'to' : 'from')?.device === device)
    // In the very terminal from which the switch is fed: a hand took one hole for the other.
    const feed = endOf(other.wire, other.side === 'from' ? 'to' : 'from')
    const liesBeside = ({ device, terminal }: End) => device === feed?.device && terminal === feed.terminal
    const isLoad = (end: End) => feeds(plan, end)
    // The next contact in the row.
    const passesOn = ({ device, terminal }: End) =>
      plan.parts[plan.devices[device]!.part]!.links.some(
        (link) => link.kind !== 'bar' && (link.a === terminal || link.b === terminal),
      )
    const rankOf = (end: End, far: End) =>
      end.device === place.device
        ? 1.35
        : netOf(terminalKey(end.device, end.terminal)) === netOf(fed)
          ? 1.4
          : isLoad(far)
            ? 1.6
            : passesOn(far)
              ? 1.65
              : 1.9
    return (Object.keys(plan.wires) as WireId[])
      .flatMap((wire) => (['from', 'to'] as const).flatMap((side) => endOf(wire, side) ?? []))
      .flatMap((end) => {
        const far = endOf(end.wire, end.side === 'from' ? 'to' : 'from')
        const isLike = plan.wires[end.wire]!.function === plan.wires[other.wire]!.function
        const isThere = end.device === place.device && end.terminal === place.terminal
        if (!far || !isLike || isThere || far.device === place.device) return []
        const own = potentialsOfJoint(jointOf(terminalKey(end.device, end.terminal)))
        const reaches = own.some(({ id }) => sources.has(id))
        // On a pole of the same kind of another source: one cord's neutral for the other's.
        const isAlike = !reaches && own.length > 0 && own.every(({ kind }) => kinds.has(kind))
        // Its far end is what is fed: a load, or a contact before one; less likely what deals it out to several.
        const isFed = plan.parts[plan.devices[far.device]!.part]!.links.every(
          (link) => link.kind !== 'bar' || !link.terminals.includes(far.terminal),
        )
        if (!reaches && !isAlike) return []
        // Another lead of the same part on the same switch says enough by itself.
        const change = !isFed
          ? moved(plan, end, place, liesBeside(end) ? 1.3 : 1.65)
          : hasFellow(far.device)
            ? moved(plan, end, place, 1.4, 1)
            : moved(plan, end, place, isAlike ? (passesOn(far) ? 1.92 : 1.95) : rankOf(end, far))
        return [{ change, wire: end.wire, far }]
      })
      .toSorted((a, b) => a.change.rank - b.change.rank)
      .filter(({ wire, far }) => !isFedWithout(plan, wire, far, sources))
      .slice(0, MOST_PASSED)
      .map(({ change }) => change)
  })
}

/** Whether what a lead goes to is fed without it too: it brings the feed, and does not go past anything. */
function isFedWithout(plan: Plan, wire: WireId, { device, terminal }: End, sources: ReadonlySet<string>): boolean {
  const wires = Object.fromEntries(Object.entries(plan.wires).filter(([id]) => id !== wire))
  const { potentialsOfJoint, jointOf } = compile({ ...plan, wires })
  return potentialsOfJoint(jointOf(terminalKey(device, terminal))).some(({ id }) => sources.has(id))
}

const fellowsOf = (near: Near, end: End): readonly Change[] => {
  const far = near.endOf(end.wire, end.side === 'from' ? 'to' : 'from')
  return far ? besideItsFellows(near, end, far) : []
}

/** Of a switch or probe of two leads one goes to a pin: the other belongs on that board's ground. */
function beyondAContact({ plan, endsAt, endOf }: Near, end: End, far: End): readonly Change[] {
  const partOf = (device: DeviceId) => plan.parts[plan.devices[device]!.part]!
  if (partOf(far.device).draws.length > 0) return []
  const others = endsAt(far.device).filter(({ terminal }) => terminal !== far.terminal)
  if (others.length !== 1) return []
  const beyond = endOf(others[0]!.wire, others[0]!.side === 'from' ? 'to' : 'from')
  if (!beyond || beyond.device === end.device || beyond.device === far.device) return []
  // Either this lead lies wrong, or the one beyond.
  return [...ontoGround(end, beyond), ...ontoGround(beyond, end)]

  function ontoGround(from: End, board: End): readonly Change[] {
    const { terminals } = partOf(board.device)
    if (terminals[board.terminal]!.function !== 'signal') return []
    const taken = new Set(endsAt(board.device).map(({ terminal }) => terminal))
    const ground = (Object.keys(terminals) as TerminalId[]).find(
      (key) => terminals[key]!.function === 'V-' && !taken.has(key),
    )
    return ground === undefined ? [] : [moved(plan, from, { device: board.device, terminal: ground }, 1.5)]
  }
}

/**
 * A lead whose neighbours at its far end all come from one board belongs there too: the input of a relay beside others, a
 * pin beside others. To which of several free pins, the wiring does not say, and so it is not offered.
 */
function besideItsFellows({ plan, endsAt, endOf }: Near, end: End, far: End): readonly Change[] {
  const partOf = (device: DeviceId) => plan.parts[plan.devices[device]!.part]!
  const own = partOf(far.device).terminals[far.terminal]!
  const others = endsAt(far.device).flatMap((each) => {
    const other = each.wire === end.wire ? null : endOf(each.wire, each.side === 'from' ? 'to' : 'from')
    return other && other.device !== end.device && other.device !== far.device ? [{ at: each.terminal, other }] : []
  })
  const fellows = others.flatMap(({ at, other }): End[] => {
    const { function: fn, block } = partOf(far.device).terminals[at]!
    if (fn === own.function && block === own.block && fn !== 'V+' && fn !== 'V-') return [other]
    // Both sides of a coil's own holding contact go where its feed comes from.
    const isHolding = partOf(far.device).links.some(
      (link) =>
        link.kind === 'contact' &&
        ((link.a === at && link.b === far.terminal) ||
          (link.b === at && link.a === far.terminal) ||
          (link.a === at && others.some((second) => second.at === link.b && second.other.device === other.device))),
    )
    return isHolding ? [other] : []
  })
  const boards = new Map(fellows.map((fellow) => [fellow.device, fellow]))
  return [...boards.values()].slice(0, 2).flatMap((fellow): Change[] => {
    const { terminals } = partOf(fellow.device)
    const like = terminals[fellow.terminal]!
    const holds = (key: TerminalId) => endsAt(fellow.device).filter(({ terminal }) => terminal === key).length
    const free = (Object.keys(terminals) as TerminalId[]).filter((key) => {
      const { function: fn, block, direction } = terminals[key]!
      const isFree = like.function === 'any' ? holds(key) < terminals[key]!.conductors.count : holds(key) === 0
      return fn === like.function && block === like.block && direction === like.direction && isFree
    })
    const [first] = free
    if (first === undefined) return []
    const change = moved(plan, end, { device: fellow.device, terminal: first }, 1.7)
    // Of two sides of a contact each is another thing, and one of them is right; of many pins each would do as well.
    if (like.function === 'any')
      return free.slice(0, 3).map((terminal) => moved(plan, end, { device: fellow.device, terminal }, 1.55))
    if (free.length === 1) return [change]
    const was = placeName(plan, { device: end.device, terminal: end.terminal })
    const words = `${wireName(plan, end.wire)} sits at ${was} and not at a pin of ${plan.devices[fellow.device]!.tag}`
    return [{ ...change, words, fix: null }]
  })
}

/** A lead on one throw of a change-over, where the other is found open. */
function otherThrow({ plan, endsAt }: Near, places: readonly Place[], rank: number): readonly Change[] {
  return places.flatMap((place) => {
    const { links } = plan.parts[plan.devices[place.device]!.part]!
    const sides = (link: (typeof links)[number]) => (link.kind === 'bar' ? [] : [link.a, link.b])
    const common = links.flatMap((link) =>
      sides(link).includes(place.terminal) ? sides(link).filter((end) => end !== place.terminal) : [],
    )
    const throws = links.flatMap((link) =>
      sides(link).some((end) => common.includes(end))
        ? sides(link).filter((end) => !common.includes(end) && end !== place.terminal)
        : [],
    )
    return endsAt(place.device)
      .filter(({ terminal }) => throws.includes(terminal))
      .map((end) => moved(plan, end, place, rank))
  })
}

/** Free ends of contacts of what is named. */
const throwsOf = ({ plan, devices, endsAt }: Near): readonly Place[] =>
  devices.flatMap((device) => {
    const taken = new Set(endsAt(device).map(({ terminal }) => terminal))
    return plan.parts[plan.devices[device]!.part]!.links.flatMap((link): Place[] =>
      link.kind === 'contact'
        ? [link.a, link.b].filter((terminal) => !taken.has(terminal)).map((terminal) => ({ device, terminal }))
        : [],
    )
  })

/** What lies in a terminal that holds too many. */
const crowdedEnds = ({ crowded, endsAt }: Near): readonly End[] =>
  crowded
    .flatMap((place) => endsAt(place.device).filter(({ terminal }) => terminal === place.terminal))
    .slice(0, MOST_LIKE)

function moved(plan: Plan, { wire, side, ...from }: End, to: Place, rank: number, evidence = 2): Change {
  const [name, was, is] = [wireName(plan, wire), placeName(plan, from), placeName(plan, to)]
  return pressed(
    `${name} sits at ${was} and not at ${is}`,
    `Move ${name} from ${was} to ${is}`,
    [{ type: 'moveEnd', wire, side, end: { kind: 'terminal', device: to.device, terminal: to.terminal } }],
    rank,
    evidence,
  )
}

const isAcross = (plan: Plan, device: DeviceId, one: TerminalId, other: TerminalId): boolean =>
  plan.parts[plan.devices[device]!.part]!.links.some(
    (link) => link.kind !== 'bar' && [link.a, link.b].includes(one) && [link.a, link.b].includes(other),
  )

/** Free terminals of its block, or of its kind; never past a contact or a fuse of the same device, which would by-pass it. */
function neighbours({ plan, endsAt }: Near, { device, terminal }: End): readonly Place[] {
  const part = plan.parts[plan.devices[device]!.part]!
  const own = part.terminals[terminal]!
  const taken = new Set(endsAt(device).map((end) => end.terminal))
  return (Object.keys(part.terminals) as TerminalId[])
    .filter((other) => {
      const data = part.terminals[other]!
      return (
        other !== terminal &&
        !taken.has(other) &&
        !isAcross(plan, device, terminal, other) &&
        (data.function === own.function || (own.block !== null && data.block === own.block))
      )
    })
    .slice(0, MOST_NEIGHBOURS)
    .map((other) => ({ device, terminal: other }))
}

/** The free other side of a contact or fuse, for one of two leads on this side: it is passed by as it is, and not afterwards. */
function acrossFrom({ plan, endsAt }: Near, { wire, device, terminal }: End): readonly Place[] {
  const ends = endsAt(device)
  if (!ends.some((end) => end.terminal === terminal && end.wire !== wire)) return []
  return plan.parts[plan.devices[device]!.part]!.links.flatMap((link): Place[] => {
    if (link.kind === 'bar' || (link.a !== terminal && link.b !== terminal)) return []
    const other = link.a === terminal ? link.b : link.a
    return ends.some((end) => end.terminal === other) ? [] : [{ device, terminal: other }]
  })
}

/** Free terminals joined by a bar to where other leads of the same function lie, one a device. */
function likePlaces({ plan, endsAt, endOf }: Near, { wire, side, device }: End): readonly Place[] {
  const far = endOf(wire, side === 'from' ? 'to' : 'from')
  const fn: WireFunction = plan.wires[wire]!.function
  if (fn === 'signal') return []
  const found = new Map<DeviceId, Place>()
  for (const [id, other] of Object.entries(plan.wires)) {
    if (found.size >= MOST_LIKE) break
    if (id === wire || other!.function !== fn) continue
    for (const side of ['from', 'to'] as const) {
      const at = endOf(id as typeof wire, side)
      if (!at || at.device === device || at.device === far?.device || found.has(at.device)) continue
      const taken = new Set(endsAt(at.device).map(({ terminal }) => terminal))
      const { links } = plan.parts[plan.devices[at.device]!.part]!
      const free = links
        .flatMap((link) => (link.kind === 'bar' && link.terminals.includes(at.terminal) ? link.terminals : []))
        .find((terminal) => !taken.has(terminal))
      if (free !== undefined) found.set(at.device, { device: at.device, terminal: free })
    }
  }
  return [...found.values()]
}

/** All that lies on one contact, moved to another of the same device: opened where it closes, or a way too far. */
function otherContacts({ plan, devices, endsAt }: Near): readonly Change[] {
  return devices.flatMap((device) => {
    const { tag, part } = plan.devices[device]!
    const { links, terminals } = plan.parts[part]!
    const contacts = links.filter((link) => link.kind === 'contact')
    const ends = endsAt(device)
    const at = (terminal: TerminalId) => ends.filter((end) => end.terminal === terminal)
    const used = contacts.filter(({ a, b }) => at(a).length > 0 && at(b).length > 0)
    const free = contacts.filter(({ a, b }) => at(a).length === 0 && at(b).length === 0)
    const nameOf = ({ a, b }: (typeof contacts)[number]) => `${terminals[a]!.label} and ${terminals[b]!.label}`
    return used.flatMap((from) =>
      free.map((to) =>
        pressed(
          `${tag} is wired on ${nameOf(from)} and not on ${nameOf(to)}`,
          `Move the leads of ${tag} from ${nameOf(from)} to ${nameOf(to)}`,
          [
            ...at(from.a).map((end) => ({ end, terminal: to.a })),
            ...at(from.b).map((end) => ({ end, terminal: to.b })),
          ].map(({ end: { wire, side }, terminal }) => ({
            type: 'moveEnd' as const,
            wire,
            side,
            end: { kind: 'terminal' as const, device, terminal },
          })),
          1.5,
        ),
      ),
    )
  })
}
