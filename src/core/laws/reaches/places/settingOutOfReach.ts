import { formatNumber } from '@/core/quantity'
import type { RoomReckoning } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const settingOutOfReach = defineRule<RoomReckoning>({
  severity: 'caution',
  title: 'Setting out of reach once mounted',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.spaces.flatMap(({ rooms }) =>
      rooms.filter((room) => {
        const setting = plan.parts[plan.devices[room.device]!.part]!.settings.find(({ id }) => id === room.for)
        return setting !== undefined && !setting.beforeMounting && room.room_mm < room.wanted_mm - 1e-6
      }),
    ),
  word: ({ device, side, room_mm, by, for: id }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `“${context.part(device).settings.find((setting) => setting.id === id)!.name}” of ${context.device(device).tag} is set at its ${side}; ${by === null ? 'the enclosure' : context.device(by).tag} leaves ${formatNumber(room_mm)} mm`,
    why: 'It is set or changed at work, and no finger or driver reaches it there. Set it before mounting and write it down, or leave room.',
  }),
})
