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
const ask = (path: string, headers: Record<string, string> = {}, method = 'GET'): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const going = request({ host: '127.0.0.1', port: door, path, method, headers, agent: false }, (answer) => {
      let text = ''
      answer.on('data', (piece: Buffer) => (text += piece.toString()))
      answer.on('end', () => resolve({ status: answer.statusCode!, headers: answer.headers, text }))
    })
    going.on('error', reject)
    going.end()
  })
const cookieFrom = ({ headers }: Answer) => headers['set-cookie']![0]!.split(';')[0]!
const paired = async () => ({ cookie: cookieFrom(await ask(`/pair?code=${sharingNow()!.code}`)) })

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
    const { headers } = await ask(`/pair?code=${sharingNow()!.code.toLowerCase()}`)
    expect(headers['set-cookie']![0]).toMatch(/HttpOnly; SameSite=Strict/)
  })
  it('leads to a page of a plan where it was asked for one, and nowhere else', async () => {
    const leadsTo = async (to: string) =>
      (await ask(`/pair?code=${sharingNow()!.code}&to=${encodeURIComponent(to)}`)).headers.location
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
  it('after five wrong codes nobody may try for a while, not even with the right one', async () => {
    for (let i = 0; i < 5; i += 1) expect((await ask(`/pair?code=WRONG${i}`)).status).toBe(401)
    expect((await ask(`/pair?code=${sharingNow()!.code}`)).status).toBe(429)
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
