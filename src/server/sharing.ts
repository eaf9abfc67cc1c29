import { createHash, randomBytes, randomInt, timingSafeEqual } from 'node:crypto'
import { createServer, request as forward, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { networkInterfaces } from 'node:os'
import { DOOR_HEADER } from './door'

/** Letters and figures that nobody confuses. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789'
const CODE_LENGTH = 8
/** A page of a plan: nothing else is gone to after the code. */
const PLAN_PAGE = /^\/plans\/[A-Za-z0-9-]{1,80}\/[a-z]{1,20}$/
const COOKIE = 'glad-rafter-pair'
const MOST_FORM = 2000
/** Wrong codes before who sent them may not try for a minute. */
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

/** Who may come in, and who is in. */
interface Inside {
  /** Of the next one who comes. */
  code: string
  readonly tokens: Set<string>
}

interface Open {
  readonly server: Server
  readonly inside: Inside
  readonly endsAt: Date
  readonly port: number
  readonly timer: NodeJS.Timeout
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
    code: open.inside.code,
    endsAt: open.endsAt.toISOString(),
    paired: open.inside.tokens.size,
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
  const inside = { code: newCode(), tokens: new Set<string>() }
  const door = doorOf(new Doorkeeper(inside))
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
    inside,
    endsAt: new Date(now.getTime() + minutes * 60_000),
    port,
    timer,
  }
  return sharingNow()!
}

/** Closes the door; who is inside is outside at once. */
export function stopSharing(): void {
  const open = shared.gladRafterSharing
  if (!open) return
  clearTimeout(open.timer)
  open.inside.tokens.clear()
  open.server.close()
  open.server.closeAllConnections()
  shared.gladRafterSharing = null
}

type Door = (incoming: IncomingMessage, outgoing: ServerResponse, to: number) => void

/** How often one address tried in vain, and until when it may not try again. */
interface Tries {
  count: number
  lockedUntil: number
}

/** More addresses than a bench has are not told apart: then all of them wait. */
const MOST_ADDRESSES = 1000

class Doorkeeper {
  private readonly tries = new Map<string, Tries>()

  constructor(private readonly open: Inside) {}

  /** Gives a token for the code, which serves once; null for a wrong one, and `locked` to whom has tried too often. */
  admit(typed: string, address: string, now = Date.now()): string | null | 'locked' {
    const own = this.tries.get(address) ?? { count: 0, lockedUntil: 0 }
    if (now < own.lockedUntil || (this.tries.size >= MOST_ADDRESSES && !this.tries.has(address))) return 'locked'
    if (!isCode(typed, this.open.code)) {
      own.count += 1
      if (own.count >= MOST_TRIES) Object.assign(own, { count: 0, lockedUntil: now + LOCK_MS })
      this.tries.set(address, own)
      return null
    }
    this.tries.delete(address)
    const token = randomBytes(24).toString('hex')
    this.open.tokens.add(token)
    this.open.code = newCode()
    return token
  }

  isInside(cookies: string | undefined): boolean {
    const token = cookieOf(cookies)
    return token !== null && this.open.tokens.has(token)
  }
}

function isCode(typed: string, code: string): boolean {
  const [one, other] = [Buffer.from(typed.toUpperCase().padEnd(32).slice(0, 32)), Buffer.from(code.padEnd(32))]
  return one.length === other.length && timingSafeEqual(one, other)
}

const newCode = () => Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('')

function doorOf(keeper: Doorkeeper): Door {
  return (incoming, outgoing, to) => {
    const [pathname = '/', search = ''] = (incoming.url ?? '/').split('?', 2)
    const host = incoming.headers.host ?? ''
    if (isFromElsewhere(incoming.headers.origin, host)) return say(outgoing, 403, 'This page may not write here.')
    // Opened and closed at the machine itself, and nowhere else.
    if (pathname.startsWith('/api/sharing')) return say(outgoing, 403, 'This is done at the machine itself.')
    const wish = new URLSearchParams(search).get('to') ?? ''
    if (pathname === '/pair' && incoming.method === 'POST')
      return void readForm(incoming).then((form) => {
        const admitted = keeper.admit(form?.get('code')?.trim() ?? '', incoming.socket.remoteAddress ?? '')
        if (admitted === 'locked')
          return say(outgoing, 429, 'Too many wrong codes from here. Wait a minute, then try again.')
        const goTo = form?.get('to') ?? wish
        if (admitted === null) return codePage(outgoing, 'That is not the code that is shown.', goTo)
        outgoing.writeHead(303, {
          location: PLAN_PAGE.test(goTo) ? goTo : '/',
          'set-cookie': `${COOKIE}=${admitted}; Path=/; HttpOnly; SameSite=Strict`,
          'cache-control': 'no-store',
        })
        outgoing.end()
      })
    if (!keeper.isInside(incoming.headers.cookie)) return codePage(outgoing, null, wish)
    if (pathname === '/pair') return void outgoing.writeHead(303, { location: '/', 'cache-control': 'no-store' }).end()
    pass(incoming, outgoing, to, host)
  }
}

/** A form of a few words; null where it is longer or cut off. */
function readForm(incoming: IncomingMessage): Promise<URLSearchParams | null> {
  return new Promise((resolve) => {
    let text = ''
    incoming.setEncoding('utf8')
    incoming.on('data', (piece: string) => {
      text += piece
      if (text.length > MOST_FORM) {
        resolve(null)
        incoming.destroy()
      }
    })
    incoming.on('end', () => resolve(new URLSearchParams(text)))
    incoming.on('error', () => resolve(null))
  })
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

/** What the squares bring comes behind the mark that no server is told, and leaves the address at once. */
const TAKE_CODE = `const code=document.getElementById('code');if(location.hash.length>1){code.value=location.hash.slice(1);history.replaceState(null,'',location.pathname+location.search);code.form.submit()}`
const TAKE_CODE_HASH = createHash('sha256').update(TAKE_CODE).digest('base64')

function codePage(outgoing: ServerResponse, fault: string | null, wish: string): void {
  outgoing.writeHead(401, {
    ...PLAIN,
    'content-security-policy': `${PLAIN['content-security-policy']}; script-src 'sha256-${TAKE_CODE_HASH}'`,
  })
  const to = PLAN_PAGE.test(wish) ? wish : ''
  outgoing.end(`<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Glad Rafter: the code</title>
<style>body{font:18px system-ui,sans-serif;margin:2rem;max-width:24rem}input,button{font:inherit;padding:.6rem;width:100%;box-sizing:border-box;margin:.4rem 0}</style>
<h1>Glad Rafter</h1>
<form action="/pair" method="post"><label for="code">The code that is shown at the machine</label>
<input id="code" name="code" autocomplete="off" autocapitalize="characters" maxlength="16" required>
<input type="hidden" name="to" value="${to}">
${fault === null ? '' : `<p role="alert">${fault}</p>`}<button>Open</button></form>
<script>${TAKE_CODE}</script></html>`)
}
