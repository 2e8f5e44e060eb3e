/// <reference lib="webworker" />
export {};
declare const self: ServiceWorkerGlobalScope;
declare const __BUILD__: string;

/**
 * Opens the application without network. The application itself is kept whole when it is installed; what was read of sheets, checks and
 * units is kept as it was last seen and given out, marked, when the site does not answer. Writes are never kept here: the pages queue them.
 */
const SHELL = `gold-notch-shell-${__BUILD__}`;
const READ = 'gold-notch-read';
const PATIENCE_MS = 4000;
/** Rises when a person leaves: what was asked for before is not kept after. */
let left = 0;
/** What is worth reading without network; a session is not, since the page keeps its own word of it. */
const KEPT =
  /^\/api\/(sheets|checks|units|board|vocabulary|standards|models|line-ups|shoots|today|loans|pools|borrowers|coverage|matches|pictures)(\/|$|\?)/;
const NEVER = /\.(pdf|csv|svg|png)$|\/photos\/|\/preview$|\/camera$/;

self.addEventListener('install', (event) => {
  event.waitUntil(
    (async () => {
      const shell = await caches.open(SHELL);
      const listed = (await (await fetch('/assets.json')).json()) as Record<
        string,
        { file: string; css?: string[]; assets?: string[] }
      >;
      const files = new Set(
        Object.values(listed)
          .flatMap((m) => [m.file, ...(m.css ?? []), ...(m.assets ?? [])])
          .filter((f) => f !== 'sw.js')
          .map((f) => `/${f}`),
      );
      await shell.addAll(['/', '/mark.svg', '/site.webmanifest', ...files]);
      await self.skipWaiting();
    })(),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      const old = (await caches.keys()).filter((k) => k.startsWith('gold-notch-shell-') && k !== SHELL);
      await Promise.all(old.map((k) => caches.delete(k)));
      await self.clients.claim();
    })(),
  );
});

self.addEventListener('fetch', (event) => {
  const request = event.request;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (request.mode === 'navigate') event.respondWith(page(request));
  else if (url.pathname.startsWith('/assets/')) event.respondWith(asset(request));
  else if (KEPT.test(url.pathname) && !NEVER.test(url.pathname)) event.respondWith(read(request));
});

/** Asks the site, but not longer than a person waits. */
async function asked(request: Request): Promise<Response> {
  const stop = new AbortController();
  const patience = setTimeout(() => stop.abort(), PATIENCE_MS);
  try {
    return await fetch(request, { signal: stop.signal });
  } finally {
    clearTimeout(patience);
  }
}

async function page(request: Request): Promise<Response> {
  try {
    return await asked(request);
  } catch {
    return (await caches.match('/', { cacheName: SHELL })) ?? Response.error();
  }
}

async function asset(request: Request): Promise<Response> {
  return (await caches.match(request, { cacheName: SHELL })) ?? fetch(request);
}

self.addEventListener('message', (event) => {
  if (event.data !== 'forget') return;
  left++;
  event.waitUntil(caches.delete(READ));
});

async function read(request: Request): Promise<Response> {
  const then = left;
  try {
    // A page that asked and went away stops the question; that is no missing network.
    const answer = await fetch(request);
    if (answer.ok && then === left) {
      const copy = answer.clone();
      void caches.open(READ).then((kept) => (then === left ? kept.put(request.url, copy) : undefined));
    }
    return answer;
  } catch (error) {
    const kept = request.signal.aborted ? undefined : await caches.match(request.url, { cacheName: READ });
    if (!kept) throw error;
    const headers = new Headers(kept.headers);
    headers.set('X-Gold-Notch-Kept', '1');
    return new Response(kept.body, { status: kept.status, headers });
  }
}
