import { formatNumber } from '@/core/quantity'
import type { RoomReckoning } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const terminalFacesWall = defineLayingRule<RoomReckoning>({
  severity: 'caution',
  title: 'Terminals face the wall',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) =>
    reckoning.spaces.flatMap(({ rooms }) =>
      rooms.filter((room) => room.for === 'exit' && room.by === null && room.room_mm < room.wanted_mm - 1e-6),
    ),
  word: ({ device, side, wanted_mm, room_mm }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `The ${side} of ${context.device(device).tag}, where its leads leave, is ${formatNumber(room_mm)} mm from the wall and wants ${formatNumber(wanted_mm)} mm`,
    why: 'No screwdriver gets in, and wires bend sharper than they like. Move it inward or turn it.',
  }),
})
