import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from './client';

/** The time zone of the department, in which calls are told; that of this browser where nobody has said. */
export function useZone() {
  const { data } = useQuery({ queryKey: ['department'], queryFn: () => ask(api.GET('/api/department')) });
  return computed(() => data.value?.timeZone || Intl.DateTimeFormat().resolvedOptions().timeZone);
}
