<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { ref, watch } from 'vue';
import { numberOf } from './specificationText';

/**
 * One field of a specification. It counts while it is typed, so that a reload loses nothing; the text is left as the person
 * writes it until they leave the field. A number that is none stays on the page as it was typed; the page says so.
 */
const value = defineModel<string | number | null | undefined>();
const props = defineProps<{
  label: string;
  editable: boolean;
  number?: boolean;
  optional?: boolean;
  most?: number;
}>();
const written = (of: typeof value.value) =>
  of === null || of === undefined || Number.isNaN(of) ? '' : String(of);
const text = ref(written(value.value));
const writing = ref(false);
watch([value, writing], ([now, busy]) => {
  if (!busy && !Number.isNaN(now)) text.value = written(now);
});
function take(event: Event): void {
  writing.value = true;
  text.value = (event.target as HTMLInputElement).value;
  if (!props.number) value.value = text.value;
  else value.value = text.value.trim() === '' && props.optional ? null : numberOf(text.value);
}
</script>

<template>
  <label class="entry spec">
    <span class="what">{{ label }}</span>
    <InputText
      class="field"
      :class="{ mono: number, wrong: Number.isNaN(value) }"
      :inputmode="number ? 'decimal' : undefined"
      :maxlength="most ?? 80"
      :readonly="!editable"
      :model-value="text"
      @input="take"
      @blur="writing = false"
    />
  </label>
</template>

<style scoped>
.spec {
  justify-items: start;
}
.spec > .field {
  width: auto;
}
</style>
