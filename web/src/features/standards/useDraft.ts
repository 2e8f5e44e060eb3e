import { computed, onBeforeUnmount, ref, watch, type Ref } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { copy } from '../../app/copy';

type Document = Views['StandardDocument'];
const PREVIEW_MS = 60;
const KEEP_MS = 700;
const UNDO_STEPS = 200;

/** What a draft would do is asked while typing; what can be read is kept by itself a moment later; every step can be taken back. */
export function useDraft(first: Views['StandardView'], setting: Ref<string>) {
  const doc = ref<Document>(copy(first.document));
  const revision = ref(first.head.revision);
  const preview = ref<Views['StandardPreview'] | null>(null);
  const state = ref<'kept' | 'typing' | 'keeping' | 'wrong' | 'away' | 'conflict'>('kept');
  const problem = ref('');
  const newest = ref<{ document: Document; revision: number } | null>(null);
  const past = ref<string[]>([]);
  const future = ref<string[]>([]);
  const editable = first.head.state === 'draft';
  let last = JSON.stringify(doc.value);
  let kept = last;
  let previewPause: ReturnType<typeof setTimeout> | undefined;
  let keepPause: ReturnType<typeof setTimeout> | undefined;
  let asking: AbortController | undefined;
  let keeping: Promise<void> = Promise.resolve();

  function look(): void {
    clearTimeout(previewPause);
    previewPause = setTimeout(async () => {
      asking?.abort();
      const mine = (asking = new AbortController());
      try {
        preview.value = await ask(
          api.POST('/api/standards/preview', {
            params: { query: { setting: setting.value } },
            body: doc.value,
            signal: mine.signal,
          }),
        );
      } catch (error) {
        // Numbers half typed cannot be sent at all; typing goes on and what stands stays.
        if (!mine.signal.aborted && error instanceof Problem && !error.away) problem.value = error.message;
      }
    }, PREVIEW_MS);
  }

  async function keep(): Promise<void> {
    clearTimeout(keepPause);
    const now = JSON.stringify(doc.value);
    if (!editable || state.value === 'conflict') return;
    if (now === kept) {
      // Undone to what is kept already: nothing has to go up.
      state.value = 'kept';
      problem.value = '';
      return;
    }
    state.value = 'keeping';
    try {
      const answer = await ask(
        api.PUT('/api/standards/{key}/draft', {
          params: { path: { key: doc.value.key }, header: { 'If-Match': `"${revision.value}"` } as never },
          headers: { 'If-Match': `"${revision.value}"` },
          body: JSON.parse(now) as Document,
        }),
      );
      revision.value = answer.head.revision;
      kept = now;
      problem.value = '';
      state.value = JSON.stringify(doc.value) === kept ? 'kept' : 'typing';
    } catch (error) {
      const wrong = error as Problem;
      problem.value = wrong.message;
      if (wrong.status === 412) {
        newest.value = { document: wrong.more.newest as Document, revision: Number(wrong.more.revision) };
        state.value = 'conflict';
      } else if (wrong.away) {
        state.value = 'away';
        keepPause = setTimeout(() => void keepSoon(), 2000);
      } else state.value = 'wrong';
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
      if (state.value !== 'conflict') state.value = 'typing';
      look();
      clearTimeout(keepPause);
      keepPause = setTimeout(() => void keepSoon(), KEEP_MS);
    },
    { deep: true },
  );
  watch(setting, look);
  look();

  function step(from: Ref<string[]>, to: Ref<string[]>): void {
    const text = from.value.at(-1);
    if (text === undefined) return;
    from.value = from.value.slice(0, -1);
    to.value = [...to.value, last];
    last = text;
    doc.value = JSON.parse(text) as Document;
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
    editable,
    newest,
    keep: keepSoon,
    settle,
    undo: () => step(past, future),
    redo: () => step(future, past),
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
  };
}
