import { Server, type IncomingMessage, type ServerResponse } from 'node:http'
import { SECURITY_HEADERS } from './securityHeaders'

/** Methods that no address here knows, and that the framework answers in a shape of its own or stumbles over. */
const UNKNOWN: ReadonlySet<string> = new Set(['TRACE', 'CONNECT'])

const isOdd = ({ method = '', url = '' }: IncomingMessage): boolean => UNKNOWN.has(method) || !url.startsWith('/')

/**
 * Requests that are for the server as a whole, or in a method that nothing answers, get the one shape of everything that is
 * not an answer. Looked at before the framework sees them: it makes no request object of them.
 */
export function refuseOddRequests(): void {
  const emit = Server.prototype.emit
  Server.prototype.emit = function (this: Server, event: string | symbol, ...rest: never[]): boolean {
    const [incoming, outgoing] = rest as unknown as [IncomingMessage, ServerResponse]
    if (event !== 'request' || !isOdd(incoming)) return emit.apply(this, [event as 'request', ...rest] as never)
    const message = `${incoming.method} ${incoming.url === '*' ? '* ' : ''}is not possible here`
    outgoing.writeHead(405, {
      ...Object.fromEntries(SECURITY_HEADERS),
      'content-type': 'application/json',
      'cache-control': 'no-store',
      allow: 'GET, POST, DELETE',
    })
    outgoing.end(JSON.stringify({ error: { message, issues: [] } }))
    return true
  }
}
