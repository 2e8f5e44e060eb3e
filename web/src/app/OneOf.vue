<script lang="ts">
/** Something to choose: what it stands for, what it is called, and the group it is listed in. */
export type Choice<K> = { key: K; name: string; group?: string };
</script>

<script setup lang="ts" generic="K extends string | number">
import Select from 'primevue/select';
import { computed, ref, useId } from 'vue';

/** One of a few: the library's select with its label above, keys of any kind, and groups where the choices have them. */
const value = defineModel<K | null | undefined>();
const props = defineProps<{
  label: string;
  options: readonly (K | Choice<K>)[];
  /** The label is for those who hear the page; what stands around it says the same. */
  quietLabel?: boolean;
  /** What nothing is called; without it nothing cannot be chosen. */
  none?: string;
  disabled?: boolean;
  wrong?: string;
  note?: string;
}>();
const id = useId();
const select = ref<{ $el: HTMLElement }>();
defineExpose({ focus: () => select.value?.$el.querySelector<HTMLElement>('[role=combobox]')?.focus() });

const NONE = '';
const choices = computed(() => {
  const all = props.options.map(
    (o) => (typeof o === 'object' ? o : { key: o, name: String(o) }) as Choice<K>,
  );
  return props.none === undefined ? all : [{ key: NONE as K, name: props.none } as Choice<K>, ...all];
});
/** Places in the list: the library takes an empty text for no choice at all. */
const rows = computed(() =>
  choices.value.map((c, at) => ({ at: `${at}`, name: c.name, group: c.group ?? '' })),
);
const grouped = computed(() => {
  if (!choices.value.some((c) => c.group)) return null;
  return [...new Set(rows.value.map((r) => r.group))].map((name) => ({
    name,
    rows: rows.value.filter((r) => r.group === name),
  }));
});
const at = computed({
  get: () => {
    const found = choices.value.findIndex((c) => c.key === (value.value ?? NONE));
    return found < 0 ? null : `${found}`;
  },
  set: (place) => {
    value.value = place === null ? null : choices.value[Number(place)]!.key;
  },
});
</script>

<template>
  <div class="entry one-of">
    <span :id="id" :class="quietLabel ? 'visually-hidden' : 'what'"
      >{{ label }}<span v-if="note" class="soft">{{ note }}</span></span
    >
    <Select
      ref="select"
      v-model="at"
      :options="grouped ?? rows"
      option-label="name"
      option-value="at"
      :option-group-label="grouped ? 'name' : undefined"
      :option-group-children="grouped ? 'rows' : undefined"
      :aria-labelledby="id"
      :disabled="disabled"
      :invalid="Boolean(wrong)"
      placeholder="choose"
      scroll-height="min(60vh, 420px)"
      append-to="self"
    />
    <span v-if="wrong" class="off small" role="alert">{{ wrong }}</span>
  </div>
</template>

<style scoped>
.one-of {
  position: relative;
}
.one-of :deep(.p-select) {
  width: 100%;
  min-width: 6rem;
}
</style>
