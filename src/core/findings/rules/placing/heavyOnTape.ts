import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

/** What a pad of tape carries for years in a warm box; common practice. */
const TAPE_g = 150
/** Of unknown mass, larger than a small computer. */
const LARGE_mm3 = 150_000

export const heavyOnTape = defineLayingRule<{ readonly device: DeviceId; readonly mass_g: number | null }>({
  severity: 'caution',
  title: 'Heavy part on tape alone',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, device, part }) =>
      device.fixedWith === 'tape' &&
      (part.mass_g === null
        ? part.body.width_mm * part.body.height_mm * part.body.depth_mm > LARGE_mm3
        : part.mass_g > TAPE_g)
        ? [{ device: id, mass_g: part.mass_g }]
        : [],
    ),
  word: ({ device, mass_g }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag}, ${mass_g === null ? 'large and of unknown mass' : `${formatNumber(mass_g)} g`}, is held by tape alone; ${TAPE_g} g are the most for that`,
    why: 'Tape creeps in a warm box; one day the part hangs in its wires. Screws, or a bracket with a tie.',
    fixes: [
      {
        label: `Screw ${context.device(device).tag} on`,
        commands: [{ type: 'updateDevice', id: device, changes: { fixedWith: 'screws' } }],
      },
    ],
  }),
})
