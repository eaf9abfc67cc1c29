/** A mark for each browser, so that a person's undo takes back his own; nothing else is known by it. */
export const AUTHOR_COOKIE = 'rafter-author'
/** What the proxy tells a page of whose window asks, the first request included, which has no cookie yet. */
export const AUTHOR_HEADER = 'x-rafter-author'
/** A program that keeps no cookies: what it does is everybody's to take back. */
export const NOBODY = ''

const MARK = /^[0-9a-f-]{36}$/

export function keptAuthor(cookies: string | null): string | null {
  const found = (cookies ?? '')
    .split(';')
    .map((each) => each.trim().split('='))
    .find(([name]) => name === AUTHOR_COOKIE)?.[1]
  return found !== undefined && MARK.test(found) ? found : null
}

/** Of a page. */
export function pageAuthor(headers: Headers): string {
  return headers.get(AUTHOR_HEADER) ?? NOBODY
}

/** Of a request to an address under /api. */
export function authorOf(headers: Headers): string {
  return keptAuthor(headers.get('cookie')) ?? NOBODY
}
