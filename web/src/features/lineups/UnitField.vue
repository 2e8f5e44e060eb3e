<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { useQuery } from '@tanstack/vue-query';
import { computed, nextTick, ref, useId, watch } from 'vue';
import { api, ask } from '../../app/client';

/** A unit by its tag, found by tag, tape, place or model. The document gets the tag; while something else stands in the field, the unit before stays. */
const unit = defineModel<string>({ required: true });
const props = defineProps<{ label: string; wrong?: string }>();
const id = useId();
const text = ref(unit.value);
watch(unit, (tag) => (text.value = tag));
const found = useQuery({
  queryKey: computed(() => ['units', 'lent', text.value === unit.value ? '' : text.value]),
  queryFn: () =>
    ask(
      api.GET('/api/units', {
        params: { query: { find: text.value === unit.value ? '' : text.value, retired: false } },
      }),
    ),
});
const units = computed(() => found.data.value?.units ?? []);
const name = (tag: string) => {
  const u = units.value.find((one) => one.tag === tag);
  return u ? `${u.modelName} ${u.tape}`.trim() : '';
};
function take(event: Event): void {
  left.value = false;
  refused.value = '';
  text.value = (event.target as HTMLInputElement).value.trim();
  const tag = text.value.toUpperCase();
  const known = units.value.find((u) => u.tag === tag);
  if (known) unit.value = known.tag;
}
// The tag may stand there before the site has answered.
watch(units, (now) => {
  const tag = text.value.toUpperCase();
  if (tag !== unit.value && now.some((u) => u.tag === tag)) unit.value = tag;
});
/** One match is meant; else what stands in the plan is shown again, and where nothing stood yet, what was typed stays and is told. */
const left = ref(false);
const refused = ref('');
function settle(): void {
  if (!left.value || found.isFetching.value) return;
  left.value = false;
  if (text.value === unit.value) return;
  if (text.value && units.value.length === 1) unit.value = units.value[0]!.tag;
  else if (text.value && !found.error.value)
    refused.value = `${units.value.length ? `More than one unit has “${text.value}”.` : `No unit has “${text.value}”.`}${unit.value ? ` ${unit.value} stays.` : ''}`;
  if (unit.value) text.value = unit.value;
}
// A field may be left before the site has answered: what was typed waits for the answer.
watch(found.isFetching, settle);
async function leave(): Promise<void> {
  left.value = true;
  await nextTick();
  settle();
}
const shown = computed(() => props.wrong || refused.value);
const field = ref<{ $el: HTMLInputElement }>();
defineExpose({ focus: () => field.value?.$el.focus() });
/** Enter takes the only unit that is left of what was typed, before the form is sent. */
function sole(): void {
  if (text.value !== unit.value && units.value.length === 1) unit.value = units.value[0]!.tag;
}
</script>

<template>
  <label class="entry">
    <span class="what"
      >{{ label }} <span class="soft">{{ name(unit) }}</span></span
    >
    <InputText
      ref="field"
      class="field mono"
      :class="{ wrong: shown }"
      :list="id"
      :model-value="text"
      maxlength="30"
      placeholder="tag, tape, model"
      @input="take"
      @change="leave"
      @keydown.enter="sole"
    />
    <datalist :id="id">
      <option v-for="u in units" :key="u.tag" :value="u.tag">
        {{ u.modelName }} {{ u.tape }}, {{ u.place }}{{ u.status === 'in' ? '' : `, ${u.status}` }}
      </option>
    </datalist>
    <span v-if="shown" class="off small" role="alert">{{ shown }}</span>
  </label>
</template>
