import { newDevice, nextTag } from '@/core/catalogue'
import { bar, definePart, optional, terminal } from '@/core/catalogue/builders'
import {
  apply,
  landingOf,
  type Cable,
  type CableEnd,
  type CableId,
  type Command,
  type Connector,
  type DeviceId,
  type EnclosureId,
  type Part,
  type PartId,
  type Plan,
  type TerminalId,
} from '@/core/plan'
import { familyNamed } from '@/core/reference'
import { fitOf, type Fit } from './fits'
import { plugIn } from './make'
import { meetingPlace } from './meetingPlace'

/** An end of a cable. */
export interface CableEndPlace {
  readonly cable: CableId
  readonly end: 'a' | 'b'
}

/** Where two plugs are in one another there is a joint of as many ways: no thing of its own, and nothing to buy. */
const JOINT = 'part:joint-'

export const isJoint = (plan: Plan, device: DeviceId): boolean => plan.devices[device]?.part.startsWith(JOINT) === true

const waysOf = ({ ways }: CableEnd, { cores }: Cable): number => ways ?? Math.max(1, cores.length)

/** What a plug of that end goes into: its counterpart, with ways of the joint. */
function counterpart(cable: Cable, end: 'a' | 'b', id: string, ways: Connector['ways']): Connector {
  const { family, pitch_mm, gender, key, hasLatch } = cable.ends[end]
  const opposite = gender === null ? null : gender === 'plug' ? 'socket' : 'plug'
  return { id, name: id, family, pitch_mm, gender: opposite, key, hasLatch, ways }
}

/** The other cable's end as the first one's plug meets it: a connector that is what the other is. */
function asConnector({ ends, ...rest }: Cable, end: 'a' | 'b'): Connector {
  const { family, pitch_mm, gender, key, hasLatch } = ends[end]
  const ways = Array.from({ length: waysOf(ends[end], { ends, ...rest }) }, () => null)
  return { id: end, name: end, family, pitch_mm, gender, key, hasLatch, ways }
}

/** Loose ends of other cables that a plug goes into, those that fit first. */
export function matesFor(plan: Plan, id: CableId, end: 'a' | 'b'): readonly (CableEndPlace & { readonly fit: Fit })[] {
  const own = plan.cables[id]!.ends[end]
  if (own.kind === 'bare' || own.mates !== null) return []
  const isLoose = (each: CableEnd) => each.kind === 'plug' && each.mates === null
  return (Object.keys(plan.cables) as CableId[])
    .filter((other) => other !== id && plan.cables[other]!.origin !== 'remove' && plan.cables[other]!.aside === null)
    .flatMap((other) =>
      (['a', 'b'] as const)
        .filter((each) => isLoose(plan.cables[other]!.ends[each]))
        .map((each) => ({ cable: other, end: each, fit: fitOf(own, asConnector(plan.cables[other]!, each)) })),
    )
    .filter(({ fit }) => fit.goes !== 'no')
    .toSorted((one, two) => Number(one.fit.goes !== 'fits') - Number(two.fit.goes !== 'fits'))
}

/** The box that all other ends of both cables lie in; null where they lie elsewhere, or nowhere yet. */
function sharedBox(plan: Plan, cables: readonly CableId[]): EnclosureId | null {
  const boxes = new Set<EnclosureId | null>()
  for (const wire of Object.values(plan.wires)) {
    if (wire!.cable === null || !cables.includes(wire!.cable)) continue
    for (const end of [wire!.from, wire!.to]) {
      const landing = landingOf(plan, end)
      if (!landing) continue
      const { place } = plan.devices[landing.device]!
      boxes.add('enclosure' in place ? place.enclosure : null)
    }
  }
  const [only] = boxes
  return boxes.size === 1 ? (only ?? null) : null
}

function jointPart(plan: Plan, one: CableEndPlace, two: CableEndPlace): Part {
  const cables = [plan.cables[one.cable]!, plan.cables[two.cable]!] as const
  const ends = [one.end, two.end] as const
  const count = Math.max(waysOf(cables[0].ends[one.end], cables[0]), waysOf(cables[1].ends[two.end], cables[1]))
  const family = familyNamed(cables[0].ends[one.end].family ?? cables[1].ends[two.end].family)
  const numbers = Array.from({ length: count }, (_, i) => i + 1)
  const sides = ['A', 'B'] as const
  // What is not known of a family asks for nothing; its contacts carry what the trade says of them.
  const contact = {
    ...optional,
    conductors: { min_mm2: family?.min_mm2 ?? 0.05, max_mm2: family?.max_mm2 ?? 6, count: 1 },
    rated_V: null,
    rated_A: family?.rated_A ?? null,
  }
  return definePart(`Plug in plug, ${family?.name ?? 'family not said'}, ${count} ways`, [20, 10, 10], {
    note: 'Two plugs in one another; there is nothing to buy and nothing to mount.',
    mounting: 'in-line',
    behaviour: { kind: 'coupler' },
    clearance_mm: { top: 0, right: 0, bottom: 0, left: 0, front: 0 },
    terminals: Object.fromEntries(
      sides.flatMap((side) =>
        numbers.map((n) => [
          `${side}${n}`,
          terminal(String(n), 'any', 'contact25', { ...contact, block: side, position: n }),
        ]),
      ),
    ),
    links: numbers.map((n) => bar(`W${n}`, `A${n}`, `B${n}`)),
    connectors: sides.map((side, i) =>
      counterpart(
        cables[i]!,
        ends[i]!,
        side,
        numbers.map((n) => `${side}${n}` as TerminalId),
      ),
    ),
  })
}

const nameOf = ({ printed, name }: Cable) => printed ?? name

/** Puts a plug into the plug of another cable, core by core of the same way: one action. */
export function mate(plan: Plan, one: CableEndPlace, two: CableEndPlace): readonly Command[] {
  const part = jointPart(plan, one, two)
  const numbers = Object.keys(plan.devices)
    .concat(Object.keys(plan.parts))
    .flatMap((id) => /^(?:device:joint|part:joint-)(\d+)$/.exec(id)?.[1] ?? [])
  const n = 1 + Math.max(0, ...numbers.map(Number))
  const partId = `${JOINT}${n}` as PartId
  const id = `device:joint${n}` as DeviceId
  const box = sharedBox(plan, [one.cable, two.cable])
  const [first, second] = [plan.cables[one.cable]!, plan.cables[two.cable]!]
  const device = newDevice(partId, nextTag(plan, 'coupler'), `${nameOf(first)} in ${nameOf(second)}`.slice(0, 80), {
    origin: 'there',
    place:
      meetingPlace(plan, one, two) ??
      (box === null ? { kind: 'field', path: 'where the two plugs meet' } : { kind: 'unplaced', enclosure: box }),
  })
  const commands: Command[] = [{ type: 'addDevice', id, device, part: { id: partId, part } }]
  let at = plan
  const run = (more: readonly Command[]) => {
    const applied = apply(at, more)
    if (applied.kind === 'applied') at = applied.plan
  }
  run(commands)
  for (const [{ cable, end }, connector] of [
    [one, 'A'],
    [two, 'B'],
  ] as const) {
    const own = plugIn(at, cable, end, { device: id, connector })
    run(own)
    commands.push(...own)
  }
  return commands
}

/** Pulls two plugs out of one another: both hang loose, and the joint is gone. */
export function pullApart(plan: Plan, device: DeviceId): readonly Command[] {
  const loose = (Object.keys(plan.cables) as CableId[]).flatMap((id): Command[] => {
    const { ends } = plan.cables[id]!
    const free = (end: CableEnd): CableEnd => (end.mates?.device === device ? { ...end, mates: null } : end)
    const next = { a: free(ends.a), b: free(ends.b) }
    return next.a === ends.a && next.b === ends.b ? [] : [{ type: 'updateCable', id, changes: { ends: next } }]
  })
  const { part } = plan.devices[device]!
  return [...loose, { type: 'removeDevice', id: device }, { type: 'removePart', id: part }]
}

/** The end that is in the other side of a joint. */
export function otherOf(plan: Plan, device: DeviceId, { cable, end }: CableEndPlace): CableEndPlace | null {
  for (const other of Object.keys(plan.cables) as CableId[])
    for (const each of ['a', 'b'] as const)
      if (plan.cables[other]!.ends[each].mates?.device === device && !(other === cable && each === end))
        return { cable: other, end: each }
  return null
}
