import { useQuery } from '@tanstack/vue-query';
import { api, ask } from '../../app/client';

/** The words standards and cards are written in; they change only with the application. */
export function useVocabulary() {
  return useQuery({
    queryKey: ['vocabulary'],
    queryFn: () => ask(api.GET('/api/vocabulary')),
    staleTime: Infinity,
  });
}
