import { useIntervalFn } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { api, ask, away, type Problem, type Views } from '../../app/client';
import { copy } from '../../app/copy';
import { outbox } from '../../app/outbox/outbox';
import { isPractice, type PracticeEntry } from './outgoing';
import { kindOf } from './words';

type Full = Required<Views['PracticeWorkDocument']>;
type Work = { [K in keyof Full]: NonNullable<Full[K]> };
const place = (id: string) => `gold-notch.try.${id}`;

/** An exercise that goes on: every step is kept on the site, and on this device while the site is away. */
export function useTry(first: Views['TryView']) {
  const view = ref(first);
  const held = first.finishedAt ? null : localStorage.getItem(place(first.id));
  const start = held ? (JSON.parse(held) as Work) : first.work;
  const work = ref<Work>({
    moves: copy(start.moves ?? []),
    answers: copy(start.answers ?? []),
    named: copy(start.named ?? []),
    measured: copy(start.measured ?? []),
    seconds: Number(start.seconds ?? 0),
  });
  const state = ref<'kept' | 'keeping' | 'away' | 'conflict'>('kept');
  const problem = ref('');
  const box = outbox();
  /** The end of this exercise, while it waits for the site. */
  const waiting = computed(() => box.entries.value.filter(isPractice).find((e) => e.group === first.id));
  const finished = computed(() => Boolean(view.value.finishedAt));
  useIntervalFn(() => {
    if (!finished.value && !waiting.value && document.visibilityState === 'visible') work.value.seconds += 1;
  }, 1000);

  let keeping: Promise<void> = Promise.resolve();
  function keep(): Promise<void> {
    localStorage.setItem(place(first.id), JSON.stringify(work.value));
    keeping = keeping.then(async () => {
      if (finished.value || state.value === 'conflict') return;
      state.value = 'keeping';
      const sent = JSON.stringify(work.value);
      try {
        view.value = await ask(
          api.PUT('/api/practice/tries/{id}/steps', {
            params: { path: { id: first.id } },
            headers: { 'If-Match': `"${view.value.version}"` },
            body: JSON.parse(sent) as Work,
          }),
        );
        if (
          JSON.stringify({ ...work.value, seconds: 0 }) ===
          JSON.stringify({ ...JSON.parse(sent), seconds: 0 })
        )
          localStorage.removeItem(place(first.id));
        state.value = 'kept';
        problem.value = '';
      } catch (error) {
        const refused = error as Problem;
        if (refused.status === 412 && (await arrived(JSON.parse(sent) as Work))) {
          state.value = 'kept';
          problem.value = '';
          return;
        }
        state.value = refused.away ? 'away' : refused.status === 412 ? 'conflict' : 'kept';
        problem.value = refused.away
          ? 'The site cannot be reached. What you do is kept on this device; the finder follows when it is back.'
          : refused.message;
      }
    });
    return keeping;
  }
  /** Another version is kept than was seen: because these very steps arrived before and their answer was lost, or because of another window. */
  async function arrived(sent: Work): Promise<boolean> {
    try {
      const now = await ask(api.GET('/api/practice/tries/{id}', { params: { path: { id: first.id } } }));
      const same = JSON.stringify(now.work.moves ?? []) === JSON.stringify(sent.moves);
      if (same) view.value = now;
      return same;
    } catch {
      return false;
    }
  }
  // What was done while the site was away follows by itself.
  watch(away, (now) => {
    if (!now && state.value === 'away') void keep();
  });
  /** Works a control. */
  const move = (setting: string, to: string) => {
    work.value.moves.push({ setting, to });
    return keep();
  };
  const undo = () => {
    if (!work.value.moves.length) return;
    work.value.moves.pop();
    work.value.measured = work.value.measured.filter((m) => m <= work.value.moves.length);
    void keep();
  };
  const name = (cause: string) => {
    if (work.value.named.includes(cause)) return;
    work.value.named.push(cause);
    void keep();
  };
  const measure = () => {
    work.value.measured.push(work.value.moves.length);
    void keep();
  };
  const answer = (at: number, given: Partial<Views['PracticeAnswerDocument']>) => {
    while (work.value.answers.length <= at)
      work.value.answers.push({ place: '', choice: null, amount: null });
    work.value.answers[at] = { ...work.value.answers[at]!, ...given };
    localStorage.setItem(place(first.id), JSON.stringify(work.value));
  };
  async function finish(): Promise<void> {
    await keeping;
    await box.add<PracticeEntry>({
      id: crypto.randomUUID(),
      kind: 'practice',
      group: first.id,
      about: `${kindOf(first.kind).name}, ${first.modelName}`,
      work: copy(work.value),
    });
  }
  onBeforeUnmount(
    box.onOutcome((entry, outcome) => {
      if (!isPractice(entry) || entry.group !== first.id) return;
      if (outcome.kind === 'acknowledged') {
        view.value = outcome.answer as Views['TryView'];
        localStorage.removeItem(place(first.id));
        problem.value = '';
      } else if (outcome.kind === 'refused') problem.value = outcome.refusal.message;
      else
        problem.value = 'The site cannot be reached. This exercise is kept here and counted once it is back.';
    }),
  );
  return { view, work, state, problem, finished, waiting, move, undo, name, measure, answer, finish, keep };
}
