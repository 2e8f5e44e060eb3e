import { computed, ref } from 'vue';
import { api, ask, type Views } from '../../app/client';

/** What the last check of the same unit left as required, asked for when somebody wants to see the difference alone. */
export function useLast(id: string) {
  const last = ref<Views['LastCheckView'] | null>(null);
  const on = ref(false);
  const message = ref('');

  async function toggle(): Promise<void> {
    message.value = '';
    if (on.value) {
      on.value = false;
      return;
    }
    try {
      last.value ??= await ask(api.GET('/api/checks/{id}/last', { params: { path: { id } } }));
      on.value = last.value.check !== null;
      if (!on.value) message.value = 'This unit has no signed check yet, so every line is new.';
    } catch (error) {
      message.value = `${(error as Error).message} Every line is still shown.`;
    }
  }

  return {
    last,
    on,
    message,
    toggle,
    same: computed(() => (on.value ? new Set(last.value?.asBefore ?? []) : null)),
  };
}
