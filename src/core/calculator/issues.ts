import type * as z from 'zod'

/** One thing wrong with an input: where, and what would be right. */
export interface Issue {
  /** Dotted, with list positions: `loads.0.power_W`. Empty for the whole. */
  readonly path: string
  readonly message: string
}

/** Flattens Zod's issues; an unknown key's path is that key's own. */
export function issuesOf(error: z.core.$ZodError): readonly Issue[] {
  return error.issues.flatMap((issue) => {
    const at = issue.path.map(String)
    if (issue.code === 'unrecognized_keys') return issue.keys.map((key) => ({ path: [...at, key].join('.'), message: `"${key}" is not a key here; remove it` }))
    // The branch of a union that was meant says more than "invalid input".
    if (issue.code === 'invalid_union') {
      const nearest = [...issue.errors].sort((a, b) => deepest(b) - deepest(a))[0]
      if (nearest && deepest(nearest) > 0) return nearest.map((inner) => ({ path: [...at, ...inner.path.map(String)].join('.'), message: inner.message }))
    }
    return [{ path: at.join('.'), message: issue.message }]
  })
}

function deepest(issues: readonly z.core.$ZodIssue[]): number {
  return Math.max(0, ...issues.map((issue) => issue.path.length))
}
