import { ref, watch, type Ref } from 'vue';
import { useLive } from './live';

/** Something that several people work on, shown as it is: opened by its id, opened again when somebody else has done something, and never with an older answer over a newer one. */
export function useOpened<T>(
  id: Ref<string>,
  fetch: (id: string) => Promise<T>,
  /** Whether what others do is looked at now. */
  follows: () => boolean = () => true,
) {
  const shown = ref<T>() as Ref<T | undefined>;
  const failed = ref<Error | null>(null);
  let asked = 0;
  async function open(): Promise<void> {
    const mine = ++asked;
    try {
      const view = await fetch(id.value);
      if (mine === asked) shown.value = view;
      failed.value = null;
    } catch (error) {
      if (!shown.value) failed.value = error as Error;
    }
  }
  watch(
    id,
    () => {
      shown.value = undefined;
      void open();
    },
    { immediate: true },
  );
  useLive((_, of) => {
    if (follows() && (!of || of === id.value)) void open();
  });
  /** An answer that was asked for before another one came is not shown over it. */
  function show(view: T): void {
    asked++;
    shown.value = view;
  }
  return { shown, failed, open, show };
}
