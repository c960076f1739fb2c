// Keeps the whole app for a shed without Wi-Fi. FILES and VERSION are put in when the app is built.
const CACHE = `tall-spindle-${VERSION}`

// a newer app waits until no tab needs the files of the older one any more
self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(CACHE).then((cache) => cache.addAll(FILES)))
})

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys())
        if (name.startsWith('tall-spindle-') && name !== CACHE) await caches.delete(name)
      await self.clients.claim()
    })()
  )
})

/** What was not kept from the start is kept once it was wanted. */
async function fetched(request) {
  const answer = await fetch(request)
  if (answer.ok) {
    const copy = answer.clone()
    void caches.open(CACHE).then((cache) => cache.put(request, copy))
  }
  return answer
}

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url)
  if (
    event.request.method !== 'GET' ||
    url.origin !== self.location.origin ||
    url.pathname.startsWith('/devices')
  )
    return
  if (url.pathname.startsWith('/assets/')) {
    // hashed names never change what they hold
    event.respondWith(caches.match(event.request).then((kept) => kept ?? fetched(event.request)))
    return
  }
  if (event.request.mode === 'navigate') {
    // the newest where there is a network, the kept one where there is none
    event.respondWith(fetch(event.request).catch(() => caches.match('/')))
    return
  }
  event.respondWith(
    fetch(event.request).catch(async () => (await caches.match(event.request)) ?? Response.error())
  )
})
