import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { useLive } from '../../app/live';
import { loadSession, session } from '../../app/session';

type Check = Views['CheckView'];
export type Stage = Views['CheckStage'];

/** A reading that the site has not confirmed yet. `read` null takes a reading back. */
export interface Waiting {
  setting: string;
  read: string | null;
  seen: number;
  stage: Stage;
  /** An id of its own, so that one sent again after a lost answer is known. */
  receipt: string;
  /** Whose reading it is: it is uploaded under that name or not at all. */
  login: string;
}

export interface Conflict {
  setting: string;
  stage: Stage;
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

const WAITING = /^gold-notch\.check\.(.+)\.waiting$/;
/** The checks for which somebody's readings wait in this browser. */
export const checksWaitingFor = (login: string): string[] =>
  Object.keys(localStorage)
    .map((name) => WAITING.exec(name)?.[1])
    .filter((id): id is string => !!id)
    .filter((id) => (kept<Waiting[]>(key(id, 'waiting')) ?? []).some((w) => (w.login ?? login) === login));

/** One check: what the site knows of it, what still waits to be uploaded, and what was refused. Waiting readings survive a reload. */
export function useCheck(id: string) {
  const check = ref<Check | null>(kept<Check>(key(id, 'view')));
  const waiting = ref<Waiting[]>(
    // What an older version of this page kept has no stage and no name: it was as found, and the person's who is here.
    (kept<Waiting[]>(key(id, 'waiting')) ?? []).map((w) => ({
      ...w,
      stage: w.stage ?? 'found',
      receipt: w.receipt ?? crypto.randomUUID(),
      login: w.login ?? me(),
    })),
  );
  const refusal = ref<{ setting: string; message: string } | null>(null);
  const conflict = ref<Conflict | null>(null);
  const failure = ref<string | null>(null);
  const stage = ref<Stage>('found');
  let sending = false;
  let again: ReturnType<typeof setTimeout> | undefined;

  watch(waiting, (all) => localStorage.setItem(key(id, 'waiting'), JSON.stringify(all)), { deep: true });

  function take(view: Check): void {
    check.value = view;
    if (view.signedAt) {
      localStorage.removeItem(key(id, 'view'));
      // What waits was read before somebody else signed: it is still to be said beside the check.
      if (!waiting.value.length) localStorage.removeItem(key(id, 'waiting'));
    } else {
      localStorage.setItem(key(id, 'view'), JSON.stringify(view));
    }
  }

  const later = () => {
    clearTimeout(again);
    again = setTimeout(() => void (check.value && mine().length ? send() : load()), RETRY_MS);
  };

  async function load(): Promise<void> {
    try {
      take(await ask(api.GET('/api/checks/{id}', { params: { path: { id } } })));
      failure.value = null;
      if (mine().length) await send();
    } catch (error) {
      if (error instanceof Problem && error.away) later();
      failure.value = check.value ? null : (error as Error).message;
    }
  }

  /** What waits under the name of the person who is here. */
  const mine = () => waiting.value.filter((w) => w.login === me());

  /** Sends what waits, in order; a broken line keeps it and tries again. */
  async function send(): Promise<void> {
    if (sending) return;
    sending = true;
    let late = false;
    try {
      for (let next = mine()[0]; next; next = mine()[0]) {
        const went = await sendOne(next);
        late ||= went === 'beside';
        if (!went) return;
      }
    } finally {
      sending = false;
    }
    if (late) await load();
  }

  const drop = (gone: Waiting) => (waiting.value = waiting.value.filter((w) => w.receipt !== gone.receipt));

  /** Somebody signed while it waited here: a signed check stays as it is, so it becomes a later addition, once. */
  async function sayBeside(late: Waiting): Promise<'beside' | false> {
    const what =
      late.read === null
        ? 'taken back'
        : late.stage === 'left'
          ? `put to ${late.read}`
          : `read as ${late.read}`;
    try {
      await ask(
        api.PUT('/api/checks/{id}/additions/{addition}', {
          params: { path: { id, addition: late.receipt } },
          body: { text: `${what}, before it was signed; it went up after.`, setting: late.setting },
        }),
      );
    } catch (error) {
      // Whatever stands in the way now, what was read is not given up for it.
      if (!(error instanceof Problem) || error.status !== 404) {
        later();
        return false;
      }
    }
    drop(late);
    return 'beside';
  }

  async function sendOne(next: Waiting): Promise<boolean | 'beside'> {
    try {
      const view = await ask(
        api.PUT('/api/checks/{id}/readings/{setting}', {
          params: { path: { id, setting: next.setting } },
          headers: { 'If-Match': `"${next.seen}"` },
          body: { read: next.read, stage: next.stage, receipt: next.receipt },
        }),
      );
      drop(next);
      take(view);
      // A newer reading of the same notch that waits has now seen this one: one must not conflict with oneself.
      const seen = versionOf(next.setting, next.stage);
      waiting.value = waiting.value.map((w) =>
        w.setting === next.setting && w.stage === next.stage ? { ...w, seen } : w,
      );
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
      if (problem.code === 'immutable') return await sayBeside(next);
      drop(next);
      if (problem.status === 412) {
        conflict.value = {
          setting: next.setting,
          stage: next.stage,
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

  function versionOf(setting: string, of: Stage): number {
    const line = check.value?.lines.find((l) => l.line.setting === setting);
    return (of === 'left' ? line?.leftVersion : line?.foundVersion) ?? 0;
  }

  async function record(setting: string, read: string | null, of: Stage = stage.value): Promise<boolean> {
    refusal.value = null;
    waiting.value = [
      ...waiting.value.filter((w) => w.setting !== setting || w.stage !== of),
      {
        setting,
        read,
        seen: versionOf(setting, of),
        stage: of,
        receipt: crypto.randomUUID(),
        login: me(),
      },
    ];
    await send();
    return (refusal.value as { setting: string } | null)?.setting !== setting;
  }

  /** Decides between two readings of a notch: the one that stands (null), or a second one. */
  async function decide(setting: string, of: Stage, rival: Views['ReadingView'] | null): Promise<void> {
    try {
      take(
        await ask(
          api.POST('/api/checks/{id}/readings/{setting}/decision', {
            params: { path: { id, setting } },
            body: {
              stage: of,
              by: rival?.by ?? null,
              kind: rival?.kind ?? null,
              typed: rival?.typed ?? null,
            },
          }),
        ),
      );
    } catch (error) {
      refusal.value = { setting, message: (error as Error).message };
      await load();
    }
  }

  /** Settles a conflict that has just come up: yours stands, or theirs. */
  async function settle(yours: boolean): Promise<void> {
    const open = conflict.value;
    conflict.value = null;
    if (open) await decide(open.setting, open.stage, yours ? open.yours : null);
  }

  async function sign(note: string): Promise<void> {
    take(await ask(api.PUT('/api/checks/{id}/signature', { params: { path: { id } }, body: { note } })));
  }

  // Others carry the same check: what they record is seen here. What waits here is not touched by it.
  useLive((_, changed) => {
    if ((!changed || changed === id) && !sending) void load();
  });
  watch(
    () => session.value?.login,
    (login) => login && mine().length && void send(),
  );

  const lines = computed(() => check.value?.lines ?? []);
  onBeforeUnmount(() => clearTimeout(again));
  void load();
  return {
    check,
    lines,
    waiting,
    refusal,
    conflict,
    failure,
    stage,
    record,
    decide,
    settle,
    sign,
    load,
    take,
  };
}

const me = () => session.value?.login ?? '';
