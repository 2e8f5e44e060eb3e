import type { Directive } from 'vue';

const FIELD = 'input, textarea, select, [role=combobox], button';

/** `v-focus`: what appears because somebody asked for it is where the hand goes on. The element itself, or its first field. */
export const focus: Directive<HTMLElement> = {
  mounted(element) {
    const field = element.matches(FIELD) ? element : element.querySelector<HTMLElement>(FIELD);
    field?.focus();
  },
};
