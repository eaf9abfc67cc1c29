import { upstream_ohm } from '@/core/model'
import { alteration, type Bench } from '@/core/proof/bench'
import type { DeviceId, Plan, TerminalFunction, TerminalId } from '@/core/plan'
import { connectorName, connectorsOf, type ConnectorUse } from '@/core/cables'
import { at, endsByTerminal, keyOf, moved, wireWords, type Fault, type FaultKind, type WiredEnd } from './fault'
import { neighbours } from './neighbours'

type Ends = ReturnType<typeof endsByTerminal>

/** Ends that are where their neighbours should be. */
export function misplacedWires(plan: Plan, bench: Bench): readonly Fault[] {
  const ends = endsByTerminal(bench)
  return bench.model.devices.flatMap(({ id, part }) => {
    const beside = new Set<string>()
    const found: Fault[] = []
    const consider = (one: TerminalId, other: TerminalId) => {
      const mark = [one, other].sort().join(' ')
      if (beside.has(mark)) return
      beside.add(mark)
      found.push(...between(plan, bench, ends, id, one, other))
    }
    for (const [one, other] of neighbours(part)) consider(one, other)
    // Plus and minus of a load, line and neutral of an input, the two throws of a contact, wherever they lie.
    for (const { plus, minus } of part.draws) consider(plus, minus)
    const { behaviour } = part
    if ('line' in behaviour) consider(behaviour.line, behaviour.neutral)
    for (const link of part.links) {
      if (link.kind !== 'contact') continue
      const [no, nc] = [link.a, link.b].map((each) => part.terminals[each]!.function)
      const other = part.links.find(
        (each) => each.kind === 'contact' && each !== link && each.actuator === link.actuator && shares(each, link),
      )
      if (other?.kind === 'contact' && no !== nc) consider(throwOf(link, other), throwOf(other, link))
    }
    return found
  })
}

type Ended = { readonly a: TerminalId; readonly b: TerminalId }
const shares = (one: Ended, other: Ended) => [one.a, one.b].some((end) => end === other.a || end === other.b)
/** The end of a change-over contact that the other throw does not have. */
const throwOf = (one: Ended, other: Ended): TerminalId => (one.a === other.a || one.a === other.b ? one.b : one.a)

function between(
  plan: Plan,
  bench: Bench,
  ends: Ends,
  device: DeviceId,
  one: TerminalId,
  other: TerminalId,
): readonly Fault[] {
  const [a, b] = [keyOf(device, one), keyOf(device, other)]
  const [jointA, jointB] = [bench.model.jointOf(a), bench.model.jointOf(b)]
  if (jointA === jointB) return []
  const [atA, atB] = [ends.get(a) ?? [], ends.get(b) ?? []]
  const functions = [a, b].map((_, i) => functionOf(plan, device, i === 0 ? one : other))
  if (atA.length > 0 && atB.length > 0) {
    const list = [...atA.map((end) => going(end, jointB)), ...atB.map((end) => going(end, jointA))]
    return [
      {
        id: `swapped/${a}/${b}`,
        kind: swappedKind(
          functions,
          [one, other].some((each) => isPolarised(plan, device, each)),
        ),
        words: `${at(plan, a)} and ${at(plan, b)}: wires exchanged`,
        devices: [device],
        wires: list.map(({ conductor }) => conductor.id),
        alteration: moved(bench, list),
      },
    ]
  }
  const [key, joint, own] = atA.length > 0 ? [b, jointB, atA] : [a, jointA, atB]
  const isThrow = functions.includes('contact-NO') && functions.includes('contact-NC')
  return own.map((end): Fault => ({
    id: `moved/${end.conductor.id}/${end.key}/${key}`,
    kind: isThrow ? 'normally closed for open' : 'wrong terminal',
    words: `${wireWords(plan, end.conductor)}: ${at(plan, end.key)} end in ${at(plan, key)}`,
    devices: [device],
    wires: [end.conductor.id],
    alteration: moved(bench, [going(end, joint)]),
  }))
}

const going = ({ conductor, key }: WiredEnd, to: number) => ({ conductor, from: key, to })

const functionOf = (plan: Plan, device: DeviceId, terminal: TerminalId): TerminalFunction =>
  plan.parts[plan.devices[device]!.part]!.terminals[terminal]!.function

const isPolarised = (plan: Plan, device: DeviceId, terminal: TerminalId): boolean =>
  plan.parts[plan.devices[device]!.part]!.terminals[terminal]!.polarised

/** A heater or a valve may lie either way round. */
function swappedKind([one, other]: readonly TerminalFunction[], isPolar: boolean): FaultKind {
  const has = (fn: TerminalFunction) => one === fn || other === fn
  if (has('V+') && has('V-')) return isPolar ? 'reversed polarity' : 'swapped wires'
  if (has('L') && has('N')) return 'line and neutral exchanged'
  return has('contact-NO') && has('contact-NC') ? 'normally closed for open' : 'swapped wires'
}

/** The mains itself the wrong way round: at the outlet, or a plug that goes in both ways. */
export function mainsExchanged(plan: Plan, { model }: Bench): readonly Fault[] {
  // Of two live poles either may come first.
  if (plan.site.livePoles === 2) return []
  const ohm = upstream_ohm(plan.site)
  return model.devices.flatMap(({ id, part: { behaviour } }): Fault[] => {
    if (behaviour.kind !== 'mains-inlet') return []
    const joint = (terminal: TerminalId) => model.jointOf(keyOf(id, terminal))
    return [
      {
        id: `exchanged/${id}`,
        kind: 'line and neutral exchanged',
        words: `${plan.devices[id]!.tag}: line and neutral exchanged before the inlet`,
        devices: [id],
        wires: [],
        alteration: alteration({
          outputs: new Map([[`${id}/mains`, -1]]),
          // The outlet joins the other pin to earth.
          ...(behaviour.earth === null || ohm === null
            ? {}
            : {
                series: new Map([[`${id}/upstream`, Infinity]]),
                across: [{ a: joint(behaviour.line), b: joint(behaviour.earth), ohm, within: `${id}/upstream` }],
              }),
        }),
      },
    ]
  })
}

/** Plugs of one kind on one device: exchanged, turned, or in a free socket. */
export function misplacedPlugs(plan: Plan, bench: Bench): readonly Fault[] {
  const ends = endsByTerminal(bench)
  const kinds = new Map<string, ConnectorUse[]>()
  for (const use of connectorsOf(plan)) {
    const { family, pitch_mm, gender, key, ways } = use.spec
    const kind = [use.device, family, pitch_mm, gender, key, ways.length].join('|')
    kinds.set(kind, [...(kinds.get(kind) ?? []), use])
  }
  const inOther = (from: ConnectorUse, to: readonly (TerminalId | null)[], device: DeviceId) =>
    from.spec.ways.flatMap((terminal, i) => {
      const there = to[i]
      if (!terminal || !there) return []
      const joint = bench.model.jointOf(keyOf(device, there))
      return (ends.get(keyOf(from.device, terminal)) ?? []).map((end) => going(end, joint))
    })
  const fault = (
    id: string,
    kind: FaultKind,
    words: string,
    use: ConnectorUse,
    list: ReturnType<typeof inOther>,
  ): Fault[] =>
    list.length === 0
      ? []
      : [
          {
            id,
            kind,
            words,
            devices: [use.device],
            wires: list.map(({ conductor }) => conductor.id),
            alteration: moved(bench, list),
          },
        ]
  return [...kinds.values()].flatMap((alike) =>
    alike.flatMap((use, i) => {
      if (use.ways.length === 0 || use.spec.ways.length < 2) return []
      const name = connectorName(plan, use)
      const isUnkeyed = use.spec.key === null && use.spec.family !== null
      const turned = isUnkeyed
        ? fault(
            `turned/${use.device}/${use.connector}`,
            'plug turned',
            `The plug in ${name} turned round`,
            use,
            inOther(use, use.spec.ways.toReversed(), use.device),
          )
        : []
      const elsewhere = alike.flatMap((other, k) => {
        if (other === use) return []
        const otherName = connectorName(plan, other)
        if (other.ways.length > 0)
          return k < i
            ? []
            : fault(
                `plugs/${use.device}/${use.connector}/${other.connector}`,
                'plugs exchanged',
                `The plugs of ${name} and ${otherName} exchanged`,
                use,
                [...inOther(use, other.spec.ways, use.device), ...inOther(other, use.spec.ways, use.device)],
              )
        return fault(
          `socket/${use.device}/${use.connector}/${other.connector}`,
          'plug in the wrong socket',
          `The plug of ${name} in ${otherName}`,
          use,
          inOther(use, other.spec.ways, use.device),
        )
      })
      return [...turned, ...elsewhere]
    }),
  )
}
