import type { Bench } from '@/core/proof/bench'
import type { Solved } from './solved'
import { look, seenOn, touchedNets, type Seen, type SituationName, type Watched } from './tests'

/** How a pattern writes what is seen. */
export const SEEN_LETTERS = { right: '.', nothing: '0', weak: 'w', 'wrong way': 'x' } as const

/** What is seen in a situation, as a pattern. */
export const patternOf = (
  bench: Bench,
  watched: readonly Watched[],
  situation: SituationName,
  solved: Solved,
): string =>
  lettersOf(look(bench, watched, seenOn(solved.live.get(situation)!, solved.most), touchedNets(bench, solved.altered)))

export const lettersOf = (seen: readonly Seen[]): string => seen.map((each) => SEEN_LETTERS[each]).join('')

/** Whether what was seen may be a pattern: `?` stands for what nobody looked at, `!` for anything but right. */
export function isSeenAs(pattern: string, seen: string): boolean {
  if (pattern.length !== seen.length) return false
  for (let i = 0; i < seen.length; i += 1) {
    if (seen[i] === '?' || seen[i] === pattern[i]) continue
    if (seen[i] !== '!' || pattern[i] === SEEN_LETTERS.right) return false
  }
  return true
}
