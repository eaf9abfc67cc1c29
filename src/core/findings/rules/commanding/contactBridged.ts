import { isHazard } from '@/core/figures'
import { moverOf, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import type { Context } from '../../context'
import { detoursIn } from '../../detour'
import { defineRule, type Severity } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly link: string
  readonly isFuse: boolean
  /** Not by wires alone: a fuse lies on the way past it. */
  readonly isPastFuse: boolean
}

export const contactBridged = defineRule<Facts>({
  severity: 'stop',
  title: 'A contact or fuse with a wire past it',
  stage: 'connect',
  source: SOURCES.iec60204Failure,
  find: ({ model, plan }) => {
    const hasDetour = detoursIn(model)
    return model.passages.flatMap((passage): Facts[] => {
      const { device, link, a, b, jointA, jointB } = passage
      if (link.kind === 'resistance' || plan.devices[device]!.origin === 'remove' || jointA === jointB) return []
      const part = model.deviceById.get(device)!.part
      if ('actuator' in link && moverOf(part, link).by === 'setting') return []
      const isFuse = link.kind === 'protective'
      if (model.netOf(a) === model.netOf(b)) return [{ device, link: link.id, isFuse, isPastFuse: false }]
      return !isFuse && hasDetour(passage) ? [{ device, link: link.id, isFuse, isPastFuse: true }] : []
    })
  },
  word: ({ device, link, isFuse, isPastFuse }, context) => {
    const { tag, name } = context.device(device)
    return {
      subjects: [{ kind: 'device', id: device }],
      what: `${tag}, ${name}: both ends of its ${isFuse ? 'fuse' : 'contact'} ${link} are joined by wires${isPastFuse ? ' and fuses beside it' : ''}`,
      why: isFuse
        ? 'The current goes past the fuse: it never blows. Take the wire off that joins its two ends.'
        : 'Whatever it does, what it should part stays joined: a bridged stop stops nothing, a bridged cut-out or relay leaves the heat on. Take the wire off that joins its two ends.',
      // Past a fuse of another way it takes that fuse's leads with it, whatever it works.
      severity: isPastFuse ? 'stop' : severityOf(context, device),
    }
  },
})

/** A lamp's own switch that is bridged only burns on. */
function severityOf(context: Context, device: DeviceId): Severity {
  const { kind } = context.part(device).behaviour
  if (kind !== 'switch' && kind !== 'button') return 'stop'
  const served = context.ways.filter(({ passages }) => passages.some((passage) => passage.device === device))
  const isHarmless = served.length > 0 && served.every((way) => !way.isMains && !isHazard(context.part(way.device)))
  return isHarmless ? 'caution' : 'stop'
}
