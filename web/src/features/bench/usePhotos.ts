import { computed, onBeforeUnmount, ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { outbox } from '../../app/outbox/outbox';
import { isPhoto, type CheckAnswer, type PhotoEntry } from './outgoing';

/** Photographs of one check. Each waits in this browser until the site has acknowledged it. */
export function usePhotos(id: string, take: (check: Views['CheckView']) => void) {
  const box = outbox();
  const all = computed(() => box.entries.value.filter(isPhoto).filter((e) => e.group === id));
  /** Photographs that are still to be sent, of whoever took them on this device. */
  const waiting = computed(() => all.value.filter((e) => !e.refusal?.final));
  const failed = ref('');
  /** Why the last one was not taken, or could not be saved. */
  const wrong = computed(() => {
    if (waiting.value.some((e) => box.unsaved.value.has(e.id)))
      return 'This browser has no room to save the photograph. Leave the page open until it is uploaded.';
    return (
      failed.value || (all.value.find((e) => e.refusal && e.refusal.code !== 'fault')?.refusal?.message ?? '')
    );
  });

  async function add(picture: Blob, setting: string | null, about = 'photograph'): Promise<void> {
    failed.value = '';
    await box.add<PhotoEntry>({ id: crypto.randomUUID(), kind: 'photo', group: id, about, setting, picture });
  }

  async function remove(photo: string): Promise<void> {
    if (all.value.some((e) => e.id === photo)) return box.discard(photo);
    failed.value = '';
    try {
      const path = { id, photo };
      take(await ask(api.DELETE('/api/checks/{id}/photos/{photo}', { params: { path } }) as never));
      // There may be room now for one that waits.
      box.now();
    } catch (error) {
      failed.value = (error as Error).message;
    }
  }

  onBeforeUnmount(
    box.onOutcome((entry, outcome) => {
      if (!isPhoto(entry) || entry.group !== id || outcome.kind !== 'acknowledged') return;
      const { view } = outcome.answer as CheckAnswer;
      if (view) take(view);
    }),
  );
  return { all, waiting, wrong, busy: box.busy, add, remove };
}
