/* global self, caches, fetch, URL, setTimeout, __FILES__ */
// Keeps the page and its parts, so that the step sheet opens where there is no network. Data never passes through here.
const FILES = __FILES__;
const CACHE = 'irvak-__VERSION__';
// A network that answers no sooner than this is treated as gone. Common practice, no source.
const PATIENCE_MS = 4000;

async function fill() {
  const cache = await caches.open(CACHE);
  await cache.addAll(FILES);
  await cache.put('/', await fetch('/', { cache: 'no-store' }));
}

async function clear() {
  for (const name of await caches.keys()) if (name !== CACHE) await caches.delete(name);
  await self.clients.claim();
}

/** The page of the host; the kept one when the host does not answer. */
async function page(request) {
  const asked = fetch(request);
  const kept = await caches.match('/');
  if (!kept) return asked;
  const late = new Promise((resolve) => setTimeout(() => resolve(kept), PATIENCE_MS));
  return Promise.race([asked.catch(() => kept), late]);
}

const part = async (request) => (await caches.match(request)) ?? fetch(request);

self.addEventListener('install', (event) => event.waitUntil(fill().then(() => self.skipWaiting())));
self.addEventListener('activate', (event) => event.waitUntil(clear()));
self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin || pathname.startsWith('/api/')) return;
  if (request.mode === 'navigate') {
    if (!pathname.includes('.')) event.respondWith(page(request));
  } else if (FILES.includes(pathname)) event.respondWith(part(request));
});
