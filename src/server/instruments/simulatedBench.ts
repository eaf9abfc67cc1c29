import { situationNamed, SITUATIONS, type SituationName } from '@/core/diagnosis'
import { allOn, type Situation, type TerminalKey } from '@/core/model'
import type { DeviceId, Plan } from '@/core/plan'
import { AS_PLANNED, benchOf, measure, type Alteration, type Bench, type Reading } from '@/core/proof/bench'

/** A virtual bench that a simulated meter and a simulated board share: what feeds it, what is commanded, where the probes are. */
export class SimulatedBench {
  readonly bench: Bench
  private base: Situation
  private held: Record<DeviceId, Record<string, string>> = {}
  private red: TerminalKey | null = null
  private black: TerminalKey | null = null

  constructor(
    readonly plan: Plan,
    public altered: Alteration = AS_PLANNED,
  ) {
    this.bench = benchOf(plan)
    this.base = situationNamed(this.bench.model, 'dead')
  }

  get situation(): Situation {
    const held = { ...this.base.held } as Record<DeviceId, Record<string, string>>
    for (const [device, own] of Object.entries(this.held) as [DeviceId, Record<string, string>][])
      held[device] = { ...held[device], ...own }
    return { ...this.base, held }
  }

  /** What is wrong with the name, or null. */
  stand(name: string): string | null {
    const known = SITUATIONS.find((each) => each === name)
    if (!known) return `There is no state “${name}”; there are ${SITUATIONS.join(', ')}`
    this.base = situationNamed(this.bench.model, known satisfies SituationName)
    this.held = {}
    return null
  }

  feed(mains: boolean, usb: boolean, battery: boolean): void {
    this.base = allOn({ held: this.base.held, sources: { mains, usb, battery } })
  }

  hold(device: DeviceId, actuator: string, position: string): string | null {
    const mover = this.bench.model.movers.find((each) => each.device === device && each.actuator.id === actuator)
    if (!mover) return `Nothing moves ${actuator} of ${device}`
    if (!mover.actuator.positions.includes(position))
      return `${actuator} stands ${mover.actuator.positions.join(' or ')}`
    this.held[device] = { ...this.held[device], [actuator]: position }
    return null
  }

  place(red: string, black: string): string | null {
    for (const key of [red, black])
      if (this.bench.model.jointOf(key as TerminalKey) < 0) return `There is no terminal ${key.slice(0, 80)}`
    this.red = red as TerminalKey
    this.black = black as TerminalKey
    return null
  }

  /** What is between the probes; null while they lie on the bench. */
  read(what: 'volts' | 'ohms'): Reading | null {
    if (this.red === null || this.black === null) return null
    const { model } = this.bench
    return measure(
      this.bench,
      this.situation,
      { what, red: model.jointOf(this.red), black: model.jointOf(this.black) },
      this.altered,
    )
  }

  /** Amperes in the lead between the probes, opened for the meter; null where no wire runs from one to the other. */
  readAmperes(): Reading | null {
    const wire = this.bench.model.conductors.find(
      ({ from, to }) => (from === this.red && to === this.black) || (from === this.black && to === this.red),
    )
    return wire ? measure(this.bench, this.situation, { what: 'amperes', branch: wire.id }, this.altered) : null
  }
}
