<script setup lang="ts">
import InputText from 'primevue/inputtext';
/** A text in the field's notation, read by the site; what is wrong with it is told under it. */
const value = defineModel<string | null | undefined>();
defineProps<{
  label: string;
  unit?: string;
  wrong?: string;
  hint?: string;
  plainText?: boolean;
  most?: number;
}>();
</script>

<template>
  <label class="entry">
    <span class="what"
      >{{ label }} <span v-if="unit" class="soft">{{ unit }}</span></span
    >
    <InputText
      class="field"
      :class="{ wrong, mono: !plainText }"
      :placeholder="hint"
      :maxlength="most ?? 80"
      :model-value="value ?? ''"
      @input="value = ($event.target as HTMLInputElement).value"
    />
    <span v-if="wrong" class="off small" role="alert">{{ wrong }}</span>
  </label>
</template>
