/* Keeps the phone's pages so that they open without a signal. What the driver does waits in the page's own queue, not here. */
const CACHE = 'crew-ledger-cab-__VERSION__'
const FILES = ['__FILES__']

self.addEventListener('install', event => {
  event.waitUntil(
    caches
      .open(CACHE)
      .then(cache => cache.addAll(FILES))
      .then(() => self.skipWaiting()),
  )
})
self.addEventListener('activate', event => {
  event.waitUntil(
    caches
      .keys()
      .then(names =>
        Promise.all(
          names
            .filter(name => name.startsWith('crew-ledger-cab-') && name !== CACHE)
            .map(name => caches.delete(name)),
        ),
      )
      .then(() => self.clients.claim()),
  )
})
self.addEventListener('fetch', event => {
  const { pathname, origin } = new URL(event.request.url)
  if (event.request.method !== 'GET' || origin !== location.origin || pathname.startsWith('/api/')) return
  if (event.request.mode === 'navigate') {
    // The newest page where there is a signal; the kept one where there is none, or too weak a one.
    if (pathname === '/cab')
      event.respondWith(fresh(event.request).catch(() => caches.match('/cab.html', { cacheName: CACHE })))
    return
  }
  if (FILES.includes(pathname))
    event.respondWith(caches.match(pathname, { cacheName: CACHE }).then(kept => kept ?? fetch(event.request)))
})

function fresh(request) {
  const patience = new Promise((_, give) => {
    setTimeout(() => give(new Error('slow')), 4000)
  })
  return Promise.race([fetch(request), patience]).then(answer => {
    if (!answer.ok) throw new Error('no page')
    return answer
  })
}
