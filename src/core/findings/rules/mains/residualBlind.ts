import { leaksOn } from '@/core/figures'
import { leastTypeFor, outletOf, SEES, type DeviceId, type LeakForm, type ResidualType } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly form: LeakForm
  /** The device that does not see it; null: the outlet’s. */
  readonly by: DeviceId | null
  readonly type: ResidualType | null
}

const FORMS: Readonly<Record<LeakForm, string>> = {
  ac: 'alternating current',
  pulsed: 'pulses of one direction',
  mixed: 'currents of many frequencies',
  smooth: 'a smooth direct current',
}

/** A fault behind a rectifier is no plain alternating current, and a residual-current device may not see it. */
export const residualBlind = defineRule<Facts>({
  severity: 'stop',
  title: 'A residual-current device that does not see the fault',
  stage: 'brief',
  source: SOURCES.iec60755Types,
  find: (context) =>
    leaksOn(context.ways, (id) => context.part(id)).flatMap(({ device, inlet, form, ways }): Facts[] => {
      if (form === 'ac') return []
      const { residual_mA, residualType } = outletOf(context.plan, inlet)
      const ahead = new Map<DeviceId, ResidualType | null>()
      for (const { passages } of ways)
        for (const { device: by } of passages) {
          const { behaviour } = context.part(by)
          if (behaviour.kind === 'residual-current-device') ahead.set(by, behaviour.type)
        }
      const all = [...(residual_mA === null ? [] : [[null, residualType] as const]), ...ahead]
      return all.flatMap(([by, type]): Facts[] => {
        // Where nobody stated a type, only what the usual one would miss is asked for.
        const isMissed = type === null ? form !== 'pulsed' : !SEES[type].includes(form)
        return isMissed ? [{ device, form, by, type }] : []
      })
    }),
  word: ({ device, form, by, type }, context) => {
    const { tag } = context.device(device)
    const whose = by === null ? 'The outlet’s residual-current device' : context.device(by).tag
    const least = leastTypeFor(form)
    return {
      subjects: [device, ...(by === null ? [] : [by])].map((id) => ({ kind: 'device', id })),
      severity: type === null || form === 'pulsed' ? 'caution' : 'stop',
      what:
        type === null
          ? `A fault behind ${tag} makes ${FORMS[form]}, and nobody said of which type ${by === null ? 'the outlet’s residual-current device' : whose} is`
          : `${whose} is of type ${type}, and a fault behind ${tag} makes ${FORMS[form]}`,
      why: `It may stay closed then, and no longer see other faults either. Type ${least} sees ${FORMS[form]}${least === 'B' ? '' : ', type B too'}; what the maker of ${tag} asks for comes first.`,
      alike: whose,
    }
  },
})
