import type { Layout } from './layout'
import { JOINT_OHM, MODE } from './modes'
import { KIND, type Network } from './network'

/** An element as a conductance and a current from a to b at zero voltage, about the present potentials. */
interface Linear {
  conductance: number
  injection_A: number
}

function lineariseMutable(
  { kind, a, b, value, resistance_ohm, limit_A }: Network,
  modes: Uint8Array,
  i: number,
  potentials_V: Float64Array,
  withPower: boolean,
  out: Linear,
): void {
  out.conductance = 0
  out.injection_A = 0
  if (kind[i] === KIND.R) out.conductance = value[i]! < JOINT_OHM ? 0 : 1 / value[i]!
  else if (kind[i] === KIND.I) out.injection_A = value[i]!
  else if (kind[i] === KIND.V) {
    if (modes[i] === MODE.LIMITED_OUT) out.injection_A = -limit_A[i]!
    else if (modes[i] === MODE.LIMITED_IN) out.injection_A = limit_A[i]!
    else if (resistance_ohm[i] !== 0) {
      out.conductance = 1 / resistance_ohm[i]!
      out.injection_A = -value[i]! / resistance_ohm[i]!
    }
  } else if (modes[i] !== MODE.OFF && withPower && value[i] !== 0) {
    const across_V = potentials_V[a[i]!]! - potentials_V[b[i]!]!
    out.conductance = -value[i]! / across_V ** 2
    out.injection_A = (2 * value[i]!) / across_V
  }
}

/** The conductance matrix and its right side, in the layout's order; the arrays are reused from round to round. */
export class System {
  readonly values: Float64Array
  readonly rhs: Float64Array

  constructor(
    private readonly network: Network,
    private readonly modes: Uint8Array,
    private readonly layout: Layout,
    /** Of each node above its unknown. */
    private readonly offset_V: Float64Array,
  ) {
    this.values = new Float64Array(layout.pattern.row.length)
    this.rhs = new Float64Array(layout.unknowns)
  }

  /** Stamps every element about the present potentials. Power loads are left out on the first, unloaded, pass. */
  fill(potentials_V: Float64Array, withPower: boolean): void {
    const { network, modes, offset_V, values, rhs } = this
    const { unknown, stamped, pattern } = this.layout
    const { kind, a, b } = network
    values.fill(0)
    rhs.fill(0)
    let entry = 0
    const put = (conductance: number) => {
      values[pattern.slot[entry]!]! += conductance
      entry += 1
    }
    const linear: Linear = { conductance: 0, injection_A: 0 }
    for (let i = 0; i < kind.length; i += 1) {
      const [na, nb] = [a[i]!, b[i]!]
      const [ua, ub] = [unknown[na]!, unknown[nb]!]
      lineariseMutable(network, modes, i, potentials_V, withPower, linear)
      const { conductance, injection_A } = linear
      if (stamped[i] === 1) {
        if (ua >= 0) put(conductance)
        if (ub >= 0) put(conductance)
        if (ua >= 0 && ub >= 0) {
          put(-conductance)
          put(-conductance)
        }
      }
      if (ua === ub) continue
      const shift_A = injection_A + conductance * (offset_V[na]! - offset_V[nb]!)
      if (ua >= 0) rhs[ua]! -= shift_A
      if (ub >= 0) rhs[ub]! += shift_A
    }
  }

  /** Writes the solved unknowns into the nodes; the farthest that any of them moved. */
  spreadMutable(x: Float64Array, potentials_V: Float64Array): number {
    const { unknown } = this.layout
    let moved_V = 0
    for (let k = 0; k < potentials_V.length; k += 1) {
      const next = unknown[k]! >= 0 ? x[unknown[k]!]! + this.offset_V[k]! : this.offset_V[k]!
      moved_V = Math.max(moved_V, Math.abs(next - potentials_V[k]!))
      potentials_V[k] = next
    }
    return moved_V
  }
}
