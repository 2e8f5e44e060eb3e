import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue';

/** The width of an element in pixels, kept up to date. */
export function useWidth(element: Ref<HTMLElement | undefined>, atFirst: number): Ref<number> {
  const width = ref(atFirst);
  let observer: ResizeObserver | undefined;
  onMounted(() => {
    if (!element.value || typeof ResizeObserver === 'undefined') return;
    observer = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) width.value = entry.contentRect.width;
    });
    observer.observe(element.value);
  });
  onBeforeUnmount(() => observer?.disconnect());
  return width;
}
