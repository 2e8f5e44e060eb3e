<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref, useId, watch } from 'vue';
import { api, ask } from './client';

/** Somebody of the department, found by name or sign-in name. The document gets the sign-in name; what is nobody stays in the field and is told. */
const person = defineModel<string>({ required: true });
const props = defineProps<{ label: string; wrong?: string; note?: string }>();
const emit = defineEmits<{ chosen: [] }>();
const id = useId();
const people = useQuery({ queryKey: ['borrowers'], queryFn: () => ask(api.GET('/api/borrowers')) });
const all = computed(() => people.data.value ?? []);
const nameOf = (login: string) => all.value.find((p) => p.login === login)?.name ?? login;
const text = ref(person.value);
const refused = ref('');
const typing = ref(false);
watch(
  [person, all],
  () => {
    if (!typing.value) text.value = nameOf(person.value);
  },
  { immediate: true },
);
const same = (one: string, other: string) => one.toLowerCase() === other.toLowerCase();
/** Whole names first; else the only one that has what was typed. */
function meant(typed: string) {
  const whole = all.value.find((p) => same(p.name, typed) || same(p.login, typed));
  if (whole) return whole;
  const some = all.value.filter((p) => `${p.name} ${p.login}`.toLowerCase().includes(typed.toLowerCase()));
  return some.length === 1 ? some[0] : undefined;
}
function take(event: Event): void {
  typing.value = true;
  refused.value = '';
  text.value = (event.target as HTMLInputElement).value;
  const typed = text.value.trim();
  const whole = all.value.find((p) => same(p.name, typed) || same(p.login, typed));
  if (!typed) person.value = '';
  else if (whole) person.value = whole.login;
}
function leave(): void {
  typing.value = false;
  const typed = text.value.trim();
  if (!typed) {
    person.value = '';
    return;
  }
  const one = meant(typed);
  if (one) {
    person.value = one.login;
    text.value = one.name;
  } else refused.value = `Nobody, or more than one, is called “${typed}”. Choose from the list.`;
}
/** Enter chooses, and the hand goes on. */
function enter(): void {
  leave();
  if (person.value && !refused.value) emit('chosen');
}
const field = ref<{ $el: HTMLInputElement }>();
defineExpose({ focus: () => field.value?.$el.focus() });
const shown = computed(() => refused.value || props.wrong);
</script>

<template>
  <label class="entry">
    <span class="what"
      >{{ label }} <span v-if="note" class="soft">{{ note }}</span></span
    >
    <InputText
      ref="field"
      class="field"
      :class="{ wrong: shown }"
      :list="id"
      :model-value="text"
      maxlength="80"
      placeholder="name"
      autocomplete="off"
      @input="take"
      @change="leave"
      @keydown.enter.prevent="enter"
    />
    <datalist :id="id">
      <option v-for="p in all" :key="p.login" :value="p.name" />
    </datalist>
    <span v-if="shown" class="off small" role="alert">{{ shown }}</span>
  </label>
</template>
