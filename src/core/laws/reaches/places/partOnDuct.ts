import type { DeviceId, RacewayId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const partOnDuct = defineLayingRule<{ readonly device: DeviceId; readonly raceway: RacewayId }>({
  severity: 'stop',
  title: 'A part on a duct or gland',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) =>
    reckoning.faces.flatMap(({ onRaceway }) => onRaceway.map(([device, raceway]) => ({ device, raceway }))),
  word: ({ device, raceway }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} covers “${context.plan.raceways[raceway]!.name}”`,
    why: 'Both want the same piece of the plate; the duct would have to be cut through, and its wires with it.',
  }),
})
