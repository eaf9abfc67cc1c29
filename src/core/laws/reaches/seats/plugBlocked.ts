import { formatNumber } from '@/core/quantity'
import type { RoomReckoning } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const plugBlocked = defineLayingRule<RoomReckoning>({
  severity: 'caution',
  title: 'No room to plug',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) =>
    reckoning.spaces.flatMap(({ rooms }) =>
      rooms.filter((room) => room.for === 'exit' && room.by !== null && room.room_mm < room.wanted_mm - 1e-6),
    ),
  word: ({ device, side, wanted_mm, room_mm, by }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      { kind: 'device', id: by! },
    ],
    what: `Plugs and leads of ${context.device(device).tag} leave at its ${side} and want ${formatNumber(wanted_mm)} mm; ${context.device(by!).tag} leaves ${formatNumber(room_mm)} mm`,
    why: 'What cannot be plugged with both in place has to be taken out again; a lead bent at once behind its clamp pulls itself loose.',
  }),
})
