import { outletOf, type DeviceId, type Earthing } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly inlet: DeviceId
  readonly earthing: Earthing
  readonly problem: 'no-device' | 'loop-high' | 'earth-poor' | 'isolated'
  readonly fault_A: number | null
  readonly wanted_A: number | null
}

/** Where its magnet surely opens a breaker, as a multiple of its rating: IEC 60898-1, table 7 (from memory). */
const SURELY: Readonly<Record<'B' | 'C' | 'D', number>> = { B: 5, C: 10, D: 20 }
/** The most that metal may stand at against earth: IEC 60364-4-41, 411.5.3 (from memory). */
const TOUCH_V = 50

/** Residual devices of the plan through which all mains goes that an inlet feeds. */
function guardsAll(context: Context, inlet: DeviceId): boolean {
  const own = context.ways.filter(({ isMains, source }) => isMains && source === inlet)
  return (
    own.length > 0 &&
    own.every(({ passages }) =>
      passages.some(({ device }) => context.part(device).behaviour.kind === 'residual-current-device'),
    )
  )
}

/** A law: metal that becomes live is off in time, by what flows to earth then and what opens on it. */
export const earthFaultStays = defineRule<Facts>({
  severity: 'stop',
  title: 'A fault to earth that nothing opens',
  stage: 'brief',
  source: SOURCES.iec60364Disconnect,
  find: (context) => {
    const { plan, devices } = context
    const { earthing, loop_ohm, mains_V, livePoles } = plan.site
    if (earthing === null) return []
    return devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind !== 'mains-inlet') return []
      const { residual_mA, breaker_A, curve, isOwn } = outletOf(plan, id)
      // What was measured was measured at the site's outlet.
      const fault_A = loop_ohm === null || isOwn ? null : mains_V / livePoles / loop_ohm
      const facts = (problem: Facts['problem'], wanted_A: number | null = null): Facts[] => [
        { inlet: id, earthing, problem, fault_A, wanted_A },
      ]
      if (earthing === 'IT') return residual_mA === null ? facts('isolated') : []
      if (residual_mA !== null) {
        const wanted_A = residual_mA / 1000
        return earthing === 'TT' && fault_A !== null && (mains_V / livePoles / fault_A) * wanted_A > TOUCH_V
          ? facts('earth-poor', wanted_A)
          : []
      }
      if (earthing === 'TT') return guardsAll(context, id) ? [] : facts('no-device')
      const wanted_A = SURELY[curve] * breaker_A
      return fault_A !== null && fault_A < wanted_A ? facts('loop-high', wanted_A) : []
    })
  },
  word: ({ inlet, earthing, problem, fault_A, wanted_A }, context) => {
    const { tag } = context.device(inlet)
    const flows = fault_A === null ? '' : `: ${formatNumber(fault_A)} A flow then`
    const what = {
      'no-device': `The mains is earthed as ${earthing}, and no residual-current device is ahead of ${tag}${flows}`,
      'loop-high': `From line to earth ${formatNumber(fault_A ?? 0)} A flow at the outlet of ${tag}, and its breaker opens at once from ${formatNumber(wanted_A ?? 0)} A on`,
      'earth-poor': `The earth of ${tag} holds metal above ${TOUCH_V} V before the residual-current device opens`,
      isolated: `The mains is not tied to earth (${earthing}): a first fault opens nothing`,
    }[problem]
    return {
      subjects: [{ kind: 'device', id: inlet }],
      severity: problem === 'isolated' ? 'caution' : 'stop',
      what,
      why:
        problem === 'earth-poor'
          ? 'Metal stays live for whoever touches it. A better earth, or a device that opens on less; let a licensed electrician measure it.'
          : problem === 'isolated'
            ? 'It wants an insulation monitor, and a second fault is a short. Ask who looks after the installation.'
            : 'The earth brings back too little for a breaker or a fuse: metal stays live for whoever touches it. A residual-current device ahead of the outlet opens; let a licensed electrician see to it.',
    }
  },
})
