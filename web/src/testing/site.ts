import { vi } from 'vitest';

export type Asked = { method: string; path: string; query: string; seen: string | null; body: unknown };
type Reply = (asked: Asked) => Response | Promise<Response>;

export const json = (status: number, body: unknown): Response =>
  new Response(body === null ? null : JSON.stringify(body), {
    status,
    headers: { 'Content-Type': status < 400 ? 'application/json' : 'application/problem+json' },
  });

/** Stands in for the site: one reply for each route it knows, a star at its end for any; anything else is nobody there. */
export function stubSite(routes: Record<string, Reply>): Asked[] {
  const all: Asked[] = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    const url = new URL(request.url);
    const text = request.method === 'GET' ? '' : await request.text();
    const asked: Asked = {
      method: request.method,
      path: url.pathname,
      query: url.search,
      seen: request.headers.get('If-Match'),
      body: text.startsWith('{') ? JSON.parse(text) : text || null,
    };
    all.push(asked);
    const route = `${asked.method} ${asked.path}`;
    const any = Object.keys(routes).find((r) => r.endsWith('*') && route.startsWith(r.slice(0, -1)));
    const reply = routes[route] ?? routes[any ?? ''];
    if (!reply) throw new TypeError('nobody answers');
    return reply(asked);
  });
  return all;
}
