import { findAll } from '@/core/findings'
import type { Plan } from '@/core/plan'
import type { Build } from './builds/build'

/** What is found of a plan, each by itself, as it is read. */
const lines = (plan: Plan): readonly string[] =>
  findAll(plan)
    .map(({ severity, rule, what }) => `${severity} ${rule}: ${what}`)
    .sort()

/**
 * Everything found of a build, and what each of its edits brings and takes away: kept under `tests/told`, so that whoever
 * changes a rule reads what that changes in nine hundred plans.
 */
export function toldOf({ plan, mistakes, harmless }: Build) {
  const right = lines(plan)
  const isRight = new Set(right)
  const changed = (edited: Plan) => {
    const now = lines(edited)
    const is = new Set(now)
    return {
      new: now.filter((line) => !isRight.has(line)),
      gone: right.filter((line) => !is.has(line)).map((line) => line.split(':')[0]!),
    }
  }
  const of = (edits: Build['harmless']) => Object.fromEntries(edits.map(({ is, edit }) => [is, changed(edit(plan))]))
  return { right, mistakes: of(mistakes), harmless: of(harmless) }
}
