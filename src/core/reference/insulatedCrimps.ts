/** Pre-insulated crimp terminals (blade receptacles, eyelets, butt joints): common practice by colour. */
export interface InsulatedCrimp {
  readonly colour: 'red' | 'blue' | 'yellow'
  readonly gauges: string
  readonly min_mm2: number
  readonly max_mm2: number
}

export const INSULATED_CRIMPS: readonly InsulatedCrimp[] = [
  { colour: 'red', gauges: '22–16 AWG', min_mm2: 0.32, max_mm2: 1.31 },
  { colour: 'blue', gauges: '16–14 AWG', min_mm2: 1.3, max_mm2: 2.5 },
  { colour: 'yellow', gauges: '12–10 AWG', min_mm2: 3.3, max_mm2: 6 },
]
