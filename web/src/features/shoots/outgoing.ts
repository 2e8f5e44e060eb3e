import { api, ask, Problem, type Views } from '../../app/client';
import type { Entry, Outcome } from '../../app/outbox/entry';
import { addKind } from '../../app/outbox/outbox';
import { outcomeOf, sessionEnded } from '../../app/outbox/retry';
import { loadSession } from '../../app/session';

/** The day of a shoot, whose id is its group, is late by so much: said at its `at`, with network or without. */
export interface LateEntry extends Entry {
  kind: 'late';
  minutes: number;
  /** The version of the shoot that was on the page. */
  seen: number;
  /** When the shoot ended on the page: how a move that arrived although its answer was lost is known again. */
  end: string;
}

export const isLate = (entry: Entry): entry is LateEntry => entry.kind === 'late';

const WAIT_MS = 30_000;
const MINUTE_MS = 60_000;
const CHANGED =
  'Somebody changed the shoot meanwhile, so its day was not moved. Look at the day and say again how late it is.';

async function sendLate(entry: LateEntry): Promise<Outcome> {
  const path = { id: entry.group };
  try {
    const view = await ask(
      api.POST('/api/shoots/{id}/late', {
        params: { path },
        headers: { 'If-Match': `"${entry.seen}"` },
        body: { minutes: entry.minutes, at: new Date(entry.at).toISOString() },
        signal: AbortSignal.timeout(WAIT_MS),
      }),
    );
    return { kind: 'acknowledged', answer: view };
  } catch (error) {
    const problem = error instanceof Problem ? error : new Problem(0, 'unreachable', String(error));
    if (problem.status === 412) return arrived(entry);
    if (sessionEnded(problem)) await loadSession();
    return outcomeOf(problem);
  }
}

/** The shoot is another than it was: because this very move arrived before, or because of somebody else. */
async function arrived(entry: LateEntry): Promise<Outcome> {
  try {
    const view = await ask(api.GET('/api/shoots/{id}', { params: { path: { id: entry.group } } }));
    const moved = Date.parse(view.document.end ?? '') - Date.parse(entry.end);
    return moved === entry.minutes * MINUTE_MS
      ? { kind: 'acknowledged', answer: view }
      : { kind: 'refused', refusal: { code: 'changed-meanwhile', message: CHANGED, final: true } };
  } catch (error) {
    return outcomeOf(error instanceof Problem ? error : new Problem(0, 'unreachable', String(error)));
  }
}

addKind<LateEntry>('late', {
  send: sendLate,
  // What was said after it has now seen it.
  follow: (_sent, answer, waiting) => {
    const view = answer as Views['ShootView'];
    return { ...waiting, seen: view.version, end: view.document.end ?? waiting.end };
  },
});

/** Moments of a day as they are while moves of it still wait: what was to come when one was said is later by so much. */
export function moved(
  moments: readonly Views['DayMomentView'][],
  waiting: readonly LateEntry[],
): Views['DayMomentView'][] {
  return waiting.reduce<Views['DayMomentView'][]>(
    (all, entry) =>
      all.map((m) => {
        const at = Date.parse(m.at);
        return at < entry.at
          ? m
          : { ...m, at: new Date(Math.max(at + entry.minutes * MINUTE_MS, entry.at)).toISOString() };
      }),
    [...moments],
  );
}
