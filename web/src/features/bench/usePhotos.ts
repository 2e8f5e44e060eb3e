import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { loadSession, session } from '../../app/session';
import { photoShelf, type KeptPhoto, type PhotoShelf } from './keptPhotos';

const RETRY_MS = 2500;

/**
 * Photographs of one check. Each is kept in this browser until the site has confirmed it, so that one taken without network is not lost;
 * they are uploaded in the order in which they were taken, once, under the name of who took them.
 */
export function usePhotos(
  id: string,
  take: (check: Views['CheckView']) => void,
  shelf: PhotoShelf = photoShelf,
) {
  const waiting = ref<KeptPhoto[]>([]);
  /** Why the last one was not taken, or could not be kept. */
  const wrong = ref('');
  const busy = ref(false);
  let again: ReturnType<typeof setTimeout> | undefined;
  let gone = false;

  const me = () => session.value?.login ?? '';
  const mine = () => waiting.value.filter((p) => p.login === me() && !p.late);

  async function add(picture: Blob, setting: string | null): Promise<void> {
    const photo: KeptPhoto = {
      id: crypto.randomUUID(),
      check: id,
      setting,
      login: me(),
      at: Date.now(),
      picture,
    };
    wrong.value = '';
    waiting.value = [...waiting.value, photo];
    try {
      await shelf.keep(photo);
    } catch {
      // A full or forbidden database: it is still tried from here, and the person is told what hangs on it.
      wrong.value =
        'This browser has no room to keep the photograph: leave the page open until it is uploaded.';
    }
    await send();
  }

  async function send(): Promise<void> {
    if (busy.value) return;
    busy.value = true;
    clearTimeout(again);
    try {
      for (let next = mine()[0]; next && !gone; next = mine()[0]) {
        if (!(await sendOne(next))) break;
      }
    } finally {
      busy.value = false;
    }
    if (mine().length && !gone) again = setTimeout(() => void send(), RETRY_MS);
  }

  async function sendOne(photo: KeptPhoto): Promise<boolean> {
    try {
      take(
        await ask(
          api.PUT('/api/checks/{id}/photos/{photo}', {
            params: { path: { id, photo: photo.id }, query: { setting: photo.setting ?? undefined } },
            headers: { 'Content-Type': photo.picture.type || 'application/octet-stream' },
            body: photo.picture as never,
            bodySerializer: (body: unknown) => body as BodyInit,
          }),
        ),
      );
    } catch (error) {
      const problem = error as Problem;
      const signedOut = problem.status === 401 || problem.code === 'forgery-token';
      if (signedOut) await loadSession();
      if (problem.away || signedOut || problem.status === 429) return false;
      wrong.value = problem.message;
      // There is no room for it yet: it waits until one was taken away.
      if (problem.code === 'too-many') return false;
      if (problem.code === 'immutable') {
        await keepLate(photo);
        return true;
      }
    }
    await drop(photo.id);
    return true;
  }

  async function keepLate(photo: KeptPhoto): Promise<void> {
    const late = { ...photo, late: true };
    waiting.value = waiting.value.map((p) => (p.id === photo.id ? late : p));
    await shelf.keep(late).catch(() => undefined);
  }

  async function drop(photo: string): Promise<void> {
    waiting.value = waiting.value.filter((p) => p.id !== photo);
    await shelf.drop(photo).catch(() => undefined);
  }

  async function remove(photo: string): Promise<void> {
    if (waiting.value.some((p) => p.id === photo)) return drop(photo);
    wrong.value = '';
    try {
      take(
        await ask(
          api.DELETE('/api/checks/{id}/photos/{photo}', { params: { path: { id, photo } } }) as never,
        ),
      );
    } catch (error) {
      wrong.value = (error as Error).message;
    }
  }

  async function open(): Promise<void> {
    const kept = await shelf.of(id).catch(() => []);
    waiting.value = [...kept, ...waiting.value.filter((w) => kept.every((k) => k.id !== w.id))];
    await send();
  }

  watch(
    () => session.value?.login,
    (login) => login && mine().length && void send(),
  );
  onBeforeUnmount(() => {
    gone = true;
    clearTimeout(again);
  });
  void open();
  return { waiting, mine: computed(mine), wrong, busy, add, remove };
}
