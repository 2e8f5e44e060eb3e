import { ref } from 'vue';
import { api, ask, Problem, useWriteToken, type Views } from './client';

/** Who is signed in; undefined until asked, null for nobody. */
export const session = ref<Views['SessionView'] | null | undefined>(undefined);

function keep(view: Views['SessionView'] | null): void {
  session.value = view;
  useWriteToken(view?.writeToken ?? '');
}

export async function loadSession(): Promise<void> {
  try {
    keep(await ask(api.GET('/api/session')));
  } catch (error) {
    if (error instanceof Problem && error.away && session.value !== undefined) return;
    keep(null);
  }
}

export async function signIn(login: string, password: string): Promise<void> {
  keep(await ask(api.POST('/api/session', { body: { login, password } })));
}

export async function signOut(): Promise<void> {
  await ask(api.DELETE('/api/session'));
  keep(null);
}
