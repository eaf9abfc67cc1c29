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
