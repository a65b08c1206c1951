/**
 * Keeps the bench's own page: its files, and the last that was known of a run, so that a tablet that is opened again while
 * the server is away goes on where it was. Everything else passes through untouched. What is written waits in the page
 * (src/bench/acts.ts), never here.
 */
const SHELL = 'bench-shell-1'
const TOLD = 'bench-told-1'
const PAGE = '/bench-page'
const KEPT_AT = 'x-kept-at'
const RUN = /^\/api\/runs\/\d+$/
/** What a run's page asks before it can be drawn. */
const ASKED = [/^\/api\/session$/, RUN, /^\/api\/runs\/\d+\/course$/, /^\/api\/kitchen\/furnishing$/]

self.addEventListener('install', () => void self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

// A run's page says which files it is made of, those of an older build go; and how the run stands when it has written.
self.addEventListener('message', (event) => {
  const files = event.data?.keep
  const told = event.data?.told
  if (told && RUN.test(told.path)) event.waitUntil(put(told.path, JSON.stringify(told.run)))
  if (Array.isArray(files)) event.waitUntil(keep(files, event.data.ask ?? []))
})

async function keep(files, ask) {
  const cache = await caches.open(SHELL)
  const wanted = new Set(files.map((f) => new URL(f, self.location.origin).pathname))
  for (const request of await cache.keys()) {
    const path = new URL(request.url).pathname
    if (path !== PAGE && !wanted.has(path)) await cache.delete(request)
  }
  for (const path of wanted) if (!(await cache.match(path))) await cache.add(path).catch(() => undefined)
  const page = await fetch('/', { credentials: 'same-origin' }).catch(() => null)
  if (page?.ok) await cache.put(PAGE, page)
  // What the page asked before this worker was there.
  for (const path of ask) await asked(new Request(path), path).catch(() => undefined)
  for (const client of await self.clients.matchAll()) client.postMessage({ kept: wanted.size })
}

async function put(path, body) {
  const headers = { 'content-type': 'application/json', [KEPT_AT]: String(Date.now()) }
  await (await caches.open(TOLD)).put(path, new Response(body, { headers }))
}

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (url.origin !== self.location.origin) return
  if (request.method !== 'GET') {
    // Whoever signs in or out leaves nothing behind for the next.
    if (url.pathname.startsWith('/api/session')) event.waitUntil(caches.delete(TOLD))
    return
  }
  if (request.mode === 'navigate' && /^\/run\/\d+(\/phone)?$/.test(url.pathname))
    event.respondWith(page(request))
  else if (url.pathname.startsWith('/assets/')) event.respondWith(file(request))
  else if (ASKED.some((x) => x.test(url.pathname))) event.respondWith(asked(request, url.pathname))
})

async function page(request) {
  try {
    return await fetch(request)
  } catch (error) {
    const kept = await (await caches.open(SHELL)).match(PAGE)
    if (kept) return kept
    throw error
  }
}

async function file(request) {
  return (await (await caches.open(SHELL)).match(request)) ?? fetch(request)
}

async function asked(request, path) {
  const cache = await caches.open(TOLD)
  try {
    const answer = await fetch(request)
    if (answer.ok) {
      const headers = new Headers(answer.headers)
      headers.set(KEPT_AT, String(Date.now()))
      const body = await answer.clone().arrayBuffer()
      await cache.put(request, new Response(body, { status: answer.status, headers }))
    } else if (answer.status === 401 || answer.status === 403) await cache.delete(request)
    return answer
  } catch (error) {
    const kept = await cache.match(request)
    if (!kept) throw error
    return RUN.test(path) ? later(kept) : kept
  }
}

/** A kept run with its clock put on by the time that has passed since, so that timers stay right. */
async function later(kept) {
  const run = await kept.json()
  const since = Date.now() - Number(kept.headers.get(KEPT_AT) ?? Date.now())
  run.now = Math.round(run.now + Math.max(since, 0) * (run.speed ?? 1))
  return new Response(JSON.stringify(run), { headers: { 'content-type': 'application/json' } })
}
