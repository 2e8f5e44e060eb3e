import createClient from 'openapi-fetch';
import { ref } from 'vue';
import type { components, paths } from '../api/schema';

export type Views = components['schemas'];

/** A refusal from the site: a stable code, a sentence to act on, the field, and whatever else came with it. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly pointer = '',
    readonly more: Record<string, unknown> = {},
  ) {
    super(message);
  }

  /** Nothing wrong with what was sent: it may be sent again when the site is back. */
  get away(): boolean {
    return this.status === 0 || this.status === 502 || this.status === 503 || this.status === 504;
  }
}

/** Why the site cannot be reached, or null while it can. */
export const away = ref<string | null>(null);

let writeToken = '';
export function useWriteToken(token: string): void {
  writeToken = token;
}

let sessionEnded = (): void => {};
/** Hears when the site says that this session has ended: by time, by a new password, or because the person was blocked. */
export function onSessionEnd(heard: () => void): void {
  sessionEnded = heard;
}

export const api = createClient<paths>({
  baseUrl: window.location.origin,
  // Looked up at each call, so that a test may stand in for the network.
  fetch: (request) => fetch(request),
});

api.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-Gold-Notch-Token', writeToken);
    return request;
  },
});

/** Sends a file and tells how far it is, which a fetch cannot. */
export function upload<T>(
  path: string,
  file: Blob,
  told: (share: number) => void,
  stop: AbortSignal,
): Promise<T> {
  return ask(
    new Promise<Answer<T>>((resolve, reject) => {
      const line = new XMLHttpRequest();
      line.open('PUT', path);
      line.setRequestHeader('Content-Type', 'application/octet-stream');
      line.setRequestHeader('X-Gold-Notch-Token', writeToken);
      line.upload.onprogress = (e) => told(e.lengthComputable && e.total > 0 ? e.loaded / e.total : 0);
      line.onerror = () => reject(new TypeError('nobody answers'));
      line.onabort = () => reject(new DOMException('given up', 'AbortError'));
      line.onload = () => {
        const response = new Response(null, { status: line.status === 204 ? 204 : line.status });
        let body: unknown;
        try {
          body = JSON.parse(line.responseText);
        } catch {
          // A proxy that answers in words of its own: the status tells.
        }
        resolve(response.ok ? { data: body as T, response } : { error: body, response });
      };
      stop.addEventListener('abort', () => line.abort());
      line.send(file);
    }),
  );
}

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** Waits for an answer; a refusal or a broken line becomes a Problem. */
export async function ask<T>(answer: Promise<Answer<T>>): Promise<T> {
  let got: Answer<T>;
  try {
    got = await answer;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    away.value = 'The site cannot be reached.';
    throw new Problem(0, 'unreachable', away.value);
  }
  if (got.response.ok) {
    // Answered from what this browser kept: good to read, but nobody heard the question.
    away.value = got.response.headers.has('X-Gold-Notch-Kept') ? 'The site cannot be reached.' : null;
    return got.data as T;
  }
  const body = (got.error ?? {}) as Record<string, unknown>;
  const problem = new Problem(
    got.response.status,
    String(body.code ?? 'fault'),
    String(body.detail ?? body.title ?? 'The site did not answer as it should. Try again.'),
    String(body.pointer ?? ''),
    body,
  );
  away.value = problem.away ? problem.message : null;
  if (problem.status === 401) sessionEnded();
  throw problem;
}
