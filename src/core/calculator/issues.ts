import type * as z from 'zod'

/** One thing wrong with an input: where, and what would be right. */
export interface Issue {
  /** Dotted, with list positions: `loads.0.power_W`. Empty for the whole. */
  readonly path: string
  readonly message: string
}

/** Nobody reads more; a hostile document has a hundred thousand. */
export const MOST_ISSUES = 100

/** Gathers what is wrong, up to {@link MOST_ISSUES}. */
export class IssueList {
  private readonly found: Issue[] = []

  get issues(): readonly Issue[] {
    return this.found
  }

  push(issue: Issue): void {
    if (this.found.length < MOST_ISSUES) this.found.push(issue)
  }
}

export type Reading<T> =
  { readonly kind: 'read'; readonly value: T } | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** Parses outside data; what is wrong comes back in the product's own words, each with its path. */
export function readWith<T extends z.ZodType>(schema: T, value: unknown): Reading<z.output<T>> {
  const parsed = schema.safeParse(value, { error: ownWords })
  return parsed.success ? { kind: 'read', value: parsed.data } : { kind: 'refused', issues: issuesOf(parsed.error) }
}

/** Flattens the parser's issues; an unknown key's path is that key's own. */
function issuesOf(error: z.core.$ZodError): readonly Issue[] {
  const list = new IssueList()
  for (const issue of error.issues) flatten(issue, [], list)
  return list.issues
}

function flatten(issue: z.core.$ZodIssue, prefix: readonly string[], list: IssueList): void {
  const at = [...prefix, ...issue.path.map(String)]
  if (issue.code === 'unrecognized_keys') {
    for (const key of issue.keys) {
      const shown = key.slice(0, 80)
      list.push({ path: [...at, shown].join('.'), message: `"${shown}" is not a key here; remove it` })
    }
    return
  }
  // The branch of a union that was meant says more than "fits none".
  if (issue.code === 'invalid_union') {
    let nearest: readonly z.core.$ZodIssue[] | null = null
    for (const branch of issue.errors) if (nearest === null || deepest(branch) > deepest(nearest)) nearest = branch
    if (nearest && deepest(nearest) > 0) {
      for (const inner of nearest) flatten(inner, at, list)
      return
    }
  }
  // A key that does not fit is told by what its own schema says of it.
  if (issue.code === 'invalid_key' && issue.issues[0]) {
    list.push({ path: at.join('.').slice(0, 400), message: `its name ${issue.issues[0].message}` })
    return
  }
  list.push({ path: at.join('.').slice(0, 400), message: issue.message })
}

function deepest(issues: readonly z.core.$ZodIssue[]): number {
  let most = 0
  for (const { path } of issues) most = Math.max(most, path.length)
  return most
}

const KINDS: Readonly<Record<string, string>> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  object: 'an object of keys and values',
  record: 'an object of keys and values',
  array: 'a list',
  null: 'null',
  undefined: 'left out',
}

function kindOf(value: unknown): string {
  if (value === null) return 'null'
  if (Array.isArray(value)) return 'a list'
  if (typeof value === 'number' && !Number.isFinite(value)) return 'no finite number'
  return KINDS[typeof value] ?? typeof value
}

const quoted = (values: readonly unknown[]) =>
  values
    .slice(0, 40)
    .map((value) => (typeof value === 'string' ? `"${value}"` : String(value)))
    .join(', ')

/** What is wrong, where a schema has no words of its own for it. */
function ownWords(issue: z.core.$ZodRawIssue): string {
  switch (issue.code) {
    case 'invalid_type': {
      const wanted = KINDS[String(issue.expected)] ?? String(issue.expected)
      return issue.input === undefined ? `is missing; give ${wanted}` : `must be ${wanted}, not ${kindOf(issue.input)}`
    }
    case 'invalid_value':
      return issue.values.length === 1 ? `must be ${quoted(issue.values)}` : `must be one of ${quoted(issue.values)}`
    case 'too_big':
      return `must be ${String(issue.maximum)} or less`
    case 'too_small':
      return `must be ${String(issue.minimum)} or more`
    case 'not_multiple_of':
      return `must be a multiple of ${String(issue.divisor)}`
    case 'invalid_format':
      return 'is not written as it must be'
    case 'unrecognized_keys':
      return `"${issue.keys.join('", "')}" is not a key here; remove it`
    case 'invalid_union':
      return Array.isArray(issue.options)
        ? `must be one of ${quoted(issue.options as unknown[])}`
        : 'fits none of the forms that are possible here'
    case 'invalid_key':
      return 'has a key that is not one'
    default:
      return 'is not right'
  }
}
