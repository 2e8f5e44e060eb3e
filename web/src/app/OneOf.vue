<script lang="ts">
/** Something to choose: what it stands for, what it is called, and the group it is listed in. */
export type Choice<K> = { key: K; name: string; group?: string };
</script>

<script setup lang="ts" generic="K extends string | number">
import Select from 'primevue/select';
import { computed, ref, useId, type Ref } from 'vue';

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
  /** Saves a choice at once, where nothing else is left to fill in: until it is answered the choice stands, however late the answer comes. */
  save?: (value: K) => Promise<unknown>;
}>();
const pending = ref(null) as Ref<K | null>;
const id = useId();
const select = ref<{ $el: HTMLElement }>();
defineExpose({ focus: () => select.value?.$el.querySelector<HTMLElement>('[role=combobox]')?.focus() });

const NONE = '';
const choices = computed(() => {
  const all = props.options.map(
    (o) => (typeof o === 'object' ? o : { key: o, name: String(o) }) as Choice<K>,
  );
  if (props.none === undefined) return all;
  // Among groups what is none of them stands last, under a heading of its own.
  return all.some((c) => c.group)
    ? [...all, { key: NONE as K, name: props.none, group: 'Otherwise' }]
    : [{ key: NONE as K, name: props.none } as Choice<K>, ...all];
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
    const found = choices.value.findIndex((c) => c.key === (pending.value ?? value.value ?? NONE));
    return found < 0 ? null : `${found}`;
  },
  set: (place) => {
    const chosen = place === null ? null : choices.value[Number(place)]!.key;
    if (props.save && chosen !== null) void keep(chosen, props.save);
    else value.value = chosen;
  },
});

async function keep(chosen: K, save: (value: K) => Promise<unknown>): Promise<void> {
  pending.value = chosen;
  try {
    await save(chosen);
  } finally {
    // What was refused is shown as it is; an answer to an earlier choice says nothing of a later one.
    if (pending.value === chosen) pending.value = null;
  }
}
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
.one-of :deep(.p-select-overlay) {
  font-size: 1rem;
  min-width: max-content;
}
.one-of :deep(.p-select-option[aria-selected='true']) {
  font-weight: 600;
}
.one-of :deep(.p-select) {
  width: 100%;
  min-width: 6rem;
}
</style>
