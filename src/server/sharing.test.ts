import { createServer, request, type IncomingHttpHeaders, type Server } from 'node:http'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { sharingNow, startSharing, stopSharing } from './sharing'

/** What stands behind the door, and what it was asked. */
let inside: Server
let asked: { url: string; headers: IncomingHttpHeaders }[] = []
let to = 0
let door = 0

beforeEach(async () => {
  asked = []
  inside = createServer((incoming, outgoing) => {
    asked.push({ url: incoming.url!, headers: incoming.headers })
    outgoing.end('inside')
  })
  await new Promise<void>((done) => inside.listen(0, '127.0.0.1', done))
  to = (inside.address() as { port: number }).port
  door = (await startSharing({ to, minutes: 5 })).port
})
afterEach(async () => {
  stopSharing()
  await new Promise((done) => inside.close(done))
})

interface Answer {
  readonly status: number
  readonly headers: IncomingHttpHeaders
  readonly text: string
}
const ask = (
  path: string,
  headers: Record<string, string> = {},
  method = 'GET',
  body = '',
  localAddress = '127.0.0.1',
): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const asked = { host: '127.0.0.1', port: door, path, method, headers, agent: false, localAddress }
    const going = request(asked, (answer) => {
      let text = ''
      answer.on('data', (piece: Buffer) => (text += piece.toString()))
      answer.on('end', () => resolve({ status: answer.statusCode!, headers: answer.headers, text }))
    })
    going.on('error', reject)
    going.end(body)
  })
const cookieFrom = ({ headers }: Answer) => headers['set-cookie']![0]!.split(';')[0]!
/** The form of the page, as a browser sends it. */
const give = (code: string, to = '', localAddress?: string) =>
  ask(
    '/pair',
    { 'content-type': 'application/x-www-form-urlencoded' },
    'POST',
    new URLSearchParams({ code, to }).toString(),
    localAddress,
  )
const paired = async () => ({ cookie: cookieFrom(await give(sharingNow()!.code)) })

describe('the door for a phone', () => {
  it('asks for the code, and lets nothing through without it', async () => {
    for (const path of ['/', '/api/plans', '/_next/static/x.js', '//', '/pair', '/pair?code=WRONG'])
      expect((await ask(path)).status).toBe(401)
    expect((await ask('/', { cookie: 'glad-rafter-pair=made-up' })).status).toBe(401)
    expect(asked).toEqual([])
  })
  it('with the code everything is as at the machine: asked on loopback, in the application’s own terms', async () => {
    const host = `192.168.1.5:${door}`
    const answer = await ask('/api/plans', { ...(await paired()), host, origin: `http://${host}` }, 'POST')
    expect(answer).toMatchObject({ status: 200, text: 'inside' })
    expect(asked[0]!.headers).toMatchObject({ host: `127.0.0.1:${to}`, origin: `http://127.0.0.1:${to}` })
    expect(sharingNow()!.paired).toBe(1)
  })
  it('the cookie is for this door alone and no script reads it', async () => {
    const { headers } = await give(sharingNow()!.code.toLowerCase())
    expect(headers['set-cookie']![0]).toMatch(/HttpOnly; SameSite=Strict/)
  })
  it('leads to a page of a plan where it was asked for one, and nowhere else', async () => {
    const leadsTo = async (to: string) => (await give(sharingNow()!.code, to)).headers.location
    expect(await leadsTo('/plans/clay-printer/build')).toBe('/plans/clay-printer/build')
    for (const to of ['http://elsewhere.example', '//elsewhere.example', '/api/data', '/plans/../api', ''])
      expect(await leadsTo(to)).toBe('/')
  })
  it('pages of others write nothing here', async () => {
    const answer = await ask('/api/plans', { ...(await paired()), origin: 'http://elsewhere.example' }, 'POST')
    expect(answer.status).toBe(403)
    expect(asked).toEqual([])
  })
  it('is opened and shut at the machine alone', async () => {
    expect((await ask('/api/sharing', await paired(), 'POST')).status).toBe(403)
    expect(asked).toEqual([])
    // However the address is spelt, the application is told that it came by the door.
    await ask('/%61pi/sharing', { ...(await paired()), 'x-glad-rafter-door': '' })
    expect(asked[0]!.headers['x-glad-rafter-door']).toBe('yes')
  })
  it('a code behind the question mark opens nothing: it would stay in an address that is kept', async () => {
    const code = sharingNow()!.code
    const answer = await ask(`/pair?code=${code}&to=/plans/clay-printer/build`)
    expect(answer.status).toBe(401)
    expect(answer.text).not.toContain(code)
    // The form sends it in its body, and goes on to the page that was asked for.
    expect(answer.text).toMatch(/<form action="\/pair" method="post">/)
    expect(answer.text).toContain('value="/plans/clay-printer/build"')
  })
  it('a code serves once; the next phone needs the next one', async () => {
    const first = sharingNow()!.code
    expect((await give(first)).status).toBe(303)
    expect(sharingNow()!.code).not.toBe(first)
    expect((await give(first)).status).toBe(401)
    expect((await give(sharingNow()!.code)).status).toBe(303)
    expect(sharingNow()!.paired).toBe(2)
  })
  it('five wrong codes bar who sent them, even from the right one, and nobody else', async () => {
    const [guesser, other] = ['127.0.0.7', '127.0.0.8']
    for (let i = 0; i < 5; i += 1) expect((await give(`WRONG${i}`, '', guesser)).status).toBe(401)
    expect((await give(sharingNow()!.code, '', guesser)).status).toBe(429)
    expect((await give(sharingNow()!.code, '', other)).status).toBe(303)
  })
  it('a form without end is not read', async () => {
    const answer = await ask('/pair', {}, 'POST', 'x'.repeat(100_000)).catch(() => null)
    expect(answer?.status ?? 401).toBe(401)
    expect(asked).toEqual([])
  })
  it('shut, it answers nobody, and who was inside is outside', async () => {
    const cookie = await paired()
    stopSharing()
    expect(sharingNow()).toBeNull()
    await expect(ask('/', cookie)).rejects.toThrow()
    door = (await startSharing({ to, minutes: 5 })).port
    expect((await ask('/', cookie)).status).toBe(401)
  })
  it('says until when, and the codes of two evenings differ', async () => {
    const before = sharingNow()!.code
    const now = new Date('2026-11-26T20:00:00Z')
    const sharing = await startSharing({ to, minutes: 30, now })
    expect(sharing.endsAt).toBe('2026-11-26T20:30:00.000Z')
    expect(sharing.code).toMatch(/^[A-Z2-9]{8}$/)
    expect(sharing.code).not.toBe(before)
  })
})
