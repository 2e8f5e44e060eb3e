<script setup lang="ts" generic="K extends string">
import RadioButton from 'primevue/radiobutton';
import { useId } from 'vue';

/** One of a few, all of them seen at once: the library's round marks, each with its words. */
const value = defineModel<K>({ required: true });
const props = defineProps<{
  options: readonly { key: K; name: string }[];
  disabled?: boolean;
  /** What the group is called in the page's code; the arrow keys move within it. */
  name?: string;
  /** All on one line, where they are short. */
  inLine?: boolean;
}>();
const own = useId();
const group = props.name ?? own;
</script>

<template>
  <div class="few" :class="{ line: inLine }">
    <label v-for="(option, i) in options" :key="option.key">
      <RadioButton
        :model-value="value"
        :name="group"
        :value="option.key"
        :disabled="disabled"
        @update:model-value="value = option.key"
      />
      <span
        ><slot :option="option" :place="i">{{ option.name }}</slot></span
      >
    </label>
  </div>
</template>

<style scoped>
.few {
  display: grid;
}
.few.line {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
.few label {
  display: flex !important;
  gap: 9px;
  align-items: start;
  padding: 3px 0;
  min-height: 24px;
  font-size: 0.9375rem;
  font-weight: 400;
}
</style>
