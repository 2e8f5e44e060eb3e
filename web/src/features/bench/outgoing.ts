import { api, ask, Problem, type Views } from '../../app/client';
import type { Entry, Outcome } from '../../app/outbox/entry';
import { addKind } from '../../app/outbox/outbox';
import { outcomeOf, sessionEnded } from '../../app/outbox/retry';
import { loadSession } from '../../app/session';

type Check = Views['CheckView'];
export type Stage = Views['CheckStage'];

/** A reading of a check, whose id is its group. `read` null takes a reading back. */
export interface ReadingEntry extends Entry {
  kind: 'reading';
  setting: string;
  read: string | null;
  /** The version of the reading that was on the page. */
  seen: number;
  stage: Stage;
}

/** A photograph of a check, whose id is its group. */
export interface PhotoEntry extends Entry {
  kind: 'photo';
  setting: string | null;
  picture: Blob;
}

/** What an acknowledged reading or photograph brought back. */
export interface CheckAnswer {
  view?: Check;
  /** Somebody read the same notch differently: the site has saved both, and asks for a decision. */
  conflict?: { message: string; yours: Views['ReadingView']; theirs: Views['ReadingView'] };
}

const READING_MS = 30_000;
const PHOTO_MS = 120_000;

export const isReading = (entry: Entry): entry is ReadingEntry => entry.kind === 'reading';
export const isPhoto = (entry: Entry): entry is PhotoEntry => entry.kind === 'photo';

/** The version of a reading in a view of its check, 0 before anybody read it. */
export function versionIn(view: Check | null | undefined, setting: string, of: Stage): number {
  const line = view?.lines.find((l) => l.line.setting === setting);
  return (of === 'left' ? line?.leftVersion : line?.foundVersion) ?? 0;
}

async function notTaken(error: unknown): Promise<Outcome> {
  const problem = error instanceof Problem ? error : new Problem(0, 'unreachable', String(error));
  // What was sent waits until the person is in again.
  if (sessionEnded(problem)) await loadSession();
  return outcomeOf(problem);
}

async function sendReading(entry: ReadingEntry): Promise<Outcome> {
  try {
    const view = await ask(
      api.PUT('/api/checks/{id}/readings/{setting}', {
        params: { path: { id: entry.group, setting: entry.setting } },
        headers: { 'If-Match': `"${entry.seen}"` },
        body: { read: entry.read, stage: entry.stage, receipt: entry.id },
        signal: AbortSignal.timeout(READING_MS),
      }),
    );
    return { kind: 'acknowledged', answer: { view } satisfies CheckAnswer };
  } catch (error) {
    if (error instanceof Problem && error.code === 'immutable') return addBeside(entry);
    if (error instanceof Problem && error.status === 412) {
      const { yours, theirs } = error.more as { yours: Views['ReadingView']; theirs: Views['ReadingView'] };
      return {
        kind: 'acknowledged',
        answer: { conflict: { message: error.message, yours, theirs } } satisfies CheckAnswer,
      };
    }
    return notTaken(error);
  }
}

/** Somebody signed while it waited here: a signed check stays as it is, so it becomes a later addition, once. */
async function addBeside(late: ReadingEntry): Promise<Outcome> {
  try {
    await ask(
      api.PUT('/api/checks/{id}/late-readings/{addition}', {
        params: { path: { id: late.group, addition: late.id } },
        body: { setting: late.setting, read: late.read, stage: late.stage },
        signal: AbortSignal.timeout(READING_MS),
      }),
    );
    return { kind: 'acknowledged', answer: {} satisfies CheckAnswer };
  } catch (error) {
    return notTaken(error);
  }
}

async function sendPhoto(entry: PhotoEntry): Promise<Outcome> {
  try {
    const view = await ask(
      api.PUT('/api/checks/{id}/photos/{photo}', {
        params: {
          path: { id: entry.group, photo: entry.id },
          query: { setting: entry.setting ?? undefined },
        },
        headers: { 'Content-Type': entry.picture.type || 'application/octet-stream' },
        body: entry.picture as never,
        bodySerializer: (body: unknown) => body as BodyInit,
        signal: AbortSignal.timeout(PHOTO_MS),
      }),
    );
    return { kind: 'acknowledged', answer: { view } satisfies CheckAnswer };
  } catch (error) {
    if (error instanceof Problem && error.code === 'too-many') {
      // There is no room for it yet: it waits until another was removed.
      const refusal = { code: error.code, message: error.message, final: false };
      return { kind: 'later', hold: 'group', refusal };
    }
    return notTaken(error);
  }
}

const sameNotch = (a: ReadingEntry, b: ReadingEntry) =>
  a.group === b.group && a.setting === b.setting && a.stage === b.stage;

addKind<ReadingEntry>('reading', {
  send: sendReading,
  replaces: sameNotch,
  // A newer reading of the same notch that waits has now seen this one: one must not conflict with oneself.
  follow: (sent, answer, waiting) => {
    const view = (answer as CheckAnswer).view;
    return view && sameNotch(sent, waiting)
      ? { ...waiting, seen: versionIn(view, sent.setting, sent.stage) }
      : waiting;
  },
});
addKind<PhotoEntry>('photo', { send: sendPhoto });
