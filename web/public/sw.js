// Keeps the application itself at hand, so that a reload in a dead spot opens it. Data is the outbox's
// business, not this file's.
const SHELL = 'gradum-shell';

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(SHELL)
      .then((cache) => cache.addAll(['/', '/mark.svg']))
      .then(() => self.skipWaiting()),
  );
});
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api/'))
    return;
  if (request.mode === 'navigate') {
    event.respondWith(
      fetch(request)
        .then((response) => {
          const copy = response.clone();
          if (response.ok) caches.open(SHELL).then((cache) => cache.put('/', copy));
          return response;
        })
        .catch(() => caches.match('/')),
    );
    return;
  }
  // Built files carry a digest in their name: what was fetched once is good for ever.
  if (url.pathname.startsWith('/assets/') || url.pathname === '/mark.svg') {
    event.respondWith(
      caches.match(request).then(
        (known) =>
          known ??
          fetch(request).then((response) => {
            const copy = response.clone();
            if (response.ok) caches.open(SHELL).then((cache) => cache.put(request, copy));
            return response;
          }),
      ),
    );
  }
});
