/** One thing that was signed off, with the time that it took. */
export interface Timed<Stage extends string> {
  readonly stage: Stage
  readonly planned_min: number
  readonly took_min: number
}

/** The planned figures count as much as this many minutes of the person's own: a first quick step does not halve the evening. */
const PRIOR_MIN = 20
/** Beyond these somebody was called away, or signed off what was done long ago. */
const LEAST = 0.2
const MOST = 5

/** How fast this person is against the planned figures, by stage; stages without a time of their own go by all together. */
export function learnPace<Stage extends string>(times: readonly Timed<Stage>[]): (stage: Stage) => number {
  const credible = times.filter(
    ({ planned_min, took_min }) => planned_min > 0 && took_min >= planned_min * LEAST && took_min <= planned_min * MOST,
  )
  const paceOf = (list: readonly Timed<Stage>[], expected: number) => {
    const planned = list.reduce((sum, { planned_min }) => sum + planned_min, 0)
    const took = list.reduce((sum, { took_min }) => sum + took_min, 0)
    return (took + PRIOR_MIN * expected) / (planned + PRIOR_MIN)
  }
  const overall = paceOf(credible, 1)
  return (stage) =>
    paceOf(
      credible.filter((each) => each.stage === stage),
      overall,
    )
}
