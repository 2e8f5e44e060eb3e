<script setup lang="ts" generic="T">
import Textarea from 'primevue/textarea';
import { ref, watch } from 'vue';

/** A list that is typed as one line; it is taken apart when the field is left, so that typing is never interrupted. */
const props = defineProps<{
  value: T;
  read: (text: string) => T;
  write: (value: T) => string;
  label: string;
  hint?: string;
  disabled?: boolean;
  wrong?: boolean;
}>();
const emit = defineEmits<{ change: [value: T] }>();
const text = ref(props.write(props.value));
// What stands in the field counts, however it got there.
function take(event: Event): void {
  text.value = (event.target as HTMLTextAreaElement).value;
  emit('change', props.read(text.value));
}
watch(
  () => props.value,
  (now) => {
    if (props.write(props.read(text.value)) !== props.write(now)) text.value = props.write(now);
  },
  { deep: true },
);
</script>

<template>
  <label class="list">
    <span>{{ label }}</span>
    <Textarea
      v-model="text"
      class="field mono"
      :class="{ wrong }"
      rows="1"
      auto-resize
      spellcheck="false"
      :placeholder="hint"
      :disabled="disabled"
      @change="take"
    />
  </label>
</template>

<style scoped>
.list {
  display: grid;
  gap: 4px;
  font-size: 0.875rem;
}
textarea {
  field-sizing: content;
  width: 100%;
  min-height: 40px;
  resize: vertical;
}
</style>
