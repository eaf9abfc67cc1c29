import { amperes, driverOf } from '@/core/figures'
import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule, type Fix } from '@/core/judging'

interface Facts {
  readonly motor: DeviceId
  readonly driver: DeviceId
  readonly set_A: number
  /** Motors side by side on the same output. */
  readonly share: number
  readonly printed_A: number
}

/** A scale is read no better; above the second figure a winding burns rather than runs warm. Common practice. */
const TOLERANCE = 1.05
const BURNS = 1.25

/** The two nets of a motor's first winding, as one word. */
function windingNets(context: Context, id: DeviceId): string {
  const { terminals } = context.part(id)
  return (Object.keys(terminals) as TerminalId[])
    .filter((terminal) => terminals[terminal]!.function === 'coil-A')
    .map((terminal) => context.model.netOf(terminalKey(id, terminal)))
    .sort()
    .join(' ')
}

export const driverAboveMotor = defineRule<Facts>({
  severity: 'stop',
  title: 'Driver set above its motor',
  stage: 'guard',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind !== 'motor') return []
      const found = driverOf(context.model, id)
      if (!found) return []
      // Motors side by side on one output share its current; one behind the other each have all of it.
      const nets = windingNets(context, id)
      const share = Math.max(
        1,
        context.devices.filter(
          (other) => other.part.behaviour.kind === 'motor' && windingNets(context, other.id) === nets,
        ).length,
      )
      return found.set_A / share > part.behaviour.phase_A * TOLERANCE
        ? [{ motor: id, driver: found.device, set_A: found.set_A, share, printed_A: part.behaviour.phase_A }]
        : []
    }),
  word: ({ motor, driver, set_A, share, printed_A }, context) => ({
    subjects: [driver, motor].map((id) => ({ kind: 'device', id })),
    what: `${context.device(driver).tag} is set to ${formatNumber(set_A)} A${share > 1 ? ` for ${share} motors side by side` : ''} and ${context.device(motor).tag} is made for ${formatNumber(printed_A)} A`,
    why: 'The winding gets hotter with the square of the current, until its enamel goes. Set it to what is printed on the motor, or a little less.',
    severity: set_A / share > printed_A * BURNS ? 'stop' : 'caution',
    fixes: setLower(context, motor, printed_A * share),
  }),
})

/** The most that the driver can be set to and that the motors take. */
function setLower(context: Context, motor: DeviceId, most_A: number): readonly Fix[] {
  const { device: driver, setting } = driverOf(context.model, motor)!
  const [best] = setting.options
    .filter((option) => (amperes(option) ?? Infinity) <= most_A)
    .sort((a, b) => amperes(b)! - amperes(a)!)
  return best === undefined
    ? []
    : [
        {
          label: `Set ${context.device(driver).tag} to ${best}`,
          commands: [{ type: 'setSetting', device: driver, setting: setting.id, value: best }],
        },
      ]
}
