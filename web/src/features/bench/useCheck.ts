import { useDebounceFn } from '@vueuse/core';
import { computed, onBeforeUnmount, ref } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { useLive } from '../../app/live';
import { outbox } from '../../app/outbox/outbox';
import { session } from '../../app/session';
import { recall, remember } from '../../app/recall';
import { isReading, versionIn, type CheckAnswer, type ReadingEntry, type Stage } from './outgoing';

type Check = Views['CheckView'];

export interface Conflict {
  setting: string;
  stage: Stage;
  message: string;
  yours: Views['ReadingView'];
  theirs: Views['ReadingView'];
}

const RETRY_MS = 1500;
/** What others did while something of ours was under way is looked at when that has had time to be answered. */
const AFTER_OURS_MS = 250;
const viewPlace = (id: string) => `check.${id}.view`;

/** One check: what the site knows of it, what still waits to be uploaded, and what was refused. */
export function useCheck(id: string) {
  const box = outbox();
  const check = ref<Check | null>(recall<Check>(viewPlace(id)));
  const readings = computed(() => box.entries.value.filter(isReading).filter((e) => e.group === id));
  /** Readings that are still to be sent, of whoever made them on this device. */
  const waiting = computed(() => readings.value.filter((e) => !e.refusal?.final));
  const refusal = ref<{ setting: string; message: string } | null>(null);
  const conflict = ref<Conflict | null>(null);
  const failure = ref<string | null>(null);
  const stage = ref<Stage>('found');
  let again: ReturnType<typeof setTimeout> | undefined;

  let newest = -1;
  /** Answers overtake one another: one that was asked for before something was recorded must not hide it again. */
  function take(view: Check): void {
    if (view.version < newest) return;
    newest = view.version;
    check.value = view;
    // The page of an open check opens without network too; an answer that comes after its person signed out stays nowhere.
    if (session.value !== null) remember(viewPlace(id), view.signedAt ? null : view);
  }

  async function load(): Promise<void> {
    clearTimeout(again);
    try {
      take(await ask(api.GET('/api/checks/{id}', { params: { path: { id } } })));
      failure.value = null;
    } catch (error) {
      if (error instanceof Problem && error.away) again = setTimeout(() => void load(), RETRY_MS);
      failure.value = check.value ? null : (error as Error).message;
    }
  }

  const stopHearing = box.onOutcome((entry, outcome) => {
    if (!isReading(entry) || entry.group !== id) return;
    if (outcome.kind === 'refused') {
      refusal.value = { setting: entry.setting, message: outcome.refusal.message };
    } else if (outcome.kind === 'acknowledged') {
      const answer = outcome.answer as CheckAnswer;
      if (answer.conflict) {
        conflict.value = { setting: entry.setting, stage: entry.stage, ...answer.conflict };
      }
      // Without a view it went beside a signed check, or somebody else was first: what is there now is asked for.
      if (answer.view) take(answer.view);
      else void load();
    }
  });

  const nameOf = (setting: string) =>
    check.value?.lines.find((l) => l.line.setting === setting)?.line.name ?? setting;

  /** Records a reading; false when the site refused it. One that cannot be sent yet waits and counts as recorded. */
  async function record(setting: string, read: string | null, of: Stage = stage.value): Promise<boolean> {
    refusal.value = null;
    const entry = {
      id: crypto.randomUUID(),
      kind: 'reading' as const,
      group: id,
      about: `${check.value?.unitTag ?? ''}, ${nameOf(setting)}: ${read ?? 'taken back'}`,
      setting,
      read,
      seen: versionIn(check.value, setting, of),
      stage: of,
    };
    await box.add<ReadingEntry>(entry);
    return !box.entries.value.some((e) => e.id === entry.id && e.refusal?.final);
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
    // What is signed is what is on the page: where somebody changed the check since, the site says so and this shows it.
    try {
      take(
        await ask(
          api.PUT('/api/checks/{id}/signature', {
            params: { path: { id } },
            headers: { 'If-Match': `"${check.value?.version ?? 0}"` },
            body: { note },
          }),
        ),
      );
    } catch (error) {
      if (error instanceof Problem && error.status === 412) await load();
      throw error;
    }
  }

  // Others carry the same check: what they record is seen here. What waits here is not touched by it.
  let isLeft = false;
  const loadAfterOurs = useDebounceFn(() => (isLeft ? undefined : load()), AFTER_OURS_MS);
  useLive((_, changed) => {
    if (!changed || changed === id) void (box.busy.value ? loadAfterOurs() : load());
  });

  const lines = computed(() => check.value?.lines ?? []);
  onBeforeUnmount(() => {
    isLeft = true;
    clearTimeout(again);
    stopHearing();
  });
  void load();
  return {
    check,
    lines,
    readings,
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
