import { onBeforeUnmount, ref, watch } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { copy, fromText, toText } from '../../app/copy';
import { withoutEmptyRows } from './fieldNames';
import { notNumber } from './specificationText';

type Card = Views['ModelDocument'];
const PREVIEW_MS = 120;
const STEPS_KEPT = 20;

/** A specification being filled in: what is typed stays in this browser until it is kept as a version, and what it comes to is asked while typing. */
export function useSpecification(first: Card) {
  const place = `gold-notch.card.${first.key}.${first.version}`;
  const found = localStorage.getItem(place);
  const card = ref<Card>(found ? fromText<Card>(found) : copy(first));
  const restored = ref(Boolean(found));
  const seen = ref(first.version);
  const original = toText(first);
  const preview = ref<Views['ModelPreview'] | null>(null);
  const changed = ref(Boolean(found));
  // Steps back outlive a reload with what they lead back from.
  const steps = `${place}.past`;
  const past = ref<string[]>(
    found ? (JSON.parse(localStorage.getItem(steps) ?? 'null') ?? [toText(first)]) : [],
  );
  const problem = ref('');
  /** Where in the document it is; empty where it is nowhere in particular. */
  const problemAt = ref('');
  const busy = ref(false);
  let last = toText(card.value);
  let visited: Element | null = null;
  let pause: ReturnType<typeof setTimeout> | undefined;
  let asking: AbortController | undefined;

  function look(): void {
    clearTimeout(pause);
    pause = setTimeout(async () => {
      asking?.abort();
      const mine = (asking = new AbortController());
      const body = withoutEmptyRows(card.value);
      const bare = notNumber(body);
      if (bare) {
        preview.value = {
          ...(preview.value ?? { completeness: [], findings: [], controls: [], sheets: [] }),
          wrong: {
            pointer: bare,
            message: 'This is no number. Nothing is lost; write it with digits.',
          },
        };
        return;
      }
      try {
        const next = await ask(api.POST('/api/models/preview', { body, signal: mine.signal }));
        // What cannot be read has no parts to show: those that were there stay, so that every one of them can still be opened.
        preview.value = next.wrong && preview.value ? { ...preview.value, wrong: next.wrong } : next;
      } catch (error) {
        if (!mine.signal.aborted && !(error as Problem).away) problem.value = (error as Error).message;
      }
    }, PREVIEW_MS);
  }

  watch(
    card,
    () => {
      const now = toText(card.value);
      if (now === last) return;
      // One visit to a text field is one step back, not one for every letter.
      const field = document.activeElement;
      if (!(field instanceof HTMLInputElement) || field !== visited)
        past.value = [...past.value.slice(-100), last];
      visited = field;
      last = now;
      changed.value = now !== original;
      remember(now);
      look();
    },
    { deep: true },
  );
  look();
  onBeforeUnmount(() => {
    clearTimeout(pause);
    asking?.abort();
  });

  function remember(now: string): void {
    if (changed.value) {
      localStorage.setItem(place, now);
      localStorage.setItem(steps, JSON.stringify(past.value.slice(-STEPS_KEPT)));
    } else forget();
  }
  function forget(): void {
    localStorage.removeItem(place);
    localStorage.removeItem(steps);
  }

  function undo(): void {
    const text = past.value.at(-1);
    if (!text) return;
    past.value = past.value.slice(0, -1);
    visited = null;
    last = text;
    card.value = fromText<Card>(text);
    changed.value = text !== original;
    remember(text);
    look();
  }

  /** Saves the specification as the next version. A version that came in between is named; what was typed stays. */
  async function keep(): Promise<Views['ModelView'] | null> {
    busy.value = true;
    problem.value = problemAt.value = '';
    try {
      const kept = await ask(
        api.PUT('/api/models/{key}', {
          params: { path: { key: card.value.key } },
          headers: { 'If-Match': `"${seen.value}"` },
          body: withoutEmptyRows(card.value),
        }),
      );
      forget();
      changed.value = false;
      return kept;
    } catch (error) {
      const wrong = error as Problem;
      problem.value = wrong.message;
      problemAt.value = wrong.pointer;
      const newest = wrong.more?.newest as Card | undefined;
      if (wrong.status === 412 && newest) seen.value = newest.version;
      return null;
    } finally {
      busy.value = false;
    }
  }

  function discard(): void {
    forget();
    card.value = fromText<Card>(original);
    restored.value = false;
  }

  return { card, preview, changed, restored, problem, problemAt, busy, keep, discard, undo, past };
}
