/** Host names this server answers to: loopback, and what `GLAD_RAFTER_HOSTS` adds (comma-separated). */
export function isAllowedHost(host: string | null): boolean {
  if (!host) return false
  const name = host.replace(/:\d+$/, '').toLowerCase()
  const extra = (process.env.GLAD_RAFTER_HOSTS ?? '')
    .split(',')
    .map((entry) => entry.trim().toLowerCase())
    .filter(Boolean)
  return ['localhost', '127.0.0.1', '[::1]', ...extra].includes(name)
}

/** A page of another origin must not write here. Tools without an Origin header are not browsers and pass on the Host alone. */
export function isAllowedOrigin(origin: string | null, host: string): boolean {
  if (origin === null) return true
  try {
    return new URL(origin).host.toLowerCase() === host.toLowerCase()
  } catch {
    return false
  }
}

const READS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS'])
const OWN_PAGES = 'Writes are accepted from this application’s own pages only'

/** Why a request is refused by whom it was meant for or where it came from; null where it may pass. */
export function strangerIn({ method, headers }: Pick<Request, 'method' | 'headers'>): string | null {
  const host = headers.get('host')
  if (!isAllowedHost(host))
    return 'This server does not answer to that host name; add it to GLAD_RAFTER_HOSTS if it should'
  if (READS.has(method)) return null
  if (!isAllowedOrigin(headers.get('origin'), host!) || !isAllowedOrigin(headers.get('referer'), host!))
    return OWN_PAGES
  const site = headers.get('sec-fetch-site')
  return site === 'cross-site' || site === 'same-site' ? OWN_PAGES : null
}
