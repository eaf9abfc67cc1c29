import type { Work } from './types'

export interface Chain {
  readonly ids: readonly string[]
  readonly minutes: number
}

/** The chain of work and waits that nothing shortens, however many hands there are: the longest way through what is left. */
export function criticalChain(work: readonly Pick<Work, 'id' | 'minutes' | 'wait_min' | 'after'>[]): Chain {
  const byId = new Map(work.map((each) => [each.id, each]))
  const known = new Map<string, { readonly minutes: number; readonly before: string | null }>()
  const longestTo = (id: string): { readonly minutes: number; readonly before: string | null } => {
    const done = known.get(id)
    if (done) return done
    const { minutes, after } = byId.get(id)!
    let before: string | null = null
    let most = 0
    for (const other of after) {
      const own = byId.get(other)
      if (!own) continue
      const reached = longestTo(other).minutes + own.wait_min
      if (reached > most || before === null) {
        most = reached
        before = other
      }
    }
    const found = { minutes: most + minutes, before }
    known.set(id, found)
    return found
  }
  let last: string | null = null
  for (const { id } of work) if (last === null || longestTo(id).minutes > longestTo(last).minutes) last = id
  if (last === null) return { ids: [], minutes: 0 }
  const { minutes } = longestTo(last)
  const ids: string[] = []
  for (let at: string | null = last; at !== null; at = longestTo(at).before) ids.unshift(at)
  return { ids, minutes }
}
