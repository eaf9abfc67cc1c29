import type { Bench } from '@/core/proof/bench'
import type { Conductor } from '@/core/model'
import type { Plan } from '@/core/plan'
import { splitKey } from '@/core/model'
import { bridged, at, keyOf, open, poor, wireWords, type Fault, type FaultKind } from './fault'
import { neighbours } from './neighbours'

/** Wires that are loose, or hardly held. An end, its ferrule, its way in a splice or plug and the wire itself read alike. */
export function looseWires(plan: Plan, { model }: Bench): readonly Fault[] {
  return model.conductors.flatMap((conductor): Fault[] => {
    const { id, from, to, jointFrom, jointTo, wire } = conductor
    if (jointFrom === jointTo) return []
    const common = { devices: [splitKey(from).device, splitKey(to).device], wires: [id] }
    const words = wireWords(plan, conductor)
    const kind = openKind(conductor, model)
    return [
      {
        ...common,
        id: `open/${id}`,
        kind,
        words: `${words}: ${kind === 'open wire' ? 'open, at either end or between' : kind}`,
        alteration: open(id),
      },
      ...(wire.function === 'signal'
        ? []
        : [
            {
              ...common,
              id: `poor/${id}`,
              kind: 'poor contact' as const,
              words: `${words}: poor contact at one end`,
              alteration: poor(id),
            },
          ]),
    ]
  })
}

function openKind({ wire, jointFrom, jointTo }: Conductor, model: Bench['model']): FaultKind {
  if (wire.function === 'PE') return 'missing earth'
  if (wire.function !== 'V-') return 'open wire'
  const minuses = new Set(
    [jointFrom, jointTo].flatMap((joint) =>
      model.potentialsOfJoint(joint).map(({ id, kind }) => (kind === '-' ? id : '')),
    ),
  )
  minuses.delete('')
  const devices = [jointFrom, jointTo].map((joint) => splitKey(model.terminalOfJoint[joint]!).device)
  const isJoint = devices.every((device) => {
    const kind = model.deviceById.get(device)!.part.behaviour.kind
    return kind === 'supply' || kind === 'splice' || kind === 'terminal-strip' || kind === 'earth-stud'
  })
  return minuses.size > 1 && isJoint ? 'missing negative bond' : 'open wire'
}

/** A strand between terminals that lie side by side, where at least one of them has a wire that could bring it. */
export function bridges(plan: Plan, { model }: Bench): readonly Fault[] {
  const wired = new Set(model.conductors.flatMap(({ from, to }) => [from, to]))
  return model.devices.flatMap(({ id, part }) =>
    neighbours(part).flatMap(([one, other]): Fault[] => {
      const [a, b] = [keyOf(id, one), keyOf(id, other)]
      const [jointA, jointB] = [model.jointOf(a), model.jointOf(b)]
      if (jointA === jointB || (!wired.has(a) && !wired.has(b))) return []
      // A bridge to a terminal that nothing is joined to changes nothing.
      const isFree = (key: typeof a, joint: number) =>
        !wired.has(key) && !model.passages.some(({ jointA: x, jointB: y }) => x === joint || y === joint)
      if (isFree(a, jointA) || isFree(b, jointB)) return []
      return [
        {
          id: `bridge/${a}/${b}`,
          kind: 'bridge',
          words: `${at(plan, a)} and ${at(plan, b)} bridged`,
          devices: [id],
          wires: [],
          alteration: bridged(jointA, jointB),
        },
      ]
    }),
  )
}
