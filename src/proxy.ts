import { NextResponse, type NextRequest } from 'next/server'
import { strangerIn } from '@/server/allowedHosts'
import { AUTHOR_COOKIE, AUTHOR_HEADER, keptAuthor } from '@/server/author'
import { SECURITY_HEADERS } from '@/server/securityHeaders'

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

/** Every request for a page: whom it was meant for, whose window sent it, and what the page may load. */
export function proxy(request: NextRequest): NextResponse {
  const stranger = strangerIn(request)
  if (stranger !== null) return refuse(403, stranger)
  if (!isReadable(request.nextUrl.pathname)) return refuse(404, 'There is nothing at this address')
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
  const known = keptAuthor(request.headers.get('cookie'))
  const author = known ?? crypto.randomUUID()
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set(AUTHOR_HEADER, author)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  for (const [name, value] of SECURITY_HEADERS) response.headers.set(name, value)
  if (!known)
    response.cookies.set(AUTHOR_COOKIE, author, { path: '/', sameSite: 'strict', httpOnly: true, maxAge: YEAR_S })
  return response
}

/** Addresses under /api look after themselves, at half the time; but for those whose path does not decode, which would get no further. */
export const config = { matcher: ['/((?!_next/static|_next/image|api/).*)', '/(api/.*%.*)'] }
