import { coilsOf, PART_KINDS, type DeviceId, type StateId } from '@/core/plan'
import { formatNumber, formatVolts } from '@/core/quantity'
import { terminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly control_V: number
  readonly from_V: number
  readonly to_V: number
  /** Its maker says no most, and it is not far beyond what coils stand for hours. */
  readonly isWarm: boolean
}

/** Share of its nominal voltage within which a coil surely pulls in and does not burn; common practice. */
const COIL = { from: 0.8, to: 1.1 } as const
/** Beyond that a coil burns out; up to there it gets hot. Common practice. */
const BURNS = 1.25

export const relayControlVoltage = defineRule<Facts>({
  severity: 'stop',
  title: 'Control voltage the relay is not made for',
  stage: 'guard',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (!PART_KINDS[part.behaviour.kind].isWorkedByCoil) return []
      return coilsOf(part).flatMap(({ coil }): Facts[] => {
        const draw = part.draws.find(({ plus, minus }) => plus === coil.plus && minus === coil.minus) ?? part.draws[0]
        if (!draw) return []
        const range = {
          plus: coil.plus,
          from_V: coil.pickUp_V ?? draw.nominal_V * COIL.from,
          to_V: coil.max_V ?? draw.nominal_V * COIL.to,
        }
        const rail_V = Math.max(
          0,
          ...context
            .potentials(terminalKey(id, range.plus))
            .flatMap(({ kind, voltage_V }) => (kind === '+' && voltage_V !== null ? [voltage_V] : [])),
        )
        const reckoned = context.reckoning.draws.find((each) => each.device === id && each.draw === draw.id)
        const volts = Object.entries(reckoned?.voltage_V ?? {}).flatMap(([state, value]) =>
          value !== null && (reckoned!.current_A[state as StateId] ?? 0) !== 0 ? [value!] : [],
        )
        const control_V = volts.length > 0 ? Math.min(...volts) : rail_V
        if (control_V === 0) return []
        return control_V < range.from_V * (1 - 1e-9) || control_V > range.to_V * (1 + 1e-9)
          ? [
              {
                device: id,
                control_V,
                from_V: range.from_V,
                to_V: range.to_V,
                isWarm: coil.max_V === null && control_V > range.to_V && control_V <= draw.nominal_V * BURNS,
              },
            ]
          : []
      })
    }),
  word: ({ device, control_V, from_V, to_V, isWarm }, context) => ({
    severity: isWarm ? 'caution' : 'stop',
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} is controlled with ${formatVolts(control_V)} and wants ${formatNumber(from_V)} to ${formatNumber(to_V)} V`,
    why:
      control_V < from_V
        ? 'It chatters or half conducts, and gets hot. Control it from a rail of its voltage.'
        : isWarm
          ? 'It gets hotter than its insulation is made for, for as long as it is worked. Use one for this voltage, or a lower one.'
          : 'Its input burns out, mostly with the output on. Use a relay for this voltage.',
  }),
})
