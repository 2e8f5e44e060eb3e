import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue';

/** On paper a drawing has about this room; it is drawn for it, so that its letters stay as large as the text beside them. */
const ON_PAPER = 360;

/** The width of an element in pixels, kept up to date, on the screen and on paper. */
export function useWidth(element: Ref<HTMLElement | undefined>, atFirst: number): Ref<number> {
  const width = ref(atFirst);
  let observer: ResizeObserver | undefined;
  let onScreen = atFirst;
  const toPaper = () => {
    onScreen = width.value;
    width.value = ON_PAPER;
  };
  const toScreen = () => (width.value = onScreen);
  onMounted(() => {
    window.addEventListener('beforeprint', toPaper);
    window.addEventListener('afterprint', toScreen);
    if (!element.value || typeof ResizeObserver === 'undefined') return;
    observer = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) width.value = entry.contentRect.width;
    });
    observer.observe(element.value);
  });
  onBeforeUnmount(() => {
    observer?.disconnect();
    window.removeEventListener('beforeprint', toPaper);
    window.removeEventListener('afterprint', toScreen);
  });
  return width;
}
