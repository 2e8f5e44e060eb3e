import { computed, onBeforeUnmount, ref, watch, type Ref } from 'vue';
import { copy } from './copy';
import { Problem } from './client';

const PREVIEW_MS = 60;
const KEEP_MS = 700;
const UNDO_STEPS = 200;

/** What a document of one kind needs to be worked on: how it is looked at while typing, and how it is kept. */
export type KeptDocument<D, P> = {
  document: D;
  revision: number;
  editable: boolean;
  /** Asks what the document comes to; a later question aborts it. */
  preview: (document: D, signal: AbortSignal) => Promise<P>;
  /** Keeps it against the revision that was seen; gives the next one. */
  keep: (document: D, revision: number) => Promise<number>;
  /** What the site says is kept now, when somebody else was first. */
  newest: (refused: Problem) => { document: D; revision: number };
  /** Where what the site does not take yet is held in this browser; none where everything typed is taken. */
  place?: string;
};

/** What a change would do is asked while typing; what can be read is kept by itself a moment later; every step can be taken back. */
export function useKeptDocument<D extends object, P>(of: KeptDocument<D, P>) {
  const held = of.place && of.editable ? localStorage.getItem(of.place) : null;
  const doc = ref(copy(of.document)) as Ref<D>;
  const revision = ref(of.revision);
  const preview = ref<P | null>(null) as Ref<P | null>;
  const state = ref<'kept' | 'typing' | 'keeping' | 'wrong' | 'away' | 'conflict'>('kept');
  const problem = ref('');
  /** The field that cannot be read, as a pointer into the document; empty while all can. */
  const pointer = ref('');
  const newest = ref(null) as Ref<{ document: D; revision: number } | null>;
  const past = ref<string[]>([]);
  const future = ref<string[]>([]);
  let last = JSON.stringify(doc.value);
  let kept = last;
  let previewPause: ReturnType<typeof setTimeout> | undefined;
  let keepPause: ReturnType<typeof setTimeout> | undefined;
  let asking: AbortController | undefined;
  let keeping: Promise<void> = Promise.resolve();

  function hold(now: string): void {
    if (!of.place) return;
    if (now === kept) localStorage.removeItem(of.place);
    else localStorage.setItem(of.place, now);
  }

  function look(): void {
    clearTimeout(previewPause);
    previewPause = setTimeout(async () => {
      asking?.abort();
      const mine = (asking = new AbortController());
      try {
        preview.value = await of.preview(doc.value, mine.signal);
        if (state.value !== 'conflict' && state.value !== 'away') problem.value = '';
        pointer.value = '';
      } catch (error) {
        // Numbers half typed cannot be sent at all; typing goes on and what stands stays.
        if (!mine.signal.aborted && error instanceof Problem && !error.away) {
          problem.value = error.message;
          pointer.value = error.pointer;
        }
      }
    }, PREVIEW_MS);
  }

  async function keep(): Promise<void> {
    clearTimeout(keepPause);
    const now = JSON.stringify(doc.value);
    if (!of.editable || state.value === 'conflict') return;
    if (now === kept) {
      // Undone to what is kept already: nothing has to be uploaded.
      state.value = 'kept';
      problem.value = '';
      hold(now);
      return;
    }
    state.value = 'keeping';
    try {
      revision.value = await of.keep(JSON.parse(now) as D, revision.value);
      kept = now;
      problem.value = '';
      state.value = JSON.stringify(doc.value) === kept ? 'kept' : 'typing';
      hold(JSON.stringify(doc.value));
    } catch (error) {
      const wrong = error as Problem;
      problem.value = wrong.message;
      if (wrong.status === 412) {
        newest.value = of.newest(wrong);
        state.value = 'conflict';
      } else if (wrong.away) {
        state.value = 'away';
        keepPause = setTimeout(() => void keepSoon(), 2000);
      } else {
        state.value = 'wrong';
        pointer.value = wrong.pointer;
      }
    }
  }
  const keepSoon = () => (keeping = keeping.then(keep));

  watch(
    doc,
    () => {
      const now = JSON.stringify(doc.value);
      if (now === last) return;
      past.value = [...past.value.slice(-UNDO_STEPS), last];
      future.value = [];
      last = now;
      hold(now);
      if (state.value !== 'conflict') state.value = 'typing';
      look();
      clearTimeout(keepPause);
      keepPause = setTimeout(() => void keepSoon(), KEEP_MS);
    },
    { deep: true },
  );
  if (held && held !== kept) doc.value = JSON.parse(held) as D;
  look();

  function step(from: Ref<string[]>, to: Ref<string[]>): void {
    const text = from.value.at(-1);
    if (text === undefined) return;
    from.value = from.value.slice(0, -1);
    to.value = [...to.value, last];
    last = text;
    hold(text);
    doc.value = JSON.parse(text) as D;
    if (state.value !== 'conflict') state.value = 'typing';
    look();
    clearTimeout(keepPause);
    keepPause = setTimeout(() => void keepSoon(), KEEP_MS);
  }

  /** Two people changed it: take theirs, or keep mine over it; what is left out can be had back with undo. */
  function settle(theirs: boolean): void {
    if (!newest.value) return;
    revision.value = newest.value.revision;
    kept = JSON.stringify(newest.value.document);
    state.value = 'typing';
    if (theirs) doc.value = copy(newest.value.document);
    newest.value = null;
    void keepSoon();
  }

  onBeforeUnmount(() => {
    clearTimeout(previewPause);
    asking?.abort();
    void keepSoon();
  });

  return {
    doc,
    revision,
    preview,
    state,
    problem,
    pointer,
    restored: Boolean(held),
    editable: of.editable,
    newest,
    look,
    keep: keepSoon,
    settle,
    undo: () => step(past, future),
    redo: () => step(future, past),
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
  };
}
