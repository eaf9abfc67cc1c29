/** A network by numbers, as the solver works on it: node 0 is the ground. Element arrays are parallel. */
export interface Network {
  readonly nodes: number
  readonly kind: Uint8Array
  readonly a: Int32Array
  readonly b: Int32Array
  readonly value: Float64Array
  /** Series resistance of a voltage source; 0 for none. */
  readonly resistance_ohm: Float64Array
  /** Infinity for a source without a limit. */
  readonly limit_A: Float64Array
  /** Below this a constant-power load draws nothing. */
  readonly minimum_V: Float64Array
}

export const KIND = { R: 0, V: 1, I: 2, P: 3 } as const
export type ElementKind = keyof typeof KIND
/** By the number that stands for each. */
export const KIND_NAMES = ['R', 'V', 'I', 'P'] as const satisfies readonly ElementKind[]

/** What the solver calls things when it has to say why there is no answer. */
export interface NetworkNames {
  node(index: number): string
  element(index: number): string
}

/** What a network is solved for; as it was built with where left out. */
export type NetworkValues = Partial<Pick<Network, 'value' | 'limit_A' | 'minimum_V'>>

export type NetworkSolution =
  | {
      readonly kind: 'solved'
      /** Against the ground. */ readonly potentials_V: Float64Array
      /** Through each element from a to b. */ readonly currents_A: Float64Array
      readonly iterations: number
      /** Sources that hold their limit instead of their voltage, on the way to the answer or in it. */
      readonly limiting: readonly number[]
      /** Loads that let go because too little reached them. */
      readonly dropped: readonly number[]
    }
  | { readonly kind: 'refused'; readonly reasons: readonly string[]; readonly iterations: number }

/** Gathers elements into a {@link Network}. */
export class NetworkBuilder {
  private readonly kinds: number[] = []
  private readonly as: number[] = []
  private readonly bs: number[] = []
  private readonly values: number[] = []
  private readonly resistances: number[] = []
  private readonly limits: number[] = []
  private readonly minima: number[] = []

  get count(): number {
    return this.kinds.length
  }

  /** Adds an element and gives its index. */
  add(
    kind: ElementKind,
    a: number,
    b: number,
    value: number,
    rest: { readonly resistance_ohm?: number; readonly limit_A?: number; readonly minimum_V?: number } = {},
  ): number {
    this.kinds.push(KIND[kind])
    this.as.push(a)
    this.bs.push(b)
    this.values.push(value)
    this.resistances.push(rest.resistance_ohm ?? 0)
    this.limits.push(rest.limit_A ?? Infinity)
    this.minima.push(rest.minimum_V ?? 0)
    return this.kinds.length - 1
  }

  build(nodes: number): Network {
    return {
      nodes,
      kind: Uint8Array.from(this.kinds),
      a: Int32Array.from(this.as),
      b: Int32Array.from(this.bs),
      value: Float64Array.from(this.values),
      resistance_ohm: Float64Array.from(this.resistances),
      limit_A: Float64Array.from(this.limits),
      minimum_V: Float64Array.from(this.minima),
    }
  }
}
