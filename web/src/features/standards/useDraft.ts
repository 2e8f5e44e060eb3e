import { watch, type Ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { can } from '../../app/session';
import { useKeptDocument } from '../../app/useKeptDocument';

/** A draft of a standard: what it would do to a setting on every model is asked while typing. */
export function useDraft(first: Views['StandardView'], setting: Ref<string>) {
  const draft = useKeptDocument<Views['StandardDocument'], Views['StandardPreview']>({
    document: first.document,
    revision: first.head.revision,
    editable: first.head.state === 'draft' && can('defineStandards'),
    preview: (body, signal) =>
      ask(
        api.POST('/api/standards/preview', { params: { query: { setting: setting.value } }, body, signal }),
      ),
    keep: async (body, revision) => {
      const seen = `"${revision}"`;
      const kept = await ask(
        api.PUT('/api/standards/{key}/draft', {
          params: { path: { key: body.key }, header: { 'If-Match': seen } as never },
          headers: { 'If-Match': seen },
          body,
        }),
      );
      return kept.head.revision;
    },
    newest: (refused) => ({
      document: refused.more.newest as Views['StandardDocument'],
      revision: Number(refused.more.revision),
    }),
  });
  watch(setting, draft.look);
  return draft;
}
