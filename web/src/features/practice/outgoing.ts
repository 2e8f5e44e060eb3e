import { api, ask, Problem, type Views } from '../../app/client';
import type { Entry, Outcome } from '../../app/outbox/entry';
import { addKind } from '../../app/outbox/outbox';
import { outcomeOf, sessionEnded } from '../../app/outbox/retry';
import { loadSession } from '../../app/session';

/** A finished exercise, whose id is its group: sent when the site is there, and counted once however often it is sent. */
export interface PracticeEntry extends Entry {
  kind: 'practice';
  work: Views['PracticeWorkDocument'];
}

export const isPractice = (entry: Entry): entry is PracticeEntry => entry.kind === 'practice';

const WAIT_MS = 30_000;

async function send(entry: PracticeEntry): Promise<Outcome> {
  try {
    const view = await ask(
      api.PUT('/api/practice/tries/{id}/finished', {
        params: { path: { id: entry.group } },
        body: entry.work,
        signal: AbortSignal.timeout(WAIT_MS),
      }),
    );
    return { kind: 'acknowledged', answer: view };
  } catch (error) {
    const problem = error instanceof Problem ? error : new Problem(0, 'unreachable', String(error));
    if (sessionEnded(problem)) await loadSession();
    return outcomeOf(problem);
  }
}

addKind<PracticeEntry>('practice', { send, replaces: (newer, older) => newer.group === older.group });
