<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { ref, watch } from 'vue';

/** A number that may be left empty. What is no number stays in the field and is told; the document keeps the last one that could be read. */
const value = defineModel<number | null | undefined>();
const props = defineProps<{
  label: string;
  unit?: string;
  wrong?: string;
  required?: boolean;
  hint?: string;
  /** Read but not written, as in a version that is approved. */
  locked?: boolean;
}>();
const written = (of: typeof value.value) => (of === null || of === undefined ? '' : String(of));
const text = ref(written(value.value));
const fault = ref('');
const writing = ref(false);
watch([value, writing], ([now, busy]) => {
  if (!busy && !fault.value) text.value = written(now);
});
function take(event: Event): void {
  writing.value = true;
  text.value = (event.target as HTMLInputElement).value;
  const tidy = text.value.trim().replace('−', '-').replace(',', '.').replaceAll(' ', '');
  const number = tidy === '' ? null : Number(tidy);
  fault.value =
    number === null && props.required
      ? 'Type a number.'
      : Number.isNaN(number)
        ? 'This is no number; the last one still counts.'
        : '';
  if (!fault.value) value.value = number;
}
</script>

<template>
  <label class="entry">
    <span class="what"
      >{{ label }} <span v-if="unit" class="soft">{{ unit }}</span></span
    >
    <InputText
      class="field mono"
      inputmode="decimal"
      :class="{ wrong: fault || wrong }"
      :model-value="text"
      :placeholder="hint"
      :readonly="locked"
      @input="take"
      @blur="writing = false"
    />
    <span v-if="fault || wrong" class="off small" role="alert">{{ fault || wrong }}</span>
  </label>
</template>
