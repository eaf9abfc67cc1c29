import type { DeviceId, EnclosureId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

/** From this on water is kept off, and what stands in a wall needs a seal that its part says. */
const SPLASH_IP = 54
/** A screened vent that looks down; typical. */
const OPEN_IP = 23

export const ipLowered = defineLayingRule<{
  readonly enclosure: EnclosureId
  readonly wall: string
  readonly what: string
  /** Null where the part does not say what it keeps. */
  readonly ip: number | null
  readonly wanted: number
  readonly device: DeviceId | null
}>({
  severity: 'caution',
  title: 'An opening lets in more than the box may',
  stage: 'layout',
  source: SOURCES.iec60529,
  find: (context) =>
    context.reckoning.faces.flatMap(({ enclosure, face, isPlate, items }) => {
      const box = context.plan.enclosures[enclosure]!
      if (box.ip === null || isPlate) return []
      const wanted = box.ip
      const data = box.faces[face]!
      const isLess = (ip: number) => Math.floor(ip / 10) < Math.floor(wanted / 10) || ip % 10 < wanted % 10
      return [
        ...items.flatMap(({ device }) => {
          const { ip } = context.part(device)
          const isUnknown = ip === null && wanted >= SPLASH_IP && context.part(device).mounting === 'panel'
          return isUnknown || (ip !== null && isLess(ip))
            ? [{ enclosure, wall: data.name, what: context.device(device).tag, ip, wanted, device }]
            : []
        }),
        ...data.openings.flatMap(({ name, use, origin }) =>
          use === 'open' || (use === 'vent' && isLess(OPEN_IP)) || (origin === 'remove' && use !== 'blanked')
            ? [{ enclosure, wall: data.name, what: name, ip: use === 'vent' ? OPEN_IP : 0, wanted, device: null }]
            : [],
        ),
      ]
    }),
  word: ({ enclosure, wall, what, ip, wanted, device }, { plan }) => ({
    subjects: device === null ? [{ kind: 'plan' }] : [{ kind: 'device', id: device }],
    alike: ip === null ? `unknown ${enclosure}` : undefined,
    what: `${what} in the ${wall.toLowerCase()} of “${plan.enclosures[enclosure]!.name}” ${ip === null ? 'says nothing of what it keeps out' : `keeps IP${String(ip).padStart(2, '0')}`}, and IP${String(wanted).padStart(2, '0')} is wanted`,
    why: 'A box is as tight as its worst opening. A part of the class wanted, a hood over it, or say that less will do.',
  }),
})
