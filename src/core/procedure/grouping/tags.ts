/** A2 before A10. */
const BY_NUMBER = new Intl.Collator('en', { numeric: true })

/** "A1–A4, PS1": tags in their order, runs of three and more as from–to. */
export function tagList(tags: readonly string[], most = 8): string {
  const own = [...new Set(tags)].sort(BY_NUMBER.compare)
  const words: string[] = []
  for (let i = 0; i < own.length;) {
    let to = i
    while (to + 1 < own.length && follows(own[to]!, own[to + 1]!)) to += 1
    if (to - i >= 2) words.push(`${own[i]!}–${own[to]!}`)
    else words.push(...own.slice(i, to + 1))
    i = to + 1
  }
  return words.length > most ? `${words.slice(0, most).join(', ')} and ${words.length - most} more` : words.join(', ')
}

const NUMBERED = /^(.*?)(\d+)$/

function follows(one: string, next: string): boolean {
  const [a, b] = [NUMBERED.exec(one), NUMBERED.exec(next)]
  return a !== null && b !== null && a[1] === b[1] && Number(b[2]) === Number(a[2]) + 1
}
