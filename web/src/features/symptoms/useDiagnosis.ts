import { computed, ref } from 'vue';
import type { Views } from '../../app/client';

/** Going through harmless causes one by one: which is before the person, which were looked at, when it may be called a fault. */
export function useDiagnosis(causes: () => Views['CauseView'][]) {
  const looked = ref<string[]>([]);
  /** A cause the person went back to. */
  const chosen = ref<string | null>(null);

  const open = computed(() => causes().filter((c) => c.open));
  const left = computed(() => open.value.filter((c) => !looked.value.includes(c.key)));
  /** What the check has read as the cause comes first: it is the shortest way. */
  const next = computed(() => left.value.find((c) => c.state === 'standsSo') ?? left.value[0]);
  const current = computed(() => causes().find((c) => c.key === chosen.value) ?? next.value);
  const mayBeFault = computed(() => open.value.length > 0 && left.value.length === 0);

  function notThat(key: string): void {
    looked.value = [...looked.value.filter((k) => k !== key), key];
    chosen.value = null;
  }

  function back(key: string): void {
    looked.value = looked.value.filter((k) => k !== key);
    chosen.value = key;
  }

  return { looked, left, current, mayBeFault, notThat, back };
}
