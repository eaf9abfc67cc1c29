import { connect, createServer } from 'node:net'
import { expect, test } from '@playwright/test'

/** What every answer carries, and the one shape of every refusal. */
const HEADERS = [
  'x-content-type-options',
  'referrer-policy',
  'x-frame-options',
  'cross-origin-resource-policy',
  'content-security-policy',
]

test('security headers stand on pages, answers, files and refusals', async ({ request, page, baseURL }) => {
  await page.goto('/')
  const script = await page.locator('script[src*="/_next/static/"]').first().getAttribute('src')
  for (const [path, options] of [
    ['/', {}],
    ['/api/plans', {}],
    [script!, {}],
    ['/icon.svg', {}],
    ['/', { headers: { host: 'evil.example' } }],
    ['/api/plans', { headers: { host: 'evil.example' } }],
    ['/api/none', {}],
  ] as const) {
    const reply = await request.fetch(new URL(path, baseURL).href, options)
    for (const name of HEADERS) expect(reply.headers()[name], `${path} ${JSON.stringify(options)} ${name}`).toBeTruthy()
  }
})

test('refusals have one shape', async ({ request }) => {
  const json = { 'content-type': 'application/json' }
  for (const [method, path, status, options] of [
    ['GET', '/api/none', 404, {}],
    ['GET', '/api', 404, {}],
    ['GET', '/api/plans/none', 404, {}],
    ['GET', '/api/plans/none/history', 404, {}],
    ['GET', '/api/plans/none/logbook', 404, {}],
    ['GET', '/api/plans/%ff', 404, {}],
    ['GET', '/api/plans/%00', 404, {}],
    ['GET', '/%ff', 404, {}],
    ['PUT', '/api/plans', 405, { headers: json }],
    ['DELETE', '/api/plans', 405, {}],
    ['POST', '/api/plans/none', 405, { headers: json }],
    ['POST', '/api/plans', 415, { data: 'x', headers: { 'content-type': 'text/plain' } }],
    ['POST', '/api/plans', 422, { data: '{', headers: json }],
    ['POST', '/api/plans', 422, { data: {} }],
    ['POST', '/api/plans', 403, { data: {}, headers: { ...json, referer: 'http://evil.example/page' } }],
    ['POST', '/api/plans', 403, { data: {}, headers: { ...json, origin: 'http://evil.example' } }],
    ['POST', '/api/plans/clay-printer/logbook', 413, { data: { note: 'x'.repeat(200_000) } }],
    ['GET', '/api/plans/clay-printer/history?since=-1', 422, {}],
  ] as const) {
    const reply = await request.fetch(path, { method, ...options })
    expect(reply.status(), `${method} ${path}`).toBe(status)
    const body = (await reply.json()) as { error: { message: string; issues: readonly unknown[] } }
    expect(body.error.message.length).toBeGreaterThan(10)
    expect(Array.isArray(body.error.issues)).toBe(true)
  }
})

test('extreme figures are refused with the field, and hold nobody up', async ({ request }) => {
  const input = {
    count: 100,
    each_mA: 1e-300,
    brightness_percent: 100,
    voltage_V: 1e300,
    pitch_mm: 1e-300,
    loop_ohm_per_m: 1e-300,
    feedSize: '1.5 mm²',
    feed_m: 1,
    minimum_V: 0,
    fedFrom: 'one',
  }
  const reply = await request.post('/api/calc/pixels', { data: input })
  expect(reply.status()).toBe(422)
  const { error } = (await reply.json()) as { error: { issues: readonly { path: string }[] } }
  expect(error.issues.map(({ path }) => path)).toEqual(
    expect.arrayContaining(['each_mA', 'voltage_V', 'pitch_mm', 'loop_ohm_per_m']),
  )
})

test('130,000 bad references are refused with a hundred reasons', async ({ request }) => {
  const { plan } = (await (await request.get('/api/plans/clay-printer')).json()) as {
    plan: { states: Record<string, { shares: Record<string, number> }> }
  }
  const state = Object.values(plan.states)[0]!
  for (let i = 0; i < 130_000; i += 1) state.shares[`device:g${i}`] = 1
  const reply = await request.post('/api/plans', { data: { from: 'file', document: plan } })
  expect(reply.status()).toBe(422)
  const { error } = (await reply.json()) as { error: { issues: readonly unknown[] } }
  expect(error.issues).toHaveLength(100)
})

/** As it goes over the wire, since no browser and no fetch sends these. */
const raw = (port: number, lines: readonly string[], body = ''): Promise<string> =>
  new Promise((resolve, reject) => {
    const socket = connect(port, '127.0.0.1', () =>
      socket.write(`${[...lines, 'Connection: close'].join('\r\n')}\r\n\r\n${body}`),
    )
    let text = ''
    socket.on('data', (piece) => (text += piece.toString()))
    socket.on('end', () => resolve(text))
    socket.on('error', reject)
  })

test('TRACE, and what is asked of the server as a whole, come back in the one shape', async ({ baseURL }) => {
  const port = Number(new URL(baseURL!).port)
  for (const first of ['TRACE /api/plans HTTP/1.1', 'TRACE / HTTP/1.1', 'OPTIONS * HTTP/1.1']) {
    const text = await raw(port, [first, `Host: 127.0.0.1:${port}`])
    expect(text, first).toMatch(/^HTTP\/1\.1 405/)
    expect(text, first).toMatch(/x-content-type-options: nosniff/i)
    expect(JSON.parse(/\{.*\}/s.exec(text)![0])).toMatchObject({ error: { issues: [] } })
  }
})

test('a door opens to this application, whatever port the request names', async ({ baseURL }) => {
  const port = Number(new URL(baseURL!).port)
  const inside = createServer((socket) => socket.end('HTTP/1.1 200 OK\r\ncontent-length: 6\r\n\r\nsecret'))
  await new Promise<void>((done) => inside.listen(0, '127.0.0.1', done))
  const other = (inside.address() as { port: number }).port
  const body = JSON.stringify({ minutes: 5 })
  const opened = await raw(
    port,
    [
      'POST /api/sharing HTTP/1.1',
      `Host: localhost:${other}`,
      'content-type: application/json',
      `content-length: ${body.length}`,
    ],
    body,
  )
  const { sharing } = JSON.parse(/\{"sharing.*\}/s.exec(opened)![0]) as { sharing: { port: number; code: string } }
  const paired = await fetch(`http://127.0.0.1:${sharing.port}/pair`, {
    method: 'POST',
    redirect: 'manual',
    body: new URLSearchParams({ code: sharing.code }),
  })
  const cookie = paired.headers.get('set-cookie')!.split(';')[0]!
  const reply = await fetch(`http://127.0.0.1:${sharing.port}/api/plans`, { headers: { cookie } })
  expect(await reply.text()).toContain('"plans"')
  await fetch(`${baseURL}/api/sharing`, { method: 'DELETE' })
  inside.close()
})

test('a meter’s address is shown as it truly is and confirmed once; what is no meter stays unread', async ({
  request,
}) => {
  const server = createServer((socket) => {
    socket.on('error', () => undefined)
    socket.write('a secret banner, with, four, commas\u0001\r\n')
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as { port: number }
  const ask = async (more: object) => {
    const reply = await request.post('/api/meter', { data: { do: 'connect', port, ...more } })
    return { status: reply.status(), body: (await reply.json()) as { confirm?: object; error?: { message: string } } }
  }
  expect(await ask({ host: '2130706433' })).toMatchObject({
    status: 409,
    body: { confirm: { address: '127.0.0.1', port } },
  })
  // Confirmed for another address it is not confirmed.
  expect((await ask({ host: 'localhost', confirmed: '10.0.0.1' })).status).toBe(409)
  const said = await ask({ host: '127.0.0.1', confirmed: '127.0.0.1' })
  expect(said.status).toBe(503)
  expect(said.body.error!.message).not.toMatch(/secret|banner/)
  expect((await ask({ host: '127.0.0.1' })).status).toBe(503)
  expect(await ask({ host: '0.0.0.0' })).toMatchObject({
    status: 503,
    body: { error: { message: expect.stringMatching(/no address of an instrument/) as unknown as string } },
  })
  server.close()
})
