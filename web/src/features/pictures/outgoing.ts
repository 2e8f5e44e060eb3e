import { api, ask, Problem, type Views } from '../../app/client';
import type { Entry, Outcome } from '../../app/outbox/entry';
import { addKind } from '../../app/outbox/outbox';
import { outcomeOf, sessionEnded } from '../../app/outbox/retry';
import { loadSession } from '../../app/session';
import { send } from './upload';

/** A picture whose file waits in this browser; its id is the picture's. */
export interface PictureEntry extends Entry {
  kind: 'picture';
  file: File;
  /** The match it belongs to, whose id is its group: the camera, the round, and where its controls stood. */
  place?: { letter: string; turn: number; position: Views['MatchPositionDocument']; seen: number };
}

export const isPicture = (entry: Entry): entry is PictureEntry => entry.kind === 'picture';

async function sendPicture(entry: PictureEntry): Promise<Outcome> {
  try {
    await send(entry.id, entry.file, new AbortController().signal);
    if (!entry.place) return { kind: 'acknowledged' };
    const { letter, turn, position, seen } = entry.place;
    const answer = await ask(
      api.PUT('/api/matches/{id}/turns/{turn}/{letter}', {
        params: { path: { id: entry.group, turn, letter } },
        body: { picture: entry.id, position, seen },
      }),
    );
    return { kind: 'acknowledged', answer };
  } catch (error) {
    const problem = error instanceof Problem ? error : new Problem(0, 'unreachable', String(error));
    if (sessionEnded(problem)) await loadSession();
    return outcomeOf(problem);
  }
}

addKind<PictureEntry>('picture', { send: sendPicture });
