import { computed, onBeforeUnmount, ref } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import type { Stage } from './outgoing';

const AT_ONCE = 10;

/** The camera behind a check: whether it answers, reading it bit by bit so that it can be followed and stopped, and setting it. */
export function useCamera(id: string, take: (check: Views['CheckView']) => void) {
  const camera = ref<Views['CameraView'] | null>(null);
  const results = ref<Views['CameraReadView'][]>([]);
  const done = ref(0);
  const of = ref(0);
  const busy = ref(false);
  const doing = ref<'read' | 'send'>('read');
  const wrong = ref('');
  /** What the camera would not take, by setting, in its own words. */
  const refused = ref<{ setting: string; sentence: string }[]>([]);
  let stop: AbortController | undefined;

  async function look(): Promise<void> {
    try {
      camera.value = await ask(api.GET('/api/checks/{id}/camera', { params: { path: { id } } }));
    } catch {
      // Without the site there is no link either; the check goes on by hand.
      camera.value = null;
    }
  }

  async function read(stage: Stage): Promise<void> {
    await look();
    wrong.value = camera.value?.sentence ?? '';
    const settings = camera.value?.reports ?? [];
    if (!settings.length) return;
    stop = new AbortController();
    busy.value = true;
    doing.value = 'read';
    results.value = [];
    done.value = 0;
    of.value = settings.length;
    try {
      for (let from = 0; from < settings.length && !stop.signal.aborted; from += AT_ONCE) {
        const answer = await ask(
          api.POST('/api/checks/{id}/camera/readings', {
            params: { path: { id } },
            body: { settings: settings.slice(from, from + AT_ONCE), stage },
            signal: stop.signal,
          }),
        );
        results.value.push(...answer.settings);
        done.value = Math.min(from + AT_ONCE, settings.length);
        take(answer.check);
      }
    } catch (error) {
      if (!stop.signal.aborted) wrong.value = (error as Error).message;
    } finally {
      busy.value = false;
    }
  }

  /**
   * Sends what stands wrong, one after the other in the order of correcting, which each answer may change. What the camera refuses is
   * passed over and told; when it falls silent nothing more is sent, and what it took is recorded.
   */
  async function setAll(order: () => string[]): Promise<void> {
    const due = () => order().filter((s) => accepts(s) && !tried.has(s));
    const tried = new Set<string>();
    stop = new AbortController();
    busy.value = true;
    doing.value = 'send';
    wrong.value = '';
    refused.value = [];
    done.value = 0;
    of.value = due().length;
    for (let next = due()[0]; next && !stop.signal.aborted; next = due()[0]) {
      tried.add(next);
      try {
        take((await put(next, stop.signal)).check);
      } catch (error) {
        if (stop.signal.aborted) break;
        if ((error as Problem).code !== 'camera-refused') {
          wrong.value = (error as Error).message;
          break;
        }
        refused.value.push({ setting: next, sentence: (error as Error).message });
      }
      done.value += 1;
      of.value = done.value + due().length;
    }
    busy.value = false;
    of.value = 0;
  }

  const put = (setting: string, signal?: AbortSignal) =>
    ask(
      api.PUT('/api/checks/{id}/camera/settings/{setting}', {
        params: { path: { id, setting } },
        signal,
      }),
    );

  /** Sends the sheet's value of one setting to the camera; what it then shows is recorded as left. */
  async function set(setting: string): Promise<boolean> {
    wrong.value = '';
    busy.value = true;
    try {
      take((await put(setting)).check);
      return true;
    } catch (error) {
      wrong.value = (error as Error).message;
      return false;
    } finally {
      busy.value = false;
    }
  }

  const accepts = (setting: string) => camera.value?.accepts.includes(setting) ?? false;
  /** What a person has to look at: read otherwise by a person, or nothing its card knows. */
  const apart = computed(() =>
    results.value.filter((r) => r.outcome === 'differs' || r.outcome === 'notUnderstood'),
  );
  const taken = computed(() => results.value.filter((r) => r.outcome === 'recorded').length);
  onBeforeUnmount(() => stop?.abort());
  void look();
  return {
    camera,
    busy,
    doing,
    done,
    of,
    wrong,
    refused,
    apart,
    taken,
    read,
    set,
    setAll,
    accepts,
    cancel: () => stop?.abort(),
  };
}
