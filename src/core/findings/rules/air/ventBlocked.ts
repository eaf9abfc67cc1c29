import { formatNumber } from '@/core/quantity'
import type { RoomReckoning } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const ventBlocked = defineLayingRule<RoomReckoning>({
  severity: 'caution',
  title: 'Air shut off',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) =>
    reckoning.spaces.flatMap(({ rooms }) =>
      rooms.filter((room) => room.for === 'vent' && room.room_mm < room.wanted_mm - 1e-6),
    ),
  word: ({ device, side, wanted_mm, room_mm, by }, context) => ({
    subjects: [{ kind: 'device', id: device }, ...(by === null ? [] : [{ kind: 'device' as const, id: by }])],
    what: `${context.device(device).tag} breathes at its ${side} and wants ${formatNumber(wanted_mm)} mm there; ${by === null ? 'the enclosure’s wall' : context.device(by).tag} leaves ${formatNumber(room_mm)} mm`,
    why: 'A supply or fan that draws its own warm air runs hotter than its sheet says, derates and wears out early.',
  }),
})
