import { useInfiniteQuery } from '@tanstack/vue-query';
import { computed } from 'vue';

/** A list that comes page by page, the newest first: its rows so far, and the older ones when they are asked for. */
export function usePages<P extends { next?: string | null }, R>(
  key: string,
  fetch: (before: string | undefined) => Promise<P>,
  rowsOf: (page: P) => R[],
) {
  const pages = useInfiniteQuery({
    queryKey: [key],
    queryFn: ({ pageParam }) => fetch(pageParam || undefined),
    initialPageParam: '',
    getNextPageParam: (page: P) => page.next,
  });
  const rows = computed(() => (pages.data.value?.pages ?? []).flatMap((page) => rowsOf(page as P)));
  return { pages, rows };
}
