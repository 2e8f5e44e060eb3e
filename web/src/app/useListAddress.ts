import { useDebounceFn } from '@vueuse/core';
import { computed, ref, watch, type Ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';

/** Which column a list is ordered by: 1 from the least, −1 from the largest. */
export type Order = { field: string; direction: 1 | -1 };
const PAUSE_MS = 200;

/** What a list is narrowed and ordered by stands in the address, so that it can be sent, and *Back* returns to it. What is typed counts at once. */
export function useListAddress(standing: Order) {
  const route = useRoute();
  const router = useRouter();
  const asked = (name: string) => String(route.query[name] ?? '');
  const put = (query: Record<string, string | undefined>) =>
    router.replace({ query: { ...route.query, ...query }, hash: route.hash });

  const find = ref(asked('find'));
  const write = useDebounceFn(() => void put({ find: find.value || undefined }), PAUSE_MS);
  watch(find, () => void write());
  watch(
    () => asked('find'),
    (text) => {
      if (text !== find.value) find.value = text;
    },
  );

  const order = computed<Order>({
    get: (): Order => {
      const [field, way] = asked('order').split(':');
      return field ? { field, direction: way === 'down' ? -1 : 1 } : standing;
    },
    set: ({ field, direction }) => {
      const plain = field === standing.field && direction === standing.direction;
      void put({ order: plain ? undefined : direction < 0 ? `${field}:down` : field });
    },
  });

  /** Narrows by one named thing; nothing widens again. */
  const narrow = (name: string, value: string | number | null | undefined) =>
    put({ [name]: value ? String(value) : undefined });

  return {
    asked,
    find: find as Ref<string>,
    order,
    narrow,
    clear: () => ((find.value = ''), router.replace({ query: {} })),
  };
}

/** What the library's table says when a heading is pressed, as an order. */
export const orderOf = (event: { sortField?: unknown; sortOrder?: number | null }): Order => ({
  field: String(event.sortField ?? ''),
  direction: event.sortOrder === -1 ? -1 : 1,
});
