import { ref } from 'vue';
import { api, ask, type Views } from '../../app/client';

/** What the site takes; until it has said so, what is usual. */
export const limits = ref({ megabytes: 64, days: 1 });
let asked = false;
export async function askLimits(): Promise<void> {
  if (asked) return;
  asked = true;
  try {
    limits.value = await ask(api.GET('/api/pictures/limits'));
  } catch {
    // The site refuses what is too large itself.
    asked = false;
  }
}
const PATIENCE_MS = 180_000;

/** Why a file is not sent at all; nothing where it may be. */
export function refusal(file: { name: string; size: number }): string {
  const mb = (bytes: number) => Math.ceil(bytes / (1024 * 1024));
  return file.size > limits.value.megabytes * 1024 * 1024
    ? `${file.name} has ${mb(file.size)} MB; a picture has at most ${limits.value.megabytes}. It was not sent.`
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
