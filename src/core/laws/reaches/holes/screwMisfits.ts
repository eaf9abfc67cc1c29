import { formatNumber } from '@/core/quantity'
import type { FixingReckoning } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

/** One size shorter still holds. */
const STEP_mm = 2

export const screwMisfits = defineLayingRule<{
  readonly fixing: FixingReckoning
  readonly kind: 'long' | 'short'
  readonly behind_mm: number
}>({
  severity: 'caution',
  title: 'Screw too long or too short',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) =>
    reckoning.fixings.flatMap((fixing): { fixing: FixingReckoning; kind: 'long' | 'short'; behind_mm: number }[] => {
      const length_mm = fixing.chosen_mm ?? fixing.length_mm
      const behind_mm = fixing.behind_mm + length_mm - fixing.length_mm
      if (fixing.standoffs === null && behind_mm > fixing.free_mm - 1e-6) return [{ fixing, kind: 'long', behind_mm }]
      return fixing.chosen_mm !== null && fixing.chosen_mm < fixing.length_mm - STEP_mm - 1e-6
        ? [{ fixing, kind: 'short', behind_mm }]
        : []
    }),
  word: ({ fixing: { device, screw, length_mm, chosen_mm, free_mm }, kind, behind_mm }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what:
      kind === 'long'
        ? `${screw} × ${chosen_mm ?? length_mm} of ${context.device(device).tag} stands ${formatNumber(behind_mm)} mm out behind, and ${formatNumber(free_mm)} mm are free there`
        : `${screw} × ${chosen_mm} of ${context.device(device).tag} is short of the ${length_mm} mm that its nut and two threads want`,
    why:
      kind === 'long'
        ? 'It bores into what is behind: a wall, a wire, a board. Shorter, or a spacer.'
        : 'A nut on half its threads comes loose with the first warm week.',
    fixes:
      chosen_mm === null
        ? []
        : [
            {
              label: `Take ${screw} × ${length_mm}`,
              commands: [{ type: 'updateDevice', id: device, changes: { screw_mm: length_mm } }],
            },
          ],
  }),
})
