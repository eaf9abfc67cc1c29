interface Branch {
  readonly id: string
  readonly a: string
  readonly b: string
  readonly value: number
}

export type CircuitElement =
  /** Ohm. 0 is an ideal joint. */
  | (Branch & { readonly type: 'R' })
  /** Volt, a positive. With a limit it turns into that constant current beyond it. */
  | (Branch & { readonly type: 'V'; readonly resistance_ohm?: number; readonly limit_A?: number })
  /** Ampere, flowing through the element from a to b. */
  | (Branch & { readonly type: 'I' })
  /** Watt, constant; below `minimum_V` it draws nothing. */
  | (Branch & { readonly type: 'P'; readonly minimum_V?: number })

export interface CircuitRequest {
  readonly ground: string
  readonly elements: readonly CircuitElement[]
}

export interface CircuitSolution {
  readonly feasible: boolean
  /** Volt against ground. */
  readonly nodes: Readonly<Record<string, number>>
  /** Current through each element from a to b, and the power absorbed at its terminals. */
  readonly elements: Readonly<Record<string, { readonly current_A: number; readonly power_W: number }>>
  readonly iterations: number
  readonly reasons: readonly string[]
}
