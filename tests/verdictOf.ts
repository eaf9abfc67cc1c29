import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { DEMOS } from '@demo/scenarios'
import { findAll } from '@/core/findings'
import type { Plan } from '@/core/plan'
import { parsePlan } from '@/core/plan/schema/parsePlan'
import { BUILDS } from './builds'

/** The plans that are kept: of older formats as they were written, the demos, and the builds that are right. */
export function keptPlans(): readonly (readonly [string, Plan])[] {
  const folder = join(import.meta.dirname, 'plans')
  const older = readdirSync(folder).flatMap((format) =>
    readdirSync(join(folder, format))
      .filter((file) => file.endsWith('.json') && !file.endsWith('.facts.json'))
      .sort()
      .map((file): readonly [string, Plan] => {
        const read = parsePlan(JSON.parse(readFileSync(join(folder, format, file), 'utf8')))
        if (read.kind === 'refused') throw new Error(`${format}/${file}: ${read.issues[0]!.message}`)
        return [`${format}/${file.replace('.json', '')}`, read.plan]
      }),
  )
  return [
    ...older,
    ...Object.entries(DEMOS).map(([name, make]) => [name, make()] as const),
    ...BUILDS.map(({ name, plan }) => [name, plan] as const),
  ]
}

/** What is found of a plan, stops and cautions, by rule. */
export function verdictOf(plan: Plan): Readonly<Record<string, number>> {
  const counts = new Map<string, number>()
  for (const { rule, severity } of findAll(plan)) {
    if (severity === 'note') continue
    const key = `${severity} ${rule}`
    counts.set(key, (counts.get(key) ?? 0) + 1)
  }
  return Object.fromEntries([...counts].sort())
}
