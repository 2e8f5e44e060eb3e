import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, onBeforeUnmount, ref, type Ref } from 'vue';
import { api, ask, Problem, upload, type Views } from '../../app/client';

export type Clip = Views['ClipView'];

/** What the site takes; until it has said so, what is usual. */
const limit = ref(2048);
let asked = false;
async function askLimit(): Promise<void> {
  if (asked) return;
  asked = true;
  try {
    limit.value = (await ask(api.GET('/api/clips/limits'))).megabytes;
  } catch {
    // The site refuses what is too large itself.
    asked = false;
  }
}

/** Why a file is not sent at all; nothing where it may be. */
export function refusal(file: { name: string; size: number }, megabytes = limit.value): string {
  const mb = Math.ceil(file.size / (1024 * 1024));
  return file.size > megabytes * 1024 * 1024
    ? `${file.name} has ${mb} MB; a clip has at most ${megabytes}. Ten seconds are enough: record a shorter one. It was not sent.`
    : file.size === 0
      ? `${file.name} is empty. Copy it from the card again.`
      : '';
}

const EACH_MS = 700;

/** A clip as the site knows it, asked again while it is judged. */
export function useClip(id: Ref<string | undefined>) {
  const query = useQuery({
    queryKey: computed(() => ['clip', id.value]),
    queryFn: () => ask(api.GET('/api/clips/{id}', { params: { path: { id: id.value! } } })),
    enabled: computed(() => !!id.value),
    refetchInterval: (q) => (q.state.data?.state === 'judging' ? EACH_MS : false),
  });
  return { clip: query.data, problem: query.error, refetch: query.refetch };
}

/** Brings one clip: sent, then judged. It can be given up at any time, and the page left once it is here. */
export function useBringing(of: { check?: string; stage?: () => Views['CheckStage'] }) {
  const cache = useQueryClient();
  const id = ref<string>();
  const share = ref<number | null>(null);
  const wrong = ref('');
  let stop = new AbortController();
  void askLimit();
  onBeforeUnmount(() => stop.abort());

  async function bring(file: File | undefined): Promise<string | undefined> {
    if (!file || share.value !== null) return undefined;
    wrong.value = refusal(file);
    if (wrong.value) return undefined;
    const next = crypto.randomUUID();
    stop = new AbortController();
    share.value = 0;
    try {
      const query = new URLSearchParams({ name: file.name });
      if (of.check) query.set('check', of.check);
      if (of.stage) query.set('stage', of.stage());
      const clip = await upload<Clip>(
        `/api/clips/${next}?${query}`,
        file,
        (s) => (share.value = s),
        stop.signal,
      );
      cache.setQueryData(['clip', next], clip);
      void cache.invalidateQueries({ queryKey: ['clips'] });
      id.value = next;
      return next;
    } catch (error) {
      if (!stop.signal.aborted)
        wrong.value = `${(error as Error).message} The file is still where it was; choose it again.`;
      return undefined;
    } finally {
      share.value = null;
    }
  }

  /** Whether the camera is recording, and whether it gave no clip over a link. */
  const recording = ref(false);
  const byHand = ref(false);
  async function record(): Promise<void> {
    if (recording.value || !of.check) return;
    wrong.value = '';
    const next = crypto.randomUUID();
    stop = new AbortController();
    recording.value = true;
    try {
      const clip = await ask(
        api.POST('/api/clips/{id}/from-camera', {
          params: { path: { id: next } },
          body: { check: of.check, stage: of.stage?.(), seconds: 10 },
          signal: stop.signal,
        }),
      );
      cache.setQueryData(['clip', next], clip);
      void cache.invalidateQueries({ queryKey: ['clips'] });
      id.value = next;
    } catch (error) {
      if (stop.signal.aborted) return;
      wrong.value = (error as Error).message;
      if (error instanceof Problem && error.code === 'camera-none') byHand.value = true;
    } finally {
      recording.value = false;
    }
  }

  /** Gives it up, whether it is on its way or being judged. */
  async function giveUp(): Promise<void> {
    stop.abort();
    const gone = id.value;
    id.value = undefined;
    if (!gone) return;
    try {
      await ask(api.DELETE('/api/clips/{id}', { params: { path: { id: gone } } }));
    } catch (error) {
      wrong.value = (error as Error).message;
    }
  }
  return { id, share, wrong, limit, recording, byHand, bring, record, giveUp };
}
