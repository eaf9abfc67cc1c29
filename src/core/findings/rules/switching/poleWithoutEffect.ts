import {
  isLive,
  reachedFrom,
  splitKey,
  terminalKey,
  type Passage,
  type Potential,
  type Step,
  type TerminalKey,
} from '@/core/model'
import { coilsOf, moverOf, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly link: string
  /** Of the same device, and cut off what lies behind it. */
  readonly other: string
  readonly isMains: boolean
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
    return [...groups.values()].flatMap((poles): Facts[] => {
      const sides = poles
        .filter(({ a, b }) => [a, b].every((key) => isWired(context, key)))
        .map((pole) => ({ pole, ...whatItParts(context, pole) }))
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
        return other
          ? [
              {
                device: pole.device,
                link: pole.link.id,
                other: other.pole.link.id,
                isMains: kinds.some((kind) => kind === 'L' || kind === 'N'),
              },
            ]
          : []
      })
    })
  },
  word: ({ device, link, other, isMains }, context) => ({
    severity: isMains ? 'stop' : 'caution',
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

/** By all that may be closed in service, the pole itself left out: buttons are held by nobody. */
function whatItParts(context: Context, pole: Passage): Cut {
  const { model } = context
  const [cut, passed] = [new Set<Potential['kind']>(), new Set<Potential['kind']>()]
  const takes = (step: Step) => {
    const { passage } = step
    return (
      isLive(step) &&
      (passage === null || (passage.id !== pole.id && context.part(passage.device).behaviour.kind !== 'button'))
    )
  }
  for (const { terminal, potential } of model.sources) {
    if (potential.kind === 'PE') continue
    const reached = reachedFrom(model, [model.jointOf(terminal)], takes)
    const [a, b] = [reached.has(pole.jointA), reached.has(pole.jointB)]
    if (a !== b) cut.add(potential.kind)
    else if (a && b) passed.add(potential.kind)
  }
  return { parts: cut.size > 0, kinds: [...(cut.size > 0 ? cut : passed)] }
}
