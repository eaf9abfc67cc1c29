import { driverOf } from '@/core/figures'
import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly motor: DeviceId
  readonly driver: DeviceId
  readonly set_A: number
  readonly printed_A: number
}

/** A scale is read no better; above the second figure a winding burns rather than runs warm. Common practice. */
const TOLERANCE = 1.05
const BURNS = 1.25

export const driverAboveMotor = defineRule<Facts>({
  severity: 'stop',
  title: 'Driver set above its motor',
  stage: 'guard',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind !== 'motor') return []
      const found = driverOf(context.model, id)
      return found && found.set_A > part.behaviour.phase_A * TOLERANCE
        ? [{ motor: id, driver: found.device, set_A: found.set_A, printed_A: part.behaviour.phase_A }]
        : []
    }),
  word: ({ motor, driver, set_A, printed_A }, context) => ({
    subjects: [driver, motor].map((id) => ({ kind: 'device', id })),
    what: `${context.device(driver).tag} is set to ${formatNumber(set_A)} A and ${context.device(motor).tag} is made for ${formatNumber(printed_A)} A`,
    why: 'The winding gets hotter with the square of the current, until its enamel goes. Set it to what is printed on the motor, or a little less.',
    severity: set_A > printed_A * BURNS ? 'stop' : 'caution',
  }),
})
