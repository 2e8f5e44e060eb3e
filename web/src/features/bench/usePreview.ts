import { onBeforeUnmount, ref, watch, type Ref } from 'vue';
import { api, ask, type Views } from '../../app/client';

const PAUSE_MS = 60;

/** What the text being typed would mean, asked of the site while typing; an older question is dropped for a newer one. */
export function usePreview(
  id: string,
  setting: Ref<string>,
  text: Ref<string>,
  stage: Ref<Views['CheckStage']>,
) {
  const preview = ref<Views['PreviewView'] | null>(null);
  /** The text that the preview is about; typing may be ahead of it. */
  const about = ref('');
  let pause: ReturnType<typeof setTimeout> | undefined;
  let asking: AbortController | undefined;

  function drop(): void {
    clearTimeout(pause);
    asking?.abort();
  }

  watch([setting, text], () => {
    drop();
    if (!text.value.trim()) {
      preview.value = null;
      return;
    }
    pause = setTimeout(async () => {
      asking = new AbortController();
      const asked = text.value;
      try {
        preview.value = await ask(
          api.POST('/api/checks/{id}/preview', {
            params: { path: { id } },
            body: { setting: setting.value, text: asked, stage: stage.value },
            signal: asking.signal,
          }),
        );
        about.value = asked;
      } catch {
        // Typing goes on without a preview; recording says what is wrong.
        if (!asking.signal.aborted) preview.value = null;
      }
    }, PAUSE_MS);
  });
  onBeforeUnmount(drop);
  return { preview, about };
}
