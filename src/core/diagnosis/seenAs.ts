import { SEEN_LETTERS } from './dictionary'

/** Whether what was seen may be a pattern: `?` stands for what nobody looked at, `!` for anything but right. */
export function isSeenAs(pattern: string, seen: string): boolean {
  if (pattern.length !== seen.length) return false
  for (let i = 0; i < seen.length; i += 1) {
    if (seen[i] === '?' || seen[i] === pattern[i]) continue
    if (seen[i] !== '!' || pattern[i] === SEEN_LETTERS.right) return false
  }
  return true
}
