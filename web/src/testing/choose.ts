import type { VueWrapper } from '@vue/test-utils';
import { nextTick, type DefineComponent } from 'vue';
import OneOf from '../app/OneOf.vue';

type Picker = DefineComponent<{ label: string; options: unknown[] }>;

/** The picker of a label. */
export const pickerOf = (page: VueWrapper, label: string) =>
  page.findAllComponents(OneOf as unknown as Picker).find((c) => c.props('label') === label)!;

/** Chooses in the picker of a label by key, as a person does by name. */
export async function choose(page: VueWrapper, label: string, key: string | number): Promise<void> {
  pickerOf(page, label).vm.$emit('update:modelValue', key);
  await nextTick();
}
