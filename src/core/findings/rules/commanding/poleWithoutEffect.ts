import { splitKey, terminalKey, type Model, type Passage, type Potential, type TerminalKey } from '@/core/model'
import { coilsOf, moverOf, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import type { Context } from '../../context'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly link: string
  /** Of the same device, and cut off what lies behind it. */
  readonly other: string
}

export const poleWithoutEffect = defineRule<Facts>({
  severity: 'stop',
  title: 'A pole that parts nothing',
  stage: 'connect',
  source: SOURCES.iec60204Supply,
  find: (context) => {
    const groups = new Map<string, Passage[]>()
    for (const passage of context.model.passages) {
      const { device, link } = passage
      if (link.kind !== 'contact' || context.device(device).origin === 'remove') continue
      const { by, id } = moverOf(context.part(device), link)
      if (by !== 'hand' && by !== 'coil') continue
      groups.set(`${device} ${id}`, [...(groups.get(`${device} ${id}`) ?? []), passage])
    }
    const edges = edgesOf(context)
    return [...groups.values()].flatMap((poles): Facts[] => {
      const sides = poles
        .filter(({ a, b }) => [a, b].every((key) => isWired(context, key)))
        .map((pole) => ({ pole, ...whatItParts(context.model, edges, pole) }))
      return sides.flatMap(({ pole, parts, kinds }) => {
        // A holding contact is passed by whatever starts it.
        if (parts || holdsItself(context, pole)) return []
        const opposite = kinds.map((kind) => OPPOSITE[kind])
        // The other throw of a change-over is no pole beside it.
        const other = sides.find(
          (each) =>
            each.parts &&
            each.kinds.some((kind) => opposite.includes(kind)) &&
            ![each.pole.a, each.pole.b].some((key) => key === pole.a || key === pole.b),
        )
        return other ? [{ device: pole.device, link: pole.link.id, other: other.pole.link.id }] : []
      })
    })
  },
  word: ({ device, link, other }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag}, ${context.device(device).name}: both ends of its contact ${link} are fed by other ways, while ${other} switches`,
    why: 'Switched off, what lies behind stays joined to that side of the source, and may be live. Take the lead off that goes past it.',
  }),
})

/** Whether it leads to the plus of its own coil. */
function holdsItself(context: Context, { device, a, b }: Passage): boolean {
  const { model } = context
  const nets = [a, b].map((key) => model.netOf(key))
  return coilsOf(context.part(device)).some(({ coil }) => nets.includes(model.netOf(terminalKey(device, coil.plus))))
}

function isWired(context: Context, key: TerminalKey): boolean {
  const { device, terminal } = splitKey(key)
  return context.wiresAt(device, terminal).length > 0
}

type Edges = readonly (readonly { readonly to: number; readonly id: string | null }[])[]

/** All that may be closed in service: buttons are held by nobody. */
function edgesOf(context: Context): Edges {
  const { model } = context
  const edges: { readonly to: number; readonly id: string | null }[][] = Array.from(
    { length: model.jointCount },
    () => [],
  )
  const join = (a: number, b: number, id: string | null) => {
    edges[a]!.push({ to: b, id })
    edges[b]!.push({ to: a, id })
  }
  for (const { jointFrom, jointTo, wire } of model.conductors)
    if (wire.function !== 'PE') join(jointFrom, jointTo, null)
  for (const { id, device, jointA, jointB } of model.passages)
    if (context.part(device).behaviour.kind !== 'button') join(jointA, jointB, id)
  return edges
}

const OPPOSITE: Readonly<Record<Potential['kind'], Potential['kind'] | null>> = {
  L: 'N',
  N: 'L',
  '+': '-',
  '-': '+',
  PE: null,
}

interface Cut {
  /** Whether it cuts one of its ends off a source. */
  readonly parts: boolean
  /** The sides of sources that it does so to; else those that reach both its ends without it. */
  readonly kinds: readonly Potential['kind'][]
}

function whatItParts(model: Model, edges: Edges, pole: Passage): Cut {
  const [cut, passed] = [new Set<Potential['kind']>(), new Set<Potential['kind']>()]
  for (const { terminal, potential } of model.sources) {
    if (potential.kind === 'PE') continue
    const seen = new Set([model.jointOf(terminal)])
    for (const joint of seen) for (const { to, id } of edges[joint]!) if (id !== pole.id) seen.add(to)
    const [a, b] = [seen.has(pole.jointA), seen.has(pole.jointB)]
    if (a !== b) cut.add(potential.kind)
    else if (a && b) passed.add(potential.kind)
  }
  return { parts: cut.size > 0, kinds: [...(cut.size > 0 ? cut : passed)] }
}
