import type { Model } from '@/core/model'
import { outletOf, USUAL_RESIDUAL_mA, type DeviceId } from '@/core/plan'
import type { Alteration } from './alteration'
import { upstreamOf, type BenchBranch } from './branches'

/** What opens on the difference between what goes out through it and what comes home. */
export interface Residual {
  /** The device, or the inlet whose outlet has one ahead of it. */
  readonly device: DeviceId
  /** Its poles among the branches; of one ahead of an outlet the way of the earth, which takes what does not come home. */
  readonly poles: readonly number[]
  readonly trips_A: number
}

/** The residual-current devices of a plan and of its outlets; one of more or fewer poles than two is not judged. */
export function residualsOf(model: Model, branches: readonly BenchBranch[]): readonly Residual[] {
  const at = new Map(branches.map(({ id }, i) => [id, i]))
  return model.devices.flatMap(({ id, part }): Residual[] => {
    const { behaviour } = part
    if (behaviour.kind === 'mains-inlet') {
      const { residual_mA } = outletOf(model.plan, id)
      const way = at.get(upstreamOf(id))
      return residual_mA === null || way === undefined
        ? []
        : [{ device: id, poles: [way], trips_A: residual_mA / 1000 }]
    }
    if (behaviour.kind !== 'residual-current-device') return []
    const poles = part.links.flatMap((link) => {
      const pole = link.kind === 'contact' || link.kind === 'protective' ? at.get(`${id}/${link.id}`) : undefined
      return pole === undefined ? [] : [pole]
    })
    return poles.length === 2 ? [{ device: id, poles, trips_A: (behaviour.trips_mA ?? USUAL_RESIDUAL_mA) / 1000 }] : []
  })
}

/** The difference that one sees, from the volts across its closed poles. */
export function seenDifference_A(
  { poles }: Residual,
  branches: readonly BenchBranch[],
  altered: Alteration,
  ac_V: Float64Array,
  conducts: (at: number) => boolean,
): number {
  const [out_A, home_A = 0] = poles.map((at) => {
    const { id, a, b, ohm } = branches[at]!
    const current_A = (p: number, q: number, own_ohm: number) => Math.abs(ac_V[p]! - ac_V[q]!) / own_ohm
    const own_A = conducts(at) ? current_A(a, b, ohm + (altered.series.get(id) ?? 0)) : 0
    // What a welded contact passes goes through the device all the same.
    return altered.across.reduce(
      (sum, each) => sum + (each.within === id ? current_A(each.a, each.b, each.ohm) : 0),
      own_A,
    )
  })
  return Math.abs(out_A! - home_A)
}
