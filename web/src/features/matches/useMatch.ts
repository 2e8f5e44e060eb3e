import { computed, onScopeDispose, ref, type Ref } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { inTurn } from '../../app/inTurn';
import { copy } from '../../app/copy';
import { useOpened } from '../../app/useOpened';
import { outbox } from '../../app/outbox/outbox';
import { isPicture, type PictureEntry } from '../pictures/outgoing';
import { askLimits, refusal, send } from '../pictures/upload';

export type Match = Views['MatchView'];
export type Camera = Views['MatchCameraView'];
export type Position = Views['MatchPositionDocument'];
export type Document = Views['MatchDocument'];

/** The turn of a camera's next picture: the one that goes on, or the next where it has its picture of this one. */
export const nextTurn = (match: Match, camera: Camera): number =>
  Math.max(1, camera.turns.some((t) => t.turn === match.turn) ? match.turn + 1 : match.turn);

/** The camera a file is of: the one whose tag stands in its name, else the first that still waits for its picture. */
export function cameraOf(name: string, waiting: readonly Camera[]): Camera | undefined {
  const named = waiting.filter((c) => name.toUpperCase().includes(c.unit.toUpperCase()));
  return named.sort((a, b) => b.unit.length - a.unit.length)[0] ?? waiting[0];
}

export type MatchWork = ReturnType<typeof useMatch>;

/** One match while several people work on it: pictures, corrections and the signature go to the site at once, and what others do is shown. */
export function useMatch(id: Ref<string>) {
  const {
    shown: match,
    failed,
    open,
    show,
  } = useOpened(id, (of) => ask(api.GET('/api/matches/{id}', { params: { path: { id: of } } })));
  const wrong = ref('');
  /** What each camera is at, and what had to be said of its last picture. */
  const busy = ref<Record<string, string>>({});
  const says = ref<Record<string, string>>({});
  /** Cameras that gave no still over a link: their file is asked for. */
  const byHand = ref(new Set<string>());
  const corrected = ref<Record<string, Views['CorrectedView'][]>>({});
  void askLimits();
  const box = outbox();
  const waiting = computed(() => box.entries.value.filter((e) => isPicture(e) && e.group === id.value));
  onScopeDispose(
    box.onOutcome((entry, outcome) => {
      if (isPicture(entry) && entry.group === id.value && outcome.kind !== 'later') void open();
    }),
  );
  const stop = new AbortController();
  onScopeDispose(() => stop.abort());

  const camera = (letter: string) => match.value?.cameras.find((c) => c.letter === letter);
  const seenOf = (letter: string, turn: number) =>
    camera(letter)?.turns.find((t) => t.turn === turn)?.version ?? 0;

  /** One after another for each camera: what is typed on while an answer is under way goes with the version of that answer. */
  const lanes = new Map<string, ReturnType<typeof inTurn>>();
  function at(letter: string, what: string, work: () => Promise<void>): Promise<void> {
    if (!lanes.has(letter)) lanes.set(letter, inTurn());
    return lanes.get(letter)!(() => atNow(letter, what, work));
  }
  async function atNow(letter: string, what: string, work: () => Promise<void>): Promise<void> {
    if (stop.signal.aborted) return;
    busy.value = { ...busy.value, [letter]: what };
    says.value = { ...says.value, [letter]: '' };
    try {
      await work();
    } catch (error) {
      if (stop.signal.aborted) return;
      const problem = error as Problem;
      says.value = { ...says.value, [letter]: problem.message };
      if (problem.code === 'camera-none') byHand.value = new Set([...byHand.value, letter]);
      if (problem.status === 412 || problem.status === 409) await open();
    } finally {
      busy.value = Object.fromEntries(Object.entries(busy.value).filter(([l]) => l !== letter));
    }
  }

  function taken(letter: string, view: Views['TakenView']): void {
    show(view.match);
    says.value = { ...says.value, [letter]: view.says.join(' ') };
    corrected.value = Object.fromEntries(Object.entries(corrected.value).filter(([l]) => l !== letter));
  }

  /** A picture over the camera's link. */
  const still = (letter: string, turn: number, position: Position) =>
    at(letter, 'takes a picture', async () =>
      taken(
        letter,
        await ask(
          api.POST('/api/matches/{id}/turns/{turn}/{letter}/still', {
            params: { path: { id: id.value, turn, letter } },
            body: { picture: crypto.randomUUID(), position, seen: seenOf(letter, turn) },
            signal: stop.signal,
          }),
        ),
      ),
    );

  /** A picture from a file. */
  const file = (letter: string, turn: number, position: Position, of: File) =>
    at(letter, 'reads the picture', async () => {
      const not = refusal(of);
      if (not) throw new Error(not);
      const picture = crypto.randomUUID();
      const seen = seenOf(letter, turn);
      try {
        await send(picture, of, stop.signal);
        taken(
          letter,
          await ask(
            api.PUT('/api/matches/{id}/turns/{turn}/{letter}', {
              params: { path: { id: id.value, turn, letter } },
              body: { picture, position, seen },
            }),
          ),
        );
      } catch (error) {
        if (!(error instanceof Problem && error.away)) throw error;
        // It waits in this browser, over a reload too, and goes up when the site is back.
        void box.add<PictureEntry>({
          id: picture,
          kind: 'picture',
          group: id.value,
          about: `${of.name}, camera ${letter}`,
          file: of,
          // What the page follows cannot be put into a browser’s database.
          place: { letter, turn, position: copy(position), seen },
        });
      }
    });

  /** What its controls stood at, said after the picture. */
  const restate = (letter: string, turn: number, position: Position) =>
    at(letter, 'saves', async () => {
      const there = camera(letter)?.turns.find((t) => t.turn === turn);
      if (!there) return;
      taken(
        letter,
        await ask(
          api.PUT('/api/matches/{id}/turns/{turn}/{letter}', {
            params: { path: { id: id.value, turn, letter } },
            body: { picture: there.picture, position, seen: there.version },
          }),
        ),
      );
    });

  const takeOut = (letter: string, turn: number) =>
    at(letter, 'saves', async () =>
      show(
        await ask(
          api.DELETE('/api/matches/{id}/turns/{turn}/{letter}', {
            params: { path: { id: id.value, turn, letter } },
            headers: { 'If-Match': `"${seenOf(letter, turn)}"` },
          }),
        ),
      ),
    );

  const correct = (letter: string) =>
    at(letter, 'is corrected', async () => {
      const { done } = await ask(
        api.POST('/api/matches/{id}/cameras/{letter}/correct', {
          params: { path: { id: id.value, letter } },
        }),
      );
      corrected.value = { ...corrected.value, [letter]: done };
    });

  async function act(work: () => Promise<void>): Promise<boolean> {
    wrong.value = '';
    try {
      await work();
      return true;
    } catch (error) {
      wrong.value = (error as Error).message;
      if (error instanceof Problem && (error.status === 412 || error.status === 409)) await open();
      return false;
    }
  }

  /** One after another: what is typed on while an answer is under way goes with the version of that answer. */
  const turn = inTurn();
  const change = (how: (document: Document) => Document) => turn(() => changeNow(how));
  const changeNow = (how: (document: Document) => Document) =>
    act(async () => {
      if (!match.value) return;
      show(
        await ask(
          api.PUT('/api/matches/{id}', {
            params: { path: { id: id.value } },
            headers: { 'If-Match': `"${match.value.version}"` },
            body: how(match.value.document),
          }),
        ),
      );
    });

  /** Somebody has looked: what is outlined on the pictures is what it is taken for. */
  const confirm = () =>
    act(async () =>
      show(
        await ask(
          api.POST('/api/matches/{id}/regions', {
            params: { path: { id: id.value } },
            body: { regions: proposed.value.map((r) => r.region.id) },
          }),
        ),
      ),
    );

  const sign = () =>
    act(async () => {
      if (!match.value) return;
      show(
        await ask(
          api.POST('/api/matches/{id}/signature', {
            params: { path: { id: id.value } },
            body: { version: match.value.version, seal: match.value.seal },
          }),
        ),
      );
    });

  const drop = () =>
    act(async () => {
      if (!match.value) return;
      await ask(
        api.DELETE('/api/matches/{id}', {
          params: { path: { id: id.value } },
          headers: { 'If-Match': `"${match.value.version}"` },
        }),
      );
    });

  /** Regions that were found or carried over, and that nobody has confirmed; nothing is compared by them. */
  const proposed = computed(() =>
    (match.value?.cameras ?? []).flatMap((c) =>
      c.turns.flatMap((t) =>
        t.regions.filter((r) => r.isProposed).map((region) => ({ letter: c.letter, turn: t.turn, region })),
      ),
    ),
  );

  return {
    proposed,
    confirm,
    match,
    failed,
    wrong,
    busy,
    says,
    byHand,
    corrected,
    waiting,
    open,
    still,
    file,
    restate,
    takeOut,
    correct,
    change,
    sign,
    drop,
    isBusy: computed(() => Object.keys(busy.value).length > 0),
  };
}
