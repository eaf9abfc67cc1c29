/** Bumped when what is kept changes its shape. */
const CACHE = 'glad-rafter-2'

/**
 * Runs in the browser, beside the pages: what has been opened stays at hand while the server is out of reach. Pages and plans
 * come from the server where it answers; what the build names by its contents comes from here.
 */
const SCRIPT = `
const CACHE = '${CACHE}'
self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) =>
  event.waitUntil(
    caches.keys()
      .then((keys) => Promise.all(keys.filter((key) => key !== CACHE).map((key) => caches.delete(key))))
      .then(() => self.clients.claim()),
  ),
)
const keep = async (request, response) => {
  if (response.ok && response.type === 'basic') await (await caches.open(CACHE)).put(request, response.clone())
  return response
}
const fromServer = async (request) => {
  try {
    return await keep(request, await fetch(request))
  } catch (error) {
    const kept = await caches.match(request, { ignoreSearch: request.mode === 'navigate' })
    if (kept) return kept
    throw error
  }
}
// A worker learns what it is from the end of its address. A kept answer brings the address it was first fetched by, which may
// be another worker's: without one of its own it takes that of the request.
const asAsked = (request, response) =>
  request.destination === 'worker'
    ? new Response(response.body, { status: response.status, headers: response.headers })
    : response
const fromHere = async (request) =>
  asAsked(request, (await caches.match(request)) ?? (await keep(request, await fetch(request))))
self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== location.origin) return
  if (url.pathname.startsWith('/_next/static/')) return event.respondWith(fromHere(request))
  const isPhoto = /^\\/api\\/plans\\/[^/]+\\/photos\\//.test(url.pathname)
  if (request.mode === 'navigate' || isPhoto || url.pathname === '/icon.svg' || url.pathname === '/api/stock' || url.pathname === '/api/tools')
    event.respondWith(fromServer(request))
})
`

export function GET(): Response {
  return new Response(SCRIPT, {
    headers: {
      'content-type': 'text/javascript; charset=utf-8',
      'cache-control': 'no-cache',
      'service-worker-allowed': '/',
    },
  })
}
