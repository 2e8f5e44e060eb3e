import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { loadSession } from '../../app/session';

type Check = Views['CheckView'];

/** A reading that the site has not confirmed yet. `read` null takes a reading back. */
export interface Waiting {
  setting: string;
  read: string | null;
  seen: number;
}

export interface Conflict {
  setting: string;
  read: string | null;
  message: string;
  yours: Views['ReadingView'];
  theirs: Views['ReadingView'];
}

const RETRY_MS = 1500;
const key = (id: string, what: 'view' | 'waiting') => `gold-notch.check.${id}.${what}`;

function kept<T>(name: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(name) ?? 'null') as T | null;
  } catch {
    return null;
  }
}

/** One check: what the site knows of it, what still waits to go up, and what was refused. Waiting readings survive a reload. */
export function useCheck(id: string) {
  const check = ref<Check | null>(kept<Check>(key(id, 'view')));
  const waiting = ref<Waiting[]>(kept<Waiting[]>(key(id, 'waiting')) ?? []);
  const refusal = ref<{ setting: string; message: string } | null>(null);
  const conflict = ref<Conflict | null>(null);
  const failure = ref<string | null>(null);
  let sending = false;
  let again: ReturnType<typeof setTimeout> | undefined;

  watch(waiting, (all) => localStorage.setItem(key(id, 'waiting'), JSON.stringify(all)), { deep: true });

  function take(view: Check): void {
    check.value = view;
    if (view.signedAt) {
      localStorage.removeItem(key(id, 'view'));
      localStorage.removeItem(key(id, 'waiting'));
    } else {
      localStorage.setItem(key(id, 'view'), JSON.stringify(view));
    }
  }

  const later = () => {
    clearTimeout(again);
    again = setTimeout(() => void (check.value && waiting.value.length ? send() : load()), RETRY_MS);
  };

  async function load(): Promise<void> {
    try {
      take(await ask(api.GET('/api/checks/{id}', { params: { path: { id } } })));
      failure.value = null;
      if (waiting.value.length) await send();
    } catch (error) {
      if (error instanceof Problem && error.away) later();
      failure.value = check.value ? null : (error as Error).message;
    }
  }

  /** Sends what waits, in order; a broken line keeps it and tries again. */
  async function send(): Promise<void> {
    if (sending) return;
    sending = true;
    try {
      for (let next = waiting.value[0]; next; next = waiting.value[0]) {
        if (!(await sendOne(next))) return;
      }
    } finally {
      sending = false;
    }
  }

  async function sendOne(next: Waiting): Promise<boolean> {
    const drop = () => (waiting.value = waiting.value.filter((w) => w !== next));
    try {
      const view = await ask(
        api.PUT('/api/checks/{id}/readings/{setting}', {
          params: { path: { id, setting: next.setting } },
          headers: { 'If-Match': `"${next.seen}"` },
          body: { read: next.read },
        }),
      );
      drop();
      take(view);
      // A newer reading of the same notch that waits has now seen this one: one must not conflict with oneself.
      const seen = versionOf(next.setting);
      waiting.value = waiting.value.map((w) => (w.setting === next.setting ? { ...w, seen } : w));
      return true;
    } catch (error) {
      const problem = error as Problem;
      // An old token or an ended session is no fault of the reading: it waits until the person is in again.
      if (problem.code === 'forgery-token' || problem.status === 401) await loadSession();
      if (
        problem.away ||
        problem.status === 429 ||
        problem.status === 401 ||
        problem.code === 'forgery-token'
      ) {
        later();
        return false;
      }
      drop();
      if (problem.status === 412) {
        conflict.value = {
          setting: next.setting,
          read: next.read,
          message: problem.message,
          yours: problem.more.yours as Views['ReadingView'],
          theirs: problem.more.theirs as Views['ReadingView'],
        };
        await load();
      } else {
        refusal.value = { setting: next.setting, message: problem.message };
      }
      return true;
    }
  }

  const versionOf = (setting: string) =>
    check.value?.lines.find((l) => l.line.setting === setting)?.reading.version ?? 0;

  async function record(setting: string, read: string | null): Promise<boolean> {
    refusal.value = null;
    waiting.value = [
      ...waiting.value.filter((w) => w.setting !== setting),
      { setting, read, seen: versionOf(setting) },
    ];
    await send();
    return (refusal.value as { setting: string } | null)?.setting !== setting;
  }

  /** Settles a conflict: yours is sent again over theirs, or theirs stands. */
  async function settle(mine: boolean): Promise<void> {
    const open = conflict.value;
    conflict.value = null;
    if (mine && open) await record(open.setting, open.read);
  }

  async function sign(note: string): Promise<void> {
    take(await ask(api.PUT('/api/checks/{id}/signature', { params: { path: { id } }, body: { note } })));
  }

  const lines = computed(() => check.value?.lines ?? []);
  onBeforeUnmount(() => clearTimeout(again));
  void load();
  return { check, lines, waiting, refusal, conflict, failure, record, settle, sign, load };
}
