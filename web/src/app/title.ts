import { onBeforeUnmount, watch } from 'vue';

/** Puts a name before that of the application. */
export function setTitle(name: string): void {
  document.title = name ? `${name} · Gold Notch` : 'Gold Notch';
}

/** The window is named after the thing on the page: parts from the nearest outwards (*Gain · OBG-106 · Lecture room*); empty ones are left out. */
export function useTitle(parts: () => (string | undefined | null)[]): void {
  const stop = watch(
    () => parts().filter(Boolean).join(' · '),
    (name) => name && setTitle(name),
    { immediate: true },
  );
  onBeforeUnmount(stop);
}
