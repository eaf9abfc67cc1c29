import { inputCurrent_A } from '@/core/supply'
import type { DeviceId, TerminalId } from '@/core/plan'
import { terminalKey } from './keys'
import type { Situation } from './situation'
import type { Model } from './types'

/** What holds a voltage between two joints in a state: an inlet, an output of a supply or converter, a lead from outside. */
export interface Source {
  /** `device/output`; an inlet is `device/mains`. */
  readonly id: string
  readonly device: DeviceId
  readonly plus: number
  readonly minus: number
  readonly voltage_V: number
  readonly limit_A?: number
  readonly isMains: boolean
  /** What feeds it; undefined for what comes from outside the plan. */
  readonly input?: SourceInput
}

export interface SourceInput {
  readonly plus: number
  readonly minus: number
  /** A supply's input is known as a current, a converter's as a power. */
  readonly type: 'I' | 'P'
  readonly minimum_V: number
  /** Amperes (I) or watts (P) taken for watts given. */
  demand(power_W: number): number
}

/** What in a state says that a source is there. */
const PRESENT_WITH = { 'outside-source': 'usb', battery: 'battery', adapter: 'mains' } as const

/** The sources that are present, whether or not anything feeds them. */
export function sourcesOf(model: Model, present: Situation['sources']): readonly Source[] {
  const { mains_V } = model.plan.site
  const sources: Source[] = []
  for (const { id, part } of model.devices) {
    const { behaviour } = part
    const joint = (terminal: TerminalId) => model.jointOf(terminalKey(id, terminal))
    switch (behaviour.kind) {
      case 'mains-inlet':
        if (present.mains)
          sources.push({
            id: `${id}/mains`,
            device: id,
            plus: joint(behaviour.line),
            minus: joint(behaviour.neutral),
            voltage_V: mains_V,
            isMains: true,
          })
        break
      case 'outside-source':
      case 'battery':
      case 'adapter':
        if (present[PRESENT_WITH[behaviour.kind]])
          for (const output of behaviour.outputs)
            sources.push({
              id: `${id}/${output.id}`,
              device: id,
              plus: joint(output.plus),
              minus: joint(output.minus),
              voltage_V: output.voltage_V,
              limit_A: output.limit_A,
              isMains: false,
            })
        break
      case 'supply':
      case 'converter': {
        const input: SourceInput =
          behaviour.kind === 'supply'
            ? {
                plus: joint(behaviour.line),
                minus: joint(behaviour.neutral),
                type: 'I',
                minimum_V: 0,
                demand: (power_W) =>
                  inputCurrent_A(
                    {
                      output_W: power_W,
                      efficiency_percent: behaviour.efficiency_percent,
                      powerFactor: behaviour.powerFactor,
                    },
                    mains_V,
                  ),
              }
            : {
                plus: joint(behaviour.plus),
                minus: joint(behaviour.minus),
                type: 'P',
                minimum_V: behaviour.min_V,
                demand: (power_W) => power_W / (behaviour.efficiency_percent / 100),
              }
        for (const output of behaviour.outputs)
          sources.push({
            id: `${id}/${output.id}`,
            device: id,
            plus: joint(output.plus),
            minus: joint(output.minus),
            voltage_V: output.voltage_V,
            limit_A: output.limit_A,
            isMains: false,
            input,
          })
        break
      }
      default:
    }
  }
  return sources
}
