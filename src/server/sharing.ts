import { randomBytes, randomInt, timingSafeEqual } from 'node:crypto'
import { createServer, request as forward, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { networkInterfaces } from 'node:os'

/** Letters and figures that nobody confuses. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789'
const CODE_LENGTH = 8
/** A page of a plan: nothing else is gone to after the code. */
const PLAN_PAGE = /^\/plans\/[A-Za-z0-9-]{1,80}\/[a-z]{1,20}$/
const COOKIE = 'glad-rafter-pair'
/** What came through the door says so, whatever it said itself. */
export const DOOR_HEADER = 'x-glad-rafter-door'
/** Wrong codes before nobody may try for a minute. */
const MOST_TRIES = 5
const LOCK_MS = 60_000
/** A phone sends nothing larger than a photograph or an edit. */
const MOST_BYTES = 5_000_000

export interface Sharing {
  readonly addresses: readonly string[]
  readonly port: number
  readonly code: string
  /** ISO 8601. */
  readonly endsAt: string
  /** Phones that gave the code. */
  readonly paired: number
}

interface Open {
  readonly server: Server
  readonly code: string
  readonly endsAt: Date
  readonly port: number
  readonly timer: NodeJS.Timeout
  readonly tokens: Set<string>
}

const shared = globalThis as typeof globalThis & { gladRafterSharing?: Open | null }

/** Addresses of this machine in its own network. */
function ownAddresses(): readonly string[] {
  return Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => address)
}

/** What is open at the moment; null while this server answers this machine alone. */
export function sharingNow(): Sharing | null {
  const open = shared.gladRafterSharing
  if (!open) return null
  return {
    addresses: ownAddresses().map((address) => `http://${address}:${open.port}`),
    port: open.port,
    code: open.code,
    endsAt: open.endsAt.toISOString(),
    paired: open.tokens.size,
  }
}

export interface SharingOptions {
  /** The loopback port of this application. */
  readonly to: number
  readonly minutes: number
  readonly now?: Date
}

/**
 * Opens a door to the network of this machine: a listener of its own, which lets through only who gave the code, and which
 * closes by itself. The application behind it goes on listening on loopback alone.
 */
export async function startSharing({ to, minutes, now = new Date() }: SharingOptions): Promise<Sharing> {
  stopSharing()
  const code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('')
  const tokens = new Set<string>()
  const door = doorkeeper(code, tokens)
  const server = createServer((incoming, outgoing) => door(incoming, outgoing, to))
  server.requestTimeout = 30_000
  server.headersTimeout = 10_000
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    // Any port that is free.
    server.listen(0, '0.0.0.0', resolve)
  })
  const { port } = server.address() as AddressInfo
  const timer = setTimeout(stopSharing, minutes * 60_000)
  timer.unref()
  server.unref()
  shared.gladRafterSharing = {
    server,
    code,
    endsAt: new Date(now.getTime() + minutes * 60_000),
    port,
    timer,
    tokens,
  }
  return sharingNow()!
}

/** Closes the door; who is inside is outside at once. */
export function stopSharing(): void {
  const open = shared.gladRafterSharing
  if (!open) return
  clearTimeout(open.timer)
  open.tokens.clear()
  open.server.close()
  open.server.closeAllConnections()
  shared.gladRafterSharing = null
}

type Door = (incoming: IncomingMessage, outgoing: ServerResponse, to: number) => void

function doorkeeper(code: string, tokens: Set<string>): Door {
  let tries = 0
  let lockedUntil = 0
  const isCode = (typed: string) => {
    const [one, other] = [Buffer.from(typed.toUpperCase().padEnd(32).slice(0, 32)), Buffer.from(code.padEnd(32))]
    return one.length === other.length && timingSafeEqual(one, other)
  }
  return (incoming, outgoing, to) => {
    const [pathname = '/', search = ''] = (incoming.url ?? '/').split('?', 2)
    const query = new URLSearchParams(search)
    const host = incoming.headers.host ?? ''
    if (isFromElsewhere(incoming.headers.origin, host)) return say(outgoing, 403, 'This page may not write here.')
    // Opened and closed at the machine itself, and nowhere else.
    if (pathname.startsWith('/api/sharing')) return say(outgoing, 403, 'This is done at the machine itself.')
    if (pathname === '/pair') {
      if (Date.now() < lockedUntil) return say(outgoing, 429, 'Too many wrong codes. Wait a minute, then try again.')
      if (!isCode(query.get('code')?.trim() ?? '')) {
        tries += 1
        if (tries >= MOST_TRIES) {
          tries = 0
          lockedUntil = Date.now() + LOCK_MS
        }
        return codePage(outgoing, 'That is not the code that is shown.')
      }
      tries = 0
      const token = randomBytes(24).toString('hex')
      tokens.add(token)
      outgoing.writeHead(303, {
        location: PLAN_PAGE.test(query.get('to') ?? '') ? query.get('to')! : '/',
        'set-cookie': `${COOKIE}=${token}; Path=/; HttpOnly; SameSite=Strict`,
        'cache-control': 'no-store',
      })
      return void outgoing.end()
    }
    const token = cookieOf(incoming.headers.cookie)
    if (token === null || !tokens.has(token)) return codePage(outgoing, null)
    pass(incoming, outgoing, to, host)
  }
}

const isFromElsewhere = (origin: string | undefined, host: string): boolean => {
  if (origin === undefined) return false
  try {
    return new URL(origin).host !== host
  } catch {
    return true
  }
}

const cookieOf = (header: string | undefined): string | null =>
  header
    ?.split(';')
    .map((part) => part.trim().split('='))
    .find(([name]) => name === COOKIE)?.[1] ?? null

/** To the application on loopback, as if asked there; what tells where a page is from is told in its terms. */
function pass(incoming: IncomingMessage, outgoing: ServerResponse, to: number, host: string): void {
  const inside = `127.0.0.1:${to}`
  const headers = { ...incoming.headers, host: inside, [DOOR_HEADER]: 'yes' }
  // Of this stretch alone; the next one keeps its own.
  delete headers.connection
  if (headers.origin !== undefined) headers.origin = `http://${inside}`
  if (headers.referer !== undefined) headers.referer = headers.referer.replace(`http://${host}`, `http://${inside}`)
  const onward = forward(
    { host: '127.0.0.1', port: to, method: incoming.method, path: incoming.url, headers },
    (answer) => {
      outgoing.writeHead(answer.statusCode ?? 502, answer.headers)
      answer.pipe(outgoing)
    },
  )
  onward.on('error', () => {
    if (!outgoing.headersSent) say(outgoing, 502, 'The application does not answer.')
    else outgoing.destroy()
  })
  let size = 0
  incoming.on('data', (piece: Buffer) => {
    size += piece.length
    if (size > MOST_BYTES) {
      onward.destroy()
      if (!outgoing.headersSent) say(outgoing, 413, 'This is too large to come from a phone.')
    }
  })
  incoming.pipe(onward)
}

const PLAIN = {
  'content-type': 'text/html; charset=utf-8',
  'cache-control': 'no-store',
  'content-security-policy':
    "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
}

function say(outgoing: ServerResponse, status: number, words: string): void {
  outgoing.writeHead(status, PLAIN)
  outgoing.end(
    `<!doctype html><meta name="viewport" content="width=device-width"><title>Glad Rafter</title><p>${words}</p>`,
  )
}

function codePage(outgoing: ServerResponse, fault: string | null): void {
  outgoing.writeHead(401, PLAIN)
  outgoing.end(`<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Glad Rafter: the code</title>
<style>body{font:18px system-ui,sans-serif;margin:2rem;max-width:24rem}input,button{font:inherit;padding:.6rem;width:100%;box-sizing:border-box;margin:.4rem 0}</style>
<h1>Glad Rafter</h1>
<form action="/pair"><label for="code">The code that is shown at the machine</label>
<input id="code" name="code" autocomplete="off" autocapitalize="characters" maxlength="16" required>
${fault === null ? '' : `<p role="alert">${fault}</p>`}<button>Open</button></form></html>`)
}
