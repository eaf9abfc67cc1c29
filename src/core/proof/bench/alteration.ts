/** What lies between two joints that the plan keeps apart. */
export interface Across {
  readonly a: number
  readonly b: number
  readonly ohm: number
  /** The link inside which it lies, as a welded contact does; left out where it lies outside of all parts. */
  readonly within?: string
}

/** What is otherwise than planned on a bench: a fault, a lifted lead, a meter in series. Nothing where all is as planned. */
export interface Alteration {
  /** Ohms in series with branches, by id; Infinity opens them. */
  readonly series: ReadonlyMap<string, number>
  /** What lies between joints besides. */
  readonly across: readonly Across[]
  /** Actuators that stand where nothing moves them from, by id. */
  readonly stuck: ReadonlyMap<string, string>
  /** Share of its volts that a source gives, by id; 0 is dead, −1 with its poles exchanged. */
  readonly outputs: ReadonlyMap<string, number>
}

export const AS_PLANNED: Alteration = { series: new Map(), across: [], stuck: new Map(), outputs: new Map() }

export const alteration = (given: Partial<Alteration>): Alteration => ({ ...AS_PLANNED, ...given })

/** Several at once: what one opens stays open, what is in series adds up. */
export function altogether(list: readonly Alteration[]): Alteration {
  const series = new Map<string, number>()
  for (const each of list) for (const [id, ohm] of each.series) series.set(id, (series.get(id) ?? 0) + ohm)
  return {
    series,
    across: list.flatMap(({ across }) => across),
    stuck: new Map(list.flatMap(({ stuck }) => [...stuck])),
    outputs: new Map(list.flatMap(({ outputs }) => [...outputs])),
  }
}
