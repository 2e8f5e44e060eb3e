import { ref } from 'vue';
import { recall, remember } from './recall';
import { api, ask, onSessionEnd, Problem, useWriteToken, type Views } from './client';
import { forgetRead } from './offline';

const LAST = 'session';
const RETRY_MS = 1500;

/** Who is signed in; undefined until asked, null for nobody. */
export const session = ref<Views['SessionView'] | null | undefined>(undefined);

/** Whether the person who is here may do something that not everybody may. The site decides; this only spares a refusal. */
export const can = (right: Views['Right']): boolean => session.value?.rights?.includes(right) ?? false;

function keep(view: Views['SessionView'] | null): void {
  useWriteToken(view?.writeToken ?? '');
  keepLast(view);
}

function keepLast(view: Views['SessionView'] | null): void {
  session.value = view;
  if (view) last = view.login;
  // The token is not kept: it is asked for again with every load.
  remember(LAST, view && { ...view, writeToken: '' });
}

/** Who was here last in this page, whose work its memory holds. */
let last = '';

let leaving = false;

/** While a person signs out, an answer that the session is over changes nothing yet: what is theirs goes first, and then they do. */
export function beLeaving(now: boolean): void {
  leaving = now;
}

// What waits to be uploaded stays for its owner; what was kept for reading does not stay for the next person.
onSessionEnd(() => {
  if (!session.value || leaving) return;
  keep(null);
  void forgetRead();
});

/** Asks who is signed in. While the site is away the last person goes on with what is kept here, and the question is asked again. */
export async function loadSession(): Promise<void> {
  try {
    keep(await ask(api.GET('/api/session')));
  } catch (error) {
    if (!(error instanceof Problem && error.away)) {
      keep(null);
      return;
    }
    const last = recall<Views['SessionView']>(LAST);
    if (session.value === undefined && last) session.value = last;
    setTimeout(() => void loadSession(), RETRY_MS);
  }
}

/** `stay` outlives the browser; else the session ends with it, or after hours without use. */
export async function signIn(login: string, password: string, stay: boolean): Promise<void> {
  const before = last;
  keep(await ask(api.POST('/api/session', { body: { login, password, keep: stay } })));
  // Another person must not find what this page holds of the one before.
  if (before && before !== last) location.reload();
}

/** Nobody is signed in any more. */
export const sessionOver = (): void => keep(null);

/** How this person reads quantities; every page is asked for anew by the caller. */
export async function changeNotation(notation: Views['NotationPreferences']): Promise<void> {
  await ask(api.PUT('/api/session/notation', { body: notation }));
  if (session.value) keepLast({ ...session.value, notation });
}

/** A new password; sessions on other machines end with it, this one goes on. */
export async function changePassword(current: string, next: string): Promise<void> {
  keep(await ask(api.PUT('/api/session/password', { body: { current, new: next } })));
}
