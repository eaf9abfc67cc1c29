import { NextResponse, type NextRequest } from 'next/server'
import { isAllowedHost, isAllowedOrigin } from '@/server/allowedHosts'
import { SECURITY_HEADERS } from '@/server/securityHeaders'

const READS = new Set(['GET', 'HEAD', 'OPTIONS'])
const AUTHOR_COOKIE = 'rafter-author'
const YEAR_S = 365 * 24 * 3600

function refuse(status: number, message: string): NextResponse {
  const response = NextResponse.json({ error: { message, issues: [] } }, { status })
  for (const [name, value] of SECURITY_HEADERS) response.headers.set(name, value)
  response.headers.set('content-security-policy', "default-src 'none'; frame-ancestors 'none'")
  return response
}

/** A path that does not decode, or holds a character no name has, is nobody's address. */
function isReadable(pathname: string): boolean {
  try {
    return !/[\u0000-\u001f\u007f]/.test(decodeURIComponent(pathname))
  } catch {
    return false
  }
}

const OWN_PAGES = 'Writes are accepted from this application’s own pages only'

/** Every request: whom it was meant for, where it came from, whose window sent it, and what the page may load. */
export function proxy(request: NextRequest): NextResponse {
  const host = request.headers.get('host')
  if (!isAllowedHost(host)) return refuse(403, 'This server does not answer to that host name; add it to GLAD_RAFTER_HOSTS if it should')
  if (!READS.has(request.method)) {
    if (!isAllowedOrigin(request.headers.get('origin'), host!)) return refuse(403, OWN_PAGES)
    if (!isAllowedOrigin(request.headers.get('referer'), host!)) return refuse(403, OWN_PAGES)
    const site = request.headers.get('sec-fetch-site')
    if (site === 'cross-site' || site === 'same-site') return refuse(403, OWN_PAGES)
  }
  if (!isReadable(request.nextUrl.pathname)) return refuse(404, 'There is nothing at this address')
  const isApi = request.nextUrl.pathname.startsWith('/api/')
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64')
  const isDevelopment = process.env.NODE_ENV === 'development'
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${isDevelopment ? " 'unsafe-eval'" : ''}`,
    // Charts and menus place themselves with style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    `connect-src 'self'${isDevelopment ? ' ws:' : ''}`,
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
  // A mark for this browser, so that each person's undo takes back his own; nothing else is known by it.
  const kept = request.cookies.get(AUTHOR_COOKIE)?.value
  const known = kept && /^[0-9a-f-]{36}$/.test(kept) ? kept : null
  const author = known ?? (isApi ? 'tool' : crypto.randomUUID())
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('x-rafter-author', author)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  for (const [name, value] of SECURITY_HEADERS) response.headers.set(name, value)
  if (!known && !isApi) response.cookies.set(AUTHOR_COOKIE, author, { path: '/', sameSite: 'strict', httpOnly: true, maxAge: YEAR_S })
  return response
}

export const config = { matcher: '/((?!_next/static|_next/image).*)' }
