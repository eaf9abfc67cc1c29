import { terminalKey, waysFrom } from '@/core/model'
import { outletOf, type DeviceId, type Site, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

/**
 * What protects a person trips on no more: 30 mA by IEC 60364-4-41, 411.3.3; where the NEC rules, a ground-fault interrupter of
 * class A by UL 943, which opens between 4 and 6 mA, for a device of 30 mA is there for equipment. From memory.
 */
const GREATEST_mA: Readonly<Record<Site['region'], number>> = { IEC: 30, NEC: 6 }
/** As it is sold. */
const OFFERED_mA: Readonly<Record<Site['region'], number>> = { IEC: 30, NEC: 5 }

interface Facts {
  readonly place: 'sheltered' | 'outdoors' | 'outlets' | 'water'
  /** Residual devices of the plan through which not all of it is fed. */
  readonly past: readonly DeviceId[]
  /** Inlets whose outlet has none: those with an outlet of their own. */
  readonly own: readonly DeviceId[]
}

/** Lines of cords whose outlet has no device that protects a person. */
function bareLines({ model, plan }: Context): Context['model']['sources'] {
  const most = GREATEST_mA[plan.site.region]
  return model.sources.filter(({ potential }) => {
    if (potential.kind !== 'L') return false
    const { residual_mA } = outletOf(plan, potential.device)
    return residual_mA === null || residual_mA > most
  })
}

/** Devices of the mains whose line comes to them through no residual device. */
function unguarded(context: Context, isOutletAlone: boolean): readonly DeviceId[] {
  const { devices, model } = context
  return bareLines(context).flatMap(({ potential, terminal }) => {
    const ways = waysFrom(model, terminal)
    return devices.flatMap(({ id, part, device }) => {
      if (id === potential.device || device.origin === 'remove') return []
      const { behaviour } = part
      if (isOutletAlone && behaviour.kind !== 'outlet') return []
      const isFed = behaviour.kind === 'outlet' || behaviour.kind === 'supply' || part.draws.length > 0
      const passages = (Object.keys(part.terminals) as TerminalId[]).flatMap((key) => {
        const way = isFed ? ways.get(model.jointOf(terminalKey(id, key))) : undefined
        return way ? [way] : []
      })
      const isPast = passages.some((way) =>
        way.every(({ device: by }) => model.deviceById.get(by)!.part.behaviour.kind !== 'residual-current-device'),
      )
      return isPast ? [id] : []
    })
  })
}

export const residualWanted = defineRule<Facts>({
  severity: 'stop',
  title: 'No residual-current device',
  stage: 'brief',
  source: SOURCES.iec60364Residual,
  find: (context) => {
    const { plan, devices } = context
    const { place, region, isNearWater } = plan.site
    const lines = bareLines(context)
    if (lines.length === 0) return []
    const hasOutlets = devices.some(
      ({ part, device }) => part.behaviour.kind === 'outlet' && device.origin !== 'remove',
    )
    const isOutlets = place === 'indoors' && !isNearWater
    if (isOutlets && !(region === 'IEC' && hasOutlets)) return []
    const own = devices.filter(({ part }) => part.behaviour.kind === 'residual-current-device').map(({ id }) => id)
    // One that lies in the plan and through which nothing goes guards nothing.
    if (own.length > 0 && unguarded(context, isOutlets).length === 0 && own.some((id) => isWired(context, id)))
      return []
    // Only cords whose outlet is not guarded: what they feed is what wants it.
    if (isOutlets && unguarded(context, true).length === 0) return []
    const inlets = lines.flatMap(({ potential: { device } }) => (outletOf(plan, device).isOwn ? [device] : []))
    return [
      {
        place: isOutlets ? 'outlets' : isNearWater ? 'water' : (place as Exclude<typeof place, 'indoors'>),
        past: own,
        own: inlets,
      },
    ]
  },
  word: ({ place, past, own }, context) => {
    const { region } = context.plan.site
    const most = GREATEST_mA[region]
    const trips = `trips on ${most} mA of current to earth`
    return {
      subjects: past.length > 0 ? past.slice(0, 5).map((id) => ({ kind: 'device', id })) : [{ kind: 'plan' }],
      what:
        past.length > 0
          ? `${past.map((id) => context.device(id).tag).join(', ')} ${past.length === 1 ? 'is' : 'are'} there, and not all that needs it is fed through ${past.length === 1 ? 'it' : 'them'}`
          : place === 'outlets'
            ? `The box has socket outlets, and nothing ahead of them ${trips}`
            : place === 'water'
              ? `Water is at hand where the box stands, and nothing ahead of it ${trips}`
              : `The box stands ${place === 'outdoors' ? 'outdoors' : 'under a roof outside'} and nothing ahead of it ${trips}`,
      why: `Wet hands, wet ground and a pinched lead: a device of ${most} mA cuts off before a person feels it long${region === 'NEC' ? '; one of 30 mA guards equipment, not people' : ''}. Name the outlet’s own device, or lead everything through one first in the box.`,
      severity: place === 'sheltered' ? 'caution' : 'stop',
      fixes: [
        {
          label: `The outlet has one of ${OFFERED_mA[region]} mA`,
          commands: [
            { type: 'setSite', changes: { residual_mA: OFFERED_mA[region] } },
            ...own.map((id) => ({
              type: 'updateDevice' as const,
              id,
              changes: { outlet: { ...context.device(id).outlet!, residual_mA: OFFERED_mA[region] } },
            })),
          ],
        },
      ],
    }
  },
})

const isWired = ({ model }: Context, device: DeviceId): boolean =>
  model.conductors.some(({ from, to }) => [from, to].some((key) => key.startsWith(`${device}|`)))
