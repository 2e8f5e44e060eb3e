import { useQuery } from '@tanstack/vue-query';
import { computed, type MaybeRefOrGetter, toValue } from 'vue';
import { api, ask, type Views } from '../../app/client';

export type NewLineUp = Views['NewLineUp'];

/** What a line-up of a standard begins with. */
export const newLineUp = (standard: string) =>
  ask(api.GET('/api/line-ups/new', { params: { query: { standard } } }));

/** What new parts of a line-up begin with; nothing can be added before it is here. */
export function useNewLineUp(standard: MaybeRefOrGetter<string>) {
  const query = useQuery({
    queryKey: ['new-line-up', computed(() => toValue(standard))],
    queryFn: () => newLineUp(toValue(standard)),
    staleTime: Infinity,
  });
  return query.data;
}
