<script setup lang="ts">
import Checkbox from 'primevue/checkbox';

/** Something that is so or is not: the library's box and its words, both to be pressed. */
const value = defineModel<boolean | null | undefined>();
defineProps<{
  disabled?: boolean;
  /** What it is called where no words stand beside it. */
  label?: string;
}>();
</script>

<template>
  <label class="tick">
    <Checkbox v-model="value" binary :disabled="disabled" :aria-label="label" />
    <span v-if="$slots.default"><slot /></span>
  </label>
</template>

<style scoped>
.tick {
  display: flex !important;
  gap: 8px;
  align-items: start;
  font-size: 0.9375rem;
  font-weight: 400;
  min-height: 24px;
}
</style>
