import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { RULES, VERDICTS, type RuleId } from '@/core/findings'

type Found = Readonly<Record<string, Readonly<Record<string, number>>>>

const foundBy = (version: number): Found =>
  JSON.parse(readFileSync(join(import.meta.dirname, 'verdicts', `${version}.json`), 'utf8')) as Found

const ASKS = { new: 'asked since', more: 'asks more', less: 'asks less' } as const

/** `docs/verdicts.md`: what each verdict asks otherwise than the one before, and what that changed on the kept plans. */
export function verdictPage(): string {
  const pages = [...VERDICTS].reverse().map(({ version, changes }) => {
    if (version === 1) return '## Verdict 1\n\nThe first that was counted.\n'
    const lines = changes.map(
      ({ rules, asks, words }) =>
        `| ${rules.map((rule) => RULES[rule as RuleId].title).join('; ')} | ${ASKS[asks]} | ${words} |`,
    )
    const plans = changedPlans(foundBy(version - 1), foundBy(version))
    return [
      `## Verdict ${version}`,
      '',
      '| Finding | | Why |',
      '| --- | --- | --- |',
      ...lines,
      '',
      plans.length > 0 ? 'On the plans that are kept:' : 'On the plans that are kept nothing changed.',
      '',
      ...plans,
      ...(plans.length > 0 ? [''] : []),
    ].join('\n')
  })
  return [
    '# Verdicts',
    '',
    'What is found of a plan has a version. It is kept with each line of the logbook and with the commissioning record. Where',
    'a release finds a stop or a caution that an earlier one did not, the finding says since which verdict it is asked, and why.',
    '',
    ...pages,
  ].join('\n')
}

/** What was found by one and not by the other, plan by plan; plans that only one of them knew are left out. */
function changedPlans(before: Found, after: Found): readonly string[] {
  return Object.keys(after).flatMap((name) => {
    const [old, now] = [before[name], after[name]!]
    if (!old) return []
    const kinds = [...new Set([...Object.keys(old), ...Object.keys(now)])].sort()
    const told = kinds.flatMap((kind) => {
      const [was, is] = [old[kind] ?? 0, now[kind] ?? 0]
      return was === is ? [] : [`${kind.replace(/ /, ' “')}”: ${was} → ${is}`]
    })
    return told.length > 0 ? [`- ${name}: ${told.join('; ')}`] : []
  })
}
