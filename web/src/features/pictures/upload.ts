import { api, ask, type Views } from '../../app/client';

/** Largest file, bytes: more is refused before it is sent. */
export const MOST_BYTES = 64 * 1024 * 1024;
const PATIENCE_MS = 180_000;

/** Why a file is not sent at all; nothing where it may be. */
export function refusal(file: { name: string; size: number }): string {
  const mb = (bytes: number) => Math.ceil(bytes / (1024 * 1024));
  return file.size > MOST_BYTES
    ? `${file.name} has ${mb(file.size)} MB; a picture has at most ${mb(MOST_BYTES)}. It was not sent.`
    : file.size === 0
      ? `${file.name} is empty. Copy it from the card again.`
      : '';
}

/** Sends a file; the site finds the unit whose tag stands in its name. The same id again after a broken line changes nothing. */
export function send(id: string, file: File, stop: AbortSignal): Promise<Views['PictureView']> {
  return ask(
    api.PUT('/api/pictures/{id}', {
      params: { path: { id }, query: { name: file.name } },
      headers: { 'Content-Type': 'application/octet-stream' },
      body: file as never,
      bodySerializer: (body: unknown) => body as BodyInit,
      signal: AbortSignal.any([stop, AbortSignal.timeout(PATIENCE_MS)]),
    }),
  );
}
