import { NextResponse, type NextRequest } from 'next/server'
import { isAllowedHost, isAllowedOrigin } from '@/server/allowedHosts'

const READS = new Set(['GET', 'HEAD', 'OPTIONS'])

function refuse(message: string): NextResponse {
  return NextResponse.json({ error: { message, issues: [] } }, { status: 403 })
}

/** Every request: whom it was meant for, where it came from, and what the page may load. */
export function proxy(request: NextRequest): NextResponse {
  const host = request.headers.get('host')
  if (!isAllowedHost(host)) return refuse('This server does not answer to that host name; add it to GLAD_RAFTER_HOSTS if it should')
  if (!READS.has(request.method)) {
    if (!isAllowedOrigin(request.headers.get('origin'), host!)) return refuse('Writes are accepted from this application’s own pages only')
    const site = request.headers.get('sec-fetch-site')
    if (site === 'cross-site' || site === 'same-site') return refuse('Writes are accepted from this application’s own pages only')
  }
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
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  response.headers.set('x-content-type-options', 'nosniff')
  response.headers.set('referrer-policy', 'no-referrer')
  response.headers.set('x-frame-options', 'DENY')
  response.headers.set('cross-origin-opener-policy', 'same-origin')
  response.headers.set('cross-origin-resource-policy', 'same-origin')
  response.headers.set('permissions-policy', 'camera=(), microphone=(), geolocation=()')
  return response
}

export const config = { matcher: '/((?!_next/static|_next/image).*)' }
