import { computed } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { useKeptDocument } from '../../app/useKeptDocument';

type Document = Views['ShootDocument'];

/** A shoot on the screen: what follows from it is asked while anything is typed, and it is kept by itself. */
export function useShoot(first: Views['ShootView']) {
  const kept = useKeptDocument<Document, Views['ShootView']>({
    document: first.document,
    revision: first.version,
    editable: first.status !== 'cancelled',
    place: `gold-notch.shoot.${first.document.id}`,
    preview: (body, signal) => ask(api.POST('/api/shoots/preview', { body, signal })),
    keep: async (body, version) => {
      const answer = await ask(
        api.PUT('/api/shoots/{id}', {
          params: { path: { id: body.id } },
          headers: { 'If-Match': `"${version}"` },
          body,
        }),
      );
      return answer.version;
    },
    newest: (refused) => ({
      document: refused.more.newest as Document,
      revision: Number(refused.more.version),
    }),
  });
  const view = computed(() => kept.preview.value ?? first);
  /** What is wrong at a field, by its pointer into the document; empty where nothing is. */
  const messageAt = (pointer: string) =>
    kept.pointer.value === pointer && kept.problem.value ? kept.problem.value : '';
  return { ...kept, view, messageAt };
}
